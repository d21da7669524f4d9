"""``range``: the waves that a board serves."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from chord_core.documents.base import Document, Result
from chord_core.documents.board import Board


class RangeRequest(Document):
    """``range`` reads the sizes of one model, and lengths [m] that are missing between them."""

    boards: tuple[Board, ...] = Field(min_length=2, max_length=40)
    lengths_m: tuple[Annotated[float, Field(ge=1.2, le=3.82)], ...] = Field(default=(), max_length=20)


class Step(Result):
    """From one size to the next: lengths [m], litres more, litres more by inch of length, and what is odd
    about it (empty where it steps like the others)."""

    from_m: float
    to_m: float
    litres: float
    litres_by_inch: float
    says: str


class RangeResult(Result):
    """Answer of ``range``: the sizes in order of length with their litres [L], the steps between them, the
    sizes that were asked for, and a sentence."""

    sizes: tuple[Board, ...]
    litres: tuple[float, ...]
    steps: tuple[Step, ...]
    made: tuple[Board, ...]
    made_litres: tuple[float, ...]
    even: bool
    says: str
