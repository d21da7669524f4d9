"""The line, the rack, the breaks and the words."""

from django.db import IntegrityError, transaction

from accounts.tests.case import BOARD, LINE, ApiCase
from breaks.models import Break
from rack.models import Board
from rack.selectors import rack_of


class Lines(ApiCase):
    def test_is_read_and_written_back_in_both_units(self) -> None:
        line = self.good("post", "/api/line/", {"text": LINE})
        self.assertEqual(line["written"]["imperial"], "6'0 x 20 1/8 x 2 1/2, 33.0 L")
        self.assertEqual(line["stated_litres"], 33)
        self.assertEqual(line["family_guess"], "all-rounder")

    def test_a_bad_one_names_the_measure_and_keeps_what_was_typed(self) -> None:
        error = self.refused(400, "post", "/api/line/", {"text": "6'0 x 20 1/3 x 2 1/2"})
        self.assertEqual((error["field"], error["value"]), ("width", "20 1/3"))


class Rack(ApiCase):
    def test_lists_with_two_queries_besides_the_session_however_many_boards(self) -> None:
        self.good("get", "/api/boards/")
        rows = [
            Board(shop=self.shop, family="gun", length_m=2.4, width_m=0.5, thickness_m=0.075)
            for _ in range(40)
        ]
        Board.objects.bulk_create(rows)
        with self.assertNumQueries(4):  # session, person with shop; state of the rack, boards
            self.assertEqual(len(self.good("get", "/api/boards/")), 43)
        with self.assertNumQueries(3):  # the hulls are kept until a board comes, goes or changes
            self.good("get", "/api/boards/")

    def test_a_line_with_its_family_hangs_a_board(self) -> None:
        hung = self.good(
            "post", "/api/boards/", {"line": f"Mallet {LINE}", "family": "all-rounder", "price": 640}
        )
        self.assertEqual((hung["board"]["name"], hung["board"]["price"]), ("Mallet", 640))
        self.assertEqual(hung["litres"], 33)
        self.assertEqual(len(self.good("get", "/api/boards/")), 4)

    def test_a_whole_document_is_kept_whole(self) -> None:
        board = {
            **BOARD,
            "outline": {"nose_width_m": 0.32, "tail_shape": "swallow"},
            "bottom": [{"from_tail_m": 0.3, "shape": "concave", "depth_m": 0.004}],
            "condition": 0.8,
        }
        hung = self.good("post", "/api/boards/", {"board": board})
        shown = self.good("get", f"/api/boards/{hung['id']}/")["board"]
        self.assertEqual(shown["outline"]["tail_shape"], "swallow")
        self.assertEqual(shown["bottom"][0]["depth_m"], 0.004)
        self.assertEqual(shown["condition"], 0.8)

    def test_bad_boards_are_refused_and_nothing_is_written(self) -> None:
        for body, field in (
            ({}, "line"),
            ({"line": LINE}, "line"),
            ({"line": "6'0 x 20", "family": "gun"}, "line"),
            ({"line": LINE, "family": "banana"}, "family"),
            ({"board": {**BOARD, "length_m": 9}}, "board.length_m"),
            ({"board": BOARD, "colour": "red"}, "colour"),
        ):
            with self.subTest(field=field):
                self.assertEqual(self.refused(400, "post", "/api/boards/", body)["field"], field)
        self.assertEqual(Board.objects.count(), 3)

    def test_taken_down_and_gone(self) -> None:
        pk = Board.objects.first().pk
        self.good("delete", f"/api/boards/{pk}/")
        self.refused(404, "get", f"/api/boards/{pk}/")
        self.assertEqual(len(rack_of(self.shop).ids), 2)

    def test_the_database_refuses_what_cannot_be(self) -> None:
        for field, value in (
            ("length_m", 9.0),
            ("width_m", 0.1),
            ("thickness_m", 0.5),
            ("stated_litres", 900.0),
        ):
            with self.subTest(field), self.assertRaises(IntegrityError), transaction.atomic():
                Board.objects.filter(pk=Board.objects.first().pk).update(**{field: value})


class Breaks(ApiCase):
    DAYS = {"name": "Ropewalk", "small_m": 0.5, "usual_m": 0.9, "big_m": 1.5, "steepness": "soft"}

    def test_kept_changed_and_taken_out(self) -> None:
        kept = self.good("post", "/api/breaks/", self.DAYS)
        self.assertEqual(self.good("get", "/api/breaks/"), [kept])
        path = f"/api/breaks/{kept['id']}/"
        self.assertEqual(self.good("put", path, {**self.DAYS, "usual_m": 1.0})["usual_m"], 1.0)
        self.assertEqual(self.good("get", path)["usual_m"], 1.0)
        self.good("delete", path)
        self.assertEqual(self.good("get", "/api/breaks/"), [])

    def test_one_name_once_a_shop_and_days_in_order(self) -> None:
        self.good("post", "/api/breaks/", self.DAYS)
        self.assertEqual(self.refused(400, "post", "/api/breaks/", self.DAYS)["field"], "name")
        bad = {**self.DAYS, "name": "Other", "usual_m": 0.4}
        self.assertEqual(self.refused(400, "post", "/api/breaks/", bad)["field"], "usual_m")
        self.assertEqual(
            self.refused(400, "post", "/api/breaks/", {**self.DAYS, "name": ""})["field"], "name"
        )
        with self.assertRaises(IntegrityError), transaction.atomic():
            Break.objects.update(small_m=2.0)


class TradeWords(ApiCase):
    def test_come_from_the_core(self) -> None:
        words = self.good("get", "/api/words/")
        self.assertEqual(len(words["families"]), 21)
        self.assertEqual(next(row["name"] for row in words["rungs"]), "starter")
        self.assertIn("waist", [row["word"] for row in words["heights"]])
