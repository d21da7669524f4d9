"""Sweet spot: how far a rider may shift on a plane before the board noses up or digs in."""

from __future__ import annotations

import numpy as np

from chord_core.hull.contours import effective_deadrise
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.physics import G
from chord_core.ride.savitsky import TRIM_POWER, beams_for, centre_of_pressure, flat_for

#: Trims of the running surface [deg] between which a rider feels level; the steepest at which a tail is
#: driven into a turn; speed [m/s]; longest wetted share.
LEVEL_DEG, _TURN_DEG, SPEED_M_S, WET_SHARE = (2.5, 10.0), 14.0, 4.2, 0.90


def load_at(hull: Hull, weight_n: Array, rho: float, foot_weight: str, trim_deg: float) -> Array:
    """Where the load stands [m from the tail] at a trim of the running surface, (n,)."""
    beam = hull.planing_beam_m(foot_weight)
    cv2 = SPEED_M_S**2 / (G * beam)
    lift = weight_n / (rho / 2 * SPEED_M_S**2 * beam**2)
    beams = beams_for(flat_for(lift, effective_deadrise(hull)) / trim_deg**TRIM_POWER, cv2)
    beams = np.minimum(beams, WET_SHARE * hull.fleet.length / beam)
    return np.asarray(centre_of_pressure(beams, cv2) * beams * beam)


def sweet_spot(hull: Hull, weight_n: Array, rho: float, foot_weight: str = "even") -> Array:
    """Spread [m] of the places where the load gives a trim of 2.5 to 10 degrees at 4.2 m/s, (n,).

    Trim falls and the load moves forward as more of the board is wet, so the spread lies between the
    loads at the two trims, or at the longest wetted length. The trim is that of the running surface
    alone; rocker's camber is not added.
    """
    low, high = LEVEL_DEG
    ahead = load_at(hull, weight_n, rho, foot_weight, low)
    return np.asarray(ahead - load_at(hull, weight_n, rho, foot_weight, high))


def turn_point(hull: Hull, weight_n: Array, rho: float, foot_weight: str = "even") -> Array:
    """Where the weight stands in a turn [m from the tail], (n,): the shortest wetted length, and so the
    tightest arc, that still bears the rider: 14 degrees of trim, the end of Savitsky's range, at 4.2 m/s."""
    return load_at(hull, weight_n, rho, foot_weight, _TURN_DEG)
