"""Days worth going: what boards would turn into rides in each hour of a break."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from scipy.interpolate import RegularGridInterpolator

from chord_core.documents.verbs.climate import MonthWorth, WorthResult
from chord_core.hull.stations import Array, BoolArray
from chord_core.ride.ride_model import FleetRide
from chord_core.ride.rides import product_of, rides_an_hour
from chord_core.tables import tables
from chord_core.water.climate import known
from chord_core.water.face import Face
from chord_core.water.hours import LEAST_FACE_M, BreakHours

#: Faces [m] and slopes at which boards are asked; hours lie between them.
_FACES: Array = np.geomspace(0.15, 6.0, 22)
_SLOPES: Array = np.geomspace(0.1, 1.4, 13)
#: Days of an ordinary month.
MONTH_DAYS = 365.25 / 12


def grid_of(ask: Callable[[Face], Array]) -> Array:
    """What n boards do in hours of each face and median slope, (n, faces, slopes); the slopes of one hour
    spread about its median (three points of a normal, Gauss-Hermite).

    Args:
        ask: what they do on single faces, (n, m).
    """
    sigma, made = tables().seas.hour_log_sigma, []
    for way, weight in ((-np.sqrt(3), 1 / 6), (0.0, 2 / 3), (np.sqrt(3), 1 / 6)):
        face, slope = np.meshgrid(_FACES, _SLOPES * np.exp(sigma * way), indexing="ij")
        made.append(weight * ask(Face(face.ravel(), slope.ravel())))
    return np.asarray(sum(made)).reshape(-1, len(_FACES), len(_SLOPES))


def in_hours(grid: Array, hours: BreakHours, rows: BoolArray) -> Array:
    """Between the faces and slopes of a grid, what n boards do in the hours of these rows that are known,
    (n, k); 0 where nothing breaks."""
    there = rows & known(hours)
    face = np.clip(hours.face_m[there], _FACES[0], _FACES[-1])
    slope = np.clip(hours.slope[there], _SLOPES[0], _SLOPES[-1])
    places = np.stack([np.log(face), np.log(slope)], axis=1)
    made = np.stack([
        RegularGridInterpolator((np.log(_FACES), np.log(_SLOPES)), board)(places) for board in grid
    ])  # fmt: skip
    return np.where(hours.face_m[there][None, :] < LEAST_FACE_M, 0.0, made)


def rides_in_hours(fleet_ride: FleetRide, hours: BreakHours, rows: BoolArray) -> Array:
    """Rides an hour of n boards in the hours of these rows that are known, (n, k)."""
    conditions, cruise = fleet_ride.conditions, fleet_ride.paddle_state.cruise_m_s
    works = grid_of(lambda face: product_of(fleet_ride.factors(face)))
    columns = works.reshape(len(works), -1).T
    rides = [rides_an_hour(conditions, fleet_ride.along_m_s, cruise, column) for column in columns]
    return in_hours(np.stack(rides, axis=1).reshape(works.shape), hours, rows)


def days_worth(fleet_ride: FleetRide, hours: BreakHours, rows: BoolArray) -> WorthResult:
    """Days of an ordinary year on which the best hour that counts gives enough rides (``seas.json``), for one
    board or two, and days on which neither does.

    Args:
        fleet_ride: one board, or the board and the one that is ridden now.
        rows: the hours that count.
    """
    enough = tables().seas.practice.worth_rides_an_hour
    there = rows & known(hours)
    rides = rides_in_hours(fleet_ride, hours, rows)
    day, begin = np.unique(hours.day[there], return_index=True)
    best = np.maximum.reduceat(rides, begin, axis=1) if len(day) else np.zeros((len(rides), 0))
    worth = best >= enough
    month = hours.month[there][begin] if len(day) else np.zeros(0, int)
    every_day, first = np.unique(hours.day, return_index=True)
    months = hours.month[first]
    counted_day = np.isin(every_day, np.unique(hours.day[rows]))
    made = []
    for m in range(1, 13):
        of_month = months == m
        free = counted_day[of_month].mean() * MONTH_DAYS if of_month.any() else 0.0
        here = worth[:, month == m]
        share = here.mean(1) if here.shape[1] else np.zeros(len(rides))
        none = float((~here.any(0)).mean()) if here.shape[1] else 0.0
        made.append(
            MonthWorth(
                month=m,
                days=float(share[0] * free),
                days_other=float(share[1] * free) if len(rides) > 1 else None,
                neither=none * free,
            )
        )
    return WorthResult(
        rides_an_hour=enough,
        months=tuple(made),
        days=sum(row.days for row in made),
        days_other=sum(row.days_other or 0.0 for row in made) if len(rides) > 1 else None,
        neither=sum(row.neither for row in made),
    )
