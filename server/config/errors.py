"""HTTP codes live here and only here: every fault of the API answers with one shape.

``{"error": {"field": ..., "value": ..., "message": ...}}``
"""

from typing import Any

from django.conf import settings
from django.core.exceptions import PermissionDenied, RequestDataTooBig
from django.http import Http404
from rest_framework import exceptions, status
from rest_framework.response import Response
from rest_framework.views import exception_handler

from api_tools.errors import Stale
from chord_core.errors import ChordError
from config.logs import AWAY
from config.parsers import TooLarge

DATABASE_AWAY = "The database does not answer at the moment: nothing is lost, try again."
_TOO_OLD = "This page is too old: load it again and sign in."


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
    if isinstance(error, AWAY):
        return Response(_document("server", None, DATABASE_AWAY), status=status.HTTP_503_SERVICE_UNAVAILABLE)
    if isinstance(error, RequestDataTooBig):
        error = TooLarge(settings.DATA_UPLOAD_MAX_MEMORY_SIZE)
    if isinstance(error, PermissionDenied):
        error = exceptions.PermissionDenied()
    response = exception_handler(error, context)
    if response is not None:
        # A token that is missing or too old is told apart: the page has to be loaded again.
        csrf = isinstance(error, exceptions.PermissionDenied) and "CSRF" in str(error.detail)
        field, message = ("csrf", _TOO_OLD) if csrf else ("request", _message(error))
        response.data = _document(field, None, message)
    return response
