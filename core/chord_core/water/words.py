"""What a break gives, in sentences that could be said at the counter."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial
from typing import Literal

import numpy as np

from chord_core.documents.shore import Setting
from chord_core.documents.verbs.climate import ClimateResult
from chord_core.documents.verbs.river import RiverResult
from chord_core.documents.water import Water
from chord_core.hull.stations import Array
from chord_core.tables import tables
from chord_core.water.days import called_from, word_for

#: The face that is asked after first: chest high and more.
_FIRST_WORD = "chest"
#: How far remembered days may be off (``model.md`` section 5: remembered waves by a fifth).
REMEMBERED_OFF = 0.2
_YEAR_DAYS = 365.25
_NUMBERS = [
    "no",
    "one",
    "two",
    "three",
    "four",
    "five",
    "six",
    "seven",
    "eight",
    "nine",
    "ten",
    "eleven",
    "twelve",
]


def number_word(number: int) -> str:
    """A small number as a word."""
    return _NUMBERS[number] if 0 <= number < len(_NUMBERS) else str(number)


def share_below(climate: ClimateResult, face_m: float) -> float:
    """Share of days whose face is lower [m], between the quantiles; 0 and 1 beyond them."""
    faces = [row.face_m for row in climate.quantiles]
    return float(np.interp(face_m, faces, [row.share for row in climate.quantiles], left=0.0, right=1.0))


def how_often(share: float, what: Literal["day", "session"] = "day") -> str:
    """A share of days, or of a pool's sessions, in words."""
    on = "on" if what == "day" else "in"
    often = (
        (0.87, f"nearly every {what}"),
        (0.71, f"three {what}s in four"),
        (0.58, f"two {what}s in three"),
    )
    for least, says in (*often, (0.4, f"about every other {what}")):
        if share >= least:
            return f"{on} {says}"
    if share < 0.012:
        return "hardly ever"
    return f"{on} one {what} in {number_word(round(1 / share))}"


def chest_says(
    smaller: Callable[[float], Array | float], body_m: float, what: Literal["day", "session"] = "day"
) -> str:
    """How often a break is chest high and more, without the stop: what people call so.

    Args:
        smaller: share of days (or sessions) whose face is lower than a height [m].
    """
    chest = called_from(_FIRST_WORD, body_m)
    return f"{_FIRST_WORD.capitalize()} or more {how_often(1 - float(smaller(chest)), what)}"


def _best(share_smaller: float) -> str:
    days = round((1 - share_smaller) * _YEAR_DAYS)
    if days < 1:
        return "was bigger than any day of the record"
    if days <= 60:
        return f"is one of the best {number_word(days)} of the year"
    if share_smaller < 0.35:
        return "is one of the smaller days"
    return f"is reached {how_often(1 - share_smaller)}"


def habit_says(said: Water, climate: ClimateResult) -> str:
    """How what is remembered lies to what is measured, over the days that are said; empty within a tenth."""
    pairs = [
        (getattr(said, f"{name}_m"), getattr(climate, f"{name}_m")) for name in ("small", "usual", "big")
    ]
    logs = [np.log(mine / real) for mine, real in pairs if mine and real > 0]
    off = float(np.mean(logs)) if logs else 0.0
    if abs(off) < np.log(1.1):
        return ""
    part = abs(np.expm1(off))
    sizes = ((0.15, "a tenth"), (0.27, "a fifth"), (0.42, "a third"))
    size = next((word for most, word in sizes if part < most), "half or more")
    way = "too high" if off > 0 else "too low"
    return f"Remembered {way} by about {size}."


def gives_say(climate: ClimateResult, said: Water, body_m: float) -> tuple[str, ...]:
    """The sentence of a break: how often it is chest high, and what the remembered big day is, or the usual
    one."""
    says = [f"{chest_says(partial(share_below, climate), body_m)}."]
    if said.big_m:
        word = word_for(said.big_m, body_m)
        says.append(f"The big day as remembered, {word}, {_best(share_below(climate, said.big_m))}.")
    elif said.usual_m:
        word = word_for(said.usual_m, body_m)
        says.append(f"The day remembered as usual, {word}, {_best(share_below(climate, said.usual_m))}.")
    habit = habit_says(said, climate)
    return (*says, habit) if habit else tuple(says)


def river_says(river: RiverResult) -> tuple[str, ...]:
    """The sentence of a standing wave: how often it worked, and whether it does now."""
    now = "works" if river.last_works else "does not work"
    return (
        f"Works {round(100 * river.ridden_share)} % of the time.",
        f"At the last reading, {river.last_m3_s:g} m³/s, it {now}.",
    )


def pool_says(settings: Sequence[Setting], body_m: float) -> tuple[str, ...]:
    """The sentence of a pool: its commonest setting, and from which height to which."""
    most = max(settings, key=lambda row: row.share)
    low, high = (word_for(pick(row.face_m for row in settings), body_m) for pick in (min, max))
    span = f"from {low} to {high}" if low != high else f"always {low}"
    often = most.share / sum(row.share for row in settings)
    word = word_for(most.face_m, body_m)
    first = f"Mostly “{most.name}”, {word} high and {most.steepness}, {round(100 * often)} % of the sessions."
    many = "One setting" if len(settings) == 1 else f"{number_word(len(settings)).capitalize()} settings"
    return first, f"{many}, {span}."


def unsure_says(said: Water, body_m: float) -> str:
    """How far what is only remembered may be off, for the usual day."""
    if said.kind == "pool":
        return "As the pool says; its settings are not noted."
    if not said.usual_m:
        return "Nothing is measured or remembered here: waist high is assumed."
    low, high = (word_for(said.usual_m * (1 + way * REMEMBERED_OFF), body_m) for way in (-1, 1))
    between = f"between {low} and {high}" if low != high else f"about {low}"
    rows = tables().waves.steepness
    steep = "" if said.steepness else f" How steep is assumed, one of {len(rows)} classes."
    return f"Remembered only: people are off by a fifth, so the usual day lies {between}.{steep}"
