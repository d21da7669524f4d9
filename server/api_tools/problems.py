"""How every refusal is written: problem details for HTTP APIs (RFC 9457), with what is wrong beside it."""

from __future__ import annotations

from http import HTTPStatus
from typing import Any

from django.http import JsonResponse

from chord_core.errors import ChordError

PROBLEM = "application/problem+json"


def problem(status: int, field: str, value: Any, message: str) -> dict[str, Any]:
    """The document of a refusal.

    ``type`` is about:blank: the status says all that a program may go by; ``detail`` says it to people;
    ``error`` has the field as a dotted path, the value that was given, and the same sentence.
    """
    return {
        "type": "about:blank",
        "title": HTTPStatus(status).phrase,
        "status": status,
        "detail": message,
        **ChordError(field, value, message).as_document(),
    }


def refused(status: int, field: str, message: str, value: Any = None) -> JsonResponse:
    """An answer that refuses."""
    return JsonResponse(problem(status, field, value, message), status=status, content_type=PROBLEM)
