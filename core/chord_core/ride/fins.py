"""Fins: side force and yaw stiffness of a set-up, by lifting-surface theory."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, fields

import numpy as np

from chord_core.documents.board import Board
from chord_core.hull.stations import Array, IndexArray
from chord_core.tables import families, tables

#: The rear foot stands about here [m from the tail]: yaw stiffness is taken about it.
REAR_FOOT_M = 0.30
#: A fin's own stiffness at the pivot, as an arm [m].
_OWN_ARM_M = 0.03


def lift_slope(aspect: Array | float) -> Array:
    """Effectiveness of a fin against one of endless span (Helmbold 1942): AR / (2 + sqrt(4 + AR^2))."""
    aspect = np.asarray(aspect, float)
    return np.asarray(aspect / (2 + np.sqrt(4 + aspect**2)))


@dataclass(frozen=True)
class FinSet:
    """Fins of n boards, (n,): effective area [m2], yaw stiffness about the rear foot [m4], whether single,
    depth of the deepest fin [m], how much pumping the set-up lets through (thruster 1)."""

    area_m2: Array
    yaw: Array
    single: Array
    depth_m: Array
    pump: Array

    def rows(self, which: IndexArray | slice) -> FinSet:
        """The fins of the boards ``which`` (indices or a slice)."""
        return FinSet(**{f.name: getattr(self, f.name)[which] for f in fields(self)})

    def joined(self, other: FinSet) -> FinSet:
        """These fins with another fleet's behind them."""
        pairs = {f.name: (getattr(self, f.name), getattr(other, f.name)) for f in fields(self)}
        return FinSet(**{name: np.concatenate(pair) for name, pair in pairs.items()})


def set_strength(setup: str, size: str, flex: str = "medium", moved_m: float = 0.0) -> tuple[float, float]:
    """Effective area [m2] and yaw stiffness [m4] of a set-up in a size.

    Sum of A a over the fins with a by Helmbold and AR = 2 depth^2 / A (the hull mirrors the fin);
    Y = sum of A a [(x - .30)^2 + .03^2] (``docs/model.md``).

    Args:
        flex: ``soft``, ``medium`` or ``stiff``.
        moved_m: how far the set stands ahead of its usual place [m].
    """
    rules = tables().fins
    area = yaw = 0.0
    for count, place, fin_area, depth in rules.setups[setup]:
        scaled = fin_area * rules.sizes[size]
        works = count * scaled * float(lift_slope(2 * depth**2 * rules.sizes[size] / scaled))
        area += works
        yaw += works * ((place + moved_m - REAR_FOOT_M) ** 2 + _OWN_ARM_M**2)
    bends = rules.flex[flex]
    return area * bends.side_force, yaw * bends.yaw


def depth_of(setup: str, size: str) -> float:
    """Depth [m] of the deepest fin of a set-up in a size."""
    rules = tables().fins
    deepest = max(depth for _, _, _, depth in rules.setups[setup])
    return float(deepest * np.sqrt(rules.sizes[size]))


def setup_of(board: Board) -> str:
    """The set-up that stands in a board, or its family's."""
    return board.fins.setup or families()[board.family].fin_setup


def _strength_of(board: Board) -> tuple[float, float]:
    fins = board.fins
    return set_strength(setup_of(board), fins.size or "M", fins.flex or "medium", fins.position_m or 0.0)


def fins_of(boards: Sequence[Board]) -> FinSet:
    """Fins of many boards; where no size is said, the medium set."""
    area, yaw = np.array([_strength_of(board) for board in boards], float).reshape(-1, 2).T
    single = np.array([float(setup_of(board) == "single") for board in boards])
    depth = np.array([depth_of(setup_of(board), board.fins.size or "M") for board in boards])
    pump = np.array([tables().fins.pump[setup_of(board)] for board in boards], float)
    return FinSet(area, yaw, single, depth, pump)
