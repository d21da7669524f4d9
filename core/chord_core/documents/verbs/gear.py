"""``gear``: what leaves the shop with a board: fins, build, leash, pad, wax, the old board, the sum."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated, Literal

from pydantic import Field

from chord_core.documents.base import Document, Result
from chord_core.documents.board import Board
from chord_core.documents.fins import FinSet
from chord_core.documents.terms import Terms
from chord_core.documents.verbs.size import SizeRequest

Seen = Literal["none", "some", "much"]
LookName = Literal["buckles", "pressed_deck", "stains", "repairs", "cracked_boxes", "heavy"]
LineCode = Literal["board", "fins", "leash", "pad", "wax", "bag", "kit", "tax", "trade_in"]
ExtraCode = Literal["bag", "kit", "pad", "fins"]
#: An amount in the shop's currency, to the hundredth; a text in JSON, so that no cent is lost.
Money = Annotated[Decimal, Field(decimal_places=2)]


#: How warm the water is [C].
WaterC = Annotated[float, Field(ge=-2, le=40)]


class TradeInLooks(Document):
    """Six looks at the present board, how many sessions it has behind it, and what it cost new; without a
    price the present board's own counts. ``heavy`` is seen from its mass where that is known."""

    sessions: Annotated[float, Field(ge=0, le=5000)] | None = None
    price: Annotated[float, Field(ge=0, le=20000)] | None = None
    buckles: Seen = "none"
    pressed_deck: Seen = "none"
    stains: Seen = "none"
    repairs: Seen = "none"
    cracked_boxes: Seen = "none"
    heavy: Seen | None = None


class GearRequest(SizeRequest):
    """``gear`` reads the board that is sold, the fin sets on the wall, those that the customer has, the board
    that is given in payment, the budget, which fins were picked by name, what else is wanted, for the wax
    how warm the water is [C], and on which terms the shop sells."""

    board: Board
    fin_sets: tuple[FinSet, ...] = Field(default=(), max_length=1000)
    present_fins: FinSet | None = None
    picked_fins: str | None = Field(default=None, max_length=80)
    trade_in: TradeInLooks | None = None
    budget: Annotated[float, Field(ge=0, le=20000)] | None = None
    extras: tuple[Literal["bag", "kit"], ...] = Field(default=(), max_length=2)
    water_c: WaterC | None = None
    terms: Terms | None = None


class FinFit(Result):
    """A set of fins under a board: whether its boxes take it (null: look at them), area of a front fin wanted
    and given [m2], rear over front area against what is usual of the set-up, what it does through the ride,
    which complaints it answers, and the sentence."""

    name: str
    setup: str
    flex: str
    fits_boxes: bool | None
    designer: bool
    wanted_m2: float
    given_m2: float
    balance: float | None
    hold_m_s: float
    turn_radius_m: float
    looseness: float
    drive: float
    pump: float
    answers: tuple[str, ...]
    price: Money | None
    says: str


class BuildFit(Result):
    """A build of the same shape: mass and swing, how it takes chop [g], where it lets go, how springy the
    tail is, how it takes dents (PU 1), price, life in sessions, cost a session at the sessions of ``at``; the
    session from which it is cheaper than the board's own build for good, and the sentences."""

    build: str
    mass_kg: float
    swing_kg_m2: float
    chop_g: float
    hold_m_s: float
    flex: float
    dent: float
    life_sessions: float
    price: Money | None
    cost_a_session: tuple[Money, ...]
    crossing_sessions: int | None
    feel: str
    fails: str
    mend: str
    heat: str
    says: str


class SumLine(Result):
    """A line of the sum; null where no price is known."""

    code: LineCode
    says: str
    price: Money | None


class Instalments(Result):
    """The total over some months: the first, which has the cents that are left over, and each other one."""

    months: int
    first: Money
    each: Money


class Sum(Result):
    """Lines and total of all that has a price, in a currency; the tax that is in the prices (null where it
    comes on top, as a line of its own, or is none); by how much it is over the budget, and what to leave out
    first; the same over some months, without interest."""

    currency: str
    lines: tuple[SumLine, ...]
    total: Money
    tax_in_it: Money | None
    over: Money | None
    leave_out: tuple[ExtraCode, ...]
    instalments: tuple[Instalments, ...]


class TradeInValue(Result):
    """What the present board is worth in payment; null where no price is known. Its reasons."""

    value: Money | None
    reasons: tuple[str, ...]


class KeepIt(Result):
    """Shares of this water's waves on which the present board works better than the new one, and as well."""

    better: float
    as_good: float
    says: str


class FootPlaces(Result):
    """Where the feet turn and trim, from the tail [m]; where a tail pad starts and ends (null where the board
    is waxed)."""

    turn_m: float
    trim_m: float
    pad_from_m: float | None
    pad_to_m: float | None


class GearResult(Result):
    """Answer of ``gear``: fins in the order in which they are tried, those that the boxes refuse last; the
    template that hangs in soft, medium and stiff; builds, the board's own first; the session from which
    owning is cheaper than hiring."""

    missing: tuple[str, ...] = ()
    wanted_flex: str = ""
    fins: tuple[FinFit, ...] = ()
    trial: tuple[str, ...] = ()
    at: tuple[int, ...] = ()
    builds: tuple[BuildFit, ...] = ()
    leash: str = ""
    pad: str = ""
    feet: FootPlaces | None = None
    wax: str | None = None
    kit: str = ""
    trade_in: TradeInValue | None = None
    keep: KeepIt | None = None
    owning_from_sessions: int | None = None
    sum: Sum | None = None
