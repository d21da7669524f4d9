"""The ``ride`` and ``water`` verbs: what is computed of one board under one rider, and of a water."""

from __future__ import annotations

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.requests import RideRequest, WaterRequest
from chord_core.documents.results import Behaviour, Day, RideResult, WaterResult
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls
from chord_core.physics import G
from chord_core.ride.fins import fins_of
from chord_core.ride.float import DEEPEST_NOSE_M, float_prone
from chord_core.ride.immersed import immersed_hull
from chord_core.ride.paddle import paddling_speed
from chord_core.ride.plane import Planing, plane_at
from chord_core.ride.sweet import sweet_spot
from chord_core.ride.takeoff import launch_of, takeoff_slope
from chord_core.ride.turn import hold_speed, lean_tolerance_deg, looseness, turn_radius
from chord_core.surfer.body import lying_body
from chord_core.surfer.pencil import (
    Rider,
    Spot,
    height_from_mass,
    missing_facts,
    pencil_rider,
    pencil_water,
)
from chord_core.surfer.power import cruise_power_w, sprint_power_w
from chord_core.water.answer import bins_document, breaker_of
from chord_core.water.bins import median_slope, sea_bins, standing_bin
from chord_core.water.days import days_by_word
from chord_core.water.face import Face

#: Mass of somebody whose height is not said, for the words of a water alone [kg].
_ANYBODY_KG = 75.0


def _lying(hull: Hull, rider: Rider, spot: Spot) -> tuple[dict[str, float | None], list[str]]:
    """What a prone rider gets before standing up, and what has to be said about it."""
    rho = spot.water_kg_m3
    body = lying_body(rider.mass_kg, rider.height_m, rider.wetsuit_mm)
    floats = float_prone(hull, body, rho)
    flags = ["board and body together do not bear this rider"] if _sinks(floats.nose_clear_m[0]) else []
    immersed = immersed_hull(hull, body, floats)
    slope = None
    if spot.kind != "river":
        launch = launch_of(hull, immersed, body.mass_kg, sprint_power_w(rider), rho)
        slope = float(takeoff_slope(launch, spot.days.usual_m)[0])
    return {
        "duck_dive": float(floats.duck_dive[0]),
        "sprint_m_s": float(paddling_speed(immersed, sprint_power_w(rider), rho)[0]),
        "cruise_m_s": float(paddling_speed(immersed, cruise_power_w(rider), rho)[0]),
        "takeoff_slope": slope,
    }, flags


def _sinks(nose_clear_m: float) -> bool:
    return nose_clear_m <= DEEPEST_NOSE_M + 1e-6


_STANDING: dict[str, float | None] = dict.fromkeys(("duck_dive", "sprint_m_s", "cruise_m_s", "takeoff_slope"))


def _planing_flags(planing: Planing, speed: float) -> list[str]:
    if not planing.outside[0]:
        return []
    return [f"planing at {speed:.1f} m/s is outside of Savitsky's range (wetted length, speed or trim)"]


def _behaviour(board: Board, rider: Rider, spot: Spot) -> tuple[Behaviour, list[str]]:
    hull, fins = labelled_hulls([board]), fins_of([board])
    weight = (hull.mass_kg + rider.mass_kg) * G
    rho, foot = spot.water_kg_m3, rider.foot_weight
    face = Face(np.array([spot.days.usual_m]), np.array([median_slope(spot.steepness)]))
    along = float(face.along_m_s[0])
    planing = plane_at(hull, weight, np.array([along]), rho, foot)
    lying, flags = _lying(hull, rider, spot) if rider.craft == "prone" else (_STANDING, [])
    made = Behaviour(
        lift_share=float((rho * hull.volume_m3 - hull.mass_kg)[0] / rider.mass_kg),
        along_m_s=along,
        drag_of_weight=float(planing.drag_of_weight[0]),
        hold_m_s=float(hold_speed(hull, fins, weight, rho)[0]),
        turn_radius_m=float(turn_radius(hull, fins)[0]),
        looseness=float(looseness(hull, fins, rider.mass_kg)[0]),
        sweet_spot_m=float(sweet_spot(hull, weight, rho, foot)[0]),
        lean_deg=float(lean_tolerance_deg(hull, rider.height_m, foot)[0]),
        swing_kg_m2=float(hull.swing_kg_m2[0]),
        **lying,
    )
    return made, flags + _planing_flags(planing, along)


def describe_ride(request: RideRequest) -> RideResult:
    """Compute what a board does under a rider at the usual face of a water, as far as it is known."""
    missing = missing_facts(request.surfer)
    if missing:
        return RideResult(missing=missing)
    rider, of_rider = pencil_rider(request.surfer)
    spot, of_water = pencil_water(request.water, rider.height_m)
    behaviour, flags = _behaviour(request.board, rider, spot)
    return RideResult(
        assumed=(*of_rider, *of_water),
        usual_face_m=spot.days.usual_m,
        usual_slope=median_slope(spot.steepness),
        behaviour=behaviour,
        flags=tuple(flags),
    )


def describe_water(request: WaterRequest) -> WaterResult:
    """Turn a water as remembered into bins; take a swell to its breaker."""
    height = request.surfer_height_m or height_from_mass(_ANYBODY_KG)
    spot, assumed = pencil_water(request.water, height)
    river = spot.kind == "river"
    bins = standing_bin(spot.days.usual_m, spot.steepness) if river else sea_bins(spot.days, spot.steepness)
    rows = () if river else days_by_word(spot.days, height)
    return WaterResult(
        kind=spot.kind,
        water_kg_m3=spot.water_kg_m3,
        bins=bins_document(bins),
        mean_m=float((bins.face_m * bins.weight).sum()),
        days=tuple(Day(word=w, low_m=a, high_m=b, share=share) for w, a, b, share in rows),
        breaker=breaker_of(request.swell, spot.water_kg_m3) if request.swell else None,
        assumed=tuple(assumed),
    )
