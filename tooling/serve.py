"""``./chord start``: the application on loopback with a database of its own."""

from __future__ import annotations

import contextlib
import fcntl
import json
import os
import signal
import subprocess
import tempfile
import time
import urllib.error
import urllib.request
from collections import deque
from collections.abc import Callable, Iterator, Sequence
from functools import partial
from pathlib import Path
from typing import IO, Any

from tooling.cluster import Cluster, is_free
from tooling.daily import into_folder
from tooling.environment import kept_key, server_env, sweep_static
from tooling.install import install, once
from tooling.job_worker import JobWorker, working
from tooling.paths import PYTHON, ROOT, SERVER, WEB, state_folder
from tooling.say import CannotGoOn, run, say, step
from tooling.standins import standing_in

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


def _group_of(leader: int, mark: str) -> list[int]:
    """Processes of a group that are ours by their command: what a killed leader left behind."""
    found = []
    for folder in Path("/proc").glob("[0-9]*"):
        with contextlib.suppress(OSError, ValueError, IndexError):
            # The name in brackets may hold blanks: the group is the third word behind it.
            group = int((folder / "stat").read_text().rpartition(")")[2].split()[2])
            if group == leader and mark in (folder / "cmdline").read_bytes().decode(errors="replace"):
                found.append(int(folder.name))
    return found


def end_group(leader: int, mark: str, patience_s: float = 10) -> None:
    """End a server that a killed start left behind, with its workers: they hold its port."""
    end_process(leader, mark, patience_s)
    end = time.monotonic() + patience_s
    while (left := _group_of(leader, mark)) and time.monotonic() < end:
        for pid in left:
            with contextlib.suppress(ProcessLookupError):
                os.kill(pid, signal.SIGKILL)
        time.sleep(0.1)


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

    once("static", "gathering static files", Path(env["CHORD_STATIC_ROOT"]), [WEB / "dist"], gather)
    if cluster is None:
        with step("migrating the database"):
            migrate()
        if demo:
            load_demo()
        return
    stamps = cluster.folder / "stamps"
    migrations = sorted(SERVER.glob("*/migrations/*.py"))
    # After a migration the tables are watched: how that is done is a part of it.
    needs = [ROOT / "requirements.lock", *migrations, SERVER / "trail" / "watching.py"]
    once("migrate", "migrating the database", cluster.data, needs, migrate, stamps)
    if demo:
        once("demo", "demo shop", cluster.data, [ROOT / "demo"], load_demo, stamps)


def _gunicorn(env: dict[str, str], port: int, workers: int) -> subprocess.Popen[bytes]:
    words = ["-m", "gunicorn", "--config", "python:config.gunicorn_settings"]
    words += ["--bind", f"127.0.0.1:{port}", "--workers", str(workers)]
    return subprocess.Popen(
        [str(PYTHON), *words], cwd=SERVER, env=env, stdin=subprocess.DEVNULL, start_new_session=True
    )


class Server:
    """The web server as a process of its own. With one worker what is kept of a ticket is there for its next
    answer, and the kernels let its threads run side by side; with more, each keeps its own, and as many
    answers are computed at once."""

    def __init__(self, env: dict[str, str], port: int, workers: int = 1) -> None:
        self.env, self.port, self.workers = env, port, workers
        self.process: subprocess.Popen[bytes] | None = None

    @property
    def pid(self) -> int:
        """The process of the master; 0 while there is none."""
        return self.process.pid if self.process else 0

    @property
    def alive(self) -> bool:
        """Whether its master runs."""
        return self.process is not None and self.process.poll() is None

    def start(self) -> None:
        """Start it and wait until it answers; ends what a killed master left behind."""
        if self.process is not None:
            end_group(self.process.pid, "gunicorn")
        self.process = _gunicorn(self.env, self.port, self.workers)
        _wait_healthy(self.process, self.port)

    def stop(self) -> None:
        """End it cleanly."""
        if self.process is None:
            return
        if self.process.poll() is None:
            self.process.terminate()
        self.process.wait(timeout=20)


