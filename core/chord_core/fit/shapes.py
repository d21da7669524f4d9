"""Shapes of a family as numbers that can be searched: where in the family's spans, and how far from its usual
ends, rockers and rails."""

from __future__ import annotations

import zlib
from functools import cache
from typing import Any

import numpy as np
from scipy.stats import qmc

from chord_core.documents.board import Board, Outline, Rocker, Section
from chord_core.hull.stations import Array
from chord_core.tables import Family, families

#: The columns of a shape: place in the span of lengths (0 to 1), places of width and thickness over that of
#: an ordinary board of this length, one-foot widths and rockers over the family's usual, rail over the usual.
COLUMNS = ("length", "width", "thickness", "nose_width", "tail_width", "nose_rocker", "tail_rocker", "rail")
_MIDDLE = np.array([0.5, 0.0, 0.0, 1.0, 1.0, 1.0, 1.0, 0.0])
#: How far a shaper departs from the usual board of a family before it is another one.
_LOW = np.array([0.0, -0.25, -0.25, 0.94, 0.94, 0.85, 0.85, -0.25])
_HIGH = np.array([1.0, 0.25, 0.25, 1.06, 1.06, 1.15, 1.15, 0.25])
#: The steps of a search at its start.
STEPS = np.array([0.08, 0.08, 0.08, 0.02, 0.02, 0.05, 0.05, 0.08])
_FIRST = 32

#: Measures that may be pinned, and where they stand in a board.
PINNED = (
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


@cache
def first_shapes(family: str) -> Array:
    """A family's fixed first sample, (n, columns): evenly over its sizes and all that a shaper varies (Sobol
    1967). The same in every run."""
    seed = zlib.crc32(family.encode())
    even = qmc.Sobol(len(COLUMNS), scramble=True, seed=seed).random(_FIRST)
    return np.asarray(_LOW + (_HIGH - _LOW) * even)


def _spans(family: Family) -> Array:
    return np.array([family.length_m, family.width_m, family.thickness_m])


def shape_of(board: Board) -> Array:
    """The shape, (columns,), whose board is nearest to an ordinary board of these dims."""
    family = families()[board.family]
    low, high = _spans(family).T
    size = np.array([board.length_m, board.width_m, board.thickness_m])
    place = (size - low) / (high - low)
    shape = np.concatenate([place[:1], place[1:] - place[0], _MIDDLE[3:]])
    return np.asarray(held(shape[None, :])[0])


def measures(family: Family, shape: Array) -> dict[str, float]:
    """The measures of a shape that may be pinned, and its rail, 0 to 1."""
    low, high = _spans(family).T
    place = np.clip([shape[0], shape[0] + shape[1], shape[0] + shape[2]], 0, 1)
    length, width, thickness = low + (high - low) * place
    scale = length / (sum(family.length_m) / 2)
    usual = np.clip((family.section_fullness - 0.80) / 0.12, 0, 1)
    return {
        "length_m": float(length),
        "width_m": float(width),
        "thickness_m": float(thickness),
        "nose_width_m": float(min(family.nose_width_share * shape[3], 1.0) * width),
        "tail_width_m": float(min(family.tail_width_share * shape[4], 1.0) * width),
        "nose_rocker_m": float(family.nose_rocker_m * scale * shape[5]),
        "tail_rocker_m": float(family.tail_rocker_m * scale * shape[6]),
        "rail": float(np.clip(usual + shape[7], 0, 1)),
    }


def made(family: str, of: dict[str, float], base: Board | None = None) -> Board:
    """The board of some measures, tail, fins and build as ``base`` has them, else the family's."""
    width = of["width_m"]
    outline = base.outline if base else Outline()
    ends = {f"{end}_width_m": min(of[f"{end}_width_m"], width) for end in ("nose", "tail")}
    rocker = Rocker.model_construct(nose_m=of["nose_rocker_m"], tail_m=of["tail_rocker_m"])
    section = Section.model_construct(rail_middle=of["rail"], rail_tail=of["rail"])
    parts: dict[str, Any] = {
        "length_m": of["length_m"],
        "width_m": width,
        "thickness_m": of["thickness_m"],
        "outline": outline.model_copy(update=ends),
        "rocker": rocker,
        "section": section,
    }
    if base:
        return base.model_copy(update=parts)
    return Board.model_construct(family=family, **parts)


def boards_of(
    family: str, shapes: Array, pinned: dict[str, float] | None = None, base: Board | None = None
) -> list[Board]:
    """The boards of shapes, with some measures pinned [m]."""
    kind = families()[family]
    return [made(family, {**measures(kind, shape), **(pinned or {})}, base) for shape in shapes]
