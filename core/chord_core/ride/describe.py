"""The ``ride`` verb: what a board does for this surfer in this water, and what limits it."""

from __future__ import annotations

import numpy as np

from chord_core.documents.verbs.ride import BestDay, Coverage, Limit, RideRequest, RideResult
from chord_core.hull.hull import MISSED_M
from chord_core.hull.label import labelled_hulls
from chord_core.ride.behaviour import behaviour_of
from chord_core.ride.fins import fins_of
from chord_core.ride.float import DEEPEST_NOSE_M
from chord_core.ride.ride_model import FleetRide, build_fleet_ride
from chord_core.ride.rides import product_of
from chord_core.ride.rides_band import rides_band
from chord_core.ride.river import least_flow
from chord_core.ride.wave_range import WaveRange, find_wave_range
from chord_core.surfer.defaults import missing_facts, rider_with_defaults
from chord_core.water.conditions import conditions_with_defaults
from chord_core.water.face import Face

#: More rides an hour than this at sea are more than anybody counts.
MOST_RIDES = 12.0
#: The coverage map: face heights [m] and steepest slopes.
_MAP_M, _MAP_SLOPES = np.geomspace(0.25, 4.0, 17), np.geomspace(0.2, 1.2, 13)


def coverage_of(fleet_ride: FleetRide, row: int = 0) -> Coverage:
    """Works share of one board over face heights and slopes."""
    height, slope = np.meshgrid(_MAP_M, _MAP_SLOPES, indexing="ij")
    works = product_of(fleet_ride.factors(Face(height.ravel(), slope.ravel())))[row].reshape(height.shape)
    return Coverage(
        face_m=tuple(float(v) for v in _MAP_M),
        steepness=tuple(float(v) for v in _MAP_SLOPES),
        works=tuple(tuple(float(v) for v in line) for line in works),
    )


def _best_day(fleet_ride: FleetRide) -> BestDay:
    best = int(fleet_ride.by_bin[0].argmax())
    bins = fleet_ride.conditions.bins
    return BestDay(
        face_m=float(bins.face_m[best]),
        steepness=float(bins.slope[best]),
        works=float(fleet_ride.by_bin[0, best]),
    )


def limits_of(span: WaveRange, row: int = 0) -> tuple[Limit, ...]:
    """What ends the range of one board at either end."""
    heights = {"small": span.low_m, "big": span.high_m}
    made = []
    for end in ("small", "big"):
        factor = span.limit(row, end)
        if factor and np.isfinite(heights[end][row]):
            made.append(Limit(end=end, face_m=float(heights[end][row]), factor=factor))
    return tuple(made)


def _flags(fleet_ride: FleetRide, rides: float | None) -> list[str]:
    flags = []
    if (
        fleet_ride.rider.craft == "prone"
        and fleet_ride.paddle_state.floats.nose_clear_m[0] <= DEEPEST_NOSE_M + 1e-6
    ):
        flags.append("board and body together do not bear this rider")
    if fleet_ride.planing.outside[0]:
        flags.append(
            f"planing at {fleet_ride.along_m_s:.1f} m/s is outside of Savitsky's range "
            "(wetted length, speed or trim)"
        )
    if rides and rides > MOST_RIDES and fleet_ride.conditions.kind == "sea":
        flags.append(f"{rides:.0f} rides an hour are more than anybody counts at sea: look at the crowd")
    if fleet_ride.hull.missed_m[0] > MISSED_M:
        flags.append(
            f"no fair curve meets the one-foot widths: {fleet_ride.hull.missed_m[0] * 1e3:.0f} mm off"
        )
    return flags


def _over_faces(fleet_ride: FleetRide) -> dict[str, object]:
    """The fields that a water with many faces has and a river has not."""
    span = find_wave_range(fleet_ride)
    low, rides, high = (float(values[0]) for values in rides_band(fleet_ride))
    known = bool(np.isfinite(span.low_m[0]))
    return {
        "rides_per_hour": rides,
        "rides_low": low,
        "rides_high": high,
        "range_m": (float(span.low_m[0]), float(span.high_m[0])) if known else None,
        "nerve_m": fleet_ride.rider.rung.comfortable_face_m,
        "limits": limits_of(span),
        "coverage": coverage_of(fleet_ride),
    }


def _on_a_river(fleet_ride: FleetRide) -> dict[str, object]:
    stays = fleet_ride.factors(fleet_ride.bins_face)["stays"]
    flow = least_flow(
        fleet_ride.hull,
        fleet_ride.weight_n,
        fleet_ride.conditions.face_slope,
        fleet_ride.pump,
        fleet_ride.rho,
        fleet_ride.rider.foot_weight,
    )
    return {
        "stays_on": float(stays[0, 0]),
        "least_flow_m_s": float(flow[0]) if np.isfinite(flow[0]) else None,
    }


def describe_ride(request: RideRequest) -> RideResult:
    """Compute what a board does for a surfer in a water, and what limits it.

    Returns:
        Works share, rides an hour with their spread, range, limits, behaviour; or only ``missing`` while mass
        or rung is not known.
    """
    missing = missing_facts(request.surfer)
    if missing:
        return RideResult(missing=missing)
    rider, of_rider = rider_with_defaults(request.surfer)
    conditions, of_water = conditions_with_defaults(request.water, rider.height_m)
    fleet_ride = build_fleet_ride(
        labelled_hulls([request.board]), fins_of([request.board]), rider, conditions
    )
    return result_of(fleet_ride).model_copy(update={"assumed": (*of_rider, *of_water)})


def result_of(fleet_ride: FleetRide) -> RideResult:
    """The answer for a fleet of one."""
    own = _on_a_river(fleet_ride) if fleet_ride.conditions.river else _over_faces(fleet_ride)
    works = float(fleet_ride.works[0])
    weights = fleet_ride.conditions.bins.weight
    rides = own.get("rides_per_hour")
    return RideResult.model_validate(
        {
            "usual_face_m": float(fleet_ride.usual.height_m[0]),
            "usual_slope": float(fleet_ride.usual.slope[0]),
            "ridden_share": works,
            "everyday": works,
            "best_day": _best_day(fleet_ride),
            "factors": {
                name: float(values[0] @ weights)
                for name, values in fleet_ride.factors(fleet_ride.bins_face).items()
            },
            "behaviour": behaviour_of(fleet_ride),
            "flags": _flags(fleet_ride, rides if isinstance(rides, float) else None),
            **own,
        }
    )
