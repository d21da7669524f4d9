"""Tables of boards in and out: habits of spreadsheets, faults at their cells, all or nothing, no doubles."""

import csv
import io
import json
import random
import zipfile
from typing import Any

from openpyxl import Workbook

from accounts.tests.case import BOARD, ApiCase
from chord_core.errors import ChordError
from rack.bring_in import bring_in
from rack.models import Board, BoardEvent
from rack.workbook import XLSX, cells_of

HEAD = "number,name,family,length,width,thickness,litres,price,stock"
ROW = "A1,Mallet,all-rounder,6'0,20 1/8,2 1/2,33,640,new"


class TableCase(ApiCase):
    def send(self, text: str | bytes, accept: bool = False) -> list[dict[str, Any]]:
        """Send a table; returns the lines of the answer."""
        raw = text.encode() if isinstance(text, str) else text
        path = "/api/rack/table/" + ("?accept=true" if accept else "")
        response = self.client.post(path, raw, content_type="text/csv")
        self.assertEqual(response.status_code, 200, response.content if not response.streaming else "")
        return [json.loads(line) for line in b"".join(response.streaming_content).splitlines()]

    def read(self, text: str | bytes) -> dict[str, Any]:
        """How a table was read."""
        return self.send(text)[-1]["read"]

    def one(self, text: str | bytes) -> dict[str, Any]:
        """How the first row of a table was read, which has no faults."""
        row = self.read(text)["rows"][0]
        self.assertEqual(row["faults"], [])
        return row


