"""Who makes the changes of a request."""

from collections.abc import Callable
from contextlib import suppress

from django.db import DatabaseError, connection
from django.http import HttpRequest, HttpResponse

from accounts.models import User

_READS = ("GET", "HEAD", "OPTIONS", "TRACE")
_SAY = "SELECT set_config('chord.person', %s, false), set_config('chord.who', %s, false)"


def say_who(user: object) -> None:
    """Tell the database who makes the changes that follow on this connection; nobody once it is over."""
    said = [str(user.pk), user.get_username()] if isinstance(user, User) else ["", ""]
    with connection.cursor() as cursor:
        cursor.execute(_SAY, said)


class Trail:
    """Says who asks before what they ask for is done. What is only read changes nothing and is not said."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Go on."""
        if request.method in _READS or not request.path.startswith("/api/"):
            return self.get_response(request)
        say_who(request.user)
        try:
            return self.get_response(request)
        finally:
            # A connection that broke meanwhile has forgotten it by itself.
            with suppress(DatabaseError):
                say_who(None)
