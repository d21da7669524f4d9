"""Like with like: which session on one board stands beside which on the other."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.optimize import linear_sum_assignment

from chord_core.documents.verbs.trial import TrialSession, WaterBand
from chord_core.tables import tables

#: Costs beyond what any pair may have.
_NEVER = 1e6
_WAIST, _HEAD = 0.57, 1.0


@dataclass(frozen=True)
class Pair:
    """Places of two sessions, the size of their waves, how much they count and why less than one."""

    old: int
    new: int
    water: WaterBand
    weight: float
    why: str


def face_of(session: TrialSession) -> float | None:
    """Usual face of the hour [m]."""
    known = [face for face in (session.water.usual_m, session.water.big_m, session.water.small_m) if face]
    return known[0] if known else None


def band_of(face_m: float, body_m: float) -> WaterBand:
    """The size of waves by body height."""
    share = face_m / body_m
    return "below waist" if share < _WAIST else "waist to head" if share <= _HEAD else "above head"


def _unlike(one: TrialSession, other: TrialSession) -> list[str]:
    """What makes two days unlike, in words; what is not known makes no difference."""
    said = []
    if one.water.name != other.water.name:
        said.append("another break")
    for field, words in (
        ("steepness", "steeper or softer"),
        ("tide", "another tide"),
        ("wind", "another wind"),
    ):
        here, there = getattr(one.water, field), getattr(other.water, field)
        if here is not None and there is not None and here != there:
            said.append(words)
    return said


def _likeness(one: TrialSession, other: TrialSession) -> tuple[float, float, str]:
    """Cost, weight and reason of a pair; a weight of nought where they are no pair."""
    rules = tables().log.trial
    a, b = face_of(one), face_of(other)
    if a is None or b is None or one.water.kind != other.water.kind:
        return _NEVER, 0.0, ""
    apart = abs(float(np.log(a / b)))
    said = _unlike(one, other)
    if apart > np.log(1 + rules.face_within) + 1e-9:
        said.append("a larger face")
    if apart > 2 * np.log(1 + rules.face_within) or len(said) > 1:
        return _NEVER, 0.0, ""
    days = abs((one.day - other.day).days) if one.day and other.day else 0
    cost = 2.0 * len(said) + apart / np.log(1 + rules.face_within) + days / rules.days_apart
    return float(cost), rules.unlike_counts if said else 1.0, ", ".join(said)


def pairs_of(
    sessions: Sequence[TrialSession], old: Sequence[int], new: Sequence[int], used_after: int, body_m: float
) -> list[Pair]:
    """Pairs of like days, the likest possible together, in the order of the new ones.

    Args:
        old, new: places of the sessions on either side.
        used_after: sessions on the new one after which one is used to it; before, a pair counts half.
        body_m: body height [m].
    """
    if not old or not new:
        return []
    table = [[_likeness(sessions[o], sessions[n]) for n in new] for o in old]
    cost = np.array([[cell[0] for cell in row] for row in table])
    made = []
    for row, column in zip(*linear_sum_assignment(cost), strict=True):
        _, weight, why = table[row][column]
        if weight <= 0:
            continue
        getting_used = column < used_after
        if getting_used:
            weight *= 0.5
            why = ", ".join(part for part in (why, "getting used to it") if part)
        faces = [face_of(sessions[i]) or 1.0 for i in (old[row], new[column])]
        water = band_of(float(np.sqrt(faces[0] * faces[1])), body_m)
        made.append(Pair(old[row], new[column], water, weight, why))
    return sorted(made, key=lambda pair: pair.new)
