"""A shop's boards in order for one surfer, and what is kept of them between two answers.

What only some facts change is kept: hulls by the boards, rides by boards, surfer and water. Boards behind a
gate are not ridden at all, and of a large rack those that cannot stand among the first only when the whole is
asked for.
"""

from __future__ import annotations

from dataclasses import dataclass, field, replace

import numpy as np

from chord_core.documents import Board, Surfer, Water
from chord_core.documents.verbs.rank import Need, Ranked, Remembered
from chord_core.fit.advise.wave_words import strip_words
from chord_core.fit.answer.first_boards import judge_first, judge_whole
from chord_core.fit.answer.rank import JudgedRack
from chord_core.fit.judge.case import Case, case_with
from chord_core.fit.judge.factors import closed_in
from chord_core.fit.judge.ridden_rack import RiddenRack
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import BoolArray, IndexArray
from chord_core.memory import Memory, cached_property
from chord_core.ride.fins import FleetFins, fins_of
from chord_core.tables import kept_by_tables, tables
from fittings.documents import RackPlace
from rack.selectors import Rack

#: Surfers in waters for which rides are kept.
_KEPT = 32
#: In a rack of more boards than this only so many are judged as it takes to say which ones stand first, and
#: only those are asked for the range of their waves.
_LARGE, _FIRST = 160, 24


@dataclass(frozen=True, eq=False)
class Fleet:
    """The rack's boards with others behind them; compared and kept by identity."""

    boards: tuple[Board, ...]
    hull: Hull
    fins: FleetFins
    kept: Memory = field(default_factory=lambda: Memory(_KEPT))
    parts: Memory = field(default_factory=lambda: Memory(_KEPT))

    @cached_property
    def _kinds(self) -> tuple[list[str], IndexArray]:
        """The families that there are, and the place among them of each board's."""
        at = {name: place for place, name in enumerate(dict.fromkeys(board.family for board in self.boards))}
        return list(at), np.array([at[board.family] for board in self.boards], int)

    def open_in(self, case: Case) -> BoolArray:
        """Whether no gate closes each board's family, (n,)."""
        names, which = self._kinds
        return np.array([closed_in(case, name) is None for name in names], bool)[which]

    @property
    def large(self) -> bool:
        """Whether only the first boards are looked for."""
        return len(self.boards) > _LARGE

    def part(self, rows: tuple[int, ...]) -> Fleet:
        """Some of these boards, kept with all that is computed of them."""
        if len(rows) == len(self.boards):
            return self
        return self.parts.once(rows, lambda: self._cut(rows))

    def _cut(self, rows: tuple[int, ...]) -> Fleet:
        at, boards = np.array(rows, int), tuple(self.boards[row] for row in rows)
        return Fleet(boards, self.hull.rows(at), self.fins.rows(at))

    def riding(self, case: Case, key: str, now: int | None) -> RiddenRack:
        """These boards under a rider in a water, kept for the last few of them.

        Args:
            key: names surfer and water.
            now: where the present board stands, if it is there.
        """
        return self.kept.once(key, lambda: RiddenRack(case, self.hull, self.fins, now))


@kept_by_tables(256)
def fleet_of_rack(rack: Rack, others: tuple[Board, ...]) -> Fleet:
    """A shop's rack with some boards behind it."""
    whole = rack.hull.worked_out()
    if not others:
        return Fleet(rack.boards, whole, rack.fins)
    hull, fins = labelled_hulls(others).worked_out(), fins_of(others)
    return Fleet((*rack.boards, *others), whole.joined(hull), rack.fins.joined(fins))


@kept_by_tables(_KEPT)
def _case_of(surfer: str, water: str) -> Case | None:
    return case_with(Surfer.model_validate_json(surfer), Water.model_validate_json(water))


def case_for(surfer: Surfer, water: Water) -> Case | None:
    """The case of a ticket; it keeps what ordinary boards do in it, for the next answer and the search."""
    return _case_of(surfer.model_dump_json(exclude_unset=True), water.model_dump_json(exclude_unset=True))


