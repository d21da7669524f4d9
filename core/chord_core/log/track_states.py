"""What a surfer does at every second: sits, moves or rides; the likeliest way through a track.

A hidden Markov model (Rabiner 1989) over the speed, solved by Viterbi 1967: sitting drifts with speeds
as Rayleigh has them, moving and riding have log-normal speeds.
"""

from __future__ import annotations

import numpy as np
import numpy.typing as npt

from chord_core.hull.stations import Array
from chord_core.log.kernels import likeliest
from chord_core.log.track_motion import Motion
from chord_core.tables import tables

WAIT, MOVE, RIDE = 0, 1, 2
#: From sitting so rarely straight into a ride; a ride ends in the water, or goes on as moving.
_TO_RIDE = 0.25
#: Seconds of moving from which a pace of one's own shows.
_LEAST_MOVING_S = 60


def _scores(speed: Array, move_m_s: float) -> Array:
    """Log-likelihood of a speed [m/s] in each state, (n, 3)."""
    rules = tables().log.track
    v = np.maximum(speed, 0.02)
    wait = np.log(v / rules.wait_m_s**2) - v**2 / (2 * rules.wait_m_s**2)
    made = [wait]
    for middle, sigma in ((move_m_s, rules.move_log_sigma), (rules.ride_m_s, rules.ride_log_sigma)):
        z = np.log(v / middle) / sigma
        made.append(-(z**2) / 2 - np.log(v * sigma * np.sqrt(2 * np.pi)))
    # A single second is not as surely one or the other as its speed alone would say: speeds hang together.
    return np.stack(made, axis=1) * 0.5


def _steps() -> Array:
    rules = tables().log.track
    leave = np.array([1 / rules.wait_s, 1 / rules.move_s, 1 / rules.ride_s])
    made = np.array(
        [
            [1 - leave[0], leave[0] * (1 - _TO_RIDE), leave[0] * _TO_RIDE],
            [leave[1] * (1 - _TO_RIDE), 1 - leave[1], leave[1] * _TO_RIDE],
            [leave[2] * 0.5, leave[2] * 0.5, 1 - leave[2]],
        ]
    )
    return np.asarray(np.log(made))


def states_of(motion: Motion) -> npt.NDArray[np.int8]:
    """State at every second, (n,); where no reading is near, sitting. How fast this one paddles is taken from
    a first look, and with it where they sit; rides are what is fast for anybody."""
    rules = tables().log.track
    way = _way(motion, rules.move_m_s)
    moving = motion.speed_m_s[way == MOVE]
    if len(moving) < _LEAST_MOVING_S:
        return way
    pace = float(np.clip(np.median(moving), rules.move_m_s / 1.5, rules.move_m_s * 1.3))
    slow = np.minimum(_way(motion, pace), MOVE)
    return np.asarray(np.where(way == RIDE, way, slow), np.int8)


def _way(motion: Motion, move_m_s: float) -> npt.NDArray[np.int8]:
    score = _scores(motion.speed_m_s, move_m_s)
    score[~motion.known] = 0.0
    way = np.empty(len(score), np.int8)
    likeliest(score, _steps(), way)
    way[~motion.known] = WAIT
    return way
