"""Fins: side force and yaw stiffness of a set-up, by lifting-surface theory."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, fields

import numpy as np

from chord_core.documents.board import Board
from chord_core.hull.stations import Array, IndexArray
from chord_core.tables import families, kept_by_tables, tables

#: The rear foot stands about here [m from the tail]: yaw stiffness is taken about it.
REAR_FOOT_M = 0.30
#: A fin's own stiffness at the pivot, as an arm [m].
_OWN_ARM_M = 0.03


def lift_slope(aspect: Array | float) -> Array:
    """Effectiveness of a fin against one of endless span (Helmbold 1942): AR / (2 + sqrt(4 + AR^2))."""
    aspect = np.asarray(aspect, float)
    return np.asarray(aspect / (2 + np.sqrt(4 + aspect**2)))


@dataclass(frozen=True)
class FleetFins:
    """Fins of n boards, (n,): effective area [m2], yaw stiffness about the rear foot [m4], whether single,
    depth of the deepest fin [m], how much pumping the set-up lets through (thruster 1)."""

    area_m2: Array
    yaw: Array
    single: Array
    depth_m: Array
    pump: Array

    def rows(self, which: IndexArray | slice) -> FleetFins:
        """The fins of the boards ``which`` (indices or a slice)."""
        return FleetFins(**{f.name: getattr(self, f.name)[which] for f in fields(self)})

    def joined(self, other: FleetFins) -> FleetFins:
        """These fins with another fleet's behind them."""
        pairs = {f.name: (getattr(self, f.name), getattr(other, f.name)) for f in fields(self)}
        return FleetFins(**{name: np.concatenate(pair) for name, pair in pairs.items()})


#: A group of fins: count, place from the tail [m], area of one [m2], depth [m].
Group = tuple[int, float, float, float]


def groups_of(setup: str, size: str) -> list[Group]:
    """The fins of a set-up in a size, from front to rear: of the same outline, so depths go by the root."""
    rules = tables().fins
    scale = rules.sizes[size]
    return [
        (count, place, area * scale, float(depth * np.sqrt(scale)))
        for count, place, area, depth in rules.setups[setup]
    ]


def strength(groups: Sequence[Group], flex: str = "medium", moved_m: float = 0.0) -> tuple[float, float]:
    """Effective area [m2] and yaw stiffness [m4] of fins.

    Sum of A a over the fins with a by Helmbold and AR = 2 depth^2 / A (the hull mirrors the fin);
    Y = sum of A a [(x - .30)^2 + .03^2] (``docs/model.md``).

    Args:
        flex: ``soft``, ``medium`` or ``stiff``.
        moved_m: how far the set stands ahead of its usual place [m].
    """
    total = yaw = 0.0
    for count, place, area, depth in groups:
        works = count * area * float(lift_slope(2 * depth**2 / area))
        total += works
        yaw += works * ((place + moved_m - REAR_FOOT_M) ** 2 + _OWN_ARM_M**2)
    bends = tables().fins.flex[flex]
    return total * bends.side_force, yaw * bends.yaw


@kept_by_tables(64)
def set_strength(setup: str, size: str, flex: str = "medium", moved_m: float = 0.0) -> tuple[float, float]:
    """``strength`` of a set-up in a size."""
    return strength(groups_of(setup, size), flex, moved_m)


def setup_of(board: Board) -> str:
    """The set-up that stands in a board, or its family's."""
    return board.fins.setup or families()[board.family].fin_setup


def groups_in(board: Board) -> list[Group]:
    """The fins of a board: those that are known by their measures, else its set-up in its size."""
    setup, fins = setup_of(board), board.fins
    if not fins.groups:
        return groups_of(setup, fins.size or "M")
    places = [place for _, place, _, _ in tables().fins.setups[setup]]
    known = zip(fins.groups, places, strict=True)
    return [(group.count, place, group.area_m2, group.depth_m) for group, place in known]


#: Of one board what ``FleetFins`` holds of many, in its order.
_Row = tuple[float, float, float, float, float]


def _row(setup: str, groups: Sequence[Group], flex: str, moved_m: float) -> _Row:
    deepest = max(depth for *_, depth in groups)
    return (
        *strength(groups, flex, moved_m), float(setup == "single"), deepest, tables().fins.pump[setup]
    )  # fmt: skip


@kept_by_tables(1024)
def _row_of_set(setup: str, size: str, flex: str, moved_m: float) -> _Row:
    """Most boards stand on one of a few sets."""
    return _row(setup, groups_of(setup, size), flex, moved_m)


def _row_of(board: Board) -> _Row:
    setup, fins = setup_of(board), board.fins
    flex, moved_m = fins.flex or "medium", fins.position_m or 0.0
    if fins.groups:
        return _row(setup, groups_in(board), flex, moved_m)
    return _row_of_set(setup, fins.size or "M", flex, moved_m)


def fins_of(boards: Sequence[Board]) -> FleetFins:
    """Fins of many boards; where no size is said, the medium set."""
    return FleetFins(*np.array([_row_of(board) for board in boards], float).reshape(-1, 5).T.copy())