class Reading(TableCase):
    def test_nothing_is_written_until_it_is_accepted(self) -> None:
        row = self.one(f"{HEAD}\n{ROW}\n")
        self.assertEqual(row["line"]["imperial"], "6'0 x 20 1/8 x 2 1/2, 33.0 L")
        self.assertEqual((row["number"], row["family"], row["guessed"]), ("A1", "all-rounder", False))
        self.assertAlmostEqual(row["litres"], 33, delta=3)
        self.assertEqual(Board.objects.count(), 3)

    def test_habits_of_spreadsheets(self) -> None:
        """The same board in many hands: marks, separators, decimal commas, fractions, units in the head."""
        cases = {
            "mark of UTF-8": "\ufeff" + f"{HEAD}\n{ROW}\n",
            "semicolons": f"{HEAD}\n{ROW}\n".replace(",", ";"),
            "sep line": "sep=;\n" + f"{HEAD}\n{ROW}\n".replace(",", ";"),
            "tabs": f"{HEAD}\n{ROW}\n".replace(",", "\t"),
            "old line ends": f"{HEAD}\r\n{ROW}\r\n",
            "decimal commas": "number;length (cm);width (cm);thickness (cm);litres;family\n"
            "A1;182,9;51,1;6,35;33,0;all-rounder\n",
            "millimetres": "number,length (mm),width (mm),thickness (mm),volume,type\n"
            "A1,1829,511,63.5,33,all-rounder\n",
            "inches in the head": "no.,length (in),width (in),thickness (in),litres,kind\n"
            "A1,72,20 1/8,2.5,33,all rounder\n",
            "fractions": 'sku,length,width,thick,vol,family\nA1,"6\'0""",20⅛,2½,33,ALL-ROUNDER\n',
            "one line": 'number,dims,family\nA1,"6\'0 x 20 1/8 x 2 1/2, 33 L",all-rounder\n',
            "empty lines and cells": f"{HEAD},colour\n\n,,,,,,,,,\n{ROW},\n",
        }
        for name, text in cases.items():
            with self.subTest(name):
                row = self.one(text)
                self.assertEqual(row["line"]["imperial"], "6'0 x 20 1/8 x 2 1/2, 33.0 L")
                self.assertEqual((row["number"], row["family"]), ("A1", "all-rounder"))
        for coding in ("utf-16", "cp1252"):
            row = self.one(f"{HEAD}\n{ROW.replace('Mallet', 'Möwe')}\n".encode(coding))
            self.assertEqual(row["name"], "Möwe")

    def test_lines_without_heads_with_a_guessed_family(self) -> None:
        read = self.read("Mallet 6'0 x 20 1/8 x 2 1/2, 33 L\n9'2 x 22 1/2 x 2 7/8\n183 x 51 x 6.3\n")
        self.assertEqual([row["family"] for row in read["rows"]],
                         ["all-rounder", "performance longboard", "all-rounder"])  # fmt: skip
        self.assertTrue(all(row["guessed"] for row in read["rows"]))
        self.assertEqual(read["rows"][0]["name"], "Mallet")

    def test_a_slip_in_feet_is_shown_for_confirmation(self) -> None:
        self.assertIn("5'10", self.one("5.10 x 20 x 2 1/2\n")["confirm"])

    def test_every_fault_stands_at_its_cell(self) -> None:
        read = self.read(
            f"{HEAD},hung on,condition,fins included\n"
            "A1,One,banana,6'0,20,2 1/2,33,640,new,2026-01-05,0.9,yes\n"
            "A2,Two,gun,6'0,20 1/3,2 1/2,33,cheap,new,soon,,\n"
            "A1,Three,gun,7'0,19,2 3/4,45,640,stolen,1.2.2026,90,maybe\n"
            "A4,Four,gun,,19,2 3/4,45,640,new,,,\n"
            "A5,Five,gun,7'0,19,2 3/4,450,640,new,2099-01-01,7000,\n"
        )
        found = [[(fault["column"], fault["value"]) for fault in row["faults"]] for row in read["rows"]]
        self.assertEqual(found[0], [("family", "banana")])
        self.assertEqual(found[1], [("width", "20 1/3"), ("price", "cheap"), ("hung on", "soon")])
        self.assertEqual(found[2], [("stock", "stolen"), ("fins included", "maybe"), ("number", "A1")])
        self.assertEqual(found[3], [("length", "")])
        self.assertEqual([column for column, _ in found[4]], ["hung on", "condition"])
        self.assertEqual(read["bad"], 5)
        self.assertTrue(all(fault["message"] for row in read["rows"] for fault in row["faults"]))

    def test_columns_that_nobody_reads_are_named(self) -> None:
        self.assertEqual(self.read(f"{HEAD},shelf\n{ROW},7\n")["left_out"], ["shelf"])

    def test_what_is_no_table_is_refused(self) -> None:
        for raw, says in (
            (b"", "nothing stands"),
            (b"\n \n", "nothing stands"),
            (b"PK\x03\x04\x00\x00\x00", "no whole workbook"),
            (("6'0 x 20 x 2 1/2\n" * 20_001).encode(), "20000 are read"),
        ):
            response = self.client.post("/api/rack/table/", raw, content_type="text/csv")
            self.assertEqual(response.status_code, 400)
            self.assertIn(says, response.json()["error"]["message"])
        response = self.client.post("/api/rack/table/", b"a" * (8 * 1024 * 1024 + 1), content_type="text/csv")
        self.assertEqual(response.status_code, 413)

    def test_noise_is_read_as_faults_never_as_boards(self) -> None:
        for text in ("=cmd|' /C calc'!A0\n", '"unclosed\n', "ツ,ツ,ツ\n", f"{HEAD}\n" + "," * 500 + "x\n",
                     f"{HEAD}\n" + "x" * 5000 + "\n", "length,width,thickness\n1e999,nan,inf\n"):  # fmt: skip
            with self.subTest(text[:20]):
                read = self.read(text)
                self.assertEqual(read["bad"], len(read["rows"]))
                self.assertIn("error", self.send(text, accept=True)[-1])
        self.assertEqual(Board.objects.count(), 3)


