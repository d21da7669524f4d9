"""Signing in and out, lock-out, the demo's door, and walls between shops."""

import io
import re
from datetime import timedelta
from typing import Any
from unittest import mock

from django.conf import settings
from django.contrib.auth.hashers import Argon2PasswordHasher
from django.contrib.sessions.backends.db import SessionStore
from django.contrib.sessions.models import Session
from django.core.exceptions import ValidationError
from django.core.management import CommandError, call_command
from django.test import Client, RequestFactory, TestCase, override_settings
from django.urls import get_resolver
from django.urls.resolvers import URLPattern
from django.utils import timezone
from fins.models import FinStock
from hooks.models import Hook
from jobs.models import Job
from orders.models import Order
from own_numbers.models import Revision
from sales.models import Sale

from accounts import people, sign_in
from accounts import tokens as people_tokens
from accounts.models import Membership, Shop, SignedIn, Token, User
from accounts.people_documents import InvitationIn, TokenIn
from accounts.sign_in import client_address
from accounts.tests.case import BOARD, ApiCase, make_shop
from breaks.models import Break
from buoys.models import Buoy
from config import settings as shipped
from fittings.models import Fitting
from rack.drawing_files import DRAWING_TYPES
from rack.models import Board

PASSWORD = "wet wax and sand"


