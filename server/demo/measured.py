"""What the demo shop measured: years of a made-up sea and river up to this hour, and what it noted."""

import io
import time
from datetime import date, timedelta
from typing import Any

import numpy as np

from accounts.models import Shop, User
from breaks.climate import hours_of
from breaks.commands import keep_break, keep_flows, note_seen
from breaks.documents import BreakIn
from breaks.models import Break
from breaks.selectors import as_document
from buoys.commands import keep_buoy, keep_seas
from buoys.documents import BuoyIn
from buoys.models import Buoy
from chord_core.documents import parse
from chord_core.documents.verbs.calibrate import Seen
from chord_core.water.bins import class_at
from standins.made_sea import Coast, made_flows, made_seas

_YEAR_H = 8766
#: How many days the shop noted, over how many days, and how much smaller it saw them than the guess.
_NOTED, _NOTED_OVER, _SEEN_OF_GUESS = 11, 200, 0.88


def measured(shop: Shop, person: User, document: dict[str, Any], places: dict[str, Break]) -> None:
    """Give the demo's breaks their buoys, tides, river and settings.

    Args:
        document: ``buoys``, the ``tide`` of the coast, and ``places`` by the names of the breaks.
        places: the breaks by name, as remembered.
    """
    buoys = {row["name"]: _buoy(shop, row, f"buoys.{i}") for i, row in enumerate(document["buoys"])}
    for i, row in enumerate(document["places"]):
        place = places[row["name"]]
        known = as_document(place).model_dump(exclude={"id", "measured"}, exclude_unset=True)
        given = known | {name: value for name, value in row.items() if name != "buoy"}
        if "tide_table" in given:
            given["tide_table"] = document["tide"]
        if "buoy" in row:
            given["buoy_id"] = buoys[row["buoy"]].pk
        place = keep_break(shop, parse(BreakIn, given, f"water.{i}"), place)
        if place.river:
            keep_flows(place, io.BytesIO(_flows().encode()), "flows.csv")
        if place.buoy:
            _note(place, person)


def _buoy(shop: Shop, row: dict[str, Any], where: str) -> Buoy:
    years = row["years"]
    buoy = keep_buoy(shop, parse(BuoyIn, {k: v for k, v in row.items() if k != "years"}, where))
    now = int(time.time()) // 3600
    seas = made_seas(Coast(), np.arange(now - years * _YEAR_H, now + 1))
    # A buoy is away now and then: two outages of some weeks, and single hours.
    away = np.random.default_rng(1).random(len(seas)) < 0.02
    away[len(seas) // 3 : len(seas) // 3 + 500] = True
    away[-4000:-3700] = True
    keep_seas(buoy, seas.at(~away))
    return buoy


def _flows() -> str:
    now = int(time.time()) // 3600
    hours = np.arange(now - _YEAR_H, now + 1, 3)
    times = np.datetime_as_string(hours.astype("datetime64[h]"), unit="m")
    rows = (f"{at},{flow:g}" for at, flow in zip(times, made_flows(hours), strict=True))
    return "time,flow_m3_s\n" + "\n".join(rows) + "\n"


def _note(place: Break, person: User) -> None:
    """Days that the shop noted, seen a little smaller than the guessed exposure says."""
    hours = hours_of(place)
    if hours is None:
        return
    rows = np.flatnonzero(
        hours.light & (hours.face_m > 0.3) & (hours.hour > hours.hour[-1] - 24 * _NOTED_OVER)
    )
    random = np.random.default_rng(len(place.name))
    for row in rows[:: max(len(rows) // _NOTED, 1)][:_NOTED]:
        face = float(hours.face_m[row]) * _SEEN_OF_GUESS * float(np.exp(0.12 * random.normal()))
        seen = Seen(
            day=date(1970, 1, 1) + timedelta(days=int(hours.day[row])),
            hour=int(hours.local_h[row]),
            face_m=round(min(max(face, 0.1), 12), 1),
            steepness=class_at(float(hours.slope[row])),
        )
        note_seen(place, person, seen)