class Writing(TableCase):
    def test_accepted_it_hangs_with_its_history(self) -> None:
        last = self.send(f"{HEAD}\n{ROW}\n", accept=True)[-1]
        self.assertEqual(last, {"hung": 1, "changed": 0})
        board = Board.objects.get(number="A1")
        self.assertEqual((board.name, board.price, board.stock), ("Mallet", 640, "new"))
        self.assertAlmostEqual(board.drawn_litres, 33)
        self.assertEqual(BoardEvent.objects.get(board=board).person, self.user)

    def test_again_it_brings_up_to_date_and_makes_no_doubles(self) -> None:
        self.send(f"{HEAD}\n{ROW}\n", accept=True)
        pk = Board.objects.get(number="A1").pk
        body = self.good("get", f"/api/boards/{pk}/")
        stations = [{"from_tail_m": 0.3, "width_m": 0.37}]
        put = {"version": body["version"], "number": "A1", "board": {**body["board"], "stations": stations}}
        self.good("put", f"/api/boards/{pk}/", put)
        same = self.send(f"{HEAD}\n{ROW}\n", accept=True)[-1]
        self.assertEqual(same, {"hung": 0, "changed": 0})
        cheaper = self.send(f"{HEAD}\n{ROW.replace('640', '590')}\n", accept=True)[-1]
        self.assertEqual(cheaper, {"hung": 0, "changed": 1})
        board = Board.objects.get(number="A1")
        self.assertEqual((board.pk, board.price), (pk, 590))
        self.assertEqual(len(board.document().stations), 1, "what the table does not say stays")
        self.assertEqual(Board.objects.count(), 4)

    def test_one_fault_and_nothing_is_written(self) -> None:
        good = "\n".join(ROW.replace("A1", f"A{i}") for i in range(600))
        bad = ROW.replace("A1", "A999").replace("2 1/2", "2 1/3")
        lines = self.send(f"{HEAD}\n{good}\n{bad}\n", accept=True)
        self.assertEqual(lines[-1]["error"]["field"], "row 602")
        self.assertGreater(len(lines), 2, "it said how far it was")
        self.assertEqual(Board.objects.count(), 3)

    def test_stopped_on_the_way_nothing_is_written(self) -> None:
        text = f"{HEAD}\n" + "\n".join(ROW.replace("A1", f"A{i}") for i in range(700))
        # As the server does with an answer whose reader has gone.
        lines = bring_in(self.shop, text.encode(), self.user)
        self.assertEqual(json.loads(next(lines)), {"done": 250, "of": 700})
        lines.close()
        self.assertEqual(Board.objects.count(), 3)

    def test_a_table_of_another_shop_stays_there(self) -> None:
        from accounts.tests.case import make_shop

        self.send(f"{HEAD}\n{ROW}\n", accept=True)
        _, stranger = make_shop("south")
        self.client.force_login(stranger)
        self.assertEqual(self.send(f"{HEAD}\n{ROW}\n", accept=True)[-1]["hung"], 1)
        self.assertEqual(Board.objects.filter(number="A1").count(), 2)


class Out(TableCase):
    def out(self, separator: str = "") -> str:
        response = self.client.get("/api/rack/table/" + (f"?separator={separator}" if separator else ""))
        return b"".join(response.streaming_content).decode()

    def test_there_and_back_loses_nothing(self) -> None:
        whole = {
            **BOARD, "name": "Semi; \"quoted\", two", "mass_kg": 3.25, "price": 640.5, "stock": "used",
            "condition": 0.8, "colour": "sea green", "fins_included": False, "pad": True,
            "outline": {"nose_width_m": 0.3012345, "tail_shape": "swallow", "wide_point_m": -0.02},
            "rocker": {"nose_m": 0.121, "entry_m": 0.04},
            "bottom": [{"from_tail_m": 0.3, "shape": "vee", "depth_m": 0.004}],
            "section": {"deck": "dome", "rail_tail": 0.25}, "designer_fins": {"setup": "quad", "size": "M"},
            "stations": [{"from_tail_m": 0.3048, "width_m": 0.371, "thickness_m": 0.0512}],
        }  # fmt: skip
        self.good("post", "/api/boards/", {"board": whole, "number": "W1", "hung_on": "2026-03-04"})
        before = [(row.number, row.hung_on, row.document()) for row in Board.objects.all()]
        for separator in ("", "semicolon"):
            text = self.out(separator)
            Board.objects.all().delete()
            self.assertNotIn("error", self.send(text, accept=True)[-1])
            after = [(row.number, row.hung_on, row.document()) for row in Board.objects.all()]
            self.assertEqual(after, before)

    def test_a_spreadsheet_knows_its_letters_and_takes_nothing_for_a_formula(self) -> None:
        for name in ("=1+1", "+cmd", "-2", "@sum(a1)", "'quoted"):
            self.good("post", "/api/boards/", {"board": {**BOARD, "name": name}, "number": name})
        text = self.out()
        self.assertTrue(text.startswith("\ufeff"))
        cells = [cell for row in csv.reader(io.StringIO(text)) for cell in row]
        self.assertFalse([cell for cell in cells if cell.startswith(("=", "+", "-", "@"))])
        Board.objects.all().delete()
        self.send(text, accept=True)
        self.assertEqual(set(Board.objects.exclude(number="").values_list("name", flat=True)),
                         {"=1+1", "+cmd", "-2", "@sum(a1)", "'quoted"})  # fmt: skip


