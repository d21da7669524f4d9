"""Class and gates: which families are offered at all, each refusal with its sentence.

Rules of the answer, outside of the physics (``trade.md``, "Class, gates and big water").
"""

from __future__ import annotations

from chord_core.surfer.pencil import Rider
from chord_core.surfer.spot import Spot
from chord_core.tables import Family, families, rungs, table

_CLASS_BY_RUNG = ("soft", "soft", "middle", "middle", "short", "short", "short")
_LONGEST_AGE = 60


def a(name: str) -> str:
    """Put the article in front of a family's name: a gun, an all-rounder."""
    return f"an {name}" if name[0] in "aeiou" else f"a {name}"


def own_class(rider: Rider, spot: Spot) -> tuple[str, str]:
    """The class of board this surfer is served from, and why."""
    surfer = rider.surfer
    if rider.craft == "stand_up":
        return "stand-up", "paddles standing"
    if spot.kind == "river":
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


def open_classes(rider: Rider, spot: Spot) -> frozenset[str]:
    """The own class and those that aim, tiredness or a complaint open beside it."""
    own, _ = own_class(rider, spot)
    found = {own}
    tired = rider.fitness == "low" or rider.age >= _LONGEST_AGE
    catches_little = rider.aim == "more waves" and "will not catch" in rider.surfer.complaints
    if rider.aim == "keep and share" and own in ("middle", "short"):
        found |= {"soft", "middle"}
    if own == "middle" and rider.aim == "progress":
        found.add("short")
    if own == "short" and (rider.aim == "carve long" or tired or catches_little):
        found.add("middle")
    if own == "short" and (tired or catches_little):
        found.add("long")
    return frozenset(found)


def _rung_gate(family: Family, rider: Rider) -> str | None:
    if rider.child and family.board_class != "soft" and rider.rung.step <= rungs()["green wave"].step:
        return "a soft deck first for a child"
    gate = rungs()[family.gate_rung]
    if rider.rung.step < gate.step:
        return f"{a(family.name)} before {gate.name}: not yet"
    return None


def _water_gate(family: Family, rider: Rider, spot: Spot) -> str | None:
    rules, face = table("choice"), spot.days.usual_m / rider.height_m
    name = family.name
    least = rules["from_face_heights"].get(name)
    if least is not None and face < least:
        return f"{a(name)} is for faces from {least:g} body heights; usual here: {face:.1f}"
    if name not in rules["big_water"] and face > rules["up_to_face_heights"]:
        return f"the usual face of {face:.1f} body heights is too big for {a(name)}"
    if spot.steepness in ("steep", "hollow") and name in rules["not_where_steep"]:
        return f"{a(name)} is flat: it dives where the face is {spot.steepness}"
    return None


def _stand_up_gate(family: Family, rider: Rider, spot: Spot) -> str | None:
    low = spot.days.usual_m / rider.height_m < 0.3 or rider.rung.step < rungs()["trimming"].step
    wanted = "long stand-up" if low else "wave stand-up"
    if family.name != wanted:
        return f"the {wanted} first, under trimming or in knee-high water" if low else f"the {wanted} turns"
    return None


def closed_because(family: Family, rider: Rider, spot: Spot) -> str | None:
    """Why a family is behind a gate for this rider and water; None when it is open."""
    stand_up = family.board_class == "stand-up"
    if stand_up != (rider.craft == "stand_up"):
        return "a stand-up board is another craft" if stand_up else "too little float to stand and paddle"
    if stand_up:
        return _stand_up_gate(family, rider, spot)
    if (family.board_class == "river") != (spot.kind == "river"):
        return "a river board is not for the sea" if spot.kind != "river" else "a sea board on a river wave"
    sliding = "slides" in rider.surfer.complaints
    if (rider.foot_weight == "back" or sliding) and family.name in table("choice")["not_for_back_foot"]:
        return f"{a(family.name)} slides under the back foot"
    return _rung_gate(family, rider) or _water_gate(family, rider, spot)


def _share_of_aim(family: Family, rider: Rider, classes: frozenset[str]) -> bool:
    """Whether a family serves class and aim; an aim that nothing of the class serves asks nothing."""
    inside = {name for name, other in families().items() if other.board_class in classes}
    wanted = set(table("choice")["aims"].get(rider.aim, ())) & inside
    if wanted and rider.aim == "one board for everything" and rider.rung.name == "green wave":
        wanted |= {"mini-mal"} & inside
    return family.name in (wanted or inside)


def big_water(rider: Rider, spot: Spot) -> bool:
    """Whether boards made for big water come first."""
    return bool(spot.days.usual_m / rider.height_m >= table("choice")["big_water_first_from"])


def _ridden_now(family: Family, rider: Rider) -> bool:
    now = rider.surfer.present_board
    return now is not None and now.family == family.name


#: What is said of kinds that are open but not meant for this surfer or water.
_WORDS = {
    "small in big water": "made for smaller waves than these",
    "not asked for": "lets go first, for who asks for one",
}


def _not_quite(family: Family, rider: Rider, spot: Spot) -> str | None:
    rules = table("choice")
    small = family.board_class == "short" and family.name not in rules["big_water"]
    if small and big_water(rider, spot):
        return "small in big water"
    loose = family.name in rules["only_asked_for"] and not _ridden_now(family, rider)
    return "not asked for" if loose else None


def kind_factor(family: Family, rider: Rider, spot: Spot) -> tuple[float, str]:
    """How a family suits class and aim, 0-1, and the words for it (soft or hard deck included)."""
    rules = table("sizing")["kind"]
    classes = open_classes(rider, spot)
    soft = family.board_class == "soft"
    if family.name != rider.surfer.wish and not _share_of_aim(family, rider, classes):
        return rules["another class"], "another kind of board than asked for"
    own, _ = own_class(rider, spot)
    if family.board_class in ("river", "stand-up"):
        return 1.0, f"{a(family.name)}, for this water and craft"
    if rider.aim == "keep and share" and not soft:
        return rules["hard when shared"], "a hard deck to share with others"
    later = rider.rung.step >= rungs()["green wave"].step
    if rider.aim == "progress" and soft and later and not rider.child:
        return rules["soft when progressing"], "a soft-top holds progress back"
    if not soft and not later and rider.aim != "keep and share":
        return rules["hard for first rungs"], f"a hard deck on the rung “{rider.rung.name}”"
    if soft and rider.rung.step >= rungs()["trimming"].step and rider.aim != "keep and share":
        return rules["soft from trimming"], "a soft-top from trimming up"
    if family.name != rider.surfer.wish and (word := _not_quite(family, rider, spot)):
        return rules[word], f"{a(family.name)}: {_WORDS[word]}"
    shared = rider.aim == "keep and share"
    if family.board_class != own and family.name != rider.surfer.wish and not shared:
        return rules["opened class"], f"{a(family.name)}: possible beside the {own} boards"
    return 1.0, f"{a(family.name)}: the kind asked for"
