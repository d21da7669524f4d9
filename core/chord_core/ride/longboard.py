"""Nose-riding: is the tail held down while the weight stands at the nose?"""

from __future__ import annotations

import numpy as np

from chord_core.hull.constants import HELD_TAIL
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.physics import G
from chord_core.ride.savitsky import centre_of_pressure

#: Water over the tail that holds [m]; speed [m/s]; where the weight stands, from the tip [m]; wetted share
#: of length.
_OVER_M, _SPEED_M_S, _STANDS_M, _WET = 0.15, 4.0, 0.30, 0.85


def nose_riding(hull: Hull, weight_n: Array, rho: float) -> Array:
    """Nose-riding index, (n,): moment that holds the tail over the moment of the weight at the nose; higher
    is easier.

    Held by the water over the tail's area and by the suction of its rocker (thin aerofoil, pi / 2 k l); the
    lift stands at Savitsky's centre of pressure, further forward for a wide nose.
    """
    length = hull.fleet.length
    area, curve = hull.held_area_m2, np.maximum(hull.held_curvature, 0)
    held = rho * G * area * _OVER_M + rho / 2 * _SPEED_M_S**2 * area * np.pi / 2 * curve * HELD_TAIL * length
    beam = hull.planing_beam_m()
    cv2 = _SPEED_M_S**2 / (G * beam)
    wide_nose = (hull.fleet.nose_width / beam) ** 0.5
    at = centre_of_pressure(_WET * length / beam, cv2) * _WET * length * wide_nose
    return np.asarray(held * (at - 0.1 * length) / (weight_n * np.maximum(length - _STANDS_M - at, 0.1)))
