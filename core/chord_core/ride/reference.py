"""Boards that others are compared with: an ordinary performance shortboard under the same rider."""

from __future__ import annotations

from functools import cache

import numpy as np

from chord_core.documents.board import Board
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import Hull, hull_of
from chord_core.physics import G
from chord_core.ride.plane import plane_at
from chord_core.ride.turn import roll_time
from chord_core.surfer.pencil import Rider
from chord_core.tables import families
from chord_core.tables.craft import craft


@cache
def _ordinary(name: str) -> Hull:
    family = families()[name]
    middle = {
        measure: sum(getattr(family, measure)) / 2 for measure in ("length_m", "width_m", "thickness_m")
    }
    return hull_of(fleet_of([Board(family=name, **middle)]))


def quick_roll(rider: Rider, rho: float) -> float:
    """Time to roll a middle performance shortboard by 30 degrees under this rider [s]."""
    hull = _ordinary("performance shortboard")
    weight = (rider.standing_kg + hull.mass_kg) * G
    wet = plane_at(hull, weight, np.full(1, craft().roll_speed_m_s), rho, rider.foot_weight).wetted_m
    return float(roll_time(hull, rider.mass_kg, wet, rho)[0])
