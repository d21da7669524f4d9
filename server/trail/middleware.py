"""Who makes the changes of a request."""

from collections.abc import Callable
from contextvars import ContextVar
from typing import Any

from django.db import DEFAULT_DB_ALIAS, connection
from django.db.backends.base.base import BaseDatabaseWrapper
from django.http import HttpRequest, HttpResponse

from accounts.models import User

_READS = ("GET", "HEAD", "OPTIONS", "TRACE")
_WRITES = ("INSERT", "UPDATE", "DELETE")
_SAY = "SELECT set_config('chord.person', %s, false), set_config('chord.who', %s, false)"

#: What was said on the connection of this request.
_said: ContextVar[list[str] | None] = ContextVar("who makes the changes", default=None)


def _called(user: User) -> str:
    """What somebody is called on the trail; a machine by its name."""
    return user.first_name if user.username.startswith("machine ") else user.get_username()


def say_who(user: object) -> None:
    """Tell the database who makes the changes that follow on this connection; nobody once it is over."""
    said = [str(user.pk), _called(user)] if isinstance(user, User) else ["", ""]
    _said.set(said)
    with connection.cursor() as cursor:
        cursor.execute(_SAY, said)


def say_again(connection: BaseDatabaseWrapper, **_: Any) -> None:
    """On another connection that a request goes on with: others used that one before."""
    if connection.alias == DEFAULT_DB_ALIAS and (said := _said.get()):
        with connection.cursor() as cursor:
            cursor.execute(_SAY, said)


class _Forget:
    """Before the first write of a request that was only to read: who changed something before it on this
    connection did not do that."""

    def __init__(self) -> None:
        self.done = False

    def __call__(self, execute: Any, sql: str, params: Any, many: bool, context: Any) -> Any:
        if not self.done and sql.lstrip()[:6].upper() in _WRITES:
            self.done = True
            say_who(None)
        return execute(sql, params, many, context)


class Trail:
    """Says who asks before what they ask for is done: once, outside of any transaction, so that one that is
    taken back does not take that back too."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Go on."""
        if not request.path.startswith("/api/"):
            return self.get_response(request)
        before = _said.set(None)
        try:
            return self._answer(request)
        finally:
            _said.reset(before)

    def _answer(self, request: HttpRequest) -> HttpResponse:
        if request.method in _READS:
            with connection.execute_wrapper(_Forget()):
                return self.get_response(request)
        say_who(request.user)
        return self.get_response(request)
