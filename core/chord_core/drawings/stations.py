"""The stations of a board as a table."""

from __future__ import annotations

import csv
import io

import numpy as np

from chord_core.documents.board import Board
from chord_core.drawings.plan import MM
from chord_core.hull.describe import curves_of
from chord_core.hull.label import labelled_hulls
from chord_core.units import FOOT_M

#: A station every so many metres, besides one foot from the ends and the middle.
_EVERY_M = 0.05
COLUMNS = ("from_tail_mm", "width_mm", "cut_mm", "rocker_mm", "thickness_mm", "deck_mm", "section_cm2")


def stations_of(board: Board) -> bytes:
    """Width, cut between the tips, rocker, thickness, height of the deck [mm] and section [cm2] as CSV."""
    hull = labelled_hulls([board])
    curves, length = curves_of(hull), board.length_m
    marks = [0.0, FOOT_M, length / 2, length - FOOT_M, length]
    places = np.unique(np.round([*np.arange(0, length, _EVERY_M), *marks], 4))

    def read(values: tuple[float, ...], scale: float = MM) -> list[float]:
        return [round(float(v) * scale, 1) for v in np.interp(places, curves.from_tail_m, values)]

    wide, cut = (read(tuple(2 * v for v in of)) for of in (curves.half_width_m, curves.notch_half_m))
    rocker, thick = read(curves.rocker_m), read(curves.thickness_m)
    deck = read(tuple(r + t for r, t in zip(curves.rocker_m, curves.thickness_m, strict=True)))
    along = [round(float(place) * MM, 1) for place in places]
    sink = io.StringIO()
    rows = csv.writer(sink, lineterminator="\n")
    rows.writerow(COLUMNS)
    rows.writerows(zip(along, wide, cut, rocker, thick, deck, read(curves.section_m2, 1e4), strict=True))
    return sink.getvalue().encode("utf-8")
