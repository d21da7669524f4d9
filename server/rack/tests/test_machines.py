"""The rack as a till or a list of stock keeps it: pages, one board by its number, changes, conditions."""

import json
import re
import threading
from datetime import timedelta
from typing import Any

from django.db import connection, transaction
from django.test import Client, TransactionTestCase
from django.utils import timezone

from accounts.tests.case import BOARD, ApiCase, make_shop
from accounts.throttling import RATE
from chord_core.documents import Board as Document
from chord_core.documents import parse
from rack.commands import add_board
from rack.models import Board


class Pages(ApiCase):
    def test_all_pages_together_are_the_whole_list_each_board_once(self) -> None:
        whole = [one["id"] for one in self.good("get", "/api/boards/")]
        seen, path = [], "/api/boards/?limit=2"
        while path:
            response = self.call("get", path)
            seen += [one["id"] for one in response.json()]
            found = re.match('<(.*)>; rel="next"', response.headers.get("Link", ""))
            path = found.group(1) if found else ""
        self.assertEqual(seen, whole)

    def test_a_board_by_the_shops_own_number(self) -> None:
        Board.objects.filter(pk=Board.objects.earliest("pk").pk).update(number="T 7/b")
        (found,) = self.good("get", "/api/boards/?number=T%207/b")
        self.assertEqual(found["number"], "T 7/b")
        self.assertEqual(self.good("get", "/api/boards/?number=T8"), [])

    def test_those_that_changed_since(self) -> None:
        old, new = Board.objects.order_by("pk")[:2]
        Board.objects.update(updated_at=timezone.now() - timedelta(days=2))
        version = new.version
        self.good("patch", f"/api/boards/{new.pk}/", {"version": version, "board": {"price": 300}})
        since = (timezone.now() - timedelta(hours=1)).isoformat().replace("+00:00", "Z")
        found = self.good("get", f"/api/boards/?changed_since={since}")
        self.assertEqual([one["id"] for one in found], [new.pk])
        self.assertNotEqual(old.pk, new.pk)

    def test_one_board_gone_is_not_taken_for_another_gone(self) -> None:
        # As when a backup is laid back beside a running server: nothing says when a board came or went.
        one, other = Board.objects.order_by("pk")[:2]
        tags = set()
        for gone in (one, other):
            Board.every.update(left_at=None)
            Board.every.filter(pk=gone.pk).update(left_at=timezone.now())
            response = self.call("get", "/api/boards/")
            self.assertNotIn(gone.pk, [board["id"] for board in response.json()])
            tags.add(response["ETag"])
        self.assertEqual(len(tags), 2)

    def test_bad_words(self) -> None:
        for words in (
            "limit=0",
            "limit=501",
            "limit=x",
            "after=-1",
            "changed_since=today",
            "number=" + "x" * 41,
        ):
            with self.subTest(words):
                self.refused(400, "get", f"/api/boards/?{words}")


class Patches(ApiCase):
    def setUp(self) -> None:
        super().setUp()
        self.row = Board.objects.earliest("pk")
        self.path = f"/api/boards/{self.row.pk}/"

    def test_what_is_given_changes_and_the_rest_stays(self) -> None:
        before = self.good("get", self.path)["board"]
        body = {"version": 1, "board": {"price": 410, "outline": {"tail_shape": "squash"}}, "number": "T9"}
        after = self.good("patch", self.path, body)
        self.assertEqual((after["board"]["price"], after["number"], after["version"]), (410, "T9", 2))
        self.assertEqual(after["board"]["outline"]["tail_shape"], "squash")
        for name in ("family", "length_m", "width_m", "stated_litres"):
            self.assertEqual(after["board"][name], before[name])
        # Null takes away; what lies beside it in the same part stays.
        body = {"version": 2, "board": {"price": None, "outline": {"nose_width_m": 0.3}}}
        after = self.good("patch", self.path, body)
        self.assertIsNone(after["board"].get("price"))
        self.assertEqual(after["board"]["outline"]["tail_shape"], "squash")

    def test_the_etag_of_what_was_read_says_which_version_is_meant(self) -> None:
        tag = self.call("get", self.path).headers["ETag"]
        changed = self._patch({"board": {"price": 1}}, tag)
        self.assertEqual(changed.status_code, 200)
        stale = self._patch({"board": {"price": 2}}, tag)
        self.assertEqual(stale.status_code, 409)
        self.assertEqual(stale.json()["current"]["board"]["price"], 1)
        for none in ("", '"abc"', "7"):
            refused = self._patch({"board": {"price": 2}}, none)
            self.assertEqual((refused.status_code, refused.json()["error"]["field"]), (400, "version"))

    def _patch(self, body: dict[str, Any], tag: str) -> Any:
        return self.client.patch(
            self.path, json.dumps(body), content_type="application/json", headers={"If-Match": tag}
        )

    def test_bad_patches_are_refused_by_their_field_and_nothing_is_written(self) -> None:
        cases: dict[str, tuple[dict[str, Any], str]] = {
            "no board any more": ({"length_m": None}, "board.length_m"),
            "too long": ({"length_m": 30}, "board.length_m"),
            "no such field": ({"colours": "blue"}, "board.colours"),
            "a part that is none": ({"outline": 3}, "board.outline"),
        }
        for name, (board, field) in cases.items():
            with self.subTest(name):
                error = self.refused(400, "patch", self.path, {"version": 1, "board": board})
                self.assertEqual(error["field"], field)
        self.assertEqual(Board.objects.get(pk=self.row.pk).version, 1)


