"""Drawings of a board as lines in millimetres: outline, side and sections, for every format that holds lines.

Plan and side lie with the tail at 0 and the nose to the right; heights grow upwards.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.verbs.hull import Curves
from chord_core.hull.describe import curves_of, dims_of
from chord_core.hull.label import labelled_hulls
from chord_core.hull.solid import sections_of
from chord_core.ride.fins import groups_in
from chord_core.units import FOOT_M

MM = 1000.0
#: Room between two parts of a drawing, and between two sections [mm].
_APART = 40.0

Points = tuple[tuple[float, float], ...]


@dataclass(frozen=True)
class Line:
    """A line of a drawing: on which layer, through which points [mm], whether it closes."""

    layer: str
    points: Points
    closed: bool = False


@dataclass(frozen=True)
class Note:
    """Words at a place [mm], upwards of it."""

    x: float
    y: float
    text: str


@dataclass(frozen=True)
class Drawing:
    """Lines and words of one drawing, and what it is called."""

    name: str
    lines: tuple[Line, ...]
    notes: tuple[Note, ...] = ()

    @property
    def box(self) -> tuple[float, float, float, float]:
        """Left, lower, right and upper end of the lines [mm]."""
        every = np.array([point for line in self.lines for point in line.points])
        (left, low), (right, high) = every.min(axis=0), every.max(axis=0)
        return float(left), float(low), float(right), float(high)

    def moved(self, up: float) -> Drawing:
        """The same drawing, higher by so much [mm]."""
        lines = tuple(
            Line(line.layer, tuple((x, y + up) for x, y in line.points), line.closed) for line in self.lines
        )
        return Drawing(self.name, lines, tuple(Note(n.x, n.y + up, n.text) for n in self.notes))


def outline_points(curves: Curves, scale: float, x: float, y: float) -> list[tuple[float, float]]:
    """The outline lying flat, nose to the right: the tail at ``x``, the stringer at ``y``; ``scale`` is the
    drawing by metre."""
    at, half = curves.from_tail_m, curves.half_width_m
    upper = list(zip(at, half, strict=True))
    inner = [(at_m, n) for at_m, n in zip(at, curves.notch_half_m, strict=True) if n > 0]
    return [
        *((x + at_m * scale, y - h * scale) for at_m, h in upper),
        *((x + at_m * scale, y + h * scale) for at_m, h in reversed(upper)),
        *((x + at_m * scale, y + n * scale) for at_m, n in inner),
        *((x + at_m * scale, y - n * scale) for at_m, n in reversed(inner)),
    ]


def side_points(curves: Curves, scale: float, x: float, y: float) -> list[tuple[float, float]]:
    """The side, nose to the right, heights downwards of the page: the tail at ``x``, the bench at ``y``."""
    rows = list(zip(curves.from_tail_m, curves.rocker_m, curves.thickness_m, strict=True))
    bottom = [(x + at_m * scale, y - r * scale) for at_m, r, _ in rows]
    deck = [(x + at_m * scale, y - (r + t) * scale) for at_m, r, t in reversed(rows)]
    return bottom + deck


def _feet(board: Board) -> list[tuple[float, str]]:
    """Where a shaper measures [m from the tail]: every foot, the middle, one foot from the nose."""
    length = board.length_m
    whole = [(foot * FOOT_M, f"{foot} ft from the tail") for foot in range(1, int(length / FOOT_M) + 1)]
    kept = [one for one in whole if one[0] < length - FOOT_M - 0.02]
    return [*kept, (length / 2, "the middle"), (length - FOOT_M, "one foot from the nose")]


def _curves(board: Board) -> Curves:
    return curves_of(labelled_hulls([board]))


def _across(at_mm: float, half_mm: float, layer: str) -> Line:
    return Line(layer, ((at_mm, -half_mm), (at_mm, half_mm)))


def _fin_lines(board: Board, curves: Curves) -> list[tuple[Line, Note]]:
    """Lines across where fins stand, the middle of their base, with how many."""
    made = []
    for count, place, *_ in groups_in(board):
        at = place + (board.fins.position_m or 0.0)
        half = float(np.interp(at, curves.from_tail_m, curves.half_width_m)) * MM
        says = f"{count} fin{'s' if count > 1 else ''}, middle {at * MM:.0f} mm from the tail"
        made.append((_across(at * MM, half, "FINS"), Note(at * MM, half + 4, says)))
    return made


def outline_of(board: Board) -> Drawing:
    """The outline with its stringer, the feet and where the fins stand."""
    curves = _curves(board)
    length = board.length_m * MM
    lines = [
        Line("OUTLINE", tuple(outline_points(curves, MM, 0, 0)), closed=True),
        Line("STRINGER", ((0, 0), (length, 0))),
    ]
    for at, _ in _feet(board):
        half = float(np.interp(at, curves.from_tail_m, curves.half_width_m)) * MM
        lines.append(_across(at * MM, half, "FEET"))
    fins = _fin_lines(board, curves)
    return Drawing("outline", (*lines, *(line for line, _ in fins)), tuple(note for _, note in fins))


def half_outline_of(board: Board) -> Drawing:
    """Half the outline over the stringer: what is cut out of a sheet and turned over."""
    curves = _curves(board)
    upper = [(x * MM, h * MM) for x, h in zip(curves.from_tail_m, curves.half_width_m, strict=True)]
    inner = [(x * MM, n * MM) for x, n in zip(curves.from_tail_m, curves.notch_half_m, strict=True) if n > 0]
    start = float(labelled_hulls([board]).fleet.notch[0]) * MM if inner else 0.0
    lines = [
        Line("OUTLINE", ((start, 0.0), *reversed(inner), *upper)),
        Line("STRINGER", ((start, 0), (board.length_m * MM, 0))),
    ]
    notes = []
    for at, says in _feet(board):
        half = float(np.interp(at, curves.from_tail_m, curves.half_width_m)) * MM
        lines.append(Line("FEET", ((at * MM, 0), (at * MM, half))))
        notes.append(Note(at * MM, 6, f"{says}: {2 * half:.1f} mm wide"))
    for line, note in _fin_lines(board, curves):
        lines.append(Line("FINS", ((line.points[0][0], 0), line.points[1])))
        notes.append(Note(note.x, 16, note.text))
    return Drawing("half outline", tuple(lines), tuple(notes))


def side_of(board: Board) -> Drawing:
    """The side: bottom, deck, the bench on which it lies, rocker and thickness at the feet."""
    curves = _curves(board)
    rows = list(zip(curves.from_tail_m, curves.rocker_m, curves.thickness_m, strict=True))
    length = board.length_m * MM
    bottom = tuple((x * MM, z * MM) for x, z, _ in rows)
    deck = tuple((x * MM, (z + t) * MM) for x, z, t in rows)
    lines = [
        Line("BOTTOM", bottom),
        Line("DECK", deck),
        Line("BENCH", ((0, 0), (length, 0))),
        Line("ENDS", (bottom[0], deck[0])),
        Line("ENDS", (bottom[-1], deck[-1])),
    ]
    notes = []
    for at, says in _feet(board):
        z = float(np.interp(at, curves.from_tail_m, curves.rocker_m)) * MM
        thick = float(np.interp(at, curves.from_tail_m, curves.thickness_m)) * MM
        lines.append(Line("FEET", ((at * MM, 0), (at * MM, z + thick))))
        notes.append(Note(at * MM, z + thick + 4, f"{says}: rocker {z:.1f}, thick {thick:.1f} mm"))
    return Drawing("rocker and foil", tuple(lines), tuple(notes))


def sections_at_feet(board: Board, whole: bool = True) -> Drawing:
    """The sections at every foot, one over another, each with its width, thickness and area.

    Args:
        whole: both halves; else the right one over the stringer, as a template.
    """
    feet = sorted(_feet(board))
    of = sections_of(board, np.array([at for at, _ in feet]))
    lines, notes, up = [], [], 0.0
    for row, (_, says) in enumerate(feet):
        low = float(of.bottom[row].min())
        right = [(y * MM, (z - low) * MM + up) for y, z in zip(of.across[row], of.deck[row], strict=True)]
        under = [(y * MM, (z - low) * MM + up) for y, z in zip(of.across[row], of.bottom[row], strict=True)]
        ring = [*right, *reversed(under[:-1])]
        mirrored = [(-y, z) for y, z in reversed(ring) if y > 0] if whole else []
        points = tuple((float(y), float(z)) for y, z in (*ring, *mirrored))
        lines.append(Line("SECTIONS", points, closed=True))
        thick = max(z for _, z in right) - up
        wide, area = 2 * of.half[row] * MM, of.area_m2[row] * 1e4
        words = f"{says}: {wide:.1f} wide, {thick:.1f} thick [mm], {area:.1f} cm²"
        left = -float(of.half[row]) * MM if whole else 0.0
        notes.append(Note(left, up + thick + 3, words))
        up += thick + _APART / 2
    return Drawing("sections" if whole else "half sections", tuple(lines), tuple(notes))


def whole_of(board: Board) -> Drawing:
    """Outline, side and sections in one drawing, one under another."""
    plan, side = outline_of(board), side_of(board)
    side = side.moved(plan.box[1] - _APART - side.box[3])
    cuts = sections_at_feet(board)
    cuts = cuts.moved(side.box[1] - _APART - cuts.box[3])
    half = cuts.box[2]
    right = Drawing(
        "sections",
        tuple(Line(x.layer, tuple((a + half, b) for a, b in x.points), x.closed) for x in cuts.lines),
        tuple(Note(n.x + half, n.y, n.text) for n in cuts.notes),
    )
    return Drawing(
        title_of(board), plan.lines + side.lines + right.lines, plan.notes + side.notes + right.notes
    )


def title_of(board: Board) -> str:
    """What a reader of a drawing is told it is: name, line, metric line."""
    dims = dims_of(board)
    return ", ".join(part for part in (board.name or board.family, dims.imperial, dims.metric) if part)
