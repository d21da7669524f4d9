"""What the verbs of ``./chord core`` read."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from pydantic import Field, model_validator

from chord_core.documents.base import Document
from chord_core.documents.board import Board, HalfMetre, Rise
from chord_core.documents.climate import HoursAsked
from chord_core.documents.names import FamilyName
from chord_core.documents.shore import River, Shore, Tide
from chord_core.documents.surfer import HeightM, Surfer
from chord_core.documents.water import Water
from chord_core.errors import ChordError
from chord_core.line import LIMITS_M

#: Years for which a tide is worked out.
TIDE_YEARS = (1900, 2100)
TargetL = Annotated[float, Field(ge=5, le=300)]


class HullRequest(Document):
    """``hull`` reads one board."""

    board: Board


class Swell(Document):
    """A swell in deep water: height [m], period [s], where it comes from [deg, clockwise from north], and the
    slope of the bottom on which it breaks."""

    height_m: Annotated[float, Field(ge=0.1, le=15)]
    period_s: Annotated[float, Field(ge=2, le=25)]
    bottom_slope: Annotated[float, Field(gt=0, le=1)]
    from_deg: Annotated[float, Field(ge=0, le=360)] | None = None


class WaterRequest(Document):
    """``water`` reads a water as remembered, and may take a swell to its breaker."""

    water: Water
    surfer_height_m: HeightM | None = None
    swell: Swell | None = None
    shore: Shore | None = None


class RideRequest(Document):
    """``ride`` reads one board, a surfer and a water."""

    board: Board
    surfer: Surfer
    water: Water = Water()


class SizeRequest(Document):
    """``size`` reads a surfer and a water; ``target_l`` [L] overrules the schools."""

    surfer: Surfer
    water: Water = Water()
    target_l: TargetL | None = None


class RankRequest(SizeRequest):
    """``rank`` reads the boards of a rack besides; ``quick``: their order only, without the search for
    windows and without doubts."""

    boards: tuple[Board, ...] = Field(min_length=1, max_length=20000)
    quick: bool = False


class Pinned(Document):
    """Measures [m] that a solved board has to have."""

    length_m: Annotated[float, Field(ge=LIMITS_M["length"][0], le=LIMITS_M["length"][1])] | None = None
    width_m: Annotated[float, Field(ge=LIMITS_M["width"][0], le=LIMITS_M["width"][1])] | None = None
    thickness_m: Annotated[float, Field(ge=LIMITS_M["thickness"][0], le=LIMITS_M["thickness"][1])] | None = (
        None
    )
    nose_width_m: HalfMetre | None = None
    tail_width_m: HalfMetre | None = None
    nose_rocker_m: Rise | None = None
    tail_rocker_m: Rise | None = None

    @model_validator(mode="after")
    def _ends_fit(self) -> Pinned:
        for end in ("nose", "tail"):
            wide = getattr(self, f"{end}_width_m")
            if wide is not None and self.width_m is not None and wide > self.width_m:
                says = f"the {end} at one foot ({wide:g} m) is wider than the board ({self.width_m:g} m)"
                raise ChordError(f"pinned.{end}_width_m", wide, says)
        return self


class SolveRequest(SizeRequest):
    """``solve`` reads a surfer and a water; a family, if one is wanted, and measures that are pinned."""

    family: FamilyName | None = None
    pinned: Pinned | None = None


class CompareRequest(Document):
    """``compare`` reads two or three boards; with a surfer also what they do in a water."""

    boards: tuple[Board, ...] = Field(min_length=2, max_length=3)
    surfer: Surfer | None = None
    water: Water = Water()


class ChangeRequest(SizeRequest):
    """``change`` reads one board that is to be made right for a surfer and a water."""

    board: Board


class FixRequest(SizeRequest):
    """``fix`` reads a surfer with a present board, and the boards that might be sold instead, if any."""

    boards: tuple[Board, ...] = Field(default=(), max_length=2000)


class ClimateRequest(Document):
    """``climate`` reads buoy texts and a shore, its tide if it asks for one, which hours count, and the water
    as remembered, into which what the buoy says is laid."""

    texts: tuple[str, ...] = Field(min_length=1, max_length=60)
    shore: Shore
    tide: Tide | None = None
    buoy_depth_m: Annotated[float, Field(gt=0, le=6000)] | None = None
    asked: HoursAsked = HoursAsked()
    water: Water = Water()


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


class RiverRequest(Document):
    """``river`` reads a standing wave's rating and a flow gauge's series as CSV."""

    river: River
    flows: str = Field(max_length=32_000_000)
    water: Water = Water(kind="river")
