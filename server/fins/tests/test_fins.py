"""The fin wall at its addresses: one by one, as a table, by odd hands."""

import base64
import io
from typing import Any

from openpyxl import load_workbook

from accounts.tests.case import ApiCase
from fins.models import FinStock

SET = {
    "name": "Skerry M",
    "setup": "thruster",
    "box": "two-tab",
    "size": "M",
    "flex": "medium",
    "template": "Skerry",
    "price": 68.5,
    "groups": [
        {"count": 2, "area_m2": 0.0095, "depth_m": 0.115, "base_m": 0.11, "foil": "flat inside"},
        {"count": 1, "area_m2": 0.0095, "depth_m": 0.115},
    ],
}
ROW = "Skerry M,thruster,two-tab,M,medium,68.50,3,2,95,115,1,95,115"
HEAD = (
    "name,setup,box,size,flex,price,count,front fins,front area cm²,front depth mm,"
    "rear fins,rear area cm2,rear depth mm"
)


class Wall(ApiCase):
    def hang(self, **more: Any) -> dict[str, Any]:
        return self.good("post", "/api/fins/", {"fins": {**SET, **more}, "count": 2})

    def test_hung_changed_and_taken_off(self) -> None:
        hung = self.hang()
        self.assertEqual((hung["count"], hung["version"], hung["fins"]["groups"][0]["base_m"]), (2, 1, 0.11))
        changed = {"fins": {**SET, "price": 49.9}, "count": 1, "version": 1}
        self.assertEqual(self.good("put", f"/api/fins/{hung['id']}/", changed)["version"], 2)
        self.assertEqual(self.good("get", "/api/fins/")[0]["fins"]["price"], 49.9)
        # Somebody who still holds the first version is told.
        self.assertEqual(self.call("put", f"/api/fins/{hung['id']}/", changed).status_code, 409)
        self.good("delete", f"/api/fins/{hung['id']}/")
        self.assertEqual(self.good("get", "/api/fins/"), [])
        self.assertEqual(self.call("put", f"/api/fins/{hung['id']}/", changed).status_code, 404)

    def test_a_name_is_there_once(self) -> None:
        self.hang()
        self.assertEqual(self.refused(400, "post", "/api/fins/", {"fins": SET})["field"], "fins.name")

    def test_a_set_that_lacks_a_number_is_refused_by_it(self) -> None:
        for change, field in (
            ({"groups": [{"count": 2, "depth_m": 0.1}, SET["groups"][1]]}, "fins.groups.0.area_m2"),
            ({"groups": SET["groups"][:1]}, "fins.groups"),
            ({"box": "velcro"}, "fins.box"),
            ({"price": "cheap"}, "fins.price"),
        ):
            with self.subTest(field=field):
                error = self.refused(400, "post", "/api/fins/", {"fins": {**SET, **change}})
                self.assertEqual(error["field"], field)
        self.assertEqual(FinStock.objects.count(), 0)


