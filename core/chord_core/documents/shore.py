"""How a break lies, its tide, its river or its settings: what turns a buoy's hours into its waves."""

from __future__ import annotations

import itertools
from typing import Annotated, Any, Literal, get_args

from pydantic import Field, model_validator

from chord_core.documents.base import Document
from chord_core.documents.names import SteepnessName
from chord_core.documents.water import FaceM
from chord_core.errors import ChordError

Degrees = Annotated[float, Field(ge=0, le=360)]
Third = Literal["low", "mid", "high"]


class Shore(Document):
    """How a break lies: where it looks [deg, clockwise from north], how far to either side swells come in
    whole [deg], what is left of them on the way (refraction, shelter: one honest factor), the slope of the
    bottom on which they break; on which thirds of the tide it works (none said: all), and whether rising or
    falling; where it is, and how many hours its clock is ahead of UTC; how far the buoy lies off [km]."""

    faces_deg: Degrees
    window_deg: Annotated[float, Field(ge=0, le=90)] = 40.0
    exposure: Annotated[float, Field(gt=0, le=1.5)] = 1.0
    bottom_slope: Annotated[float, Field(ge=0.002, le=1)] = 0.03
    tides: tuple[Third, ...] = Field(default=(), max_length=3)
    going: Literal["rising", "falling"] | None = None
    latitude_deg: Annotated[float, Field(ge=-70, le=70)] = 45.0
    longitude_deg: Annotated[float, Field(ge=-180, le=180)] = 0.0
    utc_offset_h: Annotated[float, Field(ge=-12, le=14)] = 0.0
    buoy_km: Annotated[float, Field(ge=0, le=1000)] = 0.0


#: Constituents that are worked out: 35 of the 37 that tide tables usually list (not L2 and M1, whose argument
#: turns with the moon's perigee), and MS4. Nobody's list is refused for one that is not among them.
ConstituentName = Literal[
    "M2", "S2", "N2", "K2", "NU2", "MU2", "2N2", "LAM2", "T2", "R2", "2SM2",
    "K1", "O1", "P1", "Q1", "J1", "OO1", "RHO", "2Q1", "S1",
    "M3", "MK3", "2MK3", "M4", "MS4", "MN4", "S4", "M6", "S6", "M8",
    "MF", "MM", "MSF", "SA", "SSA",
]  # fmt: skip
#: Other names under which tables list them.
_ALSO = {"LAMBDA2": "LAM2", "LDA2": "LAM2", "RHO1": "RHO"}


class Constant(Document):
    """A harmonic constant: amplitude [m] and phase lag on Greenwich [deg]."""

    name: ConstituentName
    amplitude_m: Annotated[float, Field(ge=0, le=10)]
    phase_deg: Annotated[float, Field(ge=-360, le=360)]


class Tide(Document):
    """The tide of a place, ``chord-tide/1``: mean level [m] over its datum and harmonic constants.

    ``sa_from``: from where the phase of SA is counted: the sun's mean longitude (equinox), as most tables
    have it, or its perihelion. ``left_out``: constituents that were given and are not worked out here.
    """

    name: str = Field(default="", max_length=80)
    mean_m: Annotated[float, Field(ge=-20, le=20)] = 0.0
    constants: tuple[Constant, ...] = Field(default=(), max_length=60)
    sa_from: Literal["equinox", "perihelion"] = "equinox"
    left_out: tuple[Annotated[str, Field(max_length=20)], ...] = Field(default=(), max_length=60)

    @model_validator(mode="before")
    @classmethod
    def _known_apart(cls, data: Any) -> Any:
        """Take the constituents that are known by any of their names, and name the others."""
        rows = data.get("constants") if isinstance(data, dict) else None
        if not isinstance(rows, list | tuple) or not all(isinstance(row, dict) for row in rows):
            return data
        known, unknown = [], list(data.get("left_out") or ())
        for row in rows:
            name = row.get("name")
            plain = _ALSO.get(name.strip().upper(), name.strip().upper()) if isinstance(name, str) else name
            if isinstance(plain, str) and plain and plain not in get_args(ConstituentName):
                unknown.append(plain[:20])
            else:
                known.append({**row, "name": plain})
        return {**data, "constants": known, "left_out": sorted(set(map(str, unknown)))[:60]}

    @model_validator(mode="after")
    def _each_once(self) -> Tide:
        names = [constant.name for constant in self.constants]
        for name in names:
            if names.count(name) > 1:
                raise ChordError(
                    "constants", name, f"{name} is given {names.count(name)} times, once is right"
                )
        return self


class Rated(Document):
    """What a standing wave is at one flow: flow [m3/s], speed [m/s] and depth [m] of the water before the
    wave, height [m] and slope of the face, share of air in it."""

    flow_m3_s: Annotated[float, Field(gt=0, le=20000)]
    speed_m_s: Annotated[float, Field(ge=0.5, le=10)]
    depth_m: Annotated[float, Field(gt=0, le=20)]
    face_m: FaceM
    slope: Annotated[float, Field(ge=0.05, le=1.5)] = 0.27
    aeration: Annotated[float, Field(ge=0, le=0.6)] = 0.0


class River(Document):
    """A standing wave's rating, from low flow to high, and the flows [m3/s] between which it works."""

    rating: tuple[Rated, ...] = Field(min_length=1, max_length=40)
    low_m3_s: Annotated[float, Field(gt=0, le=20000)]
    high_m3_s: Annotated[float, Field(gt=0, le=20000)]

    @model_validator(mode="after")
    def _in_order(self) -> River:
        for before, row in itertools.pairwise(self.rating):
            if row.flow_m3_s <= before.flow_m3_s:
                says = f"{row.flow_m3_s:g} m3/s does not come after {before.flow_m3_s:g}"
                raise ChordError("rating", row.flow_m3_s, says)
        if self.high_m3_s <= self.low_m3_s:
            says = f"the wave works up to {self.high_m3_s:g} m3/s, which is not above {self.low_m3_s:g}"
            raise ChordError("high_m3_s", self.high_m3_s, says)
        return self


class Setting(Document):
    """One setting of a pool: face height [m], steepness, share of the sessions that are run with it."""

    name: str = Field(min_length=1, max_length=40)
    face_m: FaceM
    steepness: SteepnessName
    share: Annotated[float, Field(gt=0, le=1e6)]
