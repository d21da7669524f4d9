"""A break's waves as bins: face height x steepest slope, with weights that add up to one."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from scipy.special import ndtri

from chord_core.hull.stations import Array
from chord_core.tables import tables
from chord_core.water.days import Days

#: Heights and slopes of the grid: equal shares of days, each at its middle.
HEIGHTS, SLOPES = 8, 5


@dataclass(frozen=True)
class Bins:
    """Waves of a break, (m,): face height [m], steepest slope, weight."""

    face_m: Array
    slope: Array
    weight: Array

    def share_below(self, face_m: float) -> float:
        """Share of the waves whose face is lower than ``face_m`` [m]."""
        return float(self.weight[self.face_m < face_m].sum())


def median_slope(steepness: str) -> float:
    """Median steepest slope of the faces of a steepness class."""
    rows = tables().waves.steepness
    return float(next(row.median_slope for row in rows if row.name == steepness))


def slope_of(similarity: Array | float) -> Array:
    """Steepest slope of the face of a breaker by its surf similarity: between the classes of steepness in the
    logarithms of both (``waves.json``), held to the outer ones."""
    rows = tables().waves.similarity
    known = np.log([row.similarity for row in rows])
    slopes = np.log([median_slope(row.name) for row in rows])
    return np.asarray(np.exp(np.interp(np.log(similarity), known, slopes)))


def class_at(slope: float) -> str:
    """The steepness class whose median slope is nearest by ratio."""
    rows = tables().waves.steepness
    return str(min(rows, key=lambda row: abs(np.log(slope / row.median_slope))).name)


def _middles(count: int) -> Array:
    return (np.arange(count) + 0.5) / count


def sea_bins(days: Days, steepness: str, wind: float = 1.0) -> Bins:
    """Bins of equal weight: the days' spread of heights, a log-normal of slopes about the class's median.

    Args:
        wind: factor of the wind on the slope: over 1 offshore, under 1 onshore.
    """
    sigma = tables().waves.steepness_log_sigma
    slopes = wind * median_slope(steepness) * np.exp(sigma * ndtri(_middles(SLOPES)))
    faces = days.face_at(_middles(HEIGHTS))
    face, slope = np.meshgrid(faces, slopes, indexing="ij")
    count = HEIGHTS * SLOPES
    return Bins(face.ravel(), slope.ravel(), np.full(count, 1 / count))


def standing_bin(face_m: float, slope: float) -> Bins:
    """The one face of a river wave."""
    return Bins(np.array([face_m]), np.array([slope]), np.ones(1))


def bins_given(face_m: Array, slope: Array, weight: Array) -> Bins:
    """Bins as somebody counted them, their weights made to add up to one."""
    return Bins(face_m, slope, weight / weight.sum())


def quantile(bins: Bins, share: float, of: str = "face_m") -> float:
    """Face height [m], or another column, under which a share of the waves lies; each bin spread about its
    own place, so that a single bin is its own median."""
    values = getattr(bins, of)
    order = np.argsort(values, kind="stable")
    weight = bins.weight[order]
    middles = np.cumsum(weight) - weight / 2
    return float(np.interp(share, middles, values[order]))


def class_of(bins: Bins) -> str:
    """The steepness class whose median slope is nearest, by ratio, to that of the bins."""
    return class_at(quantile(bins, 0.5, "slope"))
