"""A trip: which boards of a quiver to take to another water."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from chord_core.documents.base import Result
from chord_core.documents.board import Board
from chord_core.documents.verbs.quiver import MOST_OWNED
from chord_core.documents.verbs.size import SizeRequest

#: How many boards go on a trip.
MOST_TAKEN = 2
TripDays = Annotated[int, Field(ge=1, le=120)]
#: How long a board may be that is carried [m], and how much all of them may weigh together [kg].
LongestM = Annotated[float, Field(ge=1, le=4)]
MostKg = Annotated[float, Field(ge=1, le=60)]


class TripRequest(SizeRequest):
    """A surfer, the water of the trip, the boards that they own, for how many days, how many boards may be
    taken, how long the longest may be [m] and how much they may weigh together [kg]."""

    boards: tuple[Board, ...] = Field(default=(), max_length=MOST_OWNED)
    days: TripDays = 10
    slots: int = Field(default=MOST_TAKEN, ge=1, le=MOST_TAKEN)
    longest_m: LongestM | None = None
    most_kg: MostKg | None = None


class TripSet(Result):
    """Boards to take: their places and names, the days of the trip on which one of them works, rides at a
    session a day, and what they weigh together [kg]."""

    places: tuple[int, ...]
    names: tuple[str, ...]
    days: float
    rides: float
    mass_kg: float


class TripBoard(Result):
    """What goes along with a board: fins and leash for that water, each in a sentence."""

    name: str
    fins: str
    leash: str


class TripResult(Result):
    """The best single board and the best two, as far as they may be taken; what goes along with those of the
    last; boards that are too long or too heavy by themselves; ``says``: what to take, in a sentence."""

    missing: tuple[str, ...] = ()
    sets: tuple[TripSet, ...] = ()
    boards: tuple[TripBoard, ...] = ()
    left: tuple[str, ...] = ()
    says: str = ""
