"""Reasons: for each board the two that speak most for it and the two that speak most against.

A reason has a worth (how near its factor is to the best or the worst) and a sentence that could
be said to the customer. All numbers in it are the board's own.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.fit.factors import Judged
from chord_core.fit.handling import DUCK_EASY, DUCK_MOST

#: A trim over this [deg] is said to push water with the chest.
_PUSHES_DEG = 7.0
#: Under this share of the weight the body is more in the water than on it.
_LOW_LIFT = 0.5
#: A step over a fifth at once is warned of (``trade.md``, by step).
_STEP_MOST = 0.20


#: From this share of body mass a board is noticed on the way to the water.
_NOTICED_SHARE = 0.06


@dataclass(frozen=True)
class Reason:
    """How good a factor is (0-1) and what is said of it, for and against; None where nothing is."""

    worth: float
    for_: str | None
    against: str | None


def _litres(judged: Judged, row: int) -> Reason:
    litres = float(judged.hull.litres[row])
    low, high, target = (float(a[row]) for a in (judged.low_l, judged.high_l, judged.target_l))
    asked = f"{low:.0f} to {high:.0f} L asked for"
    less = "less foam to stand on" if judged.river else "fewer waves caught"
    if litres < low:
        against = f"{low - litres:.1f} L under the {asked}: {less}."
    elif litres > high:
        against = f"{litres - high:.1f} L over the {asked}: corky, and slower to learn from."
    elif abs(litres - target) < 0.1:
        against = None
    else:
        off = litres - target
        against = f"{abs(off):.1f} L {'over' if off > 0 else 'under'} the middle of the {asked}."
    inside = low <= litres <= high
    praise = f"{litres:.1f} L lies inside the {asked}." if inside else None
    return Reason(float(judged.factors["litres"][row]), praise, against)


def _float(judged: Judged, row: int) -> Reason:
    worth = float(judged.factors["float"][row])
    if judged.reserve is not None:
        says = f"Leaves {float(judged.reserve[row]):.0%} of body mass in float under rider and kit."
        return Reason(worth, says, says)
    trim = float(np.degrees(judged.floats.trim_rad[row]))
    bears = f"Bears {float(judged.floats.lift_share[row]):.0%} of the body's weight"
    against: str | None
    if judged.floats.nose_clear_m[row] < 0:
        against = f"{bears}: the nose goes under when paddling."
    elif trim > _PUSHES_DEG:
        against = f"{bears}, {trim:.0f}° nose-up to paddle: the chest pushes water."
    else:
        lift = float(judged.floats.lift_share[row])
        against = f"Bears only {lift:.0%} of the body's weight." if lift < _LOW_LIFT else None
    return Reason(worth, f"{bears}, and lies {trim:.0f}° nose-up to paddle.", against)


def _duck(judged: Judged, row: int) -> Reason | None:
    if not judged.duck_needed:
        return None
    value = float(judged.floats.duck_dive[row])
    if value < DUCK_EASY:
        praise, against = "Sinks easily under a breaking wave.", None
    elif value <= DUCK_MOST:
        praise = against = "Goes under a breaking wave, with technique."
    else:
        praise, against = None, "Too much float to duck-dive: show the turtle roll or the channel."
    return Reason(float(judged.factors["duck-dive"][row]), praise, against)


def _carry(judged: Judged, row: int) -> Reason:
    mass, share = float(judged.hull.mass_kg[row]), float(judged.handling.mass_share[row])
    length = float(judged.handling.length_share[row])
    praise = f"{mass:.1f} kg to carry, {share:.0%} of body mass."
    against = f"{mass:.1f} kg and {length:.2f} body heights long to carry."
    heavy = share > _NOTICED_SHARE or judged.factors["carry"][row] < 0.9
    return Reason(float(judged.factors["carry"][row]) * 0.995, praise, against if heavy else None)


def _kind(judged: Judged, row: int) -> Reason:
    worth, says = float(judged.kind[row]), judged.kind_says[row]
    says = f"{says[0].upper()}{says[1:]}."
    return Reason(worth * 0.99, says if worth == 1 else None, None if worth == 1 else says)


def _step(judged: Judged, row: int) -> Reason | None:
    now = judged.present_l
    if now is None:
        return None
    change = float(judged.hull.litres[row]) / now - 1
    if abs(change) < 0.02:
        return Reason(0.985, "The litres of the present board.", None)
    says = f"{abs(change):.0%} {'more' if change > 0 else 'less'} than the present board's {now:.1f} L"
    if abs(change) <= _STEP_MOST:
        return Reason(0.98 - abs(change), f"{says}.", f"{says}.")
    return Reason(max(0.6 - abs(change), 0.05), None, f"{says}: over a fifth at once.")


def _label(judged: Judged, row: int) -> Reason | None:
    agrees = judged.label_agrees[row]
    if agrees is None:
        return None
    if agrees:
        return Reason(0.9, "The litres on the label agree with the dims.", None)
    return Reason(0.6, None, "Label and dims disagree: judged by the dims.")


def reasons(judged: Judged, row: int, limits: tuple[str, ...]) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """The two strongest reasons for board ``row`` and the two strongest against it.

    Where nothing else speaks against it, what ends its range does (``limits``). A board behind a gate says
    that first. A reason is said once, on the side where it is stronger. What is said first at a counter
    weighs most: litres, then the kind, then how it floats."""
    closed = judged.closed[row]
    made = (
        (1.0, _litres(judged, row)),
        (0.95, None if closed else _kind(judged, row)),
        (0.92, _float(judged, row)),
        (0.90, _duck(judged, row)),
        (0.90, _step(judged, row)),
        (0.85, _carry(judged, row)),
        (0.80, _label(judged, row)),
    )
    known = [(weight, reason) for weight, reason in made if reason]
    best = sorted(known, key=lambda row: -row[0] * row[1].worth)
    worst = sorted(known, key=lambda row: -row[0] * (1 - row[1].worth))
    praise = [reason.for_ for _, reason in best if reason.for_][:2]
    blame = [r.against for _, r in worst if r.against and r.against not in praise][:2]
    blame += limits
    if closed:
        blame.insert(0, f"{closed[0].upper()}{closed[1:]}.")
    return tuple(praise), tuple(blame[:2])
