"""The search for the best boards: over the families that are open, from a fixed sample towards the best.

The same case gives the same boards in every run: the sample is fixed, and so are the steps.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from chord_core.documents.board import Board
from chord_core.fit.judge.baseline import Baseline
from chord_core.fit.judge.case import Case
from chord_core.fit.judge.factors import Judged
from chord_core.fit.judge.shared import judge
from chord_core.fit.search.shapes import STEPS, boards_of, held, shape_of
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import hull_of
from chord_core.hull.stations import Array
from chord_core.ride.batches import summarize_rides
from chord_core.ride.fins import fins_of
from chord_core.tables import tables

#: Families that are looked into, at most.
_AGAIN_MOST = 3
#: Boards a round: of the families looked into, of the leading one.
_ROUNDS = (24, 48)
_SEED = 1
_PARENTS = 4


@dataclass(frozen=True)
class Found:
    """Boards of one family that were judged on the way: shapes (n, columns), their fit and litres."""

    family: str
    shapes: Array
    fit: Array
    litres: Array

    @property
    def best(self) -> float:
        """The best fit that was found."""
        return float(self.fit.max())

    def joined(self, other: Found) -> Found:
        """These with others of the same family."""
        return Found(
            self.family,
            np.concatenate([self.shapes, other.shapes]),
            np.concatenate([self.fit, other.fit]),
            np.concatenate([self.litres, other.litres]),
        )


@dataclass(frozen=True)
class Judge:
    """Judges boards for a case, by the measure of its reference boards."""

    case: Case
    baseline: Baseline
    target_l: float | None

    def judged(self, boards: Sequence[Board]) -> Judged:
        """Boards with their factors."""
        hull = hull_of(fleet_of(boards))
        ridden = summarize_rides(hull, fins_of(boards), self.case.rider, self.case.conditions)
        return judge(self.case, self.target_l, boards, hull, ridden)

    def fit(self, boards: list[Board]) -> Array:
        """Fit of boards, (n,)."""
        return self.judged(boards).fit(self.baseline.best)

    def look(self, family: str, shapes: Array, pinned: dict[str, float], base: Board | None) -> Found:
        """Judge shapes of a family."""
        judged = self.judged(boards_of(family, shapes, pinned, base))
        return Found(family, shapes, judged.fit(self.baseline.best), judged.hull.litres)


def expected_found(judge_: Judge, family: str, count: int, pinned: dict[str, float]) -> Found:
    """A family's expected board and shapes about it, with the pinned measures [m].

    Args:
        count: of shapes about it.
    """
    centre = shape_of(judge_.case.expected.board(family, judge_.target_l))
    strays = np.random.default_rng(_SEED).standard_normal((count, len(centre)))
    return judge_.look(family, held(np.concatenate([centre[None, :], centre + STEPS * strays])), pinned, None)


def _of_baseline(judge_: Judge, family: str) -> Found:
    """The boards of a family by which the case is measured: they are judged already."""
    baseline = judge_.baseline
    rows = baseline.rows_of(family)
    shapes = np.array([shape_of(board) for board in baseline.boards[rows]])
    return Found(family, shapes, baseline.judged.fit(baseline.best)[rows], baseline.judged.hull.litres[rows])


def near(found: Found, count: int, step: float, seed: int) -> Array:
    """Shapes about the best of those found, (count, columns): normal steps, the same in every run."""
    parents = found.shapes[np.argsort(-found.fit, kind="stable")[:_PARENTS]]
    strays = np.random.default_rng(seed).standard_normal((count, parents.shape[1]))
    return held(parents[np.arange(count) % len(parents)] + step * STEPS * strays)


def _nearer(judge_: Judge, founds: list[Found], count: int, step: float, seed: int) -> list[Found]:
    """Look about the best of several families, in one fleet."""
    shapes = [near(found, count, step, seed) for found in founds]
    boards = [b for found, some in zip(founds, shapes, strict=True) for b in boards_of(found.family, some)]
    judged = judge_.judged(boards)
    fit, litres = judged.fit(judge_.baseline.best), judged.hull.litres
    made = []
    for i, (found, some) in enumerate(zip(founds, shapes, strict=True)):
        here = slice(i * count, (i + 1) * count)
        made.append(found.joined(Found(found.family, some, fit[here], litres[here])))
    return made


def search(judge_: Judge) -> list[Found]:
    """The best boards of the families that come into question, in the order in which they are expected.

    The leading family and those that are said with it are looked into; of the others there are the expected
    boards.

    Returns:
        For each family what was judged on the way; empty where every family is behind a gate.
    """
    founds = [_of_baseline(judge_, family.name) for family in judge_.baseline.families]
    if not founds:
        return []
    beside = either(judge_.baseline)[:_AGAIN_MOST]
    looked = [found for found in founds if found.family in beside or found is founds[0]]
    for found in _nearer(judge_, looked, _ROUNDS[0], 1.0, 1):
        founds[[one.family for one in founds].index(found.family)] = found
    founds[0] = _nearer(judge_, founds[:1], _ROUNDS[1], 0.5, 2)[0]
    return founds


def either(baseline: Baseline) -> list[str]:
    """The families that are as good as the leading one: an advisor might as well name them first."""
    if not baseline.families:
        return []
    lead, shares = baseline.families[0].name, baseline.best.shares
    within = tables().expected_kinds.either ** tables().expected_kinds.power
    near = [f.name for f in baseline.families[1:] if within <= shares[f.name] / shares[lead] <= 1 / within]
    return [lead, *near]
