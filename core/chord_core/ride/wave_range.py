"""The range: between which face heights a board works, and what ends it on either side."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.hull.stations import Array, IndexArray
from chord_core.ride.ride_model import SCAN_M, FleetRide
from chord_core.ride.rides import product_of

#: The range reaches to where the works share falls under this part of its best.
_OF_BEST = 0.5
#: Under this works share at its best a board has no range here.
LEAST = 0.005
#: Nerve is the surfer's, not the board's: a second mark beside the range.
_NOT_THE_BOARD = "nerve"


@dataclass(frozen=True)
class WaveRange:
    """Ranges of n boards, (n,): lowest and highest face [m], NaN where a board works nowhere; best works
    share on the way; the factors, and which of them (index) ends the range at the small and the big end, -1
    where nothing does."""

    low_m: Array
    high_m: Array
    best: Array
    names: tuple[str, ...]
    small_ends: IndexArray
    big_ends: IndexArray

    def limit(self, row: int, end: str) -> str | None:
        """The factor that ends the range of one board at the ``small`` or ``big`` end; None: nothing does."""
        which = int((self.small_ends if end == "small" else self.big_ends)[row])
        return None if which < 0 else self.names[which]


def _ends(works: Array, peak: IndexArray, step: int) -> tuple[IndexArray, Array]:
    """Index inside of the range next to its end on one side, and the part of a step beyond it, (n,).

    The part is NaN where the range reaches the end of the scan.
    """
    count = works.shape[1]
    half = _OF_BEST * works[np.arange(len(works)), peak]
    place = np.arange(count)[None, :]
    out = (works < half[:, None]) & ((place - peak[:, None]) * step > 0)
    beyond = out.any(axis=1)
    first = out.argmax(axis=1) if step > 0 else count - 1 - out[:, ::-1].argmax(axis=1)
    inside = np.where(beyond, first - step, 0 if step < 0 else count - 1)
    row = np.arange(len(works))
    a, b = works[row, inside], works[row, np.where(beyond, first, inside)]
    part = np.where(beyond, (a - half) / np.where(a > b, a - b, 1.0), np.nan)
    return inside, part


def _what_ends(logs: Array, inside: IndexArray, part: Array, step: int) -> IndexArray:
    """Which factor fell most from its best at an end, (n,); -1 where the scan ends before the range."""
    row, share = np.arange(logs.shape[1]), np.nan_to_num(part)
    outside = np.clip(inside + step, 0, logs.shape[2] - 1)
    there = logs[:, row, inside] * (1 - share) + logs[:, row, outside] * share
    fell = logs.max(axis=2) - there
    return np.where(np.isnan(part), -1, fell.argmax(axis=0))


def find_wave_range(fleet_ride: FleetRide) -> WaveRange:
    """Ranges of a fleet at the usual slope of the water: face heights over which the works share without
    nerve stays over half of its best."""
    factors = {name: values for name, values in fleet_ride.scan.items() if name != _NOT_THE_BOARD}
    works = product_of(factors)
    logs = np.log(np.maximum(np.stack(list(factors.values())), 1e-12))
    peak = works.argmax(axis=1)
    best = works[np.arange(len(works)), peak]
    scan, step = np.log(SCAN_M), float(np.log(SCAN_M[1] / SCAN_M[0]))
    made = {}
    for end, way in (("small", -1), ("big", 1)):
        inside, part = _ends(works, peak, way)
        height = np.exp(scan[inside] + way * np.nan_to_num(part) * step)
        made[end] = np.where(best < LEAST, np.nan, height), _what_ends(logs, inside, part, way)
    return WaveRange(
        low_m=made["small"][0],
        high_m=made["big"][0],
        best=best,
        names=tuple(factors),
        small_ends=made["small"][1],
        big_ends=made["big"][1],
    )
