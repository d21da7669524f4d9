"""What takes long gives way: to the answer to a change, which somebody waits for at the counter; to what is
more urgent of others; and for good when its own ticket was changed meanwhile.

A process works at one long thing at a time, and at one answer. All others wait for their turn, and hold a
thread but no connection of the database while they do: lists and sheets never wait for them.
"""

from __future__ import annotations

import heapq
from collections import Counter
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass, field
from enum import IntEnum
from itertools import count
from threading import Condition, Event, Lock
from time import monotonic
from typing import TypeVar

from django.db import connections, router

from chord_core.cancellation import Cancelled, cancellable
from chord_core.kernel import in_one_thread
from config.connections import Places, give_back
from config.lines import LINES
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
#: Answers that are worked out side by side share one interpreter: each takes as long as all of them together.
_ANSWERS = Places(1)

#: Where more windows than this wait for their turn, some .4 s of work, there is not time for all: they work
#: only while no answer is worked out.
_CROWD = 6

_quiet = Condition()
_foreground = 0


def answers() -> int:
    """How many answers are worked out or waited for in this process."""
    return _foreground


def _has_room() -> bool:
    """Whether something long may work, at the latest after ``_ASKED_S``: beside an answer for which no other
    has to wait; in a crowd, beside none."""
    beside = 0 if _turns.waiting_as(Urgency.WINDOWS) > _CROWD else 1
    with _quiet:
        return _quiet.wait_for(lambda: _foreground <= beside, _ASKED_S)


@contextmanager
def foreground_request() -> Iterator[None]:
    """While a change is being answered, searches of this process stand still between two of their fleets."""
    _count_answers(1)
    try:
        with _ANSWERS.taken(), in_one_thread(LINES.others_answer):
            yield
    finally:
        _count_answers(-1)


def _count_answers(more: int) -> None:
    """So many more are there; said to the other processes too."""
    global _foreground
    with _quiet:
        _foreground += more
        LINES.say(_foreground)
        _quiet.notify_all()


@dataclass(eq=False)
class Turn:
    """A turn that is waited for or taken: the less, the earlier; ``called`` when it comes."""

    urgency: Urgency
    number: int
    called: Event = field(default_factory=Event)

    def __lt__(self, other: Turn) -> bool:
        return (self.urgency, self.number) < (other.urgency, other.number)


class Turns:
    """Who may work at something long: one at a time, the most urgent first, then who came last: whoever has
    waited longest will have changed their ticket before it is done."""

    def __init__(self) -> None:
        self._lock = Lock()
        self._waiting: list[Turn] = []
        self._working: Turn | None = None
        self._numbers = count()

    @property
    def waiting(self) -> int:
        """How many wait."""
        with self._lock:
            return len(self._waiting)

    def waiting_as(self, urgency: Urgency) -> int:
        """How many wait that are as urgent as this."""
        with self._lock:
            return sum(turn.urgency == urgency for turn in self._waiting)

    def begin(self, urgency: Urgency, wanted: Callable[[], bool]) -> Turn:
        """Wait for a turn, and take it.

        Raises:
            Cancelled: it is not wanted any more.
        """
        me = Turn(urgency, -next(self._numbers))
        self._take(me, wanted)
        return me

    def _take(self, me: Turn, wanted: Callable[[], bool]) -> None:
        with self._lock:
            heapq.heappush(self._waiting, me)
            if self._mine(me):
                return
        while True:
            give_back()
            me.called.wait(_ASKED_S)
            with self._lock:
                me.called.clear()
                if self._mine(me):
                    return
            # Who is not waited for any more must not keep a thread.
            if not wanted():
                with self._lock:
                    self._waiting.remove(me)
                    heapq.heapify(self._waiting)
                    self._call()
                raise Cancelled

    def _mine(self, me: Turn) -> bool:
        """Take the turn if it is this one's."""
        mine = self._working is None and self._waiting[0] is me
        if mine:
            self._working = heapq.heappop(self._waiting)
        return mine

    def _call(self) -> None:
        """Wake whose turn it is, and nobody else."""
        if self._working is None and self._waiting:
            self._waiting[0].called.set()

    def give_way(self, me: Turn, wanted: Callable[[], bool]) -> None:
        """Let those go first who are more urgent; then go on, before all others that are as urgent.

        Raises:
            Cancelled: it is not wanted any more.
        """
        with self._lock:
            if not self._waiting or self._waiting[0].urgency >= me.urgency:
                return
            self._leave()
            me.number = -next(self._numbers)
        self._take(me, wanted)

    def end(self, me: Turn) -> None:
        """Let the next one work; nothing where one's turn was over already."""
        with self._lock:
            if self._working is me:
                self._leave()

    def _leave(self) -> None:
        self._working = None
        self._call()