@contextlib.contextmanager
def serving(env: dict[str, str], port: int, workers: int = 1) -> Iterator[Server]:
    """Serve until the block ends; ends the server cleanly."""
    with contextlib.ExitStack() as stack:
        if env.get("CHORD_METRICS_TOKEN"):
            # Each process writes its figures there; whoever is asked sums them.
            figures = stack.enter_context(tempfile.TemporaryDirectory(prefix="chord-figures-"))
            env = {**env, "PROMETHEUS_MULTIPROC_DIR": figures}
        yield stack.enter_context(_serving(Server(env, port, workers)))


@contextlib.contextmanager
def _serving(server: Server) -> Iterator[Server]:
    try:
        server.start()
        yield server
    finally:
        server.stop()


#: How often one looks whether server and database run [s]; how often they may fall within so long [s].
_LOOK_S, _FALLS, _WITHIN_S = 1.0, 5, 60.0


def keep_running(
    server: Server, cluster: Cluster | None, running: Callable[[], None], looks: Sequence[Callable[[], None]]
) -> None:
    """Bring back server and database when they were killed, until Ctrl-C.

    Args:
        running: called when the server's process is another.
        looks: called every second, where all is well.

    Raises:
        CannotGoOn: they fall again and again.
    """
    falls: deque[float] = deque(maxlen=_FALLS)
    while True:
        time.sleep(_LOOK_S)
        fallen = [
            *(["database"] if cluster and not cluster.alive else []),
            *(["server"] if not server.alive else []),
        ]
        if not fallen:
            for look in looks:
                look()
            continue
        if len(falls) == _FALLS and time.monotonic() - falls[0] < _WITHIN_S:
            raise CannotGoOn(f"the {fallen[0]} ended {_FALLS} times within a minute; its words are above")
        falls.append(time.monotonic())
        say(f"\nThe {' and the '.join(fallen)} ended: starting again.")
        if cluster and "database" in fallen:
            cluster.start()
        if "server" in fallen:
            server.start()
        running()


def _clear_the_way(running: Running, port: int) -> None:
    """End what a killed start left behind.

    Raises:
        CannotGoOn: another program has the port.
    """
    left = running.read()
    if left.get("server"):
        end_group(int(left["server"]), "gunicorn")
    if left.get("jobs"):
        end_process(int(left["jobs"]), JobWorker.MARK)
    if not is_free(port):
        raise CannotGoOn(
            f"port {port} is taken by another program; choose one: ./chord start --port {port + 1}"
        )


def start(
    port: int | None, demo: bool, standins: bool = False, backups: Path | None = None, workers: int = 1
) -> int:
    """Install, start, serve until Ctrl-C.

    Args:
        standins: whether simulated devices run beside it.
        backups: a folder into which a backup is written every day.
        workers: processes that answer.

    Raises:
        CannotGoOn: there is no such folder, or what is needed is not there.
    """
    keeping = into_folder(backups)
    begun = time.monotonic()
    folder = state_folder() / "start"
    running = Running(folder)
    lock = running.take()
    if lock is None:
        known = running.read()
        where = f"http://127.0.0.1:{known.get('port', '?')}"
        say(f"Chord is already running at {where} (process {known.get('pid', '?')}).")
        return 1
    port = port or PORT
    _clear_the_way(running, port)
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
        sweep_static()
        with step("starting the server"), contextlib.ExitStack() as stack:
            if standins:
                env = stack.enter_context(standing_in(env))
            server = stack.enter_context(serving(env, port, workers))
            jobs = stack.enter_context(working(env))
            kept = stack.pop_all()
        with kept:

            def note() -> None:
                running.write(port=port, pid=os.getpid(), server=server.pid, jobs=jobs.pid)

            note()
            say(f"\nChord is ready after {time.monotonic() - begun:.1f} s: http://127.0.0.1:{port}")
            say("Ctrl-C ends it.")
            daily = kept.enter_context(keeping(env))
            keep_running(server, cluster, note, [daily.look, partial(jobs.look, note)])
            return 0
    except KeyboardInterrupt:
        say("\nEnding ...")
        return 0
    finally:
        for ending in (signal.SIGINT, signal.SIGTERM):
            signal.signal(ending, signal.SIG_IGN)
        running.file.unlink(missing_ok=True)
        if cluster:
            cluster.stop()
