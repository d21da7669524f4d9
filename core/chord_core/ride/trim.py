"""Trim: what a face gives along the wall, what the board needs, how far it carries without."""

from __future__ import annotations

import numpy as np

from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.physics import G
from chord_core.ride.plane import plane_at, planing_trials
from chord_core.tables.calibration import calibration
from chord_core.water.face import Face

#: A flat section is met at this speed, and is lost at the speed at which boards come off the plane [m/s].
_CARRY_FROM, _CARRY_STEPS = 5.0, 28
_ADDED_MASS = 1.08
#: Savitsky's trials end at this trim [deg].
_TRIALS_TO_DEG = 15.0


def steepest_chord(face: Face, length_m: Array) -> Array:
    """Steepest mean slope of a face over a length [m]; face and length broadcast.

    For eta = H sech^2(x / f) the mean slope over l is (H / l) 4 sinh(r) sqrt(C^2 - 1) / (C + cosh r)^2 with
    r = l / f; its maximum over the place has C = (cosh r + sqrt(cosh^2 r + 8)) / 2.
    """
    fade = np.exp(-np.minimum(length_m / face.front_m, 40.0))
    cosh, sinh = (1 + fade**2) / 2, (1 - fade**2) / 2
    at = (cosh + np.sqrt(cosh**2 + 8 * fade**2)) / 2
    drop = 4 * sinh * np.sqrt(np.maximum(at**2 - fade**2, 0)) / (at + cosh) ** 2
    return np.asarray(face.height_m * drop / length_m)


def keeping(
    hull: Hull,
    weight_n: Array,
    face: Face,
    pump: Array,
    lost: Array,
    rho: float,
    foot_weight: str = "even",
) -> Array:
    """What each face gives over what each board needs to stay on a plane, (n, m): over 1 it runs.

    Given is .60 of the sine of the steepest mean slope over the wetted length (a long board bridges a small
    wave), at the speed along the wall; needed is D/W and what chop costs less what pumping adds. The best
    over the wetted lengths.

    Args:
        face: m faces.
        pump: share of weight that pumping adds, (n,).
        lost: share of weight that chop costs, (n,).
    """
    c = calibration()
    columns = []
    for j, speed in enumerate(face.along_m_s):
        tried = planing_trials(hull, weight_n, np.full(len(hull), speed), rho, foot_weight)
        one = Face(face.height_m[j : j + 1], face.slope[j : j + 1])
        given = c.along_slope * np.sin(np.arctan(steepest_chord(one, tried.wet)))
        need = np.maximum(tried.drag + lost[:, None] - pump[:, None], c.drag_least)
        columns.append((given / need).max(axis=1))
    return np.stack(columns, axis=1)


def carry_m(hull: Hull, weight_n: Array, lost: Array, rho: float, foot_weight: str = "even") -> Array:
    """How far a board runs over a flat section [m], (n,), from 5 m/s until it comes off the plane.

    M v dv/dx = -D with D of planing; off the plane is where the trim of the running surface reaches the end
    of Savitsky's trials (15 degrees).
    """
    speeds = np.linspace(_CARRY_FROM, 1.6, _CARRY_STEPS)
    way, running = np.zeros(len(hull)), np.ones(len(hull), bool)
    step = speeds[0] - speeds[1]
    for speed in speeds[1:]:
        middle = np.full(len(hull), speed + step / 2)
        planing = plane_at(hull, weight_n, middle, rho, foot_weight)
        # The last step counts in part, so that no board jumps by a whole one.
        part = np.clip((_TRIALS_TO_DEG - planing.trim_deg) / 1.0, 0, 1) * running
        running = running & (planing.trim_deg < _TRIALS_TO_DEG)
        way += part * _ADDED_MASS * middle * step / (G * (planing.drag_of_weight + lost))
    return np.asarray(way)
