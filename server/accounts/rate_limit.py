"""The rate limit: who is not signed in may ask so often, and who is be refused so often. A flood does not
slow those down who work.

Counted in each process before anything else is done for a request: who is not signed in by address; of who
was found to be, by cookie or token, only the requests that were refused. How often a token may ask at all is
in ``throttling``.
"""

from __future__ import annotations

import time
from collections import OrderedDict
from collections.abc import Callable
from threading import BoundedSemaphore, Lock

from django.conf import settings
from django.http import HttpRequest, HttpResponse

from accounts.middleware import VIA
from accounts.sign_in import client_address
from api_tools.problems import refused

#: So many at once before the rate counts: a shop that opens all its screens [s of the rate].
BURST_S = 5.0
#: Addresses and people who are remembered; the oldest go.
_MOST = 10_000
_REFUSED, _NOT_SIGNED_IN = 400, 401
#: Who is refused waits so long for that [s], and so many at once do: whoever asks again and again on the same
#: connections asks less often then. All others are told at once, and have to connect anew.
_HELD_S = 0.25
_held = BoundedSemaphore(12)
Answer = Callable[[HttpRequest], HttpResponse]


class Buckets:
    """How much of their rate each address or person has left (a token bucket)."""

    def __init__(self, rate: float) -> None:
        self.rate = rate
        self._left: OrderedDict[str | int, tuple[float, float]] = OrderedDict()
        self._lock = Lock()

    def take(self, who: str | int, now: float, wanted: float = 1.0) -> bool:
        """Take one request of somebody; whether there was one left.

        Args:
            now: the time [s], from a clock that never goes back.
            wanted: 0: only look.
        """
        most = self.rate * BURST_S
        with self._lock:
            left, then = self._left.pop(who, (most, now))
            left = min(left + (now - then) * self.rate, most)
            enough = left >= 1.0
            self._left[who] = (left - wanted * enough, now)
            if len(self._left) > _MOST:
                self._left.popitem(last=False)
        return enough


class RateLimit:
    """Refuses who asks too often without being signed in."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response
        self._buckets = Buckets(settings.ANONYMOUS_A_SECOND)
        self._known: OrderedDict[int, None] = OrderedDict()

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Go on, or 429."""
        if not self._buckets.rate or request.path_info.startswith(settings.STATIC_URL):
            return self.get_response(request)
        shown = self._shown(request)
        # Of who is known only what is refused counts, afterwards.
        if shown is not None and shown in self._known:
            enough = self._buckets.take(shown, time.monotonic(), wanted=0.0)
        else:
            enough = self._buckets.take(client_address(request), time.monotonic())
        if not enough:
            return self._refuse()
        response = self.get_response(request)
        if shown is not None:
            self._note(shown, request, response.status_code)
        return response

    @staticmethod
    def _refuse() -> HttpResponse:
        response: HttpResponse = refused(429, "request", "Too many requests from here: wait a moment.")
        response["Retry-After"] = "1"
        if _held.acquire(blocking=False):
            try:
                time.sleep(_HELD_S)
            finally:
                _held.release()
        else:
            response["Connection"] = "close"
        return response

    @staticmethod
    def _shown(request: HttpRequest) -> int | None:
        """What a request shows of who asks, not kept in the clear; None where it shows nothing."""
        shown = request.COOKIES.get(settings.SESSION_COOKIE_NAME) or request.META.get("HTTP_AUTHORIZATION")
        return hash(shown) if shown else None

    def _note(self, shown: int, request: HttpRequest, status: int) -> None:
        person = getattr(request, "_cached_user", None)
        if hasattr(request, VIA) or (person is not None and person.is_authenticated):
            self._known[shown] = None
            if len(self._known) > _MOST:
                self._known.popitem(last=False)
            if status >= _REFUSED:
                self._buckets.take(shown, time.monotonic())
        elif status == _NOT_SIGNED_IN:
            self._known.pop(shown, None)
