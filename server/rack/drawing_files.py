"""Files of a board that a shaper can use, with their media types."""

from pydantic import Field

from chord_core.documents import Board, DrawingsRequest
from chord_core.documents.base import Document
from chord_core.documents.verbs.drawings import DrawingKind, Paper
from chord_core.drawings.write import drawings

#: Media type of each kind of file.
DRAWING_TYPES: dict[DrawingKind, str] = {
    "svg": "image/svg+xml",
    "dxf": "application/dxf",
    "pdf": "application/pdf",
    "stl": "model/stl",
    "3mf": "model/3mf",
    "csv": "text/csv",
}


class PaperAsked(Document):
    """On which paper templates are tiled."""

    paper: Paper = Field(default="a4", description="for pdf")


def drawing_file(board: Board, kind: DrawingKind, paper: Paper) -> tuple[bytes, str]:
    """A board as a file, and its media type."""
    return drawings(DrawingsRequest(board=board, kind=kind, paper=paper)), DRAWING_TYPES[kind]
