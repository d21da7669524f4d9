"""Measure the core: a fleet at once against the same boards one by one. Run in the environment."""

from __future__ import annotations

import sys
import time
from collections.abc import Callable
from statistics import median

from chord_core.documents import RankRequest, Surfer, Water
from chord_core.fit.rank import judge_rack
from chord_core.fit.size import case_of
from chord_core.fit.windows import board_at
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import hull_of
from chord_core.hull.label import labelled_hulls
from chord_core.ride.float import float_prone
from chord_core.surfer.body import lying_body
from chord_core.tables import families


def _time(work: Callable[[], object], rounds: int) -> float:
    work()
    taken = []
    for _ in range(rounds):
        begun = time.perf_counter()
        work()
        taken.append(time.perf_counter() - begun)
    return median(taken)


def _line(says: str, fleet: float, single: float, count: int) -> None:
    ratio = single * count / fleet
    print(f"  {says:<28} fleet {fleet * 1e3:7.1f} ms   one by one {ratio:5.0f} times as long")


def main(rounds: int) -> None:
    """Print the figures."""
    spread = [board_at(family, place / 8) for family in families().values() for place in range(3, 7)]
    boards = (spread * 2)[:64]
    hull, body = labelled_hulls(boards), lying_body(75, 1.78, 3)
    alone = hull.rows(slice(0, 1))
    _line("hulls of 64 boards", _time(lambda: hull_of(fleet_of(boards)), rounds),
          _time(lambda: hull_of(fleet_of(boards[:1])), rounds), 64)  # fmt: skip
    _line("float of 64 boards", _time(lambda: float_prone(hull, body, 1025), rounds),
          _time(lambda: float_prone(alone, body, 1025), rounds), 64)  # fmt: skip
    request = RankRequest(surfer=Surfer(mass_kg=75, rung="linking"), water=Water(usual_m=1.1), boards=boards)
    case = case_of(request)
    assert case
    _line("ranking of 64 boards", _time(lambda: judge_rack(case, boards, hull, None).describe(0), rounds),
          _time(lambda: judge_rack(case, boards[:1], alone, None).describe(0), rounds), 64)  # fmt: skip


if __name__ == "__main__":
    main(int(sys.argv[1]))
