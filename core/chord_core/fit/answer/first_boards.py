"""The first boards of a large rack, without riding the rest of it.

Kind, size and weight alone say how much a board can be worth at most. Once as many as are asked for are worth
more than that, the rest need not be ridden: none of it can stand before them.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.surfer import Surfer
from chord_core.fit.answer.rank import JudgedRack, judge_rack
from chord_core.fit.answer.size import Sized
from chord_core.fit.judge.bounds import Unridden
from chord_core.fit.judge.ridden_rack import RiddenRack
from chord_core.fit.judge.shared import judge
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array, IndexArray
from chord_core.ride.batches import RideSummary
from chord_core.tables import tables

#: So many times as many boards as are asked for are ridden first: with more some are ridden for nothing, with
#: fewer the fit that the others have to reach is found too low.
_TIMES = 2
#: What rounding may take from a bound.
_ROUNDED = 1e-6


@dataclass(frozen=True)
class FirstBoards:
    """Some boards of a rack, judged; ``places`` where they stand in the rack. The first ``certain`` of
    ``judged.order`` stand before every other board of the rack; ``behind`` are the places of all others,
    those that may be worth most first."""

    judged: JudgedRack
    places: IndexArray
    certain: int
    behind: IndexArray


@dataclass(frozen=True)
class _Rack:
    """A rack that is being judged: its boards, what is ridden of them, the case with its litres."""

    boards: Sequence[Board]
    riding: RiddenRack
    sized: Sized

    @property
    def target_l(self) -> float | None:
        return self.sized.target_l

    def _some(self, rows: IndexArray) -> tuple[list[Board], Hull, RideSummary]:
        ridden = self.riding.of(rows, self.target_l)
        return [self.boards[row] for row in rows], self.riding.hull.rows(rows), ridden

    def fit(self, rows: IndexArray) -> Array:
        """Fit of some boards."""
        boards, hull, ridden = self._some(rows)
        judged = judge(self.sized.case, self.target_l, boards, hull, ridden)
        return judged.fit(self.sized.baseline.best)

    def judged(self, rows: IndexArray) -> JudgedRack:
        """Some boards, judged."""
        boards, hull, ridden = self._some(rows)
        fins = self.riding.fins.rows(rows)
        return judge_rack(self.sized.case, boards, hull, self.target_l, fins, ridden, self.sized)

    def ranged(self, judged: JudgedRack, rows: IndexArray, which: IndexArray) -> JudgedRack:
        """Boards ``rows`` that were judged, with the range of their waves for ``which``."""
        self.riding.with_range(which, self.target_l)
        return replace(judged, ridden=self.riding.of(rows, self.target_l))


def judge_whole(
    boards: Sequence[Board], riding: RiddenRack, target_l: float | None, ranged: int | None = None
) -> FirstBoards:
    """Judge a whole rack.

    Args:
        riding: the same boards in the same order.
        target_l: the advisor's own target [L], or None.
        ranged: so many of the first are asked for the range of their waves; None: all.
    """
    rack, every = _Rack(boards, riding, Sized(riding.case, target_l)), np.arange(len(boards))
    if ranged is None:
        riding.with_range(every, target_l)
    judged = rack.judged(every)
    if ranged is not None:
        judged = rack.ranged(judged, every, np.sort(judged.order[:ranged]))
    return FirstBoards(judged, every, len(boards), every[:0])


def judge_first(
    boards: Sequence[Board], riding: RiddenRack, target_l: float | None, most: int, must: Sequence[int] = ()
) -> FirstBoards:
    """Judge as much of a rack as is needed to say which boards stand first; they are asked for the range of
    their waves.

    Args:
        riding: the same boards in the same order.
        target_l: the advisor's own target [L], or None.
        most: so many boards stand for certain, or more where fits are alike, or all.
        must: places of boards that are judged wherever they stand.
    """
    rack, must_be = _Rack(boards, riding, Sized(riding.case, target_l)), np.array(must, int)
    unridden = Unridden(riding.case, target_l, boards, riding.hull)
    nearest = np.argsort(-unridden.nearness(), kind="stable")
    asked = np.union1d(nearest[: _TIMES * most], must_be)
    # Which rides the expected boards along, by which the bound is measured.
    line = _line(rack.fit(asked), riding.case.rider.surfer, most)
    at_most = unridden.most_fit()
    asked = np.union1d(asked, np.flatnonzero(at_most >= line - _ROUNDED))
    judged = rack.judged(asked)
    certain = len(boards)
    if len(asked) < len(boards):
        certain = int((judged.fit >= _line(judged.fit, riding.case.rider.surfer, most)).sum())
    first = asked[judged.order[:certain]]
    worth = at_most.copy()
    worth[asked] = judged.fit
    worth[first] = np.inf
    behind = np.argsort(-worth, kind="stable")[certain:]
    judged = rack.ranged(judged, asked, np.union1d(first[:most], must_be))
    return FirstBoards(judged, asked, certain, behind)


def _line(fit: Array, surfer: Surfer, most: int) -> float:
    """Fit from which on boards stand before all that have less: at the ``most``-th board, at the foot of its
    step, and no higher than where a wish or a budget puts boards before better ones."""
    rules = tables().fit
    cut = float(np.sort(fit)[::-1][min(most, len(fit)) - 1])
    if surfer.wish:
        cut = min(cut, rules.wish_from)
    if surfer.budget:
        cut = min(cut, rules.budget_from)
    return float(np.floor(cut / rules.either_within) * rules.either_within)
