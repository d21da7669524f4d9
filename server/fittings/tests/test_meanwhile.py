"""What takes long gives way to the answer to a change."""

from concurrent.futures import Future, ThreadPoolExecutor
from threading import Event
from time import monotonic

from django.db import connection, connections

from accounts.tests.case import BOARD, ApiCase
from chord_core.cancellation import check_cancelled
from fittings import selectors
from fittings.answers import build_doubts
from fittings.documents import SettledSize
from fittings.models import Fitting
from fittings.preemption import foreground_request, run_unless_stale


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
    def waiting(self) -> tuple[Future[str | None], Event, ThreadPoolExecutor]:
        """A search that has said that it began, in a thread of its own."""
        begun, pool = Event(), ThreadPoolExecutor(1)
        self.addCleanup(pool.shutdown)

        def search(_: Fitting) -> str:
            begun.set()
            check_cancelled()
            return "found"

        # A ticket that nobody has kept: that it is gone is asked of the database only after the waiting.
        return pool.submit(run_unless_stale, Fitting(pk=0, version=1), search), begun, pool

    def test_a_search_stands_still_while_a_change_is_answered(self) -> None:
        with foreground_request():
            found, begun, pool = self.waiting()
            self.assertTrue(begun.wait(5))
            with foreground_request():
                pass
            with self.assertRaises(TimeoutError):
                found.result(0.2)
        self.assertIsNone(found.result(5))
        pool.submit(connections.close_all).result()

    def test_answers_without_end_hold_it_only_so_long(self) -> None:
        with foreground_request():
            found, _, pool = self.waiting()
            self.assertIsNone(found.result(5))
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
