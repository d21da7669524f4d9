"""Buoy text for the tests: written by rule from hours, as such files are."""

import io
from datetime import UTC, datetime

import numpy as np

from chord_core.water.buoy import BuoyText, read_buoy
from chord_core.water.seas import Hours, Seas, seas_of

NEW_HEAD = "#YY  MM DD hh mm WDIR WSPD GST  WVHT   DPD   APD MWD   PRES  ATMP  WTMP  DEWP  VIS  TIDE\n"
NEW_UNITS = "#yr  mo dy hr mn degT m/s  m/s     m   sec   sec degT   hPa  degC  degC  degC   mi    ft\n"
OLD_HEAD = "YY MM DD hh WD   WSPD GST  WVHT  DPD   APD  MWD  BAR    ATMP  WTMP  DEWP  VIS\n"


def hour_of(year: int, month: int, day: int, hour: int = 0) -> int:
    return int(datetime(year, month, day, hour, tzinfo=UTC).timestamp()) // 3600


def year_hours(year: int, count: int | None = None) -> Hours:
    begin, end = hour_of(year, 1, 1), hour_of(year + 1, 1, 1)
    return np.arange(begin, begin + count if count else end)


def row(
    hour: int, height: object = "1.20", period: object = "9.0", from_deg: object = "300", wind: object = "4.0"
) -> str:
    """One line under ``NEW_HEAD``; minute 0."""
    at = datetime.fromtimestamp(hour * 3600, UTC)
    sea = f"{height} {period} 6.00 {from_deg}"
    return f"{at:%Y %m %d %H %M} 270 {wind} 99.0 {sea} 1013.0 999.0 999.0 999.0 99.0 99.00\n"


def file_of(lines: str, head: str = NEW_HEAD + NEW_UNITS) -> io.BytesIO:
    return io.BytesIO((head + lines).encode())


def read(lines: str, head: str = NEW_HEAD + NEW_UNITS) -> BuoyText:
    return read_buoy(file_of(lines, head), "test.txt")


def written(seas: Seas) -> str:
    """A record as lines under ``NEW_HEAD``: 99 and 999 where nothing is known."""

    def figure(value: float, form: str, missing: str) -> str:
        return missing if np.isnan(value) else format(value, form)

    lines = []
    for i, hour in enumerate(seas.hour):
        at = datetime.fromtimestamp(int(hour) * 3600, UTC)
        cells = (
            figure(seas.wind_from_deg[i], ".0f", "999"),
            figure(seas.wind_m_s[i], ".1f", "99.0"),
            "99.0",
            figure(seas.height_m[i], ".2f", "99.00"),
            figure(seas.period_s[i], ".2f", "99.00"),
            figure(seas.mean_period_s[i], ".2f", "99.00"),
            figure(seas.from_deg[i], ".0f", "999"),
        )
        lines.append(f"{at:%Y %m %d %H %M} {' '.join(cells)} 1013.0 999.0 999.0 999.0 99.0 99.00\n")
    return "".join(lines)


def still(hour: Hours, height: float = 1.2, period: float = 10.0, from_deg: float = 300.0) -> Seas:
    """A sea that is the same all the time but for a trace, so that no sensor seems to stand still."""
    trace = 0.001 * (np.arange(len(hour)) % 7)
    ones = np.ones(len(hour))
    return seas_of(
        hour,
        np.stack([height + trace, period * ones, 0.75 * period * ones, from_deg * ones, ones, 90 * ones]),
    )
