"""Planing of every board of a fleet over speeds and wetted lengths: Savitsky's formulas of ``plane.py``.

Drag over weight is tabled over 24 speeds and 14 wetted lengths once a board; at the speed of a wave it is a
cubic through four neighbours in the logarithm of speed.
"""

from __future__ import annotations

import math

import numpy as np

from chord_core.hull.stations import Array, IndexArray
from chord_core.kernel import compiled
from chord_core.physics import VISCOSITY_M2_S, G
from chord_core.ride.friction import friction_by_log
from chord_core.ride.plane import LENGTH_WET, SHORTEST_TRIAL
from chord_core.ride.savitsky import (
    LEAST_LIFT,
    centre_of_pressure,
    flat_above,
    flat_for,
    flat_from,
    lift_a_degree,
    lost_to_deadrise,
    moving_lift,
    still_lift,
    trim_for,
    wet_to_reach,
)
from chord_core.ride.takeoff import PLANES_FROM

_DEGREE = 180.0 / math.pi
#: Speeds [m/s] and wetted lengths (shares of the longest one) of the table.
SPEED_COUNT, TRIALS = 24, 14
#: Wetted lengths that are looked at between the neighbours of the best one.
_LOOKED = 13
TABLE_M_S = np.geomspace(PLANES_FROM, 18.0, SPEED_COUNT)
_LOG_TABLE, _LOG10_TABLE = np.log(TABLE_M_S), np.log10(TABLE_M_S)
SHARES = np.geomspace(SHORTEST_TRIAL, 1.0, TRIALS)
_LOG10_SHARES = np.log10(SHARES)
#: Newton's steps towards a root of a power, and how near they have to come; else it is taken anew.
_ROOT_STEPS, _ROOT_WITHIN = 4, 1e-9


def cubic_weights(speed_m_s: Array) -> tuple[IndexArray, Array]:
    """First of four neighbours in the table of speeds (m,) and their weights (m, 4) for speeds [m/s]."""
    log = np.log(np.clip(speed_m_s, TABLE_M_S[0], TABLE_M_S[-1]))
    step = _LOG_TABLE[1] - _LOG_TABLE[0]
    place = (log - _LOG_TABLE[0]) / step
    first = np.clip(np.floor(place).astype(np.int64) - 1, 0, SPEED_COUNT - 4)
    t = place - first
    weights = (
        -(t - 1) * (t - 2) * (t - 3) / 6,
        t * (t - 2) * (t - 3) / 2,
        -t * (t - 1) * (t - 3) / 2,
        t * (t - 1) * (t - 2) / 6,
    )
    return first, np.ascontiguousarray(np.stack(weights, axis=-1))


@compiled
def _longest(length, beam, cv2, reach):
    """``_longest_wet`` of one board; ``reach`` [m] is as far forward as the load goes, or under 0: no
    limit."""
    longest = LENGTH_WET * length
    return longest if reach < 0 else wet_to_reach(longest, beam, cv2, reach)


@compiled
def peak(values, sign):
    """Greatest ``sign`` x value of a row, refined by a parabola through its neighbours."""
    best, last = 0, len(values) - 1
    for k in range(1, last + 1):
        if sign * values[k] > sign * values[best]:
            best = k
    if 0 < best < last:
        y0, y1, y2 = values[best - 1], values[best], values[best + 1]
        bend = y0 - 2 * y1 + y2
        if sign * bend < -1e-12:
            move = min(max((y0 - y2) / (2 * bend), -0.5), 0.5)
            return y1 - (y0 - y2) * move / 4
    return values[best]


@compiled
def _lengths(longest, beam, curvature, shares, log_shares, wet, root, deep, bent, log_wet):
    """Fill the wetted lengths that are tried and what Savitsky's formula needs of them; ``log_shares`` are
    the logarithms of ``shares``."""
    log_longest = math.log10(longest / VISCOSITY_M2_S)
    for k in range(len(shares)):
        wet[k] = longest * shares[k]
        beams = wet[k] / beam
        root[k], deep[k] = moving_lift(beams), still_lift(beams)
        bent[k] = _DEGREE * curvature * wet[k] / 4
        log_wet[k] = log_longest + log_shares[k]


@compiled
def _tangent(angle):
    """Tangent of an angle up to 80 degrees [rad], to 12 places, without a branch: by the half angle's tangent
    as Pade's fraction of order 7 over 6."""
    half = angle / 2
    q = half * half
    over = half * (135135 - q * (17325 - q * (378 - q)))
    under = 135135 - q * (62370 - q * (3150 - 28 * q))
    return 2 * over * under / (under * under - over * over)


@compiled
def _eleventh(root):
    """The eleventh power."""
    square = root * root
    fourth = square * square
    return fourth * fourth * square * root


@compiled
def _roots(flat, cv2, root, deep, loads, roots):
    """The load a degree at each wetted length into ``loads`` and its -1/11th power into ``roots``: trim is
    ``trim_for``, the load to the power 1 / TRIM_POWER = 10/11, which is the product of both.

    Newton's steps without a division, from what stands in ``roots``: that of a speed or a length nearby.
    """
    for k in range(len(roots)):
        loads[k] = flat / (root[k] + deep[k] / cv2)
        found = roots[k]
        for _ in range(_ROOT_STEPS):
            found *= (12 - loads[k] * _eleventh(found)) * (1 / 11)
        roots[k] = found
    worst = 0.0
    for k in range(len(roots)):
        worst = max(worst, abs(loads[k] * _eleventh(roots[k]) - 1))
    # Written so that what is no number counts as far away.
    if not worst < _ROOT_WITHIN:
        for k in range(len(roots)):
            roots[k] = loads[k] ** (-1 / 11)


