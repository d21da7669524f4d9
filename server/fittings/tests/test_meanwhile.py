"""What takes long gives way to the answer to a change."""

from concurrent.futures import Future, ThreadPoolExecutor
from threading import Event, Thread
from time import monotonic, sleep
from unittest import TestCase

from django.db import connection, connections

from accounts.tests.case import BOARD, ApiCase
from chord_core.cancellation import Cancelled, check_cancelled
from fittings import selectors
from fittings.answers import build_doubts
from fittings.documents import SettledSize
from fittings.models import Fitting
from fittings.preemption import (
    Turns,
    Urgency,
    _turns,
    answers,
    foreground_request,
    run_unless_stale,
)


def answer() -> None:
    """An answer that takes no time once it is its turn."""
    with foreground_request():
        pass


class Meanwhile(ApiCase):
    def ticket(self) -> Fitting:
        facts = {"name": "Ines Varga", "mass_kg": 74, "rung": "carving", "present_board": BOARD}
        made = self.good("post", "/api/fittings/", {"facts": facts})
        return Fitting.objects.get(pk=made["id"])

    def change(self, fitting: Fitting) -> None:
        body = {"version": fitting.version, "facts": {"mass_kg": 70 + fitting.version}}
        self.good("patch", f"/api/fittings/{fitting.pk}/", body)

    def test_what_takes_long_is_left_when_the_ticket_is_changed_meanwhile(self) -> None:
        for name, work in (("windows", selectors.settled_size), ("doubts", build_doubts)):
            with self.subTest(name):
                before = self.ticket()
                whole = run_unless_stale(before, work)
                self.assertEqual(whole and whole.version, before.version)
                self.change(before)
                self.assertIsNone(run_unless_stale(before, work))
                again = self.good("get", f"/api/fittings/{before.pk}/{name}/")
                self.assertEqual(again["version"], before.version + 1)

    def test_the_search_that_is_under_way_is_left(self) -> None:
        def changed_then_searched(fitting: Fitting) -> object:
            check_cancelled()
            self.change(fitting)
            return selectors.settled_size(fitting)

        self.assertIsNone(run_unless_stale(self.ticket(), changed_then_searched))

    def test_another_ticket_may_be_changed_meanwhile(self) -> None:
        other = self.ticket()

        def changed_then_searched(fitting: Fitting) -> SettledSize:
            self.change(other)
            return selectors.settled_size(fitting)

        self.assertIsNotNone(run_unless_stale(self.ticket(), changed_then_searched))

    def test_a_ticket_thrown_away_meanwhile_is_not_searched_for(self) -> None:
        gone = self.ticket()
        Fitting.objects.all().delete()
        self.assertIsNone(run_unless_stale(gone, selectors.settled_size))

    def test_the_database_is_not_asked_at_every_piece(self) -> None:
        def pieces(_: Fitting) -> int:
            count, until = 0, monotonic() + 0.2
            while monotonic() < until:
                check_cancelled()
                count += 1
            return count

        ticket = self.ticket()
        connection.force_debug_cursor = True
        self.addCleanup(setattr, connection, "force_debug_cursor", False)
        before = len(connection.queries_log)
        self.assertGreater(run_unless_stale(ticket, pieces) or 0, 100)
        # A fifth of a second, asked every thirty milliseconds.
        self.assertLessEqual(len(connection.queries_log) - before, 8)


