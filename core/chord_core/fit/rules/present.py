"""The board that is ridden now."""

from __future__ import annotations

from functools import lru_cache

from chord_core.documents.board import Board
from chord_core.hull.label import labelled_hulls
from chord_core.surfer.defaults import Rider


def present_litres(rider: Rider) -> float | None:
    """Litres [L] of the board ridden now: the label's where it agrees with the dims."""
    board = rider.surfer.present_board
    return None if board is None else _litres_of(board)


@lru_cache(maxsize=512)
def _litres_of(board: Board) -> float:
    return float(labelled_hulls([board]).litres[0])
