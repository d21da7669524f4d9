"""Connections that threads share: given back while somebody waits, and nobody's name stays on one."""

from collections.abc import Iterator
from concurrent.futures import Future, ThreadPoolExecutor
from contextlib import ExitStack, contextmanager
from threading import Event
from time import monotonic, sleep
from typing import Any

from django.conf import settings
from django.db import connection, connections, transaction
from django.test import Client, SimpleTestCase, TransactionTestCase
from trail.middleware import say_who
from trail.models import Change

from accounts.models import User
from accounts.tests.case import make_shop
from config.connections import Places, give_back
from fittings.commands import open_fitting
from fittings.documents import FittingIn
from fittings.models import Fitting
from fittings.preemption import Urgency, foreground_request, run_unless_stale, waiting


class InLine(SimpleTestCase):
    """Who waits longest for a place gets the next one."""

    def setUp(self) -> None:
        self.places, self.log = Places(1), list[str]()
        self.pool = self.enterContext(ThreadPoolExecutor(4))

    def wait_in_line(self, name: str) -> Future[None]:
        def work() -> None:
            begun.set()
            with self.places.taken():
                self.log.append(name)

        begun = Event()
        done = self.pool.submit(work)
        begun.wait(5)
        return done

    def until_they_wait(self, many: int) -> None:
        end = monotonic() + 5
        while self.places.waiting < many and monotonic() < end:
            sleep(0.002)

    def test_the_next_is_who_came_first_and_not_who_is_quickest(self) -> None:
        with self.places.taken():
            waits = []
            for many, name in enumerate(("first", "second", "third"), 1):
                waits.append(self.wait_in_line(name))
                self.until_they_wait(many)
        # At once again: a place that was given up belongs to who waits.
        with self.places.taken():
            self.assertEqual(self.log, ["first", "second", "third"])
        for done in waits:
            done.result(5)

    def test_who_cannot_go_on_leaves_no_place_taken(self) -> None:
        for called in (False, True):
            with self.subTest(called=called):
                with self.places.taken():
                    turn = self.places._take()
                    assert turn
                    if not called:
                        self.places._give_up(turn)
                if called:
                    self.assertTrue(turn.is_set())
                    self.places._give_up(turn)
                self.assertEqual(self.places.waiting, 0)
                with self.places.taken():
                    self.log.append("free")
        self.assertEqual(self.log, ["free", "free"])


class Shared(TransactionTestCase):
    """One connection for all threads: who keeps it keeps it from all others."""

    def setUp(self) -> None:
        self.shop, self.person = make_shop("north")
        self.other = User.objects.create_user("other-person", shop=self.shop)
        self.fitting = open_fitting(self.shop, self.person, FittingIn())
        connection.close()
        kept = connection.settings_dict
        of_one = {**kept["OPTIONS"], "pool": {"min_size": 1, "max_size": 1, "timeout": 20}}
        shared = {**kept, "OPTIONS": of_one, "CONN_MAX_AGE": 0}
        self.addCleanup(setattr, connection, "settings_dict", kept)
        self.addCleanup(connection.close_pool)
        self.addCleanup(connection.close)
        self.shared: dict[str, Any] = shared
        connection.settings_dict = shared

    def used(self) -> bool:
        return connection.pool.get_stats()["pool_available"] == 0

    def wait_until(self, used: bool) -> None:
        end = monotonic() + 20
        while self.used() is not used and monotonic() < end:
            sleep(0.005)
        self.assertIs(self.used(), used)

    @contextmanager
    def in_a_thread(self) -> Iterator[ThreadPoolExecutor]:
        """One whose connection is shared as this one's is, and closed at the end."""

        def share() -> None:
            connections["default"].settings_dict = self.shared

        with ThreadPoolExecutor(1, initializer=share) as pool:
            yield pool
            pool.submit(connections.close_all).result(20)

    def test_it_is_given_back_but_not_in_the_middle_of_a_transaction(self) -> None:
        self.assertTrue(Fitting.objects.exists())
        self.assertTrue(self.used())
        with transaction.atomic():
            give_back()
            self.assertTrue(self.used())
        give_back()
        self.wait_until(used=False)
        self.assertTrue(Fitting.objects.exists(), "and taken again when something is asked")

    def test_each_has_its_own_where_none_is_shared(self) -> None:
        connection.settings_dict = {**self.shared, "OPTIONS": {}}
        self.assertTrue(Fitting.objects.exists())
        give_back()
        self.assertIsNotNone(connection.connection)

    def test_who_waits_to_answer_a_change_keeps_none_and_the_trail_names_who_made_it(self) -> None:
        browser = Client()
        browser.force_login(self.person, settings.AUTHENTICATION_BACKENDS[1])
        give_back()
        body = {"version": self.fitting.version, "facts": {"mass_kg": 71}}

        def change() -> int:
            path = f"/api/fittings/{self.fitting.pk}/"
            return browser.patch(path, body, content_type="application/json").status_code

        with self.in_a_thread() as pool, ExitStack() as answers:
            answers.enter_context(foreground_request())
            changed = pool.submit(change)
            self.wait_until(used=True)
            # Comes to it once the change waits for its turn; then it bears another's name.
            say_who(self.other)
            give_back()
            answers.close()
            self.assertEqual(changed.result(20), 200)
        last = Change.objects.filter(table="fittings_fitting").latest("pk")
        self.assertEqual(last.who, self.person.username)

    def test_who_waits_for_a_turn_keeps_none(self) -> None:
        def nothing(_: Fitting) -> str:
            return "done"

        def long(fitting: Fitting) -> str:
            waits.append(pool.submit(run_unless_stale, fitting, nothing, Urgency.LATER))
            end = monotonic() + 20
            give_back()
            while not waiting() and monotonic() < end:
                sleep(0.005)
            self.wait_until(used=False)
            self.assertTrue(Fitting.objects.exists(), "while another waits")
            give_back()
            return "worked"

        waits: list[Future[str | None]] = []
        with self.in_a_thread() as pool:
            self.assertEqual(run_unless_stale(self.fitting, long, Urgency.SOON), "worked")
            give_back()
            self.assertEqual([one.result(20) for one in waits], ["done"])
