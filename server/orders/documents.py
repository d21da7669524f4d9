"""What the order addresses read and write."""

from datetime import date
from decimal import Decimal
from typing import Annotated

from pydantic import Field, RootModel

from chord_core.documents import Board
from chord_core.documents.base import Document, Result
from chord_core.documents.order import Arrival, OrderCard, Worth
from chord_core.documents.verbs.hull import Curves, Dims
from chord_core.tables.orders_schema import Measure
from orders.states import State
from rack.documents import Silhouette

#: An amount in the shop's currency, to the cent.
Amount = Annotated[Decimal, Field(ge=0, le=20000, decimal_places=2)]
Reason = Annotated[str, Field(max_length=280)]


class OrderIn(Document):
    """A new order from a ticket: of the board on its bench, or of one that is given. ``pinned``: measures
    that must not change."""

    fitting_id: int
    board: Board | None = None
    pinned: tuple[Measure, ...] = Field(default=(), max_length=7)


class OrderPatch(Document):
    """A change of an order; what is null is taken back. The board and what is pinned may change until the
    shaper begins."""

    version: int
    board: Board | None = None
    pinned: tuple[Measure, ...] = Field(default=(), max_length=7)
    consent: bool = False
    shaper: str = Field(default="", max_length=80)
    note: str = Field(default="", max_length=500)
    price: Amount | None = None
    deposit: Amount | None = None
    due: date | None = None


class OrderStep(Document):
    """A step of an order; one that is skipped or taken back asks for a reason."""

    version: int
    to: State
    reason: Reason = ""


class OrderRow(Result):
    """An order in the list: ``overdue_days`` is how long it is late, 0 where it is not."""

    id: int
    who: str
    what: str
    state: State
    due: date | None
    overdue_days: int


class OrderList(RootModel[tuple[OrderRow, ...]]):
    """The orders of a shop: those that are late first, then by the day on which they are due, ended ones
    last."""


class OrderHappened(Result):
    """A line of an order's history."""

    at: str
    person: str
    state: State
    says: str


class OrderOut(Result):
    """An order with its card, the steps that follow without a reason, all others, and its history.
    ``arrived_board_id``: the board that came, in the rack, where it is measured; ``arrival`` is null until
    somebody did."""

    id: int
    version: int
    who: str
    fitting_id: int | None
    state: State
    next_steps: tuple[State, ...]
    other_steps: tuple[State, ...]
    consent: bool
    shaper: str
    note: str
    price: Decimal | None
    deposit: Decimal | None
    due: date | None
    overdue_days: int
    board_is_fixed: bool
    card: OrderCard
    curves: Curves
    arrived_board_id: int | None
    arrival: Arrival | None
    history: tuple[OrderHappened, ...]


class Orderable(Result):
    """The board that could be ordered for a ticket as it stood at ``version``, and whether it is worth its
    wait; null while mass or level is not known, or where every family is behind a gate. ``wall_id``: the best
    board that hangs here."""

    version: int
    board: Board | None = None
    line: Dims | None = None
    litres: float | None = None
    silhouette: Silhouette | None = None
    wall_id: int | None = None
    worth: Worth | None = None
