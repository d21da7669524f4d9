"""The page that a surfer takes home: the board, why, what to look for, care and cautions, on one sheet.

The figures are those of the screen. Mass, age and notes stay in the shop.
"""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path

from fpdf import FPDF

from chord_core.documents import HullResult, Surfer, Water
from chord_core.documents.answers import Ranked, Windows
from chord_core.documents.results import Curves
from chord_core.fit.gates import a
from chord_core.fit.gear import care_for
from chord_core.units import INCH_M, as_fraction, decimal, feet_and_inches
from fittings.documents import Answer, Bench

_FONTS = Path(__file__).parent / "fonts"
_INK, _SEA, _LINE = (29, 58, 60), (47, 100, 100), (185, 195, 184)
_LEFT, _WIDE = 18.0, 174.0
_BOARD_MM, _PLAN_MM = 150.0, 40.0

#: The windows in the order of the screen: their words, and the fraction in which they are written.
_WINDOWS = (
    ("length_m", "Length", 2),
    ("width_m", "Width", 8),
    ("thickness_m", "Thickness", 16),
    ("nose_width_m", "Nose, one foot in", 8),
    ("tail_width_m", "Tail, one foot in", 8),
    ("nose_rocker_m", "Nose rocker", 8),
    ("tail_rocker_m", "Tail rocker", 8),
)


class _Sheet(FPDF):
    """One page in Chord's letters."""

    def __init__(self) -> None:
        super().__init__(format="A4", unit="mm")
        self.set_auto_page_break(False)
        for family, name, style in (
            ("serif", "Fraunces-SemiBold", ""),
            ("sans", "SourceSans3-Regular", ""),
            ("sans", "SourceSans3-SemiBold", "B"),
        ):
            self.add_font(family, style, str(_FONTS / f"{name}-latin.ttf"))
            self.add_font(f"{family}-more", style, str(_FONTS / f"{name}-latin-ext.ttf"))
        self.set_fallback_fonts(["sans-more", "serif-more"], exact_match=False)
        self.add_page()
        self.set_margins(_LEFT, 16, _LEFT)
        self.set_xy(_LEFT, 16)
        self.c_margin = 0
        self.set_text_color(*_INK)

    def says(
        self, text: str, family: str = "sans", style: str = "", size: float = 10.5, high: float = 5.2
    ) -> None:
        """A paragraph over the whole width."""
        self.set_font(family, style, size)
        self.set_x(_LEFT)
        self.multi_cell(_WIDE, high, text, align="L", new_x="LMARGIN", new_y="NEXT")

    def head(self, text: str) -> None:
        """A heading with room above it."""
        self.ln(2.2)
        self.set_text_color(*_SEA)
        self.says(text, style="B")
        self.set_text_color(*_INK)

    def listed(self, lines: Sequence[str]) -> None:
        """Sentences, one a line."""
        for line in lines:
            self.says(line)


def _length(metres: float, step: int, units: str) -> str:
    if units == "metric":
        return f"{decimal(metres * 100)} cm"
    return feet_and_inches(metres, step) if step == 2 else as_fraction(metres / INCH_M, step)


