"""What the addresses of sales read and write."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import Field

from chord_core.documents.base import Document, Result
from chord_core.documents.verbs.hull import Dims

Price = Annotated[float, Field(ge=0, le=20000)]
BackAs = Literal["returned", "exchanged", "traded in"]


class SaleIn(Document):
    """A board of the rack that the surfer of a ticket buys; ``price``: what was paid, the board's own where
    it is not said."""

    board_id: int
    price: Price | None = None


class SalePatch(Document):
    """That a board came back and how, or null: it did not. One that was returned or exchanged hangs in the
    rack again."""

    back_as: BackAs | None
    note: str = Field(default="", max_length=300)


class SaleOut(Result):
    """A board that was bought. ``place``: where it stood among those that were open, from 1; ``hit``: it was
    the first, or as good as the first; null where the ticket had no answer."""

    id: int
    fitting_id: int | None
    board: str
    line: Dims
    price: float | None
    place: int | None
    hit: bool | None
    sold_at: datetime
    sold_by: str
    back_at: datetime | None
    back_as: BackAs | None
    note: str


class SalesOut(Result):
    """Boards that were bought, the newest first."""

    sales: tuple[SaleOut, ...]


class RidesOver(Result):
    """Rides on bought boards over those that were foretold: middle, and eight of ten between."""

    sessions: int
    surfers: int
    ratio: tuple[float, float, float]


class AdviceRow(Result):
    """How advice did, of one advisor or of all (``who`` empty).

    ``tickets``: those with mass and level; ``bought``: of these that ended in a board of the rack or an order
    that was collected; ``from_rack`` with an answer, of which ``hits`` were the first board or as good;
    ``came_back``: returned or exchanged; ``ridden``: what the log says of boards that were bought.
    """

    who: str
    tickets: int
    bought: int
    from_rack: int
    hits: int
    came_back: int
    ridden: RidesOver | None


class AdviceOut(Result):
    """How advice did over the last twelve months, all together first; what was sold last."""

    rows: tuple[AdviceRow, ...]
    sales: tuple[SaleOut, ...]
