"""Cautions: short, at the point of decision. Local rules and licensed people go before all of them."""

from __future__ import annotations

import math
from typing import Literal

from chord_core import spoken
from chord_core.documents.verbs.shared import Caution, CautionCode
from chord_core.surfer.defaults import Rider
from chord_core.tables import rungs, tables
from chord_core.units import FOOT_M
from chord_core.water.conditions import Conditions

#: A face this much over the rung's comfortable height is "not yet, not here".
_OVER = 1.15


def leash_caution(length_m: float, rider: Rider, conditions: Conditions) -> Caution:
    """The leash as one of the cautions of a board."""
    grave: Literal["care", "note"] = "care" if conditions.kind == "river" else "note"
    return Caution(code="leash", severity=grave, says=leash_for(length_m, rider, conditions))


def leash_for(length_m: float, rider: Rider, conditions: Conditions) -> str:
    """The leash for a board of this length [m], or why there is none."""
    if conditions.kind == "river":
        return (
            "No ankle leash on a river wave: it can trap you. Quick-release belt or none, by the local rule."
        )
    # As long as the board; a child's no longer than the board.
    feet = math.floor(length_m / FOOT_M + 1e-6) if rider.child else math.ceil(length_m / FOOT_M - 1e-6)
    if rider.craft == "stand_up":
        return f"Straight leash of {feet} ft in surf; leash and buoyancy aid by local law."
    face = conditions.days.usual_m / rider.height_m
    leash = tables().gear.leash
    cord = (
        "thin" if face < leash.thin_to_heights else "thick" if face > leash.thick_from_heights else "regular"
    )
    where = " at knee or calf" if feet >= leash.knee_from_ft else ""
    return f"Leash of {feet} ft, {cord}{where}."


def cautions_for(rider: Rider, conditions: Conditions) -> tuple[Caution, ...]:
    """What to say before anybody goes in, for this surfer and this water."""
    found: list[Caution] = []

    def say(code: CautionCode, severity: Literal["stop", "care", "note"], says: str) -> None:
        found.append(Caution(code=code, severity=severity, says=says))

    first = rider.rung.step <= rungs()["standing"].step
    if conditions.days.usual_m > rider.rung.comfortable_face_m * _OVER:
        faces = spoken.face(conditions.days.usual_m), spoken.face(rider.rung.comfortable_face_m)
        says = f"{faces[0]} is over the {faces[1]} that go with “{rider.rung.can_do}”."
        say("too_big", "stop", f"Not yet, not here on a usual day: {says}")
    elif conditions.steepness == "hollow" and rider.rung.step < rungs()["linking"].step:
        say("too_hollow", "stop", "Hollow water is for surfers who link turns: not yet, not here.")
    if first:
        say("instructor", "care", "First waves: soft board, rounded fins, and a licensed instructor.")
    if rider.child:
        say("child", "care", "A child stays within reach of a qualified adult.")
    if conditions.kind == "river":
        say("river", "care", "Helmet on a river; ask the locals how to get out.")
    say("local_rules", "note", "Lifeguards, flags and local rules go before this advice.")
    return tuple(found)
