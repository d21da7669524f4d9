"""The one error root of the core."""

from __future__ import annotations

import math
from typing import Any


def _sayable(value: Any) -> Any:
    """A value as JSON can say it: numbers that are none become text, half signs become question marks."""
    if isinstance(value, float) and not math.isfinite(value):
        return str(value)
    if isinstance(value, str):
        return value.encode("utf-8", "replace").decode()
    if isinstance(value, dict):
        return {_sayable(str(key)): _sayable(inner) for key, inner in value.items()}
    return [_sayable(inner) for inner in value] if isinstance(value, list) else value


class ChordError(ValueError):
    """Something given to the core cannot be used.

    Attributes:
        field: where it was found, as a dotted path (``board.length_m``) or a measure's name.
        value: what was given, unchanged.
        message: a sentence that says what is wrong and what is allowed.
    """

    def __init__(self, field: str, value: Any, message: str) -> None:
        super().__init__(f"{field}: {message}")
        self.field = field
        self.value = value
        self.message = message

    def as_document(self) -> dict[str, Any]:
        """Return the error as the JSON object that every door of Chord answers with."""
        said = {"field": self.field, "value": self.value, "message": self.message}
        return {"error": _sayable(said)}
