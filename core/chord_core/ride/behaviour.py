"""What one board does, number by number, and where the feet go."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.documents.results import Behaviour
from chord_core.hull.stations import Array, Mask
from chord_core.ride.chop import chop_drag
from chord_core.ride.longboard import nose_riding
from chord_core.ride.nose import clearance, nosedive_slope, tip_over_chord
from chord_core.ride.standup import reserve, steadiness
from chord_core.ride.sweet import LEVEL_DEG, turn_point
from chord_core.ride.trim import carry_m
from chord_core.ride.turn import drive, lay_over, looseness, pivot, turn_radius
from chord_core.ride.works import Riding
from chord_core.tables import rungs
from chord_core.tables.craft import craft

#: Trims [deg] by which the nose may have to be kept up, and how many are tried.
_KEEP_UP_DEG, _TRIED = (-25.0, 25.0), 101
#: Nobody stands nearer to the tip than this [m].
FOREMOST_M = 0.30
_WALKS_FROM = "linking"


@dataclass(frozen=True)
class FootMap:
    """Where the weight stands, from the tail [m], (n,): to run, to turn, and as far forward as the nose
    allows on the usual face; whether the rider has to walk between the first two."""

    trim_m: Array
    turn_m: Array
    nose_m: Array
    walk: Mask


def least_trim_deg(riding: Riding) -> Array:
    """The least degrees by which the nose must be kept up on the usual face so that the tip stays dry,
    (n,)."""
    hull, face = riding.hull, riding.usual
    length = hull.fleet.length / face.height_m[0]
    slope = np.full(len(hull), face.slope[0])
    tip = tip_over_chord(hull)
    tried = np.linspace(*_KEEP_UP_DEG, _TRIED)
    clear = clearance(length[:, None], slope[:, None], tip[:, None], tried[None, :])
    # Clearance rises with the trim: between the last that is wet and the first that is dry.
    first = np.clip((clear <= 0).sum(axis=1), 1, _TRIED - 1)
    row = np.arange(len(hull))
    wet, dry = clear[row, first - 1], clear[row, first]
    part = np.clip(-wet / np.maximum(dry - wet, 1e-12), 0, 1)
    return np.asarray(tried[first - 1] + part * (tried[1] - tried[0]))


def foot_map(riding: Riding) -> FootMap:
    """Where the feet go.

    The trim point is where the load stands at the least drag, the turn point where the shortest wetted length
    bears the rider. From the trim point forward the trim falls by the 7.5 degrees of the sweet spot over its
    length; what the rung keeps up beyond what the face asks is used up by walking forward: there is the nose
    point.
    """
    hull, foot = riding.hull, riding.rider.foot_weight
    trim = riding.planing.load_m
    turn = turn_point(hull, riding.weight_n, riding.rho, foot)
    spare = riding.rider.rung.trim_control_deg - least_trim_deg(riding)
    nose = trim + spare * riding.sweet_m / (LEVEL_DEG[1] - LEVEL_DEG[0])
    nose = np.clip(nose, 0.0, hull.fleet.length - FOREMOST_M)
    links = riding.rider.rung.step >= rungs()[_WALKS_FROM].step
    walk = (np.abs(trim - turn) > craft().walk_m) & links
    return FootMap(trim, turn, nose, walk)


def _finite(value: float) -> float | None:
    return float(value) if np.isfinite(value) else None


def _paddling(riding: Riding) -> dict[str, float | None]:
    lying, paddle = riding.lying, riding.rider.craft == "stand_up"
    on_sea = not riding.spot.river
    usual = riding.usual.height_m
    dives = nosedive_slope(riding.hull, float(usual[0]), riding.rider.rung.trim_control_deg)
    return {
        "lift_share": float(lying.floats.lift_share[0]),
        "duck_dive": None if paddle else float(lying.floats.duck_dive[0]),
        "steadiness": float(steadiness(riding.hull, riding.rider, riding.rho)[0]) if paddle else None,
        "reserve": float(reserve(riding.hull, riding.rider, riding.rho)[0]) if paddle else None,
        "sprint_m_s": float(lying.sprint_m_s[0]),
        "cruise_m_s": float(lying.cruise_m_s[0]),
        "takeoff_slope": float(lying.threshold(usual)[0, 0]) if on_sea else None,
        "nosedive_slope": _finite(dives[0]) if on_sea else None,
    }


def behaviour_of(riding: Riding) -> Behaviour:
    """Every number of the behaviour of a fleet of one."""
    hull, fins, rider, rho = riding.hull, riding.fins, riding.rider, riding.rho
    feet = foot_map(riding)
    lost = chop_drag(riding.impact)
    numbers = {
        "drag_of_weight": riding.planing.drag_of_weight,
        "trim_need": riding.planing.drag_of_weight + lost - riding.pump,
        "carry_m": carry_m(hull, riding.weight_n, lost, rho, rider.foot_weight),
        "hold_m_s": riding.hold_m_s,
        "turn_radius_m": turn_radius(hull, fins),
        "looseness": looseness(hull, fins, rider.mass_kg),
        "pivot": pivot(hull, fins),
        "drive": drive(hull, fins),
        "lay_over": lay_over(hull, rider.mass_kg, np.array([riding.along_m_s]), rho,
                             rider.craft == "stand_up")[:, 0],
        "roll_time_s": riding.roll_s,
        "swing_kg_m2": hull.swing_kg_m2,
        "chop_g": riding.impact,
        "sweet_spot_m": riding.sweet_m,
        "lean_deg": riding.lean_deg,
        "nose_riding": nose_riding(hull, riding.weight_n, rho),
        "trim_point_m": feet.trim_m,
        "turn_point_m": feet.turn_m,
    }  # fmt: skip
    return Behaviour(
        along_m_s=riding.along_m_s,
        nose_point_m=None if riding.spot.river else float(feet.nose_m[0]),
        must_walk=bool(feet.walk[0]),
        **_paddling(riding),
        **{name: float(values[0]) for name, values in numbers.items()},
    )
