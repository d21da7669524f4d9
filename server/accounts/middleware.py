"""Sessions that go on while they are used."""

from collections.abc import Callable
from typing import Any

from django.conf import settings
from django.contrib.auth.signals import user_logged_in
from django.http import HttpRequest, HttpResponse
from django.utils import timezone

_SLID = "slid"
#: A session is written anew at most so often [s]: a write a day, not one with every answer.
_EVERY_S = 60 * 60 * 24


def mark(request: HttpRequest, **_: Any) -> None:
    """Remember when somebody signed in: their session is new, and need not be moved at once."""
    if hasattr(request, "session"):
        request.session[_SLID] = timezone.now().timestamp()


user_logged_in.connect(mark, dispatch_uid="sliding session")


class SlidingSession:
    """Moves the end of a session that is used, so that nobody is signed out in the middle of the work."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Go on; then move the end, where that was not done for a day."""
        response = self.get_response(request)
        session = request.session
        if session.session_key and not session.is_empty():
            now = timezone.now().timestamp()
            if now - session.get(_SLID, 0) > min(_EVERY_S, settings.SESSION_COOKIE_AGE / 2):
                session[_SLID] = now
                session.set_expiry(settings.SESSION_COOKIE_AGE)
        return response
