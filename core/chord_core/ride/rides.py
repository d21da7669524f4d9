"""From shares to rides: the product of what a ride hangs on, and how many of them an hour gives."""

from __future__ import annotations

import numpy as np

from chord_core.hull.stations import Array
from chord_core.tables.calibration import calibration
from chord_core.water.conditions import Conditions


def rides_an_hour(conditions: Conditions, along_m_s: float, cruise_m_s: Array, works: Array) -> Array:
    """Rides an hour, (n,), NaN on a river.

    Args:
        along_m_s: speed along the wall of the usual face [m/s].
        cruise_m_s: paddling speed that is held for minutes [m/s], (n,).
        works: share of the waves that come which turn into rides, (n,).
    """
    if conditions.river:
        return np.full_like(works, np.nan)
    ride = conditions.ride_length_m / along_m_s
    out = conditions.paddle_out_m / np.maximum(cruise_m_s, 0.1)
    wait = 3600 / np.maximum(conditions.mine_an_hour * works, 1e-9)
    return np.asarray(3600 / (ride + out + calibration().rest_s + wait))


def product_of(factors: dict[str, Array]) -> Array:
    """Product of the factors (n, m)."""
    parts = list(factors.values())
    made = parts[0].copy()
    for part in parts[1:]:
        made *= part
    return made
