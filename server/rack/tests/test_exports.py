"""Drawings in open formats, read back by libraries of others; the tag."""

import io
import json

import ezdxf
from ezdxf import bbox, units
from pypdf import PdfReader
from svgelements import SVG, Path

from accounts.tests.case import BOARD, ApiCase
from chord_core.documents import Board as Document
from chord_core.documents import parse
from rack.models import Board

FISH = {**BOARD, "name": "Dustpan & <Sons>", "outline": {"tail_shape": "fish", "tail_width_m": 0.41}}


class Drawings(ApiCase):
    def file(self, board: dict, kind: str) -> bytes:
        pk = self.good("post", "/api/boards/", {"board": board})["id"]
        response = self.call("get", f"/api/boards/{pk}/board.{kind}")
        self.assertIn(f"board-{pk}.{kind}", response["Content-Disposition"])
        return response.content

    def test_dxf_has_the_length_in_millimetres(self) -> None:
        for board in (BOARD, FISH):
            drawing = ezdxf.read(io.StringIO(self.file(board, "dxf").decode()))
            self.assertEqual(drawing.units, units.MM)
            for layer, wide in (("OUTLINE", board["width_m"]), ("STRINGER", 0)):
                box = bbox.extents(drawing.modelspace().query(f'LWPOLYLINE[layer=="{layer}"]'))
                self.assertAlmostEqual(box.size.x, board["length_m"] * 1000, places=3)
                self.assertAlmostEqual(box.size.y, wide * 1000, delta=0.5)
            self.assertFalse(drawing.audit().has_errors)

    def test_svg_has_the_length_in_millimetres(self) -> None:
        for board in (BOARD, FISH):
            raw = self.file(board, "svg")
            drawing = SVG.parse(io.BytesIO(raw), ppi=25.4)  # one unit a millimetre
            outline = next(e for e in drawing.elements() if isinstance(e, Path) and e.id == "outline")
            left, top, right, bottom = outline.bbox()
            self.assertAlmostEqual(right - left, board["length_m"] * 1000, delta=0.01)
            self.assertAlmostEqual(bottom - top, board["width_m"] * 1000, delta=0.5)

    def test_templates_and_solids_are_files_of_their_kind(self) -> None:
        for kind, starts in (("pdf", b"%PDF-"), ("3mf", b"PK"), ("csv", b"from_tail_mm,")):
            self.assertTrue(self.file(BOARD, kind).startswith(starts), kind)
        self.assertGreater(len(self.file(BOARD, "stl")), 84)

    def test_a_paper_that_no_printer_has_is_refused(self) -> None:
        pk = self.good("post", "/api/boards/", {"board": BOARD})["id"]
        path = f"/api/boards/{pk}/board.pdf?paper="
        self.assertEqual(self.refused(400, "get", path + "a9")["field"], "paper")
        made = [self.call("get", path + paper).content for paper in ("a4", "a3")]
        pages = [len(PdfReader(io.BytesIO(one)).pages) for one in made]
        self.assertLess(pages[1], pages[0])

    def test_json_is_the_document(self) -> None:
        said = json.loads(self.file(FISH, "json"))
        self.assertEqual(parse(Document, said), parse(Document, FISH))

    def test_the_tag_names_the_line_and_nobody(self) -> None:
        self.ticket(name="Ines Vane", mass_kg=73)
        pk = self.good("post", "/api/boards/", {"board": {**BOARD, "price": 640}, "number": "N7"})["id"]
        text = (
            PdfReader(io.BytesIO(self.call("get", f"/api/boards/{pk}/tag.pdf").content))
            .pages[0]
            .extract_text()
        )
        for part in ("6'0", "33.0 L", "640", "N7"):
            self.assertIn(part, text)
        for secret in ("Ines", "73"):
            self.assertNotIn(secret, text)
        self.assertEqual(Board.objects.get(pk=pk).number, "N7")