class Fuzz(TableCase):
    def test_broken_tables_never_break_the_door_and_never_half_write(self) -> None:
        """A good table with bytes cut, doubled, swapped and thrown in; each is read or refused, and what is
        accepted is exactly what was shown."""
        rng = random.Random(17)
        good = "\n".join([HEAD, *(ROW.replace("A1", f"A{i}") for i in range(6))]).encode()
        noise = [
            b"\x00",
            b"\xff",
            b'"',
            b";",
            b",",
            b"\n",
            b"\r",
            b"'",
            b"=",
            b"\xe2\x80",
            b"9" * 400,
            b"\x1b[",
        ]
        for trial in range(120):
            raw = bytearray(good)
            for _ in range(rng.randint(1, 6)):
                at = rng.randrange(len(raw))
                kind = rng.randrange(4)
                if kind == 0:
                    del raw[at : at + rng.randint(1, 30)]
                elif kind == 1:
                    raw[at:at] = rng.choice(noise)
                elif kind == 2:
                    raw[at:at] = raw[: rng.randint(1, 60)]
                else:
                    raw[at] = rng.randrange(256)
            with self.subTest(trial=trial, raw=bytes(raw[:80])):
                before = Board.objects.count()
                response = self.client.post("/api/rack/table/", bytes(raw), content_type="text/csv")
                if response.status_code == 400:
                    self.assertEqual(response.json()["error"]["field"], "file")
                    continue
                self.assertEqual(response.status_code, 200)
                read = json.loads(b"".join(response.streaming_content).splitlines()[-1])["read"]
                last = self.send(bytes(raw), accept=True)[-1]
                if read["bad"]:
                    self.assertIn("error", last)
                    self.assertEqual(Board.objects.count(), before)
                else:
                    self.assertEqual(last["hung"] + last["changed"] <= len(read["rows"]), True)
                    self.assertEqual(Board.objects.count(), before + last["hung"])
                    Board.objects.exclude(number="").delete()


class WhatStays(TableCase):
    """A table says some of a board; the rest of it stays as it is."""

    def add_board(self, **more: Any) -> Board:
        body = {"board": {**BOARD, "family": "performance twin", "name": "Tweezer", **more}, "number": "K1"}
        return Board.objects.get(pk=self.good("post", "/api/boards/", body)["id"])

    def test_a_price_list_without_families_leaves_the_family(self) -> None:
        board = self.add_board()
        text = "number,line,price\nK1,6'0 x 20 1/8 x 2 1/2,555\n"
        row = self.one(text)
        self.assertEqual((row["family"], row["guessed"], row["new"]), ("performance twin", False, False))
        self.assertEqual(self.send(text, accept=True)[-1], {"hung": 0, "changed": 1})
        board.refresh_from_db()
        self.assertEqual((board.family, board.name, board.price), ("performance twin", "Tweezer", 555))

    def test_a_family_that_is_said_goes_over_the_known_one(self) -> None:
        board = self.add_board()
        self.send("number,line,family\nK1,6'0 x 20 x 2 1/2,all-rounder\n", accept=True)
        board.refresh_from_db()
        self.assertEqual(board.family, "all-rounder")

    def test_dims_that_do_not_go_with_what_was_measured_are_said_before(self) -> None:
        """The board is measured to 1.8 m; the table makes it shorter than that."""
        board = self.add_board(stations=[{"from_tail_m": 1.8, "width_m": 0.1}])
        text = "number,line,price\nK1,5'8 x 20 x 2 1/2,555\n"
        read = self.read(text)
        self.assertEqual(read["bad"], 1)
        self.assertIn("lies off the board", read["rows"][0]["faults"][0]["message"])
        self.assertEqual(self.send(text, accept=True)[-1]["error"]["field"], "row 2")
        board.refresh_from_db()
        self.assertIsNone(board.price)

    def test_its_history_says_what_changed(self) -> None:
        board = self.add_board(price=600.0)
        self.send("number,line,price\nK1,6'0 x 20 1/8 x 2 1/2,555\n", accept=True)
        says = board.events.first().says
        self.assertIn("from a table", says)
        self.assertIn("price: 600, now 555", says)


