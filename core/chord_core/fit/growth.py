"""Growth: does a board leave room to learn, neither swallowing effort nor carrying the rider past it?"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np
from scipy.special import expit

from chord_core.fit.bands import Band, band_for
from chord_core.fit.schools import leader, present_litres, settled_band
from chord_core.fit.style import one_thing, radius_wanted_m, turning_share
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.ride.chunks import Summary
from chord_core.surfer.pencil import Rider
from chord_core.surfer.spot import Spot
from chord_core.tables import Rung, rungs, table
from chord_core.tables.craft import craft

#: Of the ladder's upper end, how much a river board may hold: nobody paddles there.
_RIVER_OF_BAND = 0.85


@dataclass(frozen=True)
class Growth:
    """Growth of n boards, 0-1, (n,), its parts (``litres``, ``learn``, ``shared``), and the band [L]."""

    growth: Array
    litres: Array
    learn: Array
    shared: Array
    low_l: Array
    high_l: Array


def next_rung(rung: Rung) -> Rung:
    """The rung above; the last one's is itself."""
    ladder = list(rungs().values())
    return ladder[min(rung.step + 1, len(ladder) - 1)]


def family_band(rider: Rider, spot: Spot, family: str, target_l: float | None) -> Band:
    """The band of litres [L] in which a family's boards are looked for.

    On a river what is under the band is no fault, and the top is .85 of the ladder's."""
    if spot.river and target_l is None:
        low, high = band_for(rider, spot, family)
        return low / 2, _RIVER_OF_BAND * high
    return settled_band(rider, spot, family, target_l)


def over_softness(rider: Rider, spot: Spot) -> float:
    """How fast growth falls over the band."""
    c = craft()
    if spot.river:
        return c.growth_over_river
    return c.growth_over if rider.rung.step >= rungs()["trimming"].step else c.growth_over_first


def litres_part(litres: Array, low: Array, high: Array, k: float) -> Array:
    """1 in the middle of the band, a little less at its ends, falling with the squared log outside
    (``docs/model.md``, growth): a band is where a rung's surfers are, and most of them are in its middle.

    Args:
        k: how fast it falls over the band.
    """
    c = craft()
    over = np.log(np.maximum(litres / high, 1)) ** 2
    under = np.log(np.maximum(low / litres, 1)) ** 2
    from_middle = np.log(litres / np.sqrt(low * high)) / (np.log(high / low) / 2)
    inside = np.log(c.growth_edge) * np.minimum(np.abs(from_middle), 1) ** 2
    return np.asarray(np.exp(inside - over / k - under / c.growth_under))


def _a_fifth_at_once(rider: Rider, spot: Spot, litres: Array) -> Array:
    """Where one steps from the present board: never more than a fifth at once (1 well inside, (n,))."""
    now = present_litres(rider)
    if now is None or leader(rider, True)[0] != "by step":
        return np.ones(len(litres))
    beyond = np.abs(np.log(litres / now)) - np.log(1 + table("sizing")["step_most"])
    return np.asarray(expit(2 - beyond / 0.02) / expit(2.0 + np.log(1 + table("sizing")["step_most"]) / 0.02))


def _learn(rider: Rider, spot: Spot, ridden: Summary) -> Array:
    """Whether a board can do the next rung's turn at the usual face, as far as there is room for turns;
    nothing is asked under green wave, nor of a board for one thing."""
    if rider.rung.step < rungs()["green wave"].step or one_thing(rider, spot):
        return np.ones(len(ridden))
    speed = np.array([ridden.along_m_s])
    wanted = radius_wanted_m(replace(rider, rung=next_rung(rider.rung)), spot, speed)[0]
    rises = expit(np.log(wanted / ridden.radius_m) / craft().learn_soft + 1.5)
    turning = float(turning_share(rider, spot, ridden.along_m_s) @ spot.bins.weight)
    return np.asarray(rises**turning)


def _shared(rider: Rider, ridden: Summary) -> Array:
    """A board to share has to be stood on by somebody one rung below."""
    if rider.aim != "keep and share" or rider.craft == "stand_up":
        return np.ones(len(ridden))
    below = list(rungs().values())[max(rider.rung.step - 1, 0)]
    c = craft()
    sweet = np.log(np.maximum(ridden.sweet_m, 1e-6) / below.sweet_spot_need_m) / c.stand_soft
    return np.asarray(expit(sweet + c.stand_margin))


def growth_of(
    rider: Rider, spot: Spot, hull: Hull, ridden: Summary, bands: list[Band], target_l: float | None
) -> Growth:
    """Growth of boards for a rider in a water.

    Args:
        bands: the band of litres in which each board's family is looked for.
        target_l: the advisor's own target [L], or None.
    """
    low, high = np.array(bands).T
    litres = litres_part(hull.litres, low, high, over_softness(rider, spot))
    if target_l is None:
        litres = litres * _a_fifth_at_once(rider, spot, hull.litres)
    learn, shared = _learn(rider, spot, ridden), _shared(rider, ridden)
    return Growth(litres * learn * shared, litres, learn, shared, low, high)
