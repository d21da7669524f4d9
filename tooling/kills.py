"""Kills in the middle of writing: what was confirmed and is gone, and how long until it answers again.

``./chord load --kills 30``: the application as ``./chord start`` runs it, on a database of its own; people
who write all the time; every few seconds one of its processes is killed with ``kill -9``, each kind in turn.
Afterwards every board that was confirmed must hang exactly once, and every change of a ticket must stand.
"""

from __future__ import annotations

import os
import random
import shutil
import signal
import subprocess
import sys
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from dataclasses import dataclass, field
from itertools import count
from pathlib import Path

from tooling.cluster import free_port
from tooling.job_worker import JobWorker
from tooling.load import Asking, Seen, sign_in
from tooling.paths import ROOT, state_folder
from tooling.say import CannotGoOn, say

#: Who writes at once; seconds between two of their writes; between a kill that is over and the next: what
#: falls five times within a minute is given up.
_HANG, _CHANGE, _PAUSE_S, _REST_S = 5, 3, 0.15, (6.0, 14.0)
#: It has to be back within so long [s]; so long is waited for the first answer.
BACK_S, _FIRST_S = 10.0, 240.0
_BOARD = {"family": "all-rounder", "length_m": 1.83, "width_m": 0.51, "thickness_m": 0.063}


def _words(pid: int) -> str:
    with suppress(OSError):
        return Path(f"/proc/{pid}/cmdline").read_bytes().decode(errors="replace")
    return ""


def _children(parent: int) -> list[int]:
    found = []
    for folder in Path("/proc").glob("[0-9]*"):
        with suppress(OSError, ValueError, IndexError):
            if int((folder / "stat").read_text().rpartition(")")[2].split()[1]) == parent:
                found.append(int(folder.name))
    return sorted(found)


@dataclass(frozen=True)
class Application:
    """``./chord start`` as a process; who of its processes may be killed."""

    pid: int
    port: int
    state: Path

    @property
    def _postmaster(self) -> int:
        file = self.state / "start" / "cluster" / "data" / "postmaster.pid"
        return int(file.read_text().split()[0]) if file.exists() else 0

    def one(self, kind: str) -> int:
        """A process of a kind; 0 where there is none at the moment."""
        master = next((pid for pid in _children(self.pid) if "gunicorn" in _words(pid)), 0)
        found = {
            "the master of those that answer": [master],
            "one that answers": _children(master) if master else [],
            "the database": [self._postmaster],
            "a connection of the database": [
                pid for pid in _children(self._postmaster) if "127.0.0.1" in _words(pid)
            ],
            "the worker of the queue": [pid for pid in _children(self.pid) if JobWorker.MARK in _words(pid)],
        }[kind]
        return random.choice(found) if found else 0


KINDS = (
    "one that answers",
    "a connection of the database",
    "the worker of the queue",
    "the master of those that answer",
    "the database",
)


@contextmanager
def _running(workers: int) -> Iterator[Application]:
    state, port = state_folder() / f"kills-{os.getpid()}", free_port()
    state.mkdir(parents=True)
    if os.geteuid() == 0:
        state.chmod(0o755)
    words = [sys.executable, str(ROOT / "chord"), "start", "--port", str(port), "--workers", str(workers)]
    with open(state / "said", "wb") as said:
        process = subprocess.Popen(
            words, cwd=ROOT, env={**os.environ, "CHORD_STATE": str(state)}, stdout=said, stderr=said,
            start_new_session=True,
        )  # fmt: skip
    try:
        application = Application(process.pid, port, state)
        end = time.monotonic() + _FIRST_S
        while _health(port) != 200:
            if process.poll() is not None or time.monotonic() > end:
                raise CannotGoOn(f"it did not start:\n{(state / 'said').read_text()[-2000:]}")
            time.sleep(0.2)
        yield application
    finally:
        process.terminate()
        process.wait(timeout=60)
        shutil.rmtree(state, ignore_errors=True)


def _health(port: int) -> int:
    return Asking(port, {}, "", Seen()).ask("health", "GET", "/api/health/")[0]


@dataclass
class Written:
    """What was confirmed: numbers of boards, and of each ticket its version and mass."""

    boards: set[str] = field(default_factory=set)
    tickets: dict[int, tuple[int, float]] = field(default_factory=dict)
    tried: dict[int, set[float]] = field(default_factory=dict)
    times: list[float] = field(default_factory=list)
    over: threading.Event = field(default_factory=threading.Event)

    def confirm(self) -> None:
        """Something was written just now."""
        self.times.append(time.monotonic())


