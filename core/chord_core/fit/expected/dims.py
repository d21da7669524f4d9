"""Length and width that an advisor expects on a kind of board of so many litres."""

from __future__ import annotations

import math

from chord_core.fit.expected.litres import Expected
from chord_core.surfer.defaults import Rider
from chord_core.tables import families, tables
from chord_core.water.conditions import Conditions

#: Litres at which the family's own length and width are told.
_AT_L = 40.0
_BIG_M = 2.0
_USUAL_FACE, _MOST_FACE = 0.7, 1.2


def terms(conditions: Conditions, body_m: float, family: str, litres: float) -> dict[str, float]:
    """The facts that the numbers of ``expected_dims`` are multiplied with, by name."""
    board_class = families()[family].board_class
    log_l = math.log(litres / _AT_L)
    values = {
        "base": 1.0,
        f"family {family}": 1.0,
        f"class {board_class}": 1.0,
        "litres": log_l,
        f"litres {board_class}": log_l,
    }
    if not conditions.river:
        values["big water"] = max(conditions.days.usual_m - _BIG_M, 0.0)
        values["face"] = min(conditions.days.usual_m / body_m, _MOST_FACE) - _USUAL_FACE
    return values


def expected_dim(name: str, rider: Rider, conditions: Conditions, family: str, litres: float) -> Expected:
    """Length or width [m] of a kind of board with so many litres, inside what the family is made in.

    Args:
        name: ``length_m`` or ``width_m``.
        litres: of the board [L].
    """
    rows = tables().expected_dims.of(name)
    facts = terms(conditions, rider.height_m, family, litres)
    numbers = rows.numbers
    log = sum(numbers[number].value * value for number, value in facts.items() if number in numbers)
    low, high = getattr(families()[family], name)
    return Expected(min(max(math.exp(log), low), high), rows.spread.value)
