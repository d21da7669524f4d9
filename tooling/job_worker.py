"""The process that works the queue of jobs off while the application runs."""

from __future__ import annotations

import contextlib
import subprocess
import time
from collections.abc import Callable, Iterator

from tooling.paths import PYTHON, SERVER
from tooling.say import say

#: A worker that ends is not started again sooner than after this [s].
_REST_S = 3.0


class JobWorker:
    """The process that works the queue of jobs off."""

    #: What its command is known by.
    MARK = "manage.py\0work"

    def __init__(self, env: dict[str, str]) -> None:
        self.env = env
        self.process: subprocess.Popen[bytes] | None = None
        self._begun = 0.0

    @property
    def pid(self) -> int:
        """The process; 0 while there is none."""
        return self.process.pid if self.process else 0

    @property
    def alive(self) -> bool:
        """Whether it runs."""
        return self.process is not None and self.process.poll() is None

    def start(self) -> None:
        """Start it; it says nothing when it is ready, for nobody waits for it."""
        self._begun = time.monotonic()
        self.process = subprocess.Popen(
            [str(PYTHON), "manage.py", "work"],
            cwd=SERVER,
            env=self.env,
            stdin=subprocess.DEVNULL,
            start_new_session=True,
        )

    def look(self, note: Callable[[], None]) -> None:
        """Start it again if it ended, and note that; what is asked of it waits in the queue meanwhile."""
        if not self.alive and time.monotonic() - self._begun >= _REST_S:
            say("\nThe worker of the jobs ended: starting again.")
            self.start()
            note()

    def stop(self, patience_s: float = 5) -> None:
        """End it; a part of a job that takes longer than that begins anew next time."""
        if self.process is None:
            return
        self.process.terminate()
        try:
            self.process.wait(timeout=patience_s)
        except subprocess.TimeoutExpired:
            self.process.kill()
            self.process.wait()


@contextlib.contextmanager
def working(env: dict[str, str]) -> Iterator[JobWorker]:
    """Work the queue of jobs off until the block ends."""
    worker = JobWorker(env)
    try:
        worker.start()
        yield worker
    finally:
        worker.stop()
