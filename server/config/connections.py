"""Connections of the database, shared by the threads of a process: each holds one only while it asks."""

from __future__ import annotations

from collections import deque
from collections.abc import Iterator
from contextlib import contextmanager
from threading import Event, Lock

from django.db import connections


def give_back() -> None:
    """Give the connections of this thread back before it waits for something else; whoever asks the database
    next takes one again. Nothing where each thread has its own, or in the middle of a transaction."""
    for connection in connections.all(initialized_only=True):
        shared = connection.settings_dict.get("OPTIONS", {}).get("pool")
        if shared and not connection.in_atomic_block:
            connection.close()


class Places:
    """So many places at once, the next for who has waited longest. With a semaphore of the library whoever
    comes just when one is free takes it, and who waited goes to the end of the line."""

    def __init__(self, count: int) -> None:
        self._free = count
        self._line: deque[Event] = deque()
        self._lock = Lock()

    @property
    def waiting(self) -> int:
        """How many stand in the line."""
        with self._lock:
            return len(self._line)

    def _take(self) -> Event | None:
        """Take a free place, or stand in the line: its turn is what is given back."""
        with self._lock:
            if self._free and not self._line:
                self._free -= 1
                return None
            self._line.append(turn := Event())
            return turn

    def _give_up(self, turn: Event) -> None:
        """Not wait any more: out of the line, or on with what was given meanwhile."""
        with self._lock:
            if turn in self._line:
                self._line.remove(turn)
                return
        self._leave()

    def _leave(self) -> None:
        with self._lock:
            if self._line:
                self._line.popleft().set()
            else:
                self._free += 1

    @contextmanager
    def taken(self) -> Iterator[None]:
        """Within a place; who has to wait for it keeps no connection meanwhile."""
        if turn := self._take():
            try:
                give_back()
                turn.wait()
            except BaseException:
                self._give_up(turn)
                raise
        try:
            yield
        finally:
            self._leave()
