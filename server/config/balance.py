"""Requests among the processes that answer: who has the shorter line takes the next.

A browser keeps its connection to one process. Where chance gave one of them more advisors than it can answer,
or two changes just then, they waited there while the other had time. So a connection is kept only until an
answer is read: the next change comes with a new one, and is taken by a process in which nobody waits.
"""

import re
from typing import Any

from gunicorn.workers.gthread import ThreadWorker

from config.lines import LINES

#: Windows, doubts and gear go by what the change to their ticket worked out; where it has to be worked out
#: again windows cost 1.7 times as much. So they come with its connection. Not so the next step, which is
#: asked for last, and the look for others' changes, which comes before the next change.
_KEPT = re.compile(r"/api/fittings/\d+/(?!step/|since/)")
#: By so many answers a line has to be longer than the shortest for this not to pay.
_TOO_LONG = 2


def is_behind(worker: Any, by: int = 1) -> bool:
    """Whether the line of another process is shorter. One that is about to end, to make room for a fresh one,
    takes nothing more: nothing is left to it.

    Args:
        worker: this process.
        by: so many answers at least.
    """
    # Only known once Django is there.
    from fittings.preemption import answers

    if not worker.alive:
        LINES.ended(worker.age)
    shortest = min(LINES.others(), default=None)
    return shortest is not None and answers() >= shortest + by


def pre_request(worker: Any, request: Any) -> None:
    """Called by gunicorn before each request: says whether its connection is closed after it."""
    behind = is_behind(worker, _TOO_LONG)
    if behind or (LINES.others() and not _KEPT.match(request.path)):
        request.force_close()


class Worker(ThreadWorker):  # type: ignore[misc]
    """A process with threads that takes no new connections while it is behind."""

    def notify(self) -> None:
        """Called whenever something has happened, and once a second."""
        self.worker_connections = 0 if is_behind(self) else self.cfg.worker_connections
        super().notify()

    def accept(self, listener: Any) -> None:
        """Called when somebody comes. Where they are left to another, it listens again once it has caught
        up."""
        if not is_behind(self):
            super().accept(listener)
