"""What takes long gives way: to the answer to a change, which somebody waits for at the counter, and for good
when its own ticket was changed meanwhile."""

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from threading import Condition
from time import monotonic
from typing import TypeVar

from chord_core.cancellation import Cancelled, cancellable
from fittings.models import Fitting

_T = TypeVar("_T")
#: The database is not asked more often than this [s].
_REST_S = 0.03
#: A search waits no longer than this for answers, all in all [s]: with two at the counter one may drag the
#: handle for long.
_PATIENCE_S = 1.0

_quiet = Condition()
_foreground = 0


@contextmanager
def foreground_request() -> Iterator[None]:
    """While a change is being answered, searches of this process stand still between two of their fleets."""
    global _foreground
    with _quiet:
        _foreground += 1
    try:
        yield
    finally:
        with _quiet:
            _foreground -= 1
            _quiet.notify_all()


def run_unless_stale(fitting: Fitting, work: Callable[[Fitting], _T]) -> _T | None:
    """What takes long to work out for a ticket; None when the ticket was changed meanwhile."""
    unchanged = Fitting.objects.filter(pk=fitting.pk, version=fitting.version)
    next_s, patience_s = 0.0, _PATIENCE_S

    def still() -> bool:
        nonlocal next_s, patience_s
        with _quiet:
            if _foreground and patience_s > 0:
                begun = monotonic()
                _quiet.wait_for(lambda: not _foreground, patience_s)
                patience_s -= monotonic() - begun
                next_s = 0.0
        if monotonic() < next_s:
            return True
        next_s = monotonic() + _REST_S
        return bool(unchanged.exists())

    try:
        with cancellable(still):
            done = work(fitting)
    except Cancelled:
        return None
    # What was kept from before took no time at all, yet may be of facts that are gone.
    return done if unchanged.exists() else None
