"""Machines that ask the API: in their role, under /api/v1, once for each key however often they send."""

import json
from concurrent.futures import ThreadPoolExecutor
from typing import Any

from django.db import connection
from django.test import Client, TestCase, TransactionTestCase
from trail.models import Change

from accounts.models import Answered, Membership, Token, User
from accounts.tests.case import BOARD, ApiCase, make_shop
from rack.models import Board


class Machine:
    """Asks as a program does: a word in the header, no cookies."""

    def __init__(self, word: str) -> None:
        self.client = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1", enforce_csrf_checks=True)
        self.word = word

    def ask(self, method: str, path: str, body: Any = None, key: str = "") -> Any:
        more = {"HTTP_IDEMPOTENCY_KEY": key} if key else {}
        text = None if body is None else json.dumps(body)
        return self.client.generic(
            method.upper(), path, text or "", content_type="application/json",
            HTTP_AUTHORIZATION=f"Bearer {self.word}", **more,
        )  # fmt: skip


class TokenCase(ApiCase):
    def till(self, role: str = "counter", name: str = "the till") -> Machine:
        made = self.good("post", "/api/shop/tokens/", {"name": name, "role": role})
        return Machine(made["word"])


class Tokens(TokenCase):
    def test_a_machine_works_in_its_role_under_the_promised_addresses(self) -> None:
        till = self.till()
        self.assertEqual(len(till.ask("get", "/api/v1/boards/").json()), 3)
        self.assertEqual(till.ask("post", "/api/v1/boards/", {"board": BOARD}).status_code, 201)
        refused = till.ask("post", "/api/v1/fittings/", {"facts": {}})
        self.assertEqual((refused.status_code, refused.json()["error"]["field"]), (403, "request"))
        self.assertEqual(till.ask("get", "/api/v1/no-such/").status_code, 404)
        change = Change.objects.filter(table="rack_board", did="made").first()
        self.assertEqual(change.who, "the till")

    def test_its_word_is_said_once_and_is_nowhere(self) -> None:
        till = self.till()
        (row,) = self.good("get", "/api/shop/tokens/")["tokens"]
        self.assertEqual((row["name"], row["role"], row["used_at"]), ("the till", "counter", None))
        till.ask("get", "/api/v1/boards/")
        self.assertIsNotNone(self.good("get", "/api/shop/tokens/")["tokens"][0]["used_at"])
        with connection.cursor() as cursor:
            for table in ("accounts_token", "accounts_user", "trail_change"):
                cursor.execute(f"SELECT string_agg(t::text, ' ') FROM {table} t")
                self.assertNotIn(till.word, str(cursor.fetchone()[0]))

    def test_one_that_was_ended_or_guessed_is_refused(self) -> None:
        till = self.till()
        number = self.good("get", "/api/shop/tokens/")["tokens"][0]["id"]
        self.assertEqual(self.good("delete", f"/api/shop/tokens/{number}/")["tokens"], [])
        for word in (till.word, "chord_guessed", ""):
            response = Machine(word).ask("get", "/api/v1/boards/")
            self.assertEqual((response.status_code, response.json()["error"]["field"]), (401, "token"))
        self.assertFalse(User.objects.filter(username__startswith="machine").exists())
        self.refused(404, "delete", f"/api/shop/tokens/{number}/")

    def test_nobodys_own_things_and_no_people(self) -> None:
        advisor = self.till("advisor")
        for path in ("me/password/", "me/second-factor/", "me/signed-in/", "me/shop/", "shops/"):
            self.assertEqual(advisor.ask("post", f"/api/v1/{path}", {}).status_code, 403, path)
        self.assertEqual(advisor.ask("get", "/api/v1/shop/people/").status_code, 403)
        self.assertEqual(advisor.ask("post", "/api/v1/shop/tokens/", {}).status_code, 403)
        names = [one["username"] for one in self.good("get", "/api/shop/people/")["people"]]
        self.assertEqual(names, ["north-person"])

    def test_none_works_as_an_owner_and_a_name_is_there_once(self) -> None:
        body = {"name": "the till", "role": "owner"}
        self.assertEqual(self.refused(400, "post", "/api/shop/tokens/", body)["field"], "role")
        self.till()
        again = {"name": "the till", "role": "counter"}
        self.assertEqual(self.refused(400, "post", "/api/shop/tokens/", again)["field"], "name")
        Membership.objects.filter(user=self.user).update(role="advisor")
        self.refused(403, "get", "/api/shop/tokens/")

    def test_another_shop_is_not_seen(self) -> None:
        self.client.force_login(make_shop("south")[1])
        south = self.till()
        self.assertEqual(south.ask("get", "/api/v1/boards/").json(), [])