class GivingWay(ApiCase):
    def waiting(
        self, urgency: Urgency = Urgency.SOON
    ) -> tuple[Future[str | None], Event, ThreadPoolExecutor]:
        """A search that has said that it began, in a thread of its own."""
        begun, pool = Event(), ThreadPoolExecutor(1)
        self.addCleanup(pool.shutdown)

        def search(_: Fitting) -> str:
            begun.set()
            check_cancelled()
            return "found"

        # A ticket that nobody has kept: that it is gone is asked of the database only after the waiting.
        return pool.submit(run_unless_stale, Fitting(pk=0, version=1), search, urgency), begun, pool

    def test_a_search_stands_still_while_a_change_is_answered(self) -> None:
        with foreground_request():
            found, begun, pool = self.waiting()
            self.assertTrue(begun.wait(5))
            with self.assertRaises(TimeoutError):
                found.result(0.2)
        self.assertIsNone(found.result(5))
        pool.submit(connections.close_all).result()

    def test_answers_without_end_hold_it_only_so_long(self) -> None:
        with foreground_request():
            found, _, pool = self.waiting()
            self.assertIsNone(found.result(5))
        pool.submit(connections.close_all).result()

    def another_waits(self) -> Thread:
        """Another answer waits for the one that is worked out."""
        other = Thread(target=answer)
        other.start()
        end = monotonic() + 5
        while answers() < 2 and monotonic() < end:
            sleep(0.002)
        return other

    def test_while_answers_wait_for_each_other_no_search_works_beside_them(self) -> None:
        with foreground_request():
            other = self.another_waits()
            found, begun, pool = self.waiting(Urgency.WINDOWS)
            self.assertTrue(begun.wait(5))
            # Beside one answer it would go on after a second.
            with self.assertRaises(TimeoutError):
                found.result(1.6)
        other.join(5)
        self.assertIsNone(found.result(5))
        pool.submit(connections.close_all).result()

    def test_answers_are_worked_out_one_after_another(self) -> None:
        done = Event()

        def second() -> None:
            with foreground_request():
                done.set()

        with foreground_request():
            other = Thread(target=second)
            other.start()
            self.assertFalse(done.wait(0.2))
        self.assertTrue(done.wait(5))
        other.join(5)

    def test_in_a_crowd_no_search_works_beside_an_answer(self) -> None:
        def passes() -> None:
            _turns.end(_turns.begin(Urgency.WINDOWS, lambda: True))

        crowd = [Thread(target=passes) for _ in range(7)]
        with foreground_request():
            found, begun, pool = self.waiting(Urgency.WINDOWS)
            self.assertTrue(begun.wait(5))
            for one in crowd:
                one.start()
            # Beside one answer it would go on after a second.
            with self.assertRaises(TimeoutError):
                found.result(1.6)
        self.assertIsNone(found.result(5))
        for one in crowd:
            one.join(5)
        pool.submit(connections.close_all).result()

    def test_it_waits_once_all_in_all_and_not_at_every_piece(self) -> None:
        def pieces(_: Fitting) -> float:
            begun = monotonic()
            for _ in range(20):
                check_cancelled()
            return monotonic() - begun

        facts = {"name": "Odd Bakken"}
        made = self.good("post", "/api/fittings/", {"facts": facts})
        with foreground_request():
            taken = run_unless_stale(Fitting.objects.get(pk=made["id"]), pieces)
        assert taken
        # Waiting a second at each of the twenty pieces would be twenty.
        self.assertLess(0.9, taken)
        self.assertLess(taken, 10)


class TakingTurns(TestCase):
    """One long thing at a time; the most urgent first, and nobody keeps a place who is not waited for."""

    def setUp(self) -> None:
        self.turns, self.log = Turns(), list[str]()

    def wait_for_turn(self, urgency: Urgency, name: str, wanted: bool = True) -> Thread:
        """Somebody who waits in a thread of their own, and writes down when it is their turn."""

        def work() -> None:
            try:
                me = self.turns.begin(urgency, lambda: wanted)
            except Cancelled:
                self.log.append(f"{name} left")
                return
            self.log.append(name)
            self.turns.end(me)

        thread = Thread(target=work, daemon=True)
        waiting = self.turns.waiting + 1
        thread.start()
        end = monotonic() + 10
        while self.turns.waiting < waiting and monotonic() < end:
            sleep(0.001)
        return thread

    def test_windows_before_what_is_soon_before_doubts_and_of_each_the_newest(self) -> None:
        me = self.turns.begin(Urgency.SOON, lambda: True)
        order = [
            (Urgency.LATER, "old doubts"), (Urgency.LATER, "new doubts"), (Urgency.SOON, "gear"),
            (Urgency.WINDOWS, "windows"), (Urgency.SOON, "plan"),
        ]  # fmt: skip
        threads = [self.wait_for_turn(urgency, name) for urgency, name in order]
        self.turns.end(me)
        for thread in threads:
            thread.join(10)
        self.assertEqual(self.log, ["windows", "plan", "gear", "new doubts", "old doubts"])

    def test_in_the_middle_it_gives_way_to_the_more_urgent_only(self) -> None:
        me = self.turns.begin(Urgency.SOON, lambda: True)
        later = self.wait_for_turn(Urgency.LATER, "doubts")
        same = self.wait_for_turn(Urgency.SOON, "gear")
        self.turns.give_way(me, lambda: True)
        self.assertEqual(self.log, [])
        urgent = self.wait_for_turn(Urgency.WINDOWS, "windows")
        self.turns.give_way(me, lambda: True)
        self.assertEqual(self.log, ["windows"])
        self.turns.end(me)
        for thread in (later, same, urgent):
            thread.join(10)
        self.assertEqual(self.log, ["windows", "gear", "doubts"])

    def test_who_is_not_waited_for_leaves_the_line(self) -> None:
        me = self.turns.begin(Urgency.SOON, lambda: True)
        gone = self.wait_for_turn(Urgency.WINDOWS, "windows", wanted=False)
        gone.join(10)
        self.assertEqual((self.log, self.turns.waiting), (["windows left"], 0))
        stays = self.wait_for_turn(Urgency.LATER, "doubts")
        self.turns.end(me)
        stays.join(10)
        self.assertEqual(self.log, ["windows left", "doubts"])

    def test_whose_turn_is_over_ends_nobody_elses(self) -> None:
        me = self.turns.begin(Urgency.SOON, lambda: True)
        self.turns.end(me)
        other = self.turns.begin(Urgency.SOON, lambda: True)
        self.turns.end(me)
        waits = self.wait_for_turn(Urgency.WINDOWS, "windows")
        self.assertEqual(self.log, [])
        self.turns.end(other)
        waits.join(10)
        self.assertEqual(self.log, ["windows"])
