"""``fix``: what to try on the present board before another is sold."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from chord_core.documents.base import Result
from chord_core.documents.board import Board
from chord_core.documents.verbs.size import ComplaintAdvice, SizeRequest


class FixRequest(SizeRequest):
    """``fix`` reads a surfer with a present board, and the boards that might be sold instead, if any."""

    boards: tuple[Board, ...] = Field(default=(), max_length=2000)


class Fix(Result):
    """Something to try on the present board: what, the fit then, and which share of the gain that another
    board would bring is had so."""

    thing: Literal["fins", "pad", "habit"]
    says: str
    fit: float
    recovers: float


class FixResult(Result):
    """Answer of ``fix``: the present board's fit, the best that might be had instead, what to try first."""

    missing: tuple[str, ...] = ()
    fit: float | None = None
    best_fit: float | None = None
    fixes: tuple[Fix, ...] = ()
    complaints: tuple[ComplaintAdvice, ...] = ()
    first: bool = False
    says: str = ""
