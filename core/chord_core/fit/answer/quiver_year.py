"""A year of several boards: what each does on every kind of wave of a water, and which one is taken."""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import combinations

import numpy as np
from scipy.ndimage import map_coordinates

from chord_core.documents.verbs.compare import HandOver
from chord_core.documents.verbs.quiver import WaveMap
from chord_core.fit.answer.handover import EITHER, hand_overs
from chord_core.fit.answer.rank import JudgedRack
from chord_core.fit.judge.baseline import expected_reference
from chord_core.fit.judge.case import Case
from chord_core.fit.judge.style import style_on
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array, BoolArray, IndexArray
from chord_core.memory import cached_property
from chord_core.ride.batches import RideSummary, summarize_rides
from chord_core.ride.fins import FleetFins
from chord_core.ride.ride_model import FleetRide, build_fleet_ride
from chord_core.ride.rides import product_of, rides_an_hour
from chord_core.tables import rungs, tables
from chord_core.water.bins import class_of
from chord_core.water.face import Face

#: Days of a year that is shared out.
YEAR_DAYS = 365.0
#: Kept over nothing, so that it has a logarithm.
_TINY = 1e-9
#: Faces [m] and slopes at which boards are asked for the map of waves, and how much finer it is drawn.
_FACES: Array = np.geomspace(0.25, 4.5, 36)
_SLOPES: Array = np.geomspace(0.13, 1.3, 24)
_FINE = (3 * (len(_FACES) - 1) + 1, 3 * (len(_SLOPES) - 1) + 1)


@dataclass(frozen=True)
class Waves:
    """What n boards do on m waves, (n, m): rides an hour; the share of the waves that come which they turn
    into rides, times style; rides an hour times style, as one would want them."""

    rides: Array
    share: Array
    wanted: Array

    def rows(self, which: IndexArray | slice) -> Waves:
        """Those of some of the boards."""
        return Waves(self.rides[which], self.share[which], self.wanted[which])


def _on(case: Case, ridden: RideSummary, works: Array, face: Face) -> Waves:
    """From works shares, (n, m), to what one would want of them."""
    conditions = case.conditions
    style = style_on(case.rider, conditions, ridden, face)
    share = np.asarray(works * style)
    if conditions.river:
        # One wave, and no next one to wait for: how surely one stays stands for the rides.
        return Waves(works, share, share)
    columns = works.T
    hourly = [rides_an_hour(conditions, ridden.along_m_s, ridden.cruise_m_s, one) for one in columns]
    rides = np.stack(hourly, axis=1)
    return Waves(rides, share, rides * style)


def _in_bins(case: Case, ridden: RideSummary) -> Waves:
    bins = case.conditions.bins
    return _on(case, ridden, ridden.by_bin, Face(bins.face_m, bins.slope))


def enough_rides(case: Case) -> float:
    """Rides an hour from which a board works on a wave: as many as make a day worth going (``seas.json``), or
    half of what the best expected board reaches on this surfer's best waves, where that is less. It does not
    hang on the boards that are looked at."""

    def make() -> float:
        boards = expected_reference(case, None)
        ridden = case.ridden(boards.name, boards.hull, boards.fins)
        half = float(_in_bins(case, ridden).rides.max(initial=0.0)) / 2
        return half if case.conditions.river else min(tables().seas.practice.worth_rides_an_hour, half)

    return case.once(("enough rides",), make)


@dataclass(frozen=True)
class Year:
    """A year of n boards on m kinds of wave: what they do there, and the days that each kind makes up, (m,).

    ``enough``: rides an hour from which a board works."""

    waves: Waves
    days: Array
    enough: float

    def __len__(self) -> int:
        return len(self.waves.rides)

    def rows(self, which: IndexArray | slice) -> Year:
        """The year of some of the boards."""
        return replace(self, waves=self.waves.rows(which))

    @property
    def works(self) -> BoolArray:
        """Where each board works, (n, m)."""
        return works_on(self.waves, self.enough)

    @property
    def gives(self) -> Array:
        """Rides on the days of a year on which a board works, for an hour a day, (n, m)."""
        return np.asarray(np.where(self.works, self.waves.wanted, 0.0) * self.days)

    def days_served(self, which: list[int]) -> float:
        """Days on which one of the boards works."""
        return float(self.days[self.works[which].any(axis=0)].sum()) if which else 0.0


def works_on(waves: Waves, enough: float) -> BoolArray:
    """Where boards give enough, (n, m)."""
    return np.asarray((waves.rides >= enough) & (waves.rides > 0))


def year_of(case: Case, hull: Hull, fins: FleetFins, ridden: RideSummary | None = None) -> Year:
    """What each board does on each kind of wave of a water.

    Args:
        ridden: ``summarize_rides`` them, if that is known already.
    """
    weight = case.conditions.bins.weight
    ridden = ridden or summarize_rides(hull, fins, case.rider, case.conditions)
    return Year(_in_bins(case, ridden), weight / weight.sum() * YEAR_DAYS, enough_rides(case))


