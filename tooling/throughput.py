"""How many whole answers a machine gives in a second: by one process, then by more.

``./chord load --throughput``: people who change their ticket and read everything that the screen asks for
after it, one thing after another, without a pause. Who asks and the database work on the same cores. On
127.0.0.1 only.
"""

from __future__ import annotations

import random
import subprocess
import sys
import time
from contextlib import ExitStack
from functools import partial
from statistics import median

from tooling.cluster import free_port
from tooling.install import install
from tooling.load import Asking, Seen, another, new_ticket, settings_of_a_shop, sign_in, together
from tooling.say import say
from tooling.serve import serving

#: People at once, for so long [s], so often; before that for so long, so that everything is loaded.
_PEOPLE, _SECONDS, _ROUNDS, _BEFORE_S = 12, 20.0, 5, 10.0
#: A program that only counts, for so long [s]: what a core of this machine is worth at the moment.
_COUNT_S = 2.0
_COUNT = f"""
import time
until, count = time.perf_counter() + {_COUNT_S}, 0
while time.perf_counter() < until:
    count += sum(range(10_000))
print(count)
"""
#: What is read after a change, in the order of the screen.
_READ = ("windows", "doubts", "step")


def _work(browser: Asking, number: int, until: float) -> None:
    """Change a ticket and read the whole answer to it, again and again until a moment; no two ask the same,
    in no round either: answers are kept."""
    ticket = new_ticket(browser, number)
    if ticket is None:
        return
    path, version = f"/api/fittings/{ticket['id']}/", ticket["version"]
    chance = random.Random(f"{number} {until}")
    while time.monotonic() < until:
        body = {"version": version, "facts": {"mass_kg": round(chance.uniform(60, 95), 3)}}
        status, changed = browser.ask("change", "PATCH", path, body)
        if status != 200:
            return
        version = changed["version"]
        for what in _READ:
            browser.ask(what, "GET", f"{path}{what}/")


def _round(browser: Asking, seconds: float) -> Seen:
    seen = browser.seen = Seen()
    until = time.monotonic() + seconds
    together([partial(_work, another(browser), number, until) for number in range(_PEOPLE)])
    return seen


def _counted(programs: int) -> int:
    """How far so many programs count that do nothing else, side by side."""
    run = [subprocess.Popen([sys.executable, "-c", _COUNT], stdout=subprocess.PIPE) for _ in range(programs)]
    return sum(int(one.communicate()[0]) for one in run)


def throughput(workers: int) -> int:
    """Measure one process and so many, by turns; prints whole answers a second of each, and their ratio
    beside that of programs that only count, for virtual cores are not always whole ones.

    Returns:
        1 where anything went wrong.
    """
    install()
    rates: dict[int, list[float]] = {1: [], workers: []}
    counts: dict[int, list[float]] = {1: [], workers: []}
    wrong: list[str] = []
    with settings_of_a_shop() as env, ExitStack() as servers:
        browsers = {}
        for processes in rates:
            port = free_port()
            servers.enter_context(serving(env, port, processes))
            browsers[processes] = sign_in(port, Seen())
            _round(browsers[processes], _BEFORE_S)
        # The machine's own speed changes: both see the same of it.
        for _ in range(_ROUNDS):
            for processes, browser in browsers.items():
                before = _counted(processes)
                begun = time.monotonic()
                seen = _round(browser, _SECONDS)
                rates[processes].append(len(seen.waited[_READ[-1]]) / (time.monotonic() - begun))
                counts[processes].append((before + _counted(processes)) / 2)
                wrong += seen.wrong
    one, more = (median(each) for each in rates.values())
    for processes, each in rates.items():
        says = ", ".join(f"{rate:.2f}" for rate in each)
        say(f"{processes} answering: {median(each):.2f} whole answers a second ({says})")
    alone, at_once = (median(each) for each in counts.values())
    worth = f"programs that only count do {at_once / alone:.2f} x what one does"
    say(f"{more / one:.2f} x one process; {worth}; errors: {len(wrong)}")
    for line in wrong[:5]:
        say(f"    {line}")
    return 1 if wrong else 0
