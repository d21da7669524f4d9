"""Float: Archimedes, moments, and the craft laws that speak of lying on a board."""

from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import Hull, hull_of
from chord_core.ride.float import DEEPEST_NOSE_M, NOSE_CLEAR_M, TRIM_LEAST, TRIM_MOST, Floats, float_prone
from chord_core.surfer.body import BODY_KG_M3, lying_body
from tests import tries
from tests.strategies import boards, inches
from tests.test_hull import EXPECTED

SEA = 1025.0
SUITED = st.floats(0, 5)


def floats_of(
    board: Board, mass: float = 75, height: float = 1.78, suit: float = 2, rho: float = SEA
) -> Floats:
    return float_prone(hull_of(fleet_of([board])), lying_body(mass, height, suit), rho)


class Archimedes(TestCase):
    @tries(24)
    @given(boards(), st.floats(25, 120), SUITED)
    def test_what_is_displaced_weighs_what_floats(self, board: Board, mass: float, suit: float) -> None:
        hull = hull_of(fleet_of([board]))
        body = lying_body(mass, 1.7, suit)
        floats = float_prone(hull, body, SEA)
        spare = floats.immersed_kg[0] - body.mass_kg - hull.mass_kg[0]
        if floats.nose_clear_m[0] <= DEEPEST_NOSE_M + 1e-6:
            self.assertLess(spare, 0)  # board and body together cannot bear this rider: they sink
        else:
            self.assertLess(abs(spare), 1e-3)

    @tries(24)
    @given(boards(), st.floats(25, 120))
    def test_trim_stays_in_bounds_and_the_nose_is_one_centimetre_clear_between_them(
        self, board: Board, mass: float
    ) -> None:
        floats = floats_of(board, mass, 1.7)
        trim, clear = floats.trim_rad[0], floats.nose_clear_m[0]
        self.assertTrue(TRIM_LEAST - 1e-9 <= trim <= TRIM_MOST + 1e-9)
        if TRIM_LEAST + 1e-6 < trim < TRIM_MOST - 1e-6:
            self.assertAlmostEqual(clear, NOSE_CLEAR_M, places=6)

    def test_lift_share_is_board_buoyancy_less_its_mass_over_the_body(self) -> None:
        board = inches("all-rounder", 72, 20, 2.5, mass_kg=3.0)
        body = lying_body(75, 1.78, 0)
        hull = hull_of(fleet_of([board]))
        lift = float_prone(hull, body, 1000.0).lift_share[0]
        self.assertAlmostEqual(lift, (hull.litres[0] - 3.0) / 75, places=9)

    def test_a_body_floats_in_fresh_water_without_a_board_only_when_whole(self) -> None:
        """985 kg/m3, arms and head out while paddling: what can be immersed bears less than it weighs."""
        body = lying_body(75, 1.78, 0)
        self.assertAlmostEqual(body.mass_kg, 75, places=9)
        self.assertAlmostEqual(body.volume.sum() * BODY_KG_M3, 0.82 * 75, places=6)

    def test_a_wetsuit_adds_seven_tenths_of_a_kilogram_and_a_litre_a_millimetre(self) -> None:
        bare, suited = lying_body(75, 1.75, 0), lying_body(75, 1.75, 4)
        self.assertAlmostEqual(suited.mass_kg - bare.mass_kg, 2.8, places=9)
        self.assertAlmostEqual((suited.volume.sum() - bare.volume.sum()) * 1e3, 4.0, places=9)


class Sizes(TestCase):
    def test_duck_dive_of_known_boards_within_fifteen_percent(self) -> None:
        """``docs/model.md``, sizes to expect, 75 kg and 1.78 m."""
        for (board, _, _), duck in zip(EXPECTED, (0.47, 0.64, 1.03, 1.5, 0.71), strict=True):
            with self.subTest(board.family):
                self.assertLess(abs(floats_of(board).duck_dive[0] / duck - 1), 0.15)


class Laws(TestCase):
    @tries(20)
    @given(boards(), st.floats(40, 110))
    def test_more_litres_floats_higher_and_dives_harder(self, board: Board, mass: float) -> None:
        """Law 1, with a thicker board of the same outline and mass."""
        held = board.model_copy(update={"mass_kg": 3.0})
        more = held.model_copy(update={"thickness_m": held.thickness_m * 1.08})
        low, high = floats_of(held, mass, 1.7), floats_of(more, mass, 1.7)
        self.assertGreater(high.lift_share[0], low.lift_share[0])
        self.assertGreater(high.duck_dive[0], low.duck_dive[0])
        self.assertLessEqual(high.trim_rad[0], low.trim_rad[0] + 0.002)

    @tries(20)
    @given(boards(), st.floats(40, 100))
    def test_a_heavier_surfer_lies_deeper(self, board: Board, mass: float) -> None:
        """Law 15, at one height."""
        light, heavy = floats_of(board, mass, 1.75), floats_of(board, mass + 12, 1.75)
        self.assertGreater(heavy.sink_m[0], light.sink_m[0] - 1e-4)
        self.assertLess(heavy.lift_share[0], light.lift_share[0])

    @tries(12)
    @given(boards(), st.floats(40, 100))
    def test_fresh_water_bears_less(self, board: Board, mass: float) -> None:
        self.assertLess(
            floats_of(board, mass, 1.7, rho=1000).lift_share[0], floats_of(board, mass, 1.7).lift_share[0]
        )

    @tries(8)
    @given(st.lists(boards(), min_size=2, max_size=8))
    def test_a_board_floats_the_same_alone_and_in_any_fleet(self, some: list[Board]) -> None:
        body = lying_body(75, 1.78, 3)

        def solved(hull: Hull) -> np.ndarray:
            floats = float_prone(hull, body, SEA)
            return np.stack([floats.trim_rad, floats.sink_m, floats.feet_m, floats.duck_dive])

        whole = solved(hull_of(fleet_of(some)))
        np.testing.assert_allclose(
            whole, solved(hull_of(fleet_of(some[::-1])))[:, ::-1], rtol=1e-9, atol=1e-12
        )
        alone = np.concatenate([solved(hull_of(fleet_of([board]))) for board in some], axis=1)
        np.testing.assert_allclose(whole, alone, rtol=1e-9, atol=1e-12)

    @tries(16)
    @given(boards(), st.floats(45, 100))
    def test_no_jump_for_a_sixteenth_of_an_inch(self, board: Board, mass: float) -> None:
        """Less than 2 % of the range (1-12 degrees of trim, .6 m of sink) for 1/16 in of width."""
        wider = board.model_copy(update={"width_m": board.width_m + 0.0254 / 16})
        a, b = floats_of(board, mass, 1.7), floats_of(wider, mass, 1.7)
        self.assertLess(abs(np.degrees(b.trim_rad - a.trim_rad))[0], 0.02 * 11)
        self.assertLess(abs(b.sink_m - a.sink_m)[0], 0.02 * 0.6)
