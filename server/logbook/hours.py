"""The water of an hour at a break: as its buoy measured it, under what somebody says who was there."""

from dataclasses import dataclass
from datetime import datetime

import numpy as np

from breaks.climate import hours_of, shore_of
from breaks.models import Break
from buoys.selectors import seas_of_buoy
from chord_core.documents import Water, parse
from chord_core.tables import tables
from chord_core.water.bins import class_at
from chord_core.water.climate import THIRDS
from chord_core.water.hours import LEAST_FACE_M, wind_word
from logbook.documents import HourIn

#: What an hour is described by.
FIELDS = ("face_m", "steepness", "wind", "tide", "crowd")


@dataclass(frozen=True)
class Hour:
    """The water of an hour (its name is the break), and which of ``FIELDS`` were measured."""

    water: Water
    filled: tuple[str, ...]


def _row_of(hours: np.ndarray, at: datetime) -> int | None:
    """Place of an hour in a record; None where it has none of it."""
    place = int(at.timestamp() // 3600) - int(hours[0])
    return place if 0 <= place < len(hours) else None


def measured(place: Break, at: datetime) -> dict[str, object]:
    """What was measured of an hour at a break, by ``FIELDS``; empty where nothing was."""
    hours, shore = hours_of(place), shore_of(place)
    row = _row_of(hours.hour, at) if hours is not None else None
    if hours is None or shore is None or row is None or place.buoy is None:
        return {}
    found: dict[str, object] = {}
    face, slope = float(hours.face_m[row]), float(hours.slope[row])
    if face > LEAST_FACE_M and not np.isnan(slope):
        found |= {"face_m": round(face, 2), "steepness": class_at(slope)}
    if place.tide and not np.isnan(hours.third[row]):
        found["tide"] = THIRDS[int(hours.third[row])]
    seas = seas_of_buoy(place.buoy)
    there = _row_of(seas.hour, at)
    wind = (
        wind_word(shore, float(seas.wind_m_s[there]), float(seas.wind_from_deg[there]))
        if there is not None
        else None
    )
    return found | ({"wind": wind} if wind else {})


def hour_at(place: Break | None, name: str, at: datetime, given: HourIn) -> Hour:
    """The water of an hour: what was said goes over what was measured, and both over what the break is."""
    base = place.document() if place else Water(name=name)
    found = measured(place, at) if place else {}
    said = given.model_dump(exclude_none=True)
    values = found | said
    rules, face = tables().log.hour, values.pop("face_m", None)
    changed: dict[str, object] = dict(values)
    if face is not None:
        face = float(str(face))
        days = {"usual_m": face} if base.kind == "river" else {
            "small_m": max(round(rules.small_of_usual * face, 3), 0.1),
            "usual_m": min(max(face, 0.11), 11.5),
            "big_m": min(round(rules.big_of_usual * face, 3), 12.0),
        }  # fmt: skip
        changed |= {"small_m": None, "big_m": None, "bins": (), "duck_dive_needed": None, **days}
    whole = base.model_dump(exclude_unset=True) | changed | {"name": place.name if place else name}
    whole = {key: value for key, value in whole.items() if value is not None}
    return Hour(parse(Water, whole, "hour"), tuple(sorted(set(found) - set(said))))
