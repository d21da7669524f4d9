"""Today at a break: the last hour of its buoy with its age, the tide of the day, the light."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta

import numpy as np
from django.utils import timezone

from breaks.climate import flows_of, hours_of, river_for, shore_of, tide_table
from breaks.documents import Now
from breaks.models import Break
from buoys.commands import poll
from buoys.models import Buoy
from buoys.selectors import SILENT_AFTER, seas_of_buoy
from chord_core.documents import River, Shore, parse
from chord_core.documents.verbs.tide import TideRequest, TideResult
from chord_core.water.bins import class_at
from chord_core.water.climate import THIRDS
from chord_core.water.river import rated
from chord_core.water.sun import TWILIGHT_DEG, sun_height_deg
from chord_core.water.tide import is_rising, tide_at, tide_of, tide_third

_EVERY_H = 0.5


def age_says(age: timedelta) -> str:
    """How old something is, in words."""
    minutes = round(age.total_seconds() / 60)
    if minutes < 120:
        return f"{max(minutes, 0)} min"
    if minutes < 48 * 60:
        return f"{round(minutes / 60)} h"
    return f"{round(minutes / 1440)} days"


def _light(shore: Shore, begin: datetime) -> tuple[float, float] | None:
    """First and last light of a local day [h]; None where it does not get light or dark."""
    steps = np.arange(0, 24, 1 / 12)
    up = (
        sun_height_deg(begin.timestamp() / 3600 + steps, shore.latitude_deg, shore.longitude_deg)
        > TWILIGHT_DEG
    )
    if up.all() or not up.any():
        return None
    rows = np.flatnonzero(up)
    return float(steps[rows[0]]), float(steps[rows[-1]])


def _buoy_says(buoy: Buoy | None, age: timedelta | None) -> str:
    if buoy is None:
        return ""
    silent = age is None or age > SILENT_AFTER
    if buoy.poll_says:
        old = f"; the last good hour is {age_says(age)} old" if age is not None else ""
        return f"{buoy.name} {buoy.poll_says}{old}."
    if silent:
        return (
            f"{buoy.name}: the last hour is {age_says(age)} old."
            if age is not None
            else f"{buoy.name} has no hour yet."
        )
    return ""


def _of_sea(place: Break, now: datetime) -> dict[str, object]:
    """The last hour of the buoy that has a height, and what it makes at the break."""
    hours, buoy = hours_of(place), place.buoy
    if hours is None or buoy is None:
        return {"says": _buoy_says(buoy, None)}
    seas = seas_of_buoy(buoy)
    rows = np.flatnonzero(~np.isnan(seas.height_m))
    if not len(rows):
        return {"says": _buoy_says(buoy, None)}
    row = int(rows[-1])
    at = datetime.fromtimestamp(int(seas.hour[row]) * 3600, UTC)
    # An hour is written down when it is over; it may bear the name of the full hour that comes.
    age = max(now - at, timedelta(0))
    here = int(seas.hour[row] - hours.hour[0])
    face, slope = float(hours.face_m[here]), float(hours.slope[here])
    known = not (np.isnan(face) or np.isnan(slope))

    def figure(values: np.ndarray) -> float | None:
        return None if np.isnan(values[row]) else float(values[row])

    return {
        "at": at,
        "age_h": age.total_seconds() / 3600,
        "fresh": age <= SILENT_AFTER,
        "height_m": figure(seas.height_m),
        "period_s": figure(seas.period_s),
        "from_deg": figure(seas.from_deg),
        "wind_m_s": figure(seas.wind_m_s),
        "wind_from_deg": figure(seas.wind_from_deg),
        "face_m": face if known else None,
        "steepness": class_at(slope) if known and face > 0.1 else None,
        "says": _buoy_says(buoy, age),
    }


def _of_river(place: Break, now: datetime) -> dict[str, object]:
    flows, river = flows_of(place), river_for(place)
    if flows is None:
        return {}
    at = datetime.fromtimestamp(float(flows.hour[-1]) * 3600, UTC)
    age = max(now - at, timedelta(0))
    fresh = age <= timedelta(days=1)
    now_rated: dict[str, float | None] = dict.fromkeys(("speed_m_s", "depth_m", "face_m"))
    if place.river:
        known = rated(parse(River, place.river, "river"), float(flows.flow_m3_s[-1]))
        now_rated = {name: float(known[name]) for name in now_rated}
    return {
        "at": at,
        "age_h": age.total_seconds() / 3600,
        "fresh": fresh,
        "flow_m3_s": float(flows.flow_m3_s[-1]),
        "works": river.last_works if river else False,
        **now_rated,
        "says": "" if fresh else f"The gauge's last reading is {age_says(age)} old.",
    }


def _tides(place: Break, shore: Shore, begin: datetime) -> tuple[TideResult | None, tuple[bool, ...]]:
    """The tide of a day, and at which of its half hours the break works."""
    table = tide_table(place)
    if table is None or not table.constants:
        return None, ()
    tide = tide_of(TideRequest(tide=table, begin=begin, hours=24))
    at = begin.timestamp() / 3600 + _EVERY_H * np.arange(len(tide.height_m))
    works = np.ones(len(at), bool)
    if shore.tides:
        works &= np.isin(tide_third(table, tide_at(table, at)), [THIRDS.index(name) for name in shore.tides])
    if shore.going:
        works &= is_rising(table, at) == (shore.going == "rising")
    return tide, tuple(works.tolist())


def last_hour(place: Break, now: datetime) -> dict[str, object]:
    """What was measured last at a break, by the fields of ``Now``; its buoy is asked if that is due. Empty
    where nothing measures."""
    if place.buoy:
        place.buoy = poll(place.buoy)
    if place.kind == "river":
        return _of_river(place, now)
    return _of_sea(place, now) if place.kind == "sea" else {}


def now_at(place: Break, now: datetime | None = None) -> Now:
    """Today at a break; its buoy is asked for its last hours if that is due."""
    now = now or timezone.now()
    last = last_hour(place, now)
    shore = shore_of(place)
    local = now + timedelta(hours=shore.utc_offset_h if shore else 0)
    begin = now - timedelta(
        hours=local.hour, minutes=local.minute, seconds=local.second, microseconds=local.microsecond
    )
    tide, works = _tides(place, shore, begin) if shore else (None, ())
    empty: dict[str, object] = dict.fromkeys(Now.model_fields) | {"fresh": False, "says": ""}
    return Now(
        **empty
        | last
        | {
            "local_now": local.replace(tzinfo=None),
            "day_begins": begin,
            "tides": tide.height_m if tide else (),
            "turns": tide.turns if tide else (),
            "works_at": works,
            "light": _light(shore, begin) if shore else None,
        }
    )
