"""The page, the health address and what is answered when a form's token is missing."""

import sys
from functools import lru_cache

from django.conf import settings
from django.db import connection
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_safe

from api_tools.problems import refused
from config.errors import DATABASE_AWAY
from config.logs import AWAY


@lru_cache(maxsize=1)
def _page() -> str:
    return (settings.WEB_DIST / "index.html").read_text(encoding="utf-8")


@require_safe
@never_cache
def page(request: HttpRequest) -> HttpResponse:
    """The one page of the front end, with this answer's nonce."""
    return HttpResponse(_page().replace("__NONCE__", str(getattr(request, "csp_nonce", ""))))


@lru_cache(maxsize=1)
def _beach_worker() -> bytes:
    return (settings.WEB_DIST / "beach-worker.js").read_bytes()


@require_safe
@never_cache
def beach_worker(request: HttpRequest) -> HttpResponse:
    """What keeps the beach page at hand without a connection; it sees to the addresses below its own."""
    return HttpResponse(_beach_worker(), content_type="text/javascript; charset=utf-8")


@lru_cache(maxsize=1)
def _openapi() -> bytes:
    return (settings.ROOT / "docs" / "openapi.json").read_bytes()


@require_safe
def openapi(request: HttpRequest) -> HttpResponse:
    """The description of the API (OpenAPI 3.1), as it lies in the repository; a test holds it to the code."""
    return HttpResponse(_openapi(), content_type="application/json")


@require_safe
@never_cache
def health(request: HttpRequest) -> JsonResponse:
    """200 when the server answers and its database does; 503 when the database does not."""
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1")
    except Exception:
        return JsonResponse({"server": "ok", "database": "down"}, status=503)
    return JsonResponse({"server": "ok", "database": "ok"})


def no_such_address(request: HttpRequest, rest: str | None = None) -> JsonResponse:
    """An address of the API that there is not; one without its last slash is told so."""
    path = request.path
    slash = "" if path.endswith("/") else f" Addresses end in a slash: {path}/"
    return refused(404, "request", f"There is no address {path}.{slash}")


def broken(request: HttpRequest) -> HttpResponse:
    """A fault of ours, or a database that is away: JSON where the API was asked."""
    status, message = 500, "Something went wrong on our side; what was sent is not kept."
    if isinstance(sys.exc_info()[1], AWAY):
        status, message = 503, DATABASE_AWAY
    if request.path.startswith("/api/"):
        return refused(status, "server", message)
    return HttpResponse(message, status=status, content_type="text/plain; charset=utf-8")


def csrf_failure(request: HttpRequest, reason: str = "") -> JsonResponse:
    """A post without the page's token."""
    return refused(403, "csrf", "This page is too old: load it again and sign in.")
