"""From which block of foam a board is shaped: the one that holds its rocker and foil with the least cut."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from chord_core.documents.board import Board
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import SHARE, Array
from chord_core.tables import families, tables
from chord_core.tables.orders_schema import BlankRow

#: Places along a blank that are tried, and tilts [m of rise over the board's length]: a template is laid on
#: where it loses least.
_PLACES = np.linspace(0, 1, 9)
_TILTS: Array = np.linspace(-0.02, 0.02, 17)


@dataclass(frozen=True)
class Blank:
    """A blank that holds a board: its name, what is planed off deck and bottom where it is least [m], and the
    foam that is cut away [L]."""

    name: str
    planed_m: float
    cut_l: float


@dataclass(frozen=True)
class _Held:
    """How a board lies in a blank: foam over and under it where it is least [m], and beside it."""

    planed: float
    beside: float


@lru_cache(maxsize=64)
def _hull_of(blank: BlankRow) -> Hull:
    board = Board(
        family="all-rounder",
        length_m=blank.length_m,
        width_m=blank.width_m,
        thickness_m=blank.thickness_m,
        outline={"nose_width_m": blank.nose_width_m, "tail_width_m": blank.tail_width_m, "wide_point_m": 0.0,
                 "nose_shape": "blunt", "tail_shape": "square"},
        rocker={"nose_m": blank.nose_rocker_m, "tail_m": blank.tail_rocker_m},
        foil={"nose_m": blank.nose_thickness_m, "tail_m": blank.tail_thickness_m},
        section={"deck": "flat", "rail_nose": 1.0, "rail_middle": 1.0, "rail_tail": 1.0},
    )  # fmt: skip
    return labelled_hulls([board])


def _held(hull: Hull, blank: Hull) -> _Held | None:
    """The best place of a board in a blank; None where the blank is too short."""
    length, room = float(hull.fleet.length[0]), float(blank.fleet.length[0])
    if room < length:
        return None
    along, inside = SHARE * length, SHARE * room
    best = _Held(-np.inf, -np.inf)
    for shift in _PLACES * (room - length):
        places = along + shift
        low = np.interp(places, inside, blank.rocker[0])
        high = low + np.interp(places, inside, blank.thickness[0])
        bottom = hull.rocker[0] + _TILTS[:, None] * SHARE
        under, over = bottom - low, high - (bottom + hull.thickness[0])
        planed = float(((under.min(axis=1) + over.min(axis=1)) / 2).max())
        beside = float((np.interp(places, inside, blank.half_width[0]) - hull.half_width[0]).min())
        best = max(best, _Held(planed, beside), key=lambda one: (one.beside >= 0, one.planed))
    return best


def foam_of(board: Board) -> str | None:
    """The foam from which the build of a board is shaped; None where it is moulded."""
    build = board.build or families()[board.family].build
    return next((foam for foam, names in tables().orders.foams.items() if build in names), None)


def blank_for(board: Board) -> Blank | None:
    """The blank that holds a board with the least cut; None where none of the list does, or where its build
    is moulded."""
    rules, hull, foam = tables().orders, labelled_hulls([board]), foam_of(board)
    found = []
    for row in rules.blanks:
        if row.foam != foam:
            continue
        blank = _hull_of(row)
        held = _held(hull, blank)
        if held and held.planed >= rules.least_planed_m and held.beside >= rules.least_rail_m:
            found.append(Blank(row.name, held.planed, float(blank.litres[0] - hull.litres[0])))
    return min(found, key=lambda one: one.cut_l, default=None)
