"""The line of dims: lines that shops write, lines that must be refused, and the way back."""

import json
from pathlib import Path
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from chord_core.errors import ChordError
from chord_core.line import LIMITS_M, read_line, write_line
from chord_core.units import INCH_M

#: What is written, then length, width, thickness in inches, then litres.
GOOD_IMPERIAL = [
    ("5'10 x 20 1/2 x 2 5/8, 34.2 L", 70, 20.5, 2.625, 34.2),
    ("5'10 x 20 1/2 x 2 5/8", 70, 20.5, 2.625, None),
    ('5\'10" x 20 1/2" x 2 5/8"', 70, 20.5, 2.625, None),
    ("5'10'' x 20 1/2'' x 2 5/8''", 70, 20.5, 2.625, None),
    ("5′10″ × 20½″ × 2⅝″ 34.2L", 70, 20.5, 2.625, 34.2),
    ("5’10” x 20 ½ x 2 ⅝", 70, 20.5, 2.625, None),
    ("5`10 x 20.5 x 2.625", 70, 20.5, 2.625, None),
    ("5´10 x 20.5 x 2.625", 70, 20.5, 2.625, None),
    ("5 ' 10 x 20-1/2 x 2-5/8", 70, 20.5, 2.625, None),
    ('5\'-10" x 20-1/2" x 2-5/8"', 70, 20.5, 2.625, None),
    ("5.10 x 20.5 x 2.63", 70, 20.5, 2.63, None),
    ("5,10 x 20,5 x 2,63", 70, 20.5, 2.63, None),
    ("6.2 x 19 x 2.4", 74, 19, 2.4, None),
    ("6.02 x 19 x 2.4", 74, 19, 2.4, None),
    ("5.11 x 19 x 2.4", 71, 19, 2.4, None),
    ("6.0 x 19 x 2.5", 72, 19, 2.5, None),
    ("6 x 19 x 2.5", 72, 19, 2.5, None),
    ("9'6 x 23 x 3", 114, 23, 3, None),
    ("9' x 23 x 3 1/8", 108, 23, 3.125, None),
    ("10'0 x 24 x 3 1/4, 95 l", 120, 24, 3.25, 95),
    ("12'6 x 30 x 4 1/2", 150, 30, 4.5, None),
    ("5 10 x 20 x 2 1/2", 70, 20, 2.5, None),
    ("5-10 x 20 x 2 1/2", 70, 20, 2.5, None),
    ("70 x 20 x 2.5", 70, 20, 2.5, None),
    ('70" x 20" x 2.5"', 70, 20, 2.5, None),
    ("70 1/2 x 20 x 2 1/2", 70.5, 20, 2.5, None),
    ("70in x 20in x 2.5in", 70, 20, 2.5, None),
    ("70 inches x 20 inches x 2 1/2 inches", 70, 20, 2.5, None),
    ("5ft10 x 20 x 2.5", 70, 20, 2.5, None),
    ("5ft 10in x 20in x 2.5in", 70, 20, 2.5, None),
    ("5 feet 10 inches by 20 inches by 2.5 inches", 70, 20, 2.5, None),
    ("5.5 ft x 20 x 2.5", 66, 20, 2.5, None),
    ("5'10 1/2 x 20 1/16 x 2 17/32", 70.5, 20.0625, 2.53125, None),
    ("5'10.5 x 20 x 2.5", 70.5, 20, 2.5, None),
    ("5'10½ x 20⅛ x 2⅜", 70.5, 20.125, 2.375, None),
    ("5'10X20X2.5", 70, 20, 2.5, None),
    ("5'10 * 20 * 2.5", 70, 20, 2.5, None),
    ("5'10 x 20 x 2.5 @ 33L", 70, 20, 2.5, 33),
    ("5'10 x 20 x 2.5 (33 L)", 70, 20, 2.5, 33),
    ("5'10 x 20 x 2.5 = 33.0 litres", 70, 20, 2.5, 33),
    ("5'10 x 20 x 2.5; 33,5 ltr", 70, 20, 2.5, 33.5),
    ("5'10 x 20 x 2.5, 33 Liters", 70, 20, 2.5, 33),
    ("5'10 x 20 x 2 1/2 33ℓ", 70, 20, 2.5, 33),
    ("  5'10   x 20 x  2 1/2  ", 70, 20, 2.5, None),
    ("5'10\u00a0x\u00a020\u00a01/2\u00a0x\u00a02\u00a05/8", 70, 20.5, 2.625, None),
    ("5'10 x 20 1⁄2 x 2 5⁄8", 70, 20.5, 2.625, None),
    ("Bradawl 6'4 x 20 3/4 x 2 5/8, 39.4 L", 76, 20.75, 2.625, 39.4),
    ("The Ladle: 6'10 x 21 x 2 3/4", 82, 21, 2.75, None),
    ("Löffel, 6'10 x 21 x 2 3/4", 82, 21, 2.75, None),
    ("5'8 x 18 1/4 x 2 3/16, 24.3L.", 68, 18.25, 2.1875, 24.3),
    ("4'8 x 18.5 x 2.1", 56, 18.5, 2.1, None),
]
#: What is written, then length, width, thickness in centimetres, then litres.
GOOD_METRIC = [
    ("178 x 52 x 6.7", 178, 52, 6.7, None),
    ("178 x 52 x 6,7, 34,2 L", 178, 52, 6.7, 34.2),
    ("178 × 52 × 6.7 cm", 178, 52, 6.7, None),
    ("178cm x 52cm x 6.7cm", 178, 52, 6.7, None),
    ("178 cm x 52 cm x 67 mm", 178, 52, 6.7, None),
    ("1.78 x 0.52 x 0.067", 178, 52, 6.7, None),
    ("1.78m x 52cm x 6.7cm", 178, 52, 6.7, None),
    ("1,78 x 52 x 6,7", 178, 52, 6.7, None),
    ("1780 x 520 x 67", 178, 52, 6.7, None),
    ("1780mm x 520mm x 67mm, 34 L", 178, 52, 6.7, 34),
    ("178x52x5", 178, 52, 5, None),
    ("300 x 60 x 8.5, 85 L", 300, 60, 8.5, 85),
    ("145 x 47 x 5.2", 145, 47, 5.2, None),
    ("Mulde 213 x 55 x 7.4", 213, 55, 7.4, None),
]

