"""What the verbs of ``./chord core`` read."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from chord_core.documents.base import Document
from chord_core.documents.board import Board
from chord_core.documents.surfer import Surfer
from chord_core.documents.water import Water

TargetL = Annotated[float, Field(ge=5, le=300)]


class HullRequest(Document):
    """``hull`` reads one board."""

    board: Board


class SizeRequest(Document):
    """``size`` reads a surfer and a water; ``target_l`` [L] overrules the schools."""

    surfer: Surfer
    water: Water = Water()
    target_l: TargetL | None = None


class RankRequest(SizeRequest):
    """``rank`` reads the boards of a rack besides."""

    boards: tuple[Board, ...] = Field(min_length=1, max_length=20000)
