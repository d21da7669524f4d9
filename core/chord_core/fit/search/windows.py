"""What to look for in the rack: the sizes that are expected, and the shapes that do well at that size."""

from __future__ import annotations

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.verbs.size import Windows
from chord_core.fit.expected.expectation import Expectation
from chord_core.fit.search.best_boards import Found
from chord_core.fit.search.shapes import PINNED, measures
from chord_core.hull.label import labelled_hulls
from chord_core.tables import families, tables
from chord_core.units import INCH_M

#: The fractions in which a shaper orders [m]; a window reaches out to the next.
FRACTION_M = {
    "length_m": INCH_M,
    "width_m": INCH_M / 8,
    "thickness_m": INCH_M / 16,
    "nose_width_m": INCH_M / 8,
    "tail_width_m": INCH_M / 8,
    "nose_rocker_m": INCH_M / 8,
    "tail_rocker_m": INCH_M / 8,
}
HALF_LITRE = 0.5
#: So far beside a window of length or width shapes are still looked at.
_BESIDE = 1.03


def nearest_fractions(measures: dict[str, float]) -> dict[str, float]:
    """Measures [m] to the nearest fraction in which a shaper orders them."""
    return {name: round(value / FRACTION_M[name]) * FRACTION_M[name] for name, value in measures.items()}


def outwards(low: float, high: float, step: float) -> tuple[float, float]:
    """A window out to whole steps; one that is a single step wide reaches half a step to either side."""
    first, last = np.floor(low / step + 1e-9), np.ceil(high / step - 1e-9)
    if last <= first:
        first, last = first - 0.5, first + 0.5
    return float(first * step), float(last * step)


def windows_of(found: Found, expected: Expectation, target_l: float | None) -> Windows:
    """The windows of a family: litres, length and width as they are expected; the rest of the boards of about
    that length and width that were judged as good as the best.

    Args:
        target_l: the advisor's own target [L], or None.
    """
    name, family = found.family, families()[found.family]
    own = {
        dim: _inside_of(expected.dim_window(dim, name, target_l), getattr(family, dim))
        for dim in ("length_m", "width_m")
    }
    rows = [measures(family, shape) for shape in found.shapes]
    near = np.array([_about(row, own) for row in rows])
    inside = near if near.any() else np.ones(len(rows), bool)
    good = inside & (found.fit >= tables().fit.near_best * found.fit[inside].max())
    kept = [row for row, is_good in zip(rows, good, strict=True) if is_good]
    spans = {
        dim: outwards(*own[dim], FRACTION_M[dim])
        if dim in own
        else outwards(min(row[dim] for row in kept), max(row[dim] for row in kept), FRACTION_M[dim])
        for dim in PINNED
    }
    rails = [row["rail"] for row in kept]
    return Windows(
        litres=outwards(*expected.litres_window(name, target_l), HALF_LITRE),
        rail=(min(rails), max(rails)),
        **spans,
    )


def _inside_of(window: tuple[float, float], span: tuple[float, float]) -> tuple[float, float]:
    """A window as far as the family is made in it."""
    return max(window[0], span[0]), min(window[1], span[1])


def _about(row: dict[str, float], own: dict[str, tuple[float, float]]) -> bool:
    return all(low / _BESIDE <= row[dim] <= high * _BESIDE for dim, (low, high) in own.items())


def measures_of(board: Board) -> dict[str, float]:
    """The measures that may be pinned, as this board has them [m]."""
    outline, rocker = board.outline, board.rocker
    got = (board.length_m, board.width_m, board.thickness_m, outline.nose_width_m, outline.tail_width_m,
           rocker.nose_m, rocker.tail_m)  # fmt: skip
    return {name: float(value) for name, value in zip(PINNED, got, strict=True) if value is not None}


def with_measures(board: Board, of: dict[str, float]) -> Board:
    """The board with these measures [m]."""
    parts = {name: of[name] for name in ("length_m", "width_m", "thickness_m")}
    outline = board.outline.model_copy(
        update={"nose_width_m": of["nose_width_m"], "tail_width_m": of["tail_width_m"]}
    )
    rocker = board.rocker.model_copy(update={"nose_m": of["nose_rocker_m"], "tail_m": of["tail_rocker_m"]})
    return board.model_copy(update={**parts, "outline": outline, "rocker": rocker})


def held_in(board: Board, windows: Windows) -> Board:
    """The board with each measure held inside its window, and as thick as the litres of the window ask."""
    spans = windows.model_dump()
    of = {name: float(np.clip(value, *spans[name])) for name, value in measures_of(board).items()}
    held = with_measures(board, of)
    litres = float(labelled_hulls([held]).litres[0])
    asked = float(np.clip(litres, *windows.litres))
    if asked == litres:
        return held
    return with_measures(board, {**of, "thickness_m": of["thickness_m"] * asked / litres})
