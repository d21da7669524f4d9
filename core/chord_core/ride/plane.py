"""Planing: trim and drag of a board on a plane, by Savitsky's formulas (``savitsky``)."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.hull.contours import effective_deadrise, planing_curvature
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array, BoolArray
from chord_core.physics import VISCOSITY_M2_S, G
from chord_core.ride.friction import friction_line
from chord_core.ride.savitsky import (
    centre_of_pressure,
    flat_for,
    lift_a_degree,
    outside_of,
    trim_for,
    wet_to_reach,
)

#: Most of the length that can be wet.
LENGTH_WET = 0.85
#: A back-footed rider cannot carry the load ahead of this share of the length.
BACK_FOOT_REACH = 0.38
#: Wetted lengths that are tried, as shares of the longest one.
SHORTEST_TRIAL = 0.08
_TRIALS = np.geomspace(SHORTEST_TRIAL, 1.0, 36)
_NEAR = 21


@dataclass(frozen=True)
class Planing:
    """Boards planing at one speed each, (n,) or (n, m): the state of least drag.

    ``drag_of_weight``: D/W. ``wetted_m``: wetted length. ``trim_deg``: trim of the running surface
    with the rocker's share. ``load_m``: where the weight stands, from the tail. ``outside``: whether
    the formula is used outside of its range.
    """

    drag_of_weight: Array
    wetted_m: Array
    trim_deg: Array
    load_m: Array
    outside: BoolArray


@dataclass(frozen=True)
class Trials:
    """Planing at one speed a board over several wetted lengths, (n, t); ``cv`` (n,)."""

    drag: Array
    wet: Array
    trim_deg: Array
    load_m: Array
    beams: Array
    cv: Array


def planing_trials(
    hull: Hull,
    weight_n: Array,
    speed_m_s: Array,
    rho: float,
    foot_weight: str = "even",
    shares: Array = _TRIALS,
) -> Trials:
    """Drag over weight at every tried wetted length.

    Rocker of curvature k over a wetted length l acts as negative camber and adds k l / 4 to the trim
    (thin aerofoil theory). Pressure drag is W tan(trim with it), friction acts on the wetted area.

    Args:
        weight_n: weight of rider and board [N], (n,).
        speed_m_s: speed through the water [m/s], (n,).
        shares: of the longest wetted length, (t,) or (n, t).
    """
    beam = hull.planing_beam_m(foot_weight)[:, None]
    speed, weight = speed_m_s[:, None], weight_n[:, None]
    cv = speed / np.sqrt(G * beam)
    wet = shares * _longest_wet(hull, beam[:, 0], cv[:, 0], foot_weight)[:, None]
    beams = wet / beam
    flat = flat_for(weight / (rho / 2 * speed**2 * beam**2), effective_deadrise(hull)[:, None])
    trim = trim_for(flat, lift_a_degree(beams, cv**2))
    with_rocker = trim + np.degrees(planing_curvature(hull)[:, None] * wet / 4)
    friction = friction_line(speed * wet / VISCOSITY_M2_S) * rho / 2 * speed**2 * wet * beam
    # Over 80 degrees the tangent has no meaning; a board that needs as much does not plane.
    drag = np.tan(np.radians(np.minimum(with_rocker, 80.0))) + friction / weight
    load = centre_of_pressure(beams, cv**2) * wet
    return Trials(drag, wet, with_rocker, load, beams, cv[:, 0])


def plane_at(hull: Hull, weight_n: Array, speed_m_s: Array, rho: float, foot_weight: str = "even") -> Planing:
    """Planing with the least drag over the wetted length at one speed a board, (n,)."""
    tried = planing_trials(hull, weight_n, speed_m_s, rho, foot_weight)
    # The least lies flat: once more between the neighbours of the best one, which may be the longest.
    best = tried.drag.argmin(axis=1)
    last = len(_TRIALS) - 1
    low, high = _TRIALS[np.maximum(best - 1, 0)], _TRIALS[np.minimum(best + 1, last)]
    near = low[:, None] + (high - low)[:, None] * np.linspace(0, 1, _NEAR)
    tried = planing_trials(hull, weight_n, speed_m_s, rho, foot_weight, near)
    return _least(tried.drag, tried.wet, tried.trim_deg, tried.load_m, tried.cv, tried.beams)


def reach_m(hull: Hull, foot_weight: str) -> Array:
    """How far forward the load may stand [m from the tail], (n,); -1 where nothing limits it."""
    return np.where(foot_weight == "back", BACK_FOOT_REACH * hull.fleet.length, -1.0)


def _longest_wet(hull: Hull, beam: Array, cv: Array, foot_weight: str) -> Array:
    """Longest wetted length [m], (n,): most of the board, or as far as a back foot carries the load."""
    longest = LENGTH_WET * hull.fleet.length
    if foot_weight != "back":
        return np.asarray(longest)
    return np.asarray(wet_to_reach(longest, beam, cv**2, reach_m(hull, foot_weight)))


def _least(drag: Array, wet: Array, trim: Array, load: Array, cv: Array, wetted_beams: Array) -> Planing:
    """Pick each board's trial of least drag, refined by a parabola through its neighbours."""
    best = drag.argmin(axis=1)
    row = np.arange(len(drag))
    last = drag.shape[1] - 1
    left, right = np.maximum(best - 1, 0), np.minimum(best + 1, last)
    y0, y1, y2 = drag[row, left], drag[row, best], drag[row, right]
    bend = y0 - 2 * y1 + y2
    inside = (bend > 1e-12) & (best > 0) & (best < last)
    move = np.where(inside, (y0 - y2) / (2 * np.where(bend > 1e-12, bend, 1.0)), 0.0).clip(-0.5, 0.5)

    def at(values: Array) -> Array:
        side = np.where(move > 0, right, left)
        return np.asarray(values[row, best] + np.abs(move) * (values[row, side] - values[row, best]))

    beams, trims = at(wetted_beams), at(trim)
    outside = outside_of(beams, cv, trims)
    return Planing(y1 - (y0 - y2) * move / 4, at(wet), trims, at(load), outside)
