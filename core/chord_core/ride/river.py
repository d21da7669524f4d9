"""Standing waves: does a board stay on the face, and what is the least flow at which it does?"""

from __future__ import annotations

import numpy as np
from scipy.special import expit

from chord_core.hull.contours import effective_deadrise
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.physics import G
from chord_core.ride.plane import plane_at
from chord_core.ride.savitsky import TRIM_POWER, deadrise_lift, moving_lift, still_lift
from chord_core.tables.calibration import calibration

#: Trims and wetted lengths at which a board may be borne.
_TRIMS_DEG, _WET = np.linspace(4, 16, 13), np.linspace(0.2, 1.0, 17)
#: What of the face's slope a rider finds; softness of staying, in drag over weight, and of being borne.
_FOUND, _STAY_SOFT, _BEAR_SOFT = 0.9, 0.02, 0.06
#: Draught Froude number at which the water closes behind the tail, and its softness.
_FLOODS_AT, _FLOOD_SOFT = 2.2, 0.2
#: Flows that are tried for the least one [m/s].
_FLOWS = np.linspace(1.2, 6.0, 49)


def bears(hull: Hull, weight_n: Array, flow_m_s: float, rho: float) -> Array:
    """The most that a board can be borne over its weight, (n,), over wetted lengths and trims to 16 degrees.

    Savitsky's lift, its term that grows with speed as dynamic, the other as buoyancy. Where the water closes
    over the tail (draught Froude number under 2.2) no more than the foam's own buoyancy is there: rho g
    litres l over the length that can be wet, so a thin board in slow water has nothing to stand on.
    """
    beam = hull.planing_beam_m()[:, None, None]
    longest = calibration().river_wet_most * hull.fleet.length[:, None, None]
    wet, trim = _WET[None, :, None] * longest, _TRIMS_DEG[None, None, :]
    dynamic_n = rho / 2 * flow_m_s**2 * beam**2
    flat = trim**TRIM_POWER * moving_lift(wet / beam)
    moving = dynamic_n * deadrise_lift(flat, effective_deadrise(hull)[:, None, None])
    still = dynamic_n * trim**TRIM_POWER * still_lift(wet / beam) / (flow_m_s**2 / (G * beam))
    draught = wet * np.sin(np.radians(trim))
    flooded = expit((_FLOODS_AT - flow_m_s / np.sqrt(G * draught)) / _FLOOD_SOFT)
    foam = rho * G * hull.volume_m3[:, None, None] * wet / longest
    buoyant = flooded * np.minimum(still, foam) + (1 - flooded) * still
    return np.asarray((moving + buoyant).max(axis=(1, 2)) / weight_n)


def stays_on(
    hull: Hull, weight_n: Array, flow_m_s: float, slope: float, pump: Array, rho: float, foot_weight: str
) -> Array:
    """How surely a board stays on a standing face, (n,), 0-1: the slope pays for the drag, the water bears
    it."""
    needs = plane_at(hull, weight_n, np.full(len(hull), flow_m_s), rho, foot_weight).drag_of_weight
    pays = expit((_FOUND * np.sin(np.arctan(slope)) + pump - needs) / _STAY_SOFT)
    return np.asarray(pays * expit(np.log(bears(hull, weight_n, flow_m_s, rho)) / _BEAR_SOFT))


def least_flow(hull: Hull, weight_n: Array, slope: float, pump: Array, rho: float, foot_weight: str) -> Array:
    """The least flow [m/s] at which a board stays on this face as often as not, (n,); NaN where none does."""
    found: Array = np.full(len(hull), np.nan)
    before: Array = np.zeros(len(hull))
    for i, flow in enumerate(_FLOWS):
        now = stays_on(hull, weight_n, float(flow), slope, pump, rho, foot_weight)
        first = np.isnan(found) & (now >= 0.5)
        part = np.clip((0.5 - before) / np.maximum(now - before, 1e-9), 0, 1)
        step = _FLOWS[1] - _FLOWS[0]
        found = np.where(first, flow - (1 - part) * step if i else flow, found)
        before = now
    return found
