"""``climate``: the hours that count at a break, and what it gives in them."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Literal

from pydantic import Field, model_validator

from chord_core.documents.base import Document, Result
from chord_core.documents.shore import Shore, Tide
from chord_core.documents.verbs.shared import Bin
from chord_core.documents.water import Water
from chord_core.errors import ChordError

HourOfDay = Annotated[int, Field(ge=0, le=24)]
Free = Literal["any day", "evenings and weekends", "weekends"]


class HoursAsked(Document):
    """Which hours count: months 1-12 (none: all), with light only, when one is free, local hours."""

    months: tuple[Annotated[int, Field(ge=1, le=12)], ...] = Field(default=(), max_length=12)
    light: bool = True
    free: Free = "any day"
    from_h: HourOfDay | None = None
    to_h: HourOfDay | None = None

    @model_validator(mode="after")
    def _hours_in_order(self) -> HoursAsked:
        if (self.from_h is None) != (self.to_h is None):
            raise ChordError("from_h", self.from_h, "give both the first hour and the last, or neither")
        if self.from_h is not None and self.to_h is not None and self.to_h <= self.from_h:
            raise ChordError("to_h", self.to_h, f"{self.to_h} o’clock is not after {self.from_h}")
        return self


class ClimateRequest(Document):
    """``climate`` reads buoy texts and a shore, its tide if it asks for one, which hours count, and the water
    as remembered, into which what the buoy says is laid."""

    texts: tuple[str, ...] = Field(min_length=1, max_length=60)
    shore: Shore
    tide: Tide | None = None
    buoy_depth_m: Annotated[float, Field(gt=0, le=6000)] | None = None
    asked: HoursAsked = HoursAsked()
    water: Water = Water()


class MapShare(Result):
    """The map of the year: edges of face height [m] and slope, share of the counted hours in each cell, row
    by row from the smallest face; ``flat``: share with nothing to ride."""

    face_edges_m: tuple[float, ...]
    slope_edges: tuple[float, ...]
    share: tuple[tuple[float, ...], ...]
    flat: float


class MonthGives(Result):
    """A month: median face of its days [m], share of days from chest height on, hours that count a day."""

    month: int
    face_m: float | None
    hours_a_day: float


class DayGives(Result):
    """Face height [m] under which a share of the days lies."""

    share: float
    face_m: float


class ClimateResult(Result):
    """What a break gives in the hours that count.

    ``small_m``, ``usual_m``, ``big_m``: the days at 15, 50 and 90 %; ``bins``: as a fitting takes them;
    ``quantiles`` of the days' faces; ``years``: how many the record covers; ``missing``: share of its hours
    without a reading; ``known_hours``: counted hours that are known.
    """

    small_m: float
    usual_m: float
    big_m: float
    steepness: str
    chop_m: float
    bins: tuple[Bin, ...]
    map: MapShare
    quantiles: tuple[DayGives, ...]
    months: tuple[MonthGives, ...]
    years: float
    missing: float
    known_hours: int
    from_day: date
    to_day: date


class BuoyFault(Result):
    """What was left out of a file: its line (0: the packing), the column if it is one, and why."""

    line: int
    column: str
    says: str


class ClimateAnswer(Result):
    """Answer of ``climate``: what the break gives, the water that a fitting takes, what was left out."""

    climate: ClimateResult
    water: Water
    readings: int
    faults: tuple[BuoyFault, ...]
    faulty: int
    stuck_spells: int


class MonthWorth(Result):
    """A month: days on which the first board is worth going, the second (null without one), and days on which
    neither is; of an ordinary month."""

    month: int
    days: float
    days_other: float | None
    neither: float


class WorthResult(Result):
    """Days worth going: by month, and in a year; from how many rides in the best hour that counts."""

    rides_an_hour: float
    months: tuple[MonthWorth, ...]
    days: float
    days_other: float | None
    neither: float
