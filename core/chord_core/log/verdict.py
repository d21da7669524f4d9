"""What pairs of ratings say: more, less, alike or not decided, how surely, and how many pairs it takes.

Differences in steps are normal about a mean with an unknown spread (Student's posterior, Gelman and others
2013, 3.2); a verdict is given when it is true in 95 of 100 worlds that look so, so that one may look after
each pair and stop.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.hull.stations import Array
from chord_core.tables import tables

_MEANS = np.linspace(-5, 5, 401)
_MOST_PAIRS = 40


@dataclass(frozen=True)
class Finding:
    """``way``: more (1), less (-1), alike (0), not decided (None); certainty 0-1 of the likeliest; mean steps
    with eight of ten between; pairs that are still needed (None: more than anybody goes for)."""

    way: int | None
    leans: int
    certainty: float
    steps: tuple[float, float, float]
    needed: int | None


def _posterior(difference: Array, weight: Array) -> Array:
    """Probability of each of ``_MEANS``."""
    rules = tables().log.trial
    left = (weight * (difference - _MEANS[:, None]) ** 2).sum(axis=1)
    freedom = rules.spread_known_by
    log = -(freedom + weight.sum()) / 2 * np.log(freedom * rules.spread_steps**2 + left)
    log -= (_MEANS / rules.prior_steps) ** 2 / 2
    chance = np.exp(log - log.max())
    return np.asarray(chance / chance.sum())


def _chances(chance: Array) -> dict[int, float]:
    near = np.abs(_MEANS) <= tables().log.trial.alike_steps
    same = float(chance[near].sum())
    half = float(chance[np.abs(_MEANS) < 1e-9].sum()) / 2
    return {
        1: float(chance[_MEANS > 1e-9].sum()) + half,
        -1: float(chance[_MEANS < -1e-9].sum()) + half,
        0: same,
    }


def _decided(chances: dict[int, float]) -> int | None:
    sure = tables().log.trial.sure
    if chances[0] >= sure:
        return 0
    return next((way for way in (1, -1) if chances[way] >= sure), None)


def finding_of(difference: Array, weight: Array) -> Finding:
    """The finding of differences, new less old, in steps (n,), with the weight of each pair (n,)."""
    chance = _posterior(difference, weight)
    chances, summed = _chances(chance), np.cumsum(chance) - chance / 2
    way = _decided(chances)
    leans = way if way is not None else max(chances, key=lambda one: chances[one])
    steps = tuple(float(np.interp(share, summed, _MEANS)) for share in (0.1, 0.5, 0.9))
    needed = 0 if way is not None else _needed(difference, weight)
    return Finding(way, leans, chances[leans], (steps[0], steps[1], steps[2]), needed)


def _needed(difference: Array, weight: Array) -> int | None:
    """Whole pairs that decide it if they come out as those until now."""
    rules = tables().log.trial
    total = max(float(weight.sum()), 1e-9)
    mean = float((weight * difference).sum() / total) if len(difference) else 0.0
    # Pairs to come differ from one another as pairs do; half above the mean, half below, keeps it.
    for more in range(1, _MOST_PAIRS + 1):
        apart = rules.spread_steps * np.where(np.arange(more) % 2, 1.0, -1.0)
        if more % 2:
            apart[-1] = 0.0
        all_of = np.concatenate([difference, mean + apart])
        if _decided(_chances(_posterior(all_of, np.concatenate([weight, np.ones(more)])))) is not None:
            return more
    return None
