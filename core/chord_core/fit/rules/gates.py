"""Class and gates: which families are offered at all, each refusal with its sentence.

A gate is for what could hurt somebody, or is another craft. What is only less usual is no gate: it costs fit
(``expected``).
"""

from __future__ import annotations

from chord_core.surfer.defaults import Rider
from chord_core.tables import Family, families, rungs, tables
from chord_core.water.conditions import Conditions

_CLASS_BY_RUNG = ("soft", "soft", "middle", "middle", "short", "short", "short")


def a(name: str) -> str:
    """Put the article in front of a family's name: a gun, an all-rounder."""
    return f"an {name}" if name[0] in "aeiou" else f"a {name}"


def own_class(rider: Rider, conditions: Conditions) -> tuple[str, str]:
    """The class of board this surfer is served from, and why."""
    surfer = rider.surfer
    if rider.craft == "stand_up":
        return "stand-up", "paddles standing"
    if conditions.kind == "river":
        return "river", "rides a standing wave"
    if rider.aim == "nose-ride":
        return "long", "wants to ride the nose"
    if surfer.wish:
        return families()[surfer.wish].board_class, f"asks for {a(surfer.wish)}"
    if surfer.present_board:
        now = families()[surfer.present_board.family].board_class
        if now not in ("soft", "river", "stand-up"):
            return now, f"rides {a(surfer.present_board.family)} now"
        if now == "soft" and rider.rung.step >= rungs()["green wave"].step and not rider.child:
            return "middle", "comes from a soft-top"
    return _CLASS_BY_RUNG[rider.rung.step], f"usual for {rider.rung.name}"


#: The steepnesses in which flat boards dive.
_STEEPER = ("steep", "hollow")
#: So many levels under a kind's own it is not yet asked for; more would hurt somebody.
_LEVELS_UNDER = 1


def _rung_gate(family: Family, rider: Rider) -> str | None:
    if rider.child and family.board_class != "soft" and rider.rung.step <= rungs()["green wave"].step:
        return "a soft deck first for a child"
    gate = rungs()[family.gate_rung]
    # Boards for big waves are for who can be out there.
    under = 0 if family.name in tables().choice.big_water else _LEVELS_UNDER
    if rider.rung.step < gate.step - under:
        return f"{a(family.name)} before {gate.name}: not yet"
    return None


def _water_gate(family: Family, rider: Rider, conditions: Conditions) -> str | None:
    rules, face = tables().choice, conditions.days.usual_m / rider.height_m
    name = family.name
    if name not in rules.big_water and face > rules.up_to_face_heights:
        return f"the usual face of {face:.1f} body heights is too big for {a(name)}"
    dives_from = rules.dives_from.get(name)
    if dives_from in _STEEPER and conditions.steepness in _STEEPER[_STEEPER.index(dives_from) :]:
        return f"{a(name)} is flat: it dives where the face is {conditions.steepness}"
    return None


def closed_because(family: Family, rider: Rider, conditions: Conditions) -> str | None:
    """Why a family is behind a gate for this rider and water; None when it is open."""
    stand_up = family.board_class == "stand-up"
    if stand_up != (rider.craft == "stand_up"):
        return "a stand-up board is another craft" if stand_up else "too little float to stand and paddle"
    if stand_up:
        return None
    if (family.board_class == "river") != (conditions.kind == "river"):
        return (
            "a river board is not for the sea"
            if conditions.kind != "river"
            else "a sea board on a river wave"
        )
    return _rung_gate(family, rider) or _water_gate(family, rider, conditions)
