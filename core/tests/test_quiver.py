"""Several boards of one person: countries of the year, holes and doubles, the best sets, what is missed."""

import random
from itertools import combinations
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq

from chord_core.documents import Board, CompareRequest, Surfer, Water
from chord_core.documents.verbs.quiver import QuiverRequest, QuiverResult
from chord_core.errors import ChordError
from chord_core.fit.answer.compare import compare
from chord_core.fit.answer.quiver import quiver
from chord_core.fit.judge.case import case_with
from chord_core.fit.judge.style import style_on
from chord_core.fit.search.sets import best_set, worth_of
from chord_core.hull.label import labelled_hulls
from chord_core.ride.batches import summarize_rides
from chord_core.ride.fins import fins_of
from chord_core.ride.ride_model import build_fleet_ride
from chord_core.ride.rides import product_of
from chord_core.water.bins import median_slope
from chord_core.water.face import Face
from tests import tries
from tests.strategies import boards, inches

SURFER = Surfer(mass_kg=76, height_m=1.8, rung="linking", sessions_month=8)
WATER = Water(small_m=0.6, usual_m=1.1, big_m=2.0)
SHORT = inches("performance shortboard", 73, 19.25, 2.4375).model_copy(update={"name": "short"})
FISH = inches("performance fish", 68, 20.5, 2.5).model_copy(update={"name": "fish"})
LONG = inches("performance longboard", 109, 22.5, 2.75).model_copy(update={"name": "long"})


def asked(*own: Board, **more: object) -> QuiverResult:
    request = {"surfer": SURFER, "water": WATER, "boards": own, **more}
    return quiver(QuiverRequest.model_validate(request))


class Sets(TestCase):
    def test_exactly_the_best_of_all_sets(self) -> None:
        """200 random racks of 12: the set that is found is the one that trying all of them finds."""
        chance = np.random.default_rng(5)
        for _ in range(200):
            gives = chance.random((12, 9)) ** 2 * chance.random((12, 1))
            price = np.round(chance.uniform(0, 900, 12) * (chance.random(12) < 0.8), 2)
            budget = float(chance.choice([400.0, 900.0, 1500.0]))
            for size in (1, 2, 3):
                sets = [s for s in combinations(range(12), size) if price[list(s)].sum() <= budget + 1e-9]
                found = best_set(gives, price, size, budget)
                if not sets:
                    self.assertIsNone(found)
                    continue
                best = max(worth_of(gives, s) for s in sets)
                assert found is not None
                self.assertAlmostEqual(found.worth, best, places=12)
                self.assertIn(
                    tuple(sorted(found.rows)), [s for s in sets if worth_of(gives, s) >= best - 1e-12]
                )

    def test_boards_that_are_alike_are_told_apart_by_their_price(self) -> None:
        gives = np.array([[1.0, 0], [1.0, 0], [0, 1.0]])
        found = best_set(gives, np.array([300.0, 200.0, 100.0]), 2, 350)
        assert found is not None
        self.assertEqual(sorted(found.rows), [1, 2])

    def test_more_money_never_gives_less(self) -> None:
        chance = np.random.default_rng(6)
        gives, price = chance.random((15, 6)), chance.uniform(100, 900, 15)
        worth = [
            found.worth for budget in (300, 700, 1100, 2700) if (found := best_set(gives, price, 2, budget))
        ]
        self.assertEqual(worth, sorted(worth))


