"""Sessions that go on while they are used."""

import time
from collections import OrderedDict
from collections.abc import Callable
from typing import Any

from django.conf import settings
from django.contrib.auth.signals import user_logged_in, user_logged_out
from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from accounts.models import SignedIn, User

_SLID = "slid"
#: A session is written anew at most so often [s]: a write a day, not one with every answer.
_EVERY_S = 60 * 60 * 24


#: When a browser was last used is written down at most so often [s].
_SEEN_S = 600.0
#: Sessions seen lately by this process, and when; forgotten oldest first.
_seen: OrderedDict[str, float] = OrderedDict()
_MOST_SEEN = 4096


def mark(request: HttpRequest, user: User, **_: Any) -> None:
    """Remember when somebody signed in: their session is new, and need not be moved at once; list it."""
    if not hasattr(request, "session"):
        return
    request.session[_SLID] = timezone.now().timestamp()
    if request.session.session_key is None:
        request.session.create()
    browser = request.META.get("HTTP_USER_AGENT", "")[:200]
    SignedIn.objects.update_or_create(
        session_key=request.session.session_key, defaults={"user": user, "browser": browser}
    )


def unlist(request: HttpRequest, **_: Any) -> None:
    """Who signs out is no longer listed as signed in there."""
    if hasattr(request, "session"):
        SignedIn.objects.filter(session_key=request.session.session_key or "").delete()


user_logged_in.connect(mark, dispatch_uid="sliding session")
user_logged_out.connect(unlist, dispatch_uid="signed out")


def _note_use(key: str) -> None:
    now = time.monotonic()
    if now - _seen.get(key, -_SEEN_S) < _SEEN_S:
        return
    _seen[key] = now
    _seen.move_to_end(key)
    while len(_seen) > _MOST_SEEN:
        _seen.popitem(last=False)
    SignedIn.objects.filter(session_key=key).update(seen_at=timezone.now())


class SlidingSession:
    """Moves the end of a session that is used, so that nobody is signed out in the middle of the work."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Go on; then move the end, where that was not done for a day."""
        response = self.get_response(request)
        session = request.session
        if session.session_key and not session.is_empty():
            _note_use(session.session_key)
            now = timezone.now().timestamp()
            if now - session.get(_SLID, 0) > min(_EVERY_S, settings.SESSION_COOKIE_AGE / 2):
                session[_SLID] = now
                session.set_expiry(settings.SESSION_COOKIE_AGE)
        return response
