"""What the tables hold, a model each: names, ranges and reasons are checked when they are read.

Lengths end in ``_m`` (metres) or ``_in`` (inches), masses in ``_kg``; a share has no unit. What a number is
for stands in its table's ``reason``.
"""

from __future__ import annotations

from typing import Annotated, Literal, TypeVar

from pydantic import BaseModel, ConfigDict, Field, model_validator

Pair = tuple[float, float]
Share = Annotated[float, Field(ge=0, le=1)]
Weights = dict[str, float]
_RowT = TypeVar("_RowT", bound="Row")


class Row(BaseModel):
    """A part of a table: frozen, no unknown fields, finite numbers."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False, populate_by_name=True)


class Table(Row):
    """A table: its name, where its numbers come from, and what they are."""

    name: str
    source: str
    reason: str = Field(min_length=20)


class Named(Row):
    """A row with a name."""

    name: str


class Reasoned(Row):
    """A number with its reason."""

    value: float
    reason: str = Field(min_length=5)


class Ranged(Reasoned):
    """A number, the range that the trade would sign, and its reason."""

    low: float
    high: float

    @model_validator(mode="after")
    def _inside(self) -> Ranged:
        if not self.low <= self.value <= self.high:
            raise ValueError(f"{self.value} does not lie from {self.low} to {self.high}")
        return self


class Learned(Ranged):
    """A number that is learned, and the value to which it is drawn with that one's spread."""

    prior: float
    spread: float = Field(gt=0)


# -- boards


class FamilyRow(Named):
    """A kind of board: spans of its measures [in], shares, shapes, and the level from which it is offered."""

    board_class: Literal["soft", "middle", "long", "short", "river", "stand-up"] = Field(alias="class")
    length_in: Pair
    width_in: Pair
    thickness_in: Pair
    nose_width_share: Share
    tail_width_share: Share
    wide_point_in: float
    nose_rocker_in: float
    tail_rocker_in: float
    tail_rocker_exponent: float
    edge_from_tail_in: float
    section_fullness: Share
    nose_foil_share: Share
    tail_foil_share: Share
    nose_shape: str
    tail_shape: str
    fin_setup: str
    build: str
    gate_rung: str


class Families(Table):
    """Kinds of board."""

    families: tuple[FamilyRow, ...]


class BuildRow(Named):
    """What a board is made of: foam [kg/m3], skin [kg/m2], stringer; damping and flex beside PU."""

    foam_kg_m3: float = Field(ge=0)
    skin_kg_m2: float = Field(gt=0)
    stringer: bool
    damping: float = Field(gt=0)
    flex: float = Field(gt=0)


class Builds(Table):
    """Builds."""

    builds: tuple[BuildRow, ...]


# -- surfers


class RungRow(Named):
    """A level of skill; see ``tables.Rung``."""

    can_do: str
    litres_per_kg: Pair
    comfortable_face_m: float
    stand_up_reserve: Pair
    radius_aim_m: float
    turning_share: Share
    bank_asked: float | None
    pop_up_s: float
    roll_wanted_s: float
    stand_up_steadiness: float
    trim_control_deg: float
    sweet_spot_need_m: float
    lean_need_deg: float
    pumping: float


class SkillRow(Named):
    """Something that a surfer is seen to do, and the level to which it belongs."""

    rung: str
    says: str


class Rungs(Table):
    """Levels of skill, lowest first, and what is seen of each."""

    rungs: tuple[RungRow, ...]
    skills_reason: str
    skills: tuple[SkillRow, ...]


class StandUpPower(Row):
    """A paddle in the hands: its sprint over that of a prone one, what of it can be held."""

    sprint_of_prone: float
    cruise_of_sprint: Share


class Power(Table):
    """Useful power of a paddler [W/kg]."""

    sprint_w_kg: Weights
    cruise_of_sprint: Share
    loss_a_year: float
    loss_from_age: float
    loss_a_mm: float
    loss_from_mm: float
    stand_up: StandUpPower


class AnswerRow(Row):
    """An answer that one hears, and how often."""

    value: bool | int | float | str
    likely: Share


class QuestionRow(Row):
    """A fact that is assumed until somebody asks: how it is called and asked for, what one hears."""

    field: str
    word: str
    asks: str
    answers: tuple[AnswerRow, ...]


class Questions(Table):
    """Facts that are assumed."""

    questions: tuple[QuestionRow, ...]


