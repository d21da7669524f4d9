"""The search for the best boards: over the families that are open, from a fixed sample towards the best.

The same case gives the same boards in every run: the sample is fixed, and so are the steps.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from chord_core.documents.board import Board
from chord_core.fit.case import Case
from chord_core.fit.factors import Judged
from chord_core.fit.ordinary import ordinary_boards
from chord_core.fit.scouts import Scouts
from chord_core.fit.shapes import STEPS, boards_of, first_shapes, held, shape_of
from chord_core.fit.shared import judge
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import Hull, hull_of
from chord_core.hull.stations import Array
from chord_core.ride.chunks import summary_of
from chord_core.ride.fins import FinSet, fins_of
from chord_core.tables import table

#: Families within this of the best are looked into again; how many of them at most.
_AGAIN_WITHIN, _AGAIN_MOST = 0.93, 4
#: Boards a round: about the best of every family, of those looked into again, of the leading one.
_ROUNDS = (24, 40, 96)
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
    """Judges boards for a case, by the measure of its ordinary boards."""

    case: Case
    scouts: Scouts
    target_l: float | None

    def judged(self, boards: Sequence[Board]) -> Judged:
        """Boards with their factors."""
        hull = hull_of(fleet_of(boards))
        ridden = summary_of(hull, fins_of(boards), self.case.rider, self.case.spot)
        return judge(self.case, self.target_l, boards, hull, ridden)

    def fit(self, boards: list[Board]) -> Array:
        """Fit of boards, (n,)."""
        return self.judged(boards).fit(self.scouts.best)

    def look(self, family: str, shapes: Array, pinned: dict[str, float], base: Board | None) -> Found:
        """Judge shapes of a family."""
        judged = self.judged(boards_of(family, shapes, pinned, base))
        return Found(family, shapes, judged.fit(self.scouts.best), judged.hull.litres)


@lru_cache(maxsize=32)
def _known(family: str) -> tuple[Array, tuple[Board, ...], Hull, FinSet]:
    """The fixed first sample of a family and its ordinary boards, drawn once."""
    ordinary = ordinary_boards(family)
    shapes = np.concatenate([first_shapes(family), [shape_of(board) for board in ordinary]])
    boards = tuple(boards_of(family, shapes[: -len(ordinary)])) + ordinary
    return shapes, boards, hull_of(fleet_of(boards)), fins_of(boards)


@lru_cache(maxsize=64)
def _known_of(names: tuple[str, ...]) -> tuple[list[Board], Hull, FinSet]:
    """The same of several families in one fleet."""
    parts = [_known(name) for name in names]
    hull, fins = parts[0][2], parts[0][3]
    for _, _, more, their in parts[1:]:
        hull, fins = hull.joined(more), fins.joined(their)
    return [board for part in parts for board in part[1]], hull, fins


def _first(judge_: Judge, names: tuple[str, ...]) -> list[Found]:
    """The fixed samples of several families, judged in one fleet; what they do in a case is kept with it."""
    parts = [_known(name) for name in names]
    boards, hull, fins = _known_of(names)
    case = judge_.case
    judged = judge(case, judge_.target_l, boards, hull, case.ridden("first: " + ", ".join(names), hull, fins))
    fit, litres, at, found = judged.fit(judge_.scouts.best), judged.hull.litres, 0, []
    for name, part in zip(names, parts, strict=True):
        here = slice(at, at + len(part[1]))
        found.append(Found(name, part[0], fit[here], litres[here]))
        at = here.stop
    return found


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
    fit, litres = judged.fit(judge_.scouts.best), judged.hull.litres
    made = []
    for i, (found, some) in enumerate(zip(founds, shapes, strict=True)):
        here = slice(i * count, (i + 1) * count)
        made.append(found.joined(Found(found.family, some, fit[here], litres[here])))
    return made


def search(judge_: Judge) -> list[Found]:
    """The best boards of the open families, the best family first; the one that was wished for leads.

    Returns:
        For each family what was judged on the way; empty where every family is behind a gate.
    """
    names = tuple(sorted(family.name for family in judge_.scouts.families))
    if not names:
        return []
    founds = {found.family: found for found in _first(judge_, names)}
    wish = judge_.case.rider.surfer.wish

    def ordered() -> list[Found]:
        return sorted(founds.values(), key=lambda found: (found.family != wish, -found.best))

    for found in _nearer(judge_, ordered(), _ROUNDS[0], 1.0, 1):
        founds[found.family] = found
    least = _AGAIN_WITHIN * max(found.best for found in founds.values())
    again = [found for found in ordered() if found.best >= least or found.family == wish][:_AGAIN_MOST]
    for found in _nearer(judge_, again, _ROUNDS[1], 0.6, 2):
        founds[found.family] = found
    lead = ordered()[0]
    founds[lead.family] = _nearer(judge_, [lead], _ROUNDS[2], 0.5, 3)[0]
    return ordered()


def either(founds: list[Found]) -> list[Found]:
    """The families that are as good as the leading one: within the fit that is no difference."""
    within = 1 - table("fit")["either_within"] / 100
    return [found for found in founds if found.best >= within * founds[0].best]
