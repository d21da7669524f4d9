"""The most that boards can be worth to a surfer, by what is known of them without riding them: kind, size,
how they are carried."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from chord_core.documents.board import Board
from chord_core.fit.judge.baseline import Baseline, build_baseline
from chord_core.fit.judge.case import Case
from chord_core.fit.judge.factors import (
    days_of_water,
    fit_from,
    kept_shares,
    wanted_of,
    weighed,
    weights_for,
)
from chord_core.fit.judge.growth import size_parts
from chord_core.fit.judge.handling import carried
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.memory import cached_property
from chord_core.ride.foam import at_ease
from chord_core.ride.rides import rides_an_hour

_NOTHING = 1e-9


def _most_rides(case: Case, baseline: Baseline) -> float:
    """Rides, over the best expected board's, of a board on which every wave at whose height the surfer is at
    ease is a ride, and the way out takes no time."""
    conditions, ridden = case.conditions, baseline.judged.ridden
    every: Array = np.ones(1)
    if not conditions.river:
        every = days_of_water(case.rider, conditions) @ at_ease(case.rider, conditions)
        every = rides_an_hour(conditions, ridden.along_m_s, np.full(len(every), np.inf), every)
    return float((every / np.maximum(baseline.best.rides, _NOTHING)).min())


@dataclass(frozen=True)
class Unridden:
    """Boards before any of them was ridden for a case.

    ``target_l``: the advisor's own target [L], or None; ``hull``: the same boards in the same order.
    """

    case: Case
    target_l: float | None
    boards: Sequence[Board]
    hull: Hull

    @cached_property
    def _names(self) -> list[str]:
        return [board.family for board in self.boards]

    @cached_property
    def _without_riding(self) -> dict[str, Array]:
        """The factors but rides at most, (n,), 0-1, each as far as it does not hang on the ride."""
        sized = size_parts(self.hull, wanted_of(self.case, self.target_l, self._names))
        handling = carried(self.hull, self.case.rider, self.case.conditions)
        return {"style": np.ones(len(self.hull)), "handling": handling, "growth": np.prod(sized, axis=0)}

    def _product(self, rides: float) -> Array:
        factors = {"rides": np.full(len(self.hull), rides), **self._without_riding}
        return weighed(weights_for(self.case.rider, self.case.conditions), factors)

    def _kind(self, shares: dict[str, float]) -> Array:
        return np.array([shares.get(name, 0.0) for name in self._names])

    def nearness(self) -> Array:
        """How near they come to what is expected, (n,), more is nearer: which to ride first."""
        return np.asarray(self._kind(kept_shares(self.case, {})) * self._product(1.0))

    def most_fit(self) -> Array:
        """Fit that they have at most, (n,), whatever they do on a wave: as if every wave were a ride, the
        style just right, and every complaint answered. Never less than ``Judged.fit``."""
        baseline = build_baseline(self.case, self.target_l)
        product = self._product(_most_rides(self.case, baseline))
        return fit_from(baseline.best, self._names, self._kind(baseline.best.shares), product)
