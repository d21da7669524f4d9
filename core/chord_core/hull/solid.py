"""A board as a solid: its sections across, and a closed surface of triangles with the litres of its hull."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.documents.board import Board
from chord_core.hull.bottom import contour_at
from chord_core.hull.constants import (
    EDGE_FADES_M,
    END_WIDTH_M,
    RAIL_APEX_ADDS,
    RAIL_APEX_SHARE,
    RAIL_HARD_FILL,
    RAIL_SOFT_FILL,
)
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import SHARE, Array, IndexArray

#: Places across a half section, closer together towards the rail: 0 at the stringer, 1 at the rail.
ACROSS: Array = np.sin(np.linspace(0.0, np.pi / 2, 29))
#: Powers between which a section's rounded boxes lie: nearly a roof, nearly a box.
_POWERS = (1.05, 60.0)


def _box_share(power: Array) -> Array:
    """Share of its box that lies under a quarter of |x|^p + |y|^p = 1, drawn at the places across; (s,)."""
    return np.asarray(np.trapezoid(_quarter(power), ACROSS, axis=1))


def _quarter(power: Array) -> Array:
    """Height over the places across of that quarter, 1 at the stringer and 0 at the rail; (s, k)."""
    p = power[:, None]
    return np.asarray(np.maximum(1 - ACROSS**p, 0) ** (1 / p))


#: Powers close together, and the share that each fills: read backwards they give the power for a share.
_GRID: Array = np.geomspace(*_POWERS, 600)
_FILLED = _box_share(_GRID)


def _power_for(share: Array) -> Array:
    """The power whose quarter fills so much of its box, (s,)."""
    return np.asarray(np.interp(share, _FILLED, _GRID))


def _tucked(share: Array) -> Array:
    """Height of the box under the rail's widest place that is filled, over the places across, (s, k): flat
    from the stringer, then a quarter of an ellipse, begun where the whole fills so much of its box."""
    starts = 1 - (1 - share) / (1 - np.pi / 4)
    way = np.clip((ACROSS - starts[:, None]) / (1 - starts[:, None]), 0, 1)
    return np.asarray(np.sqrt(1 - way**2))


@dataclass(frozen=True)
class Sections:
    """The right half of a board across, at s places from the tail [m], tail to nose.

    ``inner`` and ``half``: from where to where there is foam, (s,), inner 0 but between the tips of a swallow
    or fish. ``deck`` and ``bottom``: heights over the lowest point of the rocker at the places ``ACROSS``
    between the two, (s, k); they meet at the rail.
    """

    from_tail: Array
    inner: Array
    half: Array
    deck: Array
    bottom: Array

    @property
    def across(self) -> Array:
        """Places from the stringer [m], (s, k)."""
        return np.asarray(self.inner[:, None] + ACROSS * (self.half - self.inner)[:, None])

    @property
    def area_m2(self) -> Array:
        """Area of the whole section, both halves [m2], (s,)."""
        return np.asarray(2 * np.trapezoid(self.deck - self.bottom, self.across, axis=1))


@dataclass(frozen=True)
class _Lines:
    """What a hull says along the stringer at s places [m], (s,)."""

    from_tail: Array
    inner: Array
    half: Array
    rocker: Array
    thickness: Array


def _lines(hull: Hull, places: Array | None = None) -> _Lines:
    """Read a hull at its own stations, and where the cut between the tips ends; or at ``places`` [m]."""
    length = float(hull.fleet.length[0])
    along = SHARE * length
    if places is None:
        notch = float(hull.fleet.notch[0])
        places = np.union1d(along, [notch]) if notch > 0 else along
    half = np.interp(places, along, hull.half_width[0])
    inner = np.minimum(np.interp(places, along, hull.notch_half[0]), half)
    inner = np.where(places >= hull.fleet.notch[0], 0.0, inner)
    half = np.maximum(half, inner + END_WIDTH_M / 2)
    rocker = np.interp(places, along, hull.rocker[0])
    thickness = np.maximum(np.interp(places, along, hull.thickness[0]), END_WIDTH_M)
    return _Lines(places, inner, half, rocker, thickness)


def _sections(board: Board, hull: Hull, lines: _Lines, fullness: float) -> Sections:
    """The sections through those lines, so full [share of width x thickness over the plane of the rails]."""
    fleet, count = hull.fleet, len(lines.from_tail)
    apex = np.full(count, RAIL_APEX_SHARE + RAIL_APEX_ADDS * float(np.clip(fleet.rail[0], 0, 1)))
    hard = np.clip((fleet.edge[0] - lines.from_tail) / EDGE_FADES_M + 0.5, 0, 1)
    least, most = float(_FILLED[0]), float(_FILLED[-1])
    lower = RAIL_SOFT_FILL + (RAIL_HARD_FILL - RAIL_SOFT_FILL) * hard
    upper = np.clip((fullness - apex * lower) / (1 - apex), least, most)
    lower = np.clip((fullness - (1 - apex) * upper) / apex, np.pi / 4, most)
    rise, under = _quarter(_power_for(upper)), _tucked(lower)
    thick, up = lines.thickness[:, None], apex[:, None]
    # A contour deeper than half the board is thick would come through the deck of a thin tip.
    contour = np.clip(contour_at(board, lines.from_tail, ACROSS), -thick / 2, thick / 2)
    contour[:, -1] = 0.0
    base = lines.rocker[:, None]
    deck = base + thick * (up + (1 - up) * rise)
    bottom = base + thick * up * (1 - under) + contour
    return Sections(lines.from_tail, lines.inner, lines.half, deck, np.minimum(bottom, deck))


def _refilled(board: Board, hull: Hull) -> float:
    """The fullness with which the solid holds what the hull holds: a contour that changes from zone to zone
    and the steps between stations move the litres a little."""
    lines = _lines(hull)
    fullness = float(hull.fleet.fullness[0])
    box = float(hull.integral(hull.thickness * hull.foam_width)[0])
    made = _closed(_sections(board, hull, lines, fullness))
    return fullness + (float(hull.volume_m3[0]) - made.volume_m3) / box


def sections_of(board: Board, places: Array | None = None) -> Sections:
    """The sections of a board at ``places`` from the tail [m], (s,), or at the stations of its hull."""
    hull = labelled_hulls([board])
    return _sections(board, hull, _lines(hull, places), _refilled(board, hull))


@dataclass(frozen=True)
class Solid:
    """A closed surface: ``points`` [m], (n, 3), along, across (right of the stringer is positive) and up;
    ``faces``, (m, 3), corners of triangles, anticlockwise seen from outside."""

    points: Array
    faces: IndexArray

    @property
    def volume_m3(self) -> float:
        """Volume [m3] by the divergence theorem."""
        a, b, c = (self.points[self.faces[:, i]] for i in range(3))
        return float(np.einsum("ij,ij->i", a, np.cross(b, c)).sum() / 6)


def _strip(first: IndexArray, second: IndexArray) -> IndexArray:
    """Triangles between two rows of points of equal count."""
    a, b, c, d = first[..., :-1], first[..., 1:], second[..., :-1], second[..., 1:]
    corners = [np.stack([a, d, b], axis=-1), np.stack([a, c, d], axis=-1)]
    return np.concatenate([one.reshape(-1, 3) for one in corners])


def _half_faces(deck: IndexArray, bottom: IndexArray, split: int) -> IndexArray:
    """Triangles of the right half: deck, bottom, both ends, and the wall of the cut between the tips.

    Args:
        deck: numbers of the deck's points, (s, k); its last column is the bottom's too.
        split: how many stations lie in the cut, its end counted.
    """
    parts = [_strip(deck[:-1], deck[1:]), _strip(bottom[1:], bottom[:-1])]
    parts += [_strip(bottom[0], deck[0]), _strip(deck[-1], bottom[-1])]
    if split > 1:
        parts.append(_strip(deck[:split, 0], bottom[:split, 0]))
    faces = np.concatenate(parts)
    # At the rail deck and bottom share a point: one of the two triangles of an end there has no area.
    whole = (faces[:, 0] != faces[:, 1]) & (faces[:, 1] != faces[:, 2]) & (faces[:, 0] != faces[:, 2])
    return np.asarray(faces[whole])


def _closed(of: Sections) -> Solid:
    """The closed surface through sections: the right half, and the left one as its mirror; what lies on the
    stringer is shared."""
    rows, columns = of.deck.shape
    along = np.broadcast_to(of.from_tail[:, None], of.deck.shape)
    deck = np.arange(rows * columns).reshape(rows, columns)
    bottom = deck + rows * columns
    bottom[:, -1] = deck[:, -1]
    points = np.concatenate([
        np.stack([along, of.across, height], axis=-1).reshape(-1, 3) for height in (of.deck, of.bottom)
    ])  # fmt: skip
    split = int((of.inner > 0).sum())
    half = _half_faces(deck, bottom, split + 1 if split else 0)
    shared = points[:, 1] == 0
    left = np.where(shared, np.arange(len(points)), np.arange(len(points)) + len(points))
    mirrored = left[half[:, ::-1]]
    both = np.concatenate([points, points * [1, -1, 1]])
    used, faces = np.unique(np.concatenate([half, mirrored]), return_inverse=True)
    return Solid(both[used], faces.reshape(-1, 3))


def solid_of(board: Board) -> Solid:
    """The solid of a board: as its hull draws it or as it was measured, with the litres of its label where
    dims and label agree.

    Bottom with its concave, belly and vee by zone, rails with their edge; no channels, no boxes, no dropped
    edge: those are cut by hand.
    """
    return _closed(sections_of(board))