#: What is written, the measure that the error names, and a part of what it says.
BAD = [
    ("", "line", "nothing was typed"),
    ("   ", "line", "nothing was typed"),
    ("hello", "line", "1 measure read"),
    ("5'10", "line", "1 measure read"),
    ("5'10 x 20", "line", "2 measures read"),
    ("5'10 x 20 x 2.5 x 3", "line", "4 measures read"),
    ("34 L", "line", "measure"),
    ("5'10 20 2.5", "line", "1 measure read"),
    ("5'10 x x 2.5", "width", "no width was read"),
    ("x 20 x 2.5", "length", "no length was read"),
    ("5'10 x 20 x", "thickness", "no thickness was read"),
    ("5'12 x 20 x 2.5", "length", "0 to 11 15/16"),
    ("5'13 x 20 x 2.5", "length", "13 inches"),
    ("5 13 x 20 x 2.5", "length", "13 inches"),
    ("5.12 x 20 x 2.5", "length", "12 inches"),
    ("5.75 x 20 x 2.5", "length", "decimal feet"),
    ("5.5ft 3 x 20 x 2.5", "length", "5.5 feet and 3 inches"),
    ("3'6 x 20 x 2.5", "length", "a length is"),
    ("13'0 x 20 x 2.5", "length", "a length is"),
    ("50'10 x 20 x 2.5", "length", "a length is"),
    ("5'10 x 12 x 2.5", "width", "a width is"),
    ("5'10 x 36 x 2.5", "width", "a width is"),
    ("5'10 x 20 x 1", "thickness", "a thickness is"),
    ("5'10 x 20 x 6.5 in", "thickness", "a thickness is"),
    ("5'10 x 20 1/3 x 2.5", "width", "halves"),
    ("5'10 x 20⅓ x 2.5", "width", "halves"),
    ("5'10 x 20 5/4 x 2.5", "width", "less than one inch"),
    ("5'10 x 20 1/2 x 2 9/8", "thickness", "less than one inch"),
    ("5'10 x 20 1/0 x 2.5", "width", "halves"),
    ("5'10 x twenty x 2.5", "width", "was read as the width"),
    ("5'10 x 20 x thick", "thickness", "was read as the thickness"),
    ("5'ten x 20 x 2.5", "length", "ten"),
    ("5'10 x 1'8 x 2.5", "width", "feet were read in the width"),
    ("5'10 x -20 x 2.5", "width", "more than nothing"),
    ("5'10 x 20 x 2.5, 342 L", "litres", "5 to 300 L"),
    ("5'10 x 20 x 2.5, 3 L", "litres", "5 to 300 L"),
    ("5'10 x 20 x 2.5, -33 L", "litres", "5 to 300 L"),
    ("5'10 x 20 x 2.5, 80 L", "litres", "holds"),
    ("178 x 20 1/2 x 2 5/8", "line", "mix inches and centimetres"),
    ("178 x 20 x 2.5", "line", "mix inches and centimetres"),
    ("400 x 52 x 6.7", "length", "a length is 120 to 382 cm"),
    ("178 x 30cm x 6.7", "width", "a width is 38 to 90 cm"),
    ("178 x 52 x 20", "thickness", "a thickness is 3.8 to 16 cm"),
    ("178 x 52 x 2", "thickness", "a thickness is"),
    ("1..78 x 52 x 6.7", "length", "1..78"),
    ("5'10 x 20 x 2.5, 33 kg", "thickness", "33 kg"),
    ("5'10 x 20 x 2.5 " + "x" * 300, "line", "longer than 200"),
]


