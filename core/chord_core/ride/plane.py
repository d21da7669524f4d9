"""Planing: lift, trim and drag of a board on a plane, after Savitsky.

D. Savitsky, Hydrodynamic Design of Planing Hulls, Marine Technology 1 (1964). Holds for a wetted
length up to 4 beams, speed coefficients .6-13, trims of 2-15 degrees.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.hull.contours import effective_deadrise, planing_curvature
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array, BoolArray
from chord_core.physics import VISCOSITY_M2_S, G
from chord_core.ride.paddle import friction_line

#: Wetted length over beam and speed coefficient V / sqrt(g b): the range of the formula.
LAMBDA_RANGE, CV_RANGE = 4.0, (0.6, 13.0)
#: Most of the length that can be wet; steepest trim [deg] of the trials that made the formula.
LENGTH_WET, TRIM_RANGE_DEG = 0.85, 15.0
#: A back-footed rider cannot carry the load ahead of this share of the length.
BACK_FOOT_REACH = 0.38
#: Wetted lengths that are tried, as shares of the longest one.
SHORTEST_TRIAL = 0.08
_TRIALS = np.geomspace(SHORTEST_TRIAL, 1.0, 36)
_NEAR = 21
_NEWTON, _REACH_STEPS = 9, 24


def flat_lift(trim_deg: Array, wetted_beams: Array, cv: Array) -> Array:
    """Lift coefficient of a flat planing surface on beam squared (Savitsky 1964, eq. 15).

    Args:
        trim_deg: trim [deg].
        wetted_beams: mean wetted length over beam.
        cv: speed coefficient V / sqrt(g b).
    """
    root, deep = 0.012 * np.sqrt(wetted_beams), 0.0055 * wetted_beams**2.5 / cv**2
    return np.asarray(trim_deg**1.1 * (root + deep))


def deadrise_lift(flat: Array, deadrise_deg: Array | float) -> Array:
    """Lift coefficient with deadrise (Savitsky 1964, eq. 16): CL0 - .0065 beta CL0^.6.

    Concave is a negative deadrise and lifts more; held to what a contour can be (-10 to 30 degrees).
    """
    beta = np.clip(deadrise_deg, -10, 30)
    return np.asarray(flat - 0.0065 * beta * np.maximum(flat, 1e-12) ** 0.6)


def flat_for(lift: Array, deadrise_deg: Array | float) -> Array:
    """The flat surface's coefficient that gives ``lift`` with this deadrise: eq. 16 the other way round.

    Newton's steps from a start above the root, where they fall monotonically.
    """
    k = 0.0065 * np.clip(deadrise_deg, -10, 30)
    lift = np.maximum(np.asarray(lift, float), 1e-9)
    flat = np.where(k > 0, 2 * lift + (2 * np.maximum(k, 0)) ** 2.5, lift)
    for _ in range(_NEWTON):
        bent = k * flat**0.6
        flat = np.maximum(flat - (flat - bent - lift) / np.maximum(1 - 0.6 * bent / flat, 0.1), 1e-9)
    return np.asarray(flat)


def centre_of_pressure(wetted_beams: Array, cv: Array) -> Array:
    """Where the lift acts, as a share of the wetted length from the trailing edge (eq. 18)."""
    return np.asarray(0.75 - 1 / (5.21 * cv**2 / wetted_beams**2 + 2.39))


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
    trim = (flat / flat_lift(np.ones_like(wet), beams, cv)) ** (1 / 1.1)
    with_rocker = trim + np.degrees(planing_curvature(hull)[:, None] * wet / 4)
    friction = friction_line(speed * wet / VISCOSITY_M2_S) * rho / 2 * speed**2 * wet * beam
    # Over 80 degrees the tangent has no meaning; a board that needs as much does not plane.
    drag = np.tan(np.radians(np.minimum(with_rocker, 80.0))) + friction / weight
    load = centre_of_pressure(beams, cv) * wet
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
    reach = BACK_FOOT_REACH * hull.fleet.length
    low, high = np.full_like(longest, 0.02), longest
    for _ in range(_REACH_STEPS):
        wet = (low + high) / 2
        ahead = centre_of_pressure(wet / beam, cv) * wet > reach
        low, high = np.where(ahead, low, wet), np.where(ahead, wet, high)
    return np.asarray((low + high) / 2)


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


def outside_of(wetted_beams: Array, cv: Array, trim_deg: Array) -> BoolArray:
    """Where Savitsky's formulas are used outside of the trials that made them."""
    slow, fast = CV_RANGE
    far = (wetted_beams > LAMBDA_RANGE) | (cv < slow) | (cv > fast)
    return np.asarray(far | (trim_deg > TRIM_RANGE_DEG))