class Table(ApiCase):
    def read(self, text: str, write: bool = False) -> dict[str, Any]:
        return self.good("post", "/api/fins/table/", {"text": text, "write": write})

    def test_read_written_and_read_again(self) -> None:
        text = f"{HEAD}\n{ROW}\n"
        self.assertEqual(self.read(text), {"new": 1, "changed": 0, "faults": [], "kept": False})
        self.assertEqual(FinStock.objects.count(), 0)
        self.assertTrue(self.read(text, True)["kept"])
        (row,) = self.good("get", "/api/fins/")
        self.assertEqual((row["count"], row["fins"]["price"]), (3, 68.5))
        self.assertAlmostEqual(row["fins"]["groups"][1]["area_m2"], 0.0095)
        written = self.call("get", "/api/fins/table/").content.decode()
        again = self.read(written, True)
        self.assertEqual((again["new"], again["changed"], again["kept"]), (0, 1, True))
        (same,) = self.good("get", "/api/fins/")
        self.assertEqual({**same, "version": 0}, {**row, "version": 0})

    def test_semicolons_and_commas_in_numbers(self) -> None:
        text = f"{HEAD}\n{ROW}".replace(",", ";").replace("68.50", "68,50").replace(";95;", ";95,5;")
        self.read(text, True)
        (row,) = self.good("get", "/api/fins/")
        self.assertEqual(row["fins"]["price"], 68.5)
        self.assertAlmostEqual(row["fins"]["groups"][0]["area_m2"], 0.00955)

    def test_faults_name_their_cell_and_nothing_is_kept(self) -> None:
        for change, column, value in (
            ((",95,115,1", ",,115,1"), "front area cm2", ""),
            ((",95,115,1", ",95 cm,115,1"), "front area cm2", "95 cm"),
            ((",1,95,115", ",1,95,999"), "rear depth mm", "999"),
            ((",1,95,115", ",,,"), "", ""),
            (("two-tab", "velcro"), "box", "velcro"),
            (("thruster", "hedgehog"), "setup", "hedgehog"),
            ((",3,2,", ",2.5,2,"), "count", "2.5"),
            (("68.50", "cheap"), "price", "cheap"),
            (("Skerry M,", ","), "name", ""),
        ):
            with self.subTest(column=column, value=value):
                bad = self.read(f"{HEAD}\nGood{ROW}\n{ROW.replace(*change)}", True)
                (fault,) = bad["faults"]
                self.assertEqual((fault["row"], fault["column"], fault["value"]), (3, column, value))
                self.assertEqual((bad["kept"], FinStock.objects.count()), (False, 0))

    def test_a_name_twice_and_heads_that_nobody_knows(self) -> None:
        self.assertIn("row 2", self.read(f"{HEAD}\n{ROW}\n{ROW}")["faults"][0]["message"])
        for text in ("", "size\nM", f"{HEAD},wings\n{ROW},2"):
            error = self.refused(400, "post", "/api/fins/table/", {"text": text})
            self.assertEqual(error["field"], "head")

    def test_a_cell_is_no_formula(self) -> None:
        self.read(f"{HEAD}\n{ROW}".replace("Skerry M", "=1+1"), True)
        self.assertIn("'=1+1", self.call("get", "/api/fins/table/").content.decode())
        self.assertEqual(self.good("get", "/api/fins/")[0]["fins"]["name"], "=1+1")


class LinesAndWorkbooks(ApiCase):
    def read(self, write: bool = True, **given: Any) -> dict[str, Any]:
        return self.good("post", "/api/fins/table/", {"write": write, **given})

    def test_a_set_is_typed_in_a_line(self) -> None:
        line = "Kelp M, thruster, two-tab, m, Medium, 79,50, 3 sets"
        read = self.read(text=line.replace("79,50", "79.50"))
        self.assertEqual((read["new"], read["kept"], read["faults"]), (1, True, []))
        row = FinStock.objects.get()
        self.assertEqual((row.setup, row.box, row.size, row.flex, row.price, row.count),
                         ("thruster", "two-tab", "M", "medium", 79.5, 3))  # fmt: skip
        self.assertEqual(row.document().groups[0].area_m2, 0.0095)
        self.read(text="Front L, quad, big fronts, one-tab, L\nSolo, single, long box, M, x2")
        self.assertEqual(FinStock.objects.count(), 3)

    def test_what_a_line_lacks_is_named(self) -> None:
        for line, column in (
            ("Kelp M, two-tab, M", "setup"), ("Kelp M, thruster, two-tab", "size"),
            ("Kelp, thruster, M", "box"),
            ("Kelp M, thruster, two-tab, M, shiny", ""),
        ):  # fmt: skip
            given = line if "thruster" in line else f"A, thruster, two-tab, M\n{line}"
            faults = self.read(write=False, text=given)["faults"]
            self.assertEqual([fault["column"] for fault in faults], [column], line)
        self.assertEqual(FinStock.objects.count(), 0)

    def test_there_and_back_as_a_workbook(self) -> None:
        self.read(text=f"{HEAD}\n{ROW}")
        made = self.call("get", "/api/fins/table/?form=xlsx").content
        sheet = load_workbook(io.BytesIO(made)).active
        assert sheet is not None
        self.assertEqual(sheet.max_row, 2)
        before = FinStock.objects.get().document()
        FinStock.objects.all().delete()
        self.assertTrue(self.read(workbook=base64.b64encode(made).decode())["kept"])
        self.assertEqual(FinStock.objects.get().document(), before)
        for bad in ("!!", base64.b64encode(b"PK no workbook").decode()):
            self.refused(400, "post", "/api/fins/table/", {"workbook": bad})
