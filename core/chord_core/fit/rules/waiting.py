"""Whether a board that could be ordered is worth its wait."""

from __future__ import annotations

from dataclasses import dataclass

from chord_core.tables import tables

_WEEKS_A_MONTH = 52 / 12


@dataclass(frozen=True)
class Wait:
    """Weeks until it is here; sessions that pass meanwhile, and after how many more what was missed in them
    is made good (None: never)."""

    weeks: float
    sessions: float
    made_good_after: float | None


def wait_for(fit: float, wall: float, now: float, weeks: float, sessions_month: float) -> Wait:
    """What is missed in the wait is the difference between the best board of the wall and the one that is
    ridden meanwhile, session for session; what is won after it, that between the ordered one and the wall's.

    Args:
        fit: of the board that could be ordered, 0-100.
        wall: of the best board that hangs here.
        now: of what is ridden meanwhile; 0 where nothing is.
    """
    sessions = sessions_month * weeks / _WEEKS_A_MONTH
    won, missed = fit - wall, max(wall - now, 0.0)
    return Wait(weeks, sessions, sessions * missed / won if won > 0 else None)


def is_worth(wait: Wait, fit: float, wall: float, sessions_month: float) -> bool:
    """Whether to order: the wall's best is not right yet (``near_best`` of what could be had), and what is
    missed meanwhile is made good in the months that the table allows."""
    if wall >= tables().fit.near_best * fit or wait.made_good_after is None:
        return False
    return wait.made_good_after <= sessions_month * tables().orders.worth_within_months
