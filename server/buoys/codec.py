"""Hours of a month as bytes: six columns of whole numbers of two bytes, an hour after the other.

Ten years of hours are about a megabyte and come out of the database at once; a row an hour would be ten times
that, and reading it into Python takes longer than all that is computed from it (docs/decisions/0023).
"""

from collections.abc import Iterable
from datetime import date

import numpy as np

from chord_core.water.seas import COLUMNS, Hours, Seas, seas_of

_KIND = np.dtype("<i2")
_NOTHING = np.iinfo(np.int16).min
#: What one step of each column is: centimetres, hundredths of a second, degrees.
_STEPS = np.array([[0.01], [0.01], [0.01], [1.0], [0.01], [1.0]])


def month_span(month: date) -> tuple[int, int]:
    """First hour since 1970 of a month (UTC), and of the next."""
    begin = np.datetime64(month, "M")
    return int(begin.astype("datetime64[h]").astype(int)), int(
        (begin + 1).astype("datetime64[h]").astype(int)
    )


def months_of(hour: Hours) -> list[date]:
    """The months in which these hours lie, in order."""
    return [month.astype(object) for month in np.unique(hour.astype("datetime64[h]").astype("datetime64[M]"))]


def encode(seas: Seas, month: date) -> bytes:
    """The hours of a record that lie in a month."""
    begin, end = month_span(month)
    rows = (seas.hour >= begin) & (seas.hour < end)
    whole = np.full((len(COLUMNS), end - begin), _NOTHING, _KIND)
    values = np.rint(seas.columns()[:, rows] / _STEPS)
    whole[:, seas.hour[rows] - begin] = np.where(np.isnan(values), _NOTHING, np.nan_to_num(values)).astype(
        _KIND
    )
    return whole.tobytes()


def decode(month: date, raw: bytes) -> tuple[Hours, np.ndarray]:
    """The hours of a month and their columns (6, hours), NaN where nothing was measured."""
    begin, end = month_span(month)
    values = np.frombuffer(raw, _KIND).reshape(len(COLUMNS), end - begin)
    return np.arange(begin, end), np.where(values == _NOTHING, np.nan, values * _STEPS)


def seas_from(rows: Iterable[tuple[date, bytes | memoryview]]) -> Seas:
    """A record from months in order, without the hours before its first and after its last reading."""
    parts = [decode(month, bytes(raw)) for month, raw in rows]
    if not parts:
        return seas_of(np.empty(0, np.int64), np.empty((len(COLUMNS), 0)))
    hour = np.concatenate([part[0] for part in parts])
    columns = np.concatenate([part[1] for part in parts], axis=1)
    there = np.flatnonzero(~np.isnan(columns).all(axis=0))
    span = slice(there[0], there[-1] + 1) if len(there) else slice(0, 0)
    return seas_of(hour[span], columns[:, span])
