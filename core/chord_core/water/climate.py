"""What a break gives: the hours that count, as bins, as a map, as days and by month."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt
from scipy.special import ndtri

from chord_core.documents.shore import Shore
from chord_core.documents.verbs.climate import HoursAsked
from chord_core.errors import ChordError
from chord_core.hull.stations import Array, BoolArray
from chord_core.tables import tables
from chord_core.water.bins import HEIGHTS, SLOPES, Bins
from chord_core.water.hours import LEAST_FACE_M, BreakHours

#: Thirds of the tide by name, as ``BreakHours.third`` counts them.
THIRDS = ("low", "mid", "high")
#: Edges of the map's slopes: equal steps by ratio from under crumbly to over hollow.
SLOPE_EDGES: Array = np.geomspace(0.2, 1.25, 15)


def counted(hours: BreakHours, asked: HoursAsked, shore: Shore) -> BoolArray:
    """Which hours count, known or not: with light, free, in the months asked, at the tides that work.

    Free: weekday evenings from ``evening_from_h`` (``seas.json``), and weekends, when only those are asked.
    """
    rows = np.ones(len(hours.hour), bool)
    if asked.months:
        rows &= np.isin(hours.month, asked.months)
    if asked.light:
        rows &= hours.light
    if asked.free == "evenings and weekends":
        weekend = (hours.day + 3) % 7 >= 5
        rows &= weekend | (hours.local_h >= tables().seas.practice.evening_from_h)
    elif asked.free == "weekends":
        rows &= (hours.day + 3) % 7 >= 5
    if asked.from_h is not None and asked.to_h is not None:
        rows &= (hours.local_h >= asked.from_h) & (hours.local_h < asked.to_h)
    if shore.tides:
        rows &= np.isin(hours.third, [THIRDS.index(name) for name in shore.tides])
    if shore.going:
        rows &= hours.rising == (shore.going == "rising")
    return rows


def known(hours: BreakHours) -> BoolArray:
    """Hours of which the buoy said enough."""
    return ~(np.isnan(hours.face_m) | np.isnan(hours.slope))


def hour_weights(hours: BreakHours, rows: BoolArray) -> Array:
    """Weight of each hour (n,): an hour that is known also stands for those of its calendar month that are
    missing, so that an outage in the winter does not make the winter small; 0 for all others."""
    there = rows & known(hours)
    wanted = np.bincount(hours.month[rows], minlength=13).astype(float)
    found = np.bincount(hours.month[there], minlength=13)
    each = np.divide(wanted, found, out=np.zeros(13), where=found > 0)
    return np.where(there, each[hours.month], 0.0)


def weighted_quantile(values: Array, weight: Array, share: Array | float) -> Array:
    """Value under which a share of the weight lies, each value in the middle of its weight."""
    order = np.argsort(values, kind="stable")
    w = weight[order]
    middles = (np.cumsum(w) - w / 2) / w.sum()
    return np.asarray(np.interp(share, middles, values[order]))


def climate_bins(hours: BreakHours, rows: BoolArray) -> Bins:
    """The counted hours as bins of equal weight: steps of height, in each its own steps of slope, the spread
    of slopes within an hour among them.

    Raises:
        ChordError: no hour that counts is known to have a wave.
    """
    weight = np.where(np.nan_to_num(hours.face_m) >= LEAST_FACE_M, hour_weights(hours, rows), 0.0)
    there = weight > 0
    if not there.any():
        raise ChordError("hours", int(rows.sum()), "none of the hours that count has a wave one could ride")
    face, slope, weight = hours.face_m[there], hours.slope[there], weight[there]
    inside = tables().seas.hour_log_sigma
    order = np.argsort(face, kind="stable")
    place = np.cumsum(weight[order]) / weight.sum()
    faces, slopes, weights = [], [], []
    for step in range(HEIGHTS):
        part = order[(place > step / HEIGHTS - 1e-12) & (place <= (step + 1) / HEIGHTS + 1e-12)]
        if not len(part):
            continue
        log, w = np.log(slope[part]), weight[part]
        middle = np.average(log, weights=w)
        # A log-normal within the hour widens the steps about their own middle.
        spread = np.sqrt(np.average((log - middle) ** 2, weights=w))
        wider = np.sqrt(spread**2 + inside**2) / max(spread, 1e-9)
        share = (np.arange(SLOPES) + 0.5) / SLOPES
        steps = (
            middle + wider * (weighted_quantile(log, w, share) - middle)
            if spread > 0.02
            else middle + inside * ndtri(share)
        )
        faces.append(np.full(SLOPES, np.average(face[part], weights=w)))
        slopes.append(np.exp(steps))
        weights.append(np.full(SLOPES, w.sum() / SLOPES))
    total = np.concatenate(weights)
    return Bins(np.concatenate(faces), np.clip(np.concatenate(slopes), 0.05, 2.0), total / total.sum())


@dataclass(frozen=True)
class WaveMap:
    """Share of the counted hours by face and slope: edges [m] and slopes, share (faces, slopes).

    ``flat``: share of the hours with nothing to ride.
    """

    face_edges_m: Array
    slope_edges: Array
    share: Array
    flat: float


def wave_map(hours: BreakHours, rows: BoolArray) -> WaveMap:
    """The counted hours as a map of face height against steepness, shares of all of them."""
    weight = hour_weights(hours, rows)
    there = weight > 0
    face, slope, weight = hours.face_m[there], hours.slope[there], weight[there]
    total = float(weight.sum())
    top = float(np.max(face, initial=1.0))
    step = next(size for size in (0.1, 0.2, 0.25, 0.5, 1.0) if top / size <= 18 or size == 1.0)
    edges = np.arange(0, np.ceil(top / step) + 1) * step
    share = np.histogram2d(
        face, np.clip(slope, SLOPE_EDGES[0], SLOPE_EDGES[-1]), [edges, SLOPE_EDGES], weights=weight
    )[0]
    flat = float(weight[face < LEAST_FACE_M].sum())
    return WaveMap(edges, SLOPE_EDGES, share / max(total, 1e-9), flat / max(total, 1e-9))


@dataclass(frozen=True)
class BreakDays:
    """Days with at least one counted hour that is known, (n,): local day, month, the day's face [m] (the
    median of its counted hours), its weight for missing days."""

    day: Array
    month: npt.NDArray[np.int64]
    face_m: Array
    weight: Array


def break_days(hours: BreakHours, rows: BoolArray) -> BreakDays:
    """The counted hours by the day."""
    there = rows & known(hours)
    order = np.lexsort((hours.face_m[there], hours.day[there]))
    day, face, month = (values[there][order] for values in (hours.day, hours.face_m, hours.month))
    first = np.unique(day, return_index=True, return_counts=True)
    days, begin, count = first
    middle = (face[begin + (count - 1) // 2] + face[begin + count // 2]) / 2
    months = month[begin]
    wanted = np.bincount(_month_of_days(np.unique(hours.day[rows])), minlength=13)
    found = np.bincount(months, minlength=13)
    each = np.divide(wanted, found, out=np.zeros(13), where=found > 0)
    return BreakDays(np.asarray(days, float), np.asarray(months, np.int64), middle, each[months])


def _month_of_days(day: Array) -> Array:
    return np.asarray(day).astype("datetime64[D]").astype("datetime64[M]").astype(int) % 12 + 1
