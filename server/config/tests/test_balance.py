"""The process with the shorter line takes the next request."""

import os
from threading import Thread
from time import monotonic, sleep
from types import SimpleNamespace
from typing import Any
from unittest import TestCase

from config import balance
from fittings.preemption import answers, foreground_request


class Known:
    """What a worker writes to show that it is alive."""

    def __init__(self) -> None:
        self.told = 0

    def notify(self) -> None:
        """It is alive."""
        self.told += 1


def worker(age: int) -> Any:
    """A worker of gunicorn's as far as it is asked here: it listens nowhere."""
    made = object.__new__(balance.Worker)
    made.age, made.alive, made.tmp = age, True, Known()
    made.cfg = SimpleNamespace(worker_connections=1000)
    made.worker_connections = 1000
    return made


def _waits() -> None:
    with foreground_request():
        pass


class Lines(TestCase):
    def setUp(self) -> None:
        self.here, self.there = worker(11), worker(12)
        for one in (self.here, self.there):
            self.addCleanup(balance.ended, one)
        balance.begins(self.here)

    def begins_elsewhere(self) -> None:
        """The other one begins in a process of its own: forked as gunicorn forks its own, for the tests that
        run side by side may have no children of ``multiprocessing``."""
        if not (child := os.fork()):
            try:
                balance.begins(self.there)
                os._exit(0)
            finally:
                os._exit(1)
        self.assertEqual(os.waitpid(child, 0)[1], 0)

    def takes(self) -> bool:
        """Whether this one goes on taking connections."""
        told = self.here.tmp.told
        self.here.notify()
        self.assertEqual(self.here.tmp.told, told + 1)
        return bool(self.here.worker_connections)

    def closes(self) -> bool:
        """Whether it closes the connection behind a request."""
        closed: list[bool] = []
        balance.pre_request(self.here, SimpleNamespace(force_close=lambda: closed.append(True)))
        return bool(closed)

    def test_one_that_is_behind_takes_none_and_lets_its_connections_go(self) -> None:
        self.begins_elsewhere()
        self.assertEqual((self.takes(), self.closes()), (True, False))
        with foreground_request():
            # One answer is no line.
            self.assertEqual((self.takes(), self.closes()), (True, False))
            other, end = Thread(target=_waits), monotonic() + 5
            other.start()
            while answers() < 2 and monotonic() < end:
                sleep(0.005)
            self.assertEqual((self.takes(), self.closes()), (False, True))
            # The other is as far behind.
            self.assertFalse(balance.is_behind(self.there))
            # Who was killed is nobody to leave it to.
            balance.ended(self.there)
            self.assertEqual((self.takes(), self.closes()), (True, False))
            self.begins_elsewhere()
            self.assertEqual((self.takes(), self.closes()), (False, True))
            # Nor is one that takes nothing more before it ends.
            self.there.alive = False
            balance.is_behind(self.there)
            self.assertEqual((self.takes(), self.closes()), (True, False))
            self.begins_elsewhere()
            self.assertEqual((self.takes(), self.closes()), (False, True))
        other.join(5)
        self.assertEqual((self.takes(), self.closes()), (True, False))

    def test_one_alone_takes_all(self) -> None:
        with foreground_request():
            other, end = Thread(target=_waits), monotonic() + 5
            other.start()
            while answers() < 2 and monotonic() < end:
                sleep(0.005)
            self.assertEqual((self.takes(), self.closes()), (True, False))
        other.join(5)
