"""From deep water to the breaker: height, kind of breaking, power.

All functions take floats or arrays that broadcast, and return arrays.
"""

from __future__ import annotations

import numpy as np

from chord_core.hull.stations import Array
from chord_core.physics import SEA_KG_M3, G

#: Similarity at which waves change from spilling to plunging, and from plunging to surging, with the
#: breaker height (Battjes 1974).
SPILLING_BELOW, SURGING_ABOVE = 0.4, 2.0


def breaker_height(height_m: Array | float, period_s: Array | float) -> Array:
    """Height of the breaker [m] of a swell of deep-water height [m] and period [s].

    Hb = .39 g^(1/5) (T H0^2)^(2/5); Komar & Gaughan 1973, fitted to laboratory and field data from
    deep-water steepness .001 to .09, straight shores.
    """
    return np.asarray(0.39 * G**0.2 * (np.asarray(period_s) * np.asarray(height_m) ** 2) ** 0.4)


def deep_water_length(period_s: Array | float) -> Array:
    """Length of a wave of this period [s] in deep water [m]: g T^2 / 2 pi (Airy 1845)."""
    return np.asarray(G * np.asarray(period_s) ** 2 / (2 * np.pi))


def surf_similarity(bottom_slope: Array | float, breaker_m: Array | float, period_s: Array | float) -> Array:
    """Surf similarity with the breaker height (Battjes 1974): tan(slope) / sqrt(Hb / L0).

    Args:
        bottom_slope: rise over run of the bottom on which the wave breaks.
    """
    return np.asarray(np.asarray(bottom_slope) / np.sqrt(np.asarray(breaker_m) / deep_water_length(period_s)))


def breaker_kind(similarity: float) -> str:
    """How waves break: ``spilling``, ``plunging`` or ``surging`` (Battjes 1974)."""
    if similarity < SPILLING_BELOW:
        return "spilling"
    return "plunging" if similarity <= SURGING_ABOVE else "surging"


def shares_in(off_deg: Array | float, window_deg: float) -> Array:
    """Share of a swell's height that comes in when it arrives ``off_deg`` [deg] beside where a break looks.

    Whole inside of the window; beyond it the rays spread as they bend round, and height goes with the root
    of what is left between them, sqrt(cos) of the angle beyond the window (Snell, a straight shore). NaN
    stays NaN.
    """
    off = np.abs((np.asarray(off_deg, float) + 180) % 360 - 180)
    beyond = np.maximum(off - window_deg, 0.0)
    rays = np.maximum(np.cos(np.radians(np.minimum(beyond, 90.0))), 0.0)
    return np.asarray(np.where(beyond >= 90, 0.0, np.sqrt(rays)))


def share_in(off_deg: float, window_deg: float) -> float:
    """``shares_in`` of one direction."""
    return float(shares_in(off_deg, window_deg))


def wave_number(period_s: Array | float, depth_m: Array | float) -> Array:
    """Wave number [1/m] of a wave of this period in water of this depth: omega^2 = g k tanh(k h) (Airy 1845).

    Newton's steps on k h from the guess of Guo (2002), which is within .75 %: two make it exact.
    """
    deep = (2 * np.pi / np.asarray(period_s, float)) ** 2 * np.asarray(depth_m, float) / G
    at = deep / (1 - np.exp(-(deep**1.245))) ** (1 / 2.49)
    for _ in range(3):
        at = at - (at * np.tanh(at) - deep) / (np.tanh(at) + at / np.cosh(np.minimum(at, 300.0)) ** 2)
    return np.asarray(at / depth_m)


def shoaling(period_s: Array | float, depth_m: Array | float) -> Array:
    """Height of a wave over its height in deep water, straight in (linear theory): the energy that passes
    is the same, sqrt(c_g0 / c_g)."""
    k = wave_number(period_s, depth_m)
    kh = np.minimum(k * np.asarray(depth_m), 300.0)
    share = 0.5 * (1 + 2 * kh / np.sinh(2 * kh))
    return np.asarray(1 / np.sqrt(2 * share * np.tanh(kh)))


def energy_flux(height_m: Array | float, period_s: Array | float, rho: float = SEA_KG_M3) -> Array:
    """Power of an irregular sea in deep water a metre of crest [W/m].

    rho g^2 Hs^2 Te / 64 pi, with significant height [m] and energy period [s] (linear theory).
    """
    return np.asarray(rho * G**2 * np.asarray(height_m) ** 2 * np.asarray(period_s) / (64 * np.pi))
