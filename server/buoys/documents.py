"""What the buoy addresses read and write."""

import re
from datetime import date, datetime
from typing import Annotated

from pydantic import Field, RootModel, model_validator

from chord_core.documents.base import Document, Result
from chord_core.documents.verbs.climate import BuoyFault
from chord_core.errors import ChordError

_STATION = re.compile(r"[A-Za-z0-9_-]*\Z")


class BuoyIn(Document):
    """A buoy as typed. ``station``: its name at the service that is polled; ``depth_m``: water under it."""

    name: str = Field(min_length=1, max_length=80)
    station: str = Field(default="", max_length=40)
    depth_m: Annotated[float, Field(gt=0, le=6000)] | None = None

    @model_validator(mode="after")
    def _station_is_one_word(self) -> "BuoyIn":
        if not _STATION.match(self.station):
            says = "a station is one word of letters, digits, - and _"
            raise ChordError("station", self.station, says)
        return self


class BuoyOut(BuoyIn):
    """A buoy of the shop: hours that it has, share of missing ones, first and last day, when it was asked and
    what is wrong with it, empty when nothing is."""

    id: int
    hours: int
    missing: float | None
    from_day: date | None
    to_day: date | None
    last: datetime | None
    polled_at: datetime | None
    poll_says: str


class BuoyList(RootModel[tuple[BuoyOut, ...]]):
    """The buoys of the shop."""


class FileRead(Result):
    """How a file was read: its readings, the hours it added or changed, what was left out."""

    name: str
    readings: int
    hours: int
    faults: tuple[BuoyFault, ...]
    faulty: int
    stuck_spells: int


class FilesRead(Result):
    """How files were read, and what was refused whole."""

    files: tuple[FileRead, ...]
    refused: tuple[BuoyFault, ...]
    buoy: BuoyOut
