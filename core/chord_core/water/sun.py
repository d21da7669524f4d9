"""Light on the water: the height of the sun over the horizon."""

from __future__ import annotations

import numpy as np

from chord_core.hull.stations import Array, Mask

#: Civil twilight: lighter than this one sees the waves (sun less than 6 degrees under the horizon).
TWILIGHT_DEG = -6.0


def sun_height_deg(hour: Array | float, latitude_deg: float, longitude_deg: float) -> Array:
    """Height of the sun's middle [deg] at hours since 1970 UTC, without refraction.

    Low-precision position of the sun (Meeus 1998, chapter 25: .01 deg) and sidereal time.

    Args:
        longitude_deg: east positive.
    """
    days = np.asarray(hour, float) / 24 - 10957.5
    mean = np.radians((280.46646 + 0.98564736 * days) % 360)
    anomaly = np.radians((357.52911 + 0.98560028 * days) % 360)
    along = mean + np.radians(1.914602 * np.sin(anomaly) + 0.019993 * np.sin(2 * anomaly))
    tilt = np.radians(23.4393 - 3.563e-7 * days)
    right = np.arctan2(np.cos(tilt) * np.sin(along), np.cos(along))
    up = np.arcsin(np.sin(tilt) * np.sin(along))
    sidereal = np.radians((280.46061837 + 360.98564736629 * days + longitude_deg) % 360)
    at = np.radians(latitude_deg)
    sine = np.sin(at) * np.sin(up) + np.cos(at) * np.cos(up) * np.cos(sidereal - right)
    return np.asarray(np.degrees(np.arcsin(sine)))


def is_light(hour: Array, latitude_deg: float, longitude_deg: float) -> Mask:
    """Whether one sees the waves, at hours since 1970 UTC: from civil dawn to civil dusk."""
    return np.asarray(sun_height_deg(hour, latitude_deg, longitude_deg) > TWILIGHT_DEG)
