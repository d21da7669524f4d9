"""Which boards are answered before others whatever their fit: what the wish names, what the budget buys."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.surfer import Surfer
from chord_core.fit.rules.gear import out_of_the_door
from chord_core.hull.stations import Array, BoolArray, IndexArray
from chord_core.tables import tables

#: More than any fit: a board of a higher tier stands before every one of a lower.
_A_TIER = 1000.0


def over_budget(board: Board, surfer: Surfer) -> float:
    """How much more a board costs out of the door than the surfer has; 0 within it, or where either is not
    known."""
    if not surfer.budget:
        return 0.0
    return max((out_of_the_door(board) or 0.0) - surfer.budget, 0.0)


def all_over_budget(boards: Sequence[Board], surfer: Surfer) -> BoolArray:
    """Of each board whether it costs more than the surfer has, (n,)."""
    if not surfer.budget:
        return np.zeros(len(boards), bool)
    return np.array([over_budget(board, surfer) > 0 for board in boards], bool)


def tiers(surfer: Surfer, boards: Sequence[Board], fit: Array, over: BoolArray | None = None) -> IndexArray:
    """Tiers of boards, (n,): 2 for what the wish names, 1 for what the budget buys, each if it fits nearly as
    well (``wish_from``, ``budget_from``); both together 3.

    Args:
        over: ``all_over_budget(boards, surfer)`` if it is known already.
    """
    rules = tables().fit
    wished = np.array([board.family == surfer.wish for board in boards], bool)
    bought = ~(all_over_budget(boards, surfer) if over is None else over)
    first, second = wished & (fit >= rules.wish_from), bought & (fit >= rules.budget_from)
    return np.asarray(2 * first.astype(int) + second)


def standing(surfer: Surfer, boards: Sequence[Board], fit: Array) -> Array:
    """Where boards stand against each other, (n,), more is before: by tier, then by fit."""
    return np.asarray(fit + _A_TIER * tiers(surfer, boards, fit))
