"""The board that is ridden now."""

from __future__ import annotations

from chord_core.documents.board import Board
from chord_core.hull.label import labelled_hulls
from chord_core.surfer.defaults import Rider
from chord_core.tables import kept_by_tables


def present_litres(rider: Rider) -> float | None:
    """Litres [L] of the board ridden now: the label's where it agrees with the dims."""
    board = rider.surfer.present_board
    return None if board is None else _litres_of(board)


@kept_by_tables(512)
def _litres_of(board: Board) -> float:
    return float(labelled_hulls([board]).litres[0])
