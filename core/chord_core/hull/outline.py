"""Plan shape: two cubic Bezier curves joined at the wide point with a horizontal tangent.

Each half is drawn in its own box: across from the end (0) to the wide point (1), up from the end's
half-width to half the board's width. One number, the fullness ``p``, runs from a straight line (0)
through an end that leaves freely (below 1) to one with a vertical tangent that fills the box (2);
it is solved so that the one-foot width is met. Every curve with 0 < p <= 2 is convex: its control
points lie on the two tangents (no change of sign of the curvature).
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.hull.constants import HANDLE_SHARE
from chord_core.hull.fleet import Fleet
from chord_core.hull.stations import SHARE, Array
from chord_core.units import FOOT_M

_STEPS = 46


@dataclass(frozen=True)
class Half:
    """One half of n outlines in its box: control points across (x1, x2) and up (y1, y2), (n,)."""

    x1: Array
    x2: Array
    y1: Array
    y2: Array

    def across(self, t: Array) -> Array:
        """Place across the box (0-1) at curve parameter ``t``."""
        return 3 * (1 - t) ** 2 * t * self.x1 + 3 * (1 - t) * t**2 * self.x2 + t**3

    def up(self, t: Array) -> Array:
        """Height in the box (0-1) at curve parameter ``t``."""
        return 3 * (1 - t) ** 2 * t * self.y1 + 3 * (1 - t) * t**2 * self.y2 + t**3

    def height_at(self, across: Array) -> Array:
        """Height in the box at places ``across`` (n,) or (n, m), by bisection on the parameter."""
        low, high = np.zeros_like(across), np.ones_like(across)
        for _ in range(_STEPS):
            t = (low + high) / 2
            before = self.across(t) < across
            low, high = np.where(before, t, low), np.where(before, high, t)
        return self.up((low + high) / 2)

    def as_columns(self) -> Half:
        """Return the same halves with arrays of shape (n, 1), to draw many places a board."""
        return Half(self.x1[:, None], self.x2[:, None], self.y1[:, None], self.y2[:, None])


def _half(fullness: Array, vertical: Array) -> Half:
    """The half with fullness ``p`` (n,), 0-2; ``vertical`` (n,) is 1 where the end must be round."""
    corner = np.where(vertical > 0, 0.0, 1 - np.minimum(fullness, 1))
    free = np.where(fullness <= 1, HANDLE_SHARE, HANDLE_SHARE + (1 - HANDLE_SHARE) * (fullness - 1))
    handle = np.where(vertical > 0, fullness / 2, free)
    return Half(corner * handle, 1 - handle * (1 - corner), handle, np.ones_like(handle))


def _solve(foot: Array, height: Array, vertical: Array) -> tuple[Half, Array]:
    """Find the half whose height one foot in is ``height``; second, by how much it is missed."""
    low, high = np.full_like(foot, 1e-3), np.full_like(foot, 2.0)
    for _ in range(_STEPS):
        p = (low + high) / 2
        under = _half(p, vertical).height_at(foot) < height
        low, high = np.where(under, p, low), np.where(under, high, p)
    half = _half((low + high) / 2, vertical)
    return half, half.height_at(foot) - height


@dataclass(frozen=True)
class Outline:
    """Half-widths [m] of n boards at the stations (n, COUNT), and of the cut between the tips.

    ``missed_m`` (n,) is by how much a fair curve cannot meet the one-foot widths, the worse end.
    """

    half_width: Array
    notch_half: Array
    missed_m: Array


def _end(fleet: Fleet, span: Array, block: Array, foot_width: Array, vertical: Array) -> tuple[Half, Array]:
    rise = fleet.width / 2 - block
    height = np.clip((foot_width / 2 - block) / np.maximum(rise, 1e-9), 0.0, 1.0)
    half, missed = _solve(FOOT_M / span, height, vertical)
    short = np.abs(missed * rise) + np.abs(height * rise + block - foot_width / 2)
    return half, 2 * short


def draw_outline(fleet: Fleet) -> Outline:
    """Draw the outlines of a fleet.

    Returns:
        Half-widths at the stations, tail to nose, with the notch of a swallow or fish apart.
    """
    behind = fleet.length / 2 + fleet.wide_point
    ahead = fleet.length - behind
    block = np.minimum(fleet.tail_block, fleet.tail_width) / 2
    tail, missed_tail = _end(fleet, behind, block, fleet.tail_width, fleet.tail_round)
    nose, missed_nose = _end(fleet, ahead, np.zeros_like(ahead), fleet.nose_width, fleet.nose_round)
    x = SHARE * fleet.length[:, None]
    from_tail = np.clip(x / behind[:, None], 0, 1)
    from_nose = np.clip((fleet.length[:, None] - x) / ahead[:, None], 0, 1)
    half = fleet.width[:, None] / 2
    rear = block[:, None] + (half - block[:, None]) * tail.as_columns().height_at(from_tail)
    front = half * nose.as_columns().height_at(from_nose)
    width = np.where(x <= behind[:, None], rear, front)
    depth = np.maximum(fleet.notch, 1e-9)[:, None]
    notch = np.where(fleet.notch[:, None] > 0, block[:, None] * np.maximum(1 - x / depth, 0), 0)
    return Outline(width, np.minimum(notch, width), np.maximum(missed_tail, missed_nose))
