"""The ``still`` verb: what a board does by itself, under a rider of no name."""

from __future__ import annotations

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.verbs.hull import StillResult
from chord_core.hull.describe import describe_hull
from chord_core.hull.label import labelled_hulls
from chord_core.physics import SEA_KG_M3, G
from chord_core.ride.chop import impact_g
from chord_core.ride.fins import fins_of
from chord_core.ride.plane import plane_at
from chord_core.ride.sweet import sweet_spot
from chord_core.ride.turn import hold_speed, looseness, pivot, roll_time, turn_radius
from chord_core.tables.calibration import calibration

#: The rider under whom boards are compared: a middle adult [kg], both feet as heavy; a little chop [m].
RIDER_KG, CHOP_M = 75.0, 0.10


def standalone_behaviour(board: Board) -> StillResult:
    """What a board does under a middle adult on sea water, the litres as its label has them where dims and
    label agree."""
    hull, fins = labelled_hulls([board]), fins_of([board])
    weight = (RIDER_KG + hull.mass_kg) * G
    planing = plane_at(hull, weight, np.full(1, calibration().roll_speed_m_s), SEA_KG_M3, "even")
    chopped = plane_at(hull, weight, np.full(1, calibration().chop_speed_m_s), SEA_KG_M3, "even")
    impact = impact_g(hull, RIDER_KG, calibration().chop_speed_m_s, CHOP_M, chopped.trim_deg, SEA_KG_M3)
    values = {
        "turn_radius_m": turn_radius(hull, fins),
        "roll_time_s": roll_time(hull, RIDER_KG, planing.wetted_m, SEA_KG_M3),
        "hold_m_s": hold_speed(hull, fins, weight, SEA_KG_M3),
        "sweet_spot_m": sweet_spot(hull, weight, SEA_KG_M3, "even"),
        "looseness": looseness(hull, fins, RIDER_KG),
        "pivot": pivot(hull, fins),
        "chop_g": impact,
    }
    return StillResult(
        rider_kg=RIDER_KG,
        hull=describe_hull(board),
        **{name: float(value[0]) for name, value in values.items()},
    )