def _windows(sheet: _Sheet, windows: Windows, units: str) -> None:
    spans = windows.model_dump()
    rows = [(word, *(_length(end, step, units) for end in spans[name])) for name, word, step in _WINDOWS]
    rows.insert(3, ("Litres", *(f"{end:.1f}" for end in spans["litres"])))
    sheet.set_font("sans", "", 10.5)
    half = (len(rows) + 1) // 2
    top = sheet.get_y()
    for i, (word, low, high) in enumerate(rows):
        x, y = _LEFT + (i // half) * _WIDE / 2, top + (i % half) * 5.6
        sheet.text(x, y + 4, word)
        sheet.text(x + 38, y + 4, f"{low} to {high}")
    sheet.set_y(top + half * 5.6 + 1)


def _outline(curves: Curves, scale: float, x: float, y: float) -> list[tuple[float, float]]:
    at, half = curves.from_tail_m, curves.half_width_m
    upper = list(zip(at, half, strict=True))
    inner = [(at_m, n) for at_m, n in zip(at, curves.notch_half_m, strict=True) if n > 0]
    return [
        *((x + at_m * scale, y - h * scale) for at_m, h in upper),
        *((x + at_m * scale, y + h * scale) for at_m, h in reversed(upper)),
        *((x + at_m * scale, y + n * scale) for at_m, n in inner),
        *((x + at_m * scale, y - n * scale) for at_m, n in reversed(inner)),
    ]


def _side(curves: Curves, scale: float, x: float, y: float) -> list[tuple[float, float]]:
    rows = list(zip(curves.from_tail_m, curves.rocker_m, curves.thickness_m, strict=True))
    bottom = [(x + at_m * scale, y - r * scale) for at_m, r, _ in rows]
    deck = [(x + at_m * scale, y - (r + t) * scale) for at_m, r, t in reversed(rows)]
    return bottom + deck


def _drawn(sheet: _Sheet, hull: HullResult) -> None:
    curves = hull.curves
    length = curves.from_tail_m[-1]
    wide = 2 * max(curves.half_width_m)
    scale = min(_BOARD_MM / length, _PLAN_MM / wide)
    x, y = _LEFT + (_WIDE - length * scale) / 2, sheet.get_y() + wide * scale / 2 + 2
    sheet.set_draw_color(*_INK)
    sheet.set_line_width(0.35)
    sheet.polygon(_outline(curves, scale, x, y))
    floor = y + wide * scale / 2 + 14
    sheet.polygon(_side(curves, scale, x, floor))
    sheet.set_draw_color(*_LINE)
    sheet.line(_LEFT, floor, _LEFT + _WIDE, floor)
    sheet.set_y(floor + 3)


def _title(bench: Bench, units: str) -> str:
    line = bench.hull.line.metric if units == "metric" else bench.hull.line.imperial
    return f"{bench.board.name or bench.board.family}, {line}"


def _why(sheet: _Sheet, ranked: Ranked) -> None:
    sheet.listed(ranked.on_the_wave.says)
    sheet.head("For")
    sheet.listed(ranked.for_)
    if ranked.against:
        sheet.head("To know")
        sheet.listed(ranked.against)


def hand_out(
    surfer: Surfer, water: Water, answer: Answer, kind: tuple[str, Windows] | None, units: str, shop: str
) -> bytes:
    """One A4 page as PDF.

    Args:
        answer: as the screen shows it; without a board or an answer the page says so.
        kind: a family and its windows, as they stand under the bench.
        units: ``imperial`` or ``metric``.
    """
    sheet = _Sheet()
    sheet.set_title(f"Fitting for {_first_name(surfer)}")
    sheet.says(shop, size=9.5)
    sheet.says(f"For {_first_name(surfer)}", "serif", size=22, high=11)
    bench = answer.bench
    if bench is None or bench.ranked is None:
        sheet.says(answer.not_yet or "No board yet: mass and what you can do are not known.")
        return bytes(sheet.output())
    sheet.says(_title(bench, units), style="B", size=13, high=7)
    where = f" at {water.name}" if water.name else ""
    sheet.says(f"{bench.board.family}; judged for your waves{where}.", size=10)
    _drawn(sheet, bench.hull)
    _why(sheet, bench.ranked)
    if kind:
        sheet.head(f"What to look for in {a(kind[0])}")
        _windows(sheet, kind[1], units)
    sheet.head("Fins, leash and care")
    fins = bench.ranked.fins.says
    sheet.listed([fins[0].upper() + fins[1:], *care_for(bench.board)])
    sheet.head("Before you go in")
    sheet.listed([*answer.size.cautions, *bench.ranked.cautions])
    return bytes(sheet.output())


def _first_name(surfer: Surfer) -> str:
    return surfer.name.split(" ")[0] if surfer.name else "you"
