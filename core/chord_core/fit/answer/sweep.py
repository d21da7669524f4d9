"""Many surfers over a whole rack: the fit of every board for every one of them.

A piece of it is some surfers over all boards. It needs nothing but what it holds, so that any process on any
machine may work it out, and comes to the same to the bit however the surfers are cut into pieces.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np

from chord_core.documents import Board, Surfer, Water
from chord_core.fit.answer.rank import judge_rack
from chord_core.fit.judge.case import case_with
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import Array, IndexArray
from chord_core.kernel import in_one_thread
from chord_core.ride.batches import summarize_rides
from chord_core.ride.fins import FleetFins, fins_of
from chord_core.tables import kept_by_tables, using_tables
from chord_core.tables.numbers import own_tables

#: No board, where fewer are open than are asked for.
NO_BOARD = -1


@dataclass(frozen=True)
class Asked:
    """A surfer in a water as JSON documents; the advisor's own target [L], or None."""

    surfer: str
    water: str
    target_l: float | None = None


@dataclass(frozen=True)
class SweptRack:
    """Boards as JSON documents; a shop's own numbers by their places in the tables."""

    boards: tuple[str, ...]
    numbers: Mapping[str, float] = field(default_factory=dict)


@dataclass(frozen=True, eq=False)
class Swept:
    """Fits of all boards, a row for each surfer [n, boards], 0 behind a gate, NaN where mass or level is not
    known; ``first``: places of the first boards that are open, best first [n, most], then ``NO_BOARD``."""

    fit: Array
    first: IndexArray


def joined(parts: Sequence[Swept]) -> Swept:
    """Pieces in their order as one."""
    return Swept(np.vstack([part.fit for part in parts]), np.vstack([part.first for part in parts]))


def pieces_of(asked: Sequence[Asked], size: int) -> list[tuple[Asked, ...]]:
    """Surfers cut into pieces of ``size`` and a rest."""
    return [tuple(asked[at : at + size]) for at in range(0, len(asked), size)]


@kept_by_tables(4)
def _fleet(documents: tuple[str, ...]) -> tuple[tuple[Board, ...], Hull, FleetFins]:
    boards = tuple(Board.model_validate_json(document) for document in documents)
    return boards, labelled_hulls(boards), fins_of(boards)


def sweep(rack: SweptRack, asked: Sequence[Asked], most: int) -> Swept:
    """Judge all boards for some surfers.

    Args:
        most: of the first boards so many are named for each.

    Raises:
        ChordError: an own number that the tables do not have, or out of its range.
    """
    fit = np.full((len(asked), len(rack.boards)), np.nan)
    first = np.full((len(asked), most), NO_BOARD)
    with using_tables(own_tables(dict(rack.numbers))), in_one_thread():
        boards, hull, fins = _fleet(rack.boards)
        for row, one in enumerate(asked):
            case = case_with(Surfer.model_validate_json(one.surfer), Water.model_validate_json(one.water))
            if case is None:
                continue
            ridden = summarize_rides(hull, fins, case.rider, case.conditions, asked=0)
            judged = judge_rack(case, boards, hull, one.target_l, fins, ridden)
            fit[row] = judged.fit
            open_ = judged.order[judged.fit[judged.order] > 0][:most]
            first[row, : len(open_)] = open_
    return Swept(fit, first)
