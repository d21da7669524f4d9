"""``nose_clearance`` of every board of a fleet on every wave, from a table a trim control."""

from __future__ import annotations

from functools import cache

import numpy as np

from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.ride.kernels.waves import clear_boards
from chord_core.ride.nose import clearance
from chord_core.water.face import Face

#: Axes: logarithms of length over height of the face and of the slope; height of the tip over the chord.
_AXES = (
    np.log(np.geomspace(0.15, 24, 72)),
    np.log(np.geomspace(0.05, 4.0, 72)),
    np.linspace(-0.02, 0.20, 12),
)
_STARTS = np.array([axis[0] for axis in _AXES])
_EVEN = np.array([axis[1] - axis[0] for axis in _AXES])


@cache
def _table(trim_control_deg: float) -> Array:
    length, slope, tip = np.meshgrid(*_AXES, indexing="ij", sparse=True)
    return np.ascontiguousarray(clearance(np.exp(length), np.exp(slope), tip, trim_control_deg))


def clear_fast(hull: Hull, face: Face, trim_control_deg: float) -> Array:
    """Clearance of the tip as a share of length, (n, m) for m faces."""
    out = np.empty((len(hull), len(face.height_m)))
    clear_boards(_table(trim_control_deg), _STARTS, _EVEN, np.log(hull.fleet.length), hull.tip_over_chord,
                 np.log(face.height_m), np.log(face.slope), out)  # fmt: skip
    return out
