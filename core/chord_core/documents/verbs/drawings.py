"""``drawings``: a board as a file that a shaper can use."""

from __future__ import annotations

from typing import Literal

from chord_core.documents.base import Document
from chord_core.documents.board import Board

DrawingKind = Literal["svg", "dxf", "pdf", "stl", "3mf", "csv"]
Paper = Literal["a4", "a3"]


class DrawingsRequest(Document):
    """``drawings`` reads a board, the kind of file, and for ``pdf`` the paper on which its templates are
    tiled."""

    board: Board
    kind: DrawingKind
    paper: Paper = "a4"
