"""Requests among the processes that answer."""

from typing import Any

#: What is read of an answer behind a change: the process that answered has it still in hand, another would
#: have to work it out again.
_OF_AN_ANSWER = ("/windows/", "/doubts/", "/step/")


def pre_request(worker: Any, request: Any) -> None:
    """Called by gunicorn before each request. Where answers wait for each other in one of several processes,
    it keeps no connections: whoever asks next is taken by the one that is free soonest, and none has a line
    while another has time. Who changes a ticket stays until its answer is read."""
    if worker.cfg.workers > 1:
        # Only known once Django is there.
        from fittings.preemption import answers_wait

        usual = worker.cfg.worker_connections - worker.cfg.threads
        stays = request.method == "PATCH" or request.path.endswith(_OF_AN_ANSWER)
        worker.max_keepalived = usual if stays or not answers_wait() else 0
