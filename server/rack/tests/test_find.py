"""A large rack: found, filtered and sorted by every measure, in few queries and by index."""

from datetime import timedelta

from django.db import connection

from accounts.models import Shop
from accounts.tests.case import BOARD, ApiCase
from chord_core.documents import Board as Document
from chord_core.documents import parse
from chord_core.fit.rules.reference_boards import board_at
from chord_core.tables import families
from rack.find import Find, find_boards, matching
from rack.models import Board, today
from rack.search_columns import fill_search_columns


def hang_many(shop: Shop, count: int) -> None:
    """Boards of every family, small to large, with prices, numbers and days that differ."""
    names = sorted(families())
    documents = [
        board_at(families()[names[i % len(names)]], (i % 97) / 96).model_copy(
            update={"name": f"Plank {i}", "price": 300.0 + i % 700, "stock": ("new", "used")[i % 2]}
        )
        for i in range(count)
    ]
    rows = [Board(shop=shop, number=f"P{i}", hung_on=today() - timedelta(days=i % 300)) for i in range(count)]
    for row, document in zip(rows, documents, strict=True):
        row.take(document)
    fill_search_columns(rows, documents)
    Board.objects.bulk_create(rows)


class Finding(ApiCase):
    def found(self, **query: str) -> dict:
        return self.good("get", "/api/rack/find/?" + "&".join(f"{k}={v}" for k, v in query.items()))

    def test_three_queries_besides_the_session_however_many_boards(self) -> None:
        hang_many(self.shop, 400)
        with self.assertNumQueries(5):  # session, person with shop; stale columns, boards, counts
            found = self.found(sort="litres")
        self.assertEqual((found["total"], found["all"]), (403, 403))
        self.assertEqual(found["litres"], sorted(found["litres"]))
        with self.assertNumQueries(3):  # session, person with shop; boards
            ids = ",".join(str(pk) for pk in found["ids"][:200])
            self.assertEqual(len(self.good("get", f"/api/rack/rows/?ids={ids}")), 200)

    def test_every_measure_filters_and_sorts(self) -> None:
        hang_many(self.shop, 120)
        for name in ("litres", "length_m", "width_m", "thickness_m", "nose_width_m", "tail_width_m",
                     "nose_rocker_m", "tail_rocker_m", "mass_kg", "price"):  # fmt: skip
            with self.subTest(name):
                every = [value for value in self.found(sort=name)["by"] if value is not None]
                self.assertEqual(every, sorted(every))
                low, high = every[20], every[-20]
                some = self.found(sort=name, down="true", **{f"{name}_from": low, f"{name}_to": high})
                self.assertEqual(some["by"], [v for v in reversed(every) if low <= v <= high])

    def test_words_stock_family_days_and_boxes(self) -> None:
        hang_many(self.shop, 60)
        self.assertEqual(self.found(text="plank 17")["total"], 1)
        self.assertEqual(self.found(text="P17")["total"], 1)
        self.assertEqual(self.found(text="GUN")["families"], ["gun"])
        self.assertEqual(self.found(stocks="used")["total"], 30)
        both = self.found(families="gun&families=groveler")
        self.assertEqual(set(both["families"]), {"gun", "groveler"})
        self.assertTrue(all(10 <= day <= 20 for day in self.found(days_from=10, days_to=20)["days"]))
        days = self.found(sort="days")["days"]
        self.assertEqual(days, sorted(days))
        self.good("post", "/api/boards/", {"board": {**BOARD, "fins": {"box_type": "two-tab"}}})
        self.assertEqual(self.found(box_type="two-tab")["total"], 1)
        self.assertEqual(self.found()["boxes"], ["two-tab"])

    def test_what_cannot_be_asked_is_refused_by_name(self) -> None:
        for query, field in (
            ("litres_from=many", "between.litres.low"),
            ("sort=beauty", "sort"),
            ("families=banana", "families.0"),
            ("colour=red", "colour"),
        ):
            with self.subTest(query):
                self.assertEqual(self.refused(400, "get", f"/api/rack/find/?{query}")["field"], field)
        self.refused(400, "get", "/api/rack/rows/?ids=" + ",".join(str(i) for i in range(500)))

    def test_columns_of_other_tables_are_drawn_again(self) -> None:
        Board.objects.update(drawn_with="of old", drawn_litres=1)
        self.assertTrue(all(litres > 20 for litres in self.found()["litres"]))

    def test_measures_and_words_are_found_by_index(self) -> None:
        """In a rack of thousands; what is drawn of them does not matter here."""
        plain = {"shop": self.shop, "family": "gun", "length_m": 2.4, "width_m": 0.5, "thickness_m": 0.075}
        Board.objects.bulk_create(
            Board(words=f"plank {i} gun", drawn_litres=20 + i / 40, price=300 + i / 9, **plain)
            for i in range(4000)
        )
        for find, index in (
            (Find(text="plank 2999"), "board_words_trigrams"),
            (Find(between={"litres": {"low": 30, "high": 30.5}}), "drawn_litres"),
            (Find(between={"price": {"low": 310, "high": 311}}), "price"),
        ):
            rows = matching(self.shop, find)
            with connection.cursor() as cursor:
                # What a vacuum does from time to time.
                cursor.execute("SELECT gin_clean_pending_list('board_words_trigrams')")
                cursor.execute("ANALYZE rack_board")
                cursor.execute("SET LOCAL enable_seqscan = off")
            named = {i.name for i in Board._meta.indexes if index in (*i.fields, i.name)}
            self.assertTrue(any(name in rows.explain() for name in named), rows.explain())

    def test_another_shop_sees_nothing_of_it(self) -> None:
        other = Shop.objects.create(name="elsewhere")
        self.assertEqual(find_boards(other, Find()).total, 0)


