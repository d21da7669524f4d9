"""What all documents share: frozen, no unknown fields, finite numbers, errors that say what is allowed."""

from __future__ import annotations

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


def as_chord_error(error: ValidationError, inside: str = "") -> ChordError:
    """Translate the first fault that pydantic found into the core's error."""
    fault = error.errors(include_url=False)[0]
    own = fault.get("ctx", {}).get("error")
    path = _path(([inside] if inside else []) + list(fault["loc"]))
    if isinstance(own, ChordError):
        inner = [*([path] if fault["loc"] or inside else []), *([own.field] if own.field else [])]
        return ChordError(".".join(inner), own.value, own.message)
    says = _SAYS.get(fault["type"], fault["msg"]).format(**fault.get("ctx", {}))
    given = None if fault["type"] == "missing" else fault["input"]
    read = "" if given is None or isinstance(given, dict | list) else f" (“{given}” was given)"
    return ChordError(path, given, f"{fault['loc'][-1] if fault['loc'] else path} {says}{read}")


def _whole(data: Any, path: tuple[int | str, ...]) -> None:
    """Refuse the sign NUL anywhere in a document: no person types it, and no database keeps it.

    Raises:
        ChordError: names the field.
    """
    if isinstance(data, str):
        if "\x00" in data:
            raise ChordError(_path(path), data, "a text cannot hold the sign NUL")
    elif isinstance(data, dict):
        for name, value in data.items():
            _whole(value, (*path, str(name)))
    elif isinstance(data, list | tuple):
        for i, value in enumerate(data):
            _whole(value, (*path, i))


def parse(kind: type[DocumentT], data: Any, inside: str = "") -> DocumentT:
    """Check ``data`` and return it as the document ``kind``.

    Raises:
        ChordError: names the field, the value and what is allowed.
    """
    _whole(data, (inside,) if inside else ())
    try:
        return kind.model_validate(data)
    except ValidationError as error:
        raise as_chord_error(error, inside) from error
