"""What is remembered of boards: what is liked about the present one, the best and the worst of a life.

None of it moves the fit: it is said, and the surfer decides (decision 0021).
"""

from __future__ import annotations

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.verbs.rank import Remembered
from chord_core.fit.judge.case import Case, Ridden
from chord_core.fit.judge.factors import Judged
from chord_core.fit.rules.measures import MEASURES
from chord_core.fit.rules.similarity import feel_of
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls
from chord_core.ride.batches import RideSummary
from chord_core.ride.fins import fins_of
from chord_core.ride.ride_model import build_fleet_ride
from chord_core.tables import tables

#: Of these measures less is better.
_LESS_IS_BETTER = ("radius",)


def _of(measure: str, hull: Hull, ridden: RideSummary, row: int) -> float:
    values = MEASURES[measure](hull, ridden)
    return np.nan if values is None else float(values[row])


def _likes(now: Ridden, likes: tuple[str, ...], judged: Judged, row: int) -> list[Remembered]:
    rules, said = tables().complaints, []
    for like in likes:
        rule = rules.likes[like]
        name = rule.measure
        mine, theirs = _of(name, judged.hull, judged.ridden, row), _of(name, now.hull, now.ridden, 0)
        if not (np.isfinite(mine) and np.isfinite(theirs)) or theirs <= 0:
            continue
        change = mine / theirs - 1
        kept = (change if name in _LESS_IS_BETTER else -change) < rules.given_up
        word = "kept" if kept else "given up"
        says = f"Liked {like}: {word}, {mine:.1f} {rule.unit}, now {theirs:.1f}."
        said.append(Remembered(of=like, kept=kept, says=says))
    return said


def _close(case: Case, board: Board, of: str, other: Board) -> Remembered | None:
    boards = [other, board]
    fleet_ride = build_fleet_ride(labelled_hulls(boards), fins_of(boards), case.rider, case.conditions)
    if feel_of(fleet_ride)[0].change >= tables().complaints.close_in_feel:
        return None
    good = of == "best board"
    says = (
        "Close in feel to the best board ever."
        if good
        else "Close in feel to the worst one: ask what was wrong."
    )
    return Remembered(of=of, kept=good, says=says)


def remembered(case: Case, board: Board, judged: Judged, row: int) -> tuple[Remembered, ...]:
    """What a board keeps or gives up of what is liked, and whether it is close to the best or worst ever.

    Args:
        board, judged, row: the board, and where it stands among boards that were judged in this case.
    """
    surfer = case.rider.surfer
    said = _likes(case.now, surfer.likes, judged, row) if case.now else []
    for of, other in (("best board", surfer.best_board), ("worst board", surfer.worst_board)):
        close = _close(case, board, of, other) if other else None
        if close:
            said.append(close)
    return tuple(said)
