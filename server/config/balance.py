"""Requests among the processes that answer."""

from typing import Any


def pre_request(worker: Any, _request: Any) -> None:
    """Called by gunicorn before each request. Where answers wait for each other in one of several processes,
    it keeps no connections: whoever asks next is taken by the one that is free soonest, and none has a line
    while another has time."""
    if worker.cfg.workers > 1:
        # Only known once Django is there.
        from fittings.preemption import answers_wait

        usual = worker.cfg.worker_connections - worker.cfg.threads
        worker.max_keepalived = 0 if answers_wait() else usual
