"""A shop full of advisors: what each waits for while all the others work, as ratios to one alone.

``./chord load``: a server, a rack and tickets of its own; first one advisor, then so many at once. Everybody
changes a fact of their ticket every few seconds, and asks for what the screen asks for: the windows at once,
the doubts a moment later, whether somebody else changed the ticket. Beside them somebody lists, finds and
opens sheets. On 127.0.0.1 only, and as long as it was asked to.
"""

from __future__ import annotations

import json
import random
import subprocess
import threading
import time
from collections import defaultdict
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, field
from http.client import HTTPConnection, HTTPException
from pathlib import Path
from statistics import quantiles
from typing import Any

from tooling.check import scratch_cluster
from tooling.cluster import free_port
from tooling.environment import server_env
from tooling.install import install
from tooling.paths import PYTHON, SERVER
from tooling.say import say
from tooling.serve import Server, prepare, serving

#: Boards of the rack; seconds between two changes of one advisor, between two looks of the light one.
_RACK, _CHANGE_S, _LIGHT_S = 870, 8.0, 1.0
#: After a change the windows are asked for, and then the doubts [s], as the screen does.
_WINDOWS_S, _DOUBTS_S, _SINCE_S = 0.04, 1.2, 4.0
#: How long an answer is waited for, and a line kept that nobody uses [s].
_PATIENCE_S, _IDLE_S = 120.0, 30.0
#: A host takes cores by fits (steal time): an interval of a run [s] is quiet if it took less than this share.
_INTERVAL_S, _QUIET = 10.0, 0.01
_FACTS: tuple[dict[str, Any], ...] = (
    {"mass_kg": 62, "rung": "green wave"},
    {"mass_kg": 70, "rung": "trimming"},
    {"mass_kg": 78, "rung": "linking"},
    {"mass_kg": 85, "rung": "linking"},
    {"mass_kg": 94, "rung": "trimming"},
    {"mass_kg": 74, "rung": "carving"},
)


@dataclass
class Seen:
    """When each thing was asked [s] and how long it was waited for [ms]; what went wrong; confirmed changes,
    by ticket; of each interval of the run its begin [s] and the share of the cores that a host took."""

    waited: dict[str, list[tuple[float, float]]] = field(default_factory=lambda: defaultdict(list))
    wrong: list[str] = field(default_factory=list)
    kept: dict[int, int] = field(default_factory=lambda: defaultdict(int))
    left: int = 0
    half_mb: float = 0.0
    intervals: list[tuple[float, float]] = field(default_factory=list)

    def p(self, name: str, share: int) -> float:
        """A percentile [ms]; nothing where it was not asked twice."""
        rows = [waited for _, waited in self.waited[name]]
        return quantiles(rows, n=100)[share - 1] if len(rows) > 1 else float("nan")

    def in_quiet(self) -> Seen:
        """What was asked in those intervals in which a host took next to nothing."""
        quiet = [(begun, share) for begun, share in self.intervals if share < _QUIET]
        rows = {
            name: [row for row in rows if any(0 <= row[0] - begun < _INTERVAL_S for begun, _ in quiet)]
            for name, rows in self.waited.items()
        }
        return Seen(defaultdict(list, rows), intervals=quiet)


class Asking:
    """A browser: keeps its session and its connections, and takes the one that was used last of those that
    are free."""

    def __init__(self, port: int, cookies: dict[str, str], token: str, seen: Seen) -> None:
        self.port, self.cookies, self.token, self.seen = port, cookies, token, seen
        self._free: list[tuple[HTTPConnection, float]] = []

    def _line(self) -> HTTPConnection:
        while self._free:
            line, used = self._free.pop()
            if time.monotonic() - used < _IDLE_S:
                return line
        return HTTPConnection("127.0.0.1", self.port, timeout=_PATIENCE_S)

    def ask(self, name: str, method: str, path: str, body: Any = None) -> tuple[int, Any]:
        """Ask, and note how long it took under a name."""
        headers = {
            "Cookie": "; ".join(f"{key}={value}" for key, value in self.cookies.items()),
            "X-CSRFToken": self.token,
            "Content-Type": "application/json",
        }
        data = None if body is None else json.dumps(body)
        begun = time.monotonic()
        try:
            line = self._line()
            line.request(method, path, data, headers)
            answer = line.getresponse()
            text = answer.read()
            self._free.append((line, time.monotonic()))
        except (OSError, HTTPException) as error:
            self.seen.wrong.append(f"{method} {path}: {type(error).__name__} {error}")
            return 0, None
        if answer.status != 204 or name == "since":
            self.seen.waited[name].append((begun, (time.monotonic() - begun) * 1e3))
        if answer.status >= 400:
            self.seen.wrong.append(f"{method} {path}: {answer.status} {text[:120]!r}")
        for name_, value in answer.headers.items():
            if name_ == "Set-Cookie":
                key, _, rest = value.partition("=")
                self.cookies[key] = rest.partition(";")[0]
        return answer.status, json.loads(text) if text else None


