"""What the rack addresses read and write."""

from datetime import date, datetime
from typing import Any, Literal

from pydantic import Field, RootModel

from api_tools.query import CommaList
from chord_core.documents import Board, CompareResult, StillResult, TapeResult
from chord_core.documents.base import Document, Result
from chord_core.documents.board import AssumedMeasure
from chord_core.documents.names import FamilyName
from chord_core.documents.verbs.hull import Curves, Dims


class LineIn(Document):
    """A line of dims as typed; ``rough``: what is only half known is read too (about 40 litres, an 8-foot
    soft-top)."""

    text: str = Field(max_length=400)
    rough: bool = False


class LineOut(Result):
    """How a line was read: measures [m], litres as stated, written back in both units.

    ``family_guess`` is the family whose ordinary boards are nearest, unless one was said; ``assumed`` names
    what was not said.
    """

    name: str | None
    length_m: float
    width_m: float
    thickness_m: float
    stated_litres: float | None
    unit: Literal["imperial", "metric"]
    confirm: str | None
    written: Dims
    family_guess: FamilyName
    assumed: tuple[AssumedMeasure, ...] = ()


class BoardIn(Document):
    """A board for the rack: its document, or a line of dims with a family."""

    board: Board | None = None
    line: str | None = Field(default=None, max_length=400)
    family: FamilyName | None = None
    price: float | None = Field(default=None, ge=0, le=20000)
    number: str = Field(default="", max_length=40)
    hung_on: date | None = None


class BoardPut(Document):
    """A board of the rack as it is now, with the version that was changed."""

    version: int
    board: Board
    number: str = Field(default="", max_length=40)
    hung_on: date | None = None


class BoardPatch(Document):
    """What changes of a board of the rack: a merge patch (RFC 7396) of its document, in which null takes a
    value away. ``version``: the one that is changed; it may stand in the header ``If-Match`` instead."""

    version: int | None = None
    board: dict[str, Any] = Field(default_factory=dict, max_length=60)
    number: str | None = Field(default=None, max_length=40)
    hung_on: date | None = None


class BoardsOf(Document):
    """Which boards: all, or those behind a row (``after``, for the next page), so many at most (``limit``),
    the one that has a number of the shop's own (``number``), those that changed since a moment."""

    after: int | None = Field(default=None, ge=0, description="the last row of the page before")
    limit: int | None = Field(default=None, ge=1, le=500, description="boards a page")
    number: str | None = Field(default=None, max_length=40, description="the shop's own number")
    changed_since: datetime | None = Field(default=None, description="as 2026-05-02T09:00:00Z")


class RowsOf(Document):
    """The boards that a screen shows."""

    ids: CommaList[int] = Field(max_length=400, description="as 12,5,40")


class FaultOut(Result):
    """What is wrong in a row of a table: the column's head as it stands there ("" for the whole row), what
    was read, a sentence."""

    column: str
    value: str
    message: str


class RowOut(Result):
    """How a row of a table was read: its place in the file, the board's line, litres as stated and as the
    dims give them, whether its family is a guess, what to confirm, whether it is new here, its faults."""

    at: int
    number: str
    name: str
    family: FamilyName | None
    guessed: bool
    line: Dims | None
    stated_litres: float | None
    litres: float | None
    confirm: str
    new: bool
    faults: tuple[FaultOut, ...]


class ReadOut(Result):
    """A table as it was read: its rows, columns that nobody reads, what is to be said of how it was read, how
    many rows have faults, how many are new here."""

    rows: tuple[RowOut, ...]
    left_out: tuple[str, ...]
    notes: tuple[str, ...]
    bad: int
    new: int


class LeftAs(Document):
    """How a board left the rack."""

    left_as: Literal["sold", "taken down"] = "taken down"


class LengthsOf(Document):
    """Lengths of a model's sizes [m]."""

    lengths: CommaList[float] = Field(default=(), description="metres, as 1.83,1.88")


class TableAs(Document):
    """How the rack is written as a table."""

    separator: Literal["comma", "semicolon"] = "comma"
    form: Literal["csv", "xlsx"] = "csv"


class Accept(Document):
    """Whether a table that was read is written."""

    accept: bool = False


class SeenOf(Document):
    """How many stations of the gauge are known already."""

    seen: int = Field(default=0, ge=0, le=400, description="stations that are known")


class Silhouette(Result):
    """A board seen from above: stations from the tail and half-widths [m], and the tail's cut."""

    from_tail_m: tuple[float, ...]
    half_width_m: tuple[float, ...]
    notch_half_m: tuple[float, ...]


class BoardOut(Result):
    """A board of the rack with the shop's number, the day it came, and what the core computes of it;
    ``out_of_the_door`` is its price with all that goes with it."""

    id: int
    number: str
    hung_on: date
    version: int
    board: Board
    line: Dims
    litres: float
    mass_kg: float
    out_of_the_door: float | None
    label_says: str
    label_agrees: bool | None
    silhouette: Silhouette


class BoardList(RootModel[tuple[BoardOut, ...]]):
    """The boards of the rack."""


class Family(Result):
    """A family's name and class."""

    name: str
    board_class: str


class Rung(Result):
    """A rung of the ladder and what it means."""

    name: str
    can_do: str


class Skill(Result):
    """Something that is seen or not: its name, the rung it speaks for, and how one asks."""

    name: str
    rung: str
    says: str


class HeightWord(Result):
    """A word for face height as a share of body height."""

    word: str
    share: float


class Words(Result):
    """The words that the screens offer, all from the core's tables and documents."""

    families: tuple[Family, ...]
    rungs: tuple[Rung, ...]
    skills: tuple[Skill, ...]
    builds: tuple[str, ...]
    heights: tuple[HeightWord, ...]
    steepness: tuple[str, ...]
    slopes: dict[str, float]
    fitness: tuple[str, ...]
    foot_weight: tuple[str, ...]
    aims: tuple[str, ...]
    complaints: tuple[str, ...]
    asks: dict[str, str]
    likes: tuple[str, ...]
    stocks: tuple[str, ...]
    setups: tuple[str, ...]
    face_over_back: float
    kinds: tuple[str, ...]


class Event(Result):
    """Something that happened to a board: when (ISO 8601), who did it, what."""

    at: str
    person: str
    says: str


class Sheet(Result):
    """A board of the rack with all that is computed of it without a surfer. ``heavy`` says where it weighs
    more than it should. ``sizes``: how many boards of its name and family hang here."""

    board: BoardOut
    tape: TapeResult
    still: StillResult
    heavy: str
    sizes: int
    events: tuple[Event, ...]


class TradeInOf(Document):
    """A used board as it is looked at: sessions so far, condition from 0 (for parts) to 1 (as new)."""

    sessions: float = Field(ge=0, le=5000)
    condition: float = Field(ge=0, le=1)
    price_new: float | None = Field(default=None, ge=0, le=20000)


class TradeIn(Result):
    """What it is worth in trade, the share of its life that is left, and what to look for."""

    value: float
    life_left: float
    says: str


class Beside(Result):
    """Boards laid on each other: the boards, their curves, what differs and what that does."""

    boards: tuple[BoardOut, ...]
    curves: tuple[Curves, ...]
    litres: tuple[float, ...]
    thirds_l: tuple[tuple[float, float, float], ...]
    compared: CompareResult
