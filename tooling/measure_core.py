"""Measure the core: a fleet at once against the same boards one by one. Run in the environment."""

from __future__ import annotations

import resource
import subprocess
import sys
import time
from collections.abc import Callable, Sequence
from functools import partial
from statistics import median

from chord_core.documents import Board, PlanRequest, QuiverRequest, RankRequest, SolveRequest, Surfer, Water
from chord_core.documents.verbs.size import SizeRequest
from chord_core.fit.answer.plan import plan
from chord_core.fit.answer.quiver import quiver
from chord_core.fit.answer.rank import doubts, judge_rack
from chord_core.fit.answer.size import Sized, answer_of
from chord_core.fit.answer.solve import solve
from chord_core.fit.judge.case import case_of
from chord_core.fit.rules.reference_boards import board_at
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import Hull, hull_of
from chord_core.hull.label import labelled_hulls
from chord_core.ride.batches import summarize_rides
from chord_core.ride.fins import FleetFins, fins_of
from chord_core.ride.prone import float_fast
from chord_core.ride.ride_model import build_fleet_ride
from chord_core.ride.wave_range import find_wave_range
from chord_core.surfer.body import lying_body
from chord_core.tables import families

_MIB = 1024


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


def _rack(count: int) -> list[Board]:
    sea = [family for family in families().values() if family.board_class != "river"]
    return [board_at(sea[i % len(sea)], (i * 0.37) % 1) for i in range(count)]


def _of_64(rounds: int) -> None:
    boards = _rack(64)
    hull, body = labelled_hulls(boards), lying_body(75, 1.78, 3)
    alone = hull.rows(slice(0, 1))
    _line("hulls of 64 boards", _time(lambda: hull_of(fleet_of(boards)), rounds),
          _time(lambda: hull_of(fleet_of(boards[:1])), rounds), 64)  # fmt: skip
    _line("float of 64 boards", _time(lambda: float_fast(hull, body, 1025), rounds),
          _time(lambda: float_fast(alone, body, 1025), rounds), 64)  # fmt: skip
    request = RankRequest(surfer=Surfer(mass_kg=75, rung="linking"), water=Water(usual_m=1.1), boards=boards)
    case = case_of(request)
    assert case
    _line("ranking of 64 boards", _time(lambda: judge_rack(case, boards, hull, None).describe(0), rounds),
          _time(lambda: judge_rack(case, boards[:1], alone, None).describe(0), rounds), 64)  # fmt: skip


def _repeated(hull: Hull, fins: FleetFins, times: int) -> tuple[Hull, FleetFins]:
    import numpy as np

    rows = np.tile(np.arange(len(hull)), times)
    return hull.rows(rows), fins.rows(rows)


def _of_a_thousand(rounds: int) -> None:
    """The ride of 1,000 boards in 40 bins with the range; plain form, one board, 100 to 100,000 boards."""
    boards = _rack(1000)
    hull, fins = labelled_hulls(boards), fins_of(boards)
    case = case_of(
        RankRequest(surfer=Surfer(mass_kg=75, rung="linking"), water=Water(usual_m=1.1), boards=boards[:1])
    )
    assert case
    rider, conditions = case.rider, case.conditions

    def ride(some: Hull, of: FleetFins, fast: bool = True) -> None:
        fleet_ride = build_fleet_ride(some, of, rider, conditions, fast)
        fleet_ride.rides_an_hour(fleet_ride.works)
        if fast:
            find_wave_range(fleet_ride)

    def one(board: Sequence[Board]) -> None:
        ride(labelled_hulls(board), fins_of(board))

    whole = _time(lambda: ride(hull, fins), rounds)
    alone, alone_fins = hull.rows(slice(0, 1)), fins.rows(slice(0, 1))
    single = _time(lambda: ride(alone, alone_fins), rounds)
    four, four_fins = hull.rows(slice(0, 4)), fins.rows(slice(0, 4))
    plain = _time(lambda: ride(four, four_fins, fast=False), 1) / 4
    plain_one = _time(lambda: ride(alone, alone_fins, fast=False), 1)
    print(f"  ride of 1,000 boards, 40 bins and the range: {whole * 1e3:.0f} ms on one core")
    print(
        f"    one board, hull known {single * 1e3:.1f} ms: "
        f"one by one {single * 1000 / whole:.0f} times as long"
    )
    print(f"    plain form, without the range: board by board {plain_one * 1000 / whole:.0f} times as long, "
          f"in fleets of four {plain * 1000 / whole:.0f} times")  # fmt: skip
    print(
        f"    one board from its document, with hull and range: "
        f"{_time(lambda: one(boards[:1]), rounds) * 1e3:.1f} ms"
    )
    for times in (0.1, 1, 10, 100):
        some, of = (
            (hull.rows(slice(0, 100)), fins.rows(slice(0, 100)))
            if times < 1
            else _repeated(hull, fins, int(times))
        )
        begun = time.perf_counter()
        summarize_rides(some, of, rider, conditions, asked=len(some))
        taken = time.perf_counter() - begun
        most = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / _MIB
        print(
            f"    {len(some):7d} boards {taken / len(some) * 1e6:6.0f} us a board, "
            f"at most {most:5.0f} MiB in all"
        )


