"""A surfer in a water, with every fact said or assumed."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from typing import TypeVar

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.surfer import Surfer
from chord_core.documents.verbs.shared import Assumed
from chord_core.documents.verbs.size import SizeRequest
from chord_core.documents.water import Water
from chord_core.fit.expected.expectation import Expectation
from chord_core.fit.rules.bands import Band
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls
from chord_core.memory import Memory, cached_property
from chord_core.ride.batches import RideSummary, summarize_rides
from chord_core.ride.fins import FleetFins, fins_of
from chord_core.surfer.defaults import Rider, missing_facts, rider_with_defaults
from chord_core.tables import kept_by_tables
from chord_core.water.conditions import Conditions, conditions_with_defaults
from chord_core.water.days import BIG_SHARE, SMALL_SHARE

T = TypeVar("T")


@dataclass(frozen=True)
class Ridden:
    """A board that is ridden: its hull and what it does, fleets of one."""

    board: Board
    hull: Hull
    ridden: RideSummary


#: Before the name of a fact of the water.
OF_WATER = "water."
#: Names the present board among what is kept.
NOW = "now"
#: So much of what was made for a case is kept with it: rides of boards, bands of families.
_REMEMBERED_MOST = 256
#: The three days by which a water is remembered, as shares of days that are smaller.
_REMEMBERED = (SMALL_SHARE, 0.5, BIG_SHARE)


@kept_by_tables(256)
def _drawn(board: Board) -> tuple[Hull, FleetFins]:
    return labelled_hulls([board]), fins_of([board])


@dataclass(frozen=True)
class Case:
    """A surfer and a water with all facts, what was assumed of them, and the water as it was said."""

    rider: Rider
    conditions: Conditions
    assumed: tuple[Assumed, ...]
    water: Water
    memory: Memory = field(
        default_factory=lambda: Memory(_REMEMBERED_MOST), init=False, repr=False, compare=False
    )

    @cached_property
    def now(self) -> Ridden | None:
        """What the present board does for this rider in this water; None where none is known."""
        board = self.rider.surfer.present_board
        if board is None:
            return None
        hull, fins = _drawn(board)
        return Ridden(board, hull, self.ridden(NOW, hull, fins))

    @cached_property
    def expected(self) -> Expectation:
        """What an advisor expects from the facts alone."""
        return Expectation(self.rider, self.conditions, tuple(fact.field for fact in self.assumed))

    def once(self, key: tuple[object, ...], make: Callable[[], T]) -> T:
        """What ``make`` gives, made once for a key and kept with the case."""
        return self.memory.once(key, make)

    def band(self, family: str, target_l: float | None) -> Band:
        """The litres [L] between which a family's boards are looked for."""
        return self.once(("band", family, target_l), lambda: self.expected.litres_window(family, target_l))

    def know(self, key: str, ridden: RideSummary) -> None:
        """Keep what boards do that were ridden together with others.

        Args:
            key: names these boards, as ``ridden`` is asked for them.
        """
        self.memory.keep(("ridden", key), ridden)

    def knows(self, key: str) -> bool:
        """Whether what these boards do is kept already."""
        return ("ridden", key) in self.memory

    def ridden(self, key: str, hull: Hull, fins: FleetFins) -> RideSummary:
        """What boards that are the same in every case do in this one, computed once.

        Args:
            key: names these boards.
        """
        return self.memory.once(
            ("ridden", key), lambda: summarize_rides(hull, fins, self.rider, self.conditions)
        )


def case_with(surfer: Surfer, water: Water) -> Case | None:
    """A surfer and a water with what was not said assumed; None while mass or rung is missing."""
    if missing_facts(surfer):
        return None
    rider, of_rider = rider_with_defaults(surfer)
    conditions, of_water = conditions_with_defaults(water, rider.height_m)
    return Case(rider, conditions, (*of_rider, *of_water), water)


def case_like(case: Case, surfer: Surfer, water: Water) -> Case | None:
    """The same as ``case_with``, made from another case: where water and height are the same its conditions
    are the very same object, so that rides kept for them are found again."""
    if missing_facts(surfer) or water != case.water:
        return case_with(surfer, water)
    rider, of_rider = rider_with_defaults(surfer)
    if rider.height_m != case.rider.height_m:
        return case_with(surfer, water)
    of_water = (fact for fact in case.assumed if fact.field.startswith(OF_WATER))
    return Case(rider, case.conditions, (*of_rider, *of_water), water)


def case_of(request: SizeRequest) -> Case | None:
    """A request with what was not said assumed; None while mass or rung is missing."""
    return case_with(request.surfer, request.water)


def times(water: Water, conditions: Conditions, factor: float) -> Water:
    """A water with every face by a factor; duck-dives there as it is said, else by the new face."""
    if water.bins:
        bins = tuple(row.model_copy(update={"face_m": row.face_m * factor}) for row in water.bins)
        return water.model_copy(update={"bins": bins})
    small, usual, big = (float(face) * factor for face in conditions.days.face_at(np.array(_REMEMBERED)))
    return water.model_copy(update={"small_m": small, "usual_m": usual, "big_m": big})