@dataclass(frozen=True, eq=False)
class Ranking:
    """A fleet in order for one surfer in one water.

    ``judged`` are boards that are open and those that must be spoken of, ``rows`` where they stand in the
    fleet; the first ``certain`` of them in their order stand before all others of the fleet. ``behind`` are
    the places of those others, ``shut`` of the rest, which a gate closes."""

    case: Case
    judged: JudgedRack
    rows: tuple[int, ...]
    certain: int
    behind: tuple[int, ...]
    shut: tuple[int, ...]
    fins: FleetFins

    @property
    def order(self) -> list[int]:
        """Places in the fleet, best first; then those that stand behind; those that a gate closes last."""
        return [*(self.rows[int(row)] for row in self._first), *self.behind, *self.shut]

    @property
    def _first(self) -> IndexArray:
        return self.judged.order[: self.certain]

    def fit_of(self, row: int) -> float:
        """Fit of a board of the fleet.

        Raises:
            ValueError: it was not judged; who asks for it names it to ``rank_fleet``.
        """
        return 0.0 if row in self.shut else float(self.judged.fit[self.rows.index(row)])

    def led_by(self, row: int) -> Ranking:
        """The same with a board of the fleet before those that are as good as it, if it is as good as the
        first."""
        if row not in self.rows:
            return self
        judged, place = self.judged, self.rows.index(row)
        if place not in self._first:
            return self
        if judged.fit[judged.order[0]] - judged.fit[place] > tables().fit.either_within:
            return self
        order = np.array([place, *(other for other in judged.order if other != place)], int)
        return replace(self, judged=replace(judged, order=order))

    def of_rack(self, count: int) -> Ranking:
        """The same without what stands behind the rack in the fleet.

        Args:
            count: so many boards are the rack's.
        """
        order = np.array([place for place in self.judged.order if self.rows[place] < count], int)
        certain = sum(self.rows[place] < count for place in self._first)
        return replace(self, judged=replace(self.judged, order=order), certain=certain)

    @property
    def open_first(self) -> list[int]:
        """Places in the fleet of the first boards that are open, best first."""
        return [self.rows[int(row)] for row in self._first if self.judged.fit[row] > 0]

    def describe(self, row: int) -> Ranked:
        """A board with its reasons."""
        return self.judged.describe(self.rows.index(row))

    def needs(self, row: int) -> tuple[Need, ...]:
        """What the surfer needs and a board gives."""
        return self.judged.needs(self.rows.index(row))

    def remembered(self, row: int) -> tuple[Remembered, ...]:
        """What is remembered of other boards, held against one."""
        return self.judged.remembered(self.rows.index(row))

    def places(self, ids: tuple[int, ...]) -> tuple[RackPlace, ...]:
        """The first boards of the rack, as they are sent, best first.

        Args:
            ids: the shop's numbers of the first boards of the fleet; what stands behind them is left out.
        """
        judged, count = self.judged, len(ids)
        return tuple(_place(judged, ids[self.rows[row]], row)
                     for row in map(int, self._first) if self.rows[row] < count)  # fmt: skip

    def behind_of(self, ids: tuple[int, ...]) -> tuple[int, ...]:
        """The shop's numbers of the boards that stand somewhere behind the first."""
        return tuple(ids[row] for row in self.behind if row < len(ids))

    def shut_of(self, ids: tuple[int, ...]) -> tuple[int, ...]:
        """The shop's numbers of the boards behind a gate that were not ridden."""
        return tuple(ids[row] for row in self.shut if row < len(ids))


def _known(value: float) -> float | None:
    return None if np.isnan(value) else float(value)


def _place(judged: JudgedRack, pk: int, row: int) -> RackPlace:
    ridden = judged.ridden
    waves, limit = strip_words(ridden, row, judged.case.rider.height_m)
    return RackPlace.model_construct(
        id=pk,
        fit=float(judged.fit[row]),
        rides=_known(ridden.rides[row]),
        stays_on=_known(ridden.stays_on[row]),
        waves=waves,
        limit=limit,
    )


def rank_fleet(
    fleet: Fleet,
    case: Case,
    target_l: float | None,
    key: str,
    must: tuple[int, ...] = (),
    now: int | None = None,
    whole: bool = False,
) -> Ranking:
    """Put a fleet in order for a surfer in a water; of a large one only the first boards.

    Args:
        key: names surfer and water.
        must: places of boards that are spoken of even behind a gate or far behind: on the bench, ridden now.
        now: where the present board stands, if it is there and among ``must``.
        whole: all of a large one too.
    """
    asked = fleet.open_in(case)
    asked[list(must)] = True
    if not asked.any():
        asked[:] = True
    rows = tuple(np.flatnonzero(asked).tolist())
    part = fleet.part(rows)
    riding = part.riding(case, key, None if now is None else rows.index(now))
    if part.large and not whole:
        found = judge_first(part.boards, riding, target_l, _FIRST, tuple(rows.index(row) for row in must))
    else:
        found = judge_whole(part.boards, riding, target_l, None if not part.large else _FIRST)
    off = np.abs(fleet.hull.litres - found.judged.sized.sizing.target_l)
    shut = [int(row) for row in np.argsort(off, kind="stable") if not asked[row]]
    return Ranking(
        case=riding.case,
        judged=found.judged,
        rows=tuple(rows[place] for place in found.places),
        certain=found.certain,
        behind=tuple(rows[place] for place in found.behind),
        shut=tuple(shut),
        fins=part.fins.rows(found.places),
    )
