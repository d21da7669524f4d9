"""The facts of a surfer and a water as numbers, in units in which one is much: 0 is the ordinary case."""

from __future__ import annotations

import math
from collections.abc import Callable

from chord_core.surfer.defaults import Rider
from chord_core.tables import families, rungs
from chord_core.water.conditions import Conditions
from chord_core.water.days import BIG_SHARE

Facts = dict[str, float]

#: Steps of fitness from good.
_FITNESS = {"low": -2.0, "fair": -1.0, "good": 0.0, "high": 0.5}
_STEEPNESS = {"crumbly": 0, "soft": 1, "average": 2, "steep": 3, "hollow": 4}
#: From this step of the ladder on a surfer chooses between short and longer boards: linking.
_HIGH = 4
#: Faces in body heights that are low, and usual faces [m] that are big whoever rides them.
_LOW_FACE, _BIG_M = 0.5, 2.0
ORDINARY_KG, _ORDINARY_SESSIONS = 75.0, 6.0
_AGE_COUNTS_FROM, _AGE_SPAN = 40, 20
#: Masses [kg] up to which one is a child, and from which one is grown, about the 40 kg of the rules.
_CHILD_KG = (36.0, 44.0)
#: Where a fact is the ordinary case: face and big days in body heights, flow [m/s], steps of steepness.
_USUAL_FACE, _USUAL_BIG_DAYS, _USUAL_FLOW_M_S, _USUAL_STEEP = 0.7, 1.3, 2.8, 1.5
#: What makes a low face, a flow and a mass large in their units.
_PER_LOW_FACE, _PER_FLOW, _PER_MASS = 5, 2, 2


def steepness_of(conditions: Conditions) -> int:
    """Steps of steepness from crumbly (0) to hollow (4)."""
    return _STEEPNESS[conditions.steepness]


def log_mass(rider: Rider) -> float:
    """Natural log of the mass over 75 kg."""
    return math.log(rider.mass_kg / ORDINARY_KG)


def years_over(rider: Rider) -> float:
    """Twenties of years over forty."""
    return max(rider.age - _AGE_COUNTS_FROM, 0) / _AGE_SPAN


def log_rust(rider: Rider, sessions: float = _ORDINARY_SESSIONS) -> float:
    """Natural log of ``sessions`` a month over those that are surfed; half a session at least."""
    return math.log(sessions / max(rider.sessions_month, 0.5))


def _childlike(rider: Rider) -> float:
    """From 1 for a child to 0 for somebody grown, by mass: no board changes within a kilogram."""
    light, grown = _CHILD_KG
    return min(max((grown - rider.mass_kg) / (grown - light), 0.0), 1.0)


def _class_now(rider: Rider) -> str | None:
    board = rider.surfer.present_board
    return families()[board.family].board_class if board else None


def facts_of(rider: Rider, conditions: Conditions) -> Facts:
    """Facts by name; those that are 0 are left out.

    What was not said of style, foot, aim, wish or present board counts as nothing said, whatever is assumed
    elsewhere."""
    surfer, step = rider.surfer, rider.rung.step
    face, steep = conditions.days.usual_m / rider.height_m, steepness_of(conditions)
    high = float(step >= _HIGH)
    weak = float(steep <= 1)
    wish = families()[surfer.wish].board_class if surfer.wish else None
    values: dict[str, float] = {
        **{f"is {name}": float(rung.step == step) for name, rung in rungs().items()},
        "ladder": (step - _HIGH) / 2,
        "relaxed": float(surfer.style == "relaxed"),
        "active": float(surfer.style == "active"),
        "back foot": float(surfer.foot_weight == "back"),
        "front foot": float(surfer.foot_weight == "front"),
        "rides a middle board": float(_class_now(rider) == "middle"),
        "rides a longboard": float(_class_now(rider) == "long"),
        "rides a short board": float(_class_now(rider) == "short"),
        "over forty": years_over(rider),
        "under sixteen": float(surfer.age < 16) if surfer.age is not None else _childlike(rider),
        "child": _childlike(rider),
        "fitness": _FITNESS[rider.fitness],
        "few sessions": log_rust(rider),
        "out of practice": high * max(log_rust(rider, 4.0), 0.0),
        **({f"wants: {surfer.aim}": 1.0} if surfer.aim else {}),
        "wishes for a longboard": float(wish == "long"),
        "wishes for a middle board": float(wish == "middle"),
        "wishes for a short board": float(wish == "short"),
        "mass": _PER_MASS * log_mass(rider),
        "steep": steep - _USUAL_STEEP,
        "face": face - _USUAL_FACE,
        "big water": max(conditions.days.usual_m - _BIG_M, 0.0),
        "low waves": _PER_LOW_FACE * max(_LOW_FACE - face, 0.0),
        "big days": float(conditions.days.face_at(BIG_SHARE)) / rider.height_m - _USUAL_BIG_DAYS,
        "weak waves, can surf": high * weak,
        **{f"complains: {one}": 1.0 for one in surfer.complaints},
        "flow": _PER_FLOW * (conditions.flow_m_s - _USUAL_FLOW_M_S) if conditions.river else 0.0,
    }
    return {name: value for name, value in values.items() if value}


def how_often(sessions: float) -> str:
    """Sessions a month in words: once, twice, 6 times."""
    if sessions < 0.75:
        return "less than once"
    return {1: "once", 2: "twice"}.get(round(sessions), f"{sessions:.0f} times")


#: How a fact is said in a sentence, where one would say it with others standing by: no mass, no age.
_SAID: dict[str, Callable[[Rider], str]] = {
    "relaxed": lambda _: "surfs relaxed",
    "active": lambda _: "surfs actively",
    "back foot": lambda _: "stands on the back foot",
    "front foot": lambda _: "stands on the front foot",
    "rides a longboard": lambda _: "rides a longboard now",
    "rides a short board": lambda _: "rides a short board now",
    "over forty": lambda _: "wants time to stand up",
    # Who is small and grown counts a little as a child, and is not called one.
    "under sixteen": lambda rider: "is still growing" if rider.age < 16 else "",
    "child": lambda rider: "is a child" if rider.child else "",
    "fitness": lambda rider: f"has {rider.fitness} fitness",
    "few sessions": lambda rider: f"surfs {how_often(rider.sessions_month)} a month",
    "out of practice": lambda rider: f"surfs {how_often(rider.sessions_month)} a month",
    "wishes for a longboard": lambda _: "asks for a longboard",
    "wishes for a middle board": lambda _: "asks for a middle-sized board",
    "wishes for a short board": lambda _: "asks for a short board",
}


def said(name: str, rider: Rider, conditions: Conditions) -> str:
    """A fact as a clause about the surfer: "surfs relaxed", "surfs soft waves"; empty for one that says
    nothing to a customer."""
    if name.startswith("wants: "):
        return f"wants {name.removeprefix('wants: ')}"
    if name.startswith("complains: "):
        return f"says “{name.removeprefix('complains: ')}” of the present board"
    if name.startswith("is ") or name == "ladder":
        return f"is at the level “{rider.rung.name}”"
    if name in ("steep", "weak waves, can surf"):
        return f"surfs {conditions.steepness} waves"
    if name in ("face", "low waves", "big water", "big days"):
        return f"surfs faces of {conditions.days.usual_m / rider.height_m:.1f} body heights"
    if name == "flow":
        return f"surfs a flow of {conditions.flow_m_s:.1f} m/s"
    return _SAID[name](rider) if name in _SAID else ""
