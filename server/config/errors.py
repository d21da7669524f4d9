"""HTTP codes live here and only here: every fault of the API answers with one shape.

``{"error": {"field": ..., "value": ..., "message": ...}}``
"""

from typing import Any

from django.core.exceptions import PermissionDenied
from django.http import Http404
from rest_framework import exceptions, status
from rest_framework.response import Response
from rest_framework.views import exception_handler

from chord_core.errors import ChordError


class Stale(Exception):
    """Somebody else changed what is being written; ``current`` is how it stands now."""

    def __init__(self, current: dict[str, Any]) -> None:
        super().__init__("changed meanwhile")
        self.current = current


def _document(field: str, value: Any, message: str) -> dict[str, Any]:
    return ChordError(field, value, message).as_document()


def _message(error: Exception) -> str:
    if isinstance(error, Http404):
        return "There is no such thing in this shop."
    if isinstance(error, exceptions.NotAuthenticated):
        return "Sign in first."
    detail = getattr(error, "detail", "This is not allowed.")
    return str(detail)


def answer(error: Exception, context: dict[str, Any]) -> Response | None:
    """Turn an exception of a view into the API's answer; None lets an unforeseen fault be a 500."""
    if isinstance(error, ChordError):
        return Response(error.as_document(), status=status.HTTP_400_BAD_REQUEST)
    if isinstance(error, Stale):
        document = _document("version", None, "Somebody else changed this meanwhile.")
        return Response({**document, "current": error.current}, status=status.HTTP_409_CONFLICT)
    if isinstance(error, PermissionDenied):
        error = exceptions.PermissionDenied()
    response = exception_handler(error, context)
    if response is not None:
        response.data = _document("request", None, _message(error))
    return response
