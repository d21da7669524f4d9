"""What all documents share: frozen, no unknown fields, finite numbers, errors that say what is allowed."""

from __future__ import annotations

import json
from collections.abc import Iterable
from typing import Any, TypeVar

from pydantic import BaseModel, ConfigDict, ValidationError

from chord_core.errors import ChordError


class Document(BaseModel):
    """A frozen document. Unknown fields, NaN and infinities are refused."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False, str_strip_whitespace=True)


class Result(Document):
    """A document that is only written: its schema promises every field."""

    model_config = ConfigDict(json_schema_serialization_defaults_required=True)


DocumentT = TypeVar("DocumentT", bound=BaseModel)

_SAYS = {
    "missing": "is needed and was not given",
    "extra_forbidden": "is not a field of this document",
    "greater_than_equal": "must be at least {ge:g}",
    "less_than_equal": "must be at most {le:g}",
    "greater_than": "must be more than {gt:g}",
    "less_than": "must be less than {lt:g}",
    "float_parsing": "must be a number",
    "float_type": "must be a number",
    "int_parsing": "must be a whole number",
    "int_type": "must be a whole number",
    "int_from_float": "must be a whole number",
    "string_type": "must be text",
    "bool_type": "must be true or false",
    "bool_parsing": "must be true or false",
    "decimal_parsing": "must be an amount, as 12.50",
    "decimal_type": "must be an amount, as 12.50",
    "decimal_max_places": "must have at most {decimal_places} places behind the point",
    "date_from_datetime_parsing": "must be a day, as 2026-05-31",
    "date_parsing": "must be a day, as 2026-05-31",
    "date_type": "must be a day, as 2026-05-31",
    "finite_number": "must be a finite number",
    "literal_error": "must be one of {expected}",
    "string_too_long": "must be at most {max_length} characters",
    "string_too_short": "must be at least {min_length} characters",
    "too_long": "must have at most {max_length} entries",
    "too_short": "must have at least {min_length} entries",
    "list_type": "must be a list",
    "tuple_type": "must be a list",
    "model_type": "must be an object",
    "model_attributes_type": "must be an object",
    "dict_type": "must be an object",
}


def _path(where: Iterable[int | str]) -> str:
    return ".".join(str(step) for step in where) or "document"


#: Faults whose sentence ends in a number.
_MEASURED = ("greater_than_equal", "less_than_equal", "greater_than", "less_than")
#: Units as the names of fields end in them, and as they are read.
_UNITS = {
    "_m3_s": "m³/s", "_kg_m3": "kg/m³", "_m_s": "m/s", "_kg": "kg", "_mm": "mm", "_km": "km", "_deg": "°",
    "_month": "", "_l": "L", "_h": "h", "_m": "m",
}  # fmt: skip


def _plain_name(field: str) -> tuple[str, str]:
    """What a field is called, and its unit: “mass” and “kg” for ``mass_kg``."""
    for ending, unit in _UNITS.items():
        if field.endswith(ending) and unit:
            return field.removesuffix(ending).replace("_", " "), unit
    return field.replace("_", " "), ""


def as_chord_error(error: ValidationError, inside: str = "") -> ChordError:
    """Translate the first fault that pydantic found into the core's error."""
    fault = error.errors(include_url=False)[0]
    own = fault.get("ctx", {}).get("error")
    path = _path(([inside] if inside else []) + list(fault["loc"]))
    if isinstance(own, ChordError):
        inner = [*([path] if fault["loc"] or inside else []), *([own.field] if own.field else [])]
        return ChordError(".".join(inner), own.value, own.message)
    name, unit = _plain_name(str(fault["loc"][-1]) if fault["loc"] else path)
    says = _SAYS.get(fault["type"], fault["msg"]).format(**fault.get("ctx", {}))
    if unit and fault["type"] in _MEASURED:
        says += f" {unit}"
    given = None if fault["type"] == "missing" else fault["input"]
    read = "" if given is None or isinstance(given, dict | list) else f" (“{str(given)[:40]}” was given)"
    return ChordError(path, given, f"{name} {says}{read}")


#: How deep a document may be nested; the deepest of ours has seven levels.
MOST_LEVELS = 32


def check_text(text: str, field: str) -> None:
    """Refuse what no person types, no database keeps and no encoding writes: NUL, and half of a pair that
    together would be one sign.

    Raises:
        ChordError: names the field.
    """
    if "\x00" in text:
        raise ChordError(field, text, "a text cannot hold the sign NUL")
    if any("\ud800" <= sign <= "\udfff" for sign in text):
        raise ChordError(field, text, "a text cannot hold half of a sign (a lone surrogate)")


def _check_texts(data: Any, path: tuple[int | str, ...]) -> None:
    """Check every text of a document, names of fields too, and how deep it is nested.

    Raises:
        ChordError: names the field.
    """
    if len(path) > MOST_LEVELS:
        raise ChordError(_path(path[:3]), None, f"this is nested more than {MOST_LEVELS} levels deep")
    if isinstance(data, str):
        check_text(data, _path(path))
    elif isinstance(data, dict):
        for name, value in data.items():
            check_text(str(name), _path(path))
            _check_texts(value, (*path, str(name)))
    elif isinstance(data, list | tuple):
        for i, value in enumerate(data):
            _check_texts(value, (*path, i))


def read_json(text: str | bytes, what: str = "this") -> Any:
    """Read JSON.

    Raises:
        ChordError: it is none, not in UTF-8, or nested too deeply.
    """
    try:
        return json.loads(text)
    except RecursionError:
        says = f"{what} is nested more than {MOST_LEVELS} levels deep"
        raise ChordError("document", None, says) from None
    except UnicodeDecodeError as error:
        raise ChordError("document", None, f"{what} is not written in UTF-8") from error
    except ValueError as error:
        shown = text if isinstance(text, str) else text.decode(errors="replace")
        raise ChordError("document", shown[:80], f"{what} is not JSON: {error}") from error


def parse(kind: type[DocumentT], data: Any, inside: str = "") -> DocumentT:
    """Check ``data`` and return it as the document ``kind``.

    Raises:
        ChordError: names the field, the value and what is allowed.
    """
    _check_texts(data, (inside,) if inside else ())
    try:
        return kind.model_validate(data)
    except ValidationError as error:
        raise as_chord_error(error, inside) from error
