"""Broken waves: whom they carry, and what they add for who misses unbroken ones."""

from __future__ import annotations

import numpy as np
from scipy.special import expit

from chord_core.hull.stations import Array

#: Foam carries a lying rider whose board bears this share of the weight, who paddles this fast [m/s], in foam
#: of this height [m]; and how softly each sets in.
_LIFT, _SPRINT, _HEIGHT = (0.35, 0.08), (0.9, 0.15), (0.15, 0.05)
#: What is asked of unbroken waves only.
_OF_UNBROKEN = ("keep", "nose", "hold", "entry", "lay")


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
