"""How gunicorn serves Chord, wherever it is started from; where it listens and how many processes answer is
said on its command line."""

from __future__ import annotations

import os
from pathlib import Path
from typing import Any

from config.balance import pre_request
from config.lines import LINES

# gunicorn looks for its hooks here.
__all__ = ["child_exit", "post_fork", "pre_request"]

wsgi_app = "config.wsgi:application"
chdir = str(Path(__file__).resolve().parent.parent)
proc_name = "chord"
worker_class = "config.balance.Worker"
#: Whoever waits for a turn at something long takes a thread, and neither time nor a connection.
threads = 256
#: Connections of the database that those threads share.
os.environ.setdefault("CHORD_DATABASE_POOL", "32")
keepalive = 75
#: Tables and kernels are read once and shared by all processes.
preload_app = True
#: What a worker remembers grows: it makes room for a fresh one, never all at the same time.
max_requests = 20_000
max_requests_jitter = 4_000
graceful_timeout = 5
#: Nobody talks to it while it runs, and its folder may be read only.
control_socket_disable = True
loglevel = "warning"


def post_fork(_server: Any, worker: Any) -> None:
    """Called in a worker that has just begun."""
    LINES.begins(worker.age)


def child_exit(_server: Any, worker: Any) -> None:
    """Called in the master when a worker has ended: nobody waits for it, and its figures are not counted as
    alive any more."""
    LINES.ended(worker.age)
    if "PROMETHEUS_MULTIPROC_DIR" in os.environ:
        from prometheus_client import multiprocess

        multiprocess.mark_process_dead(worker.pid)  # type: ignore[no-untyped-call]
