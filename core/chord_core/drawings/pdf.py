"""Templates to scale 1:1 as PDF, tiled over sheets that a shop can print and tape together."""

from __future__ import annotations

import itertools
from dataclasses import dataclass

import numpy as np
from fpdf import FPDF

from chord_core.documents.board import Board
from chord_core.drawings.letters import add_letters
from chord_core.drawings.plan import Drawing, half_outline_of, sections_at_feet, side_of, title_of

#: Sheets lying on their long side [mm]: wide, high.
PAPERS = {"a4": (297.0, 210.0), "a3": (420.0, 297.0)}
#: What a printer leaves white, how far sheets overlap, room for the words under the tile [mm].
_EDGE, _OVERLAP, _FOOT = 12.0, 12.0, 14.0
#: Half the length of a register mark's arms [mm].
_ARM = 4.0
#: A line that is measured before one cuts [mm].
CHECK_MM = 100.0
_INK, _PALE = (29, 58, 60), (150, 170, 165)
_MADE_OF = "Print at 100 %, without fitting to the page; lay the crosses on each other."


@dataclass(frozen=True)
class _Tile:
    """A piece of a drawing: its lower left corner [mm], its column and row from 0, and how many there are."""

    x: float
    y: float
    column: int
    row: int
    columns: int
    rows: int


def _counts(length: float, piece: float) -> int:
    """How many pieces, each overlapping the next, cover a length [mm]."""
    return max(1, -int(-(length - _OVERLAP) // (piece - _OVERLAP)))


def _tiles(drawing: Drawing, wide: float, high: float) -> list[_Tile]:
    """The pieces that cover a drawing, row by row from the top."""
    left, low, right, top = drawing.box
    # Room for the words that stand over the highest line, and for a pencil around the lowest.
    left, low, right, top = left - 2, low - 2, right + 2, top + 8
    columns, rows = _counts(right - left, wide), _counts(top - low, high)
    return [
        _Tile(left + i * (wide - _OVERLAP), top - high - j * (high - _OVERLAP), i, j, columns, rows)
        for j, i in itertools.product(range(rows), range(columns))
    ]


def _drawn_on(drawing: Drawing, tile: _Tile, wide: float, high: float) -> bool:
    """Whether a line may pass over a piece: the box round one of its steps does."""
    for line in drawing.lines:
        points = np.array([*line.points, line.points[0]] if line.closed else line.points)
        low, top = np.minimum(points[:-1], points[1:]), np.maximum(points[:-1], points[1:])
        over = (low <= (tile.x + wide, tile.y + high)) & (top >= (tile.x, tile.y))
        if over.all(axis=1).any():
            return True
    return False


class _Templates(FPDF):
    """Sheets of templates, in millimetres."""

    def __init__(self, paper: str, title: str) -> None:
        self.sheet = PAPERS[paper]
        super().__init__(orientation="L", format=paper.upper(), unit="mm")
        self.set_auto_page_break(False)
        self.set_lang("en")
        self.set_title(title)
        add_letters(self)

    @property
    def inside(self) -> tuple[float, float]:
        """Width and height of a tile [mm]."""
        return self.sheet[0] - 2 * _EDGE, self.sheet[1] - 2 * _EDGE - _FOOT

    def tile(self, drawing: Drawing, tile: _Tile, title: str) -> None:
        """One sheet: its piece of the drawing, register marks, the line to check, what it is."""
        self.add_page()
        wide, high = self.inside

        def on(x: float, y: float) -> tuple[float, float]:
            return _EDGE + x - tile.x, _EDGE + high - (y - tile.y)

        with self.rect_clip(_EDGE, _EDGE, wide, high):
            for line in drawing.lines:
                self.set_draw_color(*(_PALE if line.layer in ("FEET", "BENCH") else _INK))
                self.set_line_width(0.2)
                self.polyline([on(x, y) for x, y in line.points], polygon=line.closed)
            self.set_font("sans", "", 7)
            self.set_text_color(*_INK)
            for note in drawing.notes:
                self.text(*on(note.x + 1, note.y), note.text)
        self._marks(tile)
        self._words(drawing, tile, title)

    def _marks(self, tile: _Tile) -> None:
        """Crosses in the middle of the overlaps: the same on both sheets."""
        wide, high = self.inside
        at_x = [_EDGE + _OVERLAP / 2, _EDGE + wide - _OVERLAP / 2]
        at_y = [_EDGE + _OVERLAP / 2, _EDGE + high - _OVERLAP / 2]
        self.set_draw_color(*_INK)
        self.set_line_width(0.1)
        for x, y in itertools.product(at_x, at_y):
            self.line(x - _ARM, y, x + _ARM, y)
            self.line(x, y - _ARM, x, y + _ARM)
        self.set_draw_color(*_PALE)
        self.rect(_EDGE, _EDGE, wide, high)

    def _words(self, drawing: Drawing, tile: _Tile, title: str) -> None:
        below = self.sheet[1] - _EDGE - 4
        self.set_draw_color(*_INK)
        self.set_line_width(0.2)
        right = self.sheet[0] - _EDGE
        self.line(right - CHECK_MM, below, right, below)
        for x in (right - CHECK_MM, right):
            self.line(x, below - 2, x, below + 2)
        self.set_font("sans", "", 8)
        self.text(right - CHECK_MM + 2, below - 2.5, f"{CHECK_MM:.0f} mm: measure it before you cut")
        where = f"row {tile.row + 1} of {tile.rows}, sheet {tile.column + 1} of {tile.columns}"
        self.set_font("sans", "B", 9)
        for up, text in ((7.5, f"{drawing.name}: {where}"), (3.5, title), (0.0, _MADE_OF)):
            self.set_xy(_EDGE, below - up)
            self.cell(right - CHECK_MM - 4 - _EDGE, 4, text)
            self.set_font("sans", "", 8)


def pdf_of(board: Board, paper: str) -> bytes:
    """Half outline, rocker and foil, and the sections at every foot, 1:1 over as many sheets as it takes.

    Args:
        paper: ``a4`` or ``a3``.
    """
    title = title_of(board)
    made = _Templates(paper, title)
    for drawing in (half_outline_of(board), side_of(board), sections_at_feet(board, whole=False)):
        for tile in _tiles(drawing, *made.inside):
            if _drawn_on(drawing, tile, *made.inside):
                made.tile(drawing, tile, title)
    return bytes(made.output())
