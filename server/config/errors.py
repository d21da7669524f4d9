"""HTTP codes live here and only here: every fault of the API answers with one shape.

``api_tools.problems`` says which.
"""

from typing import Any

from django.conf import settings
from django.core.exceptions import PermissionDenied, RequestDataTooBig
from django.http import Http404
from rest_framework import exceptions, status
from rest_framework.response import Response
from rest_framework.views import exception_handler

from api_tools.errors import Stale
from api_tools.problems import PROBLEM, problem
from chord_core.errors import ChordError
from config.logs import AWAY
from config.parsers import TooLarge

DATABASE_AWAY = "The database does not answer at the moment: nothing is lost, try again."
_TOO_OLD = "This page is too old: load it again and sign in."


def _message(error: Exception) -> str:
    if isinstance(error, Http404):
        return "There is no such thing in this shop."
    if isinstance(error, exceptions.NotAuthenticated):
        return "Sign in first."
    detail = getattr(error, "detail", "This is not allowed.")
    return str(detail)


def _answer(code: int, field: str, value: Any, message: str, **more: Any) -> Response:
    return Response({**problem(code, field, value, message), **more}, status=code, content_type=PROBLEM)


def answer(error: Exception, context: dict[str, Any]) -> Response | None:
    """Turn an exception of a view into the API's answer; None lets an unforeseen fault be a 500."""
    if isinstance(error, ChordError):
        return _answer(status.HTTP_400_BAD_REQUEST, error.field, error.value, error.message)
    if isinstance(error, Stale):
        says = "Somebody else changed this meanwhile."
        return _answer(status.HTTP_409_CONFLICT, "version", None, says, current=error.current)
    if isinstance(error, AWAY):
        return _answer(status.HTTP_503_SERVICE_UNAVAILABLE, "server", None, DATABASE_AWAY)
    if isinstance(error, RequestDataTooBig):
        error = TooLarge(settings.DATA_UPLOAD_MAX_MEMORY_SIZE)
    if isinstance(error, PermissionDenied):
        error = exceptions.PermissionDenied()
    response = exception_handler(error, context)
    if response is None:
        return None
    # A token that is missing or too old is told apart: the page has to be loaded again.
    csrf = isinstance(error, exceptions.PermissionDenied) and "CSRF" in str(error.detail)
    field, message = ("csrf", _TOO_OLD) if csrf else ("request", _message(error))
    made = _answer(response.status_code, field, None, message)
    for name, value in response.headers.items():
        if name != "Content-Type":
            made[name] = value
    return made
