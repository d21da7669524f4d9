"""Litres: what is expected decides; the ways of sizing, by ratio and by step, stand beside it."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core import spoken
from chord_core.documents.verbs.size import SizingMethod
from chord_core.fit.expected.facts import ORDINARY_KG
from chord_core.fit.expected.litres import moved_by
from chord_core.fit.judge.case import Case
from chord_core.fit.rules.bands import Band, aimed_band, band_for, moves
from chord_core.fit.rules.gates import a
from chord_core.fit.rules.present import present_litres
from chord_core.surfer.defaults import Rider
from chord_core.tables import tables
from chord_core.water.conditions import Conditions

#: Of what moves the litres, so much is said.
_SAID_MOST = 3


@dataclass(frozen=True)
class Sizing:
    """Litres [L] that are looked for (``target_l``), between which a board is as good (``band``), why,
    whether the advisor set the target (``overruled``), and what each method of sizing says of it."""

    target_l: float
    band: Band
    because: str
    overruled: bool
    sizing_methods: tuple[SizingMethod, ...]


def by_ratio(rider: Rider, conditions: Conditions, family: str | None) -> SizingMethod:
    """Litres per kilogram for the rung (or the longboard), corrected, cut by the aim."""
    (low, high), aim = aimed_band(rider, conditions, family)
    if rider.craft == "stand_up":
        reason = f"float to spare for a rider who {rider.rung.can_do}"
    else:
        of = family if family in tables().sizing.longboard_litres_per_kg else rider.rung.name
        reason = f"{low / rider.mass_kg:.2f} to {high / rider.mass_kg:.2f} L/kg for {of}"
        moved = [
            f"{m.says} {m.factor - 1:+.0%}" for m in moves(rider, conditions) if abs(m.factor - 1) > 0.005
        ]
        reason += f"; {', '.join(moved)}" if moved else ""
    return SizingMethod(
        code="ratio", name="by ratio", low_l=low, high_l=high, reason=reason + (f"; {aim}" if aim else "")
    )


def _direction(rider: Rider, conditions: Conditions, family: str | None, now: float) -> tuple[str, str]:
    """Which way to step from the present board, and why: the whole fifth up where that is still less than the
    rung carries."""
    way, why = _way(rider, conditions, family, now)
    most = tables().sizing.step["far up"][1]
    if way == "up" and band_for(rider, conditions, family)[0] > most * now:
        return "far up", f"{why}, and the rung carries more still"
    return way, why


def _way(rider: Rider, conditions: Conditions, family: str | None, now: float) -> tuple[str, str]:
    rules = tables().sizing
    for complaint in rider.surfer.complaints:
        if complaint in rules.step_by_complaint:
            return rules.step_by_complaint[complaint], f"it is said to be “{complaint}”"
    low, high = band_for(rider, conditions, family)
    way = rules.step_by_aim[rider.aim]
    if way == "down" and now < low:
        return "up", "it is already under what this rung carries"
    if way == "down" and now < (low + high) / 2:
        return "keep", "it is already in the lower half for this rung"
    if way == "up" and now > high:
        return "keep", "it already has more than the rung asks"
    return way, f"the aim is {rider.aim}"


_WORDS = {
    "down": "8 to 15 % down",
    "up": "8 to 15 % up",
    "far up": "15 to 20 % up",
    "trim": "about 5 % down",
    "keep": "about the same litres",
}


def by_step(rider: Rider, conditions: Conditions, family: str | None) -> SizingMethod | None:
    """From the board ridden now, in the direction of the complaint or the aim; None without one."""
    now = present_litres(rider)
    if now is None:
        return None
    way, why = _direction(rider, conditions, family, now)
    low, high = (share * now for share in tables().sizing.step[way])
    return SizingMethod(
        code="step",
        name="by step",
        low_l=low,
        high_l=high,
        reason=f"{_WORDS[way]} from {now:.1f} L, because {why}; a fifth at most by this way of sizing",
    )


def litres_because(case: Case, family: str) -> str:
    """Where the litres that are expected of a kind come from, in a sentence."""
    moved = moved_by(case.rider, case.conditions, family)
    target = case.expected.litres(family).middle
    plain = target / float(np.prod([factor for _, factor in moved]))
    words = ", ".join(f"{word} {factor - 1:+.0%}" for word, factor in moved[:_SAID_MOST])
    who = f"{spoken.body(ORDINARY_KG)} at the level “{case.rider.rung.name}”"
    says = f"On {a(family)} somebody of {who} has about {plain:.0f} L"
    return f"{says}; {words}." if words else f"{says}."


def size_up(
    case: Case, family: str, target_l: float | None = None, waves: tuple[SizingMethod, ...] = ()
) -> Sizing:
    """Settle the litres: what is expected, or the advisor's own target, with the ways of sizing beside it.

    Args:
        family: the leading family.
        target_l: the advisor's own target [L].
        waves: what the ways by shape and by float say, if they were asked.
    """
    rider, conditions = case.rider, case.conditions
    ratio, step = by_ratio(rider, conditions, family), by_step(rider, conditions, family)
    return Sizing(
        target_l=case.expected.litres(family, target_l).middle,
        band=case.band(family, target_l),
        because=litres_because(case, family),
        overruled=target_l is not None,
        sizing_methods=tuple(method for method in (ratio, step, *waves) if method),
    )
