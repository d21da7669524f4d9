"""Every door of the rack with what nobody should send: refused by name, never broken or half-written."""

import json
import random
from typing import Any
from urllib.parse import quote

from accounts.tests.case import BOARD, ApiCase
from rack.models import Board, BoardEvent

#: Values that fit no field in particular.
ODD: tuple[Any, ...] = (
    None, True, -1, 0, 1e308, -1e308, 10**30, "", " ", "x" * 5000, "\x00", "’; DROP TABLE", "½", [], {}, [[]],
    {"a": {"b": []}}, "2026-13-45", "NaN",
)  # fmt: skip


class Doors(ApiCase):
    def never_broken(self, method: str, path: str, body: Any = None) -> int:
        """Ask, and expect an answer or a refusal that names a field."""
        response = self.call(method, path, body)
        self.assertLess(response.status_code, 500, (path[:200], str(body)[:200], response.content[:300]))
        if response.status_code in (400, 409):
            error = response.json()["error"]
            self.assertTrue(error["field"] and error["message"], error)
        return response.status_code

    def test_searches_with_odd_values(self) -> None:
        names = (
            "text", "families", "stocks", "builds", "box_type", "fins_included", "pad", "sort",
            "down", "litres_from", "litres_to", "days_from", "days_to", "price_to",
            "condition_from", "length_m_to",
        )  # fmt: skip
        values = ("", "0", "-1", "1e308", "1e999", "nan", "inf", "9" * 20, "%00", "x" * 500, "½",
                  "true", "gun", "'", '"', "\\", "_", "%25")  # fmt: skip
        for name in names:
            for value in values:
                with self.subTest(name=name, value=value[:20]):
                    self.never_broken("get", f"/api/rack/find/?{name}={value}")
        for query in ("a=1", "between=1", "sort=litres&sort=price", "families=gun&families=gun", "&&&", "=1"):
            with self.subTest(query):
                self.never_broken("get", f"/api/rack/find/?{query}")

    def test_what_is_looked_for_is_not_read_as_a_pattern(self) -> None:
        for name in ("a%b", "a_b", "a\\b", "A'B"):
            self.good("post", "/api/boards/", {"board": {**BOARD, "name": name}})
        for name in ("a%b", "a_b", "a\\b", "A'B"):
            with self.subTest(name):
                found = self.good("get", f"/api/rack/find/?text={quote(name)}")
                self.assertEqual(found["total"], 1)

    def test_columns_beside_ranges_and_stations_with_odd_numbers(self) -> None:
        pk = Board.objects.first().pk
        for value in (
            "",
            ",",
            "a",
            "1,a",
            "-1",
            "0",
            "99999999999999999999",
            "1.5",
            "%00",
            "1," * 500,
            "nan",
        ):
            for path in (
                "rack/rows/?ids=",
                "rack/beside/?ids=",
                f"boards/{pk}/range/?lengths=",
                "gauge/?seen=",
            ):
                with self.subTest(path=path, value=value[:20]):
                    self.never_broken("get", f"/api/{path}{value}")

    def test_boards_with_odd_values_in_any_field(self) -> None:
        pk, before = Board.objects.first().pk, Board.objects.count()
        fields = (
            "name", "family", "length_m", "width_m", "thickness_m", "stated_litres", "price",
            "stock", "build", "condition", "fins_included", "pad", "colour", "mass_kg", "outline",
            "rocker", "foil", "section", "bottom", "fins", "stations",
        )  # fmt: skip
        for field in fields:
            for value in ODD:
                with self.subTest(field=field, value=str(value)[:20]):
                    board = {**BOARD, field: value}
                    self.never_broken("post", "/api/rack/tape/", {"board": board})
                    version = Board.objects.get(pk=pk).version
                    self.never_broken("put", f"/api/boards/{pk}/", {"version": version, "board": board})
        self.assertEqual(Board.objects.count(), before)
        self.assertTrue(self.good("get", f"/api/boards/{pk}/sheet/")["still"])

    def test_numbers_days_and_versions(self) -> None:
        pk = Board.objects.first().pk
        for name in ("number", "hung_on", "version"):
            for value in ODD:
                with self.subTest(name=name, value=str(value)[:20]):
                    version = Board.objects.get(pk=pk).version
                    body = {"version": version, "board": BOARD, name: value}
                    self.never_broken("put", f"/api/boards/{pk}/", body)

    def test_trade_ins(self) -> None:
        pk = self.good("post", "/api/boards/", {"board": {**BOARD, "price": 500}})["id"]
        for name in ("sessions", "condition", "price_new"):
            for value in ODD:
                with self.subTest(name=name, value=str(value)[:20]):
                    body = {"sessions": 10, "condition": 1, name: value}
                    self.never_broken("post", f"/api/boards/{pk}/trade-in/", body)

    def test_bodies_that_are_no_documents(self) -> None:
        pk = Board.objects.first().pk
        rng = random.Random(5)
        whole = json.dumps({"version": 1, "board": BOARD}).encode()
        for path, method in (
            ("/api/boards/", "post"),
            (f"/api/boards/{pk}/", "put"),
            ("/api/rack/tape/", "post"),
        ):
            for _ in range(40):
                raw = bytearray(whole)
                for _ in range(rng.randint(1, 5)):
                    raw[rng.randrange(len(raw))] = rng.randrange(256)
                response = getattr(self.client, method)(path, bytes(raw), content_type="application/json")
                self.assertLess(response.status_code, 500, bytes(raw))

    def test_a_refused_change_writes_no_history(self) -> None:
        row = Board.objects.first()
        many = BoardEvent.objects.count()
        body = {"version": row.version, "board": {**BOARD, "length_m": 9}}
        self.refused(400, "put", f"/api/boards/{row.pk}/", body)
        self.assertEqual(BoardEvent.objects.count(), many)
        self.assertEqual(Board.objects.get(pk=row.pk).version, row.version)

    def test_an_empty_part_that_was_not_there_is_no_change(self) -> None:
        """A program that sends a board's whole document back, empty lists and all, changed nothing else."""
        made = self.good("post", "/api/boards/", {"board": {**BOARD, "fins": {"box_type": "two-tab"}}})
        whole = {**made["board"], "colour": "ochre"}
        self.assertEqual(whole["fins"]["groups"], [])
        self.good("put", f"/api/boards/{made['id']}/", {"version": made["version"], "board": whole})
        last = BoardEvent.objects.filter(board=made["id"]).latest("pk")
        self.assertEqual(last.says, "colour: not said, now ochre")

    def test_a_change_that_changes_nothing_is_no_change(self) -> None:
        row = Board.objects.first()
        many = BoardEvent.objects.filter(board=row).count()
        board = self.good("get", f"/api/boards/{row.pk}/")["board"]
        kept = self.good("put", f"/api/boards/{row.pk}/", {"version": row.version, "board": board})
        self.assertEqual(kept["version"], row.version)
        self.assertEqual(BoardEvent.objects.filter(board=row).count(), many)
