"""The face of a wave as a solitary wave that is about to break: depth, speed, profile.

Munk 1949 for the profile and speed, McCowan 1894 for the limit H/h = .78.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.hull.stations import Array
from chord_core.physics import G

#: Highest solitary wave over its depth (McCowan 1894).
HIGHEST_OF_DEPTH = 0.78
#: Steepest slope of H sech^2(x / l) is 4 / (3 sqrt 3) of H / l.
_STEEPEST = 4 / (3 * np.sqrt(3))
#: Speed along the wall over that of the wave, by the face's slope: crumbly to hollow (after Walker 1974).
_SLOPES = np.array([0.30, 0.36, 0.46, 0.62, 0.90])
_ALONG = np.array([1.06, 1.10, 1.16, 1.23, 1.30])


@dataclass(frozen=True)
class Face:
    """Faces of height [m] and steepest slope, arrays of one shape (n,) or scalars as arrays."""

    height_m: Array
    slope: Array

    @property
    def depth_m(self) -> Array:
        """Depth of the water [m]: a solitary wave is as steep as .667 (H/h)^1.5, up to its limit."""
        steep = (2 / 3 / self.slope) ** (2 / 3)
        return np.asarray(self.height_m * np.maximum(steep, 1 / HIGHEST_OF_DEPTH))

    @property
    def speed_m_s(self) -> Array:
        """Speed of the crest [m/s]: sqrt(g (h + H))."""
        return np.asarray(np.sqrt(G * (self.depth_m + self.height_m)))

    @property
    def front_m(self) -> Array:
        """Length scale of the front [m], so that its steepest slope is ``slope``."""
        return np.asarray(_STEEPEST * self.height_m / self.slope)

    def elevation_m(self, ahead_m: Array) -> Array:
        """Height of the water [m] over still water at places ``ahead_m`` of the crest."""
        return np.asarray(self.height_m / np.cosh(ahead_m / self.front_m) ** 2)

    def slope_at(self, ahead_m: Array) -> Array:
        """Downward slope of the face at places ``ahead_m`` of the crest, positive."""
        x = ahead_m / self.front_m
        return np.asarray(2 * self.height_m / self.front_m * np.tanh(x) / np.cosh(x) ** 2)

    @property
    def along_m_s(self) -> Array:
        """Speed of a rider along the wall [m/s]: c / sin(peel angle), by steepness (Walker 1974)."""
        return np.asarray(self.speed_m_s * np.interp(self.slope, _SLOPES, _ALONG))
