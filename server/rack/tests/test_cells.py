"""What is written in the cells of a table, and what it means."""

from datetime import date

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from chord_core.errors import ChordError
from rack.csv_cells import Head, cell_in, head_of, number_in, plain_number, safe, unsafe

#: Unit of the head, text, kilograms: a pound is .45359237 kg.
_WEIGHTS = (("lb", "7", 3.17515), ("", "7 lbs", 3.17515), ("", "3,2 kg", 3.2), ("kg", "3.2", 3.2))


class Cells(SimpleTestCase):
    """What is written in cells, and what it means."""

    def test_numbers_of_many_countries(self) -> None:
        for text, value in (
            ("34.2", 34.2), ("34,2", 34.2), ("1,234.5", 1234.5), ("1.234,5", 1234.5), ("1,234", 1234.0),
            ("1 234,5", 1234.5), ("1’234.50", 1234.5), ("650 €", 650.0), ("$1,200", 1200.0), ("34.2 L", 34.2),
            ("90 %", 90.0), ("£ 80", 80.0), ("0", 0.0), ("-3", -3.0), ("12 345", 12345.0),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertAlmostEqual(number_in("price", text), value)

    def test_what_is_no_number(self) -> None:
        for text in ("", "cheap", "1.2.3", "1,2,3", "--3", "1e5", "nan", "inf", "3 4/5", "½"):
            with self.subTest(text), self.assertRaises(ChordError):
                number_in("price", text)

    def test_points_and_commas_in_a_table_with_decimal_commas(self) -> None:
        for name, text, plain in (
            ("price", "1.200", "1200"), ("price", "1.200,50", "1200.50"), ("price", "640", "640"),
            ("price", "0.5", "0.5"), ("litres", "34,2", "34.2"), ("nose_width", "0.415", "0.415"),
        ):  # fmt: skip
            with self.subTest(name=name, text=text):
                self.assertEqual(plain_number(name, text), plain)

    def test_days(self) -> None:
        head = Head("hung_on", "")
        for text in ("2026-03-04", "04.03.2026", "4.3.26", "2026/03/04", "2026-03-04T10:00", "46085"):
            with self.subTest(text):
                self.assertEqual(cell_in(head, text, "in"), ("hung_on", date(2026, 3, 4)))
        self.assertEqual(cell_in(head, "31/05/2026", "in")[1], date(2026, 5, 31))
        self.assertEqual(cell_in(head, "05/05/2026", "in")[1], date(2026, 5, 5))

    def test_days_that_are_none_are_two_or_are_still_to_come(self) -> None:
        for text, says in (
            ("soon", "no day"), ("31.02.2026", "no day"), ("05/06/2026", "either of two"),
            ("2999-01-01", "to come"),
            ("12", "no day"),
        ):  # fmt: skip
            with self.subTest(text), self.assertRaises(ChordError) as refused:
                cell_in(Head("hung_on", ""), text, "in")
            self.assertIn(says, refused.exception.message)

    def test_heads_in_many_words_and_units(self) -> None:
        for text, head in (
            ("Length", Head("length", "")), ("LENGTH (cm)", Head("length", "cm")),
            ("width [mm]", Head("width", "mm")),
            ("Thickness, in", Head("thickness", "in")),
            ("board_weight (lbs)", Head("weight", "lb")),
            ("Stock  Number", Head("number", "")),
            ("Vol", Head("litres", "")),
            ("fin boxes", Head("box_type", "")),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertEqual(head_of(text), head)
        for text in ("", "shelf", "length (parsec)", "(cm)"):
            with self.subTest(text):
                self.assertIsNone(head_of(text))

    def test_measures_follow_head_sign_or_row(self) -> None:
        nose = "nose_width"
        for text, unit, row_unit, metres in (
            ("12 1/2", "", "in", 12.5 * 0.0254), ("31.5", "", "cm", 0.315), ("31,5 cm", "", "in", 0.315),
            ("315", "mm", "in", 0.315), ("0.315", "m", "in", 0.315), ('12 1/2"', "", "cm", 12.5 * 0.0254),
            ("12.5", "in", "cm", 12.5 * 0.0254), ("3/4", "", "in", 0.75 * 0.0254),
        ):  # fmt: skip
            with self.subTest(text=text, unit=unit):
                path, value = cell_in(Head(nose, unit), text, row_unit)
                self.assertEqual(path, "outline.nose_width_m")
                self.assertAlmostEqual(value, metres, places=6)
        for text in ("wide", "12 1/3", "-4"):
            with self.subTest(text), self.assertRaises(ChordError) as refused:
                cell_in(Head(nose, ""), text, "in")
            self.assertEqual(refused.exception.field, nose)

    def test_weights(self) -> None:
        for unit, text, kg in _WEIGHTS:
            with self.subTest(text=text, unit=unit):
                self.assertAlmostEqual(cell_in(Head("weight", unit), text, "in")[1], kg, places=4)

    def test_conditions_and_flags(self) -> None:
        shares = {"0.85": 0.85, "85": 0.85, "85 %": 0.85, "1": 1.0, "0": 0.0}
        for text, share in shares.items():
            self.assertAlmostEqual(cell_in(Head("condition", ""), text, "in")[1], share)
        flags = {"yes": True, "X": True, "ja": True, "no": False, "-": False, "0": False}
        for text, flag in flags.items():
            self.assertIs(cell_in(Head("pad", ""), text, "in")[1], flag)
        for head, text in (
            ("condition", "101"),
            ("condition", "-1"),
            ("pad", "perhaps"),
            ("stock", "stolen"),
        ):
            with self.subTest(text), self.assertRaises(ChordError):
                cell_in(Head(head, ""), text, "in")

    @given(st.text(max_size=60))
    def test_what_is_made_safe_comes_back(self, text: str) -> None:
        """And no spreadsheet takes it for a formula."""
        self.assertFalse(safe(text).startswith(("=", "+", "-", "@", "\t", "\r")))
        quoted = text.startswith("'") and safe(text[1:]) != text[1:]
        self.assertEqual(unsafe(safe(text)), text[1:] if quoted else text)
