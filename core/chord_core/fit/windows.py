"""What to look for in the rack: dims of the leading family that hold the wanted litres."""

from __future__ import annotations

from functools import cache

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.results import Windows
from chord_core.fit.bands import Band
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import hull_of
from chord_core.hull.stations import Array
from chord_core.tables import Family, Span, families
from chord_core.units import INCH_M

_PLACES = np.linspace(0, 1, 17)
#: A window narrower than this is widened to it: the step in which shapers order.
_STEP_M = {"length": 1 * INCH_M, "width": INCH_M / 4, "thickness": INCH_M / 16}


def _along(span: Span, place: float) -> float:
    return span[0] + (span[1] - span[0]) * place


def board_at(family: Family, place: float) -> Board:
    """The family's ordinary board at ``place`` between its smallest (0) and largest (1)."""
    return Board(
        family=family.name,
        length_m=_along(family.length_m, place),
        width_m=_along(family.width_m, place),
        thickness_m=_along(family.thickness_m, place),
    )


@cache
def family_litres(name: str) -> Array:
    """Litres [L] of a family's ordinary boards at 17 places from smallest to largest."""
    family = families()[name]
    return hull_of(fleet_of([board_at(family, place) for place in _PLACES])).litres


def place_of(family: Family, litres: float) -> float:
    """Where in the family these litres lie: 0 smallest to 1 largest, held at the ends."""
    return float(np.interp(litres, family_litres(family.name), _PLACES))


def off_centre(family: Family, litres: float) -> float:
    """How far these litres are from the family's middle size: 0 in the middle, .5 at an end, more
    beyond it."""
    grid = family_litres(family.name)
    beyond = max(grid[0] / litres - 1, litres / grid[-1] - 1, 0.0)
    return abs(place_of(family, litres) - 0.5) + float(beyond)


def _window(measure: str, span: Span, low: float, high: float) -> tuple[float, float]:
    first, last = _along(span, low), _along(span, high)
    wider = max(_STEP_M[measure] - (last - first), 0) / 2
    return first - wider, last + wider


def windows_in(family: Family, band: Band) -> Windows:
    """Windows of length, width, thickness [m] and litres [L] in a family for a band of litres."""
    low, high = (place_of(family, litres) for litres in band)
    return Windows(
        length_m=_window("length", family.length_m, low, high),
        width_m=_window("width", family.width_m, low, high),
        thickness_m=_window("thickness", family.thickness_m, low, high),
        litres=band,
    )
