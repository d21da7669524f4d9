"""``water``: a swell, or remembered days, and the waves that a break makes of it."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from chord_core.documents.base import Document, Result
from chord_core.documents.shore import Shore
from chord_core.documents.surfer import HeightM
from chord_core.documents.verbs.shared import Assumed, Bin, Day
from chord_core.documents.water import Water
from chord_core.documents.why import Derivation


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


class Breaker(Result):
    """A swell at the break: share of its height that comes in, breaker height [m], surf similarity, how it
    breaks, steepest slope of the face and its class, power in deep water [W/m]."""

    share_in: float
    height_m: float
    slope: float
    steepness: str
    similarity: float
    kind: Literal["spilling", "plunging", "surging"]
    power_w_m: float


class WaterResult(Result):
    """Answer of ``water``."""

    kind: str
    water_kg_m3: float
    bins: tuple[Bin, ...]
    mean_m: float
    days: tuple[Day, ...]
    breaker: Breaker | None
    assumed: tuple[Assumed, ...]
    derivations: tuple[Derivation, ...] = ()
