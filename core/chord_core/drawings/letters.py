"""The letters of all that is printed."""

from __future__ import annotations

from pathlib import Path

from fpdf import FPDF

_FONTS = Path(__file__).parent / "fonts"


def add_letters(page: FPDF) -> None:
    """Give a document Chord's letters: ``sans``, plain and bold, and ``serif``, with what each lacks from its
    second file."""
    for family, name, style in (
        ("serif", "Fraunces-SemiBold", ""),
        ("sans", "SourceSans3-Regular", ""),
        ("sans", "SourceSans3-SemiBold", "B"),
    ):
        page.add_font(family, style, str(_FONTS / f"{name}-latin.ttf"))
        page.add_font(f"{family}-more", style, str(_FONTS / f"{name}-latin-ext.ttf"))
    page.set_fallback_fonts(["sans-more", "serif-more"], exact_match=False)
