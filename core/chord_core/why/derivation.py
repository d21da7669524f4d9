"""How a derivation is put together."""

from __future__ import annotations

import math

import numpy as np

from chord_core.documents.why import Derivation, Input
from chord_core.hull.stations import Array
from chord_core.ride.formula import ANYWHERE, Formula, Values

#: An input: value, unit, words.
Quantity = tuple[float, str, str]


def derivation(
    of: str,
    words: str,
    formula: str,
    value: float | None,
    unit: str,
    source: str,
    valid: str = ANYWHERE,
    closed: bool = True,
    outside: bool = False,
    also: dict[str, Quantity] | None = None,
    **inputs: Quantity,
) -> Derivation:
    """A derivation; each other keyword is an input by its symbol in the formula, as are those of
    ``also``."""
    rows = [
        Input(symbol=name, value=float(v), unit=u, words=w)
        for name, (v, u, w) in (inputs | (also or {})).items()
    ]
    known = value is not None and math.isfinite(value)
    return Derivation(
        of=of,
        words=words,
        formula=formula,
        closed=closed,
        inputs=tuple(row for row in rows if math.isfinite(row.value)),
        value=float(value) if known and value is not None else None,
        unit=unit,
        source=source,
        valid=valid,
        outside=outside,
    )


def _first(value: Array | float) -> float:
    """The number of the first board on the first face."""
    return float(np.ravel(value)[0])


def explained(formula: Formula, values: Values, value: float | None, outside: bool = False) -> Derivation:
    """A formula of the ride with the values that it was evaluated with.

    Args:
        values: as the formula takes them; of several boards or faces the first counts.
        value: the number that came out, None where it does not apply.
        outside: whether the formula is used outside of its range.
    """
    inputs = {name: (_first(values[name]), unit, words) for name, (unit, words) in formula.terms.items()}
    return derivation(
        formula.of,
        formula.words,
        formula.text(),
        value,
        formula.unit,
        formula.source,
        formula.valid,
        outside=outside,
        also=inputs,
    )
