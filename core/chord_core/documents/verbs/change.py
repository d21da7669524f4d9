"""``change``: the smallest change of one thing."""

from __future__ import annotations

from typing import Literal

from chord_core.documents.base import Result
from chord_core.documents.board import Board
from chord_core.documents.verbs.size import SizeRequest


class ChangeRequest(SizeRequest):
    """``change`` reads one board that is to be made right for a surfer and a water."""

    board: Board


class Change(Result):
    """The smallest change of one thing that makes a board right: what, from what to what, the fit then."""

    thing: Literal["litres", "fins", "practice", "break"]
    was: str
    becomes: str
    fit: float
    says: str


class ChangeResult(Result):
    """Answer of ``change``: the fit now, the fit that is right, and the changes that reach it, smallest
    first of each thing; none where one thing alone does not."""

    missing: tuple[str, ...] = ()
    fit: float | None = None
    right: float | None = None
    changes: tuple[Change, ...] = ()
    says: str = ""
