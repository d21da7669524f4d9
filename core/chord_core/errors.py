"""The one error root of the core."""

from __future__ import annotations

from typing import Any


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
        return {"error": {"field": self.field, "value": self.value, "message": self.message}}
