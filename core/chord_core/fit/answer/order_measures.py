"""The measures of an order, and the fits of boards that have them."""

from __future__ import annotations

from chord_core.documents.board import Board
from chord_core.fit.answer.rank import judge_rack
from chord_core.fit.judge.case import Case
from chord_core.fit.search.shapes import PINNED
from chord_core.hull.label import labelled_hulls

#: Measures by which a hull says them.
_BY_HULL = {
    "length_m": "length", "width_m": "width", "thickness_m": "thickness", "nose_width_m": "nose_width",
    "tail_width_m": "tail_width", "nose_rocker_m": "nose_rocker", "tail_rocker_m": "tail_rocker",
}  # fmt: skip


def every_measure(board: Board) -> dict[str, float]:
    """The measures of an order as a board has them [m], those that it does not say as its hull draws them."""
    fleet = labelled_hulls([board]).fleet
    return {name: float(getattr(fleet, _BY_HULL[name])[0]) for name in PINNED}


def fits_of(case: Case, boards: list[Board]) -> list[float]:
    """Fit of each board for a case, 0-100 of the board that is expected."""
    judged = judge_rack(case, boards, labelled_hulls(boards), None)
    return [float(fit) for fit in judged.fit]
