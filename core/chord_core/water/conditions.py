"""Conditions: the waves that a surfer gets, every fact said or assumed with its reason."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

import numpy as np

from chord_core.documents.verbs.shared import Assumed, Day
from chord_core.documents.water import Water
from chord_core.physics import FRESH_KG_M3, SEA_KG_M3
from chord_core.tables import tables
from chord_core.water.bins import Bins, bins_given, class_of, quantile, sea_bins, standing_bin
from chord_core.water.days import BIG_SHARE, SMALL_SHARE, Days, days_by_word, days_of

#: Usual face of a surfer who has not said: waist high.
USUAL_SHARE = 0.57
#: Small and big day as a share of the usual one, when only the usual is known.
SMALL_OF_USUAL, BIG_OF_USUAL = 0.6, 1.6
#: From this share of body height waves break over a paddling surfer.
DUCK_DIVE_FROM = 0.70
DENSITY = {"sea": SEA_KG_M3, "white_water": SEA_KG_M3, "river": FRESH_KG_M3, "pool": FRESH_KG_M3}
#: Slope of the face of an ordinary standing wave.
_RIVER_SLOPE = 0.27


@dataclass(frozen=True, eq=False)
class Conditions:
    """A water with every fact that the rules need. SI units; ``mine_an_hour``: waves an hour that fall to one
    surfer; ``aeration``: share of air in the water of a river. Compared and kept by identity."""

    kind: str
    days: Days
    steepness: str
    duck_dive_needed: bool
    water_kg_m3: float
    bins: Bins
    chop_m: float
    mine_an_hour: float
    paddle_out_m: float
    ride_length_m: float
    flow_m_s: float
    face_slope: float
    aeration: float

    @property
    def river(self) -> bool:
        """Whether the wave stands and the water flows."""
        return self.kind == "river"

    def share_below(self, face_m: float) -> float:
        """Share of days whose face is lower than ``face_m`` [m]; in a pool of sessions: its settings are what
        they are, and no spread of days lies through them."""
        return self.bins.share_below(face_m) if self.kind == "pool" else float(self.days.share_below(face_m))


def bars_of(conditions: Conditions, body_m: float) -> tuple[Day, ...]:
    """What a water gives by the words of a body this tall [m]; nothing of a river, whose wave stands."""
    if conditions.river:
        return ()
    rows = days_by_word(conditions.share_below, body_m)
    return tuple(Day(word=word, low_m=a, high_m=b, share=share) for word, a, b, share in rows)


def _usual(water: Water, body_m: float) -> float:
    if water.usual_m is not None:
        return water.usual_m
    known = [face for face in (water.small_m, water.big_m) if face is not None]
    if len(known) == 2:
        return float(np.exp(np.mean(np.log(known))))
    from_ends = (water.small_m or 0) / SMALL_OF_USUAL or (water.big_m or 0) / BIG_OF_USUAL
    return from_ends or USUAL_SHARE * body_m


def _days_in_bins(bins: Bins) -> dict[str, float]:
    """The three remembered days that bins stand for [m], kept a little apart."""
    small, usual, big = (quantile(bins, share) for share in (SMALL_SHARE, 0.5, BIG_SHARE))
    return {"usual_m": usual, "small_m": min(small, 0.98 * usual), "big_m": max(big, 1.02 * usual)}


def _guesses(water: Water, usual: float, body_m: float) -> dict[str, tuple[float | str | bool, str]]:
    """What is taken for each fact that a water may leave open, with the reason; fields of the document."""
    rules = tables().waves
    kind = "sea" if water.kind == "river" else water.kind
    fixed, by_face = rules.paddle_out_m[kind]
    wind, flow = rules.wind[water.wind or "none"], rules.river_flow_m_s
    return {
        "usual_m": (round(usual, 2), "waist high, or between the days that are known"),
        "small_m": (round(SMALL_OF_USUAL * usual, 2), "six tenths of the usual day"),
        "big_m": (round(BIG_OF_USUAL * usual, 2), "one and a half times the usual day and a little"),
        "steepness": ("average", "between soft and steep"),
        "duck_dive_needed": (
            water.kind == "sea" and usual > DUCK_DIVE_FROM * body_m,
            "from about chest high waves break over a paddling surfer",
        ),
        "waves_per_hour": (float(rules.offered_an_hour), "one a minute"),
        "crowd": ("medium", "not empty, not full"),
        "chop_m": (wind.chop_m, f"wind {water.wind or 'none'}"),
        "paddle_out_m": (float(round(fixed + by_face * usual)), "bigger waves break further out"),
        "ride_length_m": (float(rules.ride_length_m[kind]), "an ordinary break"),
        "flow_m_s": (
            round(flow.at_one_metre * usual**flow.exponent, 2),
            "as on rivers with a face of this height",
        ),
        "face_slope": (_RIVER_SLOPE, "an ordinary standing wave"),
        "aeration": (0.0, "green water"),
    }


#: Facts that only a river asks, and those that it does not.
_RIVER_ONLY = {"flow_m_s", "face_slope", "aeration"}
_NOT_IN_RIVER = {
    "small_m",
    "big_m",
    "steepness",
    "duck_dive_needed",
    "waves_per_hour",
    "paddle_out_m",
    "ride_length_m",
}


def _asked(water: Water, name: str) -> bool:
    """Whether a fact is one of this kind of water's and is not given by its bins."""
    if water.bins and name in ("small_m", "usual_m", "big_m", "steepness"):
        return False
    return name not in (_NOT_IN_RIVER if water.kind == "river" else _RIVER_ONLY)


def _bins(water: Water, values: dict[str, Any], days: Days) -> Bins:
    if water.bins:
        rows = [(row.face_m, row.steepness, row.weight) for row in water.bins]
        return bins_given(*np.array(rows).T)
    if water.kind == "river":
        return standing_bin(days.usual_m, float(values["face_slope"]))
    wind = tables().waves.wind[water.wind or "none"]
    return sea_bins(days, values["steepness"], wind.slope)


def conditions_with_defaults(water: Water, body_m: float) -> tuple[Conditions, list[Assumed]]:
    """Fill a water in for a surfer of height ``body_m`` [m].

    Returns:
        The water, and each fact that was assumed with its reason.
    """
    guesses = _guesses(water, _usual(water, body_m), body_m)
    assumed = [
        Assumed(field=f"water.{name}", value=guess, why=why)
        for name, (guess, why) in guesses.items()
        if getattr(water, name) is None and _asked(water, name)
    ]
    values: dict[str, Any] = {name: guess for name, (guess, _) in guesses.items()}
    values |= {name: getattr(water, name) for name in guesses if getattr(water, name) is not None}
    if water.bins:
        rows = bins_given(*np.array([(b.face_m, b.steepness, b.weight) for b in water.bins]).T)
        values |= _days_in_bins(rows) | {"steepness": class_of(rows)}
    days = days_of(values.pop("small_m"), values.pop("usual_m"), values.pop("big_m"))
    mine = values.pop("waves_per_hour") * tables().waves.crowd_share[values.pop("crowd")]
    return Conditions(
        kind=water.kind,
        days=days,
        water_kg_m3=water.water_kg_m3 or DENSITY[water.kind],
        bins=_bins(water, values, days),
        mine_an_hour=mine,
        **values,
    ), assumed
