"""Boards that others are compared with: an ordinary performance shortboard under the same rider."""

from __future__ import annotations

import numpy as np

from chord_core.documents.board import Board
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import Hull, hull_of
from chord_core.hull.stations import Array
from chord_core.physics import G
from chord_core.ride.plane import plane_at
from chord_core.ride.turn import roll_time
from chord_core.surfer.defaults import Rider
from chord_core.tables import families, kept_by_tables
from chord_core.tables.calibration import calibration


@kept_by_tables(64)
def _ordinary(name: str) -> Hull:
    family = families()[name]
    middle = {
        measure: sum(getattr(family, measure)) / 2 for measure in ("length_m", "width_m", "thickness_m")
    }
    return hull_of(fleet_of([Board(family=name, **middle)]))


@kept_by_tables(256)
def _quick_roll(mass_kg: float, standing_kg: float, foot_weight: str, rho: float) -> float:
    hull = _ordinary("performance shortboard")
    weight = (standing_kg + hull.mass_kg) * G
    wet = plane_at(hull, weight, np.full(1, calibration().roll_speed_m_s), rho, foot_weight).wetted_m
    return float(roll_time(hull, mass_kg, wet, rho)[0])


def quick_roll(rider: Rider, rho: float) -> float:
    """Time to roll a middle performance shortboard by 30 degrees under this rider [s]."""
    return _quick_roll(rider.mass_kg, rider.standing_kg, rider.foot_weight, rho)


def swing_slow(hull: Hull, rider: Rider) -> Array:
    """How much longer a board takes to swing round under this rider than a middle performance shortboard, as
    a ratio, (n,): by the root of the inertias of board and rider together."""
    own = calibration().style_swing_rider * rider.mass_kg * rider.height_m**2
    reference = _ordinary("performance shortboard").swing_kg_m2[0]
    return np.asarray(np.sqrt((hull.swing_kg_m2 + own) / (reference + own)))
