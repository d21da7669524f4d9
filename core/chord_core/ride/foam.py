"""Broken waves: who rides them, whom they carry, and what they add for who misses unbroken ones."""

from __future__ import annotations

import numpy as np
from scipy.special import expit

from chord_core.hull.stations import Array
from chord_core.ride.indices import NERVE
from chord_core.surfer.defaults import Rider
from chord_core.tables import rungs
from chord_core.tables.calibration import calibration
from chord_core.water.conditions import Conditions

#: Foam carries a lying rider whose board bears this share of the weight, who paddles this fast [m/s], in foam
#: of this height [m]; and how softly each sets in.
_LIFT, _SPRINT, _HEIGHT = (0.35, 0.08), (0.9, 0.15), (0.15, 0.05)
#: What is asked of unbroken waves only.
_OF_UNBROKEN = ("keep", "nose", "hold", "entry", "lay")

FIRST_GREEN = "green wave"


def rides_foam(rider: Rider, conditions: Conditions) -> bool:
    """Whether a rider rides broken waves: the first two rungs, and all in white water."""
    first = rider.rung.step < rungs()[FIRST_GREEN].step and rider.craft == "prone"
    return conditions.kind == "white_water" or (first and not conditions.river)


def foam_height(conditions: Conditions, face_m: Array) -> Array:
    """Height of the foam [m], (m,): as said in white water, inshore a share of the face that broke."""
    share = 1.0 if conditions.kind == "white_water" else calibration().foam_of_face
    return np.asarray(share * face_m)


def nerve_terms(rider: Rider, height_m: Array) -> dict[str, Array | float]:
    """What ease at a height is made of, (m,)."""
    return {"C": rider.rung.comfortable_face_m, "H": height_m}


def at_ease(rider: Rider, conditions: Conditions) -> Array:
    """Share of the waves of each bin at whose height a rider is at ease, (m,): no board rides more."""
    height = conditions.bins.face_m
    if rides_foam(rider, conditions):
        height = foam_height(conditions, height)
    return NERVE(nerve_terms(rider, height))


def _sets_in(value: Array, at: tuple[float, float]) -> Array:
    return np.asarray(expit((value - at[0]) / at[1]))


def carried(lift_share: Array, sprint_m_s: Array, foam_m: Array) -> Array:
    """Share of the broken waves that carry a lying rider, (n, m).

    Args:
        lift_share: share of the weight that the board bears, (n,).
        sprint_m_s: paddling speed at full power [m/s], (n,).
        foam_m: height of the foam [m], (m,).
    """
    borne = _sets_in(lift_share, _LIFT) * _sets_in(sprint_m_s, _SPRINT)
    return np.asarray(borne[:, None] * _sets_in(foam_m, _HEIGHT)[None, :])


def with_foam(factors: dict[str, Array], of_missed: Array) -> dict[str, Array]:
    """Factors of the works share, each (n, m), with the waves that are taken as foam: of these only standing
    and nerve are asked.

    Args:
        of_missed: share of the waves missed unbroken that is taken as foam, (n, m).
    """
    caught = factors["catch"]
    taken = 1 - (1 - caught) * (1 - of_missed)
    unbroken = caught / np.maximum(taken, 1e-12)
    kept = {name: 1 - unbroken * (1 - factors[name]) for name in _OF_UNBROKEN if name in factors}
    return {**factors, **kept, "catch": taken}
