"""Early entry: is there time to stand up before the face is too steep?"""

from __future__ import annotations

import numpy as np

from chord_core.hull.stations import Array
from chord_core.physics import G
from chord_core.ride.indices import ENTRY, PITCHES
from chord_core.water.face import Face

#: Slope of the bottom under the last of the shoaling for faces of a steepness: gentle shores spill.
_FACE, _BOTTOM = np.log([0.30, 0.36, 0.46, 0.62, 0.90]), np.log([1 / 80, 1 / 60, 1 / 40, 1 / 25, 1 / 10])
#: A face steepens as d ln s / dt = 1.9 m c / h (slope goes with (H/h)^1.5, Green's law for height).
_STEEPENS = 1.9


def bottom_slope(face: Face) -> Array:
    """Slope of the bottom where such faces break, (m,): between the classes' in the logarithm, held at the
    ends by the outer pieces' slope."""
    log = np.log(face.slope)
    inner = np.interp(log, _FACE, _BOTTOM)
    low = _BOTTOM[0] + (log - _FACE[0]) * (_BOTTOM[1] - _BOTTOM[0]) / (_FACE[1] - _FACE[0])
    high = _BOTTOM[-1] + (log - _FACE[-1]) * (_BOTTOM[-1] - _BOTTOM[-2]) / (_FACE[-1] - _FACE[-2])
    made = np.where(log < _FACE[0], low, np.where(log > _FACE[-1], high, inner))
    return np.exp(np.minimum(made, np.log(0.25)))


def time_margin(face: Face, threshold: Array) -> Array:
    """Seconds from being carried until the face is as steep as it gets, (n, m): h / (1.9 m c) ln(s / s_t).

    Args:
        threshold: the slope at which each board is carried on faces of this height, (n, m).
    """
    pace = face.depth_m / (_STEEPENS * bottom_slope(face) * face.speed_m_s)
    return np.asarray(pace[None, :] * np.log(face.slope[None, :] / threshold))


def entry_terms(
    face: Face, threshold: Array, pop_up_s: float, turning_share: float
) -> dict[str, Array | float]:
    """What ``ENTRY`` is made of, (n, m).

    Needed are the pop-up and, where the lip pitches, the time of its fall; a plunging lip throws all who are
    late, a spilling face only those who cannot angle the drop.
    """
    return {
        "p": PITCHES({"s": face.slope})[None, :],
        "e": turning_share,
        "t": time_margin(face, threshold),
        "u": pop_up_s,
        "H": face.height_m[None, :],
        "g": G,
    }


def entry_factor(face: Face, threshold: Array, pop_up_s: float, turning_share: float) -> Array:
    """How surely the rider is on the feet in time, (n, m), 0-1."""
    return ENTRY(entry_terms(face, threshold, pop_up_s, turning_share))
