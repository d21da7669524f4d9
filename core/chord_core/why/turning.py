"""Why it holds, turns and rolls as it does."""

from __future__ import annotations

import numpy as np

from chord_core.documents.why import Derivation
from chord_core.physics import G
from chord_core.ride.formula import CRAFT
from chord_core.ride.indices import DRIVE, HOLD, LAY_OVER, LOOSENESS, PIVOT, ROLL_TIME, TURN_RADIUS
from chord_core.ride.turn import (
    bent_by_deadrise,
    drive_terms,
    hold_beam_m,
    hold_need_m,
    lay_over_terms,
    looseness_terms,
    pivot_terms,
    roll_time_terms,
    turn_radius_terms,
)
from chord_core.tables.calibration import calibration
from chord_core.why.derivation import derivation, explained
from chord_core.why.shared import SAVITSKY_HOLDS, Ride


def _still_hold(ride: Ride) -> Derivation:
    """Hold on smooth water: Savitsky's lift at the trim of letting go, solved for the speed."""
    r, c = ride.fleet_ride, calibration()
    beam, still = hold_beam_m(r.hull), r.still_hold_m_s
    bent = bent_by_deadrise(r.hull, r.weight_n / (r.rho / 2 * still**2 * beam**2))
    return derivation(
        "still_hold_m_s",
        "Speed at which the tail lets go on smooth water",
        "sqrt((2 * W * k / (rho * b**2 * t**1.1) - 0.0055 * (l / b)**2.5 * g * b) / (0.012 * sqrt(l / b)))",
        float(still[0]),
        "m/s",
        "Savitsky's lift of the tail; fins by Helmbold 1942; rails: " + CRAFT,
        SAVITSKY_HOLDS,
        W=ride.weight,
        k=(float(bent[0]), "", "what deadrise adds to the load"),
        rho=ride.rho,
        b=(float(beam[0]), "m", "beam of the tail"),
        t=(c.hold_trim_deg, "deg", "trim at which tails let go"),
        l=(float(hold_need_m(r.hull, r.fins, r.weight_n)[0]), "m", "wetted length that fins and rails need"),
        g=(G, "m/s2", "gravity"),
    )


def _contours(ride: Ride) -> str:
    hull = ride.fleet_ride.hull
    vee, concave = float(hull.rear_vee_deg[0]), float(hull.rear_concave_deg[0])
    return f"tail: vee {vee:.1f}, concave {concave:.1f} degrees"


def turning(ride: Ride) -> list[Derivation]:
    """Hold, turn, pivot, drive, lay, roll."""
    r, n = ride.fleet_ride, ride.numbers
    hull, mass = r.hull, r.rider.mass_kg
    wet = r.planing_at(calibration().roll_speed_m_s).wetted_m
    stand_up = r.rider.craft == "stand_up"
    drives = explained(DRIVE, drive_terms(hull), n.drive)
    return [
        _still_hold(ride),
        explained(HOLD, r.hold_terms, n.hold_m_s),
        explained(TURN_RADIUS, turn_radius_terms(hull, r.fins), n.turn_radius_m),
        explained(LOOSENESS, looseness_terms(hull, r.fins, mass), n.looseness),
        explained(PIVOT, pivot_terms(hull, r.fins), n.pivot),
        drives.model_copy(update={"valid": _contours(ride)}),
        explained(LAY_OVER, lay_over_terms(hull, mass, np.array([r.along_m_s]), r.rho, stand_up), n.lay_over),
        explained(ROLL_TIME, roll_time_terms(hull, mass, wet, r.rho), n.roll_time_s),
    ]
