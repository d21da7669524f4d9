"""What to look for in the rack: the spread of the boards that fit nearly as well as the best of a family."""

from __future__ import annotations

import numpy as np

from chord_core.documents.answers import Windows
from chord_core.fit.search import Found
from chord_core.fit.shapes import PINNED, measures
from chord_core.tables import families, table
from chord_core.units import INCH_M

#: The fractions in which a shaper orders [m]; a window reaches out to the next.
FRACTION_M = {
    "length_m": INCH_M,
    "width_m": INCH_M / 8,
    "thickness_m": INCH_M / 16,
    "nose_width_m": INCH_M / 8,
    "tail_width_m": INCH_M / 8,
    "nose_rocker_m": INCH_M / 8,
    "tail_rocker_m": INCH_M / 8,
}
_HALF_LITRE = 0.5


def outwards(low: float, high: float, step: float) -> tuple[float, float]:
    """A window out to whole steps; one that is a single step wide reaches half a step to either side."""
    first, last = np.floor(low / step + 1e-9), np.ceil(high / step - 1e-9)
    if last <= first:
        first, last = first - 0.5, first + 0.5
    return float(first * step), float(last * step)


def windows_of(found: Found) -> Windows:
    """The windows of a family from what was judged in it."""
    good = found.fit >= table("fit")["near_best"] * found.best
    family = families()[found.family]
    rows = [measures(family, shape) for shape in found.shapes[good]]
    spans = {
        name: outwards(min(row[name] for row in rows), max(row[name] for row in rows), FRACTION_M[name])
        for name in PINNED
    }
    litres = found.litres[good]
    rails = [row["rail"] for row in rows]
    return Windows(
        litres=outwards(float(litres.min()), float(litres.max()), _HALF_LITRE),
        rail=(min(rails), max(rails)),
        **spans,
    )
