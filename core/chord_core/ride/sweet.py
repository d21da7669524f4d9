"""Sweet spot: how far a rider may shift on a plane before the board noses up or digs in."""

from __future__ import annotations

import numpy as np

from chord_core.hull.contours import effective_deadrise
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.physics import G
from chord_core.ride.plane import centre_of_pressure, flat_for

#: Trims of the running surface [deg] between which a rider feels level; the steepest at which a tail is
#: driven into a turn; speed [m/s]; longest wetted share.
LEVEL_DEG, _TURN_DEG, SPEED_M_S, WET_SHARE = (2.5, 10.0), 14.0, 4.2, 0.90
_NEWTON = 12


def _wetted_beams(load: Array, cv2: Array, trim_deg: float) -> Array:
    """Wetted length over beam at which a flat lift ``load`` is borne at this trim, (n,).

    Root of .012 sqrt(lambda) + .0055 lambda^2.5 / Cv^2 = load / trim^1.1 (Savitsky 1964), which rises with
    lambda: Newton's steps in the logarithm.
    """
    wanted = load / trim_deg**1.1
    log = np.log((wanted / 0.012) ** 2 / (1 + (wanted / 0.012) ** 1.6))
    for _ in range(_NEWTON):
        root, deep = 0.012 * np.exp(log / 2), 0.0055 * np.exp(2.5 * log) / cv2
        log = log - (root + deep - wanted) / (root / 2 + 2.5 * deep)
        log = np.clip(log, -9.0, 4.0)
    return np.asarray(np.exp(log))


def load_at(hull: Hull, weight_n: Array, rho: float, foot_weight: str, trim_deg: float) -> Array:
    """Where the load stands [m from the tail] at a trim of the running surface, (n,)."""
    beam = hull.planing_beam_m(foot_weight)
    cv2 = SPEED_M_S**2 / (G * beam)
    lift = weight_n / (rho / 2 * SPEED_M_S**2 * beam**2)
    beams = _wetted_beams(flat_for(lift, effective_deadrise(hull)), cv2, trim_deg)
    beams = np.minimum(beams, WET_SHARE * hull.fleet.length / beam)
    return np.asarray(centre_of_pressure(beams, np.sqrt(cv2)) * beams * beam)


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
