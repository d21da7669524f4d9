"""Units at the edge: inches, feet and litres to SI and back, and the fractions shapers write.

The inch is 0.0254 m by definition (international yard and pound agreement, 1959).
"""

from __future__ import annotations

from fractions import Fraction

INCH_M = 0.0254
FOOT_M = 12 * INCH_M
LITRE_M3 = 1e-3
POUND_KG = 0.45359237


def as_fraction(inches: float, step: int) -> str:
    """Write ``inches`` [in] to the nearest 1/``step`` as shapers do: ``20 1/2``, ``2 5/8``, ``3/4``."""
    ticks = round(inches * step)
    whole, rest = divmod(ticks, step)
    if rest == 0:
        return str(whole)
    part = Fraction(rest, step)
    written = f"{part.numerator}/{part.denominator}"
    return f"{whole} {written}" if whole else written


def feet_and_inches(metres: float, step: int = 16) -> str:
    """Write a length [m] as ``5'10`` or ``5'10 1/2``, to the nearest 1/``step`` in."""
    ticks = round(metres / INCH_M * step)
    feet, rest = divmod(ticks, 12 * step)
    inches = as_fraction(rest / step, step)
    # 6'0 1/16, never 6'1/16, which reads as six foot one.
    return f"{feet}'0 {inches}" if 0 < rest < step else f"{feet}'{inches}"


def decimal(value: float, places: int = 1) -> str:
    """Write a number with at most ``places`` decimals and no trailing zeros: ``178``, ``6.7``."""
    written = f"{value:.{places}f}"
    return written.rstrip("0").rstrip(".") if "." in written else written
