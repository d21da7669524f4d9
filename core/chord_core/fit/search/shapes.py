"""Shapes of a family as numbers that can be searched: where in the family's spans, and how far from its usual
ends, rockers and rails."""

from __future__ import annotations

from typing import Any

import numpy as np

from chord_core.documents.board import Board, Outline, Rocker, Section
from chord_core.hull.fleet import section_place
from chord_core.hull.stations import Array
from chord_core.tables import Family, families, kept_by_tables
from chord_core.tables.orders_schema import Measure

#: The columns of a shape: place in the span of lengths (0 to 1), places of width and thickness over that of
#: a reference board of this length, one-foot widths and rockers over the family's usual, rail over the usual.
COLUMNS = ("length", "width", "thickness", "nose_width", "tail_width", "nose_rocker", "tail_rocker", "rail")
_MIDDLE = np.array([0.5, 0.0, 0.0, 1.0, 1.0, 1.0, 1.0, 0.0])
#: How far a shaper departs from the usual board of a family before it is another one; widths and thicknesses
#: are held by the family's own spans.
_LOW = np.array([0.0, -1.0, -1.0, 0.94, 0.94, 0.85, 0.85, -0.25])
_HIGH = np.array([1.0, 1.0, 1.0, 1.06, 1.06, 1.15, 1.15, 0.25])
#: The steps of a search at its start.
STEPS = np.array([0.08, 0.08, 0.08, 0.02, 0.02, 0.05, 0.05, 0.08])

#: Measures that may be pinned, and where they stand in a board.
PINNED: tuple[Measure, ...] = (
    "length_m",
    "width_m",
    "thickness_m",
    "nose_width_m",
    "tail_width_m",
    "nose_rocker_m",
    "tail_rocker_m",
)


def held(shapes: Array) -> Array:
    """Shapes held inside what a family allows, (n, columns)."""
    return np.clip(shapes, _LOW, _HIGH)


def _spans(family: Family) -> Array:
    return np.array([family.length_m, family.width_m, family.thickness_m])


def shape_of(board: Board) -> Array:
    """The shape, (columns,), whose board is nearest to a reference board of these dims."""
    family = families()[board.family]
    low, high = _spans(family).T
    size = np.array([board.length_m, board.width_m, board.thickness_m])
    place = (size - low) / (high - low)
    shape = np.concatenate([place[:1], place[1:] - place[0], _MIDDLE[3:]])
    return np.asarray(held(shape[None, :])[0])


def measures(family: Family, shape: Array) -> dict[str, float]:
    """The measures of a shape that may be pinned, and its rail, 0 to 1."""
    at, wider, thicker, nose, tail, nose_rise, tail_rise, rail = (float(value) for value in shape)
    length = _inside(family.length_m, at)
    width = _inside(family.width_m, at + wider)
    scale = length / (sum(family.length_m) / 2)
    usual = _held(section_place(family))
    return {
        "length_m": length,
        "width_m": width,
        "thickness_m": _inside(family.thickness_m, at + thicker),
        "nose_width_m": min(family.nose_width_share * nose, 1.0) * width,
        "tail_width_m": min(family.tail_width_share * tail, 1.0) * width,
        "nose_rocker_m": family.nose_rocker_m * scale * nose_rise,
        "tail_rocker_m": family.tail_rocker_m * scale * tail_rise,
        "rail": _held(usual + rail),
    }


def _held(share: float) -> float:
    return min(max(share, 0.0), 1.0)


def _inside(span: tuple[float, float], share: float) -> float:
    """The place in a span, 0 at its low and 1 at its high end, that a share names."""
    return span[0] + (span[1] - span[0]) * _held(share)


@kept_by_tables(512)
def _blank(family: str) -> Board:
    """A board of a family that says nothing yet: copied, as a search makes hundreds."""
    of: dict[str, Any] = {"family": family, "outline": Outline(), "rocker": Rocker(), "section": Section()}
    return Board.model_construct(**of)


def made(family: str, of: dict[str, float], base: Board | None = None) -> Board:
    """The board of some measures, tail, fins and build as ``base`` has them, else the family's."""
    width, base = of["width_m"], base or _blank(family)
    ends = {f"{end}_width_m": min(of[f"{end}_width_m"], width) for end in ("nose", "tail")}
    blank = _blank(family)
    rocker = {"nose_m": of["nose_rocker_m"], "tail_m": of["tail_rocker_m"]}
    section = {"rail_middle": of["rail"], "rail_tail": of["rail"]}
    parts: dict[str, Any] = {
        "length_m": of["length_m"],
        "width_m": width,
        "thickness_m": of["thickness_m"],
        "outline": base.outline.model_copy(update=ends),
        "rocker": blank.rocker.model_copy(update=rocker),
        "section": blank.section.model_copy(update=section),
    }
    return base.model_copy(update=parts)


def boards_of(
    family: str, shapes: Array, pinned: dict[str, float] | None = None, base: Board | None = None
) -> list[Board]:
    """The boards of shapes, with some measures pinned [m]."""
    kind = families()[family]
    return [made(family, {**measures(kind, shape), **(pinned or {})}, base) for shape in shapes]
