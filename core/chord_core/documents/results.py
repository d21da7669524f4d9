"""What the verbs of ``./chord core`` write."""

from __future__ import annotations

from typing import Literal

from pydantic import ConfigDict, Field

from chord_core.documents.base import Result
from chord_core.documents.board import Board
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


class School(Result):
    """One school of sizing as a band on the litre ruler, with its reason."""

    name: Literal["by ratio", "by step", "by shape", "by float"]
    low_l: float
    high_l: float
    reason: str


class Disagreement(Result):
    """How far the schools lie apart, as a share of the leading one, and the sentence about it."""

    share: float
    warns: bool
    says: str


class Windows(Result):
    """What to look for in the rack, in one family: the spread [m, L] of the boards that fit nearly as well as
    its best, out to a shaper's fractions."""

    length_m: Pair
    width_m: Pair
    thickness_m: Pair
    litres: Pair
    nose_width_m: Pair
    tail_width_m: Pair
    nose_rocker_m: Pair
    tail_rocker_m: Pair


class Option(Result):
    """A tail, a fin set-up or a build that would do, with the fit of the best board made so, and what is said
    of it."""

    name: str
    fit: float
    says: str


class Assumed(Result):
    """A fact in pencil: which, what was taken, and why."""

    field: str
    value: float | str | bool
    why: str


class Heard(Result):
    """A complaint about the present board: what to ask back, and what to change first."""

    complaint: str
    ask: str
    change_first: str


class StepDown(Result):
    """The largest step down from the present board that costs no more than a quarter of the rides: litres
    now and then, rides an hour now and then, and the sentence."""

    from_l: float
    to_l: float
    rides_now: float
    rides_then: float
    says: str


class Kind(Result):
    """A family that is open to this surfer: its name, why it stands here, the fit of the best that was found
    in it, whether that is as good as the leading one's, and what to look for (null until it is searched)."""

    family: str
    reason: str
    fit: float
    either: bool
    windows: Windows | None


class Closed(Result):
    """A family behind a gate, with the sentence that says so."""

    family: str
    reason: str


class Day(Result):
    """A bar of what the break gives: a word for the face height and the share of days there."""

    word: str
    low_m: float
    high_m: float
    share: float


class FinAdvice(Result):
    """Fins for a board under this rider: set-up, area wanted of a side fin [cm2], sizes (two near an edge),
    flex, and the sentence."""

    setup: str
    area_cm2: float
    sizes: tuple[str, ...]
    flex: Literal["soft", "medium", "stiff"]
    says: str


class SizeResult(Result):
    """Answer of ``size``. ``missing`` names facts without which there is no answer.

    ``windows``, ``tails``, ``fins``, ``builds`` and ``fin_size`` are of the leading family, in order of fit;
    they and ``step_down`` are empty where the families were only ordered, not searched."""

    missing: tuple[str, ...] = ()
    assumed: tuple[Assumed, ...] = ()
    schools: tuple[School, ...] = ()
    leads: str | None = None
    leads_because: str = ""
    disagreement: Disagreement | None = None
    target_l: float | None = None
    windows: Windows | None = None
    families: tuple[Kind, ...] = ()
    tails: tuple[Option, ...] = ()
    fins: tuple[Option, ...] = ()
    fin_size: FinAdvice | None = None
    builds: tuple[Option, ...] = ()
    heard: tuple[Heard, ...] = ()
    step_down: StepDown | None = None
    closed: tuple[Closed, ...] = ()
    leash: str = ""
    cautions: tuple[str, ...] = ()
    days: tuple[Day, ...] = ()
    tables_version: str
    derivations: tuple[Derivation, ...] = ()


class Float(Result):
    """How a board floats its rider in still water: lying down, or for stand-up the reserve left."""

    lift_share: float
    trim_deg: float | None = None
    sink_m: float | None = None
    nose_clear_m: float | None = None
    duck_dive: float | None = None
    reserve_share: float | None = None


class RidesBand(Result):
    """Rides an hour, and with faces 15 % flatter and steeper than said."""

    usual: float
    low: float
    high: float


class OnTheWave(Result):
    """What a board does in this water: share of the waves that turn into rides, rides an hour (null on a
    river), face heights over which it works [m] and what ends them at either end; how surely it stays on a
    river wave; sentences."""

    works_share: float
    rides: RidesBand | None
    range_m: Pair | None
    ends: dict[str, str]
    stays_on: float | None
    says: tuple[str, ...]


