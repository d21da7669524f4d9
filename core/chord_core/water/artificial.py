"""Water that is made or broken: a pool's settings as bins, and the foam that first lessons are given in."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from scipy.special import ndtri

from chord_core.documents.shore import Setting
from chord_core.documents.water import Water
from chord_core.tables import tables
from chord_core.tables.calibration import calibration
from chord_core.water.bins import SLOPES, Bins, median_slope


def pool_bins(settings: Sequence[Setting]) -> Bins:
    """A pool's settings as bins: each its own height, slopes spread as the waves of one hour are."""
    inside = tables().seas.hour_log_sigma * ndtri((np.arange(SLOPES) + 0.5) / SLOPES)
    faces = np.repeat([row.face_m for row in settings], SLOPES)
    slopes = np.concatenate([median_slope(row.steepness) * np.exp(inside) for row in settings])
    shares = np.repeat([row.share for row in settings], SLOPES)
    return Bins(faces, slopes, shares / shares.sum())


def foam_m(face_m: float, body_m: float) -> float:
    """Height [m] of the white water that a learner meets: a share of the face that broke, but no more than
    the depth in which one still stands carries (.42 of it, Thornton & Guza 1982)."""
    rules = tables().seas.foam
    return float(min(calibration().foam_of_face * face_m, rules.of_depth * rules.stands_in * body_m))


def foam_water(said: Water, days_m: tuple[float, float, float], body_m: float) -> Water:
    """The white water of a break for first lessons: foam on its small, usual and big day.

    Args:
        days_m: faces of the break on those days [m].
        body_m: height of the learner [m].
    """
    small, usual, big = (max(foam_m(face, body_m), 0.1) for face in days_m)
    usual = max(usual, small * 1.02)
    kept = {"name": said.name, "crowd": said.crowd, "water_kg_m3": said.water_kg_m3}
    days = {"small_m": round(small, 3), "usual_m": round(usual, 3), "big_m": round(max(big, usual * 1.02), 3)}
    return Water.model_validate({"kind": "white_water", **kept, **days})
