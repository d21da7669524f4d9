"""What a break gives: hours of its buoy or gauge brought to its shore, kept in memory by what they are made
from; without either, what is remembered."""

from __future__ import annotations

from uuid import UUID

import numpy as np

from breaks.documents import BreakClimate, GivesOf, RememberedDay
from breaks.models import Break
from buoys.models import Buoy
from buoys.selectors import seas_of_buoy
from chord_core.documents import River, Shore, Tide, Water, parse
from chord_core.documents.shore import Setting
from chord_core.documents.verbs.climate import ClimateResult, HoursAsked
from chord_core.documents.verbs.river import RiverResult
from chord_core.documents.verbs.shared import Bin
from chord_core.errors import ChordError
from chord_core.surfer.defaults import height_from_mass
from chord_core.tables import kept_by_tables
from chord_core.water.artificial import foam_m, pool_bins
from chord_core.water.bins import class_of
from chord_core.water.breaker import bins_document
from chord_core.water.conditions import conditions_with_defaults
from chord_core.water.days import BIG_SHARE, SMALL_SHARE, word_for
from chord_core.water.hours import BreakHours, hours_at
from chord_core.water.river import Flows, river_of, river_water
from chord_core.water.wave_climate import climate_of, water_given
from chord_core.water.words import gives_say, habit_says, pool_says, river_says, share_below, unsure_says

#: Body height [m] for the words of a break that is looked at without a surfer.
ANYBODY_M = height_from_mass(75.0)
_LIGHT = HoursAsked()


@kept_by_tables(6)
def _hours(buoy: int, stamp: UUID, depth_m: float | None, shore: Shore, tide: Tide | None) -> BreakHours:
    """Keyed by what it is made from; the buoy is fetched by its number, its stamp says how it stood."""
    return hours_at(seas_of_buoy(Buoy(pk=buoy, stamp=stamp)), shore, tide, depth_m)


@kept_by_tables(64)
def _climate(
    buoy: int, stamp: UUID, depth_m: float | None, shore: Shore, tide: Tide | None, asked: HoursAsked
) -> ClimateResult | None:
    try:
        return climate_of(_hours(buoy, stamp, depth_m, shore, tide), shore, asked)
    except ChordError:
        return None


def shore_of(place: Break) -> Shore | None:
    """How a break lies, if it is said."""
    return parse(Shore, place.shore, "shore") if place.shore else None


def tide_table(place: Break) -> Tide | None:
    """The tide of a break, if it is said."""
    return parse(Tide, place.tide, "tide") if place.tide else None


def hours_of(place: Break) -> BreakHours | None:
    """A break on every hour of its buoy; None where it has none, or has not measured yet."""
    shore = shore_of(place)
    if not (shore and place.buoy) or place.kind != "sea" or not len(seas_of_buoy(place.buoy)):
        return None
    return _hours(place.buoy.pk, place.buoy.stamp, place.buoy.depth_m, shore, tide_table(place))


def climate_for(place: Break, asked: HoursAsked = _LIGHT) -> ClimateResult | None:
    """What a break's buoy says it gives; None where there is none, or it has no such hour with waves."""
    shore = shore_of(place)
    if not shore or not place.buoy or hours_of(place) is None:
        return None
    return _climate(place.buoy.pk, place.buoy.stamp, place.buoy.depth_m, shore, tide_table(place), asked)


def flows_of(place: Break) -> Flows | None:
    """What a river's gauge measured, if anything was read."""
    kept = getattr(place, "flows", None)
    if kept is None:
        return None
    hour, flow = np.frombuffer(bytes(kept.packed), "<f8").reshape(2, -1)
    return Flows(hour, flow)


def river_for(place: Break) -> RiverResult | None:
    """What a standing wave's gauge says it gave; None without a rating or flows, or where it never worked."""
    flows = flows_of(place) if place.kind == "river" and place.river else None
    if flows is None:
        return None
    try:
        return river_of(parse(River, place.river, "river"), flows)
    except ChordError:
        return None


def water_of(place: Break) -> Water:
    """The water that a fitting at this break takes: what is measured laid over what is remembered."""
    said = place.document()
    if place.kind == "pool" and place.settings:
        bins = pool_bins([parse(Setting, row, "settings") for row in place.settings])
        return said.model_copy(update={"bins": _rows(bins_document(bins)), "steepness": None})
    river = river_for(place)
    if river:
        return river_water(said, river)
    climate = climate_for(place)
    return water_given(said, climate) if climate else said


def _rows(bins: tuple[Bin, ...]) -> tuple[object, ...]:
    return parse(Water, {"bins": [row.model_dump() for row in bins]}).bins


def _remembered(said: Water, climate: ClimateResult | None) -> tuple[RememberedDay, ...]:
    rows = []
    for name in ("small", "usual", "big"):
        face = getattr(said, f"{name}_m")
        if face is None:
            continue
        share = share_below(climate, face) if climate else None
        real = getattr(climate, f"{name}_m") if climate else None
        rows.append(RememberedDay(name=name, face_m=face, share=share, real_m=real))
    return tuple(rows)


def sea_days(place: Break, body_m: float) -> tuple[float, float, float]:
    """Small, usual and big day of a break of the sea [m]: as measured, else as remembered."""
    climate = climate_for(place)
    if climate:
        return climate.small_m, climate.usual_m, climate.big_m
    conditions, _ = conditions_with_defaults(place.document(), body_m)
    small, usual, big = (
        float(face) for face in conditions.days.face_at(np.array([SMALL_SHARE, 0.5, BIG_SHARE]))
    )
    return small, usual, big


def break_climate(place: Break, asked: HoursAsked, whom: GivesOf | None = None) -> BreakClimate:
    """What a break gives in these hours, in sentences and figures, and against it what is remembered."""
    whom = whom or GivesOf()
    body = whom.body_m or ANYBODY_M
    said, water = whom.remembered(place.document()), water_of(place)
    climate, river = climate_for(place, asked), river_for(place)
    conditions, _ = conditions_with_defaults(water, body)
    days = sea_days(place, body) if place.kind == "sea" else None
    # What people remember is the year: of single months it says nothing.
    whole_year = not asked.months
    if climate:
        says = gives_say(climate, said if whole_year else Water(kind=said.kind), body)
    elif river:
        says = river_says(river)
    elif place.kind == "pool" and place.settings:
        says = pool_says([parse(Setting, row, "settings") for row in place.settings], body)
    else:
        usual, steepness = word_for(conditions.days.usual_m, body), class_of(conditions.bins)
        says = (f"Usually {usual} high and {steepness}, as remembered.",)
    measured = climate or river or (place.kind == "pool" and place.settings)
    return BreakClimate(
        asked=asked,
        climate=climate,
        river=river,
        water=water,
        bins=bins_document(conditions.bins),
        says=says,
        habit=habit_says(said, climate) if climate and whole_year else "",
        unsure="" if measured else unsure_says(place.document(), body),
        remembered=_remembered(said, climate if whole_year else None) if place.kind == "sea" else (),
        foam_m=tuple(foam_m(face, body) for face in days) if days else None,
    )
