"""From shares to rides: the product of what a ride hangs on, and how many of them an hour gives."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from chord_core.hull.stations import Array
from chord_core.ride.indices import RIDES_AN_HOUR
from chord_core.surfer.defaults import Rider
from chord_core.water.conditions import Conditions


def rides_terms(
    conditions: Conditions, along_m_s: float, cruise_m_s: Array, works: Array
) -> dict[str, Array | float]:
    """What ``RIDES_AN_HOUR`` is made of."""
    return {
        "R": conditions.ride_length_m,
        "V": along_m_s,
        "D": conditions.paddle_out_m,
        "v": np.maximum(cruise_m_s, 0.1),
        "n": conditions.mine_an_hour,
        "w": works,
    }


def rides_an_hour(conditions: Conditions, along_m_s: float, cruise_m_s: Array, works: Array) -> Array:
    """Rides an hour, (n,), NaN on a river.

    Args:
        along_m_s: speed along the wall of the usual face [m/s].
        cruise_m_s: paddling speed that is held for minutes [m/s], (n,).
        works: share of the waves that come which turn into rides, (n,).
    """
    if conditions.river:
        return np.full_like(works, np.nan)
    return RIDES_AN_HOUR(rides_terms(conditions, along_m_s, cruise_m_s, works))


def met_by(rider: Rider, conditions: Conditions) -> Conditions:
    """A water with the waves of it that a rider goes for, as their sessions have taught."""
    return replace(conditions, mine_an_hour=rider.learned.waves * conditions.mine_an_hour)


def product_of(factors: dict[str, Array]) -> Array:
    """Product of the factors (n, m)."""
    parts = list(factors.values())
    made = parts[0].copy()
    for part in parts[1:]:
        made *= part
    return made