@compiled
def _shares_of_weight(log_speed, area_share, wet, loads, roots, bent, log_wet, out):
    """Drag over weight at each wetted length; ``area_share`` = rho / 2 V^2 beam / weight."""
    for k in range(len(wet)):
        trim = min(loads[k] * roots[k] + bent[k], 80.0)
        friction = friction_by_log(log_wet[k] + log_speed) * wet[k] * area_share
        out[k] = _tangent(trim / _DEGREE) + friction


@compiled
def _flats(weight, beam, deadrise, rho, flat):
    """``flat_for`` of one board at all speeds of the table: step by step, so that several speeds go at
    once."""
    lost = lost_to_deadrise(deadrise)
    lift = np.empty(SPEED_COUNT)
    for s in range(SPEED_COUNT):
        lift[s] = max(weight / (rho / 2 * TABLE_M_S[s] ** 2 * beam**2), LEAST_LIFT)
        flat[s] = flat_above(lift[s], lost) ** 0.2
    for s in range(SPEED_COUNT):
        flat[s] = flat_from(flat[s], lift[s], lost)


@compiled
def table_boards(length, beam, deadrise, curvature, reach, weight, rho, table, longest, least):
    """Drag over weight into ``table`` (n, speeds, lengths), the longest wetted length [m] into ``longest``
    (n, speeds), the least over the lengths into ``least`` (n, speeds)."""
    wet, root, deep = np.empty(TRIALS), np.empty(TRIALS), np.empty(TRIALS)
    bent, log_wet, flat = np.empty(TRIALS), np.empty(TRIALS), np.empty(SPEED_COUNT)
    loads, roots = np.empty(TRIALS), np.empty(TRIALS)
    for i in range(len(length)):
        _flats(weight[i], beam[i], deadrise[i], rho, flat)
        roots[:] = 1.0
        for s in range(SPEED_COUNT):
            cv2 = TABLE_M_S[s] ** 2 / (G * beam[i])
            if s == 0 or reach[i] >= 0:
                longest[i, s] = _longest(length[i], beam[i], cv2, reach[i])
                _lengths(longest[i, s], beam[i], curvature[i], SHARES, _LOG10_SHARES, wet, root, deep, bent,
                         log_wet)  # fmt: skip
            else:
                longest[i, s] = longest[i, 0]
            _roots(flat[s], cv2, root, deep, loads, roots)
            share = rho / 2 * TABLE_M_S[s] ** 2 * beam[i] / weight[i]
            _shares_of_weight(_LOG10_TABLE[s], share, wet, loads, roots, bent, log_wet, table[i, s])
            least[i, s] = peak(table[i, s], -1.0)


@compiled
def plane_boards(table, length, reach, beam, deadrise, curvature, weight, speed, first, weights, rho, out):
    """``plane_at`` for all boards at one speed: drag over weight, wetted length, trim, load into ``out`` (n,
    4). The longest wetted length is solved at this speed: between tabled ones it has a corner where a back
    foot begins to limit it.

    ``first`` and ``weights`` are ``cubic_weights`` of the speed.
    """
    drag, shares, wet, root = np.empty(_LOOKED), np.empty(_LOOKED), np.empty(_LOOKED), np.empty(_LOOKED)
    deep, bent, log_wet = np.empty(_LOOKED), np.empty(_LOOKED), np.empty(_LOOKED)
    log_shares, loads, roots = np.empty(_LOOKED), np.empty(_LOOKED), np.empty(_LOOKED)
    for i in range(len(beam)):
        best, least = 0, 1e9
        cv2 = speed**2 / (G * beam[i])
        long = _longest(length[i], beam[i], cv2, reach[i])
        for t in range(TRIALS):
            value = 0.0
            for k in range(4):
                value += weights[k] * table[i, first + k, t]
            if value < least:
                best, least = t, value
        # Once more between the neighbours of the best one, exactly.
        low, high = SHARES[max(best - 1, 0)], SHARES[min(best + 1, TRIALS - 1)]
        for t in range(_LOOKED):
            shares[t] = low + (high - low) * t / (_LOOKED - 1)
            log_shares[t] = math.log10(shares[t])
        _lengths(long, beam[i], curvature[i], shares, log_shares, wet, root, deep, bent, log_wet)
        dynamic = rho / 2 * speed**2
        flat = flat_for(weight[i] / (dynamic * beam[i] ** 2), deadrise[i])
        roots[:] = (flat / (root[_LOOKED // 2] + deep[_LOOKED // 2] / cv2)) ** (-1 / 11)
        _roots(flat, cv2, root, deep, loads, roots)
        share = dynamic * beam[i] / weight[i]
        _shares_of_weight(math.log10(speed), share, wet, loads, roots, bent, log_wet, drag)
        best = 0
        for t in range(1, _LOOKED):
            if drag[t] < drag[best]:
                best = t
        move, rise = 0.0, 0.0
        if 0 < best < _LOOKED - 1:
            bend = drag[best - 1] - 2 * drag[best] + drag[best + 1]
            if bend > 1e-13:
                rise = drag[best - 1] - drag[best + 1]
                move = min(max(rise / (2 * bend), -0.5), 0.5)
        ran = wet[best] + move * (wet[1] - wet[0])
        beams = ran / beam[i]
        out[i, 0] = drag[best] - rise * move / 4
        out[i, 1] = ran
        out[i, 2] = trim_for(flat, lift_a_degree(beams, cv2)) + _DEGREE * curvature[i] * ran / 4
        out[i, 3] = centre_of_pressure(beams, cv2) * ran
