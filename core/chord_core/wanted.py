"""Long work that stops when nobody waits for it any more: a search for a ticket that was changed meanwhile
takes the time of the answer to the change."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from time import monotonic

#: It is not asked more often than this [s]: asking costs a look into the database.
_REST_S = 0.03


class NotWanted(Exception):
    """What was being worked out is not waited for any more."""


class _Asking:
    def __init__(self, still: Callable[[], bool]) -> None:
        self.still, self.next_s = still, 0.0

    def go_on(self) -> None:
        if monotonic() < self.next_s:
            return
        if not self.still():
            raise NotWanted
        self.next_s = monotonic() + _REST_S


_ASKING: ContextVar[_Asking | None] = ContextVar("asking", default=None)


@contextmanager
def while_wanted(still: Callable[[], bool]) -> Iterator[None]:
    """What is worked out within goes on as long as ``still`` says so; it is asked between two fleets.

    Raises:
        NotWanted: it was not wanted any more. What was kept of it until then is whole.
    """
    before = _ASKING.set(_Asking(still))
    try:
        yield
    finally:
        _ASKING.reset(before)


def go_on() -> None:
    """Called where a piece of long work begins.

    Raises:
        NotWanted: nobody waits for it.
    """
    asking = _ASKING.get()
    if asking is not None:
        asking.go_on()