class Ranked(Result):
    """One board of the rack, judged: its place in ``boards``; fit, 100 being the best ordinary board of the
    open families; the factors and the parts that they are made of; what it does on the wave; sentences."""

    model_config = ConfigDict(populate_by_name=True)

    index: int
    name: str
    family: str
    litres: float
    fit: float
    floats: Float
    on_the_wave: OnTheWave
    fins: FinAdvice
    pad: str
    out_of_the_door: float | None
    cost_a_session: float | None
    factors: dict[str, float]
    parts: dict[str, float]
    for_: tuple[str, ...] = Field(alias="for")
    against: tuple[str, ...]
    cautions: tuple[str, ...]


class NextQuestion(Result):
    """The unknown fact most likely to change the board that leads: how to ask for it, in which share of the
    answers the board changes, what staying with today's costs on the mean, in points of fit."""

    field: str
    asks: str
    changes: float
    costs: float
    says: str


class Sure(Result):
    """How often a board (its place in ``boards``) is on top and among the first three, over draws of mass,
    rung and remembered waves within what one can know."""

    index: int
    on_top: float
    in_three: float
    says: str


class RankResult(Result):
    """Answer of ``rank``: the boards, best first; the size answer it stands on; how sure the order of the
    first boards is; what to ask next."""

    size: SizeResult
    judged_by: tuple[str, ...]
    ranking: tuple[Ranked, ...]
    not_yet: str = ""
    sure: tuple[Sure, ...] = ()
    next_question: NextQuestion | None = None
    derivations: tuple[Derivation, ...] = ()


class SolveResult(Result):
    """Answer of ``solve``: the board in whole fractions, its fit, and the board as a rack would say it."""

    missing: tuple[str, ...] = ()
    not_yet: str = ""
    board: Board | None = None
    fit: float | None = None
    ranked: Ranked | None = None
    derivations: tuple[Derivation, ...] = ()


class Difference(Result):
    """A measure of the boards that are compared, in their order, and what the difference does: of each later
    board against the first, empty where it is no difference."""

    measure: str
    unit: str
    values: tuple[float, ...]
    does: tuple[str, ...]


class HandOver(Result):
    """Face height [m] at which one board hands over to another on faces of a steepness, and the band in which
    either will do: ``below`` and ``above`` are places in ``boards``."""

    steepness: str
    face_m: float
    either_m: Pair
    below: int
    above: int
    says: str


class Feel(Result):
    """How far a board feels from the first one, and the sessions to get used to it: verdicts before that
    count half."""

    board: int
    change: float
    sessions: int
    says: str


class CompareResult(Result):
    """Answer of ``compare``: differences of the hulls, with a surfer also of what the boards do, the
    hand-overs between each later board and the first, and the change of feel."""

    missing: tuple[str, ...] = ()
    differences: tuple[Difference, ...] = ()
    hand_overs: tuple[HandOver, ...] = ()
    hand_over_m: float | None = None
    feel: tuple[Feel, ...] = ()
    derivations: tuple[Derivation, ...] = ()


class Change(Result):
    """The smallest change of one thing that makes a board right: what, from what to what, the fit then."""

    thing: Literal["litres", "fins", "practice", "break"]
    was: str
    becomes: str
    fit: float
    says: str


class ChangeResult(Result):
    """Answer of ``change``: the fit now, the fit that is right, and the changes that reach it, smallest
    first of each thing; none where one thing alone does not."""

    missing: tuple[str, ...] = ()
    fit: float | None = None
    right: float | None = None
    changes: tuple[Change, ...] = ()
    says: str = ""


class Fix(Result):
    """Something to try on the present board: what, the fit then, and which share of the gain that another
    board would bring is had so."""

    thing: Literal["fins", "pad", "habit"]
    says: str
    fit: float
    recovers: float


class FixResult(Result):
    """Answer of ``fix``: the present board's fit, the best that might be had instead, what to try first."""

    missing: tuple[str, ...] = ()
    fit: float | None = None
    best_fit: float | None = None
    fixes: tuple[Fix, ...] = ()
    heard: tuple[Heard, ...] = ()
    first: bool = False
    says: str = ""


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

    ``works_share`` and ``everyday`` are over all of the waves; ``rides_low`` and ``rides_high`` with faces
    15 % flatter and steeper than said. ``range_m`` is the board's own, without nerve; ``nerve_m`` the face
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
