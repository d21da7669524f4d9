"""Requests among the processes that answer: who has the shorter line takes the next.

A browser keeps its connection to one process. Where chance gave one of them more advisors than it can answer,
changes waited there while the other had time: so a process behind the others closes its connections behind an
answer, and takes no new ones until it has caught up.
"""

from mmap import mmap
from typing import Any

from gunicorn.workers.gthread import ThreadWorker

#: Processes that can be told apart, and what stands for one that is not there.
_PROCESSES, _AWAY = 256, 255
#: By so many answers a line has to be longer than the shortest to be behind: below that, who asks for windows
#: is better off where its answer was worked out.
_BEHIND = 2
#: How many answers wait in each process, by its number. Made before the processes are, and shared by them.
_lines = mmap(-1, _PROCESSES)
_lines[:] = bytes([_AWAY]) * _PROCESSES


def _place(worker: Any) -> int:
    return int(worker.age) % _PROCESSES


def begins(worker: Any) -> None:
    """A process is there."""
    _lines[_place(worker)] = 0


def ended(worker: Any) -> None:
    """A process is gone, however it went; told by the one that watches over them."""
    _lines[_place(worker)] = _AWAY


def is_behind(worker: Any) -> bool:
    """Whether another process has a line that is shorter by ``_BEHIND``; says how long this one's is. One
    that is about to end, to make room for a fresh one, takes nothing more: nothing is left to it."""
    # Only known once Django is there.
    from fittings.preemption import answers

    place, line = _place(worker), min(answers(), _AWAY - 1)
    _lines[place] = line if worker.alive else _AWAY
    others = _lines[:place] + _lines[place + 1 :]
    shortest = min(others)
    return shortest != _AWAY and line >= shortest + _BEHIND


def pre_request(worker: Any, request: Any) -> None:
    """Called by gunicorn before each request: behind the others the connection is closed after it, and
    whoever asks next on it is taken by the process that is free soonest."""
    if is_behind(worker):
        request.force_close()


class Worker(ThreadWorker):  # type: ignore[misc]
    """A process with threads that takes no new connections while it is behind."""

    def notify(self) -> None:
        """Called whenever something has happened, and once a second."""
        self.worker_connections = 0 if is_behind(self) else self.cfg.worker_connections
        super().notify()