def suits(case: Case, rack: JudgedRack) -> BoolArray:
    """Which boards may be proposed, (n,): those of a size that is expected of their kind for this surfer,
    that can be carried; to a learner only what fits them as their one board."""
    rules, parts = tables().quiver, rack.judged.parts()
    of_size = parts["litres"] * parts["length"] * parts["width"] * parts["carry"]
    learner = case.rider.rung.step < rungs()[rules.learner_below].step
    fits = rack.fit >= rules.learner_fit_from if learner else rack.fit > 0
    return np.asarray((of_size >= rules.suits_from) & fits)


@dataclass(frozen=True)
class Taken:
    """Which board is taken on each wave (-1: none works), (m,); which do as well as the best, (n, m)."""

    board: IndexArray
    good: BoolArray

    @property
    def either(self) -> BoolArray:
        """Whether two or more do the same, (m,)."""
        return np.asarray(self.good.sum(axis=0) > 1)


def taken_on(waves: Waves, enough: float, by_choice: tuple[int, ...]) -> Taken:
    """Which board is taken on each wave.

    Args:
        by_choice: boards that are taken wherever they work, the first of them first.
    """
    works = works_on(waves, enough)
    if not len(works):
        return Taken(np.full(works.shape[1], -1), works)
    share = np.where(works, waves.share, 0.0)
    best = share.max(axis=0)
    liked = share.copy()
    for place, row in enumerate(dict.fromkeys(by_choice)):
        liked[row] = np.where(works[row], best + len(by_choice) - place, 0.0)
    taken = np.where(works.any(axis=0), liked.argmax(axis=0), -1)
    return Taken(np.asarray(taken), np.asarray(works & (share >= best / (1 + EITHER))))


@dataclass(frozen=True)
class Asked:
    """Boards ready to be asked what they do on single faces of a water."""

    case: Case
    hull: Hull
    fins: FleetFins
    fleet_ride: FleetRide
    ridden: RideSummary

    @cached_property
    def year(self) -> Year:
        """A year of them on the waves of their water."""
        return year_of(self.case, self.hull, self.fins, self.ridden)

    @cached_property
    def map_waves(self) -> Waves:
        """What they do on every face and slope of the map."""
        faces, slopes = np.meshgrid(_FACES, _SLOPES, indexing="ij")
        waves = self.waves(Face(faces.ravel(), slopes.ravel()))
        rides = _finer(waves.rides, faces.shape)
        share = np.exp(_finer(np.log(waves.share + _TINY), faces.shape))
        return Waves(rides, share, rides)

    @cached_property
    def hand_overs(self) -> tuple[HandOver, ...]:
        """Between each two of them, on the steepness that is usual in their water."""
        places = range(len(self.hull))
        pairs, names = list(combinations(places, 2)), [str(place) for place in places]
        if not pairs:
            return ()
        return hand_overs(self.case, self.hull, self.fins, names, pairs, class_of(self.case.conditions.bins))

    @property
    def in_foam(self) -> bool:
        """Whether this surfer rides broken waves, of which the face is no measure."""
        return self.fleet_ride.in_foam

    def waves(self, face: Face) -> Waves:
        """What they do there."""
        return _on(self.case, self.ridden, product_of(self.fleet_ride.factors(face)), face)

    def taken(self, face: Face, by_choice: tuple[int, ...]) -> Taken:
        """Which of them is taken there."""
        return taken_on(self.waves(face), enough_rides(self.case), by_choice)


def asked_of(case: Case, hull: Hull, fins: FleetFins) -> Asked:
    """Boards of a surfer in a water, ready to be asked."""
    fleet_ride = build_fleet_ride(hull, fins, case.rider, case.conditions)
    return Asked(case, hull, fins, fleet_ride, summarize_rides(hull, fins, case.rider, case.conditions))


def map_of(asked: Asked, by_choice: tuple[int, ...]) -> WaveMap | None:
    """Which board is taken on every face and slope; None where the waves are not those of an open sea."""
    if asked.case.conditions.kind != "sea" or asked.in_foam:
        return None
    taken = taken_on(asked.map_waves, enough_rides(asked.case), by_choice)
    return WaveMap(
        faces_m=tuple(np.geomspace(_FACES[0], _FACES[-1], _FINE[0]).tolist()),
        slopes=tuple(np.geomspace(_SLOPES[0], _SLOPES[-1], _FINE[1]).tolist()),
        boards=tuple(map(tuple, taken.board.reshape(_FINE).tolist())),
        either=tuple(map(tuple, taken.either.reshape(_FINE).tolist())),
    )


def _finer(values: Array, shape: tuple[int, ...]) -> Array:
    """Between the faces and slopes asked, which stand in equal steps of their logarithms, (n, m')."""
    boards = values.reshape(-1, *shape)
    between = [np.linspace(0, n - 1, m) for n, m in zip(shape, _FINE, strict=True)]
    places = np.meshgrid(np.arange(len(boards)), *between, indexing="ij")
    return np.asarray(map_coordinates(boards, places, order=1)).reshape(len(boards), -1)
