"""The trail: nothing comes past it, nobody changes it, it stays when the record goes."""

import json
from typing import Any

from django.db import DatabaseError, connection, transaction
from django.http import HttpRequest, HttpResponse
from django.test import RequestFactory

from accounts.models import Membership, User
from accounts.tests.case import BOARD, ApiCase, make_shop
from rack.models import Board
from surfers.models import Surfer
from trail.middleware import Trail as TrailMiddleware
from trail.models import Change
from trail.selectors import KINDS
from trail.watching import watched


class Trail(ApiCase):
    PATH = "/api/shop/trail/"

    def trail(self, query: str = "") -> list[dict[str, Any]]:
        return list(self.good("get", self.PATH + query)["changes"])

    def last(self, kind: str) -> dict[str, Any]:
        return next(one for one in self.trail() if one["kind"] == kind)

    def test_every_kind_of_record_is_watched_and_has_a_name(self) -> None:
        with connection.cursor() as cursor:
            cursor.execute(
                "SELECT relname FROM pg_trigger t JOIN pg_class c ON c.oid = t.tgrelid "
                "WHERE tgname = 'chord_trail'"
            )
            there = {name for (name,) in cursor.fetchall()}
        self.assertEqual(there, set(watched()))
        self.assertEqual(set(KINDS), set(watched()))

    def test_made_changed_and_removed_by_whom_with_before_and_after(self) -> None:
        board = self.good("post", "/api/boards/", {"board": {**BOARD, "name": "Skillet"}})
        one = self.last("board")
        self.assertEqual((one["did"], one["who"], one["name"]), ("made", "north-person", "Skillet"))
        path = f"/api/boards/{board['id']}/"
        document = self.good("get", path)
        changed = {**document["board"], "price": 410.0}
        self.good("put", path, {"board": changed, "version": document["version"]})
        one = self.last("board")
        self.assertEqual((one["did"], one["name"]), ("changed", "Skillet"))
        self.assertIn({"field": "price", "before": None, "after": "410"}, one["fields"])
        version = self.good("get", path)["version"]
        self.call("delete", f"{path}?version={version}")
        Board.objects.filter(pk=board["id"]).delete()
        removed = self.trail(f"?kind=rack_board&row={board['id']}")
        self.assertEqual([one["did"] for one in removed][-1], "made")
        self.assertEqual(removed[0]["did"], "removed")
        self.assertEqual(removed[0]["name"], "Skillet")

    def test_a_ticket_shows_the_fact_that_was_changed(self) -> None:
        ticket = self.ticket(name="Ines", mass_kg=68, rung="trimming")
        facts = {"name": "Ines", "mass_kg": 70, "rung": "trimming"}
        self.good("patch", f"/api/fittings/{ticket['id']}/", {"version": ticket["version"], "facts": facts})
        one = self.last("ticket")
        self.assertEqual((one["did"], one["name"]), ("changed", "Ines"))
        self.assertIn({"field": "facts.mass_kg", "before": "68", "after": "70"}, one["fields"])
        self.assertNotIn("facts.rung", [field["field"] for field in one["fields"]])

    def test_what_is_written_in_bulk_or_by_hand_is_there_too(self) -> None:
        Board.objects.of(self.shop).update(price=300)
        self.assertEqual(Change.objects.filter(table="rack_board", did="changed").count(), 3)
        with connection.cursor() as cursor:
            cursor.execute("DELETE FROM rack_boardevent")
            cursor.execute("DELETE FROM rack_board WHERE price = 300")
        self.assertEqual(Change.objects.filter(table="rack_board", did="removed").count(), 3)
        self.assertEqual({one.who for one in Change.objects.filter(did="removed")}, {""})

    def test_what_changes_nothing_leaves_no_trace(self) -> None:
        before = Change.objects.count()
        for board in Board.objects.of(self.shop):
            board.save()
        self.good("get", "/api/boards/")
        self.assertEqual(Change.objects.count(), before)

    def test_passwords_and_secrets_are_told_of_but_not_told(self) -> None:
        self.good("post", "/api/me/password/", {"old": "wet wax and sand", "new": "a longer board"})
        one = self.last("person")
        self.assertEqual(one["fields"], [{"field": "password", "before": "before", "after": "another"}])
        self.good("post", "/api/me/second-factor/")
        self.assertEqual(self.last("second factor")["did"], "made")
        whole = json.dumps(list(Change.objects.values("before", "after")))
        self.assertNotIn("argon2", whole)
        self.assertNotIn('"key"', whole)

    def test_a_role_that_changed(self) -> None:
        coach = User.objects.create_user("bram", password="wet wax and sand", shop=self.shop, role="coach")
        self.good("patch", f"/api/shop/people/{coach.pk}/", {"role": "advisor"})
        one = self.last("role")
        self.assertIn({"field": "role", "before": "coach", "after": "advisor"}, one["fields"])
        self.assertEqual((one["who"], one["name"]), ("north-person", "bram"))

    def test_it_is_not_changed_by_anybody(self) -> None:
        for act in (Change.objects.all().delete, lambda: Change.objects.update(who="somebody else")):
            with self.assertRaisesRegex(DatabaseError, "the trail is not changed"), transaction.atomic():
                act()
        for method in ("post", "put", "patch", "delete"):
            self.assertEqual(self.call(method, self.PATH, {}).status_code, 405)

    def test_another_shop_and_who_is_no_owner_see_nothing(self) -> None:
        stranger = make_shop("south")[1]
        self.good("post", "/api/boards/", {"board": BOARD})
        self.client.force_login(stranger)
        self.assertNotIn("north", json.dumps(self.trail()))
        self.assertFalse([one for one in self.trail() if one["kind"] == "board"])
        self.client.force_login(self.user)
        Membership.objects.filter(user=self.user).update(role="advisor")
        self.refused(403, "get", self.PATH)

    def test_pages_kinds_people_and_the_whole_as_a_file(self) -> None:
        Surfer.objects.bulk_create(Surfer(shop=self.shop, name=f"Surfer {i}") for i in range(130))
        page = self.good("get", f"{self.PATH}?kind=surfers_surfer")
        self.assertEqual(len(page["changes"]), 100)
        rest = self.good("get", f"{self.PATH}?kind=surfers_surfer&before={page['next']}")
        self.assertEqual((len(rest["changes"]), rest["next"]), (30, None))
        names = {one["name"] for one in (*page["changes"], *rest["changes"])}
        self.assertEqual(len(names), 130)
        self.good("post", "/api/boards/", {"board": BOARD})
        self.assertEqual(len(self.trail(f"?person={self.user.pk}&kind=rack_board")), 1)
        body = b"".join(self.client.get("/api/shop/trail.jsonl").streaming_content)
        lines = [json.loads(line) for line in body.splitlines()]
        self.assertEqual(len(lines), Change.objects.filter(shop=self.shop.pk).count())
        self.assertEqual(lines[0]["after"]["width_m"], BOARD["width_m"])
        for bad in ("before=x", "before=0", "row=-1", "colour=red"):
            self.refused(400, "get", f"{self.PATH}?{bad}")

    def test_who_only_reads_is_not_taken_for_who_changed_something_before(self) -> None:
        self.good("post", "/api/boards/", {"board": BOARD})
        request = RequestFactory().get("/api/boards/")

        def reads(_: HttpRequest) -> HttpResponse:
            Surfer.objects.create(shop=self.shop, name="by the way")
            return HttpResponse()

        TrailMiddleware(reads)(request)
        self.assertEqual(Change.objects.filter(table="rack_board").first().who, "north-person")
        self.assertEqual(Change.objects.get(table="surfers_surfer").who, "")
