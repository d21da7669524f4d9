"""The climate of a break as a document: its days, its bins, its map, its months."""

from __future__ import annotations

import io
from datetime import date, timedelta

import numpy as np

from chord_core.documents.shore import Shore
from chord_core.documents.verbs.climate import (
    BuoyFault,
    ClimateAnswer,
    ClimateRequest,
    ClimateResult,
    DayGives,
    HoursAsked,
    MapShare,
    MonthGives,
)
from chord_core.documents.verbs.shared import Bin
from chord_core.documents.water import Water
from chord_core.hull.stations import Array, BoolArray
from chord_core.water.bins import class_of
from chord_core.water.buoy import MOST_TOLD, read_buoy
from chord_core.water.climate import (
    BreakDays,
    break_days,
    climate_bins,
    counted,
    hour_weights,
    known,
    wave_map,
    weighted_quantile,
)
from chord_core.water.days import BIG_SHARE, SMALL_SHARE
from chord_core.water.hours import BreakHours, hours_at
from chord_core.water.seas import merged, no_seas

#: Shares of days that are told, so that a client can read off how often a face is reached.
_TOP = (0.95, 0.96, 0.97, 0.975, 0.98, 0.985, 0.99, 0.995)
TOLD: Array = np.array([0.01, 0.02, 0.05, *np.arange(0.1, 0.94, 0.05), *_TOP])
_EPOCH = date(1970, 1, 1)


def _day(number: float) -> date:
    return _EPOCH + timedelta(days=int(number))


def _months(hours: BreakHours, rows: BoolArray, days: BreakDays) -> tuple[MonthGives, ...]:
    made = []
    for month in range(1, 13):
        part = days.month == month
        here = hours.month == month
        span = len(np.unique(hours.day[here]))
        middle = weighted_quantile(days.face_m[part], days.weight[part], 0.5) if part.any() else None
        made.append(
            MonthGives(
                month=month,
                face_m=None if middle is None else float(middle),
                hours_a_day=float(rows[here].sum() / span) if span else 0.0,
            )
        )
    return tuple(made)


def climate_of(hours: BreakHours, shore: Shore, asked: HoursAsked) -> ClimateResult:
    """What a break gives in the hours that count.

    Raises:
        ChordError: none of them is known to have a wave.
    """
    rows = counted(hours, asked, shore)
    bins = climate_bins(hours, rows)
    days = break_days(hours, rows)
    found = wave_map(hours, rows)
    faces = weighted_quantile(days.face_m, days.weight, TOLD)
    small, usual, big = weighted_quantile(days.face_m, days.weight, np.array([SMALL_SHARE, 0.5, BIG_SHARE]))
    there = rows & known(hours)
    weight = hour_weights(hours, rows)[there]
    return ClimateResult(
        small_m=float(small),
        usual_m=float(usual),
        big_m=float(big),
        steepness=class_of(bins),
        chop_m=float(np.average(hours.chop_m[there], weights=weight)),
        bins=tuple(
            Bin(face_m=float(f), steepness=float(s), weight=float(w))
            for f, s, w in zip(bins.face_m, bins.slope, bins.weight, strict=True)
        ),
        map=MapShare(
            face_edges_m=tuple(found.face_edges_m.tolist()),
            slope_edges=tuple(found.slope_edges.tolist()),
            share=tuple(tuple(row) for row in found.share.tolist()),
            flat=found.flat,
        ),
        quantiles=tuple(
            DayGives(share=float(share), face_m=float(face)) for share, face in zip(TOLD, faces, strict=True)
        ),
        months=_months(hours, rows, days),
        years=len(hours.hour) / 8766,
        missing=float(1 - known(hours).mean()),
        known_hours=int(there.sum()),
        from_day=_day(hours.day[0]),
        to_day=_day(hours.day[-1]),
    )


def water_given(said: Water, climate: ClimateResult) -> Water:
    """A break's water with what a buoy's hours say laid over it: bins and chop. The three remembered days
    stay as they were said, to be held against what is real; bins go before them wherever one counts."""
    kept = said.model_dump(exclude_none=True, exclude={"steepness"})
    bins = [row.model_dump() for row in climate.bins]
    return Water.model_validate(kept | {"bins": bins, "chop_m": round(climate.chop_m, 3)})


def climate_answer(request: ClimateRequest) -> ClimateAnswer:
    """The ``climate`` verb: buoy texts to what a break gives.

    Raises:
        ChordError: a text is none, or no hour that counts has a wave.
    """
    seas, readings, faulty, spells = no_seas(), 0, 0, 0
    faults: list[BuoyFault] = []
    for i, text in enumerate(request.texts):
        found = read_buoy(io.BytesIO(text.encode()), f"texts.{i}")
        seas = merged(seas, found.seas)
        readings, faulty, spells = readings + found.readings, faulty + found.faulty, spells + len(found.stuck)
        faults += [BuoyFault(**vars(fault)) for fault in found.faults]
    hours = hours_at(seas, request.shore, request.tide, request.buoy_depth_m)
    climate = climate_of(hours, request.shore, request.asked)
    return ClimateAnswer(
        climate=climate,
        water=water_given(request.water, climate),
        readings=readings,
        faults=tuple(faults[:MOST_TOLD]),
        faulty=faulty,
        stuck_spells=spells,
    )
