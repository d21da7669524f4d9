"""What the boards of a rack do for a surfer in a water: each is ridden when it is first asked for."""

from __future__ import annotations

from dataclasses import fields, replace
from threading import Lock

import numpy as np

from chord_core.fit.judge.baseline import measured_by
from chord_core.fit.judge.case import NOW, Case
from chord_core.hull.hull import Hull
from chord_core.hull.stations import IndexArray
from chord_core.ride.batches import Ends, RideSummary, ends_of, pick_boards, ride_and_summarize
from chord_core.ride.columns import concatenate
from chord_core.ride.fins import FleetFins
from chord_core.ride.ride_model import FleetRide

#: Where a board stands that was not ridden yet.
_NOT_YET = -1


class RiddenRack:
    """A rack under one rider in one water; threads may share it.

    Args:
        hull: n boards, as ``labelled_hulls`` gives them.
        fins: their fins, in the same order.
        now: where the present board stands, if it is there; who asks for boards asks for it with the first.
    """

    def __init__(self, case: Case, hull: Hull, fins: FleetFins, now: int | None = None) -> None:
        self.case, self.hull, self.fins = case, hull, fins
        self._now = now
        self._lock = Lock()
        self._ridden: RideSummary | None = None
        self._place = np.full(len(hull), _NOT_YET)
        self._ranged = np.zeros(len(hull), bool)
        #: Fleets that were ridden since ranges were last asked for, and where their boards stand in the rack.
        self._fleets: list[tuple[IndexArray, FleetRide]] = []

    def __len__(self) -> int:
        """How many boards were ridden."""
        return 0 if self._ridden is None else len(self._ridden)

    def of(self, rows: IndexArray, target_l: float | None) -> RideSummary:
        """What some boards do, without range and band where nobody asked for those.

        Args:
            rows: their places.
            target_l: the advisor's own target [L], or None: the boards by which the case is measured are
                ridden along.
        """
        lacks = rows[self._place[rows] == _NOT_YET]
        if len(lacks):
            self._add(lacks, self._ride(lacks, target_l, 0), ranged=False)
        return self._taken(rows)

    def with_range(self, rows: IndexArray, target_l: float | None) -> RideSummary:
        """The same with the range of their waves and the band of their rides."""
        lacks = rows[self._place[rows] == _NOT_YET]
        if len(lacks):
            self._add(lacks, self._ride(lacks, target_l, len(lacks)), ranged=True)
        bare = rows[~self._ranged[rows]]
        if len(bare):
            bare, ends = self._ends(bare, target_l)
            with self._lock:
                assert self._ridden is not None
                self._ridden = self._ridden.filled(self._place[bare], ends)
                self._ranged[bare] = True
        return self._taken(rows)

    def _ends(self, bare: IndexArray, target_l: float | None) -> tuple[IndexArray, Ends]:
        """Range and band of some boards that were ridden, and the order in which they stand in it: out of the
        fleets in which they were ridden last, or anew."""
        with self._lock:
            fleets, self._fleets = self._fleets, []
        at = [np.flatnonzero(np.isin(rows, bare)) for rows, _ in fleets]
        if sum(map(len, at)) < len(bare):
            ridden = self._ride(bare, target_l, len(bare))
            return bare, Ends(*(getattr(ridden, one.name) for one in fields(Ends)))
        parts = [(fleet, here) for (_, fleet), here in zip(fleets, at, strict=True) if len(here)]
        bare = np.concatenate([rows[here] for (rows, _), here in zip(fleets, at, strict=True)])
        return bare, ends_of(pick_boards(parts, self.hull.rows(bare), self.fins.rows(bare)), len(bare))

    def _taken(self, rows: IndexArray) -> RideSummary:
        with self._lock:
            assert self._ridden is not None
            place = self._place[rows]
            if len(place) == len(self._ridden) and (place == np.arange(len(place))).all():
                return self._ridden
            return self._ridden.rows(place)

    def _ride(self, rows: IndexArray, target_l: float | None, asked: int) -> RideSummary:
        case, hull, fins = self.case, self.hull.rows(rows), self.fins.rows(rows)
        along = [one for one in measured_by(case, target_l) if not case.knows(one.name)]
        for one in along:
            hull, fins = hull.joined(one.hull), fins.joined(one.fins)
        ridden, fleet_ride = ride_and_summarize(hull, fins, case.rider, case.conditions, asked=asked)
        if fleet_ride and not asked:
            with self._lock:
                self._fleets.append((rows, fleet_ride))
        begin = len(rows)
        for one in along:
            end = begin + len(one.hull)
            case.know(one.name, ridden.rows(slice(begin, end)))
            begin = end
        mine = ridden.rows(slice(0, len(rows))) if along else ridden
        at = np.flatnonzero(rows == self._now)
        if len(at):
            case.know(NOW, mine.rows(slice(int(at[0]), int(at[0]) + 1)))
        return mine

    def _add(self, rows: IndexArray, ridden: RideSummary, ranged: bool) -> None:
        """Keep what was ridden without the lock: of two who asked at once the first is kept."""
        with self._lock:
            new = np.flatnonzero(self._place[rows] == _NOT_YET)
            if not len(new):
                return
            begun = len(self)
            mine = ridden.rows(new)
            if self._ridden is None:
                self._ridden = mine
            else:
                names = self._ridden.names or mine.names
                self._ridden = replace(concatenate([self._ridden, mine]), names=names)
            self._place[rows[new]] = begun + np.arange(len(new))
            self._ranged[rows[new]] = ranged
