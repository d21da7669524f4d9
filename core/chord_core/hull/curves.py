"""The side of a board: rocker of the bottom and thickness along the length."""

from __future__ import annotations

import numpy as np

from chord_core.hull.constants import END_THICKNESS_SHARE, LOW_POINT_SHARE
from chord_core.hull.fleet import Fleet
from chord_core.hull.stations import SHARE, Array
from chord_core.kernel import compiled
from chord_core.units import FOOT_M


def rocker_curve(fleet: Fleet) -> Array:
    """Height [m] of the bottom over its lowest point at the stations, (n, COUNT).

    A power of the distance from the low point to each end, through the tip and, where known, the
    height one foot in.
    """
    behind = np.clip((LOW_POINT_SHARE - SHARE) / LOW_POINT_SHARE, 0, None)
    ahead = np.clip((SHARE - LOW_POINT_SHARE) / (1 - LOW_POINT_SHARE), 0, None)
    tail = fleet.tail_rocker[:, None] * behind ** fleet.tail_exponent[:, None]
    nose = fleet.nose_rocker[:, None] * ahead ** fleet.nose_exponent[:, None]
    return np.asarray(tail + nose)


def _slopes(steps: Array, rise: Array) -> Array:
    """Slopes of the monotone cubic at its knots (Fritsch & Butland 1984), zero at the ends."""
    before, after = rise[:, :-1], rise[:, 1:]
    left, right = steps[:, :-1], steps[:, 1:]
    w1, w2 = 2 * right + left, right + 2 * left
    with np.errstate(divide="ignore", invalid="ignore"):
        inner = (w1 + w2) / (w1 / before + w2 / after)
    inner = np.where(before * after > 0, inner, 0.0)
    first = np.where(rise[:, :1] != 0, rise[:, :1], 0.0)
    return np.concatenate([first, inner, rise[:, -1:]], axis=1)


def monotone_cubic(knots: Array, values: Array, places: Array) -> Array:
    """Monotone cubic through ``values`` (n, k) at ``knots`` (n, k), read at ``places`` (n, m).

    SciPy's ``PchipInterpolator`` takes one set of knots for all rows; a fleet has one set a board.
    At the ends the slope is that of the end interval.
    """
    steps = np.diff(knots, axis=1)
    rise = np.diff(values, axis=1) / steps
    slopes = _slopes(steps, rise)
    out = np.empty(places.shape)
    _read(knots, values, slopes, places, out)
    return out


@compiled
def _read(knots: Array, values: Array, slopes: Array, places: Array, out: Array) -> None:
    """The cubic of each row at its places; beyond the ends the end pieces go on."""
    last = knots.shape[1] - 2
    for i in range(places.shape[0]):
        for j in range(places.shape[1]):
            at, piece = places[i, j], 0
            while piece < last and at >= knots[i, piece + 1]:
                piece += 1
            h = knots[i, piece + 1] - knots[i, piece]
            t = (at - knots[i, piece]) / h
            y0, y1 = values[i, piece], values[i, piece + 1]
            d0, d1 = slopes[i, piece] * h, slopes[i, piece + 1] * h
            out[i, j] = (
                (1 + 2 * t) * (1 - t) ** 2 * y0
                + t * (1 - t) ** 2 * d0
                + t**2 * (3 - 2 * t) * y1
                + t**2 * (t - 1) * d1
            )


def thickness_curve(fleet: Fleet) -> Array:
    """Thickness [m] at the stations, (n, COUNT): ends, one foot in, middle."""
    foot = FOOT_M / fleet.length
    zero, one = np.zeros_like(foot), np.ones_like(foot)
    knots = np.stack([zero, foot, one / 2, 1 - foot, one], axis=1)
    values = np.stack(
        [
            END_THICKNESS_SHARE * fleet.tail_thickness,
            fleet.tail_thickness,
            fleet.thickness,
            fleet.nose_thickness,
            END_THICKNESS_SHARE * fleet.nose_thickness,
        ],
        axis=1,
    )
    return monotone_cubic(knots, values, np.broadcast_to(SHARE, (len(foot), len(SHARE))))


def fitted_curvature(height: Array, length: Array, low: float, high: float) -> Array:
    """Curvature [1/m] of a least-squares parabola through a curve between two shares of length.

    Args:
        height: the curve at the stations [m], (n, COUNT).
        length: board lengths [m], (n,).
    """
    inside = (low <= SHARE) & (high >= SHARE)
    share = SHARE[inside]
    basis = np.stack([np.ones_like(share), share, share**2], axis=1)
    fit = np.linalg.lstsq(basis, height[:, inside].T, rcond=None)[0]
    return np.asarray(2 * fit[2] / length**2)
