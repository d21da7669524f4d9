"""A shop's own numbers: every number has a place and a range, and what is laid over counts everywhere."""

from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from chord_core.documents import Board, Surfer, Water, parse
from chord_core.errors import ChordError
from chord_core.fit.judge.case import case_with
from chord_core.hull.label import labelled_hulls
from chord_core.ride.batches import summarize_rides
from chord_core.ride.fins import fins_of
from chord_core.tables import TABLE_NAMES, tables, using_tables
from chord_core.tables.numbers import numbers_of, own_tables, shipped_numbers, standing
from chord_core.tables.whole import shipped_tables

PLACES = sorted(shipped_numbers())


class Numbers(TestCase):
    def test_every_number_has_a_place_of_its_own_in_a_table_that_is_there(self) -> None:
        self.assertEqual(len(PLACES), len(set(PLACES)))
        self.assertLessEqual({number.table for number in shipped_numbers().values()}, set(TABLE_NAMES))
        # As they stand in the files.
        known = {
            "/sizing/moves/age_from": (40, ""),
            "/power/sprint_w_kg/good": (1.1, "W/kg"),
            "/craft/constants/lay_arm_m": (0.1, "m"),
            "/orders/blanks/PU 190/length_m": (1.96, "m"),
            "/gear/mends/price": (35, ""),
            "/families/families/gun/length_in/0": (78, "in"),
            "/builds/builds/PU ~1 polyester/flex": (1.0, ""),
        }
        for place, expected in known.items():
            with self.subTest(place=place):
                number = shipped_numbers()[place]
                self.assertEqual((number.value, number.unit), expected)

    def test_places_are_said_in_words(self) -> None:
        said = {
            "/families/families/gun/length_in/0": "gun, length, from",
            "/craft/constants/lay_arm_m": "lay arm",
            "/sizing/step/up/1": "step, up, to",
            "/power/sprint_w_kg/good": "sprint, good",
            "/expected_litres/numbers/rung 4": "rung 4",
        }
        for place, says in said.items():
            self.assertEqual(shipped_numbers()[place].says, says)

    def test_a_range_of_the_table_is_kept_and_others_reach_from_half_to_double(self) -> None:
        there = shipped_numbers()
        arm, age = there["/craft/constants/lay_arm_m"], there["/sizing/moves/age_from"]
        self.assertEqual((arm.low, arm.high, arm.reasoned), (0.07, 0.14, True))
        self.assertEqual((age.low, age.high, age.reasoned), (20, 80, False))
        share = shipped_numbers()["/power/cruise_of_sprint"]
        self.assertEqual((share.low, share.high), (0.2, 0.8))
        # A share ends at one, however large it ships.
        self.assertEqual(shipped_numbers()["/fit/near_best"].high, 1.0)

    def test_what_is_no_choice_has_no_place(self) -> None:
        for start in ("/plan/growth/", "/questions/questions/", "/gear/currencies/"):
            self.assertFalse([place for place in PLACES if place.startswith(start)])

    def test_every_shipped_number_laid_over_itself_changes_nothing(self) -> None:
        own = {place: number.value for place, number in shipped_numbers().items()}
        self.assertEqual(own_tables(own).version, shipped_tables().version)
        self.assertIs(own_tables({}), shipped_tables())

    @settings(deadline=None, max_examples=60)
    @given(st.sampled_from(PLACES), st.floats(0, 1))
    def test_one_number_within_its_range_changes_itself_only(self, place: str, share: float) -> None:
        number = shipped_numbers()[place]
        value = number.low + share * (number.high - number.low)
        # The sum may come out a hair beyond the end.
        value = float(round(value)) if number.whole else min(max(value, number.low), number.high)
        try:
            laid = numbers_of(own_tables({place: value}))
        except ChordError as error:
            # Ends of a span in the wrong order, or weights that add up to no whole: refused with the reason.
            if "no span" not in error.message and "add up" not in error.message:
                raise
            return
        # A number that became nothing has no half and no double: it is not listed, and the rest is as it was.
        rest = {at: one.value for at, one in shipped_numbers().items() if at != place}
        self.assertEqual({at: one.value for at, one in laid.items() if at != place}, rest)
        if value:
            self.assertAlmostEqual(laid[place].value, value)

    @settings(deadline=None, max_examples=60)
    @given(st.sampled_from(PLACES), st.floats(0.01, 100), st.booleans())
    def test_outside_of_its_range_it_is_refused_by_its_place(
        self, place: str, by: float, above: bool
    ) -> None:
        number = shipped_numbers()[place]
        value = number.high + by if above else number.low - by
        with self.assertRaises(ChordError) as caught:
            own_tables({place: value})
        self.assertEqual((caught.exception.field, caught.exception.value), (place, value))
        self.assertIn(f"{number.low:g} to {number.high:g}", caught.exception.message)

    def test_bad_numbers(self) -> None:
        cases: dict[str, tuple[dict[str, float], str]] = {
            "unknown": ({"/sizing/moves/moon": 1}, "no such number"),
            "no whole number": ({"/fit/ordinary_sizes": 12.5}, "no whole number"),
            "nan": ({"/power/cruise_of_sprint": float("nan")}, "outside"),
            "span the wrong way round": ({"/sizing/step/up/0": 1.3}, "no span"),
            "weights": ({"/fit/weights/usual/rides": 0.6}, "add up to 1.05"),
        }
        for name, (own, says) in cases.items():
            with self.subTest(name), self.assertRaises(ChordError) as caught:
                own_tables(own)
            self.assertIn(says, caught.exception.message)

    def test_weights_may_be_moved_together(self) -> None:
        own = {"/fit/weights/usual/rides": 0.6, "/fit/weights/usual/growth": 0.11}
        self.assertEqual(own_tables(own).fit.weights["usual"].rides, 0.6)

    def test_what_a_later_version_does_not_take_is_left_out_and_the_rest_stands(self) -> None:
        own = {"/power/sprint_w_kg/good": 1.2, "/gone/number": 3.0, "/sizing/moves/age_from": 500.0}
        self.assertEqual(standing(own), {"/power/sprint_w_kg/good": 1.2})
        self.assertEqual(standing({}), {})


