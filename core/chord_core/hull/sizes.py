"""The ``range`` verb: one model in many sizes. Whether its litres step evenly, and what a size between them
would be.

A measure of a missing size is a monotone cubic through the sizes that are there (Fritsch & Carlson 1980), so
that it never leaves its neighbours; beyond the ends the last step goes on.
"""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from typing import Any

import numpy as np
from scipy.interpolate import PchipInterpolator

from chord_core.documents.base import parse
from chord_core.documents.board import Board
from chord_core.documents.verbs.range import RangeRequest, RangeResult, Step
from chord_core.errors import ChordError
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import Array
from chord_core.units import INCH_M

#: A step in litres by inch is even that lies within this share of the range's middle one.
_EVEN_WITHIN = 0.25
#: Sizes are made this far beyond the range at most [m]: two inches.
_BEYOND_M = 2 * INCH_M
#: Measures that a size is made of, as paths into the document.
_MEASURES = (
    "width_m",
    "thickness_m",
    "outline.nose_width_m",
    "outline.tail_width_m",
    "outline.wide_point_m",
    "outline.tail_block_m",
    "rocker.nose_m",
    "rocker.entry_m",
    "rocker.exit_m",
    "rocker.tail_m",
    "foil.nose_m",
    "foil.tail_m",
)


def _value(board: Board, path: str) -> float | None:
    part: Any = board
    for name in path.split("."):
        part = getattr(part, name)
    return None if part is None else float(part)


def _between(lengths: Array, values: Array, at: float) -> float:
    """A measure at a length [m], between sizes in order; beyond them along the last step."""
    if at < lengths[0] or at > lengths[-1]:
        a, b = (0, 1) if at < lengths[0] else (-2, -1)
        slope = (values[b] - values[a]) / (lengths[b] - lengths[a])
        edge = 0 if at < lengths[0] else -1
        return float(values[edge] + slope * (at - lengths[edge]))
    return float(PchipInterpolator(lengths, values)(at))


def made_size(sizes: Sequence[Board], length_m: float) -> Board:
    """A size of a model between (or just beyond) those that are there; shape, build and fins as the nearest
    one has them, no price, no label.

    Args:
        sizes: boards of one family in order of length, two at least.

    Raises:
        ChordError: the length is too far beyond the range, or the board cannot be.
    """
    lengths = np.array([board.length_m for board in sizes])
    if not lengths[0] - _BEYOND_M <= length_m <= lengths[-1] + _BEYOND_M:
        says = f"sizes are made from {lengths[0]:.3f} to {lengths[-1]:.3f} m, and two inches beyond"
        raise ChordError("lengths_m", length_m, says)
    near = sizes[int(np.abs(lengths - length_m).argmin())]
    document: dict[str, Any] = near.model_dump(
        exclude={"stated_litres", "price", "stations", "mass_kg", "condition", "stock"}, exclude_unset=True
    )
    document["length_m"] = length_m
    for path in _MEASURES:
        known = [(board.length_m, _value(board, path)) for board in sizes]
        rows = [(at, value) for at, value in known if value is not None]
        if len(rows) < len(sizes):
            # What only some sizes say is left to the family, or to the nearest.
            continue
        where = document
        *folders, name = path.split(".")
        for folder in folders:
            where = where.setdefault(folder, {})
        where[name] = _between(lengths, np.array([value for _, value in rows]), length_m)
    return parse(Board, document)


def _steps(sizes: Sequence[Board], litres: Array) -> tuple[Step, ...]:
    lengths = np.array([board.length_m for board in sizes])
    by_inch = np.diff(litres) / (np.diff(lengths) / INCH_M)
    middle = float(np.median(by_inch))
    found = []
    for i, step in enumerate(by_inch):
        says = ""
        if step <= 0:
            says = "longer, and holds no more"
        elif abs(step / middle - 1) > _EVEN_WITHIN and middle > 0:
            way = "more" if step > middle else "less"
            says = f"{step:.1f} L an inch, {way} than the {middle:.1f} of the others"
        found.append(
            Step(
                from_m=float(lengths[i]),
                to_m=float(lengths[i + 1]),
                litres=float(litres[i + 1] - litres[i]),
                litres_by_inch=float(step),
                says=says,
            )
        )
    return tuple(found)


def range_of(request: RangeRequest) -> RangeResult:
    """The sizes of one model in order, whether their litres step evenly, and sizes between them.

    Raises:
        ChordError: boards of several families, two of one length, a size too far beyond.
    """
    sizes = sorted(request.boards, key=lambda board: board.length_m)
    kinds = {board.family for board in sizes}
    if len(kinds) > 1:
        says = f"one model is of one family; these are {', '.join(sorted(kinds))}"
        raise ChordError("boards", sorted(kinds), says)
    for a, b in itertools.pairwise(sizes):
        if b.length_m - a.length_m < 1e-4:
            raise ChordError("boards", b.length_m, "two sizes are of one length")
    litres = labelled_hulls(sizes).litres
    steps = _steps(sizes, litres)
    odd = [step for step in steps if step.says]
    made = tuple(made_size(sizes, length) for length in request.lengths_m)
    even = f"{len(sizes)} sizes, {litres[0]:.1f} to {litres[-1]:.1f} L, stepping evenly."
    uneven = f"{len(odd)} of {len(steps)} steps {'is' if len(odd) == 1 else 'are'} uneven."
    return RangeResult(
        sizes=tuple(sizes),
        litres=tuple(float(value) for value in litres),
        steps=steps,
        made=made,
        made_litres=tuple(float(value) for value in labelled_hulls(made).litres) if made else (),
        even=not odd,
        says=uneven if odd else even,
    )