class SigningIn(ApiCase):
    def setUp(self) -> None:
        self.client = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1")

    def test_in_and_out(self) -> None:
        self.assertFalse(self.good("get", "/api/session/")["signed_in"])
        session = self.good("post", "/api/session/", {"username": "north-person", "password": PASSWORD})
        self.assertEqual((session["signed_in"], session["shop"]), (True, "north"))
        self.good("get", "/api/boards/")
        self.assertFalse(self.good("delete", "/api/session/")["signed_in"])
        self.refused(401, "get", "/api/boards/")

    def test_cookies_are_secure_where_there_is_https(self) -> None:
        """On loopback without it a plain client has to be able to send them back."""
        self.good("post", "/api/session/", {"username": "north-person", "password": PASSWORD})
        cookie = self.client.cookies["sessionid"]
        self.assertEqual(bool(cookie["secure"]), settings.HTTPS)
        self.assertTrue(cookie["httponly"])
        self.assertEqual(cookie["samesite"], "Lax")
        with override_settings(SESSION_COOKIE_SECURE=True):
            self.good("post", "/api/session/", {"username": "north-person", "password": PASSWORD})
            self.assertTrue(self.client.cookies["sessionid"]["secure"])

    def test_one_address_that_tries_many_names_has_to_wait(self) -> None:
        with override_settings(ADDRESS_FAILURE_LIMIT=6):
            for i in range(6):
                self.refused(400, "post", "/api/session/", {"username": f"name-{i}", "password": "sand"})
            right = {"username": "north-person", "password": PASSWORD}
            self.assertIn("from here", self.refused(429, "post", "/api/session/", right)["message"])
            # Another address is not asked to wait for it.
            elsewhere = Client(REMOTE_ADDR="127.0.0.2", HTTP_HOST="127.0.0.1")
            self.assertEqual(self.call("post", "/api/session/", right, elsewhere).status_code, 200)

    def test_behind_a_proxy_the_address_is_the_clients_and_cannot_be_made_up(self) -> None:
        request = RequestFactory().get("/", REMOTE_ADDR="10.0.0.1", HTTP_X_FORWARDED_FOR="6.6.6.6, 9.9.9.9")
        self.assertEqual(client_address(request), "10.0.0.1")
        with override_settings(PROXIES=1):
            self.assertEqual(client_address(request), "9.9.9.9")
        with override_settings(PROXIES=2):
            self.assertEqual(client_address(request), "6.6.6.6")

    def test_passwords_are_checked_one_at_a_time_and_few_wait(self) -> None:
        """The costly check never takes the threads that answer others."""
        right = {"username": "north-person", "password": PASSWORD}
        held = [sign_in._in_line.acquire() for _ in range(3)]
        try:
            self.assertIn("at this moment", self.refused(429, "post", "/api/session/", right)["message"])
        finally:
            for _ in held:
                sign_in._in_line.release()
        self.good("post", "/api/session/", right)

    def test_the_rules_for_passwords_hold_in_every_way_in(self) -> None:
        for bad in ("12345678", "short", "password123"):
            with self.assertRaises(ValidationError):
                User.objects.create_user("weak", password=bad, shop=self.shop)
            with self.assertRaises(ValidationError):
                self.user.set_password(bad)
            with mock.patch("sys.stdin", io.StringIO(bad + "\n")), self.assertRaises(CommandError):
                call_command("add_person", "weak", shop="Other")
        self.assertFalse(User.objects.filter(username="weak").exists())
        self.assertFalse(Shop.objects.filter(name="Other").exists())

    def test_a_person_is_added_from_the_command_line(self) -> None:
        said = io.StringIO()
        with mock.patch("sys.stdin", io.StringIO(PASSWORD + "\n")):
            call_command("add_person", "ada", shop="Our shop", stdout=said)
        self.assertIn("may sign in to “Our shop” (new)", said.getvalue())
        self.good("post", "/api/session/", {"username": "ada", "password": PASSWORD})

    def test_a_session_that_is_used_goes_on(self) -> None:
        self.client.force_login(self.user)
        self.good("get", "/api/boards/")
        key = self.client.cookies["sessionid"].value
        row = Session.objects.get(pk=key)
        soon = timezone.now() + timedelta(days=1)
        session = SessionStore(key)
        session["slid"] = (timezone.now() - timedelta(days=2)).timestamp()
        session.save()
        Session.objects.filter(pk=key).update(expire_date=soon)
        self.good("get", "/api/boards/")
        self.assertGreater(Session.objects.get(pk=key).expire_date, soon + timedelta(days=10))
        self.assertGreater(row.expire_date, soon)

    def test_passwords_are_kept_with_argon2_at_its_full_cost(self) -> None:
        # OWASP Password Storage Cheat Sheet: Argon2id with 19 MiB and two passes at least.
        with self.settings(PASSWORD_HASHERS=shipped.PASSWORD_HASHERS):
            self.user.set_password(PASSWORD)
            kept = Argon2PasswordHasher().decode(self.user.password)
            self.assertEqual((kept["algorithm"], kept["variety"]), ("argon2", "argon2id"))
            self.assertGreaterEqual(kept["memory_cost"], 19 * 1024)
            self.assertGreaterEqual(kept["time_cost"], 2)

    def test_a_wrong_password_says_so_and_five_lock_the_door(self) -> None:
        wrong = {"username": "north-person", "password": "sand"}
        for _ in range(4):
            self.assertEqual(self.refused(400, "post", "/api/session/", wrong)["field"], "password")
        self.refused(429, "post", "/api/session/", wrong)
        right = {"username": "north-person", "password": PASSWORD}
        self.assertIn("Too many", self.refused(429, "post", "/api/session/", right)["message"])

    def test_bad_input_at_the_door(self) -> None:
        self.assertEqual(self.refused(400, "post", "/api/session/", {"username": "x"})["field"], "password")
        self.assertEqual(self.refused(400, "post", "/api/session/", [])["field"], "document")
        response = self.client.post("/api/session/", "{", content_type="application/json")
        self.assertEqual(response.status_code, 400)

    def test_a_post_without_the_pages_token_is_refused(self) -> None:
        strict = Client(enforce_csrf_checks=True, REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1")
        body = {"username": "north-person", "password": PASSWORD}
        response = strict.post("/api/session/", body, content_type="application/json")
        self.assertEqual((response.status_code, response.json()["error"]["field"]), (403, "csrf"))
        token = strict.get("/api/session/").json()["token"]
        response = strict.post("/api/session/", body, content_type="application/json", HTTP_X_CSRFTOKEN=token)
        self.assertEqual(response.status_code, 200)

    def test_someone_without_a_shop_sees_nothing(self) -> None:
        User.objects.create_user("drifter", password=PASSWORD)
        session = self.good("post", "/api/session/", {"username": "drifter", "password": PASSWORD})
        self.assertFalse(session["signed_in"])
        self.refused(403, "get", "/api/boards/")

    def test_who_is_no_longer_let_in_is_out_at_once(self) -> None:
        self.client.force_login(self.user)
        self.good("get", "/api/boards/")
        User.objects.filter(pk=self.user.pk).update(is_active=False)
        self.refused(401, "get", "/api/boards/")
        User.objects.filter(pk=self.user.pk).update(is_active=True)
        self.good("get", "/api/boards/")
        self.user.delete()
        self.refused(401, "get", "/api/boards/")

    def test_who_changes_shops_sees_the_new_one_at_the_next_request(self) -> None:
        self.client.force_login(self.user)
        other = make_shop("south-again")[0]
        User.objects.filter(pk=self.user.pk).update(shop=other)
        self.assertEqual(self.good("get", "/api/session/")["shop"], "south-again")

    def test_units_are_kept_for_the_person(self) -> None:
        self.client.force_login(self.user)
        self.assertEqual(self.good("patch", "/api/me/", {"units": "metric"})["units"], "metric")
        self.assertEqual(self.good("get", "/api/session/")["units"], "metric")
        self.refused(400, "patch", "/api/me/", {"units": "cubits"})


class DemoDoor(TestCase):
    def setUp(self) -> None:
        shop = Shop.objects.create(name="demo", demo=True)
        person = User.objects.create(username="counter", shop=shop)
        Membership.objects.create(shop=shop, user=person, role="owner")

    def open(self, **meta: str) -> Any:
        return Client(**{"REMOTE_ADDR": "127.0.0.1", "HTTP_HOST": "127.0.0.1:8400", **meta}).post(
            "/api/session/demo/"
        )

    def test_opens_with_one_button_on_loopback(self) -> None:
        self.assertTrue(self.open().json()["signed_in"])

    def test_it_opens_for_whoever_works_in_a_further_shop_meanwhile(self) -> None:
        User.objects.update(shop=Shop.objects.create(name="further"))
        self.assertEqual(self.open().json()["shop"], "demo")

    def test_never_from_elsewhere_at_another_name_behind_a_proxy_or_without_demo_data(self) -> None:
        for meta in ({"REMOTE_ADDR": "10.0.0.7"}, {"HTTP_X_FORWARDED_FOR": "10.0.0.7"}):
            self.assertEqual(self.open(**meta).status_code, 400, meta)
        with override_settings(ALLOWED_HOSTS=["shop.example"]):
            self.assertEqual(self.open(HTTP_HOST="shop.example").status_code, 400)
        with override_settings(DEMO=False):
            self.assertEqual(self.open().status_code, 400)
            session = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1").get("/api/session/").json()
            self.assertFalse(session["demo_available"])

    def test_says_when_the_demo_data_is_not_there(self) -> None:
        Shop.objects.all().delete()
        self.assertIn("not loaded", self.open().json()["error"]["message"])


#: Addresses that anybody may ask, signed in or not.
OPEN_TO_ALL = {
    "health", "metrics", "session", "demo", "page", "openapi", "no-such-address", "beach-worker", "join",
}  # fmt: skip
#: What is asked of a ticket behind its address.
PARTS = (
    "ticket-sales",
    "fitting-numbers",
    "fitting-rack",
    "windows",
    "doubts",
    "since",
    "gear",
    "faces",
    "why",
    "why-not",
    "compare",
    "document",
    "hand-out",
    "worth",
    "orderable",
    "step",
    "quiver",
    "quiver-next",
    "quiver-months",
    "quiver-plan",
    "quiver-trip",
    "quiver-card",
    "quiver-board",
    "log",
    "log-hour",
    "log-table",
    "log-document",
    "log-learning",
    "log-ready",
    "log-session",
    "tracks",
    "track",
    "track-file",
    "trials",
    "trials-of-fins",
    "trial",
    "demo-pair",
    "loans",
    "loan",
)
METHODS = ("get", "post", "put", "patch", "delete")


class Walls(ApiCase):
    """Every address of the API, without signing in and from another shop."""

    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        cls.other, cls.stranger = make_shop("south")
        cls.board = Board.objects.of(cls.shop).first()
        cls.fins = FinStock.objects.create(shop=cls.shop, name="Skerry M")
        cls.order = Order.objects.create(shop=cls.shop, board=BOARD)
        cls.buoy = Buoy.objects.create(shop=cls.shop, name="Outer Bank")
        cls.place = Break.objects.create(shop=cls.shop, name="Ropewalk", buoy=cls.buoy)

    def addresses(self) -> list[tuple[str, str]]:
        patterns = [p for p in get_resolver().url_patterns if isinstance(p, URLPattern)]
        rows = [(p.name or "", "/" + str(p.pattern)) for p in patterns if p.name not in OPEN_TO_ALL]
        self.assertGreaterEqual(len(rows), 9)
        return rows

    def test_without_signing_in_every_address_is_closed(self) -> None:
        nobody = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1")
        for name, path in self.addresses():
            for method in METHODS:
                with self.subTest(name=name, method=method):
                    response = self.call(
                        method, re.sub("<[^>]+>", "1", path), {} if method != "get" else None, nobody
                    )
                    self.assertEqual(response.status_code, 401)

    def test_from_another_shop_nothing_is_there(self) -> None:
        ticket = self.ticket()
        of_ticket = dict.fromkeys(("fitting", "fitting-back", *PARTS), ticket["id"])
        of_board = dict.fromkeys(
            (
                "board",
                "board-back",
                "sheet",
                "trade-in",
                "range",
                "tag",
                *(f"board-{kind}" for kind in (*DRAWING_TYPES, "json")),
            ),
            self.board.pk,
        )
        of_break = dict.fromkeys(
            (
                "break",
                "sighting",
                *(
                    f"break-{part}"
                    for part in ("gives", "now", "seen", "calibrate", "flows", "file", "table")
                ),
            ),
            self.place.pk,
        )
        of_buoy = dict.fromkeys(("buoy", "buoy-hours"), self.buoy.pk)
        of_order = dict.fromkeys(
            (
                "order",
                "order-step",
                "order-card",
                "order-document",
                *(f"order-{kind}" for kind in DRAWING_TYPES),
            ),
            self.order.pk,
        )
        own = {**of_board, **of_break, **of_buoy, **of_ticket, **of_order}
        own |= {"fins": self.fins.pk, **dict.fromkeys(("person", "person-reset"), self.user.pk)}
        surfer = Fitting.objects.get(pk=ticket["id"]).surfer_id
        own |= dict.fromkeys(
            ("customer", *(f"customer-{part}" for part in ("merge", "erase", "document", "sheet"))), surfer
        )
        link = people.invite(self.shop, self.user, InvitationIn(name="New", role="coach"))[1]
        people_tokens.make(self.shop, self.user, TokenIn(name="till", role="counter"))
        job = Job.objects.create(shop=self.shop, kind="effect of numbers", asks={"changes": {}})
        own |= dict.fromkeys(("numbers-effect-of", "job", "job-stop", "job-resume"), job.pk)
        changed = Revision.objects.create(shop=self.shop, changes={}, own={}, version="x", shipped="x")
        own["numbers-undo"] = changed.pk
        own["hook"] = Hook.objects.create(shop=self.shop, name="till", url="http://127.0.0.1/").pk
        own["sale"] = Sale.objects.create(shop=self.shop, surfer_id=surfer, board=BOARD).pk
        own |= {
            "token": Token.objects.get().pk,
            "invitation": link.pk,
            "signed-in-one": SignedIn.objects.get(user=self.user).pk,
        }
        stranger = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1")
        stranger.force_login(self.stranger)
        bodies = {"fitting": {"version": 1}, "break": {"name": "Stolen"}, "buoy": {"name": "Stolen"}}
        seen = set()
        for name, path in self.addresses():
            if "<" not in path:
                continue
            seen.add(name)
            for method in METHODS:
                with self.subTest(name=name, method=method):
                    body = bodies.get(name, {}) if method in ("put", "patch", "post") else None
                    response = self.call(method, re.sub("<[^>]+>", str(own[name]), path), body, stranger)
                    self.assertIn(response.status_code, (404, 405))
        self.assertEqual(seen, set(own))
        self.assertTrue(Board.objects.filter(pk=self.board.pk).exists())
        self.assertTrue(Break.objects.filter(pk=self.place.pk, name="Ropewalk").exists())
        self.assertTrue(Fitting.objects.filter(pk=ticket["id"]).exists())
        self.assertTrue(FinStock.objects.filter(pk=self.fins.pk, name="Skerry M").exists())

    def test_lists_of_another_shop_are_empty(self) -> None:
        self.ticket()
        self.client.force_login(self.stranger)
        for path in ("/api/boards/", "/api/breaks/", "/api/buoys/", "/api/fittings/"):
            self.assertEqual(self.good("get", path), [])

    def test_a_ticket_cannot_point_into_another_shop(self) -> None:
        surfer = Fitting.objects.get(pk=self.ticket()["id"]).surfer_id
        self.client.force_login(self.stranger)
        mine = self.good("post", "/api/fittings/", {"facts": {"name": "Own"}})
        path = f"/api/fittings/{mine['id']}/"
        for field, value in (("bench_id", self.board.pk), ("break_id", self.place.pk)):
            self.assertEqual(self.refused(400, "patch", path, {"version": 1, field: value})["field"], field)
        error = self.refused(400, "post", "/api/fittings/", {"surfer_id": surfer})
        self.assertEqual(error["field"], "surfer_id")

    def test_only_one_shop_can_be_the_demo(self) -> None:
        from django.db import IntegrityError, transaction

        Shop.objects.create(name="one", demo=True)
        with self.assertRaises(IntegrityError), transaction.atomic():
            Shop.objects.create(name="two", demo=True)

    def test_own_board_is_there(self) -> None:
        self.assertEqual(
            self.good("get", f"/api/boards/{self.board.pk}/")["board"]["width_m"], BOARD["width_m"]
        )
