"""What one board does, number by number, and where the feet go."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.documents.verbs.ride import Behaviour
from chord_core.hull.stations import Array, BoolArray
from chord_core.ride.chop import chop_drag
from chord_core.ride.longboard import nose_riding
from chord_core.ride.nose import clearance, nosedive_slope
from chord_core.ride.ride_model import FleetRide
from chord_core.ride.standup import reserve, steadiness
from chord_core.ride.sweet import LEVEL_DEG, turn_point
from chord_core.ride.trim import carry_m
from chord_core.ride.turn import drive, lay_over, looseness, pivot, turn_radius
from chord_core.tables import rungs
from chord_core.tables.calibration import calibration

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
    walk: BoolArray


def least_trim_deg(fleet_ride: FleetRide) -> Array:
    """The least degrees by which the nose must be kept up on the usual face so that the tip stays dry,
    (n,)."""
    hull, face = fleet_ride.hull, fleet_ride.usual
    length = hull.fleet.length / face.height_m[0]
    slope = np.full(len(hull), face.slope[0])
    tip = hull.tip_over_chord
    tried = np.linspace(*_KEEP_UP_DEG, _TRIED)
    clear = clearance(length[:, None], slope[:, None], tip[:, None], tried[None, :])
    # Clearance rises with the trim: between the last that is wet and the first that is dry.
    first = np.clip((clear <= 0).sum(axis=1), 1, _TRIED - 1)
    row = np.arange(len(hull))
    wet, dry = clear[row, first - 1], clear[row, first]
    part = np.clip(-wet / np.maximum(dry - wet, 1e-12), 0, 1)
    return np.asarray(tried[first - 1] + part * (tried[1] - tried[0]))


def foot_map(fleet_ride: FleetRide) -> FootMap:
    """Where the feet go.

    The trim point is where the load stands at the least drag, the turn point where the shortest wetted length
    bears the rider. From the trim point forward the trim falls by the 7.5 degrees of the sweet spot over its
    length; what the rung keeps up beyond what the face asks is used up by walking forward: there is the nose
    point.
    """
    hull, foot = fleet_ride.hull, fleet_ride.rider.foot_weight
    trim = fleet_ride.planing.load_m
    turn = turn_point(hull, fleet_ride.weight_n, fleet_ride.rho, foot)
    spare = fleet_ride.rider.rung.trim_control_deg - least_trim_deg(fleet_ride)
    nose = trim + spare * fleet_ride.sweet_m / (LEVEL_DEG[1] - LEVEL_DEG[0])
    nose = np.clip(nose, 0.0, hull.fleet.length - FOREMOST_M)
    links = fleet_ride.rider.rung.step >= rungs()[_WALKS_FROM].step
    walk = (np.abs(trim - turn) > calibration().walk_m) & links
    return FootMap(trim, turn, nose, walk)


def _finite(value: float) -> float | None:
    return float(value) if np.isfinite(value) else None


def _paddling(fleet_ride: FleetRide) -> dict[str, float | None]:
    paddle_state, paddle = fleet_ride.paddle_state, fleet_ride.rider.craft == "stand_up"
    on_sea = not fleet_ride.conditions.river
    usual = fleet_ride.usual.height_m
    dives = nosedive_slope(fleet_ride.hull, float(usual[0]), fleet_ride.rider.rung.trim_control_deg)
    return {
        "lift_share": float(paddle_state.floats.lift_share[0]),
        "duck_dive": None if paddle else float(paddle_state.floats.duck_dive[0]),
        "steadiness": float(steadiness(fleet_ride.hull, fleet_ride.rider, fleet_ride.rho)[0])
        if paddle
        else None,
        "reserve": float(reserve(fleet_ride.hull, fleet_ride.rider, fleet_ride.rho)[0]) if paddle else None,
        "sprint_m_s": float(paddle_state.sprint_m_s[0]),
        "cruise_m_s": float(paddle_state.cruise_m_s[0]),
        "takeoff_slope": float(paddle_state.threshold(usual)[0, 0]) if on_sea else None,
        "nosedive_slope": _finite(dives[0]) if on_sea else None,
    }


def behaviour_of(fleet_ride: FleetRide) -> Behaviour:
    """Every number of the behaviour of a fleet of one."""
    hull, fins, rider, rho = fleet_ride.hull, fleet_ride.fins, fleet_ride.rider, fleet_ride.rho
    feet = foot_map(fleet_ride)
    lost = chop_drag(fleet_ride.impact)
    numbers = {
        "drag_of_weight": fleet_ride.planing.drag_of_weight,
        "trim_need": fleet_ride.planing.drag_of_weight + lost - fleet_ride.pump,
        "carry_m": carry_m(hull, fleet_ride.weight_n, lost, rho, rider.foot_weight),
        "hold_m_s": fleet_ride.hold_m_s,
        "turn_radius_m": turn_radius(hull, fins),
        "looseness": looseness(hull, fins, rider.mass_kg),
        "pivot": pivot(hull, fins),
        "drive": drive(hull),
        "lay_over": lay_over(hull, rider.mass_kg, np.array([fleet_ride.along_m_s]), rho,
                             rider.craft == "stand_up")[:, 0],
        "roll_time_s": fleet_ride.roll_s,
        "swing_kg_m2": hull.swing_kg_m2,
        "chop_g": fleet_ride.impact,
        "sweet_spot_m": fleet_ride.sweet_m,
        "lean_deg": fleet_ride.lean_deg,
        "nose_riding": nose_riding(hull, fleet_ride.weight_n, rho),
        "trim_point_m": feet.trim_m,
        "turn_point_m": feet.turn_m,
    }  # fmt: skip
    return Behaviour(
        along_m_s=fleet_ride.along_m_s,
        nose_point_m=None if fleet_ride.conditions.river else float(feet.nose_m[0]),
        must_walk=bool(feet.walk[0]),
        **_paddling(fleet_ride),
        **{name: float(values[0]) for name, values in numbers.items()},
    )
