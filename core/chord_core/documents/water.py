"""The water document, ``chord-water/1``: what waves the surfer really gets."""

from __future__ import annotations

import itertools
from typing import Annotated, Literal

from pydantic import Field, model_validator

from chord_core.documents.base import Document
from chord_core.documents.names import SteepnessName
from chord_core.errors import ChordError

Kind = Literal["sea", "river", "pool", "white_water"]
FaceM = Annotated[float, Field(ge=0.1, le=12)]


class Water(Document):
    """A break as remembered, ``chord-water/1``: face heights [m] of a small, a usual and a big day.

    A river has one standing face: its usual day is enough.
    """

    name: str = Field(default="", max_length=80)
    kind: Kind = "sea"
    small_m: FaceM | None = None
    usual_m: FaceM | None = None
    big_m: FaceM | None = None
    steepness: SteepnessName | None = None
    duck_dive_needed: bool | None = None
    water_kg_m3: Annotated[float, Field(ge=990, le=1040)] | None = None

    @model_validator(mode="after")
    def _days_in_order(self) -> Water:
        days = [("small_m", self.small_m), ("usual_m", self.usual_m), ("big_m", self.big_m)]
        said = [(name, face) for name, face in days if face is not None]
        for (low_name, low), (name, face) in itertools.pairwise(said):
            if face <= low:
                raise ChordError(
                    name,
                    face,
                    f"a face of {face:g} m on the {name[:-2]} day is not above the "
                    f"{low_name[:-2]} day's {low:g} m",
                )
        return self
