"""Every number of the tables by its place, with the range in which a shop may set its own.

A place is written like a JSON Pointer (RFC 6901), ``/sizing/moves/age_from``, but a row of a list is named
by its name instead of its position, so that it is found again when rows come or go:
``/craft/constants/lay_arm_m``.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cache, lru_cache
from typing import Any, TypeGuard

from annotated_types import Ge, Gt, Le, Lt
from pydantic import BaseModel

from chord_core.errors import ChordError
from chord_core.tables.schema import Ranged, Reasoned
from chord_core.tables.whole import Tables, checked_tables, shipped_tables

#: Without a range of its own a number may be halved and doubled: far enough for any opinion that is met at a
#: counter, near enough that a slip of the decimal point is refused.
_FREELY = 2.0
#: Measures of boards and fins by a fifth: nobody calls a board of twice the length by the same name.
_SHAPES, _OF_SHAPES = 1.2, ("families", "fins", "orders")
#: Published measurements (growth of children), answers that are heard, decimals of a currency: no choices.
#: Sentences have no name by which they would be found again.
_NO_CHOICE = (
    "/plan/growth/", "/questions/questions/", "/gear/currencies/", "/advice/because/", "/advice/warnings/",
)  # fmt: skip
#: What a row of a list is known by.
_NAMES = ("name", "field")
#: What a table calls its one list.
_LISTS = ("constants", "numbers")
#: Units by the end of a name, longest first.
_UNITS = {
    "_foam_kg_a_litre": "kg/L", "_litres_per_kg": "L/kg", "_m2_s3": "m²/s³", "_w_kg": "W/kg",
    "_kg_m3": "kg/m³", "_kg_m2": "kg/m²",
    "_m_s": "m/s", "_cm2": "cm²", "_m2": "m²", "_kg": "kg", "_deg": "°", "_in": "in", "_mm": "mm", "_m": "m",
    "_ft": "ft", "_s": "s", "_c": "°C",
}  # fmt: skip


@dataclass(frozen=True)
class TableNumber:
    """A number of a table: its place, what ships, from where to where it may be set, why it is what it is.

    ``whole`` numbers count something; ``unit`` is empty for shares and counts; ``reasoned`` tells whether the
    reason is the number's own or its table's, ``of_span`` that it is the end of a span "from, to".
    """

    place: str
    table: str
    words: tuple[str, ...]
    value: float
    low: float
    high: float
    whole: bool
    unit: str
    reason: str
    reasoned: bool
    of_span: bool

    @property
    def says(self) -> str:
        """The place in words, without the table's name: "gun, length, from"."""
        words = list(self.words)
        if len(words) > 1 and words[0] in (self.table, *_LISTS):
            del words[0]
        if self.of_span:
            words[-1] = ("from", "to")[int(words[-1])]
        ends = [end for end, unit in _UNITS.items() if unit == self.unit] if self.unit else []
        plain = (next((w.removesuffix(end) for end in ends if w.endswith(end)), w) for w in words)
        return ", ".join(word.replace("_", " ") for word in plain)

    def refuse(self, value: float) -> str:
        """Why a value cannot be; "" where it can."""
        if not self.low <= value <= self.high:
            return f"lies outside of {self.low:g} to {self.high:g}"
        return "is no whole number" if self.whole and value != int(value) else ""


def numbers_of(tables: Tables) -> dict[str, TableNumber]:
    """Every number that a shop may set, by its place, in the order of the tables."""
    found: dict[str, TableNumber] = {}
    for table in type(tables).model_fields:
        for number in _under(getattr(tables, table), (table,), getattr(tables, table).reason):
            if not number.place.startswith(_NO_CHOICE):
                found[number.place] = number
    return found


@cache
def shipped_numbers() -> Mapping[str, TableNumber]:
    """The numbers that come with Chord."""
    return numbers_of(shipped_tables())


def own_tables(own: Mapping[str, float]) -> Tables:
    """The shipped tables with a shop's own numbers laid over them; the same ones for the same numbers.

    Args:
        own: values by their places, in the units of the table.

    Raises:
        ChordError: names the place, the value and what is allowed.
    """
    return _laid_over(tuple(sorted(own.items()))) if own else shipped_tables()


def standing(own: Mapping[str, float]) -> dict[str, float]:
    """Those of a shop's numbers that these tables take.

    A later version of Chord may drop a number, or give it another range: what it does not take any more is
    left out, one by one, and the shipped number stands.
    """
    try:
        own_tables(own)
    except ChordError:
        taken: dict[str, float] = {}
        for place, value in own.items():
            try:
                own_tables({**taken, place: value})
            except ChordError:
                continue
            taken[place] = value
        return taken
    return dict(own)


