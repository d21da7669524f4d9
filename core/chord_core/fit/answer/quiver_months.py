"""Which board on which days of the months, in the hours that count."""

from __future__ import annotations

import numpy as np

from chord_core.documents.verbs.quiver import MonthDays
from chord_core.fit.answer.quiver_year import Asked, Waves, enough_rides, taken_on
from chord_core.hull.stations import BoolArray
from chord_core.ride.surfable_days import MONTH_DAYS, grid_of, in_hours, rides_in_hours
from chord_core.water.climate import known
from chord_core.water.hours import BreakHours


def months_of(
    asked: Asked, hours: BreakHours, rows: BoolArray, by_choice: tuple[int, ...]
) -> tuple[MonthDays, ...]:
    """Days of an ordinary month on which each board is taken in the best hour that counts, on which another
    does as well, and on which none works.

    Args:
        rows: the hours that count.
    """
    there = rows & known(hours)
    share = in_hours(grid_of(lambda face: asked.waves(face).share), hours, rows)
    rides = rides_in_hours(asked.fleet_ride, hours, rows)
    taken = taken_on(Waves(rides, share, share), enough_rides(asked.case), by_choice)
    best = np.where(taken.board >= 0, share.max(axis=0), -1.0)
    day, begin = np.unique(hours.day[there], return_index=True)
    order = np.lexsort((-best, hours.day[there]))
    # The first of each day is its best hour.
    first = order[np.unique(hours.day[there][order], return_index=True)[1]] if len(day) else order
    board, either = taken.board[first], taken.either[first] & (taken.board[first] >= 0)
    month = hours.month[there][begin] if len(day) else np.zeros(0, int)
    every_day, start = np.unique(hours.day, return_index=True)
    of_day, free = hours.month[start], np.isin(every_day, np.unique(hours.day[rows]))
    made = []
    for number in range(1, 13):
        here = month == number
        days = free[of_day == number].mean() * MONTH_DAYS if (of_day == number).any() else 0.0
        each = days / max(int(here.sum()), 1)
        made.append(
            MonthDays(
                month=number,
                boards=tuple(float((board[here] == row).sum() * each) for row in range(len(share))),
                either=float(either[here].sum() * each),
                none=float((board[here] < 0).sum() * each),
            )
        )
    return tuple(made)
