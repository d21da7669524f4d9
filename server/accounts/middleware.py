"""Who asks: sessions that go on while they are used, machines with a word; what a machine sends twice."""

import time
from collections import OrderedDict
from collections.abc import Callable
from datetime import timedelta
from hashlib import sha256
from typing import Any

from django.conf import settings
from django.contrib.auth.signals import user_logged_in, user_logged_out
from django.core.exceptions import RequestDataTooBig
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from accounts import tokens
from accounts.models import Answered, SignedIn, Token, User
from api_tools.problems import refused

Answer = Callable[[HttpRequest], HttpResponse]
SAFE = ("GET", "HEAD", "OPTIONS", "TRACE")
#: Where a request says with which token it came.
VIA = "via_token"
#: Longest key [signs], and how long an answer is kept to be given again.
_KEY, _KEPT = 200, timedelta(days=2)
#: Too many at once: nothing was done yet.
_LATER = 429
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
    _saw(str(request.session.session_key))
    SignedIn.objects.update_or_create(
        session_key=request.session.session_key, defaults={"user": user, "browser": browser}
    )


def unlist(request: HttpRequest, **_: Any) -> None:
    """Who signs out is no longer listed as signed in there."""
    if hasattr(request, "session"):
        SignedIn.objects.filter(session_key=request.session.session_key or "").delete()


user_logged_in.connect(mark, dispatch_uid="sliding session")
user_logged_out.connect(unlist, dispatch_uid="signed out")


def _saw(key: str) -> None:
    _seen[key] = time.monotonic()
    _seen.move_to_end(key)
    while len(_seen) > _MOST_SEEN:
        _seen.popitem(last=False)


def _note_use(key: str) -> None:
    now = time.monotonic()
    if now - _seen.get(key, -_SEEN_S) < _SEEN_S:
        return
    _saw(key)
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


class Machines:
    """A request with ``Authorization: Bearer`` is a machine's: it works as the person of its token. It has no
    cookie that a foreign page could use, so no token of a page is asked for."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Go on as the machine; 401 where its word is not known."""
        word = tokens.word_of(request)
        if word is None or not request.path.startswith("/api/"):
            return self.get_response(request)
        found = tokens.token_of(word)
        if found is None:
            return refused(401, "token", "This token is not known here, or was ended.")
        request.user = found.user
        setattr(request, VIA, found)
        key = request.META.get("HTTP_IDEMPOTENCY_KEY", "")
        if not key or request.method in SAFE:
            return self.get_response(request)
        return self._once(request, found, key)

    def _once(self, request: HttpRequest, token: Token, key: str) -> HttpResponse:
        """Do it unless it was done: then answer as before. Answer and deed are one transaction."""
        if len(key) > _KEY:
            return refused(400, "Idempotency-Key", f"a key has at most {_KEY} signs")
        try:
            body = request.body
        except RequestDataTooBig:
            return refused(413, "request", "what is sent under a key has 2 MB at most")
        asked = sha256(f"{request.method} {request.path}\0".encode() + body).hexdigest()
        with transaction.atomic():
            Answered.objects.filter(at__lt=timezone.now() - _KEPT).delete()
            # Who sends the same at once waits here for the first.
            _, fresh = Answered.objects.get_or_create(token=token, key=key, defaults={"asked": asked})
            made = Answered.objects.select_for_update().get(token=token, key=key)
            if not fresh:
                return _as_before(made, asked)
            response = self.get_response(request)
            if response.status_code >= 500 or response.status_code == _LATER or response.streaming:
                # Nothing to go by: it may be sent again.
                made.delete()
                return response
            made.status, made.body = response.status_code, response.content
            made.kind = response.headers.get("Content-Type", "")[:100]
            made.save()
        return response


def _as_before(made: Answered, asked: str) -> HttpResponse:
    if made.asked != asked:
        message = "this key was used for another request; each has a key of its own"
        return refused(422, "Idempotency-Key", message)
    response = HttpResponse(bytes(made.body or b""), status=made.status, content_type=made.kind)
    response["Idempotent-Replayed"] = "true"
    return response