@lru_cache(maxsize=64)
def _laid_over(own: tuple[tuple[str, float], ...]) -> Tables:
    raw, known = shipped_tables().model_dump(mode="json", by_alias=True), shipped_numbers()
    for place, value in own:
        number = known.get(place)
        if number is None:
            raise ChordError(place, value, "there is no such number in the tables")
        if why := number.refuse(value):
            raise ChordError(place, value, why)
        _set(raw, number, int(value) if number.whole else value)
    for place, value in own:
        holder = _holder(raw, known[place])
        if known[place].of_span and holder[0] > holder[1]:
            raise ChordError(place, value, f"from {holder[0]:g} to {holder[1]:g} is no span")
    return checked_tables(raw)


# -- the way through a table


def _under(
    value: object, at: tuple[str, ...], reason: str, bounds: tuple[Any, ...] = (), of_span: bool = False
) -> Iterator[TableNumber]:
    if isinstance(value, Reasoned):
        span = (value.low, value.high) if isinstance(value, Ranged) else _freely(at[0], value.value, ())
        yield _number(at, value.value, span, value.reason, reasoned=True)
    elif isinstance(value, BaseModel):
        own = getattr(value, "reason", "") or reason
        for name, info in type(value).model_fields.items():
            yield from _under(getattr(value, name), (*at, info.alias or name), own, tuple(info.metadata))
        for key, inner in (value.model_extra or {}).items():
            yield from _under(inner, (*at, key), own)
    elif isinstance(value, Mapping):
        for key, inner in value.items():
            yield from _under(inner, (*at, str(key)), reason)
    elif isinstance(value, tuple):
        for key, inner in zip(_row_names(value), value, strict=True):
            yield from _under(inner, (*at, key), reason, of_span=_is_span(value))
    elif _is_number(value) and value:
        # Of nothing there is no half and no double.
        yield _number(at, value, _freely(at[0], value, bounds), reason, of_span=of_span)


def _is_number(value: object) -> TypeGuard[int | float]:
    return isinstance(value, int | float) and not isinstance(value, bool)


def _is_span(rows: tuple[Any, ...]) -> bool:
    return len(rows) == 2 and all(map(_is_number, rows)) and rows[0] <= rows[1]


def _number(
    at: tuple[str, ...],
    value: float,
    span: tuple[float, float],
    reason: str,
    reasoned: bool = False,
    of_span: bool = False,
) -> TableNumber:
    ends = ((end, unit) for word in reversed(at) for end, unit in _UNITS.items() if f"_{word}".endswith(end))
    return TableNumber(
        place="".join("/" + word.replace("~", "~0").replace("/", "~1") for word in at),
        table=at[0],
        words=at[1:],
        value=float(value),
        low=float(span[0]),
        high=float(span[1]),
        whole=isinstance(value, int),
        unit=next((unit for _, unit in ends), ""),
        reason=reason,
        reasoned=reasoned,
        of_span=of_span,
    )


def _freely(table: str, value: float, bounds: tuple[Any, ...]) -> tuple[float, float]:
    times = _SHAPES if table in _OF_SHAPES else _FREELY
    low, high = sorted(float(f"{end:.4g}") for end in (value / times, value * times))
    for bound in bounds:
        if isinstance(bound, Ge | Gt):
            low = max(low, float(getattr(bound, "ge", getattr(bound, "gt", low))))
        elif isinstance(bound, Le | Lt):
            high = min(high, float(getattr(bound, "le", getattr(bound, "lt", high))))
    return (math.ceil(low), math.floor(high)) if isinstance(value, int) else (low, high)


def _row_names(rows: tuple[object, ...] | list[Any]) -> list[str]:
    """What the rows of a list are called: by their names where each has one of its own."""
    for key in _NAMES:
        names = [row.get(key) if isinstance(row, dict) else getattr(row, key, None) for row in rows]
        if all(isinstance(name, str) for name in names) and len(set(names)) == len(names):
            return [str(name) for name in names]
    return [str(place) for place in range(len(rows))]


def _holder(raw: dict[str, Any], number: TableNumber) -> Any:
    holder: Any = raw[number.table]
    for word in number.words[:-1]:
        holder = holder[_key_in(holder, word)]
    return holder


def _set(raw: dict[str, Any], number: TableNumber, value: float) -> None:
    holder = _holder(raw, number)
    key = _key_in(holder, number.words[-1])
    if isinstance(holder[key], dict):
        holder[key]["value"] = value
    else:
        holder[key] = value


def _key_in(holder: Any, word: str) -> Any:
    return _row_names(holder).index(word) if isinstance(holder, list) else word
