"""What a board does on the wave, in sentences that could be said to the customer."""

from __future__ import annotations

from math import isnan

from chord_core.documents.verbs.rank import OnTheWave, RidesBand
from chord_core.ride.batches import RideSummary
from chord_core.ride.describe import MOST_RIDES
from chord_core.surfer.defaults import Rider
from chord_core.water.conditions import Conditions
from chord_core.water.days import word_for

#: What ends a range, at its small and at its big end.
_BELOW = {
    "catch": "too little push to take off",
    "keep": "it stalls",
    "nose": "the nose dives",
    "stand": "it is unsteady",
    "lay": "it won’t lean over",
    "entry": "no time to stand up",
    "hold": "the tail lets go",
}
_ABOVE = _BELOW | {"catch": "the take-off comes too late", "keep": "it runs out of speed"}


def _count(value: float) -> str:
    return f"{value:.0f}" if value >= 1.5 else f"{value:.1f}".removesuffix(".0")


def rides_says(band: RidesBand, kind: str) -> str:
    """Rides an hour with their spread."""
    if band.usual < 0.25:
        return "Hardly a ride an hour in these waves."
    usual, low, high = (_count(value) for value in (band.usual, band.low, band.high))
    spread = "" if low == high else f" ({low} to {high})"
    says = f"About {usual} {'ride' if usual == '1' else 'rides'} an hour here{spread}."
    most = band.usual > MOST_RIDES and kind == "sea"
    return f"{says} More than anybody counts at sea: look at the crowd." if most else says


def range_says(low_m: float, high_m: float, ends: dict[str, str], body_m: float) -> str:
    """Between which face heights a board works, in words of body height, and what ends it."""
    first, last = word_for(low_m, body_m), word_for(high_m, body_m)
    over = f"Works from {first} to {last}" if first != last else f"Works around {first}"
    if "big" not in ends:
        over = f"Works from {first} up"
    parts = []
    if "small" in ends:
        parts.append(f"below, {_BELOW[ends['small']]}")
    if "big" in ends:
        parts.append(f"above, {_ABOVE[ends['big']]}")
    return f"{over}; {'; '.join(parts)}." if parts else f"{over}."


#: What ends a range, in one word of the trade.
_SHORT = {
    "catch": "no take-off",
    "keep": "it stalls",
    "nose": "nose-dives",
    "stand": "unsteady",
    "lay": "won’t lean",
    "entry": "late drops",
    "hold": "tail slides",
}


#: Heights in a narrow place.
_NARROW = {"overhead": "over", "double overhead": "double", "head and a half": "1½ head"}


def strip_words(summary: RideSummary, row: int, body_m: float) -> tuple[str, str]:
    """For a board in a strip: the waves over which it works, and what ends them at the big end, else at the
    small one; empty where nothing is known."""
    low, high = float(summary.low_m[row]), float(summary.high_m[row])
    if isnan(low):
        return "", ""
    words = [word_for(height, body_m) for height in (low, high)]
    first, last = (_NARROW.get(word, word) for word in words)
    ends = summary.ends(row)
    if "big" not in ends:
        return f"{first} and up", ""
    return (first if first == last else f"{first}–{last}"), f"above: {_SHORT[ends['big']]}"


def _on_a_river(summary: RideSummary, row: int) -> OnTheWave:
    stays = float(summary.stays_on[row])
    share = "washed off more often than not" if stays < 0.5 else f"stays on {stays:.0%} of the time"
    says = (f"In this flow: {share}.",)
    return OnTheWave(
        ridden_share=float(summary.works[row]), rides=None, range_m=None, ends={}, stays_on=stays, says=says
    )


def on_the_wave(summary: RideSummary, row: int, rider: Rider, conditions: Conditions) -> OnTheWave:
    """What board ``row`` of a fleet does in a water.

    Args:
        summary: ``summarize_rides`` the fleet, with the band.
    """
    if conditions.river:
        return _on_a_river(summary, row)
    usual, low, high = (float(v[row]) for v in (summary.rides, summary.rides_low, summary.rides_high))
    band = RidesBand(usual=usual, low=low, high=high)
    ends, edge = summary.ends(row), (float(summary.low_m[row]), float(summary.high_m[row]))
    known = not isnan(edge[0])
    says = [rides_says(band, conditions.kind)]
    says.append(range_says(*edge, ends, rider.height_m) if known else "Works in none of the waves looked at.")
    return OnTheWave(
        ridden_share=float(summary.works[row]),
        rides=band,
        range_m=edge if known else None,
        ends=ends if known else {},
        stays_on=None,
        says=tuple(says),
    )


def limits_say(wave: OnTheWave, body_m: float) -> tuple[str, ...]:
    """What speaks against any board: where its range ends and why, and the waves that do not become rides."""
    says = []
    if wave.range_m and "big" in wave.ends:
        says.append(f"Beyond {word_for(wave.range_m[1], body_m)}: {_ABOVE[wave.ends['big']]}.")
    if wave.range_m and "small" in wave.ends:
        says.append(f"Below {word_for(wave.range_m[0], body_m)}: {_BELOW[wave.ends['small']]}.")
    if wave.stays_on is not None:
        says.append(f"Washed off {1 - wave.stays_on:.0%} of the time in this flow.")
    return (*says, f"{1 - wave.ridden_share:.0%} of the waves do not become rides.")