#: Asked some thirty times a second by whoever works at something long.
_STANDING = f"SELECT id, version FROM {Fitting._meta.db_table} WHERE id = ANY(%s) AND thrown_at IS NULL"


def _standing(pks: Sequence[int]) -> Sequence[tuple[int, int]]:
    """The tickets of these that are there, each with its version."""
    with connections[router.db_for_read(Fitting)].cursor() as cursor:
        cursor.execute(_STANDING, [list(pks)])
        return list(cursor.fetchall())


class _Awaited:
    """The tickets that something is worked out for, each at its version; whether they still stand as they
    were is asked of the database for all of them at once."""

    def __init__(self) -> None:
        self._lock = Lock()
        self._waited: Counter[tuple[int, int]] = Counter()
        self._changed: set[tuple[int, int]] = set()
        self._asked = 0.0

    @contextmanager
    def waited(self, ticket: tuple[int, int]) -> Iterator[None]:
        """While somebody waits for what is worked out for a ticket.

        Args:
            ticket: its number and version.
        """
        with self._lock:
            self._waited[ticket] += 1
        try:
            yield
        finally:
            with self._lock:
                self._waited[ticket] -= 1
                if not self._waited[ticket]:
                    del self._waited[ticket]
                    self._changed.discard(ticket)

    def stands(self, ticket: tuple[int, int], age_s: float) -> bool:
        """Whether a ticket stands at its version; known from so long ago at most [s]."""
        with self._lock:
            if ticket in self._changed:
                return False
            if monotonic() - self._asked < age_s:
                return True
            self._asked = monotonic()
            waited = set(self._waited)
        changed = waited.difference(_standing([pk for pk, _ in waited]))
        with self._lock:
            self._changed |= changed & self._waited.keys()
        return ticket not in changed


_turns, _awaited = Turns(), _Awaited()


def waiting() -> int:
    """How many wait for a turn at something long in this process."""
    return _turns.waiting


def run_unless_stale(
    fitting: Fitting, work: Callable[[Fitting], _T], urgency: Urgency = Urgency.SOON
) -> _T | None:
    """What takes long to work out for a ticket; None when the ticket was changed meanwhile."""
    ticket, patience_s = (fitting.pk, fitting.version), _PATIENCE_S[urgency]

    def wanted() -> bool:
        return _awaited.stands(ticket, _ASKED_S)

    def still() -> bool:
        nonlocal patience_s
        age_s = _REST_S
        with _quiet:
            if _foreground and patience_s > 0:
                begun = monotonic()
                _quiet.wait_for(lambda: not _foreground, patience_s)
                patience_s -= monotonic() - begun
                age_s = 0.0
        # What works beside answers makes them slower.
        while not _has_room():
            if not wanted():
                return False
        _turns.give_way(me, wanted)
        return _awaited.stands(ticket, age_s)

    with _awaited.waited(ticket):
        try:
            me = _turns.begin(urgency, wanted)
        except Cancelled:
            return None
        try:
            with cancellable(still), in_one_thread(LINES.others_answer):
                done = work(fitting)
        except Cancelled:
            return None
        finally:
            _turns.end(me)
    # What was kept from before took no time at all, yet may be of facts that are gone.
    return done if ticket in _standing([fitting.pk]) else None
