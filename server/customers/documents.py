"""What the addresses of customers read and write."""

from __future__ import annotations

from datetime import date, datetime
from typing import Annotated, Literal

from logbook.documents import SessionIn
from pydantic import Field
from sales.documents import SaleOut

from chord_core.documents.base import Document, Result
from chord_core.documents.board import Board
from chord_core.documents.surfer import Surfer
from chord_core.documents.verbs.hull import Dims
from chord_core.documents.water import Water

Months = Annotated[int, Field(ge=1, le=240)]


class CustomersAsked(Document):
    """Which customers: by a part of the name, those after a name for the next page, or only those whose time
    is over."""

    q: str = Field(default="", max_length=80)
    after: str | None = Field(default=None, max_length=120)
    due: bool = False


class CustomerRow(Result):
    """A customer in the list. ``last`` is the last day on which anything was done for them; ``due``: longer
    ago than the shop keeps people."""

    id: int
    name: str
    tickets: int
    sessions: int
    orders: int
    last: date
    consent_at: date | None
    guardian: str
    due: bool


class CustomersOut(Result):
    """A page of customers by name; ``next``: what to give as ``after`` for the page behind it."""

    customers: tuple[CustomerRow, ...]
    count: int
    due: int
    keep_months: int | None
    next: str | None


class Visit(Result):
    """A ticket of a customer: when, where, what was advised and what became of it."""

    fitting_id: int
    day: date
    place: str
    board: str
    line: Dims | None
    litres: float | None
    order: str


class Twin(Result):
    """Somebody who may be the same person: the same name, but for case, blanks and accents."""

    id: int
    name: str
    tickets: int


class CustomerOut(Result):
    """A customer: what is kept of them, their visits, and who may be the same person."""

    id: int
    name: str
    notes: str
    guardian: str
    consent_at: date | None
    child: bool
    age: int | None
    visits: tuple[Visit, ...]
    sessions: int
    loans: int
    twins: tuple[Twin, ...]
    open_orders: int
    bought: tuple[SaleOut, ...]


class CustomerPatch(Document):
    """What may be changed of a customer; what is not given stays. ``consent``: they said that they may be
    kept (today), or took that back. A child's data are kept with the word of a guardian, who is named."""

    name: str | None = Field(default=None, max_length=80)
    notes: str | None = Field(default=None, max_length=2000)
    guardian: str | None = Field(default=None, max_length=80)
    consent: bool | None = None


class MergeIn(Document):
    """Who is the same person: everything of theirs comes over."""

    other: int


class EraseIn(Document):
    """The name once more, so that nobody is erased by a slip."""

    name: str = Field(max_length=80)


class Erased(Result):
    """What became of the rows of somebody who was erased: removed, or kept as figures of nobody."""

    removed: dict[str, int]
    kept_as_figures: dict[str, int]


class RetentionIn(Document):
    """How long customers are kept after the last thing that was done for them [months]; null: for ever."""

    keep_months: Months | None


class ExportVisit(Result):
    """A ticket as it stands."""

    opened: datetime
    facts: Surfer
    water: Water
    target_l: float | None
    board: Board | None


class ExportOrder(Result):
    """An order as it stands."""

    made: datetime
    state: str
    board: Board
    price: float | None
    deposit: float | None
    note: str
    due: date | None


class ExportSale(Result):
    """A board that was bought, and whether it came back."""

    sold: datetime
    board: Board
    price: float | None
    back: datetime | None
    back_as: str
    note: str


class ExportLoan(Result):
    """A board that was lent."""

    board: Board
    out: datetime
    due: date
    back: datetime | None
    felt: str


class ExportTrack(Result):
    """A track as the watch wrote it."""

    name: str
    text: str


class CustomerDocument(Result):
    """All that is kept of a customer, ``chord-customer/1``: theirs to take along."""

    format: Literal["chord-customer/1"] = "chord-customer/1"
    shop: str
    name: str
    notes: str
    guardian: str
    consent_at: date | None
    made_on: date
    visits: tuple[ExportVisit, ...]
    boards: tuple[Board, ...]
    orders: tuple[ExportOrder, ...]
    sessions: tuple[SessionIn, ...]
    bought: tuple[ExportSale, ...]
    loans: tuple[ExportLoan, ...]
    tracks: tuple[ExportTrack, ...]
