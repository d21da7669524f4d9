"""Fins: side force and yaw stiffness of a set-up, by lifting-surface theory."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from chord_core.documents.board import Board
from chord_core.hull.stations import Array
from chord_core.tables import families, table

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
    """Fins of n boards, (n,): effective area [m2], yaw stiffness about the rear foot [m4], whether single."""

    area_m2: Array
    yaw: Array
    single: Array


def set_strength(setup: str, size: str) -> tuple[float, float]:
    """Effective area [m2] and yaw stiffness [m4] of a set-up in a size.

    Sum of A a over the fins with a by Helmbold and AR = 2 depth^2 / A (the hull mirrors the fin);
    Y = sum of A a [(x - .30)^2 + .03^2] (``docs/model.md``).
    """
    rules = table("fins")
    area = yaw = 0.0
    for count, place, fin_area, depth in rules["setups"][setup]:
        scaled = fin_area * rules["sizes"][size]
        works = count * scaled * float(lift_slope(2 * depth**2 * rules["sizes"][size] / scaled))
        area += works
        yaw += works * ((place - REAR_FOOT_M) ** 2 + _OWN_ARM_M**2)
    return area, yaw


def setup_of(board: Board) -> str:
    """The set-up that stands in a board, or its family's."""
    return board.fins.setup or families()[board.family].fin_setup


def fins_of(boards: Sequence[Board]) -> FinSet:
    """Fins of many boards; where no size is said, the medium set."""
    rows = [set_strength(setup_of(board), board.fins.size or "M") for board in boards]
    area, yaw = np.array(rows, float).T
    single = np.array([float(setup_of(board) == "single") for board in boards])
    return FinSet(area, yaw, single)
