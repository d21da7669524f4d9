"""``quiver``: several boards of one person: which board on which waves, what is missing, what to add."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from chord_core.documents.base import Result
from chord_core.documents.board import Board
from chord_core.documents.verbs.gear import TradeInLooks
from chord_core.documents.verbs.size import SizeRequest

#: Why no board works on a wave: too big, too soft (a steeper one of its size would do), or too small.
Hole = Literal["big", "soft", "small"]
#: Boards of one person, and how many may belong together when boards are added.
MOST_OWNED, MOST_SLOTS = 12, 3


class QuiverRequest(SizeRequest):
    """``quiver`` reads a surfer and a water, the boards that the surfer owns, boards that could be added with
    their prices, how many boards there may be in all (``slots``), and the budget for those that are added.
    ``by_choice`` are places in ``boards`` of those that are ridden for their own sake wherever they work, and
    not only where they are best; ``wear`` says of each of ``boards`` how it was looked at, for its worth.
    ``to_order``: boards that could be ordered; they are held beside the others, and are in no set."""

    boards: tuple[Board, ...] = Field(default=(), max_length=MOST_OWNED)
    candidates: tuple[Board, ...] = Field(default=(), max_length=600)
    to_order: tuple[Board, ...] = Field(default=(), max_length=40)
    slots: int = Field(default=3, ge=1, le=MOST_SLOTS)
    budget: float | None = Field(default=None, ge=0, le=100_000)
    by_choice: tuple[int, ...] = Field(default=(), max_length=MOST_OWNED)
    wear: tuple[TradeInLooks, ...] = Field(default=(), max_length=MOST_OWNED)


class Country(Result):
    """The days of a year on which a board is the one to take, those on which it and another do the same,
    those on which no other board of the quiver works, and between which faces [m] eight of ten of its days
    lie (null where it has none)."""

    name: str
    days: float
    either_days: float
    only_days: float
    low_m: float | None
    high_m: float | None


class QuiverHandOver(Result):
    """Face height [m] at which a board of the quiver hands over to another on faces of a steepness, and the
    band in which either will do."""

    lower: str
    upper: str
    steepness: str
    face_m: float
    low_m: float
    high_m: float


class BoardSet(Result):
    """Boards that belong together: days a year on which one of them works, rides a year as one would want
    them, and what those that are added cost (null where a price is not known). ``places``: in ``boards`` with
    ``candidates`` behind them."""

    places: tuple[int, ...]
    names: tuple[str, ...]
    days: float
    rides: float
    price: float | None


class Swap(Result):
    """A board that goes when another comes: days and rides a year after both, and what is paid when it is
    given in payment (null where one of the prices is not known)."""

    place: int
    out: str
    days_added: float
    rides_added: float
    price: float | None


class NextBoard(Result):
    """What a board would add to those that are owned, in days and rides a year, and the best of them to give
    for it (null where none is owned). ``place``: in ``boards``, ``candidates``, ``to_order``; ``suits``:
    whether it may be proposed at all: its size is what is expected of its kind for this surfer, they can
    carry it, and a learner has it for their one board."""

    place: int
    name: str
    days_added: float
    rides_added: float
    price: float | None
    suits: bool
    swap: Swap | None


class Regret(Result):
    """What is lost in a year when a board is sold, and its worth in payment, where its price is known."""

    name: str
    days: float
    rides: float
    worth: float | None


class WaveDays(Result):
    """A kind of wave of this water: face [m], steepest slope, days of a year that it makes up, the place of
    the board that is taken (-1: none), whether another does as well, and why none works (null
    also where none works on any wave)."""

    face_m: float
    slope: float
    days: float
    board: int
    either: bool
    hole: Hole | None


class WaveMap(Result):
    """Which board is taken on faces [m] (rows) of slopes (columns): its place (-1: none works), and whether
    another does as well."""

    faces_m: tuple[float, ...]
    slopes: tuple[float, ...]
    boards: tuple[tuple[int, ...], ...]
    either: tuple[tuple[bool, ...], ...]


class MonthDays(Result):
    """Days of an ordinary month on which each of the boards is the one to take, on which another does as
    well, and on which none works, of those that have an hour that counts."""

    month: int
    boards: tuple[float, ...]
    either: float
    none: float


class DayTakes(Result):
    """A day that was measured: days since 1970, its best hour that counts (local), the board that it asked
    for (-1: none), whether another did as well, and the face [m] of that hour."""

    day: int
    hour: int
    board: int
    either: bool
    face_m: float


class QuiverResult(Result):
    """Answer of ``quiver``: days of a year of 365, which countries and ``hole_days`` make up; rides are those
    of a year's sessions. ``enough_rides``: rides an hour from which a board works (on a river: how
    surely one stays). ``wave_map`` is null on a river, in a pool and in white water.
    ``says``: what to do, in a sentence; the others: which board on which waves, the double, the hole, where
    there is one; ``holes``: days of the hole by what is wrong with those waves."""

    missing: tuple[str, ...] = ()
    enough_rides: float = 0.0
    steepness: str = ""
    countries: tuple[Country, ...] = ()
    hand_overs: tuple[QuiverHandOver, ...] = ()
    hole_days: float = 0.0
    holes: dict[Hole, float] = {}
    double_days: float = 0.0
    best_sets: tuple[BoardSet, ...] = ()
    next: tuple[NextBoard, ...] = ()
    regrets: tuple[Regret, ...] = ()
    waves: tuple[WaveDays, ...] = ()
    wave_map: WaveMap | None = None
    says: str = ""
    where_says: str = ""
    double_says: str = ""
    hole_says: str = ""
