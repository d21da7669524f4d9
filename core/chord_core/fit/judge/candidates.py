"""Boards that are compared: drawn once, judged in as many cases as one likes."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from chord_core.documents.board import Board
from chord_core.fit.judge.baseline import build_baseline
from chord_core.fit.judge.case import Case
from chord_core.fit.judge.factors import Best
from chord_core.fit.judge.shared import judge
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import Array
from chord_core.memory import cached_property
from chord_core.ride.fins import FleetFins, fins_of
from chord_core.ride.often import OftenRidden


@dataclass(frozen=True)
class Candidates:
    """Boards, their hulls and fins, in one order."""

    boards: Sequence[Board]
    hull: Hull
    fins: FleetFins

    @cached_property
    def _ridden(self) -> OftenRidden:
        return OftenRidden(self.hull, self.fins)

    def fit(self, case: Case, target_l: float | None, best: Best | None = None) -> Array:
        """Fit of the boards in a case, (n,).

        Args:
            target_l: the advisor's own target [L], or None.
            best: another case's best reference board to measure by; else this case's own.
        """
        ridden = self._ridden.under(case.rider, case.conditions)
        judged = judge(case, target_l, self.boards, self.hull, ridden)
        return judged.fit(best.under(case) if best else build_baseline(case, target_l).best)


def fit_in(case: Case, target_l: float | None, boards: Sequence[Board], best: Best | None = None) -> Array:
    """Fit of boards that are asked in one case only, (n,)."""
    return Candidates(boards, labelled_hulls(boards), fins_of(boards)).fit(case, target_l, best)
