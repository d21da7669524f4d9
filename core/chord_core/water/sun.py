"""Light on the water: the height of the sun over the horizon."""

from __future__ import annotations

import numpy as np

from chord_core.hull.stations import Array, BoolArray

#: Civil twilight: lighter than this one sees the waves (sun less than 6 degrees under the horizon).
TWILIGHT_DEG = -6.0
_EVERY_H = 12.0


def sun_height_deg(hour: Array | float, latitude_deg: float, longitude_deg: float) -> Array:
    """Height of the sun's middle [deg] at hours since 1970 UTC, without refraction.

    Low-precision position of the sun (Meeus 1998, chapter 25: .01 deg).

    Args:
        longitude_deg: east positive.
    """
    at = np.atleast_1d(np.asarray(hour, float))
    # Declination and the equation of time turn slowly: worked out so often, straight lines between.
    begin, end = float(at.min()), float(at.max())
    knots = np.linspace(begin, end, int((end - begin) / _EVERY_H) + 2)
    up, ahead = (np.interp(at, knots, values) for values in _sun(knots / 24 - 10957.5))
    angle = np.radians(15 * (at % 24) + 180 + longitude_deg) + ahead
    place = np.radians(latitude_deg)
    sine = np.sin(place) * np.sin(up) + np.cos(place) * np.cos(up) * np.cos(angle)
    return np.asarray(np.degrees(np.arcsin(np.clip(sine, -1, 1)))).reshape(np.shape(hour))


def _sun(days: Array) -> tuple[Array, Array]:
    """Declination of the sun, and how far it runs ahead of the mean sun, the equation of time [rad], at days
    since 2000 January 1, 12 h."""
    mean = np.radians((280.46646 + 0.98564736 * days) % 360)
    anomaly = np.radians((357.52911 + 0.98560028 * days) % 360)
    along = mean + np.radians(1.914602 * np.sin(anomaly) + 0.019993 * np.sin(2 * anomaly))
    tilt = np.radians(23.4393 - 3.563e-7 * days)
    right = np.arctan2(np.cos(tilt) * np.sin(along), np.cos(along))
    ahead = (mean - right + np.pi) % (2 * np.pi) - np.pi
    return np.arcsin(np.sin(tilt) * np.sin(along)), ahead


def is_light(hour: Array, latitude_deg: float, longitude_deg: float) -> BoolArray:
    """Whether one sees the waves, at hours since 1970 UTC: from civil dawn to civil dusk."""
    return np.asarray(sun_height_deg(hour, latitude_deg, longitude_deg) > TWILIGHT_DEG)
