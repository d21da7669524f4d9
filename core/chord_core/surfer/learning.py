"""How levels are climbed: sessions from one to the next, with their spread, by age and practice.

A learning curve: the sessions that a level takes are log-normal about the table's median; who is slow on one
level is slow on the next, so that one number says how quick somebody is.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np
from scipy.special import ndtri

from chord_core.surfer.defaults import Rider
from chord_core.tables import rungs, tables


def practice_kept(sessions_month: float) -> float:
    """Share of a session that is kept until the next: all at so many a month, less by who goes seldom."""
    rules = tables().plan
    return float(min(1.0, (max(sessions_month, 0.25) / rules.full_sessions_month) ** rules.seldom_power))


def sessions_needed(rung: str, age: float, sessions_month: float) -> float | None:
    """Median sessions from the beginning of a level to the next; None from the last one."""
    rules = tables().plan
    usual = rules.sessions_to_next.get(rung)
    if usual is None:
        return None
    ages, times = zip(*rules.times_by_age, strict=True)
    return float(usual * np.interp(age, ages, times) / practice_kept(sessions_month))


def climb_months(rider: Rider) -> dict[str, float]:
    """Median months until each level above the rider's is reached, in their order; who has not said how far
    they are stands in the middle of theirs."""
    rules, often = tables().plan, max(rider.sessions_month, 0.25)
    made: dict[str, float] = {}
    after, left = 0.0, rules.into_level
    for rung in rungs().values():
        if rung.step <= rider.rung.step:
            continue
        below = next(one.name for one in rungs().values() if one.step == rung.step - 1)
        needed = sessions_needed(below, rider.age, often)
        if needed is None:
            break
        after += left * needed / often
        left = 1.0
        made[rung.name] = after
    return made


def slower(by: float) -> float:
    """How much longer it takes somebody at this quantile of slowness (.5: the median) than the median."""
    return float(np.exp(tables().plan.log_sigma * ndtri(by)))


def curve_of(careers: Sequence[Mapping[str, float]]) -> tuple[dict[str, float], float]:
    """The curve that careers show: the median sessions of each level, and the spread of people [standard
    deviation of the logarithm].

    Args:
        careers: of each person the sessions that they took on the levels that they finished, for a person of
            30 who goes as often as the table says.
    """
    names = [name for name in tables().plan.sessions_to_next if any(name in one for one in careers)]
    logs = {name: np.array([np.log(one[name]) for one in careers if name in one]) for name in names}
    medians = {name: float(np.exp(np.median(values))) for name, values in logs.items()}
    people = [
        np.mean([np.log(one[name] / medians[name]) for name in names if name in one])
        for one in careers
        if one
    ]
    return medians, float(np.std(people))
