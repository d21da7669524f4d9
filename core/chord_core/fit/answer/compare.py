"""The ``compare`` verb: boards laid on each other, what each difference does, where one hands over to
another."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from chord_core.documents.verbs.compare import CompareRequest, CompareResult, Difference
from chord_core.fit.answer.handover import hand_overs
from chord_core.fit.judge.case import Case, case_with
from chord_core.fit.rules.similarity import feel_of
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import Array
from chord_core.ride.fins import FleetFins, fins_of
from chord_core.ride.ride_model import FleetRide, build_fleet_ride
from chord_core.ride.turn import turn_radius
from chord_core.surfer.defaults import missing_facts
from chord_core.tables import tables
from chord_core.tables.answer_schema import DifferenceRow


def _of_hulls(hull: Hull) -> dict[str, Array]:
    fleet, thirds = hull.fleet, hull.thirds_m3 * 1e3
    return {
        "litres": hull.litres,
        "length_m": fleet.length,
        "width_m": fleet.width,
        "thickness_m": fleet.thickness,
        "nose_width_m": fleet.nose_width,
        "tail_width_m": fleet.tail_width,
        "nose_rocker_m": fleet.nose_rocker,
        "tail_rocker_m": fleet.tail_rocker,
        "rear_third_l": thirds[:, 0],
        "front_third_l": thirds[:, 2],
        "mass_kg": hull.mass_kg,
        "swing_kg_m2": hull.swing_kg_m2,
    }


def _of_ride(fleet_ride: FleetRide) -> dict[str, Array]:
    weight = fleet_ride.conditions.bins.weight
    factors = fleet_ride.in_bins
    found = {
        "rides_per_hour": fleet_ride.rides_an_hour(fleet_ride.works),
        "hold_m_s": fleet_ride.hold_m_s,
        "turn_radius_m": turn_radius(fleet_ride.hull, fleet_ride.fins),
        "roll_time_s": fleet_ride.roll_s,
        "sweet_spot_m": fleet_ride.sweet_m,
    }
    for name, factor in (("takes_off", "catch"), ("keeps_running", "keep")):
        if factor in factors:
            found[name] = factors[factor] @ weight
    if fleet_ride.rider.craft == "prone" and not fleet_ride.conditions.river:
        found["duck_dive"] = fleet_ride.paddle_state.floats.duck_dive
    return found


def _does(row: DifferenceRow, first: float, other: float) -> str:
    change = other / first - 1 if first else 0.0
    if abs(change) < row.from_share:
        return ""
    return row.more if change > 0 else row.less


def _rows(rows: Sequence[DifferenceRow], values: dict[str, Array]) -> list[Difference]:
    found = []
    for row in rows:
        of = values.get(row.name)
        if of is None or not np.all(np.isfinite(of)):
            continue
        numbers = tuple(float(value) for value in of)
        found.append(
            Difference(
                measure=row.name,
                unit=row.unit,
                values=numbers,
                does=("", *(_does(row, numbers[0], other) for other in numbers[1:])),
            )
        )
    return found


def _ridden(hull: Hull, fins: FleetFins, case: Case) -> FleetRide:
    return build_fleet_ride(hull, fins, case.rider, case.conditions)


def compare(request: CompareRequest) -> CompareResult:
    """Compare two or three boards, the first with each other one.

    Returns:
        Differences of the hulls; with a surfer also what they do, hand-overs and change of feel; ``missing``
        says which facts of the surfer that needs.
    """
    boards = request.boards
    hull, rules = labelled_hulls(boards), tables().compare
    found = _rows(rules.measures, _of_hulls(hull))
    if request.surfer is None:
        return CompareResult(differences=tuple(found))
    case = case_with(request.surfer, request.water)
    if case is None:
        return CompareResult(missing=missing_facts(request.surfer), differences=tuple(found))
    fins = fins_of(boards)
    fleet_ride = _ridden(hull, fins, case)
    found += _rows(rules.ridden, _of_ride(fleet_ride))
    overs = hand_overs(case, hull, fins, [board.name or board.family for board in boards])
    here = [
        over.face_m
        for over in overs
        if over.steepness == case.conditions.steepness and {over.below, over.above} == {0, 1}
    ]
    return CompareResult(
        differences=tuple(found),
        hand_overs=overs,
        hand_over_m=here[0] if here else None,
        feel=feel_of(fleet_ride),
    )
