"""Handling on land and under a wave: can this person carry the board, and sink it where needed?"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from scipy.special import expit

from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.ride.float import Floats
from chord_core.surfer.defaults import Rider
from chord_core.tables import rungs, tables
from chord_core.tables.calibration import calibration
from chord_core.water.conditions import Conditions

#: How soft a limit is: a value this share over its limit is at about a quarter of its worth.
_SOFT = 0.05
#: What somebody says is the longest that the car or the stairs take is no matter of taste.
_CAR_SOFT = 0.01
#: Duck-dive from which it takes technique, and from which the board is rolled or walked out.
DUCK_EASY, DUCK_MOST = 0.65, 0.90


@dataclass(frozen=True)
class Handling:
    """For n boards, (n,): how well they are handled in all (0-1), carried (0-1), mass over body mass, length
    over height, width over height, and how well they duck-dive here (0-1; 1 where no wave has to be dived).
    """

    handling: Array
    carry: Array
    mass_share: Array
    length_share: Array
    width_share: Array
    duck: Array


def _within(value: Array, limit: float, soft: float = _SOFT) -> Array:
    return np.asarray(expit(np.log(limit / np.maximum(value, 1e-9)) / soft + 2.0))


def length_limit(rider: Rider, conditions: Conditions) -> float | None:
    """Longest board in body heights that this person can handle; None where there is no such limit.

    1.35 up to 42 kg, rising until 52 kg; adults over 60 kg carry what they ride, and big water
    and stand-up boards ask their own lengths.
    """
    rules = tables().sizing.handling
    face = conditions.days.usual_m / rider.height_m
    if rider.craft == "stand_up" or face > rules.free_from_face or rider.mass_kg >= rules.free_from_kg:
        return None
    limit = rules.length_of_height
    first = rider.rung.step < rungs()["green wave"].step
    later = limit.share_first_rungs if first else limit.share_later
    span = [limit.at_kg, limit.by_kg]
    return float(np.interp(rider.mass_kg, span, [limit.share, later]))


def must_duck_dive(rider: Rider, conditions: Conditions) -> bool:
    """Whether this rider has to get a board under the waves here: out back, lying down."""
    out_back = rider.rung.step >= rungs()["green wave"].step
    return conditions.duck_dive_needed and out_back and rider.craft == "prone"


def carried(hull: Hull, rider: Rider, conditions: Conditions) -> Array:
    """How well this person carries each board, (n,), 0-1: by its mass, its length, what the car takes."""
    rules = tables().sizing.handling
    most = rules.child_mass_share if rider.child else rules.adult_mass_share
    carry = _within(hull.mass_kg / rider.mass_kg, most)
    limit = length_limit(rider, conditions)
    if limit is not None:
        carry = carry * _within(hull.fleet.length / rider.height_m, limit)
    if rider.surfer.max_carry_m is not None:
        carry = carry * _within(hull.fleet.length, rider.surfer.max_carry_m, _CAR_SOFT)
    return carry


def handle(hull: Hull, floats: Floats, rider: Rider, conditions: Conditions) -> Handling:
    """Judge how a fleet is carried and dived by this rider in these conditions."""
    mass = hull.mass_kg / rider.mass_kg
    width = hull.fleet.width / rider.height_m
    length = hull.fleet.length / rider.height_m
    carry = carried(hull, rider, conditions)
    duck = expit((DUCK_MOST - floats.duck_dive) / calibration().duck_soft)
    if not must_duck_dive(rider, conditions):
        duck = np.ones(len(hull))
    return Handling(carry * duck, carry, mass, length, width, duck)