def sign_in(port: int, seen: Seen) -> Asking:
    """A browser in the demo shop."""
    browser = Asking(port, {}, "", seen)
    browser.token = browser.ask("sign in", "GET", "/api/session/")[1]["token"]
    browser.ask("sign in", "POST", "/api/session/demo/", {})
    browser.token = browser.ask("sign in", "GET", "/api/session/")[1]["token"]
    return browser


def another(browser: Asking) -> Asking:
    """The same person at another browser: signing in is not what is measured."""
    return Asking(browser.port, dict(browser.cookies), browser.token, browser.seen)


def new_ticket(browser: Asking, number: int) -> Any:
    """A ticket for a made-up customer; None where it could not be opened."""
    facts = {"name": f"Guest {number}", **_FACTS[number % len(_FACTS)]}
    return browser.ask("open", "POST", "/api/fittings/", {"facts": facts})[1]


def _advise(browser: Asking, number: int, until: float, spread: float) -> None:
    """Work at a ticket of one's own until a moment; no two ask the same."""
    chance = random.Random(f"{number} {until}")
    ticket = new_ticket(browser, number)
    if ticket is None:
        return
    usual_kg: float = _FACTS[number % len(_FACTS)]["mass_kg"]
    pk, version = ticket["id"], ticket["version"]
    time.sleep(chance.uniform(0, spread))
    while time.monotonic() < until:
        begun = time.monotonic()
        mass_kg = usual_kg + chance.uniform(-8, 8)
        body = {"version": version, "facts": {"mass_kg": round(mass_kg, 3)}}
        status, changed = browser.ask("change", "PATCH", f"/api/fittings/{pk}/", body)
        heard = _Heard(time.monotonic())
        if status == 200:
            version = changed["version"]
            browser.seen.kept[pk] += 1
            # As a browser does: the next change does not wait for them.
            threading.Thread(target=_ask_more, args=(browser, pk, heard), daemon=True).start()
        while (left := begun + _CHANGE_S - time.monotonic()) > 0:
            quiet = heard.at + _SINCE_S - time.monotonic()
            if quiet > 0:
                time.sleep(min(left, quiet))
                continue
            browser.ask("since", "GET", f"/api/fittings/{pk}/since/?version={version}")
            heard.at = time.monotonic()


@dataclass
class _Heard:
    """When the server last said how a ticket stands."""

    at: float


def _ask_more(browser: Asking, pk: int, heard: _Heard) -> None:
    """What the screen asks for once an answer stands; 204 where the ticket was changed meanwhile."""
    begun = time.monotonic()
    time.sleep(_WINDOWS_S)
    for name, wait in (("windows", 0.0), ("doubts", _DOUBTS_S), ("step", 0.0)):
        time.sleep(max(begun + wait - time.monotonic(), 0.0))
        if browser.ask(name, "GET", f"/api/fittings/{pk}/{name}/")[0] == 204:
            browser.seen.left += 1
            return
        if name != "step":
            heard.at = time.monotonic()


def look_around(browser: Asking, until: float, every_s: float = _LIGHT_S) -> None:
    """Light work: list, find, a sheet, one after another."""
    asks = ("/api/fittings/", "/api/rack/find/?text=a", "/api/breaks/", "/api/boards/?limit=1")
    boards = browser.ask("first", "GET", "/api/boards/?limit=20")[1] or []
    turn = 0
    while time.monotonic() < until:
        path = asks[turn % len(asks)]
        if boards and turn % 5 == 4:
            path = f"/api/boards/{boards[turn % len(boards)]['id']}/"
        browser.ask("light", "GET", path)
        turn += 1
        time.sleep(every_s)


def _memory_mb(server: Server) -> float:
    """What the processes that answer hold together [MB]; what they share is counted once."""
    total = 0.0
    for process in Path("/proc").glob("[0-9]*"):
        try:
            if int((process / "stat").read_text().rpartition(")")[2].split()[2]) != server.pid:
                continue
            text = (process / "smaps_rollup").read_text()
        except (OSError, ValueError):
            continue
        found = next((line for line in text.splitlines() if line.startswith("Pss:")), "")
        total += int(found.split()[1]) / 1024 if found else 0.0
    return total


def _cpu() -> tuple[float, float]:
    """Seconds of all cores together, and of these those that a host gave to others."""
    words = [int(word) for word in Path("/proc/stat").read_text().splitlines()[0].split()[1:]]
    return sum(words[:8]) / 100, words[7] / 100


