"""Where a rising function crosses zero, by the Illinois form of false position; every fourth step halves the
bracket, so that kinks cost little. One equation a row, no row looks at another; the two steps are shared by
the compiled loops, which bring their own function."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from chord_core.hull.stations import Array
from chord_core.kernel import shared


@shared
def next_trial(low, high, at_low, at_high, step):
    """Where to ask next between ``low`` and ``high``, with the values there."""
    if step % 4 == 3:
        return (low + high) / 2
    gap = at_low - at_high
    share = at_low / (gap + (gap == 0))
    return low + np.minimum(np.maximum(share, 0.0), 1.0) * (high - low)


@shared
def narrowed(low, high, at_low, at_high, side, middle, value):
    """The bracket after a trial: its ends, their values (that of an end that stays twice is halved), and on
    which side the crossing was found (-1 under, 1 over)."""
    under = (value < 0) * 1.0
    over = 1.0 - under
    at_high = at_high * (1 - under * (side < 0) / 2)
    at_low = at_low * (1 - over * (side > 0) / 2)
    low, at_low = low + under * (middle - low), at_low + under * (value - at_low)
    high, at_high = high + over * (middle - high), at_high + over * (value - at_high)
    return low, high, at_low, at_high, over - under


def rising_roots(f: Callable[[Array], Array], low: Array, high: Array, steps: int) -> Array:
    """Where rising functions cross zero, (n,). A row without a crossing ends at the side nearer to one.

    Args:
        f: maps (n,) to (n,), each row rising in its own argument.
        low, high: brackets (n,).
        steps: how often ``f`` is asked after the two ends.
    """
    at_low, at_high = f(low), f(high)
    side = np.zeros(low.shape)
    for step in range(steps):
        middle = next_trial(low, high, at_low, at_high, step)
        low, high, at_low, at_high, side = narrowed(low, high, at_low, at_high, side, middle, f(middle))
    return np.asarray(next_trial(low, high, at_low, at_high, 0))
