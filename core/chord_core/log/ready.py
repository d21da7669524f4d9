"""Ready for less foam, or the next level: enough rides of enough days show the next skill."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from chord_core.tables import tables


@dataclass(frozen=True)
class Shown:
    """Rides of one day that showed a skill, of those that were watched."""

    rides: int
    of: int


@dataclass(frozen=True)
class Ready:
    """Whether it is shown on enough days, on how many it is until now, and how many it takes."""

    ready: bool
    days: int
    of_days: int
    says: str


def enough(day: Shown) -> bool:
    """Whether a day shows it: seven of ten, or as large a part of fewer, of five rides at least."""
    rules = tables().log.trial
    return day.of >= rules.ready_of / 2 and day.rides * rules.ready_of >= rules.ready_rides * day.of


def ready_of(days: Sequence[Shown]) -> Ready:
    """Whether days on which somebody watched show a skill.

    Args:
        days: what was counted, in any order.
    """
    rules = tables().log.trial
    shown, wanted = sum(enough(day) for day in days), rules.ready_days
    of = f"{rules.ready_rides} of {rules.ready_of} rides"
    if shown >= wanted:
        says = f"Ready: {of} on {shown} days."
    else:
        more = wanted - shown
        says = f"{'One more day' if more == 1 else f'{more} days'} with {of}."
    return Ready(shown >= wanted, shown, wanted, says)
