"""``tide``: heights and turns of the tide."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from pydantic import Field, model_validator

from chord_core.documents.base import Document, Result
from chord_core.documents.shore import Tide
from chord_core.errors import ChordError

#: Years for which a tide is worked out.
TIDE_YEARS = (1900, 2100)


class TideRequest(Document):
    """``tide`` reads harmonic constants and a span: its first hour in UTC, and how many hours."""

    tide: Tide
    begin: datetime
    hours: Annotated[int, Field(ge=1, le=24 * 400)] = 48

    @model_validator(mode="after")
    def _in_reach(self) -> TideRequest:
        # The mean longitudes of moon and sun are straight lines: good for two centuries, not for any.
        if not TIDE_YEARS[0] <= self.begin.year <= TIDE_YEARS[1]:
            says = (
                f"the tide is worked out from {TIDE_YEARS[0]} to {TIDE_YEARS[1]}; {self.begin.year} is asked"
            )
            raise ChordError("begin", str(self.begin.year), says)
        return self


class TurnSays(Result):
    """A high or a low water: time (UTC), height [m] over the datum."""

    at: datetime
    height_m: float
    high: bool


class TideResult(Result):
    """Answer of ``tide``: the water every half hour from the first [m], and the turns in order."""

    begin: datetime
    every_h: float
    height_m: tuple[float, ...]
    turns: tuple[TurnSays, ...]
