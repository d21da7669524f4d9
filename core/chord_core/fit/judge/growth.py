"""Growth: does a board leave room to learn, neither swallowing effort nor carrying the rider past it?"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from scipy.special import expit

from chord_core.fit.judge.style import one_thing, radius_wanted_m, turning_share
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.ride.batches import RideSummary
from chord_core.surfer.defaults import Rider
from chord_core.tables import Rung, rungs
from chord_core.tables.calibration import calibration
from chord_core.water.conditions import Conditions


@dataclass(frozen=True)
class Growth:
    """Growth of n boards, 0-1, (n,), its parts, and what they are held against: litres, length and width that
    are expected (L, m), and the band of litres [L]."""

    growth: Array
    litres: Array
    length: Array
    width: Array
    learn: Array
    shared: Array
    wanted: Wanted


def next_rung(rung: Rung) -> Rung:
    """The rung above; the last one's is itself."""
    ladder = list(rungs().values())
    return ladder[min(rung.step + 1, len(ladder) - 1)]


def near(values: Array, middles: Array, soft: float) -> Array:
    """1 where a value is what is expected, falling with the squared log of how far it is off.

    Args:
        soft: the log at which .61 is left.
    """
    return np.asarray(np.exp(-((np.log(values / middles) / soft) ** 2) / 2))


def _learn(rider: Rider, conditions: Conditions, ridden: RideSummary) -> Array:
    """Whether a board can do the next rung's turn at the usual face, as far as there is room for turns;
    nothing is asked under green wave, nor of a board for one thing."""
    if rider.rung.step < rungs()["green wave"].step or one_thing(rider, conditions):
        return np.ones(len(ridden))
    speed = np.array([ridden.along_m_s])
    wanted = radius_wanted_m(replace(rider, rung=next_rung(rider.rung)), conditions, speed)[0]
    rises = expit(np.log(wanted / ridden.radius_m) / calibration().learn_soft + 1.5)
    turning = float(turning_share(rider, conditions, ridden.along_m_s) @ conditions.bins.weight)
    return np.asarray(rises**turning)


def _shared(rider: Rider, ridden: RideSummary) -> Array:
    """A board to share has to be stood on by somebody one rung below."""
    if rider.aim != "keep and share" or rider.craft == "stand_up":
        return np.ones(len(ridden))
    below = list(rungs().values())[max(rider.rung.step - 1, 0)]
    c = calibration()
    sweet = np.log(np.maximum(ridden.sweet_m, 1e-6) / below.sweet_spot_need_m) / c.stand_soft
    return np.asarray(expit(sweet + c.stand_margin))


@dataclass(frozen=True)
class Wanted:
    """What is expected of n boards, each as a board of its family, (n,): litres [L] with their band, length
    and width [m]."""

    litres: Array
    low_l: Array
    high_l: Array
    length_m: Array
    width_m: Array


def size_parts(hull: Hull, wanted: Wanted) -> tuple[Array, Array, Array]:
    """How near boards are to the litres, the length and the width that are expected, each (n,), 0-1."""
    c = calibration()
    return (
        near(hull.litres, wanted.litres, c.growth_litres),
        near(hull.fleet.length, wanted.length_m, c.growth_length),
        near(hull.fleet.width, wanted.width_m, c.growth_width),
    )


def growth_of(
    rider: Rider, conditions: Conditions, hull: Hull, ridden: RideSummary, wanted: Wanted
) -> Growth:
    """Growth of boards for a rider in a water: near the size that is expected, with room to learn."""
    litres, length, width = size_parts(hull, wanted)
    learn, shared = _learn(rider, conditions, ridden), _shared(rider, ridden)
    return Growth(litres * length * width * learn * shared, litres, length, width, learn, shared, wanted)
