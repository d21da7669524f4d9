"""What the verbs of ``./chord core`` read."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from chord_core.documents.base import Document
from chord_core.documents.board import Board
from chord_core.documents.surfer import HeightM, Surfer
from chord_core.documents.water import Water

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


class Shore(Document):
    """How a break lies: where it looks [deg, clockwise from north], how far to either side swells come in
    whole [deg], and what is left of them on the way (refraction, shelter)."""

    faces_deg: Annotated[float, Field(ge=0, le=360)]
    window_deg: Annotated[float, Field(ge=0, le=90)] = 40.0
    exposure: Annotated[float, Field(gt=0, le=1.5)] = 1.0


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
    """``rank`` reads the boards of a rack besides."""

    boards: tuple[Board, ...] = Field(min_length=1, max_length=20000)