class Workbooks(TableCase):
    """Tables as shops have them: workbooks, heads in other languages, what stands above them."""

    def book(self, rows: list[list[Any]]) -> bytes:
        book = Workbook()
        for row in rows:
            book.active.append(row)
        sink = io.BytesIO()
        book.save(sink)
        return sink.getvalue()

    def test_a_workbook_in_with_what_stands_above_its_heads(self) -> None:
        rows = [
            ["Price list of spring", None],
            [None, None],
            ["SKU", "Title", "Length", "Width", "Thickness", "Volume", "Price (€)"],
            ["A-1", "Peg", 182.9, 51.1, 6.35, 33, 640],
            ["A-2", "Pin", 188, 52, "6.7 cm", 38.5, 655.5],
        ]
        rows[2][2:5] = ["Length (cm)", "Width (cm)", "Thickness (cm)"]
        found = self.read(self.book(rows))
        self.assertEqual((len(found["rows"]), found["bad"]), (2, 0))
        self.assertEqual([row["name"] for row in found["rows"]], ["Peg", "Pin"])
        self.assertIn("above the heads", found["notes"][0])
        self.assertEqual(self.send(self.book(rows), accept=True)[-1], {"hung": 2, "changed": 0})
        self.assertEqual(Board.objects.get(number="A-2").price, 655.5)

    def test_out_as_a_workbook_and_in_again_changes_nothing(self) -> None:
        out = self.client.get("/api/rack/table/?form=xlsx")
        self.assertEqual(out.headers["Content-Type"], XLSX)
        found = self.read(out.content)
        self.assertEqual((len(found["rows"]), found["bad"]), (Board.objects.of(self.shop).count(), 0))

    def test_heads_in_two_lines(self) -> None:
        text = "Name;Länge;Breite;Dicke;Volumen\n;(cm);(cm);(cm);(L)\nPeg;183;51;6,3;33\n"
        found = self.read(text.encode())
        self.assertEqual((found["bad"], found["rows"][0]["name"]), (0, "Peg"))
        self.assertEqual(found["rows"][0]["stated_litres"], 33)

    def test_german_and_french_heads_and_cr_ends(self) -> None:
        german = "Artikelnummer;Bezeichnung;Länge (cm);Breite (cm);Dicke (cm);Liter;Preis;Farbe\r"
        german += "7;Pflock;183;51;6,4;33,5;640;rot\r"
        french = "référence,nom,longueur (cm),largeur (cm),épaisseur (cm),volume,prix,couleur\n"
        french += "8,Piquet,183,51,6.4,33.5,640,rouge\n"
        for text in (german, french):
            found = self.read(text.encode())
            with self.subTest(text[:20]):
                self.assertEqual((found["bad"], found["left_out"]), (0, []))
                self.assertEqual(found["rows"][0]["stated_litres"], 33.5)

    def test_letters_of_which_the_file_does_not_tell_are_said(self) -> None:
        found = self.read("name;length;width;thickness\nTühlf;6'0;20;2 1/2\n".encode("cp1252"))
        self.assertIn("western letters", found["notes"][0])
        self.assertEqual(self.read("name;length;width;thickness\nTühlf;6'0;20;2 1/2\n".encode())["notes"], [])

    def test_a_workbook_that_unpacks_to_too_much_is_refused_unread(self) -> None:
        sink = io.BytesIO()
        with zipfile.ZipFile(sink, "w", zipfile.ZIP_DEFLATED) as folder:
            folder.writestr("xl/worksheets/sheet1.xml", b"0" * 120_000_000)
        self.assertLess(len(sink.getvalue()), 1_000_000)
        with self.assertRaisesRegex(ChordError, "unpacks to"):
            cells_of(sink.getvalue(), 100, 60)
