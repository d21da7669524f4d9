"""The process with the shorter line takes the next request."""

import os
from contextlib import ExitStack, contextmanager
from socket import create_connection, create_server, socket
from threading import Thread, get_ident
from time import monotonic, sleep
from types import SimpleNamespace
from typing import Any
from unittest import TestCase

from chord_core.kernel import in_two_threads
from config import balance
from config.lines import LINES
from fittings.preemption import answers, foreground_request

_CHANGE, _WINDOWS = "/api/fittings/3/", "/api/fittings/3/windows/"
_STEP, _SINCE, _LIST = "/api/fittings/3/step/", "/api/fittings/3/since/", "/api/fittings/"


class Known:
    """What a worker writes to show that it is alive."""

    def __init__(self) -> None:
        self.told = 0

    def notify(self) -> None:
        """It is alive."""
        self.told += 1


def worker(age: int) -> Any:
    """A worker of gunicorn's as far as it is asked here: whom it takes it only notes."""
    made = object.__new__(balance.Worker)
    made.age, made.alive, made.tmp = age, True, Known()
    made.cfg = SimpleNamespace(worker_connections=1000)
    made.worker_connections, made.nr_conns, made.taken = 1000, 0, []
    made.enqueue_req = made.taken.append
    return made


def _waits() -> None:
    with foreground_request():
        pass


@contextmanager
def _line(of: int) -> Any:
    """So many answers in this process: one is worked out, and the others wait for it."""
    with ExitStack() as stack:
        if of:
            stack.enter_context(foreground_request())
        others = [Thread(target=_waits) for _ in range(1, of)]
        for one in others:
            one.start()
        end = monotonic() + 5
        while answers() < of and monotonic() < end:
            sleep(0.002)
        yield
    for one in others:
        one.join(5)


class Balance(TestCase):
    def setUp(self) -> None:
        self.here = worker(11)
        for one in (self.here.age, 12):
            self.addCleanup(LINES.ended, one)
        LINES.begins(self.here.age)

    def elsewhere(self, answers: int = 0) -> None:
        """Another one with so many answers, in a process of its own: forked as gunicorn forks its own, for
        the tests that run side by side may have no children of ``multiprocessing``."""
        if not (child := os.fork()):
            try:
                LINES.begins(12)
                LINES.say(answers)
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

    def closed(self) -> set[str]:
        """Behind which requests it closes the connection."""
        closed: set[str] = set()
        for path in (_CHANGE, _WINDOWS, _STEP, _SINCE, _LIST):
            request = SimpleNamespace(path=path, force_close=lambda path=path: closed.add(path))
            balance.pre_request(self.here, request)
        return closed

    def test_whoever_comes_is_left_to_the_one_in_which_fewer_wait(self) -> None:
        for line, there, taken in ((0, 0, True), (1, 0, False), (1, 1, True), (2, 1, False), (1, 2, True)):
            with self.subTest(here=line, there=there), _line(line):
                self.elsewhere(there)
                self.assertEqual(self.takes(), taken)

    def test_who_is_gone_or_about_to_go_is_left_nothing(self) -> None:
        self.elsewhere()
        with _line(1):
            self.assertFalse(self.takes())
            # Killed: the one that watches over them says so.
            LINES.ended(12)
            self.assertTrue(self.takes())
        # This one takes nothing more, whatever it still answers.
        self.here.alive = False
        self.here.notify()
        with _line(1):
            self.assertEqual(self.seen_from_elsewhere(), b"")

    def seen_from_elsewhere(self) -> bytes:
        """The lines that another process sees."""
        read, write = os.pipe()
        if not (child := os.fork()):
            try:
                LINES.begins(13)
                os.write(write, LINES.others())
                LINES.ended(13)
            finally:
                os._exit(0)
        os.waitpid(child, 0)
        os.close(write)
        with os.fdopen(read, "rb") as pipe:
            return pipe.read()

    def test_others_see_how_many_there_are(self) -> None:
        for line in (0, 1, 2):
            with self.subTest(line), _line(line):
                self.assertEqual(self.seen_from_elsewhere(), bytes([line]))

    def test_an_answer_leaves_the_other_core_to_a_process_that_works_at_one(self) -> None:
        for there, hands in ((0, 2), (1, 1)):
            self.elsewhere(there)
            who: set[int] = set()
            with self.subTest(there), foreground_request():
                in_two_threads(lambda _, who=who: who.add(get_ident()), 500)
            self.assertEqual(len(who), hands)

    def test_who_has_come_is_taken_once_it_has_caught_up(self) -> None:
        self.elsewhere()
        listener = self.enterContext(create_server(("127.0.0.1", 0)))
        listener.setblocking(False)
        comes: socket = self.enterContext(create_connection(listener.getsockname()))
        with _line(1):
            self.here.accept(listener)
            self.assertEqual((self.here.taken, self.here.nr_conns), ([], 0))
        self.here.accept(listener)
        (taken,) = self.here.taken
        self.addCleanup(taken.sock.close)
        self.assertEqual(taken.client, comes.getsockname())

    def test_a_connection_is_kept_until_the_answer_is_read(self) -> None:
        self.elsewhere()
        for line in (0, 1):
            with self.subTest(line), _line(line):
                self.assertEqual(self.closed(), {_STEP, _SINCE, _LIST})

    def test_one_far_behind_keeps_none(self) -> None:
        self.elsewhere()
        with _line(2):
            self.assertEqual(self.closed(), {_CHANGE, _WINDOWS, _STEP, _SINCE, _LIST})

    def test_one_alone_takes_all_and_keeps_all(self) -> None:
        for line in (0, 1, 2):
            with self.subTest(line), _line(line):
                self.assertEqual((self.takes(), self.closed()), (True, set()))
