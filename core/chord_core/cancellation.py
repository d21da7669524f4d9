"""Long work that stops when nobody waits for it any more: a search for a ticket that was changed meanwhile
takes the time of the answer to the change."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar


class Cancelled(Exception):
    """What was being worked out is not waited for any more."""


_STILL: ContextVar[Callable[[], bool] | None] = ContextVar("still", default=None)


@contextmanager
def cancellable(still: Callable[[], bool]) -> Iterator[None]:
    """What is worked out within goes on as long as ``still`` says so; it is asked before each fleet, every
    five to fifty milliseconds, and may take its time to answer.

    Raises:
        Cancelled: it was not wanted any more. What was kept of it until then is whole.
    """
    before = _STILL.set(still)
    try:
        yield
    finally:
        _STILL.reset(before)


@contextmanager
def uncancellable() -> Iterator[None]:
    """What is worked out within is not asked about: a helper's thread, while the one it helps is asked."""
    before = _STILL.set(None)
    try:
        yield
    finally:
        _STILL.reset(before)


def check_cancelled() -> None:
    """Called where a piece of long work begins.

    Raises:
        Cancelled: nobody waits for it.
    """
    still = _STILL.get()
    if still is not None and not still():
        raise Cancelled
