"""From a buoy's record to a break, hour by hour: face, steepness, chop, tide and light."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, fields

import numpy as np
import numpy.typing as npt

from chord_core.documents.shore import Shore, Tide
from chord_core.documents.water import Wind
from chord_core.hull.stations import Array, BoolArray
from chord_core.physics import G
from chord_core.tables import tables
from chord_core.tables.schema import WindRow
from chord_core.water.bins import slope_of
from chord_core.water.seas import Seas, bridged, hourly
from chord_core.water.shoaling import breaker_height, shares_in, shoaling, surf_similarity
from chord_core.water.sun import is_light
from chord_core.water.tide import is_rising, tide_at, tide_third

#: Below this face [m] nothing breaks that anybody rides.
LEAST_FACE_M = 0.1


@dataclass(frozen=True)
class BreakHours:
    """A break on every hour of a record, (n,); NaN where the buoy said too little.

    ``face_m``, ``slope``: face and its median steepest slope; ``chop_m``; ``hour``: UTC since 1970;
    ``local_h``: hour of the local day 0-23; ``day``: local day since 1970; ``month`` 1-12; ``third`` of the
    tide 0-2; ``rising``; ``light``.
    """

    hour: npt.NDArray[np.int64]
    face_m: Array
    slope: Array
    chop_m: Array
    local_h: Array
    day: npt.NDArray[np.int64]
    month: npt.NDArray[np.int64]
    third: Array
    rising: BoolArray
    light: BoolArray

    def at(self, rows: BoolArray) -> BreakHours:
        """The hours of these rows."""
        return BreakHours(**{field.name: getattr(self, field.name)[rows] for field in fields(self)})


def wind_word(shore: Shore, wind_m_s: float, wind_from_deg: float) -> Wind | None:
    """What the wind of an hour is at a break: none below what is felt, else by the quarter it blows from;
    None where it was not measured."""
    rules = tables().seas.wind
    if np.isnan(wind_m_s):
        return None
    if wind_m_s < rules.from_m_s:
        return "none"
    if np.isnan(wind_from_deg):
        return None
    off = abs((wind_from_deg - shore.faces_deg + 180) % 360 - 180)
    if off <= rules.onshore_within_deg:
        return "onshore"
    return "offshore" if off >= rules.offshore_beyond_deg else "cross"


def wind_at(shore: Shore, wind_m_s: Array, wind_from_deg: Array) -> tuple[Array, Array]:
    """What the wind does at a break: factor on the slope of the face, and chop [m]; (n,) each.

    Grows from ``from_m_s`` to ``full_m_s`` (``seas.json``) to what ``waves.json`` says of the
    quarter it blows from. A wind that is not known does nothing.
    """
    rules, known = tables().seas.wind, tables().waves.wind
    off = np.abs((np.nan_to_num(wind_from_deg) - shore.faces_deg + 180) % 360 - 180)
    quarter = [off <= rules.onshore_within_deg, off >= rules.offshore_beyond_deg]
    strength = (np.nan_to_num(wind_m_s) - rules.from_m_s) / (rules.full_m_s - rules.from_m_s)
    share = np.where(np.isnan(wind_from_deg), 0.0, np.clip(strength, 0, 1))

    def blown(of: Callable[[WindRow], float]) -> Array:
        still, onshore, offshore, cross = (
            of(known[name]) for name in ("none", "onshore", "offshore", "cross")
        )
        return np.asarray(still + share * (np.select(quarter, [onshore, offshore], cross) - still))

    return blown(lambda row: row.slope), blown(lambda row: row.chop_m)


def _arrived(seas: Seas, shore: Shore) -> Seas:
    """An hourly record as it reaches the shore: swells run with the group speed of deep water, g T / 4 pi."""
    if shore.buoy_km == 0 or not len(seas):
        return seas
    speed = G * np.nan_to_num(seas.period_s, nan=8.0) / (4 * np.pi)
    late = np.rint(1000 * shore.buoy_km / speed / 3600).astype(int)
    rows = np.maximum(np.arange(len(seas)) - late, 0)
    came = seas.at(rows)
    # The wind is that of the hour itself.
    return Seas(
        seas.hour,
        came.height_m,
        came.period_s,
        came.mean_period_s,
        came.from_deg,
        seas.wind_m_s,
        seas.wind_from_deg,
    )


def _period(seas: Seas) -> Array:
    """Dominant period [s], from the mean one where only that was measured."""
    by_mean = tables().seas.peak_over_mean_period * seas.mean_period_s
    return np.where(np.isnan(seas.period_s), by_mean, seas.period_s)


def faces_of(seas: Seas, shore: Shore, buoy_depth_m: float | None = None) -> tuple[Array, Array, Array]:
    """Faces of an hourly record at a shore: height [m], median steepest slope, chop [m]; (n,) each.

    The buoy's height is taken back to deep water (linear theory), cut by direction and exposure, brought to
    its breaker (Komar & Gaughan 1973), its slope by surf similarity (Battjes 1974) and wind. Where a record
    has no direction at all, exposure stands for the window too; an hour without one in a record that has
    them is not known.

    Args:
        buoy_depth_m: water under the buoy; None: deep.
    """
    period = _period(seas)
    height = seas.height_m if buoy_depth_m is None else seas.height_m / shoaling(period, buoy_depth_m)
    directed = not np.isnan(seas.from_deg).all()
    share = shares_in(seas.from_deg - shore.faces_deg, shore.window_deg) if directed else 1.0
    inside = shore.exposure * share * height
    with np.errstate(divide="ignore", invalid="ignore"):
        face = breaker_height(inside, period)
        similar = surf_similarity(shore.bottom_slope, np.maximum(face, 1e-3), period)
    by_wind, chop = wind_at(shore, seas.wind_m_s, seas.wind_from_deg)
    return face, by_wind * slope_of(similar), chop


def hours_at(
    seas: Seas, shore: Shore, tide: Tide | None = None, buoy_depth_m: float | None = None
) -> BreakHours:
    """A break on every hour of a buoy's record, short gaps closed.

    Args:
        tide: of the place; where the break asks nothing of it, every hour counts as mid tide, rising.
    """
    whole = _arrived(bridged(hourly(seas)), shore)
    face, slope, chop = faces_of(whole, shore, buoy_depth_m)
    hour = whole.hour
    local = hour + round(shore.utc_offset_h)
    day = local // 24
    month = day.astype("datetime64[D]").astype("datetime64[M]").astype(int) % 12 + 1
    at = hour.astype(float)
    # The tide costs most: asked only where the break works at some tides and not at others.
    third: Array = np.ones(len(hour))
    rising: BoolArray = np.ones(len(hour), bool)
    if tide and shore.tides:
        third = tide_third(tide, tide_at(tide, at))
    if tide and shore.going:
        rising = is_rising(tide, at)
    return BreakHours(
        hour=hour,
        face_m=face,
        slope=slope,
        chop_m=chop,
        local_h=(local % 24).astype(float),
        day=day,
        month=month,
        third=third,
        rising=rising,
        light=is_light(at, shore.latitude_deg, shore.longitude_deg),
    )