def together(works: Sequence[Callable[[], None]]) -> None:
    """Do all at once, each in a thread of its own, and wait for all."""
    threads = [threading.Thread(target=work, daemon=True) for work in works]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()


def _round(server: Server, browser: Asking, advisors: int, seconds: float) -> Seen:
    """So many advisors for so long."""
    seen = browser.seen = Seen()
    until = time.monotonic() + seconds

    def advisor(number: int) -> Callable[[], None]:
        mine = another(browser)
        return lambda: _advise(mine, number, until, _CHANGE_S if advisors > 1 else 0.0)

    def watch() -> None:
        # Of a long run the second half is held against the first.
        time.sleep(seconds / 2)
        seen.half_mb = _memory_mb(server)

    def watch_host() -> None:
        while (begun := time.monotonic()) + _INTERVAL_S <= until:
            all_then, away_then = _cpu()
            time.sleep(_INTERVAL_S)
            all_now, away_now = _cpu()
            seen.intervals.append((begun, (away_now - away_then) / (all_now - all_then)))

    light = another(browser)
    all_advisors = [advisor(number) for number in range(advisors)]
    together([*all_advisors, lambda: look_around(light, until), watch, watch_host])
    return seen


def _lost(browser: Asking, seen: Seen) -> int:
    """Changes that were confirmed and are not there: a ticket's version counts them."""
    lost = 0
    for pk, changes in seen.kept.items():
        found = browser.ask("check", "GET", f"/api/fittings/{pk}/")[1]
        lost += max(changes + 1 - found["version"], 0) if found else changes
    return lost


def _tell(what: str, seen: Seen, alone: Seen | None) -> None:
    say(f"\n{what}")
    for name in ("change", "windows", "doubts", "step", "since", "light"):
        rows = seen.waited[name]
        if not rows:
            continue
        half, most = seen.p(name, 50), seen.p(name, 95)
        ratio = f", {most / alone.p(name, 95):.1f} x alone" if alone else ""
        say(f"  {name:8} {len(rows):5} times, median {half:7.0f} ms, p95 {most:7.0f} ms{ratio}")


@contextmanager
def settings_of_a_shop() -> Iterator[dict[str, str]]:
    """The settings of a server for a made-up shop with a rack of its own."""
    with scratch_cluster("load") as cluster:
        env = server_env(cluster.url, "load-" + "k" * 60, demo=True)
        prepare(env, cluster, demo=True)
        fill = [str(PYTHON), "manage.py", "fill_rack", str(_RACK)]
        subprocess.run(fill, cwd=SERVER, env=env, stdout=subprocess.DEVNULL, check=True)
        yield env


@contextmanager
def shop_with_a_rack(workers: int) -> Iterator[tuple[Server, Asking]]:
    """Such a server that has been asked already, and somebody who is signed in."""
    with settings_of_a_shop() as env:
        port = free_port()
        with serving(env, port, workers) as server:
            browser = sign_in(port, Seen())
            _round(server, browser, 1, 12.0)
            yield server, browser


def load(advisors: int, seconds: float, workers: int) -> int:
    """Measure; prints a line for each figure.

    Returns:
        1 where anything went wrong or was lost.
    """
    install()
    with shop_with_a_rack(workers) as (server, browser):
        alone = _round(server, browser, 1, max(seconds / 4, 24.0))
        _tell("one advisor", alone, None)
        before = _memory_mb(server)
        (all_then, away_then), many = _cpu(), _round(server, browser, advisors, seconds)
        all_now, away_now = _cpu()
        _tell(f"{advisors} advisors, {workers} processes, rack of {_RACK}", many, alone)
        quiet = many.in_quiet()
        what = f"in those {len(quiet.intervals)} of {len(many.intervals)} intervals of {_INTERVAL_S:.0f} s"
        _tell(f"{what} in which the host took less than {_QUIET:.0%}", quiet, alone)
        lost, after = _lost(browser, many), _memory_mb(server)
        say(f"  left because the ticket was changed meanwhile: {many.left}")
        away = (away_now - away_then) / (all_now - all_then)
        say(f"  of the cores' time the host gave {away:.0%} to others")
        say(f"  memory {before:.0f} MB, half-way {many.half_mb:.0f} MB, at the end {after:.0f} MB")
        # What is still on its way when the server is ended comes to nothing, and nobody waits for it.
        wrong = list(many.wrong)
        say(f"  confirmed changes lost: {lost}; errors: {len(wrong)}")
        for line in wrong[:5]:
            say(f"    {line}")
    return 1 if lost or wrong else 0