class Keys(TokenCase):
    def test_sent_twice_it_is_done_once_and_answered_alike(self) -> None:
        till = self.till()
        first, second = (
            till.ask("post", "/api/v1/boards/", {"board": BOARD}, key="sale-1") for _ in range(2)
        )
        self.assertEqual((first.status_code, second.status_code), (201, 201))
        self.assertEqual(first.content, second.content)
        self.assertEqual(second.headers["Idempotent-Replayed"], "true")
        self.assertEqual(Board.objects.of(self.shop).count(), 4)
        till.ask("post", "/api/v1/boards/", {"board": BOARD}, key="sale-2")
        self.assertEqual(Board.objects.of(self.shop).count(), 5)

    def test_a_refusal_is_given_again_too(self) -> None:
        till = self.till()
        for _ in range(2):
            response = till.ask("post", "/api/v1/boards/", {"board": {}}, key="bad")
            self.assertEqual(response.status_code, 400)
        self.assertEqual(Answered.objects.get().status, 400)

    def test_a_key_is_for_one_request(self) -> None:
        till = self.till()
        till.ask("post", "/api/v1/boards/", {"board": BOARD}, key="sale")
        other = till.ask("post", "/api/v1/boards/", {"board": {**BOARD, "price": 5}}, key="sale")
        self.assertEqual((other.status_code, other.json()["error"]["field"]), (422, "Idempotency-Key"))
        self.assertEqual(till.ask("post", "/api/v1/boards/", {}, key="x" * 201).status_code, 400)
        another = self.till(name="another till")
        self.assertEqual(
            another.ask("post", "/api/v1/boards/", {"board": BOARD}, key="sale").status_code, 201
        )

    def test_what_is_too_large_is_refused(self) -> None:
        response = self.till().ask("post", "/api/v1/boards/", {"board": "x" * (3 << 20)}, key="large")
        self.assertEqual(response.status_code, 413)
        self.assertFalse(Answered.objects.exists())

    def test_reading_needs_none(self) -> None:
        self.till().ask("get", "/api/v1/boards/", key="read")
        self.assertFalse(Answered.objects.exists())


class AtOnce(TransactionTestCase):
    def test_sent_by_several_at_once_it_is_done_once(self) -> None:
        from accounts.people_documents import TokenIn
        from accounts.tokens import make

        shop, user = make_shop("north")
        word = make(shop, user, TokenIn(name="till", role="counter"))

        def send(_: int) -> int:
            try:
                answer = Machine(word).ask("post", "/api/v1/boards/", {"board": BOARD}, key="sale")
                return int(answer.status_code)
            finally:
                connection.close()

        with ThreadPoolExecutor(4) as pool:
            self.assertEqual(set(pool.map(send, range(8))), {201})
        self.assertEqual(Board.objects.of(shop).count(), 1)
        self.assertEqual(Token.objects.get().user.role, "counter")


class Plain(TestCase):
    def test_the_promised_prefix_is_the_same_address(self) -> None:
        client = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1")
        self.assertEqual(client.get("/api/v1/health/").json(), client.get("/api/health/").json())
        self.assertEqual(client.get("/api/v1/").status_code, 404)
