"""``tape``: readings of a board, their slips, and what to read next."""

from __future__ import annotations

from typing import Literal

from chord_core.documents.base import Result
from chord_core.documents.verbs.hull import HullResult
from chord_core.documents.verbs.shared import Pair

TapedMeasure = Literal["width_m", "thickness_m", "rocker_m"]


class Reading(Result):
    """One reading of the tape [m] at a place from the tail [m]: between which values the curve through all
    other readings expects it, whether it stands out against them, and whether the drawn curve leaves it out:
    it does not even lie between its neighbours."""

    measure: TapedMeasure
    from_tail_m: float
    value_m: float
    expected_m: Pair
    stands_out: bool
    left_out: bool


class NextReading(Result):
    """What to measure next: a measure at a place from the tail [m] (none for the section, which is felt), and
    how far the litres would then be known: half of the nine-in-ten band [L]."""

    measure: Literal["width_m", "thickness_m", "section"]
    from_tail_m: float | None
    unsure_l: float


class TapeResult(Result):
    """Answer of ``tape``: the board as measured, the band that holds its litres nine times in ten, each
    reading against the others, and what to measure next."""

    hull: HullResult
    litres: float
    litres_band: Pair
    readings: tuple[Reading, ...]
    next: tuple[NextReading, ...]
