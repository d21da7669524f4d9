"""``plan``: the way ahead of one person: levels, litres and until when each board serves, month by month."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from chord_core.documents.base import Result
from chord_core.documents.board import Board
from chord_core.documents.verbs.gear import TradeInLooks
from chord_core.documents.verbs.quiver import MOST_OWNED
from chord_core.documents.verbs.shared import Pair
from chord_core.documents.verbs.size import SizeRequest


class PlanRequest(SizeRequest):
    """``plan`` reads a surfer and a water, the boards that the surfer owns with their wear, how many months
    are looked ahead, what a board costs, and for a child whose growth is taken (the mean of both without
    it)."""

    boards: tuple[Board, ...] = Field(default=(), max_length=MOST_OWNED)
    wear: tuple[TradeInLooks, ...] = Field(default=(), max_length=MOST_OWNED)
    months: Annotated[int, Field(ge=1, le=60)] | None = None
    board_price: Annotated[float, Field(ge=0, le=20000)] | None = None
    growth_of: Literal["boys", "girls"] | None = None


class PlanMonth(Result):
    """A month ahead (0: now): the level that is likely then, the kind that leads and its litres; ``spread_l``
    is between a slow and a quick learner (eight of ten)."""

    month: int
    rung: str
    family: str
    litres: Pair
    spread_l: Pair
    mass_kg: float


class Climb(Result):
    """The months after which a level is reached: quick, usual and slow learners (eight of ten between)."""

    rung: str
    low_months: float
    months: float
    high_months: float


class Until(Result):
    """How long a board serves, in months, for quick, usual and slow learners; null: longer than is looked
    ahead. ``serves``: whether it does now; ``worth``: what it is worth in payment then, where its price is
    known."""

    name: str
    family: str
    litres: float
    serves: bool
    low_months: int | None
    months: int | None
    high_months: int | None
    worth: float | None


class ChainBoard(Result):
    """A board of the chain: its kind and litres, from which month on."""

    litres: float
    family: str
    from_month: int


class Chain(Result):
    """Boards one after another: rides over the months looked ahead, the months in which none of them serves,
    and what they cost less what each brings when the next one comes (null where no price is known)."""

    boards: tuple[ChainBoard, ...]
    rides: float
    dead_months: int
    price: float | None


class Mover(Result):
    """What would move the plan: going more or less often, and when the next level would be reached then."""

    sessions_month: float
    months: float


class PlanResult(Result):
    """Answer of ``plan``: never a promise. ``chain`` are the boards of the best chain of one to three,
    ``one_board`` the best that one board can do; ``says`` the next step in a sentence."""

    missing: tuple[str, ...] = ()
    months: tuple[PlanMonth, ...] = ()
    climbs: tuple[Climb, ...] = ()
    until: tuple[Until, ...] = ()
    chain: tuple[ChainBoard, ...] = ()
    best: Chain | None = None
    one_board: Chain | None = None
    movers: tuple[Mover, ...] = ()
    grows: bool = False
    says: str = ""
    pauses: str = ""
