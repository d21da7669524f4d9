"""``trial``: two boards, builds or fin sets compared by sessions on like days."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Literal

from pydantic import Field

from chord_core.documents.base import Document, Result
from chord_core.documents.board import Board
from chord_core.documents.surfer import Surfer
from chord_core.documents.verbs.learn import LoggedSession, Triple

Behaviour = Literal["paddles", "takes_off", "runs", "turns", "holds"]
WaterBand = Literal["below waist", "waist to head", "above head"]
Aspect = Literal["board", "build", "fins"]


class TrialSession(LoggedSession):
    """A session of a trial; ratings are against what was expected of the old board on such a day."""

    day: date | None = None


class TrialRequest(Document):
    """``trial`` reads the surfer, sessions in the order of time, and what is tried against what: boards with
    their fins. A side without fins takes whatever fins stood in it."""

    surfer: Surfer
    sessions: Annotated[tuple[TrialSession, ...], Field(max_length=500)] = ()
    old: Board
    new: Board


class Changed(Result):
    """What differs between the two sides, as they were really ridden."""

    what: Aspect
    before: str
    after: str


class LikePair(Result):
    """Two sessions on like days (places in ``sessions``), how much the pair counts (1: whole), why less."""

    old: int
    new: int
    water: WaterBand
    weight: float
    why: str


class Verdict(Result):
    """What is found of one behaviour in waves of one size: ``says`` of the new against the old, ``decided``
    or not yet, how sure one may be (0-1), mean steps with eight of ten between, and how many more like pairs
    it takes (null: more than anybody goes for)."""

    water: WaterBand
    behaviour: Behaviour
    says: str
    decided: bool
    certainty: float
    steps: Triple
    pairs: int
    pairs_needed: int | None


class WantedDay(Result):
    """What to ride next, and on what day: like a day that waits for its partner (``like``: its place)."""

    side: Literal["old", "new"]
    water: WaterBand | None
    like: int | None
    says: str


class TrialResult(Result):
    """Answer of ``trial``. ``getting_used``: the first sessions on the new one, which count half;
    ``rides_ratio``: rides on the new one for each on the old, over the pairs; ``aside``: sessions that are on
    neither side, with the reason."""

    missing: tuple[str, ...] = ()
    says: str = ""
    changed: tuple[Changed, ...] = ()
    pairs: int = 0
    matched: tuple[LikePair, ...] = ()
    verdicts: tuple[Verdict, ...] = ()
    rides_ratio: Triple | None = None
    getting_used: int = 0
    change_of_feel: float | None = None
    wanted: tuple[WantedDay, ...] = ()
    unpaired_old: tuple[int, ...] = ()
    unpaired_new: tuple[int, ...] = ()
    aside: tuple[str, ...] = ()


class BestSet(Result):
    """Which of several sets does one thing best in waves of one size, and how sure; ``open``: those
    not decided against the middle one, ``pairs_needed`` by the one of them that needs most; ``pairs`` of the
    trial with fewest."""

    water: WaterBand
    behaviour: Behaviour
    best: str
    decided: bool
    certainty: float
    open: tuple[str, ...]
    pairs: int
    pairs_needed: int | None


class SetsResult(Result):
    """Several sets of fins, each tried against one in the middle, read as one."""

    says: str
    cells: tuple[BestSet, ...]
