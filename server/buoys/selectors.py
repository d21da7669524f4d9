"""What is read of buoys."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from functools import lru_cache
from uuid import UUID

import numpy as np

from buoys.codec import seas_from
from buoys.documents import BuoyOut
from buoys.models import Buoy, BuoyMonth
from chord_core.water.seas import COLUMNS, Seas, missing_share

#: An hour that is older than this is not today's sea: its buoy is called silent.
SILENT_AFTER = timedelta(hours=3)


@lru_cache(maxsize=8)
def _seas(pk: int, stamp: UUID) -> Seas:
    rows = BuoyMonth.objects.filter(buoy_id=pk).values_list("month", "packed")
    return seas_from(rows)


def seas_of_buoy(buoy: Buoy) -> Seas:
    """All that a buoy measured, kept in memory for the last few buoys as long as nothing is added."""
    return _seas(buoy.pk, buoy.stamp)


def _time(hour: int) -> datetime:
    return datetime.fromtimestamp(int(hour) * 3600, UTC)


def last_reading(seas: Seas) -> datetime | None:
    """When a height was last measured."""
    rows = np.flatnonzero(~np.isnan(seas.height_m))
    return _time(int(seas.hour[rows[-1]])) if len(rows) else None


def as_document(buoy: Buoy) -> BuoyOut:
    """A buoy as it is sent."""
    seas = seas_of_buoy(buoy)
    known = int((~np.isnan(seas.height_m)).sum())
    return BuoyOut(
        id=buoy.pk,
        name=buoy.name,
        station=buoy.station,
        depth_m=buoy.depth_m,
        hours=known,
        missing=missing_share(seas) if known else None,
        from_day=_time(int(seas.hour[0])).date() if known else None,
        to_day=_time(int(seas.hour[-1])).date() if known else None,
        last=last_reading(seas),
        polled_at=buoy.polled_at,
        poll_says=buoy.poll_says,
    )


def hours_csv(seas: Seas) -> Iterator[str]:
    """The hours of a buoy as CSV: time in UTC and the columns, empty where nothing was measured."""
    line = io.StringIO()
    writer = csv.writer(line, lineterminator="\n")

    def written(cells: list[object]) -> str:
        line.seek(0)
        line.truncate()
        writer.writerow(cells)
        return line.getvalue()

    yield written(["time", *COLUMNS])
    columns = seas.columns()
    for i, hour in enumerate(seas.hour):
        if not np.isnan(columns[:, i]).all():
            cells = ["" if np.isnan(value) else f"{value:g}" for value in columns[:, i]]
            yield written([f"{_time(int(hour)):%Y-%m-%dT%H:%MZ}", *cells])
