"""How a derivation is put together."""

from __future__ import annotations

import math

from chord_core.documents.why import Derivation, Input

#: An input: value, unit, words.
Quantity = tuple[float, str, str]
#: Where a number is a choice of the craft.
CRAFT = "fitted to the order of boards on which riders agree, not measured (tables/craft.json)"
ANYWHERE = "any board"


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
