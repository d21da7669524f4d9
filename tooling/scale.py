"""``./chord scale``: how many advisors a machine carries, by arithmetic and by a simulation, from what an
answer costs alone. Checked against what ``./chord load`` measures (docs/scale.md).

The simulation is of events (discrete-event): cores that work at the most urgent of what waits, changes before
windows before doubts, what is less urgent set aside meanwhile and left when its ticket is changed again.
"""

from __future__ import annotations

import heapq
import random
from collections.abc import Sequence
from dataclasses import dataclass, field
from itertools import count
from math import ceil, inf
from statistics import quantiles

from tooling.say import say

#: Between two changes of an advisor, and from a change to what is asked after it [s].
CHANGE_S, WINDOWS_S, DOUBTS_S = 8.0, 0.04, 1.2
#: Advisors at work at a shop's counter in its busiest hour.
_AT_WORK = 2
_SHOPS = (1, 20, 200)
_CORES = (1, 2, 4, 8, 16, 32, 64, 128)


@dataclass(frozen=True)
class Cost:
    """What an advisor's answers cost on one core, alone [s]: the answer to a change, its windows, its doubts
    and the next step."""

    change: float
    windows: float
    doubts: float
    step: float

    @property
    def urgent(self) -> float:
        """What cannot be left [cores for each advisor]."""
        return (self.change + self.windows) / CHANGE_S

    @property
    def whole(self) -> float:
        """All of it [cores for each advisor]."""
        return (self.change + self.windows + self.doubts + self.step) / CHANGE_S


@dataclass
class Found:
    """How long each kind was waited for [s], how many were left."""

    waited: dict[str, list[float]] = field(
        default_factory=lambda: {"change": [], "windows": [], "doubts": []}
    )
    left: int = 0

    def p95(self, name: str) -> float:
        """The 95th percentile [s]; not a number where fewer than twenty came."""
        rows = self.waited[name]
        return quantiles(rows, n=100)[94] if len(rows) >= 20 else float("nan")


@dataclass(order=True)
class _Work:
    urgency: int
    number: int
    name: str = field(compare=False)
    left_s: float = field(compare=False)
    asked_s: float = field(compare=False)
    advisor: int = field(compare=False)
    version: int = field(compare=False)


class _House:
    """Cores, what waits for them, and the advisors' tickets."""

    def __init__(self, cores: int, cost: Cost, advisors: int, seed: int) -> None:
        self.cores, self.cost = cores, cost
        self.chance = random.Random(seed)
        self.now = 0.0
        self.found = Found()
        self.working: list[_Work] = []
        self.versions = [0] * advisors
        self.numbers = count()
        #: What happens when: a change of an advisor, or something asked after one.
        self.ahead: list[tuple[float, int, str, int, int]] = []
        for one in range(advisors):
            self.at(self.chance.uniform(0, CHANGE_S), "change", one, 0)

    def at(self, when: float, name: str, advisor: int, version: int) -> None:
        """Something will be asked."""
        heapq.heappush(self.ahead, (when, next(self.numbers), name, advisor, version))

    def ask(self, name: str, advisor: int, version: int) -> None:
        """Something is asked now; nothing of a ticket that was changed meanwhile."""
        if name == "change":
            self.versions[advisor] += 1
            version = self.versions[advisor]
            kept = [one for one in self.working if one.advisor != advisor or one.name == "change"]
            self.found.left += len(self.working) - len(kept)
            self.working = kept
            self.at(self.now + CHANGE_S, "change", advisor, 0)
        elif version != self.versions[advisor]:
            self.found.left += 1
            return
        seconds = {"change": self.cost.change, "windows": self.cost.windows}
        # No two tickets cost the same; a third about the mean, as was measured.
        takes = seconds.get(name, self.cost.doubts + self.cost.step) * self.chance.uniform(0.7, 1.3)
        urgency = ("change", "windows", "doubts").index(name)
        self.working.append(_Work(urgency, next(self.numbers), name, takes, self.now, advisor, version))
        self.working.sort()

    def done(self, work: _Work) -> None:
        """Something was answered: what a browser asks then."""
        self.working.remove(work)
        self.found.waited[work.name].append(self.now - work.asked_s)
        if work.name == "change":
            self.at(self.now + WINDOWS_S, "windows", work.advisor, work.version)
            self.at(self.now + DOUBTS_S, "doubts", work.advisor, work.version)

    def run(self, until: float) -> Found:
        """Go from event to event."""
        while self.now < until:
            served = self.working[: self.cores]
            first = min(served, key=lambda one: one.left_s, default=None)
            ends = self.now + first.left_s if first else inf
            begins = self.ahead[0][0] if self.ahead else inf
            past = min(ends, begins) - self.now
            for one in served:
                one.left_s -= past
            self.now += past
            if first and ends <= begins:
                self.done(first)
            else:
                _, _, name, advisor, version = heapq.heappop(self.ahead)
                self.ask(name, advisor, version)
        return self.found


def simulate(advisors: int, cores: int, cost: Cost, seconds: float = 240.0, seed: int = 1) -> Found:
    """So many advisors for so long on so many cores, of which none is shared with others."""
    return _House(cores, cost, advisors, seed).run(seconds)


def cores_for(advisors: int, cost: Cost) -> int | None:
    """The fewest cores on which a change is answered within a quarter of a second, windows within one and a
    half, doubts within five, nineteen times of twenty; None where 128 are too few."""
    for cores in _CORES:
        if cores < ceil(advisors * cost.urgent):
            continue
        found = simulate(advisors, cores, cost, 120.0)
        if all(
            not found.p95(name) > most for name, most in (("change", 0.25), ("windows", 1.5), ("doubts", 5.0))
        ):
            return cores
    return None


def scale(milliseconds: Sequence[float]) -> int:
    """Print what shops need, from what change, windows, doubts and step cost alone [ms]."""
    cost = Cost(*(one / 1e3 for one in milliseconds))
    say(f"an advisor at work: {cost.whole:.3f} cores, of these {cost.urgent:.3f} that cannot wait")
    say(f"{'shops':>6} {'advisors':>9} {'cores, sum':>11} {'cores':>6}  change / windows / doubts, p95")
    for shops in _SHOPS:
        advisors = shops * _AT_WORK
        cores = cores_for(advisors, cost)
        found = simulate(advisors, cores or _CORES[-1], cost)
        waits = " / ".join(f"{found.p95(name):.2f} s" for name in found.waited)
        say(f"{shops:6} {advisors:9} {advisors * cost.whole:11.1f} {cores or '> 128':>6}  {waits}")
    return 0
