"""Reading from a real streaming replica: what goes there, what never does, and what happens without it."""

import os
import tempfile
import time
from pathlib import Path

from django.conf import settings
from django.db import connection, connections, router
from django.test import Client, SimpleTestCase, TransactionTestCase, override_settings

from accounts.models import User
from accounts.tests.case import BOARD, make_shop
from chord_core.documents import Board, parse
from config.replica import COOKIE, FIRST, REPLICA, ReadsFromReplica, Router
from fittings.models import Fitting
from rack.commands import add_board
from tooling.cluster import Standby

_PLACE = settings.MIDDLEWARE.index("accounts.middleware.Machines") + 1
_WITH_IT = [*settings.MIDDLEWARE[:_PLACE], "config.replica.ReadsFromReplica", *settings.MIDDLEWARE[_PLACE:]]


class Rules(SimpleTestCase):
    """Outside of a request everything is asked of the first."""

    def test_nothing_is_read_from_it_outside_of_a_request(self) -> None:
        rules = Router()
        self.assertEqual(rules.db_for_read(Fitting), FIRST)
        self.assertEqual(rules.db_for_write(Fitting), FIRST)
        self.assertFalse(rules.allow_migrate(REPLICA))
        self.assertTrue(rules.allow_migrate(FIRST))

    def test_within_a_request_people_are_asked_of_the_first_and_all_is_after_a_change(self) -> None:
        asked: list[str] = []

        def view(_: object) -> object:
            rules = Router()
            asked.extend((rules.db_for_read(Fitting), rules.db_for_read(User)))
            rules.db_for_write(Fitting)
            asked.append(rules.db_for_read(Fitting))
            return type("Answer", (), {"status_code": 200})()

        request = type("Request", (), {"method": "GET", "COOKIES": {}, "headers": {}})()
        ReadsFromReplica(view)(request)  # type: ignore[arg-type]
        self.assertEqual(asked, [REPLICA, FIRST, FIRST])


@override_settings(MIDDLEWARE=_WITH_IT, DATABASE_ROUTERS=["config.replica.Router"])
class Followed(TransactionTestCase):
    """With a replica that can be made to fall behind."""

    standby: Standby

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        folder.chmod(0o755)
        cls.standby = Standby(folder / "standby", quick=True, first=os.environ["DATABASE_URL"])
        cls.addClassCleanup(cls.standby.remove)

    def setUp(self) -> None:
        self.shop, self.person = make_shop("north")
        self.standby.start()
        mirror = {**connections.settings[FIRST]["TEST"], "MIRROR": FIRST}
        connections.settings[REPLICA] = {
            **connections.settings[FIRST],
            "PORT": self.standby.port,
            "TEST": mirror,
        }
        self.addCleanup(connections.settings.pop, REPLICA)
        type(self).databases = {FIRST, REPLICA}
        self.addCleanup(setattr, type(self), "databases", {FIRST})
        self.addCleanup(self._away)
        self.browser = Client()
        self.browser.force_login(self.person, settings.AUTHENTICATION_BACKENDS[1])

    def _away(self) -> None:
        connections[REPLICA].close()
        del connections[REPLICA]

    def on_it(self, statement: str) -> object:
        with connections[REPLICA].cursor() as cursor:
            cursor.execute(statement)
            row = cursor.fetchone()
            return row[0] if row else None

    def behind(self) -> None:
        """From now on it stays where it is."""
        self.on_it("SELECT pg_wal_replay_pause()")
        self.wait("SELECT pg_get_wal_replay_pause_state() = 'paused'")

    def caught_up(self) -> None:
        with connection.cursor() as cursor:
            # A commit here does not wait until it is written: where it was inserted is what has to arrive.
            cursor.execute("SELECT pg_current_wal_insert_lsn()")
            place = cursor.fetchone()[0]
        self.on_it("SELECT pg_wal_replay_resume()")
        self.wait(f"SELECT pg_last_wal_replay_lsn() >= '{place}'")

    def wait(self, statement: str) -> None:
        end = time.monotonic() + 30
        while not self.on_it(statement):
            self.assertLess(time.monotonic(), end, statement)
            time.sleep(0.05)

    def hangs(self, **headers: str) -> int:
        answer = self.browser.get("/api/boards/", **headers)
        self.assertEqual(answer.status_code, 200, answer.content)
        return len(answer.json())

    def test_a_browser_reads_from_it_and_sees_what_it_did_itself(self) -> None:
        self.assertTrue(self.on_it("SELECT pg_is_in_recovery()"))
        self.caught_up()
        self.behind()
        add_board(self.shop, parse(Board, BOARD))
        self.assertEqual(self.hangs(), 0, "this stood in the first only")
        body = {"board": {**BOARD, "length_m": 1.9}}
        made = self.browser.post("/api/boards/", body, content_type="application/json")
        self.assertEqual(made.status_code, 201, made.content)
        self.assertIn(COOKIE, self.browser.cookies)
        self.assertEqual(self.hangs(), 2, "who changed something reads from the first")
        del self.browser.cookies[COOKIE]
        self.assertEqual(self.hangs(), 0)
        self.caught_up()
        self.assertEqual(self.hangs(), 2)

    def test_who_may_do_what_is_never_read_from_it(self) -> None:
        self.caught_up()
        self.assertEqual(self.hangs(), 0)
        self.behind()
        self.person.is_active = False
        self.person.save()
        self.assertEqual(self.browser.get("/api/boards/").status_code, 401)
        self.caught_up()

    def test_a_program_reads_from_the_first(self) -> None:
        self.caught_up()
        issued = self.browser.post(
            "/api/shop/tokens/",
            {"name": "till", "role": "advisor"},
            content_type="application/json",
        )
        self.assertIn(issued.status_code, (200, 201), issued.content)
        self.caught_up()
        self.behind()
        add_board(self.shop, parse(Board, BOARD))
        answer = Client().get("/api/boards/", headers={"authorization": f"Bearer {issued.json()['word']}"})
        self.assertEqual(len(answer.json()), 1, answer.content)
        self.caught_up()

    def test_without_it_all_is_read_from_the_first(self) -> None:
        self.caught_up()
        add_board(self.shop, parse(Board, BOARD))
        self.standby.stop()
        self.assertEqual(self.hangs(), 1)
        self.assertEqual(self.hangs(), 1, "and it is not asked again at once")

    def test_the_routers_are_those_of_the_settings(self) -> None:
        self.assertEqual(router.db_for_read(Fitting), FIRST)
