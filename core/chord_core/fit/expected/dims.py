"""Length and width that an advisor expects on a kind of board of so many litres."""

from __future__ import annotations

import math

from chord_core.fit.expected.litres import Expected
from chord_core.surfer.defaults import Rider
from chord_core.tables import families, kept_by_tables, tables
from chord_core.water.conditions import Conditions

#: Litres at which the family's own length and width are told.
_AT_L = 40.0
_BIG_M = 2.0
_USUAL_FACE, _MOST_FACE = 0.7, 1.2


def _facts(conditions: Conditions, body_m: float, litres: float) -> dict[str, float]:
    """The facts that lengths and widths hang on, whatever the kind; ``own`` is 1."""
    facts = {"own": 1.0, "litres": math.log(litres / _AT_L)}
    if not conditions.river:
        facts["big water"] = max(conditions.days.usual_m - _BIG_M, 0.0)
        facts["face"] = min(conditions.days.usual_m / body_m, _MOST_FACE) - _USUAL_FACE
    return facts


def _numbers_of(family: str) -> dict[str, tuple[str, ...]]:
    """The numbers of ``expected_dims`` that count for a kind, by the fact that they are multiplied with."""
    board_class = families()[family].board_class
    return {
        "own": ("base", f"family {family}", f"class {board_class}"),
        "litres": ("litres", f"litres {board_class}"),
        "big water": ("big water",),
        "face": ("face",),
    }


def terms(conditions: Conditions, body_m: float, family: str, litres: float) -> dict[str, float]:
    """The facts that the numbers of ``expected_dims`` are multiplied with, by the number's name."""
    facts, numbers = _facts(conditions, body_m, litres), _numbers_of(family)
    return {number: value for fact, value in facts.items() for number in numbers[fact]}


@kept_by_tables(256)
def _rule(name: str, family: str) -> dict[str, float]:
    """What one of each fact adds to the log of a length or width of a kind."""
    numbers = tables().expected_dims.of(name).numbers
    return {
        fact: sum(numbers[number].value for number in each if number in numbers)
        for fact, each in _numbers_of(family).items()
    }


def expected_dim(name: str, rider: Rider, conditions: Conditions, family: str, litres: float) -> Expected:
    """Length or width [m] of a kind of board with so many litres, inside what the family is made in.

    Args:
        name: ``length_m`` or ``width_m``.
        litres: of the board [L].
    """
    rule = _rule(name, family)
    facts = _facts(conditions, rider.height_m, litres)
    log = sum(rule[fact] * value for fact, value in facts.items())
    low, high = getattr(families()[family], name)
    return Expected(min(max(math.exp(log), low), high), tables().expected_dims.of(name).spread.value)
