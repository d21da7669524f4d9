"""Measures of a board as a shaper writes them."""

from chord_core.units import INCH_M, as_fraction, decimal, feet_and_inches

#: The measures in the order of the screen: their words, and the parts of an inch in which they are written.
MEASURES = (
    ("length_m", "Length", 2),
    ("width_m", "Width", 8),
    ("thickness_m", "Thickness", 16),
    ("nose_width_m", "Nose, one foot in", 8),
    ("tail_width_m", "Tail, one foot in", 8),
    ("nose_rocker_m", "Nose rocker", 8),
    ("tail_rocker_m", "Tail rocker", 8),
)


def measure_text(metres: float, step: int, units: str) -> str:
    """A measure in feet and inches or in centimetres.

    Args:
        step: parts of an inch; 2 is a length in feet.
        units: ``imperial`` or ``metric``.
    """
    if units == "metric":
        return f"{decimal(metres * 100)} cm"
    return feet_and_inches(metres, step) if step == 2 else as_fraction(metres / INCH_M, step)


def small_text(metres: float, units: str) -> str:
    """A few millimetres, or so many sixteenths of an inch."""
    return f"{metres * 1000:.1f} mm" if units == "metric" else f"{as_fraction(metres / INCH_M, 16)} in"