class Changing(ApiCase):
    def put(self, pk: int, version: int, **board: object) -> dict:
        body = {"version": version, "board": {**BOARD, **board}, "number": "N1"}
        return self.good("put", f"/api/boards/{pk}/", body)

    def test_a_change_is_kept_told_and_found(self) -> None:
        pk = Board.objects.first().pk
        kept = self.put(pk, 1, price=590, stock="used", stations=[{"from_tail_m": 0.3, "width_m": 0.37}])
        self.assertEqual((kept["version"], kept["number"], kept["board"]["price"]), (2, "N1", 590))
        sheet = self.good("get", f"/api/boards/{pk}/sheet/")
        says = sheet["events"][0]["says"]
        for part in (
            "price: not said, now 590",
            "stock: not said, now used",
            "measured at 1 place",
            "number",
        ):
            self.assertIn(part, says)
        self.assertEqual(len(sheet["tape"]["readings"]), 1)

    def test_two_people_at_one_board(self) -> None:
        pk = Board.objects.first().pk
        self.put(pk, 1, price=590)
        response = self.call("put", f"/api/boards/{pk}/", {"version": 1, "board": BOARD})
        self.assertEqual(response.status_code, 409)
        self.assertEqual(response.json()["current"]["board"]["price"], 590)

    def test_a_number_hangs_once(self) -> None:
        first, second = Board.objects.all()[:2]
        self.put(first.pk, 1)
        body = {"version": 1, "board": BOARD, "number": "N1"}
        self.assertEqual(self.refused(400, "put", f"/api/boards/{second.pk}/", body)["field"], "number")
        self.assertEqual(
            self.refused(400, "post", "/api/boards/", {"board": BOARD, "number": "N1"})["field"], "number"
        )
        self.assertEqual(Board.objects.get(pk=second.pk).version, 1)