class Counting(TestCase):
    """Where own numbers are laid, every part of the computation sees them."""

    def test_more_power_paddles_faster(self) -> None:
        surfer, water = parse(Surfer, {"mass_kg": 75, "rung": "linking", "fitness": "good"}), Water()
        board = Board(family="all-rounder", length_m=1.83, width_m=0.51, thickness_m=0.064)
        speeds = []
        for sprint in (0.8, 1.1, 1.5):
            with using_tables(own_tables({"/power/sprint_w_kg/good": sprint})):
                case = case_with(surfer, water)
                assert case is not None
                hull, fins = labelled_hulls([board]), fins_of([board])
                speeds.append(float(summarize_rides(hull, fins, case.rider, case.conditions).sprint_m_s[0]))
        self.assertLess(speeds[0], speeds[1])
        self.assertLess(speeds[1], speeds[2])

    def test_boards_that_are_ridden_in_pieces_see_them_too(self) -> None:
        surfer, water = parse(Surfer, {"mass_kg": 75, "rung": "linking"}), Water()
        boards = [
            Board(family="all-rounder", length_m=length, width_m=0.5, thickness_m=0.063)
            for length in np.linspace(1.7, 2.1, 510)
        ]
        with using_tables(own_tables({"/power/sprint_w_kg/good": 1.5})):
            hull, fins, case = labelled_hulls(boards), fins_of(boards), case_with(surfer, water)
            assert case is not None
            version = tables().version
            whole = summarize_rides(hull, fins, case.rider, case.conditions)
            few = slice(0, 40)
            some = summarize_rides(hull.rows(few), fins.rows(few), case.rider, case.conditions)
        self.assertNotEqual(version, shipped_tables().version)
        np.testing.assert_allclose(whole.sprint_m_s[few], some.sprint_m_s, rtol=1e-9)
        np.testing.assert_allclose(whole.works[few], some.works, rtol=1e-6)
