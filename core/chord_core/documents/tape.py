"""What is written of a board on its own: under the tape, without a rider, as one size of its model."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from chord_core.documents.base import Document, Result
from chord_core.documents.board import Board
from chord_core.documents.results import HullResult, Pair

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


class StillResult(Result):
    """Answer of ``still``: what a board does by itself, under a rider of ``rider_kg`` who has no name, on sea
    water. ``turn_radius_m`` is an index."""

    rider_kg: float
    hull: HullResult
    turn_radius_m: float
    roll_time_s: float
    hold_m_s: float
    sweet_spot_m: float
    looseness: float
    pivot: float
    chop_g: float


class RangeRequest(Document):
    """``range`` reads the sizes of one model, and lengths [m] that are missing between them."""

    boards: tuple[Board, ...] = Field(min_length=2, max_length=40)
    lengths_m: tuple[Annotated[float, Field(ge=1.2, le=3.82)], ...] = Field(default=(), max_length=20)


class Step(Result):
    """From one size to the next: lengths [m], litres more, litres more by inch of length, and what is odd
    about it (empty where it steps like the others)."""

    from_m: float
    to_m: float
    litres: float
    litres_by_inch: float
    says: str


class RangeResult(Result):
    """Answer of ``range``: the sizes in order of length with their litres [L], the steps between them, the
    sizes that were asked for, and a sentence."""

    sizes: tuple[Board, ...]
    litres: tuple[float, ...]
    steps: tuple[Step, ...]
    made: tuple[Board, ...]
    made_litres: tuple[float, ...]
    even: bool
    says: str
