"""Drawings and solids of boards, read back by libraries of others."""

import csv
import io
import json
import re
from unittest import TestCase

import ezdxf
import numpy as np
import trimesh
from ezdxf import bbox
from pypdf import PdfReader
from svgelements import SVG, Path

from chord_core.cli import run
from chord_core.documents import Board, DrawingsRequest
from chord_core.drawings.mesh import mesh_of
from chord_core.drawings.pdf import CHECK_MM, PAPERS
from chord_core.drawings.stations import COLUMNS
from chord_core.drawings.write import drawings
from chord_core.hull.label import labelled_hulls
from chord_core.hull.solid import sections_of
from chord_core.hull.stations import SHARE
from chord_core.tables import families
from chord_core.units import FOOT_M
from tests.strategies import inches

TAILS = ("pin", "round pin", "round", "squash", "square", "swallow", "fish", "diamond", "bat")
BOTTOMS = (
    (),
    ({"from_tail_m": 0.3, "shape": "concave", "depth_m": 0.004},),
    ({"from_tail_m": 0.2, "shape": "vee with double concave", "depth_m": 0.005},
     {"from_tail_m": 1.2, "shape": "belly", "depth_m": 0.003}),
    ({"from_tail_m": 0.3, "shape": "double concave", "depth_m": 0.003},
     {"from_tail_m": 0.9, "shape": "concave", "depth_m": 0.003}),
)  # fmt: skip
MM_A_POINT = 25.4 / 72


def some_boards(count: int) -> list[Board]:
    """Boards of all families in turn, of any size they come in, with every tail and bottom."""
    chance = np.random.default_rng(7)
    of = list(families().values())
    made = []
    for i in range(count):
        family = of[i % len(of)]
        length, width, thickness = (
            float(chance.uniform(*span)) for span in (family.length_m, family.width_m, family.thickness_m)
        )
        facts = {"family": family.name, "length_m": length, "width_m": width, "thickness_m": thickness}
        outline = {"tail_shape": TAILS[i % len(TAILS)]} if i % 3 else {}
        bottom = tuple(BOTTOMS[i % len(BOTTOMS)])
        section = {"rail_middle": float(chance.uniform(0, 1))} if i % 2 else {}
        board = Board.model_validate(facts | {"outline": outline, "bottom": bottom, "section": section})
        if i % 4 == 0:
            litres = round(float(labelled_hulls([board]).litres[0]) * 1.02, 1)
            board = board.model_copy(update={"stated_litres": litres})
        made.append(board)
    return made


class Solids(TestCase):
    def test_closed_and_of_the_litres_said(self) -> None:
        for board in some_boards(300):
            mesh = mesh_of(board)
            with self.subTest(board=board.model_dump_json(exclude_unset=True)):
                self.assertTrue(mesh.is_watertight)
                self.assertTrue(mesh.is_winding_consistent)
                litres = float(labelled_hulls([board]).litres[0])
                self.assertLess(abs(mesh.volume / 1e6 / litres - 1), 0.003)
                long, wide, _ = mesh.extents
                self.assertAlmostEqual(long, board.length_m * 1000, delta=0.5)
                self.assertAlmostEqual(wide, board.width_m * 1000, delta=0.5)

    def test_a_label_that_is_believed_is_what_the_solid_holds(self) -> None:
        plain = inches("performance shortboard", 72, 19, 2.375)
        litres = float(labelled_hulls([plain]).litres[0])
        for said in (0.97 * litres, 1.03 * litres):
            mesh = mesh_of(plain.model_copy(update={"stated_litres": said}))
            self.assertLess(abs(mesh.volume / 1e6 / said - 1), 0.003)

    def test_thick_in_the_middle_as_the_line_says(self) -> None:
        board = inches("performance longboard", 108, 22.5, 3)
        cut = mesh_of(board).section(plane_origin=[board.length_m * 500, 0, 0], plane_normal=[1, 0, 0])
        self.assertAlmostEqual(float(cut.extents[2]), board.thickness_m * 1000, delta=0.5)

    def test_sections_are_as_large_as_the_hull_says(self) -> None:
        board = inches("performance fish", 66, 21, 2.5)
        hull = labelled_hulls([board])
        places = np.linspace(0.35, 1.4, 6)
        wanted = np.interp(places, SHARE * board.length_m, hull.section_m2[0])
        np.testing.assert_allclose(sections_of(board, places).area_m2, wanted, rtol=0.01)

    def test_what_is_cut_into_the_bottom_shows_at_the_stringer(self) -> None:
        """Concave lifts the bottom by its depth, belly lowers it, vee too; the rails stay where they are."""
        plain = inches("performance shortboard", 72, 19, 2.375)
        at = np.array([0.9])
        flat = sections_of(plain, at)
        for shape, sign in (("concave", 1), ("belly", -1), ("vee", -1), ("double concave", 0)):
            zone = {"from_tail_m": 0.9, "shape": shape, "depth_m": 0.006}
            cut = sections_of(Board.model_validate(plain.model_dump() | {"bottom": [zone]}), at)
            self.assertAlmostEqual(float(cut.bottom[0, 0] - flat.bottom[0, 0]), sign * 0.006, places=6)
            self.assertAlmostEqual(float(cut.bottom[0, -1]), float(cut.deck[0, -1]))

    def test_the_edge_is_hard_behind_and_soft_ahead(self) -> None:
        """Under the widest place a hard edge fills its corner; a soft rail is round there."""
        board = Board.model_validate(
            inches("performance shortboard", 72, 19, 2.375).model_dump()
            | {"section": {"edge_from_tail_m": 0.6}}
        )
        of = sections_of(board, np.array([0.35, 1.3]))
        near = int(np.searchsorted(of.across[0] / of.half[0], 0.97))
        low = (of.bottom[:, near] - of.bottom[:, 0]) / (of.deck[:, 0] - of.bottom[:, 0])
        self.assertLess(low[0], 0.6 * low[1])