class Sheets(ApiCase):
    def test_says_what_a_board_does_by_itself(self) -> None:
        pk = Board.objects.first().pk
        sheet = self.good("get", f"/api/boards/{pk}/sheet/")
        self.assertGreater(sheet["still"]["hold_m_s"], 5)
        self.assertEqual(len(sheet["still"]["hull"]["thirds_l"]), 3)
        low, high = sheet["tape"]["litres_band"]
        self.assertTrue(low < sheet["tape"]["litres"] < high)
        self.assertEqual(sheet["heavy"], "")

    def test_a_heavy_board_is_looked_into(self) -> None:
        pk = self.good("post", "/api/boards/", {"board": {**BOARD, "mass_kg": 4.5}})["id"]
        self.assertIn("water inside", self.good("get", f"/api/boards/{pk}/sheet/")["heavy"])

    def test_trade_in_by_the_shops_own_rule(self) -> None:
        """price x .7 x life left x condition (.6 to 1): trade.md."""
        board = {**BOARD, "price": 800, "build": "PU / polyester"}
        pk = self.good("post", "/api/boards/", {"board": board})["id"]
        found = self.good("post", f"/api/boards/{pk}/trade-in/", {"sessions": 75, "condition": 0.5})
        self.assertAlmostEqual(found["life_left"], 0.5)
        self.assertAlmostEqual(found["value"], 800 * 0.7 * 0.5 * (0.6 + 0.4 * 0.5))
        bare = Board.objects.first().pk
        body = {"sessions": 10, "condition": 1}
        self.assertEqual(
            self.refused(400, "post", f"/api/boards/{bare}/trade-in/", body)["field"], "price_new"
        )
        self.assertEqual(
            self.refused(400, "post", f"/api/boards/{bare}/trade-in/", {"sessions": -1, "condition": 2})[
                "field"
            ],
            "sessions",
        )

    def test_a_draft_under_the_tape_is_not_kept(self) -> None:
        rows = [{"from_tail_m": 0.3, "width_m": 0.37, "thickness_m": 0.05}]
        found = self.good("post", "/api/rack/tape/", {"board": {**BOARD, "stations": rows}})
        self.assertEqual({one["measure"] for one in found["readings"]}, {"width_m", "thickness_m"})
        self.assertEqual(len(found["next"]), 3)
        self.assertEqual(Board.objects.count(), 3)
        bad = {**BOARD, "stations": [{"from_tail_m": 5}]}
        self.assertIn("stations.0", self.refused(400, "post", "/api/rack/tape/", {"board": bad})["field"])

    def test_a_range_and_a_size_between(self) -> None:
        for length in (1.75, 1.80, 1.90):
            board = {**BOARD, "name": "Mallet", "length_m": length, "stated_litres": None}
            pk = self.good("post", "/api/boards/", {"board": board})["id"]
        found = self.good("get", f"/api/boards/{pk}/range/?lengths=1.85")
        self.assertEqual([round(size["length_m"], 2) for size in found["sizes"]], [1.75, 1.80, 1.90])
        self.assertTrue(found["litres"][1] < found["made_litres"][0] < found["litres"][2])
        alone = Board.objects.first().pk
        self.assertEqual(self.refused(400, "get", f"/api/boards/{alone}/range/")["field"], "boards")
        self.assertEqual(
            self.refused(400, "get", f"/api/boards/{pk}/range/?lengths=long")["field"], "lengths.0"
        )

    def test_boards_beside_each_other(self) -> None:
        ids = [board.pk for board in Board.objects.all()[:3]]
        found = self.good("get", f"/api/rack/beside/?ids={ids[0]},{ids[2]}")
        self.assertEqual(len(found["curves"]), 2)
        for litres, thirds in zip(found["litres"], found["thirds_l"], strict=True):
            self.assertAlmostEqual(sum(thirds), litres, places=6)
        measures = {row["measure"] for row in found["compared"]["differences"]}
        self.assertTrue({"litres", "length_m"} <= measures)
        for asked in (f"{ids[0]}", f"{ids[0]},999999", ",".join(str(pk) for pk in [*ids, ids[0]])):
            self.assertEqual(self.refused(400, "get", f"/api/rack/beside/?ids={asked}")["field"], "ids")

    def test_drawn_boards_are_documents_still(self) -> None:
        self.assertEqual(parse(Document, BOARD).family, "all-rounder")
