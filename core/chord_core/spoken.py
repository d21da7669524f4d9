"""Measures as a sentence says them, in the units of whoever reads it.

The rules think in SI; a sentence is for a person. ``speaking`` sets the units for what is said inside of it,
of one thread alone; without it sentences are metric.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass
from typing import Literal

from chord_core.units import FOOT_M, INCH_M, POUND_KG

_MPH = 0.44704


@dataclass(frozen=True)
class Spoken:
    """Units in which lengths and speeds, and masses, are said."""

    units: Literal["metric", "imperial"] = "metric"
    masses: Literal["kg", "lb"] = "kg"


_METRIC = Spoken()
_spoken: ContextVar[Spoken] = ContextVar("spoken", default=_METRIC)


@contextmanager
def speaking(units: Literal["metric", "imperial"], masses: Literal["kg", "lb"]) -> Iterator[None]:
    """Say sentences in these units until the block ends."""
    token = _spoken.set(Spoken(units, masses))
    try:
        yield
    finally:
        _spoken.reset(token)


def spoken() -> Spoken:
    """The units in which sentences are said now."""
    return _spoken.get()


def _imperial() -> bool:
    return spoken().units == "imperial"


def speed(metres_a_second: float) -> str:
    """A speed: 34 km/h, 21 mph."""
    return f"{metres_a_second / _MPH:.0f} mph" if _imperial() else f"{metres_a_second * 3.6:.0f} km/h"


def distance(metres: float) -> str:
    """A distance on the water: 3.2 m, 10 ft."""
    return f"{metres / FOOT_M:.0f} ft" if _imperial() else f"{metres:.1f} m"


def face(metres: float) -> str:
    """The height of a face: 1.2 m, 3.9 ft."""
    return f"{metres / FOOT_M:.1f} ft" if _imperial() else f"{metres:.1f} m"


def span(metres: float) -> str:
    """A short length on a board: 12 cm, 4.7 in."""
    return f"{metres / INCH_M:.1f} in" if _imperial() else f"{metres * 100:.0f} cm"


def mass(kilograms: float) -> str:
    """A mass: 3.1 kg, 6.8 lb."""
    return f"{kilograms / POUND_KG:.1f} lb" if _spoken.get().masses == "lb" else f"{kilograms:.1f} kg"


def body(kilograms: float) -> str:
    """The mass of a person: 75 kg, 165 lb."""
    return f"{kilograms / POUND_KG:.0f} lb" if _spoken.get().masses == "lb" else f"{kilograms:.0f} kg"


def length(metres: float) -> str:
    """The length of a board: 7'8, 2.34 m."""
    if not _imperial():
        return f"{metres:.2f} m"
    feet, inches = divmod(round(metres / INCH_M), 12)
    return f"{feet:.0f}'{inches:.0f}"


def fin_area(square_cm: float) -> str:
    """The area of a fin: 92 cm², 14.3 sq in."""
    return f"{square_cm / (INCH_M * 100) ** 2:.1f} sq in" if _imperial() else f"{square_cm:.0f} cm²"
