"""The one line of dims that is written at the counter, read and written back.

Reads ``5'10 x 20 1/2 x 2 5/8, 34.2 L``, ``178 x 52 x 6.7``, ``5.10 x 20.5 x 2.63``, unicode primes
and fractions, an optional name in front and optional litres behind; writes it back in either unit.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Literal

from chord_core.errors import ChordError
from chord_core.line_measures import Measure, measure_of
from chord_core.units import INCH_M, LITRE_M3, as_fraction, decimal, feet_and_inches

Unit = Literal["imperial", "metric"]

#: What a board can measure, in metres: from a child's soft-top to the longest gun and stand-up.
LIMITS_M: dict[str, tuple[float, float]] = {
    "length": (1.2, 3.82),
    "width": (0.38, 0.90),
    "thickness": (0.038, 0.16),
}
LIMITS_L = (5.0, 300.0)

_LOOKALIKES = str.maketrans(
    {
        "′": "'", "’": "'", "‘": "'", "´": "'", "`": "'", "ʹ": "'", "ʼ": "'",
        "″": '"', "”": '"', "“": '"', "„": '"', "ʺ": '"', "‟": '"',
        "×": "x", "✕": "x", "✖": "x", "⨯": "x", "*": "x", "X": "x",
        "⁄": "/", "∕": "/", "–": "-", "—": "-", "−": "-", "‐": "-", "‑": "-",
        "\u00a0": " ", "\u2009": " ", "\u202f": " ", "\u2007": " ", "\t": " ", "ℓ": "l",
    }
)  # fmt: skip
_FRACTIONS = {
    "½": "1/2", "¼": "1/4", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8",
    "⅓": "1/3", "⅔": "2/3", "⅕": "1/5", "⅙": "1/6",
}  # fmt: skip
_NAME = re.compile(r"^([^\d]*[^\W\d][^\d]*?)[\s:,;]+(?=\d)")
_LITRES = re.compile(
    r"[\s,;@(=]*(?<![\d./])(-?\d+(?:[.,]\d+)?)\s*(?:litres?|liters?|ltrs?|lt|l)\.?\)?\s*$", re.I
)
_TIMES = re.compile(r"\s*x\s*|\s+by\s+", re.I)
_MEASURES = ("length", "width", "thickness")


@dataclass(frozen=True)
class Line:
    """A line of dims: metres, litres as stated, and how it was read.

    ``confirm`` is a sentence when the reading should be shown back (``5.10`` taken as ``5'10``).
    """

    length_m: float
    width_m: float
    thickness_m: float
    stated_litres: float | None = None
    name: str | None = None
    unit: Unit = "imperial"
    confirm: str | None = None


def plain_text(text: str) -> str:
    """A text with one sign for each mark: primes, fractions, times and blanks as they are usually typed."""
    for sign, written in _FRACTIONS.items():
        text = text.replace(sign, f" {written}")
    return re.sub(r"\s+", " ", text.translate(_LOOKALIKES)).strip()


def _take_litres(rest: str) -> tuple[str, float | None]:
    found = _LITRES.search(rest)
    if not found:
        return rest, None
    litres = float(found[1].replace(",", "."))
    low, high = LIMITS_L
    if not low <= litres <= high:
        raise ChordError("litres", found[1], f"{found[1]} L was read; a board has {low:g} to {high:g} L")
    return rest[: found.start()], litres


def _parts(rest: str, text: str) -> list[str]:
    parts = [part.strip(" ,;") for part in _TIMES.split(rest)]
    if len(parts) != 3:
        found = f"{len(parts)} measure" + ("s" if len(parts) != 1 else "")
        raise ChordError(
            "line",
            text,
            f"{found} read in “{text.strip()}”; write length x width x thickness, "
            "as 5'10 x 20 1/2 x 2 5/8 or 178 x 52 x 6.7",
        )
    for name, part in zip(_MEASURES, parts, strict=True):
        if not part:
            raise ChordError(name, part, f"no {name} was read between the x; write three measures")
    return parts


def _checked(name: str, measure: Measure, part: str) -> float:
    low, high = LIMITS_M[name]
    if not low - 1e-9 <= measure.metres <= high + 1e-9:
        if measure.imperial:
            write = feet_and_inches if name == "length" else lambda m: as_fraction(m / INCH_M, 16) + " in"
            allowed = f"{write(low)} to {write(high)}"
            read = write(measure.metres)
        else:
            allowed = f"{decimal(low * 100)} to {decimal(high * 100)} cm"
            read = f"{decimal(measure.metres * 100)} cm"
        raise ChordError(name, part, f"“{part}” was read as {read}; a {name} is {allowed}")
    return measure.metres


def read_line(text: str) -> Line:
    """Read one line of dims.

    Args:
        text: what was typed: optional name, three measures with ``x`` between, optional litres.

    Returns:
        The measures in metres, the litres as stated.

    Raises:
        ChordError: names the measure, what was read, what is wrong and what is allowed.
    """
    if not text.strip():
        raise ChordError("line", text, "nothing was typed; write 5'10 x 20 1/2 x 2 5/8, 34.2 L")
    if len(text) > 200:
        raise ChordError("line", text[:200], "the line is longer than 200 characters")
    rest = plain_text(text)
    named = _NAME.match(rest)
    if named and named[1].strip().lower() in ("x", "by"):
        named = None
    name = named[1].strip(" ,:;") if named else None
    rest = rest[named.end() :] if named else rest
    rest, litres = _take_litres(rest)
    parts = _parts(rest, text)
    measures = [measure_of(kind, part, parts) for kind, part in zip(_MEASURES, parts, strict=True)]
    metres = [_checked(k, m, p) for k, m, p in zip(_MEASURES, measures, parts, strict=True)]
    if len({m.imperial for m in measures if not m.said}) > 1:
        raise ChordError(
            "line",
            text,
            f"“{parts[0]}”, “{parts[1]}” and “{parts[2]}” mix inches and centimetres; "
            "write the unit behind each, or all three in one",
        )
    box = metres[0] * metres[1] * metres[2] / LITRE_M3
    if litres and litres > box:
        raise ChordError(
            "litres",
            litres,
            f"{litres:g} L was read; a box of these dims holds {box:.0f} L at most",
        )
    unit: Unit = "imperial" if measures[1].imperial else "metric"
    return Line(metres[0], metres[1], metres[2], litres, name, unit, measures[0].confirm)


def write_line(
    length_m: float,
    width_m: float,
    thickness_m: float,
    litres: float | None = None,
    unit: Unit = "imperial",
) -> str:
    """Write dims [m] and litres [L] as shapers do.

    Imperial: length and width to 1/16 in, thickness to 1/32 in. Metric: centimetres to 0.1 cm.
    """
    if unit == "metric":
        dims = " x ".join(decimal(m * 100) for m in (length_m, width_m, thickness_m))
    else:
        dims = " x ".join(
            (
                feet_and_inches(length_m),
                as_fraction(width_m / INCH_M, 16),
                as_fraction(thickness_m / INCH_M, 32),
            )
        )
    return dims if litres is None else f"{dims}, {litres:.1f} L"