class Countries(TestCase):
    def test_they_and_the_holes_make_up_the_year(self) -> None:
        found = asked(SHORT, FISH, LONG)
        self.assertAlmostEqual(sum(one.days for one in found.countries) + found.hole_days, 365, places=9)
        self.assertAlmostEqual(sum(wave.days for wave in found.waves), 365, places=9)
        self.assertTrue(
            all(one.only_days <= found.countries[i].days + 1e-9 for i, one in enumerate(found.countries))
        )

    def test_the_longboard_has_the_small_days(self) -> None:
        found = asked(SHORT, LONG)
        faces = {row: [c.face_m for c in found.waves if c.board == row] for row in (0, 1)}
        self.assertLess(np.mean(faces[1]), np.mean(faces[0]))

    @tries(15)
    @given(st.lists(boards(), min_size=2, max_size=4), st.randoms(use_true_random=False))
    def test_order_does_not_matter_and_one_more_never_serves_fewer_days(
        self, own: list[Board], chance: random.Random
    ) -> None:
        named = [board.model_copy(update={"name": f"b{i}"}) for i, board in enumerate(own)]
        mixed = named.copy()
        chance.shuffle(mixed)
        first, second = asked(*named), asked(*mixed)
        self.assertAlmostEqual(first.hole_days, second.hole_days, places=9)
        self.assertAlmostEqual(first.double_days, second.double_days, places=9)
        self.assertEqual(
            sorted((one.name, round(one.only_days, 9)) for one in first.countries),
            sorted((one.name, round(one.only_days, 9)) for one in second.countries),
        )
        self.assertAlmostEqual(sum(one.days for one in first.countries) + first.hole_days, 365, delta=365e-9)
        self.assertLessEqual(first.hole_days, asked(*named[:-1]).hole_days + 1e-9)
        for one in first.regrets:
            self.assertGreaterEqual(min(one.days, one.rides), -1e-9)

    def test_what_is_ridden_by_choice_has_every_wave_on_which_it_works(self) -> None:
        plain, chosen = asked(SHORT, LONG), asked(SHORT, LONG, by_choice=(1,))
        self.assertGreaterEqual(chosen.countries[1].days, plain.countries[1].days)
        works = {one.face_m for one in plain.waves if one.board == 1}
        self.assertLessEqual(works, {one.face_m for one in chosen.waves if one.board == 1})

    def test_hand_overs_are_where_the_plain_model_says_and_the_band_where_they_differ_by_a_tenth(
        self,
    ) -> None:
        """Bisection on the plain form of the ride, board by board: within 2 cm."""
        case = case_with(SURFER, WATER)
        assert case is not None
        slope, worth = median_slope("average"), []
        for board in (SHORT, LONG):
            hull, fins = labelled_hulls([board]), fins_of([board])
            plain = build_fleet_ride(hull, fins, case.rider, case.conditions)
            ridden = summarize_rides(hull, fins, case.rider, case.conditions)
            worth.append((plain, ridden))

        def ahead(face_m: float) -> float:
            face = Face(np.array([face_m]), np.array([slope]))
            logs = []
            for plain, ridden in worth:
                factors = {n: f for n, f in plain.factors(face).items() if n != "nerve"}
                logs.append(np.log(product_of(factors) * style_on(case.rider, case.conditions, ridden, face)))
            return float((logs[1] - logs[0])[0, 0])

        over = asked(SHORT, LONG).hand_overs[0]
        self.assertEqual((over.lower, over.upper, over.steepness), ("long", "short", "average"))
        for face_m, level in ((over.face_m, 0.0), (over.low_m, np.log(1.1)), (over.high_m, -np.log(1.1))):
            found = brentq(lambda h, level=level: ahead(h) - level, face_m - 0.1, face_m + 0.1)
            self.assertAlmostEqual(face_m, found, delta=0.02)

    def test_hand_overs_are_those_of_the_comparison(self) -> None:
        over = asked(SHORT, LONG).hand_overs
        both = CompareRequest(boards=(SHORT, LONG), surfer=SURFER, water=WATER)
        compared = compare(both).hand_over_m
        self.assertEqual([one.face_m for one in over], [compared])
        self.assertEqual((over[0].lower, over[0].upper), ("long", "short"))
        self.assertLessEqual(over[0].low_m, over[0].face_m)
        self.assertLessEqual(over[0].face_m, over[0].high_m)


class Adding(TestCase):
    def test_the_same_board_again_adds_nothing_and_another_kind_does(self) -> None:
        again = SHORT.model_copy(update={"name": "again", "price": 500.0})
        long_ = LONG.model_copy(update={"price": 900.0})
        found = {one.name: one for one in asked(SHORT, candidates=(again, long_)).next}
        self.assertAlmostEqual(found["again"].rides_added, 0, places=9)
        self.assertGreater(found["long"].rides_added, 0)
        self.assertEqual(
            [one.name for one in asked(SHORT, candidates=(again, long_)).next], ["long", "again"]
        )

    def test_sets_are_within_the_budget_and_what_is_owned_costs_nothing(self) -> None:
        dear = LONG.model_copy(update={"price": 900.0})
        cheap = FISH.model_copy(update={"price": 400.0})
        found = asked(SHORT, candidates=(dear, cheap), budget=500, slots=2)
        self.assertEqual(len(found.best_sets), 2)
        for one in found.best_sets:
            assert one.price is not None
            self.assertLessEqual(one.price, 500)
            self.assertNotIn("long", one.names)
        self.assertGreaterEqual(found.best_sets[1].rides, found.best_sets[0].rides)

    def test_nothing_is_proposed_that_is_far_too_large_or_cannot_be_carried(self) -> None:
        """A child of 30 kg who stands in foam rides as many waves on 100 L, and is never given them."""
        child = Surfer(mass_kg=30, height_m=1.35, age=9, rung="standing")
        huge = inches("long soft-top", 113, 23.25, 3.5).model_copy(update={"name": "huge", "price": 100.0})
        small = inches("short soft-top", 68, 20.5, 2.75).model_copy(update={"name": "small", "price": 300.0})
        found = asked(candidates=(huge, small), surfer=child)
        self.assertEqual([(one.name, one.suits) for one in found.next], [("small", True), ("huge", False)])
        self.assertEqual([one.names for one in found.best_sets], [("small",)])
        self.assertIn("small", found.says)

    def test_one_misses_more_what_nothing_else_does(self) -> None:
        twin = SHORT.model_copy(update={"name": "its twin"})
        regrets = {one.name: one for one in asked(SHORT, twin, LONG).regrets}
        self.assertAlmostEqual(regrets["short"].rides, 0, places=9)
        self.assertGreater(regrets["long"].rides, 0)

    def test_without_facts_or_boards_nothing_is_invented(self) -> None:
        self.assertIn("mass_kg", quiver(QuiverRequest(surfer=Surfer(), boards=(SHORT,))).missing)
        for given_, field in (({}, "boards"), ({"boards": (SHORT,), "by_choice": (3,)}, "by_choice.0")):
            with self.assertRaises(ChordError) as caught:
                quiver(QuiverRequest.model_validate({"surfer": SURFER, **given_}))
            self.assertEqual(caught.exception.field, field)
