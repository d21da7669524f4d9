"""Reading from a second database that follows the first (a streaming replica), where there is one.

Only what a browser reads goes there, and only a shop's own records: who somebody is and what they may do is
always asked of the first database, and so are programs with a token, which keep no cookie. Whoever has just
changed something reads from the first for some seconds, so that they see what they did. While the second one
is away, all is read from the first.
"""

from __future__ import annotations

import time
from collections.abc import Callable
from contextvars import ContextVar
from typing import Any

from django.conf import settings
from django.db.models import Model
from django.http import HttpRequest, HttpResponse

FIRST, REPLICA = "default", "replica"
#: Says to a browser's next requests that it has changed something.
COOKIE = "chord_changed"
#: Where people, rights, sessions and the queue stand: never read from a copy that may be late.
_ALWAYS_FIRST = frozenset({"accounts", "auth", "axes", "contenttypes", "jobs", "procrastinate", "sessions"})
_SAFE = ("GET", "HEAD")
#: For so long nothing is read from a replica that did not answer [s].
_AWAY_S = 15.0

_reads: ContextVar[bool] = ContextVar("reads from the replica", default=False)
Answer = Callable[[HttpRequest], HttpResponse]


class Router:
    """Which database is asked; Django asks this for every query."""

    def db_for_read(self, model: type[Model], **_: Any) -> str:
        """The replica, while a request that may reads a shop's records."""
        return REPLICA if _reads.get() and model._meta.app_label not in _ALWAYS_FIRST else FIRST

    def db_for_write(self, model: type[Model], **_: Any) -> str:
        """The first; what is read after it, too, for the replica may not have it yet."""
        _reads.set(False)
        return FIRST

    def allow_relation(self, *_: Any, **__: Any) -> bool:
        """Both hold the same rows."""
        return True

    def allow_migrate(self, db: str, *_: Any, **__: Any) -> bool:
        """A replica follows by itself."""
        return db == FIRST


class ReadsFromReplica:
    """Says for each request whether it may read from the replica."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response
        self._away_until = 0.0

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Go on; once more, from the first database, where the replica does not answer."""
        if request.method not in _SAFE:
            response = self.get_response(request)
            self._note_change(response)
            return response
        if not self._may(request):
            return self.get_response(request)
        reads = _reads.set(True)
        try:
            response = self.get_response(request)
        finally:
            _reads.reset(reads)
        if response.status_code != 503:
            return response
        self._away_until = time.monotonic() + _AWAY_S
        return self.get_response(request)

    def _may(self, request: HttpRequest) -> bool:
        return (
            COOKIE not in request.COOKIES
            and "Authorization" not in request.headers
            and time.monotonic() >= self._away_until
        )

    @staticmethod
    def _note_change(response: HttpResponse) -> None:
        if response.status_code < 400:
            response.set_cookie(
                COOKIE,
                "1",
                max_age=settings.REPLICA_BEHIND_S,
                secure=settings.SESSION_COOKIE_SECURE,
                httponly=True,
                samesite="Lax",
            )
