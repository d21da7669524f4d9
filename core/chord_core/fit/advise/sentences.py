"""Reasons: for each board what speaks most for it and what speaks most against.

Every part of the fit can be said. What is better than the middle of the reference boards speaks for a board,
by how much it lifts the fit; what is worse than their best speaks against it, by how much it costs. All
numbers in a sentence are the board's own.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np

from chord_core import spoken
from chord_core.fit.expected.kinds import speaks_for
from chord_core.fit.judge.case import Case
from chord_core.fit.judge.complaints import hearing_says
from chord_core.fit.judge.factors import PART_OF, Best, Judged
from chord_core.fit.judge.handling import DUCK_EASY, DUCK_MOST
from chord_core.fit.judge.style import one_thing
from chord_core.fit.rules.gates import a
from chord_core.surfer.defaults import Rider
from chord_core.tables import tables
from chord_core.tables.calibration import calibration

#: How much what is no part of the fit weighs beside its parts, in the log of fit.
_STEP_COUNTS, _TOO_FAR_COUNTS, _LABEL_COUNTS, _WISH_COUNTS = 0.02, 0.30, 0.06, 0.05
#: A part that costs less of the fit than this is not worth a word.
_MINOR = 0.015

#: So far off the band litres are clearly off.
_CLEARLY = 0.1
#: From this share a complaint is answered.
_ANSWERED = 0.8

Said = tuple[str | None, str | None]


@dataclass(frozen=True)
class About:
    """What the sentences of a rack know beside the boards: the case, what the best boards reach."""

    case: Case
    best: Best

    @property
    def rider(self) -> Rider:
        """The rider."""
        return self.case.rider


@dataclass(frozen=True)
class Reason:
    """A sentence, and how much it counts in the log of fit."""

    counts: float
    says: str


def _catch(judged: Judged, about: About, row: int) -> Said:
    mine, best = judged.ridden.means["catch"][row], about.best.parts["catch"]
    return (
        f"Takes off on {mine:.0%} of the waves.",
        f"Takes off on {mine:.0%} of the waves; others on {best:.0%}.",
    )


def _keep(judged: Judged, about: About, row: int) -> Said:
    mine, best = judged.ridden.means["keep"][row], about.best.parts["keep"]
    return (
        f"Keeps running on {mine:.0%} of the faces.",
        f"Stalls on flats: runs on {mine:.0%} of the faces, others on {best:.0%}.",
    )


def _nose(judged: Judged, _: About, row: int) -> Said:
    mine = judged.ridden.means["nose"][row]
    return f"The nose stays up in {mine:.0%} of the drops.", f"The nose dives in {1 - mine:.0%} of the drops."


def _hold(judged: Judged, _: About, row: int) -> Said:
    mine, speed = judged.ridden.means["hold"][row], judged.ridden.hold_m_s[row]
    return (
        f"The tail holds up to {spoken.speed(speed)}.",
        f"The tail lets go on {1 - mine:.0%} of these walls.",
    )


def _stand(judged: Judged, about: About, row: int) -> Said:
    sweet, need = judged.ridden.sweet_m[row], about.rider.rung.sweet_spot_need_m
    if sweet < need:
        return None, f"Only {spoken.span(sweet)} of sweet spot to stand on; {spoken.span(need)} are needed."
    return f"Steady underfoot: a sweet spot of {spoken.span(sweet)}.", None


def _entry(judged: Judged, _: About, row: int) -> Said:
    mine = judged.ridden.means["entry"][row]
    return f"Gets in early enough for {mine:.0%} of the drops.", f"Too late for {1 - mine:.0%} of the drops."


def _lay(judged: Judged, _: About, row: int) -> Said:
    mine = judged.ridden.means["lay"][row]
    return (
        f"Goes over on its rail on {mine:.0%} of the faces.",
        f"Too wide to lay over on {1 - mine:.0%} of the faces.",
    )


def _stays(judged: Judged, _: About, row: int) -> Said:
    mine = judged.ridden.stays_on[row]
    return (
        f"Stays on the wave {mine:.0%} of the time.",
        f"Washed off {1 - mine:.0%} of the time in this flow.",
    )


def _turns(judged: Judged, about: About, row: int) -> Said:
    thing, c = one_thing(about.rider, about.case.conditions), calibration()
    if thing == "drive":
        speed = judged.ridden.hold_m_s[row]
        return (
            f"Drives: holds up to {spoken.speed(speed)}.",
            f"Lacks drive: holds to {spoken.speed(speed)}, {spoken.speed(c.style_drive_m_s)} is wanted.",
        )
    if thing == "nose":
        index = judged.ridden.nose_index[row]
        return (
            f"The tail stays down for the nose: {index:.2f}.",
            f"The tail lifts when one stands on the nose: {index:.2f}.",
        )
    radius = judged.ridden.radius_m[row]
    wanted = c.style_carve_m if thing == "carve" else judged.wanted_m
    if radius < wanted + 0.1:
        return f"Turns within {spoken.distance(radius)}.", None
    return None, f"Turns within {spoken.distance(radius)}; {spoken.distance(wanted)} is wanted."


def _rolls(judged: Judged, about: About, row: int) -> Said:
    time, wanted = judged.ridden.roll_s[row], about.rider.rung.roll_wanted_s
    if time <= wanted:
        return f"Quick from rail to rail: {time:.2f} s.", "Heavy to swing round: much board at the ends."
    return f"Rail to rail in {time:.2f} s.", f"Slow from rail to rail: {time:.2f} s, {wanted:.2f} is wanted."


def _settles(judged: Judged, _: About, row: int) -> Said:
    radius = judged.ridden.radius_m[row]
    return None, f"Too loose to run straight: turns within {spoken.distance(radius)}."


def _carry(judged: Judged, _: About, row: int) -> Said:
    mass, share = judged.hull.mass_kg[row], judged.handling.mass_share[row]
    long = judged.handling.length_share[row]
    return (
        f"Easy to carry: {spoken.mass(mass)}.",
        f"{spoken.mass(mass)} ({share:.0%} of the body), {long:.2f} body heights to carry.",
    )


def _duck(judged: Judged, _: About, row: int) -> Said:
    if not judged.duck_needed:
        return None, None
    value = judged.ridden.floats.duck_dive[row]
    if value < DUCK_EASY:
        return "Sinks easily under a breaking wave.", None
    if value <= DUCK_MOST:
        return (
            "Goes under a breaking wave, with technique.",
            "Goes under a breaking wave only with technique.",
        )
    return None, "Too much float to duck-dive: turtle roll or channel."


def _litres(judged: Judged, _: About, row: int) -> Said:
    litres, growth = judged.hull.litres[row], judged.growth
    low, high = growth.wanted.low_l[row], growth.wanted.high_l[row]
    # How many litres are looked for stands in the windows, once; a little off is nothing to speak of.
    if litres < (1 - _CLEARLY) * low:
        return None, f"{litres:.1f} L: clearly less than is looked for."
    if litres > (1 + _CLEARLY) * high:
        return None, f"{litres:.1f} L: clearly more than is looked for."
    return (f"{litres:.1f} L: as many as are looked for." if low <= litres <= high else None), None


def _length(judged: Judged, about: About, row: int) -> Said:
    length, wanted = judged.hull.fleet.length[row], judged.growth.wanted.length_m[row]
    more = f"{spoken.span(abs(length - wanted))} {'longer' if length > wanted else 'shorter'}"
    return None, f"{more} than one looks for in {a(judged.families[row])}."


def _width(judged: Judged, about: About, row: int) -> Said:
    width, wanted = judged.hull.fleet.width[row], judged.growth.wanted.width_m[row]
    more = f"{spoken.span(abs(width - wanted))} {'wider' if width > wanted else 'narrower'}"
    return None, f"{more} than one looks for in {a(judged.families[row])}."


def _learn(judged: Judged, _: About, row: int) -> Said:
    radius = judged.ridden.radius_m[row]
    return (
        f"Room to learn: turns within {spoken.distance(radius)}.",
        f"Holds the next step back: turns within {spoken.distance(radius)}.",
    )


def _shared(judged: Judged, _: About, row: int) -> Said:
    sweet = judged.ridden.sweet_m[row]
    return (
        f"Carries a beginner too: {spoken.span(sweet)} to stand on.",
        f"Only {spoken.span(sweet)} to stand on for who shares it.",
    )


_SAYS: dict[str, Callable[[Judged, About, int], Said]] = {
    "catch": _catch,
    "keep": _keep,
    "nose": _nose,
    "hold": _hold,
    "stand": _stand,
    "entry": _entry,
    "lay": _lay,
    "stays": _stays,
    "turns": _turns,
    "rolls": _rolls,
    "settles": _settles,
    "carry": _carry,
    "duck": _duck,
    "litres": _litres,
    "length": _length,
    "width": _width,
    "learn": _learn,
    "shared": _shared,
}
#: Parts that would say the same thing: of each pair only the stronger is said.
_SAME = {"learn": "turn", "turns": "turn", "settles": "turn", "shared": "stand", "stand": "stand"}


def _topic(part: str) -> str:
    return _SAME.get(part, part)


def _of_parts(
    judged: Judged, about: About, row: int
) -> tuple[list[tuple[str, Reason]], list[tuple[str, Reason]]]:
    """What each part lifts over the middle of the reference boards, and costs against their best."""
    praise, blame = [], []
    for part, values in judged.parts().items():
        weight = judged.weights[PART_OF.get(part, "rides")]
        mine, best, usual = (
            max(v, 1e-6) for v in (float(values[row]), about.best.parts[part], about.best.usual[part])
        )
        for_, against = _SAYS[part](judged, about, row)
        if for_:
            praise.append((part, Reason(weight * float(np.log(mine / usual)), for_)))
        cost = weight * float(np.log(max(best, mine) / mine))
        if against and cost >= _MINOR:
            blame.append((part, Reason(cost, against)))
    return praise, blame


def _less_usual(about: About, family: str) -> str:
    """Why another kind is expected before this one."""
    first, case = about.best.first, about.case
    facts = speaks_for(case.rider, case.conditions, first, family)
    return (
        f"{a(first).capitalize()} comes first for who {facts[0]}."
        if facts
        else f"Less usual here than {a(first)}."
    )


def _sentence(says: str) -> str:
    return f"{says[0].upper()}{says[1:]}."


def _beside(
    judged: Judged, about: About, row: int
) -> tuple[list[tuple[str, Reason]], list[tuple[str, Reason]]]:
    """What is no part of the fit: the kind, the step from the present board, the label."""
    praise, blame = [], []
    kind, family = judged.kind_of(about.best, row), judged.families[row]
    if family == about.rider.surfer.wish:
        praise.append(("kind", Reason(_WISH_COUNTS, f"{a(family).capitalize()}: asked for by name.")))
    elif 0 < kind < 1:
        blame.append(("kind", Reason(-float(np.log(kind)), _less_usual(about, family))))
    if judged.present_l:
        change = float(judged.hull.litres[row]) / judged.present_l - 1
        now = (
            f"{abs(change):.0%} {'more' if change > 0 else 'less'} than the present {judged.present_l:.1f} L"
        )
        off = abs(np.log(float(judged.hull.litres[row] / judged.growth.wanted.litres[row])))
        if abs(change) > tables().sizing.step_most and off > _CLEARLY:
            blame.append(("step", Reason(_TOO_FAR_COUNTS, f"{now}: a big step at once.")))
        elif abs(change) >= 0.02:
            praise.append(("step", Reason(_STEP_COUNTS, f"{now}.")))
    for complaint, answered in judged.complaint_scores.answered.items():
        how = hearing_says(about.case, complaint, judged.hull, judged.ridden, row)
        share, least = float(answered[row]), tables().complaints.unheard
        if share > _ANSWERED:
            counts = float(np.log((least + (1 - least) * share) / (least + (1 - least) / 2)))
            praise.append((complaint, Reason(counts, f"Answers “{complaint}”: {how}.")))
        elif share < 1 - _ANSWERED / 2:
            blame.append(
                (
                    complaint,
                    Reason(-float(np.log(least + (1 - least) * share)), f"Still “{complaint}”: {how}."),
                )
            )
    agrees = judged.label_agrees[row]
    if agrees is False:
        blame.append(("label", Reason(_LABEL_COUNTS, "Label and dims disagree: judged by the dims.")))
    return praise, blame


def _two(found: list[tuple[str, Reason]], taken: set[str]) -> list[str]:
    """The two that count most, of different topics."""
    said: list[str] = []
    for part, reason in sorted(found, key=lambda row: -row[1].counts):
        if _topic(part) not in taken:
            taken.add(_topic(part))
            said.append(reason.says)
        if len(said) == 2:
            break
    return said


def reasons(
    judged: Judged, about: About, row: int, limits: tuple[str, ...]
) -> tuple[tuple[str, ...], tuple[str, ...]]:
    """The two strongest reasons for board ``row`` and the two strongest against it.

    Where too little speaks against it, what ends its range does (``limits``). A board behind a gate says that
    first. Nothing is said twice."""
    closed = judged.closed[row]
    of_parts, beside = _of_parts(judged, about, row), _beside(judged, about, row)
    taken: set[str] = set()
    blame = [_sentence(closed)] if closed else []
    blame += [says for says in _two([*of_parts[1], *beside[1]], taken) if len(blame) < 2]
    praise = _two([*of_parts[0], *beside[0]], taken)
    blame += limits
    return tuple(praise), tuple(blame[:2])
