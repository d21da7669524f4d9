"""What the break addresses read and write."""

from datetime import date, datetime

from pydantic import Field, RootModel

from chord_core.documents import River, Shore, Tide, Water
from chord_core.documents.base import Document, Result
from chord_core.documents.shore import Setting
from chord_core.documents.surfer import HeightM
from chord_core.documents.verbs.calibrate import Seen
from chord_core.documents.verbs.climate import BuoyFault, ClimateResult, HoursAsked
from chord_core.documents.verbs.river import RiverResult
from chord_core.documents.verbs.shared import Bin
from chord_core.documents.verbs.tide import TurnSays
from chord_core.documents.water import FaceM


class BreakIn(Water):
    """A break as typed: a water with a name, a few words about it, how it lies, its buoy."""

    name: str = Field(min_length=1, max_length=80)
    about: str = Field(default="", max_length=120)
    mind: str = Field(default="", max_length=300)
    shore: Shore | None = None
    tide_table: Tide | None = None
    river: River | None = None
    settings: tuple[Setting, ...] = Field(default=(), max_length=20)
    buoy_id: int | None = None


class BreakOut(BreakIn):
    """A break of the shop; ``measured``: whether there are hours of a buoy or a gauge for it."""

    id: int
    measured: bool


class BreakList(RootModel[tuple[BreakOut, ...]]):
    """The breaks of the shop."""


class SeenOut(Seen):
    """One sighting of a break."""

    id: int


class SeenList(RootModel[tuple[SeenOut, ...]]):
    """What was seen at a break, in order of time."""


class BreakFile(Document):
    """A break as a document of its own, ``chord-break/1``: with what was seen there."""

    place: BreakIn
    seen: tuple[Seen, ...] = Field(default=(), max_length=2000)


class RememberedDay(Result):
    """One of the three remembered days against what is measured: face [m], share of days that are smaller,
    null where nothing is measured; the measured day of that name [m]."""

    name: str
    face_m: float
    share: float | None
    real_m: float | None


class BreakClimate(Result):
    """What a break gives in the hours that were asked: as its buoy or gauge has it, or as remembered.

    ``says``: sentences; ``habit``: the one of them on how what is remembered lies to what is measured, empty
    within a tenth; ``unsure``: how far what is only remembered may be off, empty where it is measured;
    ``bins``: the waves that a fitting is given; ``foam_m``: the white water of its small, usual and big day
    for a learner.
    """

    asked: HoursAsked
    climate: ClimateResult | None
    river: RiverResult | None
    water: Water
    bins: tuple[Bin, ...]
    says: tuple[str, ...]
    habit: str
    unsure: str
    remembered: tuple[RememberedDay, ...]
    foam_m: tuple[float, float, float] | None


class Now(Result):
    """The last hour at a break, its tide of the day, and the light.

    On a river the flow, and speed, depth and face as its rating has them there.
    ``says``: what is wrong with the buoy, or how old its hour is; ``tides``: height [m] every half hour from
    ``day_begins``; ``light``: first and last hour of light [h of the local day].
    """

    at: datetime | None
    age_h: float | None
    fresh: bool
    height_m: float | None
    period_s: float | None
    from_deg: float | None
    wind_m_s: float | None
    wind_from_deg: float | None
    face_m: float | None
    steepness: str | None
    flow_m3_s: float | None
    speed_m_s: float | None
    depth_m: float | None
    works: bool | None
    says: str
    local_now: datetime
    day_begins: datetime
    tides: tuple[float, ...]
    turns: tuple[TurnSays, ...]
    works_at: tuple[bool, ...]
    light: tuple[float, float] | None


class FlowsRead(Result):
    """How a series of flows was read."""

    readings: int
    faults: tuple[BuoyFault, ...]
    faulty: int
    from_day: date
    to_day: date


class GivesOf(Document):
    """For whom a break is told: body height [m], and the days that they remember [m] in place of its own."""

    body_m: HeightM | None = None
    small_m: FaceM | None = None
    usual_m: FaceM | None = None
    big_m: FaceM | None = None

    def remembered(self, place: Water) -> Water:
        """What is remembered: their own three days if they said any, else those of the break."""
        days = self.model_dump(exclude={"body_m"})
        return place.model_copy(update=days) if any(days.values()) else place
