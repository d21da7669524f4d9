"""Paddling drag and speed of every board of a fleet: friction, body, waves from the spline of Michell's
table."""

from __future__ import annotations

import math

import numpy as np

from chord_core.hull.roots import narrowed, next_trial
from chord_core.hull.stations import Array
from chord_core.kernel import compiled
from chord_core.physics import VISCOSITY_M2_S, G
from chord_core.ride.friction import friction_line
from chord_core.ride.paddle import BODY_DRAG, FORM


@compiled
def _basis(knots, x, out):
    """Index of the first of four cubic B-splines that are not zero at ``x``, their values in ``out``."""
    last = len(knots) - 5
    span = min(max(np.searchsorted(knots, x, side="right") - 1, 3), last)
    out[0] = 1.0
    left0, left1, left2 = x - knots[span], x - knots[span - 1], x - knots[span - 2]
    right0, right1, right2 = knots[span + 1] - x, knots[span + 2] - x, knots[span + 3] - x
    # Cox-de Boor, written out for degree 3.
    out[1] = left0 / (right0 + left0)
    out[0] = right0 / (right0 + left0)
    a = out[0] / (right0 + left1)
    b = out[1] / (right1 + left0)
    out[0], out[1], out[2] = right0 * a, left1 * a + right1 * b, left0 * b
    a = out[0] / (right0 + left2)
    b = out[1] / (right1 + left1)
    c = out[2] / (right2 + left0)
    out[0], out[1], out[2], out[3] = right0 * a, left2 * a + right1 * b, left1 * b + right2 * c, left0 * c
    return span - 3


@compiled
def _wave_drag(speed, length, beam, knots, column, rho, values):
    """``wave_drag_n`` of one hull from the column of the table at its draught."""
    froude = speed / math.sqrt(G * length)
    held = min(max(froude, 0.15), 1.50)
    first = _basis(knots, held, values)
    log = 0.0
    for k in range(4):
        log += values[k] * column[first + k]
    share = math.exp(log)
    if froude < 0.15:
        share *= (froude / 0.15) ** 6
    return rho * G * beam**2 * length * share


@compiled
def paddling(speed, length, beam, wetted, frontal, knots, column, rho, values):
    """``paddling_drag`` of one board [N]."""
    dynamic = rho / 2 * speed**2
    friction = FORM * friction_line(speed * length / VISCOSITY_M2_S) * dynamic * wetted
    return (
        friction + BODY_DRAG * dynamic * frontal + _wave_drag(speed, length, beam, knots, column, rho, values)
    )


@compiled
def speed_between(low, high, power, length, beam, wetted, frontal, knots, column, rho, values):
    """Speed between ``low`` and ``high`` [m/s] at which drag x speed = power: secants inside of the
    bracket."""
    at_low = paddling(low, length, beam, wetted, frontal, knots, column, rho, values) * low - power
    at_high = paddling(high, length, beam, wetted, frontal, knots, column, rho, values) * high - power
    side, v = 0.0, low
    for step in range(24):
        v = next_trial(low, high, at_low, at_high, step)
        value = paddling(v, length, beam, wetted, frontal, knots, column, rho, values) * v - power
        if abs(value) < 1e-10 * power:
            break
        low, high, at_low, at_high, side = narrowed(low, high, at_low, at_high, side, v, value)
    return v


def spline_columns(tck: tuple[Array, Array, Array], log_draught: Array) -> Array:
    """Columns (n, k) of spline coefficients over Froude number at each hull's draught over length.

    Args:
        tck: knots over Froude number, knots over the logarithm of T/L, coefficients.
        log_draught: ln(T/L), (n,).
    """
    first, second, coefficients = tck
    across = len(second) - 4
    table = np.reshape(coefficients, (len(first) - 4, across))
    columns = np.empty((len(log_draught), len(first) - 4))
    _columns(second, table, log_draught, columns)
    return columns


@compiled
def _columns(knots, table, log_draught, columns):
    values = np.empty(4)
    for i in range(len(log_draught)):
        first = _basis(knots, log_draught[i], values)
        for k in range(table.shape[0]):
            total = 0.0
            for j in range(4):
                total += values[j] * table[k, first + j]
            columns[i, k] = total