class ComplaintRow(Row):
    """What to ask back, what to change first, and the measure by which it is heard ("": none)."""

    ask: str
    first: str
    measure: str


class LikeRow(Row):
    """The measure by which what is liked is heard, and its unit."""

    measure: str
    unit: str


class Complaints(Table):
    """What is said of the present board."""

    unheard: Share
    soft: float
    complaints: dict[str, ComplaintRow]
    likes: dict[str, LikeRow]
    given_up: float
    close_in_feel: float


class LengthOfHeight(Row):
    """A longest board, as a share of body height: up to a mass, and from one on by level."""

    at_kg: float
    share: float
    by_kg: float
    share_first_rungs: float
    share_later: float


class Handling(Row):
    """What a person can carry."""

    child_mass_share: float
    adult_mass_share: float
    length_of_height: LengthOfHeight
    free_from_kg: float
    free_from_face: float


class BandMoves(Row):
    """How a band of litres moves: with age, water by its mean face in body heights, light people."""

    age_from: int
    age_a_year: float = Field(ge=0, le=0.02)
    weak_most: float = Field(ge=0, le=0.2)
    weak_by_steepness: Weights
    weak_to_heights: float = Field(gt=0)
    weak_over_heights: float = Field(gt=0)
    big_from_heights: float = Field(gt=0)
    big_a_height: float = Field(ge=0, le=2)
    big_soft_heights: float = Field(gt=0)
    ordinary_kg: float = Field(gt=0)
    light_power: float = Field(ge=0, le=1)
    stand_up_board_kg: float = Field(ge=0, le=10)
    foam_kg_a_litre: float = Field(ge=0, le=0.1)


class Sizing(Table):
    """Rules of thumb for litres."""

    longboard_litres_per_kg: dict[str, Pair]
    moves: BandMoves
    fitness: Weights
    step: dict[str, Pair]
    step_by_aim: dict[str, str]
    step_most: float
    step_by_complaint: dict[str, str]
    handling: Handling


# -- water


class HeightRow(Row):
    """A word for a face height as a share of body height, and whether a bar is drawn of it."""

    word: str
    share_of_height: float
    bar: bool


class SteepnessRow(Named):
    """A class of steepness: the median of its steepest slopes."""

    median_slope: float


class SimilarityRow(Named):
    """The surf similarity at which waves break in a class of steepness."""

    similarity: float


class RiverFlow(Row):
    """Flow of a standing wave by its face [m/s]."""

    at_one_metre: float
    exponent: float
    reason: str


class WindRow(Row):
    """What wind makes of the slope, and the chop that it raises [m]."""

    slope: float
    chop_m: float


class Waves(Table):
    """Words and defaults for waves."""

    steepness_log_sigma: float
    face_over_back: float
    heights: tuple[HeightRow, ...]
    steepness: tuple[SteepnessRow, ...]
    similarity: tuple[SimilarityRow, ...]
    river_flow_m_s: RiverFlow
    offered_doubt: float
    offered_doubt_reason: str
    offered_an_hour: float
    crowd_share: Weights
    ride_length_m: Weights
    paddle_out_m: dict[str, Pair]
    chop_m: float
    wind: dict[str, WindRow]


class WindFromBuoy(Row):
    """Between which speeds wind counts [m/s], and within which angles [deg]."""

    from_m_s: float
    full_m_s: float
    onshore_within_deg: float
    offshore_beyond_deg: float


class ShoreSpreads(Row):
    """Spreads of what sightings say of a shore, in logs."""

    exposure_log_sd: float
    bottom_log_sd: float
    seen_face_log_sd: float
    seen_slope_log_sd: float


class Practice(Row):
    """From when evening counts [h], and from how many rides an hour a day is worth going."""

    evening_from_h: float
    worth_rides_an_hour: float


class FoamDepth(Row):
    """White water: height of foam by depth, and how deep one stands in it, as a share of body height."""

    of_depth: float
    stands_in: float


class Seas(Table):
    """From a buoy to a break."""

    wind: WindFromBuoy
    hour_log_sigma: float
    peak_over_mean_period: float
    gap_filled_h: int
    direction_kept_h: int
    stuck_h: int
    plausible: dict[str, Pair]
    calibration: ShoreSpreads
    practice: Practice
    foam: FoamDepth


# -- constants


class ConstantRow(Ranged, Named):
    """A constant of the craft."""


class Craft(Table):
    """Constants that are choices of the craft."""

    constants: tuple[ConstantRow, ...]
