"""Trim and nose of every board of a fleet on every wave."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from chord_core.hull.stations import Array, IndexArray
from chord_core.kernel import compiled
from chord_core.memory import Memory, forgets
from chord_core.ride.kernels.planing import SHARES, TRIALS, cubic_weights, peak
from chord_core.ride.trim import steepest_chord
from chord_core.water.face import Face

#: What faces give is tabled over the root of length over front, which is even where it bends.
_NODES, _ROOT_MOST = 121, 7.0
_LENGTHS = np.linspace(0, _ROOT_MOST, _NODES) ** 2


@dataclass(frozen=True)
class Given:
    """What m faces give, (m, nodes) over the root of length over front: ``along_slope`` x the sine of the
    steepest mean slope over a length. With it one over their fronts [1/m], and where the speeds along their
    walls lie in the table of planing: ``cubic_weights``. Kept for whoever asks next: not to be written to."""

    table: Array
    per_front: Array
    first: IndexArray
    weights: Array


#: What the last faces gave: a surfer's next question is mostly of the same water.
_given = Memory(64)
forgets(_given.clear)


def gives(face: Face, along_slope: float) -> Given:
    """What each face gives; ``along_slope`` as the calibration has it."""

    def make() -> Given:
        lengths = np.maximum(_LENGTHS, 1e-6)[None, :] * face.front_m[:, None]
        wide = Face(face.height_m[:, None], face.slope[:, None])
        given = along_slope * np.sin(np.arctan(steepest_chord(wide, lengths)))
        return Given(np.ascontiguousarray(given), 1 / face.front_m, *cubic_weights(face.along_m_s))

    return _given.once((face.height_m.tobytes(), face.slope.tobytes(), along_slope), make)


@compiled
def keep_boards(table, longest, lost, pump, least, given, per_front, first, weights, out):
    """``trim.keeping``: the best over wetted lengths of what the face gives over what trim needs, (n, waves).

    From ``given`` on to ``weights`` it is what ``gives`` says of the waves.
    """
    trials = np.empty(TRIALS)
    root_shares = np.sqrt(SHARES) * ((_NODES - 1) / _ROOT_MOST)
    for i in range(len(lost)):
        moved = lost[i] - pump[i]
        for j in range(len(per_front)):
            at = first[j]
            w0, w1, w2, w3 = weights[j, 0], weights[j, 1], weights[j, 2], weights[j, 3]
            long = (
                w0 * longest[i, at] + w1 * longest[i, at + 1]
                + w2 * longest[i, at + 2] + w3 * longest[i, at + 3]
            )  # fmt: skip
            root = math.sqrt(long * per_front[j])
            for k in range(TRIALS):
                drag = (
                    w0 * table[i, at, k] + w1 * table[i, at + 1, k]
                    + w2 * table[i, at + 2, k] + w3 * table[i, at + 3, k]
                )  # fmt: skip
                place = min(root * root_shares[k], _NODES - 1.001)
                left = np.uint32(place)
                low = given[j, left]
                gift = low + (place - left) * (given[j, left + np.uint32(1)] - low)
                trials[k] = gift / max(drag + moved, least)
            out[i, j] = peak(trials, 1.0)


@compiled
def _place(value, start, step, count):
    """Left node and part of a step of a value on an even axis, held at its ends."""
    place = min(max((value - start) / step, 0.0), count - 1.000001)
    left = int(place)
    return left, place - left


@compiled
def clear_boards(table, starts, steps, log_length, tip, log_height, log_slope, out):
    """``nose.nose_clearance``: trilinear in the table of clearances, into ``out`` (n, waves)."""
    for i in range(len(tip)):
        c, pc = _place(tip[i], starts[2], steps[2], table.shape[2])
        for j in range(len(log_height)):
            a, pa = _place(log_length[i] - log_height[j], starts[0], steps[0], table.shape[0])
            b, pb = _place(log_slope[j], starts[1], steps[1], table.shape[1])
            total = 0.0
            for u in range(2):
                wa = pa if u else 1 - pa
                for v in range(2):
                    wb = pb if v else 1 - pb
                    total += wa * wb * (table[a + u, b + v, c] * (1 - pc) + table[a + u, b + v, c + 1] * pc)
            out[i, j] = total
