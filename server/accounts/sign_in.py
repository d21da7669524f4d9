"""Signing in: how often it may be tried from one place, and what a try may cost the others."""

import threading
from datetime import timedelta

from axes.models import AccessAttempt
from django.conf import settings
from django.contrib.auth import authenticate, login
from django.db.models import Sum
from django.http import HttpRequest
from django.utils import timezone
from rest_framework.exceptions import ErrorDetail, Throttled

from accounts import second_factor
from chord_core.errors import ChordError

#: A password is checked by one thread at a time, for it is made to be costly; so many more may wait for it.
_WAITING = 2
_PATIENCE_S = 2.0
_one_at_a_time = threading.BoundedSemaphore(1)
_in_line = threading.BoundedSemaphore(1 + _WAITING)


class TooMany(Throttled):
    """Somebody has to wait before they try again."""

    def __init__(self, message: str) -> None:
        super().__init__()
        self.detail = ErrorDetail(message)


def client_address(request: HttpRequest) -> str:
    """The address of who asks; behind proxies of one's own the one that the first of them saw.

    Each proxy adds at the right end of X-Forwarded-For whom it saw, so what a client wrote there itself is
    never taken.
    """
    seen = [part.strip() for part in request.META.get("HTTP_X_FORWARDED_FOR", "").split(",") if part.strip()]
    proxies: int = settings.PROXIES
    if proxies and len(seen) >= proxies:
        return str(seen[-proxies])
    return str(request.META.get("REMOTE_ADDR", ""))


def _check_address(request: HttpRequest) -> None:
    """Refuse an address from which too many wrong passwords came, whatever the names.

    Raises:
        TooMany: it has to wait.
    """
    since = timezone.now() - timedelta(hours=settings.AXES_COOLOFF_TIME)
    tries = AccessAttempt.objects.filter(ip_address=client_address(request), attempt_time__gte=since)
    failed = tries.aggregate(failed=Sum("failures_since_start"))["failed"] or 0
    if failed >= settings.ADDRESS_FAILURE_LIMIT:
        raise TooMany("Too many wrong passwords from here: try again in a quarter of an hour.")


def sign_in(request: HttpRequest, username: str, password: str, code: str | None = None) -> None:
    """Sign a person in.

    Args:
        code: figures of their second factor, where they have one.

    Raises:
        ChordError: name or password is wrong, or the account is locked after repeated failures; figures are
            needed, or wrong.
        TooMany: too many wrong ones came from this address, or too many sign in at this moment.
    """
    _check_address(request)
    busy = "Too many people sign in at this moment: try again in a few seconds."
    if not _in_line.acquire(blocking=False):
        raise TooMany(busy)
    try:
        if not _one_at_a_time.acquire(timeout=_PATIENCE_S):
            raise TooMany(busy)
        try:
            user = authenticate(request, username=username, password=password)
        finally:
            _one_at_a_time.release()
    finally:
        _in_line.release()
    if user is None:
        raise ChordError("password", None, "This name and password do not go together.")
    second_factor.check(user, code)
    login(request, user)
