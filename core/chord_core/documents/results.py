"""What the verbs ``hull``, ``water`` and ``ride`` write, and the shapes that others share."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from chord_core.documents.base import Result
from chord_core.documents.why import Derivation

Pair = tuple[float, float]


class Label(Result):
    """Label check: litres as stated and computed, the section fullness the label needs, a sentence."""

    stated_l: float | None
    computed_l: float
    fullness: float | None
    agrees: bool | None
    says: str


class Curves(Result):
    """The drawn board at stations from the tail [m]: half-width, cut between the tips, bottom,
    thickness [m] and section area [m2]."""

    from_tail_m: tuple[float, ...]
    half_width_m: tuple[float, ...]
    notch_half_m: tuple[float, ...]
    rocker_m: tuple[float, ...]
    thickness_m: tuple[float, ...]
    section_m2: tuple[float, ...]


class Dims(Result):
    """The line of dims, written as shapers do and in metric."""

    imperial: str
    metric: str


class Bottom(Result):
    """The bottom by halves [deg, over the half planing beam], the deadrise that planing feels, and the side
    area of channels [m2]."""

    vee_front_deg: float
    vee_rear_deg: float
    concave_rear_deg: float
    deadrise_deg: float
    channel_m2: float


class HullResult(Result):
    """Answer of ``hull``. ``litres_sd``: one standard deviation of the litres from the tape, 0 where no
    station was measured."""

    line: Dims
    litres: float
    litres_sd: float
    planform_m2: float
    surface_m2: float
    mass_kg: float
    planing_beam_m: float
    turning_beam_m: float
    nose_width_m: float
    tail_width_m: float
    centre_of_volume_m: float
    thirds_l: tuple[float, float, float]
    rocker_curvature_per_m: float
    rear_curvature_per_m: float
    rail_curvature_per_m: float
    outline_curvature_per_m: float
    tail_curvature_per_m: float
    edge_m: float
    rail_thickness_m: float
    bottom: Bottom
    roll_kg_m2: float
    swing_kg_m2: float
    label: Label
    curves: Curves
    flags: tuple[str, ...]
    derivations: tuple[Derivation, ...] = ()


class Assumed(Result):
    """A fact that was assumed: which, what was taken, and why."""

    field: str
    value: float | str | bool
    why: str


class Day(Result):
    """A bar of what the break gives: a word for the face height and the share of days there."""

    word: str
    low_m: float
    high_m: float
    share: float


class Bin(Result):
    """Waves of one size: face height [m], steepest slope of the face, share of the waves."""

    face_m: float
    steepness: float
    weight: float


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


class Behaviour(Result):
    """What a board does under this rider; what does not apply to the craft or water is null.

    ``takeoff_slope``, ``nosedive_slope``, ``trim_need`` and ``drag_of_weight`` are at the usual face, the
    last two at the speed along its wall; ``trim_need`` is what is left after pumping. ``nosedive_slope`` is
    null where no slope of such a face puts the tip under. ``duck_dive``: higher is harder.
    ``takeoff_slope``, ``trim_need``: lower is easier. ``nosedive_slope``, ``lean_deg``, ``hold_m_s``:
    higher is safer."""

    lift_share: float
    duck_dive: float | None
    steadiness: float | None
    reserve: float | None
    sprint_m_s: float | None
    cruise_m_s: float | None
    takeoff_slope: float | None
    nosedive_slope: float | None
    along_m_s: float
    drag_of_weight: float
    trim_need: float
    carry_m: float
    hold_m_s: float
    turn_radius_m: float
    looseness: float
    pivot: float
    drive: float
    lay_over: float
    roll_time_s: float
    swing_kg_m2: float
    chop_g: float
    sweet_spot_m: float
    lean_deg: float
    nose_riding: float
    trim_point_m: float
    turn_point_m: float
    nose_point_m: float | None
    must_walk: bool


class BestDay(Result):
    """The waves on which a board works best: face height [m], steepest slope, works share there."""

    face_m: float
    steepness: float
    works: float


class Limit(Result):
    """What ends the range at one end: the face height [m] there and the factor that fell most from its
    best."""

    end: Literal["small", "big"]
    face_m: float
    factor: str


class Coverage(Result):
    """Works share over face heights [m] (rows) and steepest slopes (columns)."""

    face_m: tuple[float, ...]
    steepness: tuple[float, ...]
    works: tuple[tuple[float, ...], ...]


class RideResult(Result):
    """Answer of ``ride``: what share of the waves of a break turns into rides, and what limits it.

    ``works_share`` and ``everyday`` are over all of the waves; ``rides_low`` and ``rides_high`` hold about
    eight of ten draws over what one cannot know: faces 15 % flatter and steeper, waves that fall to one.
    ``range_m`` is the board's own, without nerve; ``nerve_m`` the face
    up to which this rung is at ease. On a river there are no rides an hour: ``stays_on`` says how surely
    the board stays, ``least_flow_m_s`` from which flow. ``flags`` say where a formula is outside of its
    range."""

    missing: tuple[str, ...] = ()
    assumed: tuple[Assumed, ...] = ()
    usual_face_m: float | None = None
    usual_slope: float | None = None
    works_share: float | None = None
    rides_per_hour: float | None = None
    rides_low: float | None = None
    rides_high: float | None = None
    everyday: float | None = None
    best_day: BestDay | None = None
    range_m: Pair | None = None
    nerve_m: float | None = None
    limits: tuple[Limit, ...] = ()
    stays_on: float | None = None
    least_flow_m_s: float | None = None
    factors: dict[str, float] = Field(default_factory=dict)
    coverage: Coverage | None = None
    behaviour: Behaviour | None = None
    flags: tuple[str, ...] = ()
    derivations: tuple[Derivation, ...] = ()
