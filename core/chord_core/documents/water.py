"""The water document, ``chord-water/1``: what waves the surfer really gets."""

from __future__ import annotations

import itertools
from typing import Annotated, Literal

from pydantic import Field, model_validator

from chord_core import spoken
from chord_core.documents.base import Document
from chord_core.documents.names import SteepnessName
from chord_core.errors import ChordError

Kind = Literal["sea", "river", "pool", "white_water"]
Crowd = Literal["low", "medium", "high"]
Wind = Literal["offshore", "none", "cross", "onshore"]
Bottom = Literal["sand", "rock", "reef", "built"]
Tide = Literal["low", "mid", "high", "rising", "falling", "all"]
FaceM = Annotated[float, Field(ge=0.1, le=12)]


class WaveBin(Document):
    """Waves of one face height [m] and steepest slope, and their weight among all."""

    face_m: FaceM
    steepness: Annotated[float, Field(ge=0.05, le=2.0)]
    weight: Annotated[float, Field(ge=0, le=1e6)]


class Water(Document):
    """A break, ``chord-water/1``: face heights [m] of a small, a usual and a big day, or ``bins`` of waves.

    A river has one standing face: its usual day is enough; it says its flow [m/s], the slope of the face and
    how much air is in the water. In white water the faces are the height of the foam.
    """

    name: str = Field(default="", max_length=80)
    kind: Kind = "sea"
    small_m: FaceM | None = None
    usual_m: FaceM | None = None
    big_m: FaceM | None = None
    bins: tuple[WaveBin, ...] = Field(default=(), max_length=400)
    steepness: SteepnessName | None = None
    wind: Wind | None = None
    chop_m: Annotated[float, Field(ge=0, le=1)] | None = None
    waves_per_hour: Annotated[float, Field(ge=1, le=2000)] | None = None
    crowd: Crowd | None = None
    paddle_out_m: Annotated[float, Field(ge=0, le=2000)] | None = None
    ride_length_m: Annotated[float, Field(ge=3, le=2000)] | None = None
    tide: Tide | None = None
    bottom: Bottom | None = None
    flow_m_s: Annotated[float, Field(ge=0.5, le=10)] | None = None
    face_slope: Annotated[float, Field(ge=0.05, le=1.5)] | None = None
    aeration: Annotated[float, Field(ge=0, le=0.6)] | None = None
    duck_dive_needed: bool | None = None
    water_kg_m3: Annotated[float, Field(ge=990, le=1040)] | None = None

    @model_validator(mode="after")
    def _bins_weigh_something(self) -> Water:
        if self.bins and not sum(row.weight for row in self.bins) > 0:
            raise ChordError("bins", 0, "the weights of the bins must add up to more than 0")
        return self

    @model_validator(mode="after")
    def _days_in_order(self) -> Water:
        days = [("small_m", self.small_m), ("usual_m", self.usual_m), ("big_m", self.big_m)]
        said = [(name, face) for name, face in days if face is not None]
        for (low_name, low), (name, face) in itertools.pairwise(said):
            if face <= low:
                raise ChordError(
                    name,
                    face,
                    f"a face of {spoken.face(face)} on the {name[:-2]} day is not above the "
                    f"{low_name[:-2]} day's {spoken.face(low)}",
                )
        return self
