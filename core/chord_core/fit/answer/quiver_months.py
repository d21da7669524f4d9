"""Which board on which days, in the hours that count: the months of an ordinary year, and the last days."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from chord_core.documents.verbs.quiver import DayTakes, MonthDays
from chord_core.fit.answer.quiver_year import Asked, Waves, enough_rides, taken_on
from chord_core.hull.stations import Array, BoolArray, IndexArray
from chord_core.ride.surfable_days import MONTH_DAYS, grid_of, in_hours, rides_in_hours
from chord_core.water.climate import known
from chord_core.water.hours import BreakHours


@dataclass(frozen=True)
class BestHours:
    """The best hour that counts of each day that has one, (d,): the day, the place of the board that is taken
    then (-1: none works), whether another does as well, and the hour's row among those that count."""

    day: npt.NDArray[np.int64]
    board: IndexArray
    either: BoolArray
    hour: npt.NDArray[np.int64]
    month: npt.NDArray[np.int64]
    face_m: Array
    count: int


def best_hours(asked: Asked, hours: BreakHours, rows: BoolArray, by_choice: tuple[int, ...]) -> BestHours:
    """Each day's best hour of those that count: where the board that is taken rides most.

    Args:
        rows: the hours that count.
    """
    there = rows & known(hours)
    share = in_hours(grid_of(lambda face: asked.waves(face).share), hours, rows)
    rides = rides_in_hours(asked.fleet_ride, hours, rows)
    taken = taken_on(Waves(rides, share, share), enough_rides(asked.case), by_choice)
    best = np.where(taken.board >= 0, share.max(axis=0), -1.0)
    day = hours.day[there]
    order = np.lexsort((-best, day))
    # In this order the first of each day is its best hour.
    first = order[np.unique(day[order], return_index=True)[1]]
    return BestHours(
        day=day[first],
        board=taken.board[first],
        either=taken.either[first] & (taken.board[first] >= 0),
        hour=hours.local_h[there][first].astype(np.int64),
        month=hours.month[there][first],
        face_m=hours.face_m[there][first],
        count=len(share),
    )


def months_of(best: BestHours, hours: BreakHours, rows: BoolArray) -> tuple[MonthDays, ...]:
    """Days of an ordinary month on which each board is taken in the best hour, on which another does as well,
    and on which none works."""
    every_day, start = np.unique(hours.day, return_index=True)
    of_day, free = hours.month[start], np.isin(every_day, np.unique(hours.day[rows]))
    made = []
    for number in range(1, 13):
        here = best.month == number
        days = free[of_day == number].mean() * MONTH_DAYS if (of_day == number).any() else 0.0
        each, board = days / max(int(here.sum()), 1), best.board[here]
        made.append(
            MonthDays(
                month=number,
                boards=tuple(float((board == row).sum() * each) for row in range(best.count)),
                either=float(best.either[here].sum() * each),
                none=float((board < 0).sum() * each),
            )
        )
    return tuple(made)


def last_days(best: BestHours, count: int) -> tuple[DayTakes, ...]:
    """The last days that were measured, the latest last: the best hour of each and its board."""
    return tuple(
        DayTakes(
            day=int(best.day[i]),
            hour=int(best.hour[i]),
            board=int(best.board[i]),
            either=bool(best.either[i]),
            face_m=float(best.face_m[i]),
        )
        for i in range(max(len(best.day) - count, 0), len(best.day))
    )
