"""What a buoy measured, hour by hour: merged from many files, cleaned of what a sensor cannot mean."""

from __future__ import annotations

from dataclasses import dataclass, fields, replace

import numpy as np
import numpy.typing as npt

from chord_core.hull.stations import Array, BoolArray
from chord_core.tables import tables

Hours = npt.NDArray[np.int64]

#: The columns of a record besides its hours.
COLUMNS = ("height_m", "period_s", "mean_period_s", "from_deg", "wind_m_s", "wind_from_deg")


@dataclass(frozen=True)
class Seas:
    """Hours in order, (n,), each once; NaN where nothing was measured.

    ``hour``: whole hours since 1970, UTC. ``height_m``: significant height; ``period_s``: dominant,
    ``mean_period_s``: mean period; ``from_deg``, ``wind_from_deg``: where it comes from, clockwise from
    north.
    """

    hour: Hours
    height_m: Array
    period_s: Array
    mean_period_s: Array
    from_deg: Array
    wind_m_s: Array
    wind_from_deg: Array

    def __len__(self) -> int:
        return len(self.hour)

    def at(self, rows: npt.NDArray[np.integer] | BoolArray | slice) -> Seas:
        """The hours of these rows."""
        return Seas(**{field.name: getattr(self, field.name)[rows] for field in fields(self)})

    def columns(self) -> Array:
        """The measured columns in the order of ``COLUMNS``, (6, n)."""
        return np.stack([getattr(self, name) for name in COLUMNS])


def seas_of(hour: Hours, columns: Array) -> Seas:
    """A record of hours (n,) and columns (6, n) in the order of ``COLUMNS``."""
    return Seas(np.asarray(hour, np.int64), *np.asarray(columns, float))


def no_seas() -> Seas:
    """A record without any hour."""
    return seas_of(np.empty(0, np.int64), np.empty((len(COLUMNS), 0)))


def merged(first: Seas, second: Seas) -> Seas:
    """Both records as one; where both measured, what the second says stands."""
    hour = np.union1d(first.hour, second.hour)
    whole = np.full((len(COLUMNS), len(hour)), np.nan)
    for seas in (first, second):
        rows = np.searchsorted(hour, seas.hour)
        given = seas.columns()
        whole[:, rows] = np.where(np.isnan(given), whole[:, rows], given)
    return seas_of(hour, whole)


def _runs(same: BoolArray) -> list[tuple[int, int]]:
    """First row and count of each run in which a row is the same as the one before it."""
    edges = np.flatnonzero(np.diff(np.concatenate([[0], same.astype(np.int8), [0]])))
    return [(int(a) - 1, int(b - a) + 1) for a, b in zip(edges[::2], edges[1::2], strict=True)]


def stuck_hours(seas: Seas) -> list[tuple[int, int]]:
    """Spells in which height, period and direction did not move: first row and count of hours.

    A sea is never the same to the last figure for half a day (``stuck_h`` in ``seas.json``); a spell counts
    from where it begins. Where only the height was measured, twice as long is waited for.
    """
    if len(seas) < 2:
        return []
    least = int(tables().seas.stuck_h)
    watched = np.stack([seas.height_m, seas.period_s, seas.from_deg])
    there = ~np.isnan(watched)
    moved = (watched[:, 1:] != watched[:, :-1]) & (there[:, 1:] | there[:, :-1])
    same = ~moved.any(0) & there[0, 1:] & there[0, :-1] & (np.diff(seas.hour) <= 2)
    found = _runs(np.concatenate([[False], same]))
    alone = there.sum(0) == 1
    return [(a, n) for a, n in found if n >= (2 * least if alone[a : a + n].all() else least)]


def without(seas: Seas, spells: list[tuple[int, int]]) -> Seas:
    """The record without what was measured in these spells, all but their first hour; winds stay."""
    gone = np.zeros(len(seas), bool)
    for begin, count in spells:
        gone[begin + 1 : begin + count] = True
    emptied = {
        name: np.where(gone, np.nan, getattr(seas, name))
        for name in ("height_m", "period_s", "mean_period_s", "from_deg")
    }
    return replace(seas, hour=seas.hour, **emptied)


def hourly(seas: Seas) -> Seas:
    """The record on every hour from its first to its last, what was not measured as NaN."""
    if not len(seas):
        return seas
    hour = np.arange(seas.hour[0], seas.hour[-1] + 1)
    whole = np.full((len(COLUMNS), len(hour)), np.nan)
    whole[:, seas.hour - hour[0]] = seas.columns()
    return seas_of(hour, whole)


def _since_known(known: BoolArray) -> npt.NDArray[np.int64]:
    """Row of the last known value at or before each row; -1 before the first."""
    return np.maximum.accumulate(np.where(known, np.arange(len(known)), -1))


def bridged(seas: Seas) -> Seas:
    """An hourly record with short gaps closed (``seas.json``): heights and periods in a straight line over
    ``gap_filled_h`` hours, directions and winds as they were last seen for ``direction_kept_h``."""
    if not len(seas):
        return seas
    rules = tables().seas
    rows = np.arange(len(seas))
    made: dict[str, Array] = {}
    for name in ("height_m", "period_s", "mean_period_s", "wind_m_s"):
        values = getattr(seas, name)
        known = ~np.isnan(values)
        if known.all() or not known.any():
            continue
        before = _since_known(known)
        after = len(seas) - 1 - _since_known(known[::-1])[::-1]
        gap = after - before - 1
        close = ~known & (before >= 0) & (after < len(seas)) & (gap <= rules.gap_filled_h)
        made[name] = values.copy()
        made[name][close] = np.interp(rows[close], rows[known], values[known])
    for name in ("from_deg", "wind_from_deg"):
        values = getattr(seas, name)
        before = _since_known(~np.isnan(values))
        held = (before >= 0) & (rows - before <= rules.direction_kept_h)
        made[name] = np.where(held, values[np.maximum(before, 0)], np.nan)
    return replace(seas, hour=seas.hour, **made)


def missing_share(seas: Seas) -> float:
    """Share of the hours between the first and the last without a height."""
    if not len(seas):
        return 1.0
    span = int(seas.hour[-1] - seas.hour[0]) + 1
    return 1 - int((~np.isnan(seas.height_m)).sum()) / span
