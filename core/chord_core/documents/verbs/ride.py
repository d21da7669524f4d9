"""``ride``: what a board does under a surfer in a water."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from chord_core.documents.base import Document, Result
from chord_core.documents.board import Board
from chord_core.documents.surfer import Surfer
from chord_core.documents.verbs.shared import Assumed, Pair
from chord_core.documents.water import Water
from chord_core.documents.why import Derivation


class RideRequest(Document):
    """``ride`` reads one board, a surfer and a water."""

    board: Board
    surfer: Surfer
    water: Water = Water()


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

    ``ridden_share`` and ``everyday`` are over all of the waves; ``rides_low`` and ``rides_high`` hold about
    eight of ten draws over what one cannot know: faces 15 % flatter and steeper, waves that fall to one.
    ``range_m`` is the board's own, without nerve; ``nerve_m`` the face
    up to which this rung is at ease. On a river there are no rides an hour: ``stays_on`` says how surely
    the board stays, ``least_flow_m_s`` from which flow. ``flags`` say where a formula is outside of its
    range."""

    missing: tuple[str, ...] = ()
    assumed: tuple[Assumed, ...] = ()
    usual_face_m: float | None = None
    usual_slope: float | None = None
    ridden_share: float | None = None
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
