"""An outline out of a picture: boards drawn by the core come back; broken, huge and empty pictures are
refused."""

import io
import resource
from unittest import mock
from urllib.parse import urlencode

import numpy as np
from PIL import Image

from accounts.tests.case import ApiCase
from chord_core.fit.rules.reference_boards import board_at
from chord_core.hull.measured import hulls_of
from chord_core.hull.stations import SHARE
from chord_core.tables import families
from rack import photograph
from rack.photograph import _opened
from tooling.draw_photograph import BOARD, TAPE_M, Drawn, draw_photograph


def file_of(picture: Image.Image, kind: str = "JPEG") -> bytes:
    sink = io.BytesIO()
    picture.save(sink, kind, quality=85)
    return sink.getvalue()


class Photographs(ApiCase):
    def send(self, raw: bytes, drawn: Drawn | None = None, **more: object):
        (x1, y1), (x2, y2) = drawn.tape if drawn else ((0.1, 0.9), (0.9, 0.9))
        asked = {"x1": x1, "y1": y1, "x2": x2, "y2": y2, "apart_m": TAPE_M, **more}
        return self.client.post(f"/api/rack/photograph/?{urlencode(asked)}", raw, content_type="image/*")

    def found(self, drawn: Drawn, kind: str = "JPEG", **more: object) -> dict:
        response = self.send(file_of(drawn.picture, kind), drawn, **more)
        self.assertEqual(response.status_code, 200, response.content)
        return response.json()

    def test_boards_come_back_within_what_is_said(self) -> None:
        """Three boards, lying askew either way, light and dark: widths within the error that is said."""
        cases = (
            (BOARD, 4.0, (243, 240, 228)),
            (board_at(families()["all-rounder"], 0.6), -7.0, (60, 120, 130)),
            (board_at(families()["nose-rider"], 0.2), 1.0, (250, 250, 250)),
        )
        for board, turned, foam in cases:
            scale = 1300 / 3.2 if board.length_m > 2.5 else 520.0
            # The wider end is taken for the tail; on boards with a wide nose one says that it is not.
            hull = hulls_of([board])
            round_ = str(bool(hull.fleet.nose_width[0] > hull.fleet.tail_width[0])).lower()
            found = self.found(draw_photograph(board, scale, turned, foam=foam), turned=round_)
            self.assertLess(abs(found["length_m"] / board.length_m - 1), 0.006)
            self.assertLess(found["unsure_m"], 0.012)
            true = 2 * hull.half_width[0]
            for one in found["widths"]:
                wanted = float(np.interp(one["from_tail_m"], SHARE * board.length_m, true))
                self.assertLess(abs(one["width_m"] - wanted), one["unsure_m"], one["from_tail_m"])

    def test_turned_the_other_way_round(self) -> None:
        drawn = draw_photograph()
        there, back = self.found(drawn), self.found(drawn, turned="true")
        self.assertAlmostEqual(there["tail"][0], back["nose"][0], places=6)
        first, last = there["widths"][0]["width_m"], back["widths"][-1]["width_m"]
        self.assertNotAlmostEqual(first, back["widths"][0]["width_m"], places=3)
        self.assertLess(abs(first - last), 0.12)

    def test_other_formats_and_a_picture_that_was_held_upright(self) -> None:
        drawn = draw_photograph()
        for kind in ("PNG", "WEBP"):
            self.assertLess(abs(self.found(drawn, kind)["length_m"] / BOARD.length_m - 1), 0.006)
        upright = Drawn(drawn.picture.transpose(Image.Transpose.ROTATE_90),
                        tuple((y, 1 - x) for x, y in drawn.tape))  # fmt: skip
        self.assertLess(abs(self.found(upright)["length_m"] / BOARD.length_m - 1), 0.006)

    def test_what_is_no_picture_of_a_board_is_refused(self) -> None:
        plain = file_of(Image.new("RGB", (600, 400), (200, 180, 150)))
        square = Image.new("RGB", (600, 400), (200, 180, 150))
        square.paste((250, 250, 250), (200, 100, 400, 300))
        whole = file_of(draw_photograph().picture)
        bomb = Image.new("1", (9000, 9000))
        cases = {
            "empty": (b"", "no whole"),
            "text": (b"length,width\n", "no whole"),
            "cut": (whole[: len(whole) // 3], "no whole"),
            "another format": (file_of(Image.new("RGB", (60, 40)), "BMP"), "no whole"),
            "of one colour": (plain, "one colour"),
            "no board": (file_of(square), "no board"),
            "many pixels": (file_of(bomb, "PNG"), "too many"),
            "pixels of a phone, in a format that is unpacked whole": (
                file_of(Image.new("1", (7700, 7700)), "PNG"),
                "too many",
            ),
        }
        for name, (raw, says) in cases.items():
            with self.subTest(name):
                response = self.send(raw)
                self.assertEqual(response.status_code, 400)
                error = response.json()["error"]
                self.assertEqual(error["field"], "picture")
                self.assertIn(says, error["message"])

    def test_a_picture_of_too_many_bytes_is_not_read(self) -> None:
        response = self.send(b"\xff\xd8" + bytes(17 * 1024 * 1024))
        self.assertEqual(response.status_code, 413)
        self.assertIn("16 MB", response.json()["error"]["message"])

    def test_pictures_are_unpacked_one_at_a_time_and_in_little_memory(self) -> None:
        """A JPEG of 48 million pixels, as phones make them, is unpacked at an eighth of its size."""
        large = Image.new("RGB", (8000, 6000), (200, 180, 150))
        sink = io.BytesIO()
        large.save(sink, "JPEG", quality=30)
        del large
        before = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
        _opened(sink.getvalue())
        grown_mb = (resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - before) / 1024
        self.assertLess(grown_mb, 150)
        with mock.patch.object(photograph, "_PATIENCE_S", 0.01), photograph._one_at_a_time:
            response = self.send(file_of(draw_photograph().picture))
        self.assertIn("moment", response.json()["error"]["message"])

    def test_points_that_give_no_scale_are_refused(self) -> None:
        drawn = draw_photograph()
        raw = file_of(drawn.picture)
        same = {"x2": drawn.tape[0][0], "y2": drawn.tape[0][1]}
        cases = (
            (same, "x2"),
            ({"apart_m": 6}, "apart_m"),
            ({"x1": 1.5}, "x1"),
            ({"apart_m": "long"}, "apart_m"),
        )
        for more, field in cases:
            with self.subTest(field):
                self.assertEqual(self.send(raw, drawn, **more).json()["error"]["field"], field)
