"""Cautions: short, at the point of decision. Local rules and licensed people go before all of them."""

from __future__ import annotations

import math

from chord_core import spoken
from chord_core.surfer.defaults import Rider
from chord_core.tables import rungs
from chord_core.units import FOOT_M
from chord_core.water.conditions import Conditions

#: A face this much over the rung's comfortable height is "not yet, not here".
_OVER = 1.15


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
    cord = "thin" if face < 0.72 else "thick" if face > 1.0 else "regular"
    where = " at knee or calf" if feet >= 9 else ""
    return f"Leash of {feet} ft, {cord}{where}."


def cautions_for(rider: Rider, conditions: Conditions) -> tuple[str, ...]:
    """What to say before anybody goes in, for this surfer and this water."""
    found: list[str] = []
    first = rider.rung.step <= rungs()["standing"].step
    if conditions.days.usual_m > rider.rung.comfortable_face_m * _OVER:
        found.append(
            f"Not yet, not here on a usual day: {spoken.face(conditions.days.usual_m)} is over the "
            f"{spoken.face(rider.rung.comfortable_face_m)} that go with “{rider.rung.can_do}”."
        )
    elif conditions.steepness == "hollow" and rider.rung.step < rungs()["linking"].step:
        found.append("Hollow water is for surfers who link turns: not yet, not here.")
    if first:
        found.append("First waves: soft board, rounded fins, and a licensed instructor.")
    if rider.child:
        found.append("A child stays within reach of a qualified adult.")
    if conditions.kind == "river":
        found.append("Helmet on a river; ask the locals how to get out.")
    found.append("Lifeguards, flags and local rules go before this advice.")
    return tuple(found)
