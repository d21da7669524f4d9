"""The most that boards can be worth to a surfer, by what is known of them without riding them: kind, size,
how they are carried."""

from __future__ import annotations

from collections.abc import Sequence

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


def _without_riding(case: Case, target_l: float | None, names: Sequence[str], hull: Hull) -> dict[str, Array]:
    """The factors but rides at most, (n,), 0-1, each as far as it does not hang on the ride."""
    sized = size_parts(hull, wanted_of(case, target_l, names))
    handling = carried(hull, case.rider, case.conditions)
    return {"style": np.ones(len(hull)), "handling": handling, "growth": np.prod(sized, axis=0)}


def nearness(case: Case, target_l: float | None, boards: Sequence[Board], hull: Hull) -> Array:
    """How near boards come to what is expected, (n,), more is nearer: which to ride first, before any was.

    Args:
        target_l: the advisor's own target [L], or None.
        hull: the same boards in the same order.
    """
    names = [board.family for board in boards]
    factors = {"rides": np.ones(len(hull)), **_without_riding(case, target_l, names, hull)}
    shares = kept_shares(case, {})
    kind = np.array([shares.get(name, 0.0) for name in names])
    return np.asarray(kind * weighed(weights_for(case.rider, case.conditions), factors))


def most_fit(case: Case, target_l: float | None, boards: Sequence[Board], hull: Hull) -> Array:
    """Fit that boards have at most, (n,), whatever they do on a wave: as if every wave were a ride, the style
    just right, and every complaint answered. Never less than ``Judged.fit``.

    Args:
        target_l: the advisor's own target [L], or None.
        hull: the same boards in the same order.
    """
    baseline = build_baseline(case, target_l)
    best, names = baseline.best, [board.family for board in boards]
    rides = _most_rides(case, baseline)
    factors = {"rides": np.full(len(hull), rides), **_without_riding(case, target_l, names, hull)}
    product = weighed(weights_for(case.rider, case.conditions), factors)
    kind = np.array([best.shares.get(name, 0.0) for name in names])
    return fit_from(best, names, kind, product)
