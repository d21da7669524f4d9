"""Chop: how hard a planing board is hit, and what that costs."""

from __future__ import annotations

import numpy as np

from chord_core.hull.contours import impact_deadrise
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.ride.indices import CHOP
from chord_core.tables.calibration import calibration
from chord_core.units import FOOT_M

_KNOT_M_S = 0.514444


def bare_impact_g(
    hull: Hull, rider_kg: float, speed_m_s: float, chop_m: float, trim_deg: Array, rho: float
) -> Array:
    """Mean impact acceleration [g] of stiff undamped boards in chop, (n,).

    Savitsky & Brown 1976 (Marine Technology 13), eq. 40, for hulls of 3-5 beams, trim 3-7 degrees, deadrise
    10-30 degrees: .0104 (H/b + .084) tau / 4 (5/3 - beta / 30) (V / sqrt L)^2 (L / b) / C. Boards have less
    deadrise, so it is read as an order. The mass is the board's and .12 of the rider's: with all of the rider
    no build would matter.

    Args:
        chop_m: significant height of the chop [m].
        trim_deg: trim [deg], (n,).
    """
    c = calibration()
    beam, length = hull.planing_beam_m(), hull.fleet.length
    thrown = hull.mass_kg + c.chop_rider * rider_kg
    loading = thrown / (rho * beam**3)
    speed = (speed_m_s / _KNOT_M_S) ** 2 / (length / FOOT_M)
    deadrise = np.clip(impact_deadrise(hull), -10, 30)
    hit = 0.0104 * (chop_m / beam + 0.084) * np.clip(trim_deg, 2, 7) / 4 * (5 / 3 - deadrise / 30)
    return np.asarray(hit * speed * length / beam / loading)


def impact_terms(hull: Hull, bare_g: Array) -> dict[str, Array]:
    """What ``CHOP`` is made of: damped builds and flexible tails take some of the impact up."""
    return {"h": bare_g, "D": hull.fleet.damping, "f": hull.fleet.flex}


def impact_g(
    hull: Hull, rider_kg: float, speed_m_s: float, chop_m: float, trim_deg: Array, rho: float
) -> Array:
    """The same with what damped builds and flexible tails take up [g], (n,)."""
    return CHOP(impact_terms(hull, bare_impact_g(hull, rider_kg, speed_m_s, chop_m, trim_deg, rho)))


def chop_drag(impact: Array) -> Array:
    """Drag over weight that being thrown about costs, (n,)."""
    return np.asarray(calibration().chop_drag * np.maximum(impact - 1, 0))
