"""Outline, rocker and foil: what a fair curve must do, over the whole design space."""

from unittest import TestCase

import numpy as np
from hypothesis import given
from scipy.interpolate import PchipInterpolator

from chord_core.documents import Board
from chord_core.hull.curves import fitted_curvature, monotone_cubic, rocker_curve, thickness_curve
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import MISSED_M, hull_of
from chord_core.hull.outline import draw_outline
from chord_core.hull.stations import SHARE, at_share
from chord_core.units import FOOT_M
from tests import tries
from tests.strategies import boards, inches


class Outlines(TestCase):
    @tries(48)
    @given(boards())
    def test_meets_its_one_foot_widths_or_says_by_how_much_not(self, board: Board) -> None:
        fleet = fleet_of([board])
        outline = draw_outline(fleet)
        foot = FOOT_M / fleet.length
        tail = 2 * at_share(outline.half_width, foot)[0]
        nose = 2 * at_share(outline.half_width, 1 - foot)[0]
        slack = 0.0015 + float(outline.missed_m[0])  # straight lines between stations take a little
        self.assertLess(abs(tail - fleet.tail_width[0]), slack)
        self.assertLess(abs(nose - fleet.nose_width[0]), slack)

    @tries(48)
    @given(boards())
    def test_is_convex_and_widest_at_the_wide_point(self, board: Board) -> None:
        fleet = fleet_of([board])
        half = draw_outline(fleet).half_width[0]
        x = SHARE * board.length_m
        slope = np.diff(half) / np.diff(x)
        self.assertTrue(np.all(np.diff(slope) < 1e-6), "the curvature changes its sign")
        self.assertLessEqual(half.max(), board.width_m / 2 + 1e-9)
        self.assertGreater(half.max(), board.width_m / 2 * 0.999)
        wide_at = x[np.argmax(half)]
        self.assertLess(abs(wide_at - board.length_m / 2 - fleet.wide_point[0]), 0.05 * board.length_m)

    def test_ordinary_boards_are_fair(self) -> None:
        from chord_core.fit.rules.reference_boards import board_at
        from chord_core.tables import families

        for family in families().values():
            for place in (0.0, 0.5, 1.0):
                with self.subTest(family=family.name, place=place):
                    hull = hull_of(fleet_of([board_at(family, place)]))
                    self.assertLess(hull.missed_m[0], MISSED_M)

    def test_a_width_that_no_fair_curve_meets_is_flagged(self) -> None:
        from chord_core.hull.describe import describe_hull

        pinched = inches("gun", 110, 20, 3, outline={"nose_width_m": 0.06})
        self.assertTrue(describe_hull(pinched).flags)

    def test_a_round_end_of_an_ellipse_is_an_ellipse(self) -> None:
        """With vertical ends and the ellipse's own one-foot width the curve is the known cubic
        approximation of an ellipse, good to .03 % (handles at .5523)."""
        length, width = 2.4, 0.56
        foot = width * np.sqrt(1 - (1 - FOOT_M / (length / 2)) ** 2)
        ends = {"nose_width_m": foot, "tail_width_m": foot, "wide_point_m": 0, "nose_shape": "round"}
        board = Board(
            family="nose-rider",
            length_m=length,
            width_m=width,
            thickness_m=0.07,
            outline={**ends, "tail_shape": "round"},
        )
        half = draw_outline(fleet_of([board])).half_width[0]
        ellipse = width / 2 * np.sqrt(np.maximum(1 - (2 * SHARE - 1) ** 2, 0))
        self.assertLess(np.abs(half - ellipse).max(), 0.0005 * width)

    def test_the_notch_of_a_fish_is_taken_from_the_area(self) -> None:
        swallow = inches("keel fish", 66, 21, 2.5)
        round_ = swallow.model_copy(
            update={"outline": swallow.outline.model_copy(update={"tail_shape": "square"})}
        )
        deep = hull_of(fleet_of([swallow]))
        self.assertGreater(deep.notch_half.max(), 0.05)
        self.assertLess(deep.planform_m2[0], 2 * deep.integral(deep.half_width)[0])
        self.assertEqual(hull_of(fleet_of([round_])).notch_half.max(), 0)


class Sides(TestCase):
    def test_monotone_cubic_is_scipys_between_inner_knots(self) -> None:
        """Fritsch & Butland 1984, as SciPy has it; only the slopes at the two ends differ."""
        rng = np.random.default_rng(3)
        knots = np.sort(rng.uniform(0, 1, (20, 6)), axis=1) + np.arange(6) * 0.05
        values = rng.uniform(0, 1, (20, 6))
        for row in range(20):
            places = np.linspace(knots[row, 1], knots[row, 4], 40)
            ours = monotone_cubic(knots[row : row + 1], values[row : row + 1], places[None, :])[0]
            np.testing.assert_allclose(ours, PchipInterpolator(knots[row], values[row])(places), atol=1e-12)

    @tries(32)
    @given(boards())
    def test_rocker_and_foil_go_through_what_is_measured(self, board: Board) -> None:
        fleet = fleet_of([board])
        rocker, thick = rocker_curve(fleet)[0], thickness_curve(fleet)
        self.assertAlmostEqual(rocker[-1], board.rocker.nose_m or 0, places=9)
        self.assertAlmostEqual(rocker[0], board.rocker.tail_m or 0, places=9)
        self.assertGreaterEqual(rocker.min(), 0)
        self.assertAlmostEqual(at_share(thick, 0.5)[0], board.thickness_m, places=9)
        foot = FOOT_M / board.length_m
        self.assertLess(abs(at_share(thick, 1 - foot)[0] - fleet.nose_thickness[0]), 5e-4)
        self.assertLessEqual(thick.max(), board.thickness_m + 1e-9)

    def test_entry_and_exit_heights_are_met(self) -> None:
        board = inches(
            "all-rounder",
            72,
            20,
            2.5,
            rocker={"nose_m": 0.13, "entry_m": 0.055, "tail_m": 0.06, "exit_m": 0.018},
        )
        rocker = rocker_curve(fleet_of([board]))
        foot = FOOT_M / board.length_m
        self.assertLess(abs(at_share(rocker, 1 - foot)[0] - 0.055), 5e-4)
        self.assertLess(abs(at_share(rocker, foot)[0] - 0.018), 5e-4)

    def test_entry_alone_gives_the_tip(self) -> None:
        entry_only = inches("all-rounder", 72, 20, 2.5, rocker={"entry_m": 0.05})
        rocker = rocker_curve(fleet_of([entry_only]))
        self.assertLess(abs(at_share(rocker, 1 - FOOT_M / entry_only.length_m)[0] - 0.05), 5e-4)

    def test_curvature_of_a_parabola_is_its_own(self) -> None:
        curvature, length = 0.37, np.array([1.9])
        height = curvature / 2 * (SHARE[None, :] * 1.9 - 0.8) ** 2
        self.assertAlmostEqual(fitted_curvature(height, length, 0.0, 0.75)[0], curvature, places=9)
