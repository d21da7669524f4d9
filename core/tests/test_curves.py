"""Compiled curves against what is known of them; ends of an outline; pieces of a fleet; shapes."""

from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.interpolate import PchipInterpolator

from chord_core.documents import Board
from chord_core.fit.rules.gear import care_for
from chord_core.fit.rules.reference_boards import board_at
from chord_core.fit.search.options import builds_for, tails_for
from chord_core.fit.search.shapes import boards_of, measures, shape_of
from chord_core.hull.bottom import bottom_of
from chord_core.hull.curves import monotone_cubic
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import hull_of
from chord_core.hull.stations import SHARE
from chord_core.tables import builds as all_builds
from chord_core.tables import families, tables
from chord_core.units import FOOT_M
from tests import tries
from tests.strategies import boards, inches

VALUES = st.lists(st.floats(-2, 2, allow_nan=False), min_size=5, max_size=5)


class MonotoneCubic(TestCase):
    knots = np.array([[0.0, 0.2, 0.5, 0.7, 1.0]])

    def read(self, values: list[float], places: np.ndarray) -> np.ndarray:
        return monotone_cubic(self.knots, np.array([values]), places[None, :])[0]

    @tries(60)
    @given(VALUES)
    def test_it_passes_its_knots_and_stays_between_them(self, values: list[float]) -> None:
        np.testing.assert_allclose(self.read(values, self.knots[0]), values, atol=1e-12)
        for i in range(4):
            inside = self.read(values, np.linspace(self.knots[0, i], self.knots[0, i + 1], 41))
            low, high = sorted((values[i], values[i + 1]))
            self.assertTrue((inside >= low - 1e-9).all() and (inside <= high + 1e-9).all())

    @tries(40)
    @given(st.floats(-3, 3), st.floats(-3, 3))
    def test_a_line_stays_a_line(self, slope: float, start: float) -> None:
        places = np.linspace(0, 1, 33)
        values = [start + slope * x for x in self.knots[0]]
        np.testing.assert_allclose(self.read(values, places), start + slope * places, atol=1e-9)

    @tries(40)
    @given(VALUES)
    def test_between_the_inner_knots_it_is_scipys(self, values: list[float]) -> None:
        """Fritsch and Butland 1984, as SciPy has it; the ends differ, the inner pieces do not."""
        places = np.linspace(0.2, 0.7, 41)
        theirs = PchipInterpolator(self.knots[0], values)(places)
        np.testing.assert_allclose(self.read(values, places), theirs, atol=1e-9)


class Ends(TestCase):
    @tries(40)
    @given(boards())
    def test_an_outline_has_the_one_foot_widths_that_it_was_asked_for(self, board: Board) -> None:
        """Where a fair curve can meet them; where it cannot the hull says by how much it misses."""
        hull = hull_of(fleet_of([board]))
        drawn = np.interp(FOOT_M / board.length_m, SHARE, 2 * hull.half_width[0])
        self.assertLessEqual(abs(drawn - hull.fleet.tail_width[0]), hull.missed_m[0] + 0.004)
        self.assertLessEqual(2 * hull.half_width.max(), hull.fleet.width[0] + 1e-9)

    @tries(30)
    @given(boards())
    def test_pieces_are_the_boards_themselves(self, board: Board) -> None:
        some = [board, inches("all-rounder", 72, 20, 2.5), inches("gun", 100, 20, 3)]
        hull = hull_of(fleet_of(some))
        second = hull.piece(2, 1)
        self.assertEqual(len(second), 1)
        np.testing.assert_allclose(second.litres, hull.litres[2:], rtol=1e-12)
        self.assertIs(hull.piece(2, 1), second, "kept")

    def test_a_bottom_without_zones_is_flat_and_one_with_is_not(self) -> None:
        flat = bottom_of(inches("all-rounder", 72, 20, 2.5))
        self.assertEqual(set(flat.values()), {0.0})
        zones = [{"from_tail_m": 0.3, "shape": "vee", "depth_m": 0.003}]
        vee = bottom_of(inches("all-rounder", 72, 20, 2.5, bottom=zones))
        self.assertEqual(set(vee), set(flat))
        self.assertAlmostEqual(vee["vee"], 0.003)


class Shapes(TestCase):
    def test_a_shape_makes_the_board_of_its_measures(self) -> None:
        for name, family in families().items():
            shape = shape_of(board_at(family, 0.4))
            of, made = measures(family, shape), boards_of(name, shape[None, :])[0]
            with self.subTest(name):
                self.assertEqual((made.length_m, made.width_m), (of["length_m"], of["width_m"]))
                self.assertEqual(made.section.rail_middle, of["rail"])
                self.assertTrue(0 <= of["rail"] <= 1)
                self.assertTrue(family.length_m[0] <= made.length_m <= family.length_m[1])

    def test_what_a_family_is_made_with_stands_first(self) -> None:
        for family in families().values():
            self.assertEqual(tails_for(family)[0], family.tail_shape)
            self.assertEqual(builds_for(family)[0], family.build)

    def test_every_build_says_how_to_look_after_it(self) -> None:
        for name in all_builds():
            says = care_for(inches("all-rounder", 72, 20, 2.5, build=name))
            self.assertTrue(says[0].startswith(name))
            self.assertIn(tables().gear.builds[name].fails, says[0])
            self.assertTrue(any("cut" in one for one in says), "broken glass cuts")
