"""What the addresses of lent boards read and write, and how a board is after a day."""

from datetime import date, datetime
from typing import Literal

from pydantic import Field

from chord_core.documents.base import Document, Result
from chord_core.documents.verbs.hull import Dims
from chord_core.log.felt import Size


class WearIn(Document):
    """The board after that day: how far the deck is pressed, and new dents."""

    deck: Literal["sound", "pressed", "soft"] | None = None
    dents: int = Field(default=0, ge=0, le=50)


class LoanOut(Result):
    """A board that is or was lent; ``overdue``: it should be back. ``felt`` is null until it was asked."""

    id: int
    version: int
    rack_board_id: int | None
    name: str
    line: Dims
    out_at: datetime
    due: date
    overdue: bool
    state_out: WearIn
    back_at: datetime | None
    state_back: WearIn | None
    felt: Size | None
    home: bool | None


class LoansIn(Document):
    """Boards of the rack that are lent together, until when, and how they are when they go out."""

    rack_board_ids: tuple[int, ...] = Field(min_length=1, max_length=4)
    due: date
    states: tuple[WearIn, ...] = Field(default=(), max_length=4)


class LoanPatch(Document):
    """A loan that came back, how the board is, how its size felt, whether they would take it home."""

    version: int
    back: bool | None = None
    state_back: WearIn | None = None
    felt: Size | None = None
    home: bool | None = None


class Lendable(Result):
    """A demo or hire board of the rack."""

    id: int
    name: str
    line: Dims
    litres: float
    stock: str


class DemoPairOut(Result):
    """The two demo or hire boards that would settle the size best, the smaller one first; what is asked
    afterwards; the sentence. None where there are not two that fit."""

    boards: tuple[Lendable, ...]
    questions: tuple[str, ...]
    says: str
