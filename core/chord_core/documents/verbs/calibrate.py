"""``calibrate``: what was seen at a break against what its shore says."""

from __future__ import annotations

from datetime import date
from typing import Annotated

from pydantic import Field

from chord_core.documents.base import Document, Result
from chord_core.documents.names import SteepnessName
from chord_core.documents.water import FaceM


class Seen(Document):
    """What somebody saw at a break: day, local hour, face height [m], and how steep, if that was noted."""

    day: date
    hour: Annotated[int, Field(ge=0, le=23)]
    face_m: FaceM
    steepness: SteepnessName | None = None


class SeenAgainst(Result):
    """One sighting: face [m] as seen and as said, steepness likewise."""

    day: date
    hour: int
    seen_m: float
    face_m: float
    seen_steepness: SteepnessName | None
    steepness: str


class CalibrateResult(Result):
    """What sightings make of a shore: exposure and bottom slope before and after with one standard deviation,
    root mean square of ln(seen / said) before and after, how many sightings were used, and each of them."""

    exposure_was: float
    exposure: float
    exposure_sd: float
    bottom_slope_was: float
    bottom_slope: float
    bottom_slope_sd: float
    off_before: float
    off_after: float
    used: int
    unused: int
    before: tuple[SeenAgainst, ...]
    after: tuple[SeenAgainst, ...]
