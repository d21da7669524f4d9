"""The ``fix`` verb: what to try on the present board before another is sold."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.verbs.fix import Fix, FixRequest, FixResult
from chord_core.errors import ChordError
from chord_core.fit.answer.change import fin_trials
from chord_core.fit.judge.baseline import build_baseline
from chord_core.fit.judge.candidates import fit_in
from chord_core.fit.judge.case import Case, case_of
from chord_core.fit.judge.complaints import complaint_advice
from chord_core.surfer.defaults import missing_facts

#: From this share of the gain a fix is tried before any sale; under this one it is not worth a word.
_MOST, _WORTH = 0.5, 0.05
#: Under this gain in fit there is nothing to sell.
_GAIN = 2.0
_KEPT = 3


def _other_rider(case: Case, **changed: Any) -> Case:
    return replace(case, rider=replace(case.rider, **changed))


def _habits(case: Case, request: FixRequest, board: Board) -> list[Fix]:
    """Small habits, each as if the rider had it: pumping, standing over the middle; a tail pad."""
    tried: list[tuple[str, str, Case]] = []
    if case.rider.style == "relaxed" and case.rider.rung.pumping > 0.01:
        tried.append(
            ("habit", "Pump for speed instead of waiting for it.", _other_rider(case, style="active"))
        )
    if case.rider.foot_weight == "front":
        says = "Step back over the tail pad to turn."
        tried.append(("pad", says, _other_rider(case, foot_weight="even")))
    if case.rider.foot_weight == "back":
        says = "Stand further forward between turns."
        tried.append(("habit", says, _other_rider(case, foot_weight="even")))
    found, best = [], build_baseline(case, request.target_l).best
    for thing, says, other in tried:
        # By the measure of who they are now: the habit changes what the board gives, not what is possible.
        fit = float(fit_in(other, request.target_l, [board], best)[0])
        found.append(Fix(thing=thing, says=says, fit=fit, recovers=0.0))
    return found


def _fins(case: Case, request: FixRequest, board: Board) -> list[Fix]:
    trials = fin_trials(board)
    fit = fit_in(case, request.target_l, [tried for tried, _ in trials])
    order = np.argsort(-fit, kind="stable")[:2]
    return [
        Fix(thing="fins", says=f"Other fins first: {trials[i][1]}.", fit=float(fit[i]), recovers=0.0)
        for i in order
    ]


def fix(request: FixRequest) -> FixResult:
    """Search fins, pad and small habits on the present board, and say which share of the gain they recover.

    The gain is that of the best of ``boards``, else of the best reference board of the open families.

    Raises:
        ChordError: no present board is known.
    """
    case = case_of(request)
    if case is None:
        return FixResult(missing=missing_facts(request.surfer))
    board = request.surfer.present_board
    if board is None:
        raise ChordError("surfer.present_board", None, "there is nothing to fix: no present board is known")
    now = float(fit_in(case, request.target_l, [board])[0])
    best = 100.0
    if request.boards:
        best = float(fit_in(case, request.target_l, list(request.boards)).max())
    gain = best - now
    tried = [*_fins(case, request, board), *_habits(case, request, board)]
    fixes = (
        [one.model_copy(update={"recovers": min((one.fit - now) / gain, 1.0)}) for one in tried]
        if gain > _GAIN
        else []
    )
    worth = sorted((one for one in fixes if one.recovers >= _WORTH), key=lambda one: -one.recovers)[:_KEPT]
    first = bool(worth) and worth[0].recovers >= _MOST
    return FixResult(
        fit=now,
        best_fit=best,
        fixes=tuple(worth),
        complaints=complaint_advice(case),
        first=first,
        says=_says(gain, worth, first),
    )


def _says(gain: float, worth: list[Fix], first: bool) -> str:
    if gain <= _GAIN:
        return "Keep the board: another one brings nothing."
    if not worth:
        return "Fins, pad and habits bring next to nothing: it is the board."
    share = f"{worth[0].recovers:.0%}"
    if first:
        return f"Before any sale: this alone recovers {share} of what another board brings."
    return f"The best fix recovers {share} of what another board brings."
