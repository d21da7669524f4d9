"""Connections of the database, shared by the threads of a process: each holds one only while it asks."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from threading import BoundedSemaphore

from django.db import connections


def give_back() -> None:
    """Give the connections of this thread back before it waits for something else; whoever asks the database
    next takes one again. Nothing where each thread has its own, or in the middle of a transaction."""
    for connection in connections.all(initialized_only=True):
        shared = connection.settings_dict.get("OPTIONS", {}).get("pool")
        if shared and not connection.in_atomic_block:
            connection.close()


@contextmanager
def waiting_for(free: BoundedSemaphore) -> Iterator[None]:
    """Within a semaphore; who has to wait for it keeps no connection meanwhile."""
    if not free.acquire(blocking=False):
        give_back()
        free.acquire()
    try:
        yield
    finally:
        free.release()
