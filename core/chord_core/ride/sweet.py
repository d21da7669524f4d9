"""Sweet spot: how far a rider may shift on a plane before the board noses up or digs in."""

from __future__ import annotations

import numpy as np

from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.physics import G
from chord_core.ride.plane import centre_of_pressure, effective_deadrise, flat_for, flat_lift

#: Trims of the running surface [deg] between which a rider feels level; speed [m/s]; longest wetted share.
_TRIMS_DEG, _SPEED_M_S, _WET = (2.5, 10.0), 4.2, 0.90
_PLACES = np.linspace(0.04, 1.0, 160)


def sweet_spot(hull: Hull, weight_n: Array, rho: float, foot_weight: str = "even") -> Array:
    """Spread [m] of the places where the load gives a trim of 2.5 to 10 degrees at 4.2 m/s, (n,).

    Trim falls and the load moves forward as more of the board is wet, so the spread lies between the
    loads at the two trims, or at the longest wetted length. The trim is that of the running surface
    alone; rocker's camber is not added.
    """
    beam = hull.planing_beam_m(foot_weight)[:, None]
    wet = _PLACES * _WET * hull.fleet.length[:, None]
    cv = np.full_like(beam, _SPEED_M_S) / np.sqrt(G * beam)
    lift = weight_n[:, None] / (rho / 2 * _SPEED_M_S**2 * beam**2)
    flat = flat_for(lift, effective_deadrise(hull)[:, None])
    trim = (flat / flat_lift(np.ones_like(wet), wet / beam, cv)) ** (1 / 1.1)
    load = centre_of_pressure(wet / beam, cv) * wet
    low, high = _TRIMS_DEG
    rows = range(len(hull))
    # np.interp wants rising abscissae: trim falls along a row, so both are turned round.
    ahead = np.array([np.interp(low, trim[i, ::-1], load[i, ::-1]) for i in rows])
    behind = np.array([np.interp(high, trim[i, ::-1], load[i, ::-1]) for i in rows])
    return np.asarray(ahead - behind)