def _of_a_quiver(rounds: int) -> None:
    """Six boards over a year with their map; the best three of 64 and of 500 boards; three years ahead."""
    surfer, water = Surfer(mass_kg=75, rung="linking", sessions_month=6), Water(usual_m=1.1)
    boards = [board.model_copy(update={"price": 300.0 + 7 * i}) for i, board in enumerate(_rack(500))]
    case = case_of(SizeRequest(surfer=surfer, water=water))

    def asked(owned: int, more: int) -> QuiverRequest:
        own, rest = tuple(boards[:owned]), tuple(boards[owned : owned + more])
        return QuiverRequest(surfer=surfer, water=water, boards=own, candidates=rest, budget=1500)

    for owned, more, wanted in ((6, 0, 0.15), (2, 64, 2.0), (2, 498, 10.0)):
        work = partial(quiver, asked(owned, more), case)
        taken = _time(work, rounds if more < 100 else 1)
        share = f"{taken / wanted:.2f} of {wanted:g} s"
        print(f"  quiver of {owned}, {more:3d} to add {taken * 1e3:7.0f} ms   {share}")
    way = PlanRequest(surfer=surfer, water=water, boards=tuple(boards[:4]))
    print(f"  the way ahead, 36 months     {_time(lambda: plan(way), rounds) * 1e3:7.0f} ms")


def _searched(rounds: int) -> None:
    """The search for windows, solving a board, and the doubts, beside the answer without them."""
    boards = _rack(64)
    request = RankRequest(surfer=Surfer(mass_kg=75, rung="linking"), water=Water(usual_m=1.1), boards=boards)
    case = case_of(request)
    assert case
    hull, fins = labelled_hulls(boards), fins_of(boards)
    rack = judge_rack(case, boards, hull, None, fins)
    plain = _time(lambda: answer_of(Sized(case, None), searched=False), rounds)
    asked = SolveRequest(surfer=request.surfer, water=request.water)
    print(f"  schools and families in order: {plain * 1e3:.0f} ms")
    for says, work in (
        ("windows, tails, fins, builds", lambda: answer_of(Sized(case, None))),
        ("a board solved", lambda: solve(asked)),
        ("how sure, the next question", lambda: doubts(request, rack, fins)),
    ):
        taken = _time(work, max(rounds // 8, 3))
        print(f"    {says:<30} {taken * 1e3:5.0f} ms   {taken / plain:4.0f} times as long")


def _first_answer() -> None:
    """A fresh process: from nothing to the first answer."""
    document = ('{"board": {"family": "all-rounder", "length_m": 1.8, "width_m": 0.5, "thickness_m": 0.063}, '
                '"surfer": {"mass_kg": 75, "rung": "linking"}}')  # fmt: skip
    taken = []
    for _ in range(3):
        begun = time.perf_counter()
        subprocess.run([sys.executable, "-m", "chord_core.cli", "ride"], input=document.encode(), check=True,
                       stdout=subprocess.DEVNULL)  # fmt: skip
        taken.append(time.perf_counter() - begun)
    print(f"  first answer of a fresh process: {median(taken):.2f} s")


def main(rounds: int) -> None:
    """Print the figures."""
    _of_64(rounds)
    _of_a_thousand(rounds)
    _searched(rounds)
    _of_a_quiver(rounds)
    _first_answer()


if __name__ == "__main__":
    main(int(sys.argv[1]))
