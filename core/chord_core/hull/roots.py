"""Roots of many equations at once, one a row; no row looks at another."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from chord_core.hull.stations import Array


def rising_roots(f: Callable[[Array], Array], low: Array, high: Array, steps: int) -> Array:
    """Where rising functions cross zero, (n,), by the Illinois form of false position.

    Every fourth step halves the bracket, so that kinks cost little. A row without a crossing ends
    at the side that is nearer to one.

    Args:
        f: maps (n,) to (n,), each row rising in its own argument.
        low, high: brackets (n,).
        steps: how often ``f`` is asked after the two ends.
    """
    at_low, at_high = f(low), f(high)
    side = np.zeros(low.shape)
    for step in range(steps):
        share = np.clip(at_low / np.where(at_low == at_high, 1.0, at_low - at_high), 0.0, 1.0)
        middle = low + (0.5 if step % 4 == 3 else share) * (high - low)
        value = f(middle)
        under = value < 0
        at_high = np.where(under & (side < 0), at_high / 2, at_high)
        at_low = np.where(~under & (side > 0), at_low / 2, at_low)
        side = np.where(under, -1.0, 1.0)
        low, at_low = np.where(under, middle, low), np.where(under, value, at_low)
        high, at_high = np.where(under, high, middle), np.where(under, at_high, value)
    share = np.clip(at_low / np.where(at_low == at_high, 1.0, at_low - at_high), 0.0, 1.0)
    return np.asarray(low + share * (high - low))
