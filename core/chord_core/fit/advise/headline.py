"""The first sentence about a board: why it is right for this surfer, against the board that is ridden now.

Written as a clause that goes on from the board's name: "it turns where yours does not, and keeps two rides of
three".
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.fit.judge.case import Case, Ridden
from chord_core.fit.judge.factors import Judged
from chord_core.ride.batches import RideSummary
from chord_core.tables import rungs, tables

#: Shares of the rides in words.
_SHARES = (
    (1 / 3, "one ride of three"),
    (1 / 2, "half of the rides"),
    (2 / 3, "two rides of three"),
    (3 / 4, "three rides of four"),
    (4 / 5, "four rides of five"),
    (9 / 10, "nine rides of ten"),
)
#: From this share on the rides are kept.
_KEPT = 0.95
#: Complaints that a board answers are said from this share on.
_ANSWERED = 0.8
_MENDS = {
    "will not catch": "it catches waves that yours misses",
    "dies on flats": "it runs on where yours dies on the flats",
    "nose-dives": "its nose stays up where yours dives",
    "slides": "its tail holds where yours slides",
    "stiff": "it turns easier than yours",
    "corky": "it sits deeper in the water than yours",
    "tips": "it stands steadier than yours",
    "catches a rail": "its rails forgive what yours catch on",
    "dead": "it is livelier than yours",
}


@dataclass(frozen=True)
class _Gain:
    """Something that is better than on the present board: by how much it counts, and the clause."""

    counts: float
    says: str


def _count(rides: float) -> str:
    return f"{rides:.0f}" if rides >= 1.5 else f"{rides:.1f}".removesuffix(".0")


def _share_words(share: float) -> str:
    return min(_SHARES, key=lambda one: abs(np.log(one[0] / max(share, 0.05))))[1]


def _ratio(new: float, old: float) -> float:
    """How many times as much, between a hundredth and a hundred times; 1 where one is not known."""
    if not (np.isfinite(new) and np.isfinite(old)) or old <= 0:
        return 1.0
    return float(np.clip(new / old, 0.01, 100.0))


def _gains(case: Case, judged: Judged, row: int, now: Ridden, rides: float) -> list[_Gain]:
    rule, rider, mine = tables().fit.headline, case.rider, judged.ridden
    turns = rider.rung.step >= rungs()["trimming"].step
    before = now.ridden
    radius, was = float(mine.radius_m[row]), float(before.radius_m[0])
    wanted = float(judged.wanted_m) + 0.1
    turn = "it turns where yours does not" if radius <= wanted < was else "it turns tighter than yours"
    tighter, quicker = _ratio(was, radius), _ratio(float(before.roll_s[0]), float(mine.roll_s[row]))
    steadier = _ratio(float(mine.sweet_m[row]), float(before.sweet_m[0]))
    holds = _ratio(float(mine.hold_m_s[row]), float(before.hold_m_s[0]))
    found = [
        _Gain(np.log(rides) * rule.rides, _more_rides(float(mine.rides[row]), float(before.rides[0]))),
        _Gain(np.log(tighter) * rule.turn * turns, turn),
        _Gain(np.log(quicker) * rule.roll * turns, "it goes quicker from rail to rail than yours"),
        _Gain(
            np.log(steadier) * rule.stand * (1 if turns else 2), "it is steadier under the feet than yours"
        ),
        _Gain(np.log(holds) * rule.hold * turns, "its tail holds at more speed than yours"),
    ]
    for complaint, answered in judged.complaint_scores.answered.items():
        if float(answered[row]) > _ANSWERED and complaint in _MENDS:
            found.append(_Gain(rule.complaint, _MENDS[complaint]))
    return [gain for gain in found if gain.counts >= rule.least]


def _more_rides(new: float, old: float) -> str:
    if not np.isfinite(new):
        return ""
    if old < 0.5:
        return f"it turns waves into rides, about {_count(new)} an hour; yours hardly any"
    if _count(new) == _count(old):
        return "it brings a few more rides than yours"
    return f"about {_count(new)} rides an hour, where yours gives {_count(old)}"


def _alone(mine: RideSummary, row: int) -> str:
    """Where no present board is known."""
    if np.isfinite(mine.stays_on[row]):
        return f"it stays on the wave {mine.stays_on[row]:.0%} of the time"
    return f"about {_count(float(mine.rides[row]))} rides an hour in these waves"


def because(case: Case, judged: Judged, row: int) -> str:
    """Why board ``row``: what it does that the present one does not, and what of the rides it keeps; empty
    for a board behind a gate, and where it does nothing better than the one that is ridden."""
    if judged.closed[row]:
        return ""
    mine, now = judged.ridden, case.now
    if now is None or not np.isfinite(mine.rides[row]):
        return _alone(mine, row)
    rides = _ratio(float(mine.rides[row]), float(now.ridden.rides[0]))
    gains = sorted(_gains(case, judged, row, now, rides), key=lambda gain: -gain.counts)
    if not gains:
        return ""
    first = gains[0].says
    if "rides" in first:
        more = next((gain.says for gain in gains[1:] if "rides" not in gain.says), "")
        return f"{first}, and {more}" if more else first
    kept = "your rides" if rides >= _KEPT else _share_words(rides)
    return f"{first}, and keeps {kept}"