class GoodLines(TestCase):
    def test_at_least_sixty(self) -> None:
        self.assertGreaterEqual(len(GOOD_IMPERIAL) + len(GOOD_METRIC), 60)

    def test_imperial(self) -> None:
        for text, *inches, litres in GOOD_IMPERIAL:
            with self.subTest(text):
                line = read_line(text)
                read = [m / INCH_M for m in (line.length_m, line.width_m, line.thickness_m)]
                for got, wanted in zip(read, inches, strict=True):
                    self.assertAlmostEqual(got, wanted, places=6)
                self.assertEqual(line.stated_litres, litres)
                self.assertEqual(line.unit, "imperial")

    def test_metric(self) -> None:
        for text, *centimetres, litres in GOOD_METRIC:
            with self.subTest(text):
                line = read_line(text)
                for got, wanted in zip(
                    (line.length_m, line.width_m, line.thickness_m), centimetres, strict=True
                ):
                    self.assertAlmostEqual(got * 100, wanted, places=6)
                self.assertEqual(line.stated_litres, litres)
                self.assertEqual(line.unit, "metric")

    def test_feet_with_a_point_are_shown_back_for_confirmation(self) -> None:
        self.assertIn("5'10", read_line("5.10 x 20.5 x 2.63").confirm or "")
        self.assertIn("6'2", read_line("6.2 x 19 x 2.4").confirm or "")
        self.assertIsNone(read_line("5'10 x 20.5 x 2.63").confirm)

    def test_names_are_kept(self) -> None:
        self.assertEqual(read_line("Bradawl 6'4 x 20 3/4 x 2 5/8").name, "Bradawl")
        self.assertEqual(read_line("The Ladle: 6'10 x 21 x 2 3/4").name, "The Ladle")


class BadLines(TestCase):
    def test_at_least_forty(self) -> None:
        self.assertGreaterEqual(len(BAD), 40)

    def test_each_is_refused_with_measure_and_reason(self) -> None:
        for text, field, says in BAD:
            with self.subTest(text), self.assertRaises(ChordError) as caught:
                read_line(text)
            self.assertEqual(caught.exception.field, field, caught.exception)
            self.assertIn(says, caught.exception.message)


class WritingBack(TestCase):
    def test_as_shapers_do(self) -> None:
        dims = (70 * INCH_M, 20.5 * INCH_M, 2.625 * INCH_M)
        self.assertEqual(write_line(*dims, 34.2), "5'10 x 20 1/2 x 2 5/8, 34.2 L")
        self.assertEqual(write_line(*dims, unit="metric"), "177.8 x 52.1 x 6.7")
        self.assertEqual(write_line(1.78, 0.52, 0.067, unit="metric"), "178 x 52 x 6.7")
        self.assertEqual(write_line(72 * INCH_M, 19 * INCH_M, 2.5 * INCH_M), "6'0 x 19 x 2 1/2")
        self.assertEqual(write_line(72.0625 * INCH_M, 19 * INCH_M, 2.5 * INCH_M), "6'0 1/16 x 19 x 2 1/2")
        # 11 31/32 in after the feet is a whole foot more, never 5'12.
        self.assertEqual(write_line(71.99 * INCH_M, 19 * INCH_M, 2.5 * INCH_M)[:3], "6'0")

    @given(*(st.floats(*LIMITS_M[name]) for name in ("length", "width", "thickness")))
    def test_what_is_written_reads_back_within_half_a_step(
        self, length: float, width: float, thick: float
    ) -> None:
        steps = {"imperial": (INCH_M / 32, INCH_M / 32, INCH_M / 64), "metric": (5e-4, 5e-4, 5e-4)}
        for unit, half in steps.items():
            text = write_line(length, width, thick, unit=unit)
            try:
                line = read_line(text)
            except ChordError as error:
                # A measure at the very limit may round over it.
                self.assertIn(" is ", error.message)
                continue
            read = (line.length_m, line.width_m, line.thickness_m)
            for got, meant, within in zip(read, (length, width, thick), half, strict=True):
                self.assertLessEqual(abs(got - meant), within * 1.001 + 1e-9)


class Said(TestCase):
    """The screens have the same file (web/tests/units.test.ts): both say a measure alike."""

    def test_measures_are_written_as_the_screens_write_them(self) -> None:
        rows = json.loads((Path(__file__).parent / "said_measures.json").read_text(encoding="utf-8"))
        for row in rows["measures"]:
            whole = {"length": 1.8, "width": 0.5, "thickness": 0.0635, row["measure"]: row["metres"]}
            parts = write_line(*whole.values()).split(" x ")
            self.assertEqual(parts[list(whole).index(row["measure"])], row["imperial"], row)
