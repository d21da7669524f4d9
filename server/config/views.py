"""The page, the health address and what is answered when a form's token is missing."""

from functools import lru_cache

from django.conf import settings
from django.db import connection
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_safe


@lru_cache(maxsize=1)
def _page() -> str:
    return (settings.WEB_DIST / "index.html").read_text(encoding="utf-8")


@require_safe
@never_cache
def page(request: HttpRequest) -> HttpResponse:
    """The one page of the front end, with this answer's nonce."""
    return HttpResponse(_page().replace("__NONCE__", str(request.csp_nonce)))


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


def csrf_failure(request: HttpRequest, reason: str = "") -> JsonResponse:
    """A post without the page's token."""
    message = "This page is too old: load it again and sign in."
    return JsonResponse({"error": {"field": "csrf", "value": None, "message": message}}, status=403)
