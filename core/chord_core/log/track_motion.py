"""Places and speeds out of readings: a flat map, jumps left out, smoothed, at every second.

A surfer's velocity is taken for a random walk (accelerations are white noise) and each reading for a place
with an error: Kalman 1960, smoothed back in time by Rauch, Tung & Striebel 1965. Both axes have the same
covariances; gaps between readings are as long as they are.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.hull.stations import Array, BoolArray
from chord_core.log.kernels import astray, filter_forward, smooth_backward
from chord_core.log.track_file import Readings
from chord_core.tables import tables

#: Radius of a sphere as large as the Earth [m].
_EARTH_M = 6_371_008.8
#: After so many readings in a row that are off, the track is there, and what was before was the jump.
_BELIEVED_AFTER = 6


@dataclass(frozen=True)
class Motion:
    """Movement at every second, (n,): seconds since 1970, metres east and north of the track's middle, metres
    a second; ``known``: whether a reading is near enough. ``jumps``: readings that were left out."""

    at_s: Array
    east_m: Array
    north_m: Array
    east_m_s: Array
    north_m_s: Array
    known: BoolArray
    middle: tuple[float, float]
    jumps: int
    gaps: tuple[float, ...]

    @property
    def speed_m_s(self) -> Array:
        """Speed over the ground [m/s]."""
        return np.asarray(np.hypot(self.east_m_s, self.north_m_s))


def flat(latitude: Array, longitude: Array, middle: tuple[float, float]) -> tuple[Array, Array]:
    """Metres east and north of a place; good to .1 % within 20 km."""
    north = np.radians(latitude - middle[0]) * _EARTH_M
    east = np.radians((longitude - middle[1] + 180) % 360 - 180) * _EARTH_M * np.cos(np.radians(middle[0]))
    return east, north


def _between(t: Array, states: Array, at: Array) -> Array:
    """States at other times: the cubic through places and speeds on either side, (m, 4)."""
    after = np.clip(np.searchsorted(t, at, side="right"), 1, len(t) - 1)
    h = (t[after] - t[after - 1])[:, None]
    u = (at - t[after - 1])[:, None] / h
    p0, p1 = states[after - 1, :2], states[after, :2]
    v0, v1 = states[after - 1, 2:] * h, states[after, 2:] * h
    place = (
        (1 + 2 * u) * (1 - u) ** 2 * p0
        + u * (1 - u) ** 2 * v0
        + u**2 * (3 - 2 * u) * p1
        - u**2 * (1 - u) * v1
    )
    speed = 6 * u * (u - 1) * (p0 - p1) + (1 - u) * (1 - 3 * u) * v0 + u * (3 * u - 2) * v1
    return np.concatenate([place, speed / h], axis=1)


def motion_of(readings: Readings) -> Motion:
    """Movement at every second of a track."""
    rules = tables().log.track
    middle = (float(np.median(readings.latitude)), float(np.median(readings.longitude)))
    east, north = flat(readings.latitude, readings.longitude, middle)
    t = readings.at_s - readings.at_s[0]
    off = np.empty(len(t), bool)
    astray(t, east, north, rules.jump_s, rules.jump_m, off)
    t, east, north = t[~off], east[~off], north[~off]
    states, covariances, used = np.empty((len(t), 4)), np.empty((len(t), 3)), np.empty(len(t), bool)
    q = rules.acceleration_m2_s3
    filter_forward(
        t, east, north, q, rules.reading_m, rules.jump_sigmas, _BELIEVED_AFTER, states, covariances, used
    )
    smooth_backward(t, q, states, covariances)
    at = np.arange(np.floor(t[-1]) + 1)
    made = _between(t, states, at)
    taken = t[used]
    after = np.clip(np.searchsorted(taken, at), 1, len(taken) - 1)
    known = taken[after] - taken[after - 1] <= rules.gap_s
    gaps = np.diff(taken)
    return Motion(
        at + readings.at_s[0], made[:, 0], made[:, 1], made[:, 2], made[:, 3], known, middle,
        int((~used).sum() + off.sum()),
        tuple(float(gap) for gap in gaps[gaps > rules.gap_s]),
    )  # fmt: skip
