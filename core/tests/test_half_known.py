"""Boards that are only half remembered: what is said is taken, the rest is an ordinary board's, and named."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from chord_core.errors import ChordError
from chord_core.hull.fleet import fleet_of
from chord_core.hull.half_known import board_from_words
from chord_core.hull.hull import hull_of
from chord_core.line import LIMITS_M
from chord_core.tables import families
from chord_core.units import FOOT_M, INCH_M
from tests import tries

ALL = ("family", "length_m", "width_m", "thickness_m")


class Words(TestCase):
    def test_what_people_say_of_a_board(self) -> None:
        for text, family, length_m, litres, assumed in (
            ("about 40 litres", None, None, 40, ALL),
            ("an eight-foot foam board", "long soft-top", 8 * FOOT_M, None, ALL[2:]),
            ("8ft soft top", "long soft-top", 8 * FOOT_M, None, ALL[2:]),
            ("6 foot foamie", "short soft-top", 6 * FOOT_M, None, ALL[2:]),
            ("9'6 longboard", "performance longboard", 9.5 * FOOT_M, None, ALL[2:]),
            ("a 6'0 fish, 34 L", "performance fish", 6 * FOOT_M, 34, ALL[2:]),
            ("7'2", None, 86 * INCH_M, None, ("family", *ALL[2:])),
            ("seven two", None, 86 * INCH_M, None, ("family", *ALL[2:])),
            ("218 cm", None, 2.18, None, ("family", *ALL[2:])),
            ("2,4 m", None, 2.4, None, ("family", *ALL[2:])),
            ("42 L mid-length", "mid-length", None, 42, ALL[1:]),
            ("a shortboard", "all-rounder", None, None, ALL[1:]),
            ("10 foot sup", "long stand-up", 10 * FOOT_M, None, ALL[2:]),
            ("7'6 mini mal 52 litres", "mini-mal", 7.5 * FOOT_M, 52, ALL[2:]),
        ):
            with self.subTest(text):
                board = board_from_words(text)
                if family:
                    self.assertEqual(board.family, family)
                if length_m:
                    self.assertAlmostEqual(board.length_m, length_m, places=6)
                self.assertEqual(board.stated_litres, litres)
                self.assertEqual(board.assumed, assumed)

    def test_a_whole_line_is_a_whole_board(self) -> None:
        board = board_from_words("Tern 6'2 x 20 1/2 x 2 5/8, 38.5 L")
        self.assertEqual((board.name, board.stated_litres, board.assumed), ("Tern", 38.5, ("family",)))

    def test_what_says_nothing_and_what_cannot_be(self) -> None:
        for text in ("", "hello", "a nice one", "5'2 x 3 x 40", "3 litres", "900 litres", "25 foot"):
            with self.subTest(text), self.assertRaises(ChordError) as caught:
                board_from_words(text)
            self.assertGreater(len(caught.exception.message), 20)

    @tries(60)
    @given(st.sampled_from(sorted(families())), st.floats(0, 1), st.booleans())
    def test_litres_that_are_said_are_held(self, name: str, place: float, with_length: bool) -> None:
        """Of litres that boards of a family have, the board that is made holds them within a tenth, and its
        measures lie in the range of all boards."""
        family = families()[name]
        low, high = family.length_m
        length = low + (0.15 + 0.7 * place) * (high - low)
        plain = board_from_words(f"{name} {length * 100:.0f} cm" if length < 3.8 else name)
        litres = round(float(hull_of(fleet_of([plain])).litres[0]))
        said = f"{name} {litres} L" + (f" {length * 100:.0f} cm" if with_length and length < 3.8 else "")
        board = board_from_words(said)
        self.assertAlmostEqual(float(hull_of(fleet_of([board])).litres[0]) / litres, 1, delta=0.1)
        for measure, (least, most) in LIMITS_M.items():
            self.assertTrue(least <= getattr(board, f"{measure}_m") <= most)
