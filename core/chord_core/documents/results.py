"""What the verbs of ``./chord core`` write."""

from __future__ import annotations

from typing import Literal

from pydantic import ConfigDict, Field

from chord_core.documents.base import Result

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


class HullResult(Result):
    """Answer of ``hull``."""

    line: Dims
    litres: float
    planform_m2: float
    mass_kg: float
    planing_beam_m: float
    nose_width_m: float
    tail_width_m: float
    centre_of_volume_m: float
    thirds_l: tuple[float, float, float]
    rocker_curvature_per_m: float
    swing_kg_m2: float
    label: Label
    curves: Curves
    flags: tuple[str, ...]


class School(Result):
    """One school of sizing as a band on the litre ruler, with its reason."""

    name: Literal["by ratio", "by step"]
    low_l: float
    high_l: float
    reason: str


class Disagreement(Result):
    """How far the schools lie apart, as a share of the leading one, and the sentence about it."""

    share: float
    warns: bool
    says: str


class Windows(Result):
    """What to look for in the rack, in the leading family."""

    length_m: Pair
    width_m: Pair
    thickness_m: Pair
    litres: Pair


class Assumed(Result):
    """A fact in pencil: which, what was taken, and why."""

    field: str
    value: float | str | bool
    why: str


class Kind(Result):
    """A family that is open to this surfer: its name, why it stands here, what to look for in it."""

    family: str
    reason: str
    windows: Windows


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


class SizeResult(Result):
    """Answer of ``size``. ``missing`` names facts without which there is no answer."""

    missing: tuple[str, ...] = ()
    assumed: tuple[Assumed, ...] = ()
    schools: tuple[School, ...] = ()
    leads: str | None = None
    leads_because: str = ""
    disagreement: Disagreement | None = None
    target_l: float | None = None
    windows: Windows | None = None
    families: tuple[Kind, ...] = ()
    closed: tuple[Closed, ...] = ()
    leash: str = ""
    cautions: tuple[str, ...] = ()
    days: tuple[Day, ...] = ()
    tables_version: str


class Float(Result):
    """How a board floats its rider in still water: lying down, or for stand-up the reserve left."""

    lift_share: float
    trim_deg: float | None = None
    sink_m: float | None = None
    nose_clear_m: float | None = None
    duck_dive: float | None = None
    reserve_share: float | None = None


class Ranked(Result):
    """One board of the rack, judged: its place in ``boards``, fit 0-100, factors, sentences."""

    model_config = ConfigDict(populate_by_name=True)

    index: int
    name: str
    family: str
    litres: float
    fit: float
    floats: Float
    factors: dict[str, float]
    for_: tuple[str, ...] = Field(alias="for")
    against: tuple[str, ...]
    cautions: tuple[str, ...]


class RankResult(Result):
    """Answer of ``rank``: the boards, best first; the size answer it stands on."""

    size: SizeResult
    judged_by: tuple[str, ...]
    ranking: tuple[Ranked, ...]
    not_yet: str = ""


class Bin(Result):
    """Waves of one size: face height [m], steepest slope of the face, share of the waves."""

    face_m: float
    steepness: float
    weight: float


class Breaker(Result):
    """A swell at the break: breaker height [m], surf similarity, how it breaks, power [W/m]."""

    height_m: float
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


class Behaviour(Result):
    """What a board does under this rider; what does not apply to the craft is null.

    ``takeoff_slope`` and ``drag_of_weight`` are at the usual face, the latter at the speed along its wall.
    ``duck_dive``: higher is harder. ``takeoff_slope``, ``drag_of_weight``: lower is easier. ``hold_m_s``,
    ``lean_deg``: higher is safer.
    """

    lift_share: float
    duck_dive: float | None
    sprint_m_s: float | None
    cruise_m_s: float | None
    takeoff_slope: float | None
    along_m_s: float
    drag_of_weight: float
    hold_m_s: float
    turn_radius_m: float
    looseness: float
    sweet_spot_m: float
    lean_deg: float
    swing_kg_m2: float


class RideResult(Result):
    """Answer of ``ride``, as far as it is computed; ``flags`` say where a formula is outside of its range."""

    missing: tuple[str, ...] = ()
    assumed: tuple[Assumed, ...] = ()
    usual_face_m: float | None = None
    usual_slope: float | None = None
    behaviour: Behaviour | None = None
    flags: tuple[str, ...] = ()
