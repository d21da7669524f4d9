"""What takes long gives way: to the answer to a change, which somebody waits for at the counter; to what is
more urgent of others; and for good when its own ticket was changed meanwhile.

A process works at one long thing at a time, and at two answers. All others wait for their turn, and take no
time while they do: lists and sheets never wait for them.
"""

from __future__ import annotations

import heapq
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from enum import IntEnum
from itertools import count
from threading import BoundedSemaphore, Condition
from time import monotonic
from typing import TypeVar

from chord_core.cancellation import Cancelled, cancellable
from fittings.models import Fitting

_T = TypeVar("_T")
#: The database is not asked more often than this [s].
_REST_S = 0.03


class Urgency(IntEnum):
    """What goes first of what takes long: windows stand on the screen as soon as the verdict does, doubts are
    read last."""

    WINDOWS = 0
    SOON = 1
    LATER = 2


#: No search waits longer than this for answers, all in all [s]: with two at the counter one may drag the
#: handle for long. What works beside answers makes them slower, and then more of them wait: what may wait
#: longest waits about as long as somebody leaves their ticket as it is.
_PATIENCE_S = {Urgency.WINDOWS: 1.0, Urgency.SOON: 2.0, Urgency.LATER: 8.0}
#: Who waits for a turn asks so often whether anybody still waits for them [s].
_ASKED_S = 1.0
#: So many answers are worked out side by side: one for each core of a small machine.
_ANSWERS = BoundedSemaphore(2)

_quiet = Condition()
_foreground = 0


@contextmanager
def foreground_request() -> Iterator[None]:
    """While a change is being answered, searches of this process stand still between two of their fleets."""
    global _foreground
    with _quiet:
        _foreground += 1
    try:
        with _ANSWERS:
            yield
    finally:
        with _quiet:
            _foreground -= 1
            _quiet.notify_all()


class Turns:
    """Who may work at something long: one at a time, the most urgent first, then who came first. Of what is
    read last who came last: whoever waited longest will have changed their ticket before it is done."""

    def __init__(self) -> None:
        self._free = Condition()
        self._waiting: list[tuple[Urgency, int]] = []
        self._working: tuple[Urgency, int] | None = None
        self._numbers = count()

    @property
    def waiting(self) -> int:
        """How many wait."""
        with self._free:
            return len(self._waiting)

    def begin(self, urgency: Urgency, wanted: Callable[[], bool]) -> tuple[Urgency, int]:
        """Wait for a turn, and take it.

        Raises:
            Cancelled: it is not wanted any more.
        """
        number = next(self._numbers)
        me = (urgency, -number if urgency is Urgency.LATER else number)
        self._take(me, wanted)
        return me

    def _take(self, me: tuple[Urgency, int], wanted: Callable[[], bool]) -> None:
        with self._free:
            heapq.heappush(self._waiting, me)
        while True:
            with self._free:
                if self._free.wait_for(lambda: self._working is None and self._waiting[0] == me, _ASKED_S):
                    heapq.heappop(self._waiting)
                    self._working = me
                    return
            # Who is not waited for any more must not keep a thread.
            if not wanted():
                with self._free:
                    self._waiting.remove(me)
                    heapq.heapify(self._waiting)
                    self._free.notify_all()
                raise Cancelled

    def give_way(self, me: tuple[Urgency, int], wanted: Callable[[], bool]) -> None:
        """Let those go first who are more urgent; then go on.

        Raises:
            Cancelled: it is not wanted any more.
        """
        with self._free:
            if not self._waiting or self._waiting[0][0] >= me[0]:
                return
            self._leave()
        self._take(me, wanted)

    def end(self, me: tuple[Urgency, int]) -> None:
        """Let the next one work; nothing where one's turn was over already."""
        with self._free:
            if self._working == me:
                self._leave()

    def _leave(self) -> None:
        self._working = None
        self._free.notify_all()


_turns = Turns()


def waiting() -> int:
    """How many wait for a turn at something long in this process."""
    return _turns.waiting


def run_unless_stale(
    fitting: Fitting, work: Callable[[Fitting], _T], urgency: Urgency = Urgency.SOON
) -> _T | None:
    """What takes long to work out for a ticket; None when the ticket was changed meanwhile."""
    unchanged = Fitting.objects.filter(pk=fitting.pk, version=fitting.version)
    next_s, patience_s = 0.0, _PATIENCE_S[urgency]

    def still() -> bool:
        nonlocal next_s, patience_s
        with _quiet:
            if _foreground and patience_s > 0:
                begun = monotonic()
                _quiet.wait_for(lambda: not _foreground, patience_s)
                patience_s -= monotonic() - begun
                next_s = 0.0
        _turns.give_way(me, unchanged.exists)
        if monotonic() < next_s:
            return True
        next_s = monotonic() + _REST_S
        return bool(unchanged.exists())

    try:
        me = _turns.begin(urgency, unchanged.exists)
    except Cancelled:
        return None
    try:
        with cancellable(still):
            done = work(fitting)
    except Cancelled:
        return None
    finally:
        _turns.end(me)
    # What was kept from before took no time at all, yet may be of facts that are gone.
    return done if unchanged.exists() else None
