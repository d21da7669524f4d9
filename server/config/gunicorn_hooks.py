"""What gunicorn is told besides its words: the figures of a process that ended are not counted as alive."""

from __future__ import annotations

import os
from typing import Any


def child_exit(_server: Any, worker: Any) -> None:
    """Called in the master when a worker has ended."""
    if "PROMETHEUS_MULTIPROC_DIR" in os.environ:
        from prometheus_client import multiprocess

        multiprocess.mark_process_dead(worker.pid)  # type: ignore[no-untyped-call]
