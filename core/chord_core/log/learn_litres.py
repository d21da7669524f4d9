"""The litres that suit a surfer, by how boards paddled and took off against how they turned and held.

A board that paddles better than was expected and turns no better says that fewer litres do; one that turns
better and paddles no worse, that more would cost nothing. Normal prior and likelihood: the result is exact.
"""

from __future__ import annotations

from dataclasses import dataclass
from statistics import fmean

import numpy as np
from scipy.special import ndtri

from chord_core.documents.verbs.learn import Learning, LearnRequest, Ratings
from chord_core.fit.expected.expectation import Expectation
from chord_core.surfer.defaults import rider_with_defaults
from chord_core.tables import tables
from chord_core.water.conditions import conditions_with_defaults

_WIDE = float(ndtri(0.9))


@dataclass(frozen=True)
class Litres:
    """The factor on the litres, and its row in the answer (None: no session says anything)."""

    ratio: float
    row: Learning | None


def balance(rated: Ratings) -> float | None:
    """Steps by which floating did better than turning; None unless both were rated."""
    floats = [step for step in (rated.paddles, rated.takes_off) if step is not None]
    turns = [step for step in (rated.turns, rated.holds) if step is not None]
    return fmean(floats) - fmean(turns) if floats and turns else None


def _triple(size: float, middle: float, sd: float) -> tuple[float, float, float]:
    low, mid, high = (size * float(np.exp(middle + way * _WIDE * sd)) for way in (-1, 0, 1))
    return low, mid, high


def litres_learned(request: LearnRequest) -> Litres:
    """What ratings say of the litres; ratings are against what was expected with what was learned then."""
    rules = tables().log.learn
    seen = []
    for one in request.sessions:
        steps = balance(one.ratings or Ratings())
        if steps is not None:
            before = float(np.log(one.said_with.litres)) if one.said_with else 0.0
            seen.append(before - rules.litres_step * steps)
    if not seen:
        return Litres(1.0, None)
    last = request.sessions[-1]
    surfer = request.surfer.model_copy(update={"learned": None})
    rider, assumed = rider_with_defaults(surfer)
    conditions, more = conditions_with_defaults(last.water, rider.height_m)
    names = tuple(fact.field.removeprefix("water.") for fact in (*assumed, *more))
    expected = Expectation(rider, conditions, names).litres(last.board.family)
    weight, noise = 1 / expected.sd**2, len(seen) / rules.litres_noise**2
    middle, sd = noise * fmean(seen) / (weight + noise), float((weight + noise) ** -0.5)
    row = Learning(
        name="litres",
        of=last.board.family,
        unit="L",
        prior=_triple(expected.middle, 0.0, expected.sd),
        evidence=_triple(expected.middle, fmean(seen), noise**-0.5),
        result=_triple(expected.middle, middle, sd),
        says=f"{expected.middle * np.exp(middle):.1f} L by {len(seen)} rated sessions.",
    )
    return Litres(float(np.exp(middle)), row)
