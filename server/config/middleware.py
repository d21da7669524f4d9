"""What holds for every request before a view sees it."""

import json
import logging
import os
import time
from collections.abc import Callable
from datetime import UTC, datetime
from typing import Any

from django.conf import settings
from django.http import HttpRequest, HttpResponse

from api_tools.problems import refused

_requests = logging.getLogger("chord.requests")
Answer = Callable[[HttpRequest], HttpResponse]


class Versioned:
    """``/api/v1/`` is what programs of others may build on: the addresses of ``/api/``, which the pages use,
    as they were promised. There is one version yet, so they are the same."""

    _PREFIX = "/api/v1/"

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Go on under the plain address."""
        if request.path_info.startswith(self._PREFIX):
            request.path_info = request.path = "/api/" + request.path_info.removeprefix(self._PREFIX)
        return self.get_response(request)


class TimedRequests:
    """A line of JSON for each request of the API, if that is wanted (CHORD_ACCESS_LOG): which address by its
    name, what came of it, how long it took. No number of a row, no name, no place on the network."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Go on, and tell."""
        if not _requests.isEnabledFor(logging.INFO) or not request.path_info.startswith("/api/"):
            return self.get_response(request)
        begun = time.perf_counter()
        response = self.get_response(request)
        match = request.resolver_match
        line = {
            "at": datetime.now(UTC).isoformat(timespec="milliseconds"),
            "method": request.method,
            "address": match.url_name if match else None,
            "status": response.status_code,
            "ms": round((time.perf_counter() - begun) * 1e3, 1),
            "process": os.getpid(),
        }
        _requests.info(json.dumps(line))
        return response


class BoundedBody:
    """Refuses what is too large by its announced length, before a byte of it is read or spooled.

    A view says how much it takes with ``most_bytes``; a body without a length is empty here (WSGI).
    """

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Go on."""
        return self.get_response(request)

    def process_view(
        self, request: HttpRequest, view: Any, args: tuple[Any, ...], kwargs: dict[str, Any]
    ) -> HttpResponse | None:
        """413 where more was announced than the view takes."""
        most = getattr(getattr(view, "cls", None), "most_bytes", settings.DATA_UPLOAD_MAX_MEMORY_SIZE)
        try:
            announced = int(request.META.get("CONTENT_LENGTH") or 0)
        except ValueError:
            return refused(400, "request", "the announced length is no number")
        if announced <= most:
            return None
        taken, sent = f"{most / 2**20:.3g} MB", f"{announced / 2**20:.3g} MB"
        return refused(413, "request", f"What was sent has {sent}; {taken} are taken here.")
