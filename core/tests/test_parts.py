"""Small parts on their own: roots, bottom zones, joined fleets, handling, articles, power tables."""

from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq

from chord_core.documents import Board, SizeRequest, Surfer, Water
from chord_core.fit.judge.case import Case, case_of
from chord_core.fit.judge.handling import handle, length_limit, must_duck_dive
from chord_core.fit.rules.gates import a
from chord_core.hull.bottom import bottom_of
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import hull_of
from chord_core.hull.roots import rising_roots
from chord_core.ride.float import float_prone
from chord_core.surfer.body import lying_body
from chord_core.units import as_fraction, decimal, feet_and_inches
from tests import tries
from tests.strategies import boards, inches


def case(surfer: dict[str, object], water: dict[str, object] | None = None) -> Case:
    made = case_of(SizeRequest(surfer=Surfer(**surfer), water=Water(**(water or {}))))
    assert made
    return made


class Roots(TestCase):
    @given(st.lists(st.tuples(st.floats(0.1, 5), st.floats(-4, 4)), min_size=1, max_size=8))
    def test_are_those_of_brent_one_a_row(self, rows: list[tuple[float, float]]) -> None:
        """Rising cubics with a kink, against SciPy's ``brentq``."""
        steep, shift = np.array(rows).T

        def f(x: np.ndarray) -> np.ndarray:
            return np.asarray(steep * (x - shift) + np.maximum(x, 0) ** 3)

        got = rising_roots(f, np.full(len(rows), -20.0), np.full(len(rows), 20.0), 60)
        for i in range(len(rows)):
            wanted = brentq(lambda x, i=i: steep[i] * (x - shift[i]) + max(x, 0) ** 3, -20, 20)
            self.assertAlmostEqual(float(got[i]), wanted, delta=1e-6)

    def test_a_row_without_a_crossing_ends_at_its_nearer_side(self) -> None:
        got = rising_roots(lambda x: x + 10, np.array([0.0]), np.array([3.0]), 20)
        self.assertAlmostEqual(float(got[0]), 0.0, delta=1e-3)


class Bottoms(TestCase):
    def test_zones_reach_half_way_to_their_neighbours(self) -> None:
        zones = [
            {"from_tail_m": 0.4, "shape": "vee", "depth_m": 0.004},
            {"from_tail_m": 1.4, "shape": "concave", "depth_m": 0.006},
        ]
        mean = bottom_of(
            Board(family="all-rounder", length_m=1.8, width_m=0.5, thickness_m=0.06, bottom=zones)
        )
        self.assertAlmostEqual(mean["vee"], 0.004 * 0.9 / 1.8, places=9)
        self.assertAlmostEqual(mean["concave"], 0.006 * 0.9 / 1.8, places=9)
        self.assertAlmostEqual(mean["vee_rear"], 0.004, places=9)
        for kind in ("vee_front", "concave_rear", "belly"):
            self.assertAlmostEqual(mean[kind], 0.0, places=12)

    def test_a_flat_board_has_none(self) -> None:
        self.assertEqual(set(bottom_of(inches("all-rounder", 72, 20, 2.5)).values()), {0.0})


class Joined(TestCase):
    @tries(8)
    @given(st.lists(boards(), min_size=1, max_size=3), st.lists(boards(), min_size=1, max_size=3))
    def test_two_hulls_joined_are_one_drawn_together(self, first: list[Board], then: list[Board]) -> None:
        joined = hull_of(fleet_of(first)).joined(hull_of(fleet_of(then)))
        whole = hull_of(fleet_of([*first, *then]))
        np.testing.assert_allclose(joined.litres, whole.litres, rtol=1e-12)
        np.testing.assert_allclose(joined.half_width, whole.half_width, rtol=1e-12)


class OnLand(TestCase):
    def test_length_limits_are_for_light_people_in_ordinary_waves(self) -> None:
        """1.35 body heights at 42 kg; 1.45 from 52 kg, 1.52 on the first rungs; none from 60 kg up."""

        def limit(mass: float, rung: str = "linking", **more: object) -> float | None:
            made = case({"mass_kg": mass, "height_m": 1.6, "rung": rung, **more}, {"usual_m": 0.8})
            return length_limit(made.rider, made.conditions)

        self.assertAlmostEqual(limit(30) or 0, 1.35)
        self.assertAlmostEqual(limit(42) or 0, 1.35)
        self.assertAlmostEqual(limit(52) or 0, 1.45)
        self.assertAlmostEqual(limit(52, "starter") or 0, 1.52)
        self.assertIsNone(limit(70))
        self.assertIsNone(limit(45, craft="stand_up"))

    def test_mass_over_a_tenth_of_a_child_or_an_eighth_of_an_adult_is_heavy(self) -> None:
        for mass, board_kg, good in (
            (30.0, 2.4, True),
            (30.0, 3.6, False),
            (75.0, 8.0, True),
            (75.0, 10.5, False),
        ):
            made = case({"mass_kg": mass, "height_m": 1.75, "rung": "standing"})
            hull = hull_of(fleet_of([inches("short soft-top", 66, 20, 2.5, mass_kg=board_kg)]))
            floats = float_prone(hull, lying_body(mass, 1.75, 3), 1025)
            carry = float(handle(hull, floats, made.rider, made.conditions).carry[0])
            self.assertIs(carry > 0.6, good, f"{board_kg} kg under {mass} kg: {carry:.2f}")

    def test_who_dives_under_waves(self) -> None:
        big = {"usual_m": 1.8}
        self.assertTrue(must_duck_dive(*self.pair({"mass_kg": 75, "rung": "linking"}, big)))
        self.assertFalse(must_duck_dive(*self.pair({"mass_kg": 75, "rung": "starter"}, big)))
        self.assertFalse(
            must_duck_dive(*self.pair({"mass_kg": 75, "rung": "linking", "craft": "stand_up"}, big))
        )
        pool = {"usual_m": 1.8, "duck_dive_needed": False}
        self.assertFalse(must_duck_dive(*self.pair({"mass_kg": 75, "rung": "linking"}, pool)))

    def pair(self, surfer: dict[str, object], water: dict[str, object]) -> tuple:
        made = case(surfer, water)
        return made.rider, made.conditions


class Writing(TestCase):
    def test_fractions_feet_and_decimals(self) -> None:
        self.assertEqual([as_fraction(x, 16) for x in (20.5, 0.75, 3.0, 2.9999)], ["20 1/2", "3/4", "3", "3"])
        self.assertEqual(feet_and_inches(1.778), "5'10")
        self.assertEqual(feet_and_inches(1.8288 + 0.0254 / 16), "6'0 1/16")
        self.assertEqual([decimal(x) for x in (178.0, 6.7, 52.07)], ["178", "6.7", "52.1"])

    def test_articles(self) -> None:
        self.assertEqual((a("gun"), a("all-rounder")), ("a gun", "an all-rounder"))
