"""The litres that suit a surfer, by how boards paddled and took off against how they turned and held.

A board that paddles better than was expected and turns no better says that fewer litres do; one that turns
better and paddles no worse, that more would cost nothing. A board that was lent felt too small, right or too
big.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from statistics import fmean

import numpy as np
from scipy.special import ndtri

from chord_core.documents import Board, Surfer, Water
from chord_core.documents.verbs.learn import Learning, LearnRequest, Ratings
from chord_core.fit.expected.expectation import Expectation
from chord_core.fit.expected.litres import Expected
from chord_core.hull.label import labelled_hulls
from chord_core.log.felt import after
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


def expected_of(surfer: Surfer, water: Water) -> Callable[[str], Expected]:
    """Litres that are expected of a kind of board before anything was learned, with their spread."""
    plain = surfer.model_copy(update={"learned": None})
    rider, assumed = rider_with_defaults(plain)
    conditions, more = conditions_with_defaults(water, rider.height_m)
    names = tuple(fact.field.removeprefix("water.") for fact in (*assumed, *more))
    return Expectation(rider, conditions, names).litres


def litres_of(board: Board) -> float:
    """Litres of a board, said or computed [L]."""
    return float(labelled_hulls([board]).litres[0])


def litres_learned(request: LearnRequest) -> Litres:
    """What ratings, and how lent boards felt, say of the litres; ratings are against what was expected with
    what was learned then."""
    rules = tables().log.learn
    seen = []
    for one in request.sessions:
        steps = balance(one.ratings or Ratings())
        if steps is not None:
            before = float(np.log(one.said_with.litres)) if one.said_with else 0.0
            seen.append(before - rules.litres_step * steps)
    if not seen and not request.felt:
        return Litres(1.0, None)
    water = request.sessions[-1].water if request.sessions else Water()
    family = (request.sessions[-1].board if seen else (request.felt or request.sessions)[-1].board).family
    expected_in = expected_of(request.surfer, water)
    expected = expected_in(family)
    felt = [
        (one.felt, float(np.log(litres_of(one.board) / expected_in(one.board.family).middle)))
        for one in request.felt
    ]
    noise = rules.litres_noise / len(seen) ** 0.5 if seen else None
    middle, sd = after(expected.sd, felt, fmean(seen) if seen else 0.0, noise)
    alone = evidence_of((0.0, expected.sd), (middle, sd))
    count = len(seen) + len(felt)
    row = Learning(
        name="litres",
        of=family,
        unit="L",
        prior=_triple(expected.middle, 0.0, expected.sd),
        evidence=_triple(expected.middle, *alone) if alone else None,
        result=_triple(expected.middle, middle, sd),
        says=f"{expected.middle * np.exp(middle):.1f} L, by {count} {'answer' if count == 1 else 'answers'}.",
    )
    return Litres(float(np.exp(middle)), row)


def evidence_of(prior: tuple[float, float], result: tuple[float, float]) -> tuple[float, float] | None:
    """Middle and spread of a normal that makes the result out of the prior; None where it says hardly
    anything."""
    weight = 1 / result[1] ** 2 - 1 / prior[1] ** 2
    if weight < 0.04 / prior[1] ** 2:
        return None
    return (result[0] / result[1] ** 2 - prior[0] / prior[1] ** 2) / weight, float(weight**-0.5)
