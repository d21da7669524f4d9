"""A shared board: as good as it is for the worst-off who share it, not on the mean (``trade.md``)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.surfer import Surfer
from chord_core.fit.judge.baseline import build_baseline
from chord_core.fit.judge.case import Case
from chord_core.fit.judge.factors import Judged, judge_alone
from chord_core.hull.hull import Hull
from chord_core.ride.batches import RideSummary, summarize_rides
from chord_core.ride.fins import fins_of
from chord_core.surfer.defaults import missing_facts, rider_with_defaults


def sharers_of(case: Case) -> tuple[Case, ...]:
    """Those who share the board, each in the same water, wanting a board to share; who has not said mass and
    rung is left out."""
    known = [one for one in case.rider.surfer.sharers if not missing_facts(one)]
    found = []
    for one in known:
        facts: Surfer = one.model_copy(update={"aim": one.aim or "keep and share", "sharers": ()})
        rider, _ = rider_with_defaults(facts)
        found.append(Case(rider, case.conditions, (), case.water))
    return tuple(found)


def judge(
    case: Case, target_l: float | None, boards: Sequence[Board], hull: Hull, ridden: RideSummary
) -> Judged:
    """Judge boards for a case and those who share with it.

    Args:
        target_l: the advisor's own target [L] for the surfer of the case, or None.
        hull, ridden: the same boards in the same order.
    """
    judged = judge_alone(case, target_l, boards, hull, ridden)
    sharers = sharers_of(case)
    if not sharers:
        return judged
    fins, worst = fins_of(boards), np.full(len(hull), np.inf)
    for sharer in sharers:
        theirs = summarize_rides(hull, fins, sharer.rider, sharer.conditions)
        best = build_baseline(sharer, None).best
        worst = np.minimum(worst, judge_alone(sharer, None, boards, hull, theirs).fit(best))
    return replace(judged, sharers_fit=worst)
