"""``float_prone`` for every board of a fleet."""

from __future__ import annotations

import math

import numpy as np

from chord_core.hull.roots import narrowed, next_trial
from chord_core.kernel import compiled
from chord_core.ride.float import (
    CHEST_BEHIND,
    DEEPEST_NOSE_M,
    FEET_BEHIND,
    FEET_ROOM_M,
    NOSE_CLEAR_M,
    RISE_M,
    TRIM_LEAST,
    TRIM_MOST,
)

_DIP_M = NOSE_CLEAR_M - DEEPEST_NOSE_M
_FLOAT_STEPS, _SHIFT_STEPS = 22, 4
#: Mass [of the load] to which float is solved.
_CLOSE = 1e-11
_MIDDLE = 40  # the station at half the length


@compiled
def _slices(place, mass, volume, thick, rho, per_m, most):
    """What a body's slices bear under water: for each metre of depth [kg/m] into ``per_m``, at most [kg] into
    ``most``; returns the mass of all [kg] and its moment about the feet [kg m]."""
    total, at_feet = 0.0, 0.0
    for j in range(len(place)):
        most[j] = rho * volume[j]
        per_m[j] = most[j] / thick[j]
        total += mass[j]
        at_feet += mass[j] * place[j]
    return total, at_feet


@compiled
def _feet(place, per_m, most, total, at_feet, deck, slope, at_tail, spare_moment, low, high, start):
    """Where the feet lie [m from the tail] so that moments balance: ``_Lying.feet`` of one board."""
    feet = min(max(start, low), high)
    for _ in range(_SHIFT_STEPS):
        moment, growth = 0.0, 0.0
        for j in range(len(place)):
            there = feet + place[j]
            borne = min(max((at_tail - deck - slope * there) * per_m[j], 0.0), most[j])
            moment += borne * there
            growth += borne - (per_m[j] * slope * there if 0 < borne < most[j] else 0.0)
        spare = spare_moment + moment - total * feet - at_feet
        if spare > 0:
            low = feet
        else:
            high = feet
        newton = feet - spare / min(growth - total, -1e-6)
        feet = newton if low <= newton <= high else (low + high) / 2
    return feet


@compiled
def _plane_of_water(u, length, tip):
    """Tangent of trim, water over the datum at the tail and clearance of the nose: ``_Lying.plane``."""
    trim = TRIM_LEAST + (TRIM_MOST - TRIM_LEAST) * min(max(u - 1, 0.0), 1.0)
    clear = NOSE_CLEAR_M + RISE_M * min(max(1 - u, 0.0), 1.0) - _DIP_M * min(max(u - 2, 0.0), 1.0)
    slope = math.tan(trim)
    return slope, tip - clear + length * slope, clear


@compiled
def float_boards(share, weight, rocker, thickness, section, length, board_kg, centre,
                 place, mass, volume, thick, height, rho, out):  # fmt: skip
    """``float_prone`` for all boards; ``out`` (n, 5): trim, clearance, sink, feet, immersed [kg]."""
    per_m, most, per_thickness = np.empty(len(place)), np.empty(len(place)), np.empty(len(share))
    body, at_feet = _slices(place, mass, volume, thick, rho, per_m, most)
    for i in range(len(length)):
        for k in range(len(share)):
            per_thickness[k] = 1 / max(thickness[i, k], 1e-6)
        tip = rocker[i, -1]
        deck = rocker[i, _MIDDLE] + thickness[i, _MIDDLE]
        low_feet = -FEET_BEHIND * height
        high_feet = max(length[i] - CHEST_BEHIND * height, low_feet + FEET_ROOM_M)
        load = body + board_kg[i]
        feet = 0.0
        low, high, at_low, at_high, side = 0.0, 3.0, 0.0, 0.0, 0.0
        u, borne = 0.0, 0.0
        enough = _CLOSE * load
        for step in range(_FLOAT_STEPS + 3):
            if step == 0:
                u = 0.0
            elif step == 1:
                u = 3.0
            else:
                # The last is no trial but the answer: without halving.
                u = next_trial(low, high, at_low, at_high, step - 2 if step < _FLOAT_STEPS + 2 else 0)
            slope, at_tail, _ = _plane_of_water(u, length[i], tip)
            kg, moment = 0.0, 0.0
            for k in range(len(share)):
                wet = (at_tail - slope * share[k] * length[i] - rocker[i, k]) * per_thickness[k]
                wet = min(max(wet, 0.0), 1.0)
                piece = wet * section[i, k] * weight[k]
                kg += piece
                moment += piece * share[k]
            kg *= rho * length[i]
            moment *= rho * length[i] ** 2
            feet = _feet(place, per_m, most, body, at_feet, deck, slope, at_tail,
                         moment - board_kg[i] * centre[i], low_feet, high_feet, feet)  # fmt: skip
            borne = kg
            for j in range(len(place)):
                borne += min(max((at_tail - deck - slope * (feet + place[j])) * per_m[j], 0.0), most[j])
            spare = borne - load
            if step == 0:
                at_low = spare
            elif step == 1:
                at_high = spare
            elif abs(spare) < enough:
                break
            elif step < _FLOAT_STEPS + 2:
                low, high, at_low, at_high, side = narrowed(low, high, at_low, at_high, side, u, spare)
        slope, at_tail, clear = _plane_of_water(u, length[i], tip)
        out[i, 0] = math.atan(slope)
        out[i, 1] = clear
        out[i, 2] = at_tail - slope * length[i] / 2 - deck
        out[i, 3] = feet
        out[i, 4] = borne