class Files(TestCase):
    def file(self, board: Board, kind: str, paper: str = "a4") -> bytes:
        return drawings(DrawingsRequest.model_validate({"board": board, "kind": kind, "paper": paper}))

    def test_stl_and_3mf_are_read_back_in_millimetres(self) -> None:
        board = inches("performance fish", 66, 21, 2.5)
        litres = float(labelled_hulls([board]).litres[0])
        for kind in ("stl", "3mf"):
            back = trimesh.load(io.BytesIO(self.file(board, kind)), file_type=kind, force="mesh")
            self.assertTrue(back.is_watertight, kind)
            self.assertAlmostEqual(back.volume / 1e6, litres, delta=0.003 * litres)
            self.assertAlmostEqual(back.extents[0], board.length_m * 1000, delta=0.5)

    def test_dxf_opens_without_faults(self) -> None:
        board = inches("gun", 108, 20, 3)
        drawing = ezdxf.read(io.StringIO(self.file(board, "dxf").decode()))
        self.assertFalse(drawing.audit().has_errors)
        layers = {entity.dxf.layer for entity in drawing.modelspace()}
        self.assertLessEqual({"OUTLINE", "STRINGER", "BOTTOM", "DECK", "SECTIONS", "FEET", "FINS"}, layers)
        box = bbox.extents(drawing.modelspace().query('LWPOLYLINE[layer=="OUTLINE"]'))
        self.assertAlmostEqual(box.size.x, board.length_m * 1000, delta=0.5)
        self.assertAlmostEqual(box.size.y, board.width_m * 1000, delta=0.5)

    def test_svg_is_to_scale(self) -> None:
        board = inches("mid-length", 84, 21.5, 2.75)
        drawing = SVG.parse(io.BytesIO(self.file(board, "svg")), ppi=25.4)
        outline = next(e for e in drawing.elements() if isinstance(e, Path) and e.id == "outline")
        left, top, right, bottom = outline.bbox()
        self.assertAlmostEqual(right - left, board.length_m * 1000, delta=0.5)
        self.assertAlmostEqual(bottom - top, board.width_m * 1000, delta=0.5)

    def test_stations_hold_the_board(self) -> None:
        """Width x thickness x how full, summed over the stations, is the litres; the marks are among them."""
        board = inches("all-rounder", 74, 20.5, 2.6)
        rows = list(csv.DictReader(io.StringIO(self.file(board, "csv").decode())))
        self.assertEqual(tuple(rows[0]), COLUMNS)
        along = np.array([float(row["from_tail_mm"]) for row in rows])
        for mark in (0, FOOT_M, board.length_m / 2, board.length_m - FOOT_M, board.length_m):
            self.assertLess(np.abs(along - mark * 1000).min(), 0.11)
        cut = np.array([float(row["section_cm2"]) for row in rows])
        litres = float(np.trapezoid(cut, along)) / 1e4
        self.assertAlmostEqual(litres, float(labelled_hulls([board]).litres[0]), delta=0.01 * litres)
        middle = rows[int(np.abs(along - board.length_m * 500).argmin())]
        self.assertAlmostEqual(float(middle["thickness_mm"]), board.thickness_m * 1000, delta=0.1)

    def test_the_core_writes_it_and_names_what_is_wrong(self) -> None:
        for document, field in (
            ({"kind": "svg"}, "board"),
            ({"board": {"family": "performance fish"}, "kind": "svg"}, "board.length_m"),
            (
                {"board": inches("performance fish", 66, 21, 2.5).model_dump(mode="json"), "kind": "step"},
                "kind",
            ),
        ):
            sink = io.StringIO()
            self.assertEqual(run("drawings", io.StringIO(json.dumps(document)), sink), 2)
            self.assertEqual(json.loads(sink.getvalue())["error"]["field"], field)


