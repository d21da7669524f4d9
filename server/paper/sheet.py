"""Paper in Chord's letters: an A4 page, and boards drawn on it to scale."""

from __future__ import annotations

from collections.abc import Sequence

from fpdf import FPDF

from chord_core.documents import HullResult
from chord_core.drawings.letters import add_letters
from chord_core.drawings.plan import outline_points, side_points

INK, SEA, LINE = (29, 58, 60), (47, 100, 100), (185, 195, 184)
LEFT, WIDE = 18.0, 174.0
_BOARD_MM, _PLAN_MM = 150.0, 40.0


class Sheet(FPDF):
    """One page in Chord's letters."""

    def __init__(self, size: str | tuple[float, float] = "A4") -> None:
        super().__init__(format=size, unit="mm")
        self.set_auto_page_break(False)
        self.set_lang("en")
        add_letters(self)
        self.add_page()
        self.set_margins(LEFT, 16, LEFT)
        self.set_xy(LEFT, 16)
        self.c_margin = 0
        self.set_text_color(*INK)

    def says(
        self, text: str, family: str = "sans", style: str = "", size: float = 10.5, high: float = 5.2
    ) -> None:
        """A paragraph over the whole width."""
        self.set_font(family, style, size)
        self.set_x(LEFT)
        self.multi_cell(WIDE, high, text, align="L", new_x="LMARGIN", new_y="NEXT")

    def head(self, text: str) -> None:
        """A heading with room above it."""
        self.ln(2.2)
        self.set_text_color(*SEA)
        self.says(text, style="B")
        self.set_text_color(*INK)

    def listed(self, lines: Sequence[str]) -> None:
        """Sentences, one a line."""
        for line in lines:
            self.says(line)


def draw_board(sheet: Sheet, hull: HullResult, left: float = LEFT, wide_mm: float = WIDE) -> None:
    """Plan and side of a board, to one scale, where the sheet stands."""
    curves = hull.curves
    length = curves.from_tail_m[-1]
    wide = 2 * max(curves.half_width_m)
    scale = min(_BOARD_MM / WIDE * wide_mm / length, _PLAN_MM / wide)
    x, y = left + (wide_mm - length * scale) / 2, sheet.get_y() + wide * scale / 2 + 2
    sheet.set_draw_color(*INK)
    sheet.set_line_width(0.35)
    sheet.polygon(outline_points(curves, scale, x, y))
    floor = y + wide * scale / 2 + 14
    sheet.polygon(side_points(curves, scale, x, floor))
    sheet.set_draw_color(*LINE)
    sheet.line(left, floor, left + wide_mm, floor)
    sheet.set_y(floor + 3)