class Conditions(ApiCase):
    def again(self, path: str, tag: str) -> Any:
        return self.client.get(path, headers={"If-None-Match": tag})

    def test_a_list_that_is_known_is_not_sent_again_until_something_changed(self) -> None:
        tag = self.call("get", "/api/boards/").headers["ETag"]
        same = self.again("/api/boards/", tag)
        self.assertEqual((same.status_code, same.content), (304, b""))
        self.assertEqual(self.again("/api/boards/", f'"other", W/{tag}').status_code, 304)
        row = Board.objects.earliest("pk")
        self.good("patch", f"/api/boards/{row.pk}/", {"version": 1, "board": {"price": 5}})
        self.assertEqual(self.again("/api/boards/", tag).status_code, 200)

    def test_other_prices_of_the_shop_and_other_units_are_another_answer(self) -> None:
        path = f"/api/boards/{Board.objects.earliest('pk').pk}/"
        tag = self.call("get", path).headers["ETag"]
        self.assertEqual(self.again(path, tag).status_code, 304)
        self.good("put", "/api/shop/terms/", {"prices": {"leash": 99}})
        self.assertEqual(self.again(path, tag).status_code, 200)


class Rates(ApiCase):
    def test_a_machine_that_asks_too_often_is_told_when_to_come_again(self) -> None:
        word = self.good("post", "/api/shop/tokens/", {"name": "till", "role": "counter"})["word"]
        machine = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1")
        most = int(RATE.split("/")[0])
        header = {"Authorization": f"Bearer {word}"}
        codes = {machine.get("/api/v1/words/", headers=header).status_code for _ in range(most)}
        self.assertEqual(codes, {200})
        refused = machine.get("/api/v1/words/", headers=header)
        self.assertEqual(refused.status_code, 429)
        self.assertGreater(int(refused.headers["Retry-After"]), 0)
        # People at the screens are not counted.
        self.assertEqual(self.call("get", "/api/words/").status_code, 200)
        # What was refused so was not done: under the same key it may be sent again.
        keyed = {**header, "Idempotency-Key": "k1"}
        body = json.dumps({"board": BOARD})
        late = machine.post("/api/v1/boards/", body, content_type="application/json", headers=keyed)
        self.assertEqual(late.status_code, 429)
        from django.core.cache import cache

        cache.clear()
        done = machine.post("/api/v1/boards/", body, content_type="application/json", headers=keyed)
        self.assertEqual(done.status_code, 201)


class Feed(TransactionTestCase):
    """Changes are told in their order, each once, none before it stands."""

    def setUp(self) -> None:
        self.shop, self.user = make_shop("north")
        self.client = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1")
        self.client.force_login(self.user)

    def add(self) -> Board:
        return add_board(self.shop, parse(Document, BOARD))

    def told(self, words: str = "") -> dict[str, Any]:
        return dict(self.client.get(f"/api/changes/?{words}").json())

    def test_made_changed_and_removed_in_their_order(self) -> None:
        row = self.add()
        Board.objects.filter(pk=row.pk).update(price=5)
        Board.objects.filter(pk=row.pk).delete()
        told = self.told()
        self.assertEqual([one["did"] for one in told["changes"]], ["made", "changed", "removed"])
        self.assertEqual({one["row"] for one in told["changes"]}, {row.pk})
        self.assertEqual(
            self.told(f"after={told['next']}"), {"changes": [], "next": told["next"], "more": False}
        )
        other = self.add()
        after = self.told(f"after={told['next']}&kinds=board")
        self.assertEqual([one["row"] for one in after["changes"]], [other.pk])
        self.assertEqual(self.told("kinds=order")["changes"], [])

    def test_by_pages_each_is_told_once(self) -> None:
        rows = [self.add().pk for _ in range(5)]
        seen, after, more = [], 0, True
        while more:
            page = self.told(f"limit=2&after={after}")
            seen += [one["row"] for one in page["changes"]]
            after, more = page["next"], page["more"]
        self.assertEqual(seen, rows)

    def test_what_lasts_longer_is_not_left_out(self) -> None:
        """Two changes at once: the one that began first ends last. A reader in between sees neither, and
        afterwards both."""
        began, go_on = threading.Event(), threading.Event()

        def slow() -> None:
            try:
                with transaction.atomic():
                    self.add()
                    began.set()
                    go_on.wait(20)
            finally:
                connection.close()

        thread = threading.Thread(target=slow)
        thread.start()
        try:
            self.assertTrue(began.wait(20))
            self.add()
            between = self.told()
            self.assertEqual(between["changes"], [])
        finally:
            go_on.set()
            thread.join()
        self.assertEqual(len(self.told(f"after={between['next']}")["changes"]), 2)

    def test_another_shop_hears_nothing(self) -> None:
        self.add()
        self.client.force_login(make_shop("south")[1])
        self.assertEqual(self.told()["changes"], [])

    def test_bad_words(self) -> None:
        for words in ("after=-1", "kinds=people", "limit=0", "limit=1001"):
            with self.subTest(words):
                self.assertEqual(self.client.get(f"/api/changes/?{words}").status_code, 400)
