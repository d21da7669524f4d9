"""Whether a board that could be ordered is worth its wait."""

from __future__ import annotations

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.order import Worth
from chord_core.fit.answer.rank import judge_rack
from chord_core.fit.answer.size import Sized
from chord_core.fit.rules.waiting import is_worth, wait_for
from chord_core.hull.label import labelled_hulls
from chord_core.tables import tables


def worth_waiting(
    sized: Sized,
    board: Board,
    wall: Board | None,
    weeks: tuple[float, float, float] | None = None,
) -> Worth:
    """Whether a board that could be ordered is worth its wait.

    Args:
        wall: the best board that hangs here; None where none is open.
        weeks: soon, usual and late, of the shop's own past orders; else the table's.
    """
    case, rules = sized.case, tables().orders.wait_weeks
    present = case.rider.surfer.present_board
    # A board that stands here twice is judged once: the last place of a sum depends on where its row stands,
    # and a board would differ from itself.
    boards = list(dict.fromkeys(each for each in (board, wall, present) if each))
    rack = judge_rack(case, boards, labelled_hulls(boards), sized.target_l)
    fits = dict(zip(boards, (float(fit) for fit in rack.fit), strict=True))
    rides = dict(zip(boards, (None if np.isnan(n) else float(n) for n in rack.ridden.rides), strict=True))
    fit, wall_fit = fits[board], fits[wall] if wall else 0.0
    soon = weeks or (rules.soon, rules.usual, rules.late)
    often = case.rider.sessions_month
    wait = wait_for(fit, wall_fit, fits[present] if present else 0.0, soon[1], often)
    worth = is_worth(wait, fit, wall_fit, often)
    return Worth(
        fit=fit,
        rides=rides[board],
        wall_fit=wall_fit if wall else None,
        wall_rides=rides[wall] if wall else None,
        weeks=soon,
        missed_sessions=wait.sessions,
        made_good_after=wait.made_good_after,
        worth=worth,
        says=_worth_says(fit, wall_fit if wall else None, wait.sessions, wait.made_good_after, worth, soon),
    )


def _worth_says(
    fit: float,
    wall: float | None,
    sessions: float,
    after: float | None,
    worth: bool,
    weeks: tuple[float, float, float],
) -> str:
    wait = f"{weeks[0]:.0f} to {weeks[2]:.0f} weeks"
    if wall is None:
        return f"Nothing that hangs here is open to them: this could be here in {wait}."
    if wall >= tables().fit.near_best * fit:
        return f"The best of the wall is right already; {wait} would buy nothing that one feels."
    better = f"{fit - wall:.0f} points better than the best of the wall, in {wait}"
    if after is None or after < 1:
        return f"{better}. Nothing is missed meanwhile."
    says = "worth the wait" if worth else "not worth the wait"
    return f"{better}: about {sessions:.0f} sessions pass, made good after {after:.0f} more. It is {says}."