class Templates(TestCase):
    """Paths of the tiled sheets, read back out of the file."""

    def paths(self, page: object) -> list[list[tuple[float, float]]]:
        """Every path of a page as points [mm]; fpdf writes them plainly: m, l, S."""
        made: list[list[tuple[float, float]]] = []
        text = page.get_contents().get_data().decode("latin-1")  # type: ignore[attr-defined]
        for x, y, way in re.findall(r"(-?[\d.]+) (-?[\d.]+) ([ml])\b", text):
            if way == "m":
                made.append([])
            made[-1].append((float(x) * MM_A_POINT, float(y) * MM_A_POINT))
        return made

    def test_a_hundred_millimetres_are_a_hundred(self) -> None:
        board = inches("performance fish", 66, 21, 2.5)
        for paper, (wide, high) in PAPERS.items():
            made = drawings(DrawingsRequest.model_validate({"board": board, "kind": "pdf", "paper": paper}))
            pages = PdfReader(io.BytesIO(made)).pages
            for page in pages:
                self.assertAlmostEqual(float(page.mediabox.width) * MM_A_POINT, wide, delta=0.1)
                self.assertAlmostEqual(float(page.mediabox.height) * MM_A_POINT, high, delta=0.1)
                flat = [p for p in self.paths(page) if len(p) == 2 and abs(p[0][1] - p[1][1]) < 0.01]
                lengths = [abs(p[1][0] - p[0][0]) for p in flat]
                self.assertTrue(any(abs(length - CHECK_MM) <= 0.1 for length in lengths), lengths)

    def test_the_template_is_as_long_and_half_as_wide_as_the_board(self) -> None:
        board = inches("performance shortboard", 72, 19, 2.375)
        made = drawings(DrawingsRequest(board=board, kind="pdf"))
        first = PdfReader(io.BytesIO(made)).pages[0]
        outline = np.array(max(self.paths(first), key=len))
        long, wide = outline.max(axis=0) - outline.min(axis=0)
        self.assertAlmostEqual(long, board.length_m * 1000, delta=0.1)
        self.assertAlmostEqual(wide, board.width_m * 500, delta=0.1)

    def test_sheets_that_lie_on_each_other_overlap_and_leave_nothing_out(self) -> None:
        """The half outline is cut into one row after another; between two sheets lie as many millimetres as a
        tile is wide, less the overlap, so that the crosses of both meet."""
        board = inches("performance longboard", 108, 23, 3)
        pages = PdfReader(io.BytesIO(drawings(DrawingsRequest(board=board, kind="pdf")))).pages
        lefts, columns = [], 0
        for page in pages:
            found = re.search(r"half outline: row (\d) of (\d), sheet (\d+) of (\d+)", page.extract_text())
            if not found or found[1] != "1":
                continue
            columns = int(found[4])
            lefts.append(min(x for x, _ in max(self.paths(page), key=len)))
        self.assertEqual(len(lefts), columns)
        steps = -np.diff(lefts)
        np.testing.assert_allclose(steps, steps[0], atol=0.05)
        tile = PAPERS["a4"][0] - 2 * 12
        self.assertLess(steps[0], tile)
        self.assertGreaterEqual(steps[0] * (columns - 1) + tile, board.length_m * 1000)

    def test_the_name_of_a_board_stands_on_every_sheet(self) -> None:
        board = inches("performance fish", 66, 21, 2.5).model_copy(update={"name": "Žluť 7"})
        for page in PdfReader(io.BytesIO(drawings(DrawingsRequest(board=board, kind="pdf")))).pages:
            self.assertIn("Žluť 7", page.extract_text())
