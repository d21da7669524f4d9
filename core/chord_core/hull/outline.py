"""Plan shape: two cubic Bezier curves joined at the wide point with a horizontal tangent.

Each half is drawn in its own box: across from the end (0) to the wide point (1), up from the end's
half-width to half the board's width. Its two control points lie on the tangents of end and top, so
it is convex (no change of sign of the curvature). One number is solved so that the one-foot width is
met: where the tangents meet, for an end that leaves freely; how far the control points reach, for an
end with a vertical tangent.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.hull.constants import HANDLE_SHARE, WING_RAMP_M
from chord_core.hull.fleet import Fleet
from chord_core.hull.stations import SHARE, Array
from chord_core.kernel import compiled
from chord_core.units import FOOT_M

_STEPS = 34


@compiled
def read_halves(x1: Array, x2: Array, y1: Array, y2: Array, across: Array, out: Array) -> None:
    """Heights ``out`` (n, m) of n halves (control points, (n,)) at places ``across`` (n, m).

    The place across rises with the curve's parameter: Newton's steps, held between what is known to lie on
    either side, from the place before.
    """
    for i in range(across.shape[0]):
        third, second, first = 1 + 3 * (x1[i] - x2[i]), 3 * (x2[i] - 2 * x1[i]), 3 * x1[i]
        t = 0.5
        for j in range(across.shape[1]):
            low, high, at = 0.0, 1.0, across[i, j]
            if at <= 0.0 or at >= 1.0:
                # At its ends the half is known; Newton's steps from outside would close in by halves.
                out[i, j] = 0.0 if at <= 0.0 else 1.0
                continue
            for _ in range(60):
                off = ((third * t + second) * t + first) * t - at
                if off < 0:
                    low = t
                else:
                    high = t
                slope = (3 * third * t + 2 * second) * t + first
                new = t - off / max(slope, 1e-12)
                if not low < new < high:
                    new = (low + high) / 2
                done = abs(new - t) < 1e-12
                t = new
                if done:
                    break
            out[i, j] = 3 * (1 - t) ** 2 * t * y1[i] + 3 * (1 - t) * t**2 * y2[i] + t**3


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
        """Height in the box at places ``across`` (n,) or (n, m)."""
        columns = across[:, None] if across.ndim == 1 else across
        halves = [np.broadcast_to(part, (len(across),) + (1,) * (part.ndim - 1)).ravel()
                  for part in (self.x1, self.x2, self.y1, self.y2)]  # fmt: skip
        out = np.empty_like(columns)
        read_halves(*halves, columns, out)
        return out.reshape(across.shape)

    def as_columns(self) -> Half:
        """Return the same halves with arrays of shape (n, 1), to draw many places a board."""
        return Half(self.x1[:, None], self.x2[:, None], self.y1[:, None], self.y2[:, None])


def _half(corner: Array, handle: Array) -> Half:
    """The half whose end and top tangents meet at ``corner`` (0 at the end: a vertical tangent),
    with its control points ``handle`` of the way to it."""
    return Half(corner * handle, 1 - handle * (1 - corner), handle, np.ones_like(handle))


@compiled
def _ends(foot: Array, height: Array, corner: Array, upright: Array) -> None:
    """Halves that pass (foot, height), (n,): the corner of one with a free end, and the handle of one with a
    vertical end (outside 0-1 none does).

    With a fixed handle the height at a parameter does not depend on the corner, and the place across depends
    on it linearly: one bisection, then a division. With a vertical end the place across gives the handle at a
    parameter, and the height grows with both.
    """
    s = HANDLE_SHARE
    for i in range(foot.shape[0]):
        low, high = 0.0, 1.0
        for _ in range(_STEPS):
            t = (low + high) / 2
            if 3 * (1 - t) ** 2 * t * s + 3 * (1 - t) * t**2 + t**3 < height[i]:
                low = t
            else:
                high = t
        t = (low + high) / 2
        first, second = 3 * (1 - t) ** 2 * t * s, 3 * (1 - t) * t**2
        corner[i] = (foot[i] - second * (1 - s) - t**3) / max(first + second * s, 1e-12)
        low, high, handle = 0.0, np.cbrt(foot[i]), 0.0
        for _ in range(_STEPS):
            t = (low + high) / 2
            handle = 1 - (foot[i] - t**3) / max(3 * (1 - t) * t**2, 1e-12)
            if 3 * (1 - t) ** 2 * t * handle + 3 * (1 - t) * t**2 + t**3 < height[i]:
                low = t
            else:
                high = t
        upright[i] = handle


def _solve(foot: Array, height: Array, vertical: Array) -> tuple[Half, Array]:
    """Find the half whose height one foot in is ``height``; second, by how much it is missed.

    A free end that would have to lean outwards stands upright instead, with longer handles.
    """
    corner, standing = np.empty_like(foot), np.empty_like(foot)
    _ends(foot, height, corner, standing)
    upright = (vertical > 0) | (corner < 0)
    least = np.where(vertical > 0, 0.0, HANDLE_SHARE)
    handle = np.clip(standing, least, 1.0)
    half = _half(np.where(upright, 0.0, np.clip(corner, 0.0, 1.0)), np.where(upright, handle, HANDLE_SHARE))
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


def _behind_wing(fleet: Fleet, x: Array) -> Array:
    """How far the outline has stepped in at places ``x`` [m] (n, m): 0 ahead of the wing, 1 behind it."""
    ramp = (fleet.wing_at[:, None] - x) / WING_RAMP_M + 0.5
    return np.asarray(np.clip(ramp, 0, 1) * (fleet.wing_at[:, None] > 0))


def draw_outline(fleet: Fleet) -> Outline:
    """Draw the outlines of a fleet.

    Returns:
        Half-widths at the stations, tail to nose, with the notch of a swallow or fish apart.
    """
    behind = fleet.length / 2 + fleet.wide_point
    ahead = fleet.length - behind
    block = np.minimum(fleet.tail_block, fleet.tail_width) / 2
    winged = fleet.wing_step * _behind_wing(fleet, np.full((len(fleet), 1), FOOT_M))[:, 0]
    block = block + fleet.wing_step
    blunt = np.minimum(fleet.nose_block, fleet.nose_width) / 2
    tail, missed_tail = _end(fleet, behind, block, fleet.tail_width + 2 * winged, fleet.tail_round)
    nose, missed_nose = _end(fleet, ahead, blunt, fleet.nose_width, fleet.nose_round * (blunt == 0))
    x = SHARE * fleet.length[:, None]
    from_tail = np.clip(x / behind[:, None], 0, 1)
    from_nose = np.clip((fleet.length[:, None] - x) / ahead[:, None], 0, 1)
    half = fleet.width[:, None] / 2
    rear = block[:, None] + (half - block[:, None]) * tail.as_columns().height_at(from_tail)
    front = blunt[:, None] + (half - blunt[:, None]) * nose.as_columns().height_at(from_nose)
    rear = np.maximum(rear - fleet.wing_step[:, None] * _behind_wing(fleet, x), 0)
    width = np.where(x <= behind[:, None], rear, front)
    depth = np.maximum(fleet.notch, 1e-9)[:, None]
    tips = (block - fleet.wing_step)[:, None]
    notch = np.where(fleet.notch[:, None] > 0, tips * np.maximum(1 - x / depth, 0), 0)
    return Outline(width, np.minimum(notch, width), np.maximum(missed_tail, missed_nose))
