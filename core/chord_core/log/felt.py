"""How a size felt: too small, right, too big; what it says of the litres that suit, and which two boards
would tell most.

The litres that suit lie about those that are expected, log-normal; a board feels too big from some tenth over
them on, with doubt (ordered probit, McCullagh 1980). Of two boards the one nearer to them is taken home.
Information is what the answers are expected to take from the doubt (Shannon 1948, in bits).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import combinations, product
from typing import Literal

import numpy as np
from scipy.special import ndtr

from chord_core.hull.stations import Array
from chord_core.tables import tables

Size = Literal["too small", "right", "too big"]
SIZES: tuple[Size, ...] = ("too small", "right", "too big")
#: Logs of the litres that suit over those that are expected.
LOGS = np.linspace(-0.5, 0.5, 101)


def prior(sd: float) -> Array:
    """Chance of each of ``LOGS``, whose spread is ``sd``."""
    chance = np.exp(-((LOGS / sd) ** 2) / 2)
    return np.asarray(chance / chance.sum())


def chance_felt(felt: Size, over: float) -> Array:
    """Chance that a board feels so at each of ``LOGS``; ``over``: log of its litres over those expected."""
    rules = tables().log.felt
    u = (over - LOGS) / rules.step
    too_big, too_small = ndtr((u - 1) / rules.noise), ndtr((-u - 1) / rules.noise)
    return np.asarray({"too big": too_big, "too small": too_small, "right": 1 - too_big - too_small}[felt])


def chance_taken(first: float, second: float) -> Array:
    """Chance that the first of two boards is taken home, at each of ``LOGS``."""
    rules = tables().log.felt
    nearer = ((second - LOGS) ** 2 - (first - LOGS) ** 2) / rules.step**2
    return np.asarray(ndtr(nearer / (2 * rules.noise)))


def _bits(chance: Array) -> float:
    held = chance[chance > 0]
    return float(-(held * np.log2(held)).sum())


def information(sd: float, first: float, second: float) -> float:
    """Bits that the three answers on two boards are expected to take from the doubt.

    Args:
        sd: spread of the log of the litres that suit.
        first, second: logs of the boards' litres over those that are expected of their kinds.
    """
    before = prior(sd)
    left, taken = 0.0, chance_taken(first, second)
    felt = [[chance_felt(size, over) for size in SIZES] for over in (first, second)]
    for one, other in product(*felt):
        for home in (taken, 1 - taken):
            both = before * one * other * home
            chance = float(both.sum())
            if chance > 1e-12:
                left += chance * _bits(both / chance)
    return _bits(before) - left


@dataclass(frozen=True)
class Tried:
    """A board that could be lent: any key, litres, litres that are expected of its kind, how well it fits."""

    key: int
    litres: float
    expected_l: float
    fit: float

    @property
    def over(self) -> float:
        """Log of its litres over those that are expected."""
        return float(np.log(self.litres / self.expected_l))


@dataclass(frozen=True)
class DemoPair:
    """The two boards that would tell most, the smaller one first, and how much of the doubt they take."""

    first: int
    second: int
    bits: float
    of_bits: float


def demo_pair(boards: Sequence[Tried], sd: float) -> DemoPair | None:
    """The two of the boards that are expected to tell most of the litres that suit; None where there are not
    two that fit well enough to be tried.

    Args:
        sd: spread of the log of the litres that suit, as it is known now.
    """
    fitting = [one for one in boards if one.fit >= tables().log.felt.least_fit]
    if len(fitting) < 2:
        return None

    def told(pair: tuple[Tried, Tried]) -> tuple[float, float]:
        one, other = pair
        return round(information(sd, one.over, other.over), 6), one.fit + other.fit

    best = max(combinations(fitting, 2), key=told)
    small, large = sorted(best, key=lambda one: one.over)
    return DemoPair(small.key, large.key, information(sd, small.over, large.over), _bits(prior(sd)))


def after(
    sd: float, felt: Sequence[tuple[Size, float]], middle: float = 0.0, noise: float | None = None
) -> tuple[float, float]:
    """Mean and spread of the log of the litres that suit, after how boards felt.

    Args:
        sd: spread before.
        felt: how each felt, and the log of its litres over those expected.
        middle, noise: what else was seen of it, as a normal; None: nothing.
    """
    chance = prior(sd)
    if noise is not None:
        chance = chance * np.exp(-(((LOGS - middle) / noise) ** 2) / 2)
    for size, over in felt:
        chance = chance * chance_felt(size, over)
    chance = chance / chance.sum()
    mean = float(chance @ LOGS)
    return mean, float(np.sqrt(chance @ (LOGS - mean) ** 2))
