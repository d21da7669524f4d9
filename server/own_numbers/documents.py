"""What the addresses of the numbers read and write."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from jobs.documents import JobOut
from pydantic import Field

from chord_core.documents.base import Document, Result

#: So many numbers are changed at once.
MOST = 500
Place = Annotated[str, Field(min_length=2, max_length=200, pattern="^/")]
#: By place: the value, or null for the one that ships.
Changes = Annotated[dict[Place, float | None], Field(min_length=1, max_length=MOST)]


class NumbersAsked(Document):
    """Which numbers: those of a table, those in which all words are found, or only the shop's own."""

    table: str = Field(default="", max_length=40)
    q: str = Field(default="", max_length=80)
    own: bool = False


class OwnNumber(Result):
    """Who set a number of the shop's own, when and why."""

    by: str
    at: datetime
    reason: str


class NumberOut(Result):
    """A number: where it stands, in words too, what it is, what ships, from where to where it may be set."""

    place: str
    table: str
    says: str
    value: float
    shipped: float
    low: float
    high: float
    whole: bool
    unit: str
    reason: str
    own: OwnNumber | None


class TableOut(Result):
    """A table: what its numbers are for, how many there are, how many are the shop's own."""

    name: str
    title: str
    reason: str
    numbers: int
    own: int


class Left(Result):
    """A number of the shop's own that the tables of this version do not take: the shipped one stands."""

    place: str
    value: float


class NumbersOut(Result):
    """The tables, and the numbers that were asked for. ``version`` names the numbers that are in use,
    ``shipped_version`` those that come with Chord; ``found``: how many there are in all."""

    version: str
    shipped_version: str
    tables: tuple[TableOut, ...]
    numbers: tuple[NumberOut, ...]
    found: int
    left_out: tuple[Left, ...]


class NumbersIn(Document):
    """Numbers to set, and why. ``version``: the numbers that were in use when that was decided."""

    changes: Changes
    reason: str = Field(min_length=5, max_length=300)
    version: str = Field(min_length=12, max_length=12)


class NumberInFile(Document):
    """A number of a shop's own. Only ``place`` and ``value`` are read; the words are for people."""

    place: Place
    value: float
    table: str = Field(default="", max_length=40)
    says: str = Field(default="", max_length=300)
    unit: str = Field(default="", max_length=40)
    shipped: float | None = None
    reason: str = Field(default="", max_length=300)


class NumbersFile(Document):
    """The numbers of a shop's own as a file: for another shop of the owner, or to be kept."""

    format: Literal["chord-numbers/1"]
    shop: str = Field(default="", max_length=200)
    shipped_version: str = Field(default="", max_length=40)
    numbers: tuple[NumberInFile, ...] = Field(max_length=MOST)


class NumberRead(Result):
    """A number of the tables, and what a file says of it."""

    number: NumberOut
    value: float


class NumbersRead(Result):
    """What a file says: the numbers that differ from those in use, how many are so already, and those that
    this version of Chord does not take. Nothing is set by it."""

    numbers: tuple[NumberRead, ...]
    same: int
    left_out: tuple[Left, ...]


class UndoIn(Document):
    """Why something is undone; ``version`` as in ``NumbersIn``."""

    reason: str = Field(min_length=5, max_length=300)
    version: str = Field(min_length=12, max_length=12)


class NumberChange(Result):
    """What became of a number; null: the one that ships."""

    place: str
    table: str
    says: str
    before: float | None
    after: float | None


class RevisionOut(Result):
    """Numbers that were changed together. ``undone``: whether they were taken back since."""

    id: int
    at: datetime
    by: str
    reason: str
    changes: tuple[NumberChange, ...]
    version: str
    undone: bool
    undoes: int | None


class RevisionsOut(Result):
    """The newest first; at most 200."""

    revisions: tuple[RevisionOut, ...]


class EffectIn(Document):
    """Numbers of which one asks what they would do."""

    changes: Changes


class FirstAnswer(Result):
    """What a ticket is answered first: the kind of board, the litres, the best board of the rack; nothing
    where mass or level is not known."""

    family: str
    target_l: float
    board_id: int | None


class Moved(Result):
    """A ticket whose answer changes."""

    fitting_id: int
    name: str
    before: FirstAnswer
    after: FirstAnswer
    board_before: str
    board_after: str


class EffectOut(Result):
    """What other numbers do to the tickets of a season, those that have an answer: in how many the first
    board is another one, the kind, the litres by half a litre and more; ``litres``: from the most down to the
    most up. ``moved``: the tickets, those that change most first."""

    job: JobOut
    changes: Changes
    asked: int
    first_board: int
    kind: int
    litres_moved: int
    litres: tuple[float, float] | None
    moved: tuple[Moved, ...]


class FittingNumbers(Result):
    """By which numbers a ticket was answered last, and what those answer beside today's.

    ``known``: whether they can be laid again; not those of another version of Chord. ``changed``: what was
    changed since.
    """

    version: str
    today: str
    known: bool
    own: int
    at: datetime | None
    changed: tuple[NumberChange, ...]
    then: FirstAnswer | None
    now: FirstAnswer | None
    board_then: str
    board_now: str
