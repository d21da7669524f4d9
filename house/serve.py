"""``./chord start``: the application on loopback with a database of its own."""

from __future__ import annotations

import contextlib
import fcntl
import json
import os
import signal
import socket
import subprocess
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from pathlib import Path
from typing import IO, Any

from house.cluster import Cluster
from house.environment import kept_key, server_env
from house.install import install, once
from house.paths import BUILD, PYTHON, ROOT, SERVER, WEB, state_folder
from house.say import CannotGoOn, run, say, step
from house.standins import standing_in

PORT = 8400


class Running:
    """What is written down of a running application, so that a second start and a next one know."""

    def __init__(self, folder: Path) -> None:
        self.file = folder / "running.json"
        self.lock_file = folder / "lock"
        folder.mkdir(parents=True, exist_ok=True)

    def read(self) -> dict[str, Any]:
        """What the last start wrote."""
        with contextlib.suppress(OSError, ValueError):
            return dict(json.loads(self.file.read_text()))
        return {}

    def write(self, **facts: Any) -> None:
        """Write down port and process."""
        self.file.write_text(json.dumps(facts))

    def take(self) -> IO[str] | None:
        """Take the lock; None when another start holds it. The kernel frees it, come what may."""
        handle = open(self.lock_file, "w")  # noqa: SIM115 the lock lives as long as the handle
        try:
            fcntl.flock(handle, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            handle.close()
            return None
        return handle


def end_process(pid: int, mark: str, patience_s: float = 10) -> None:
    """End a server that a killed start left behind, if ``pid`` is still it (its command has ``mark``)."""
    command = Path(f"/proc/{pid}/cmdline")
    end = time.monotonic() + patience_s
    while command.exists() and mark in command.read_bytes().decode(errors="replace"):
        with contextlib.suppress(ProcessLookupError):
            os.kill(pid, signal.SIGTERM if time.monotonic() < end else signal.SIGKILL)
        time.sleep(0.1)


def _port_is_free(port: int) -> bool:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        with contextlib.suppress(OSError):
            probe.bind(("127.0.0.1", port))
            return True
    return False


def _wait_healthy(process: subprocess.Popen[bytes], port: int, patience_s: float = 30) -> None:
    end = time.monotonic() + patience_s
    while time.monotonic() < end:
        if process.poll() is not None:
            raise CannotGoOn(f"the server ended at once ({process.returncode}); its words are above")
        with contextlib.suppress(OSError, urllib.error.URLError):
            urllib.request.urlopen(f"http://127.0.0.1:{port}/api/health/", timeout=2).close()
            return
        time.sleep(0.05)
    raise CannotGoOn("the server did not answer at its health address")


def manage(env: dict[str, str], *words: str) -> str:
    """Run a management command."""
    return run([PYTHON, "manage.py", *words], cwd=SERVER, env=env)


def prepare(env: dict[str, str], cluster: Cluster | None, demo: bool) -> None:
    """Migrate, gather static files, load the demo data.

    Both are done once for a cluster of our own, whose stamps lie beside it; a database elsewhere
    may have been changed by others, so it is asked every time.
    """

    def migrate() -> None:
        manage(env, "migrate", "--no-input")

    def load_demo() -> None:
        manage(env, "load_demo")

    def gather() -> None:
        manage(env, "collectstatic", "--no-input", "--clear")

    once("static", "gathering static files", BUILD / "static", [WEB / "dist"], gather)
    if cluster is None:
        with step("migrating the database"):
            migrate()
        if demo:
            load_demo()
        return
    stamps = cluster.folder / "stamps"
    migrations = sorted(SERVER.glob("*/migrations/*.py"))
    needs = [ROOT / "requirements.lock", *migrations]
    once("migrate", "migrating the database", cluster.data, needs, migrate, stamps)
    if demo:
        once("demo", "demo shop", cluster.data, [ROOT / "demo"], load_demo, stamps)


def _gunicorn(env: dict[str, str], port: int, workers: int) -> subprocess.Popen[bytes]:
    words = ["-m", "gunicorn", "config.wsgi:application", "--bind", f"127.0.0.1:{port}"]
    words += [
        "--workers",
        str(workers),
        "--threads",
        "6",
        "--keep-alive",
        "75",
        "--preload",
        "--log-level",
        "warning",
    ]
    words += ["--name", "chord", "--graceful-timeout", "5", "--chdir", str(SERVER)]
    return subprocess.Popen(
        [str(PYTHON), *words], cwd=SERVER, env=env, stdin=subprocess.DEVNULL, start_new_session=True
    )


@contextlib.contextmanager
def serving(env: dict[str, str], port: int, workers: int = 1) -> Iterator[subprocess.Popen[bytes]]:
    """Serve until the block ends; ends the server cleanly. One worker: what is kept of a ticket is there for
    its next answer, and the kernels let its threads run side by side."""
    process = _gunicorn(env, port, workers)
    try:
        _wait_healthy(process, port)
        yield process
    finally:
        if process.poll() is None:
            process.terminate()
        process.wait(timeout=20)


def start(port: int | None, demo: bool, standins: bool = False) -> int:
    """Install, start, serve until Ctrl-C.

    Args:
        standins: whether simulated devices run beside it.
    """
    begun = time.monotonic()
    folder = state_folder() / "start"
    running = Running(folder)
    lock = running.take()
    if lock is None:
        known = running.read()
        where = f"http://127.0.0.1:{known.get('port', '?')}"
        say(f"Chord is already running at {where} (process {known.get('pid', '?')}).")
        return 1
    left = running.read()
    if left.get("server"):
        end_process(int(left["server"]), "gunicorn")
    port = port or PORT
    if not _port_is_free(port):
        raise CannotGoOn(
            f"port {port} is taken by another program; choose one: ./chord start --port {port + 1}"
        )
    outside = os.environ.get("DATABASE_URL")
    install(database=not outside)
    cluster = None if outside else Cluster(folder / "cluster")
    # Said outright: a shell that starts us in the background hands SIGINT down as ignored.
    for ending in (signal.SIGINT, signal.SIGTERM):
        signal.signal(ending, signal.default_int_handler)
    try:
        if cluster:
            cluster.start()
        url = outside or (cluster.url if cluster else "")
        env = server_env(url, kept_key(folder), demo)
        prepare(env, cluster, demo)
        with step("starting the server"), contextlib.ExitStack() as stack:
            if standins:
                env = stack.enter_context(standing_in(env))
            process = stack.enter_context(serving(env, port))
            kept = stack.pop_all()
        with kept:
            running.write(port=port, pid=os.getpid(), server=process.pid)
            say(f"\nChord is ready after {time.monotonic() - begun:.1f} s: http://127.0.0.1:{port}")
            say("Ctrl-C ends it.")
            process.wait()
            raise CannotGoOn("the server ended by itself; its words are above")
    except KeyboardInterrupt:
        say("\nEnding ...")
        return 0
    finally:
        for ending in (signal.SIGINT, signal.SIGTERM):
            signal.signal(ending, signal.SIG_IGN)
        running.file.unlink(missing_ok=True)
        if cluster:
            cluster.stop()