def _hang(browser: Asking, who: int, written: Written) -> None:
    """Hang boards; what was not confirmed is sent again under the same number."""
    for n in count():
        number = f"K{who}-{n}"
        while not written.over.is_set():
            status, _ = browser.ask("hang", "POST", "/api/boards/", {"board": _BOARD, "number": number})
            # Refused: it hangs already, from a try whose answer was lost.
            if status in (200, 201, 400):
                written.boards.add(number)
                written.confirm()
                break
            time.sleep(_PAUSE_S)
        if written.over.wait(_PAUSE_S):
            return


def _change(browser: Asking, who: int, written: Written) -> None:
    """Change a fact of a ticket again and again."""
    facts = {"name": f"Guest {who}", "rung": "linking", "mass_kg": 60.0}
    ticket = browser.ask("open", "POST", "/api/fittings/", {"facts": facts})[1]
    pk, version = ticket["id"], ticket["version"]
    for n in count(1):
        mass = 60.0 + (n % 3000) / 100
        written.tried.setdefault(pk, set()).add(mass)
        body = {"version": version, "facts": {"mass_kg": mass}}
        status, found = browser.ask("change", "PATCH", f"/api/fittings/{pk}/", body)
        if status == 200:
            version = found["version"]
            written.tickets[pk] = (version, mass)
            written.tried[pk] = set()
            written.confirm()
        elif status == 409:
            # The answer to the last try was lost, not the change.
            version = found["current"]["version"]
        if written.over.wait(_PAUSE_S):
            return


def _kill(application: Application, kind: str, written: Written) -> float:
    """Kill one; how long until it is there again and something was written [s]."""
    pid = application.one(kind)
    while not pid:
        time.sleep(0.1)
        pid = application.one(kind)
    os.kill(pid, signal.SIGKILL)
    begun = time.monotonic()
    while time.monotonic() < begun + 6 * BACK_S:
        time.sleep(0.05)
        back = application.one(kind) not in (0, pid) and _health(application.port) == 200
        if back and written.times and written.times[-1] > begun:
            break
    return time.monotonic() - begun


def _gone(browser: Asking, written: Written) -> tuple[int, int]:
    """Confirmed boards that do not hang exactly once, confirmed changes that do not stand."""
    rack = [row["number"] for row in browser.ask("check", "GET", "/api/boards/")[1]]
    boards = sum(rack.count(number) != 1 for number in written.boards)
    changes = 0
    for pk, (version, mass) in written.tickets.items():
        found = browser.ask("check", "GET", f"/api/fittings/{pk}/")[1]
        stands = found["facts"]["mass_kg"] in {mass, *written.tried[pk]}
        changes += found["version"] < version or not stands
    return boards, changes


def kills(times: int, workers: int) -> int:
    """Kill so often; prints a line for each.

    Returns:
        1 where something confirmed is gone, or it took longer than ``BACK_S`` to come back.
    """
    worst = 0.0
    with _running(workers) as application:
        browser, written = sign_in(application.port, Seen()), Written()

        def another() -> Asking:
            return Asking(application.port, dict(browser.cookies), browser.token, Seen())

        works: list[Callable[[], None]] = [
            *(lambda who=who: _hang(another(), who, written) for who in range(_HANG)),
            *(lambda who=who: _change(another(), who, written) for who in range(_CHANGE)),
        ]
        threads = [threading.Thread(target=work, daemon=True) for work in works]
        for thread in threads:
            thread.start()
        for n in range(times):
            kind = KINDS[n % len(KINDS)]
            time.sleep(random.uniform(*_REST_S))
            took = _kill(application, kind, written)
            worst = max(worst, took)
            say(f"  {n + 1:3} {kind}: back after {took:.1f} s; {len(written.times)} confirmed")
        written.over.set()
        for thread in threads:
            thread.join()
        boards, changes = _gone(another(), written)
    confirmed = len(written.times)
    say(f"  {times} kills, {confirmed} confirmed writes, {boards + changes} gone; back within {worst:.1f} s")
    return int(boards + changes > 0 or worst > BACK_S)
