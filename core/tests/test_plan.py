"""The way ahead: growth by a published reference, levels by the learning curve, boards one after another."""

from itertools import product
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board, PlanRequest, PlanResult, Surfer, Water
from chord_core.errors import ChordError
from chord_core.fit.answer.plan import plan
from chord_core.fit.answer.plan_chain import switches
from chord_core.surfer.defaults import rider_with_defaults
from chord_core.surfer.growth import grown, usual_height_m, usual_mass_kg
from chord_core.surfer.learning import climb_months, curve_of, slower
from chord_core.tables import rungs, tables
from tests import tries

WATER = Water(small_m=0.5, usual_m=0.9, big_m=1.5)
LEARNER = Surfer(mass_kg=72, height_m=1.77, age=27, rung="trimming", sessions_month=6, aim="progress")
MID = Board(family="mid-length", length_m=2.1, width_m=0.54, thickness_m=0.068, name="Dunlin", price=700)


def ahead(surfer: Surfer = LEARNER, *boards: Board, **more: object) -> PlanResult:
    return plan(PlanRequest.model_validate({"surfer": surfer, "water": WATER, "boards": boards, **more}))


class Growth(TestCase):
    def test_medians_between_the_tables_ages_within_two_in_a_hundred(self) -> None:
        """WHO growth reference 5 to 19 years (de Onis and others, Bulletin of the WHO 85, 2007): medians of
        height [cm] at half years, which are not in the table."""
        boys = {5.5: 112.9, 6.5: 118.9, 7.5: 124.5, 8.5: 129.9, 9.5: 135.2, 10.5: 140.4, 11.5: 146.0,
                12.5: 152.4, 13.5: 159.7, 14.5: 166.3, 15.5: 171.1}  # fmt: skip
        girls = {5.5: 112.2, 6.5: 118.0, 7.5: 123.7, 8.5: 129.5, 9.5: 135.5, 10.5: 141.8, 11.5: 148.2,
                 12.5: 154.0, 13.5: 158.3, 14.5: 160.9}  # fmt: skip
        rows = [(age, "boys", cm) for age, cm in boys.items()] + [
            (age, "girls", cm) for age, cm in girls.items()
        ]
        self.assertGreaterEqual(len(rows), 20)
        for age, whose, height in rows:
            with self.subTest(age=age, whose=whose):
                self.assertAlmostEqual(100 * usual_height_m(age, whose), height, delta=0.02 * height)

    def test_mass_over_height_squared_is_the_references(self) -> None:
        """The same reference: medians of 16.9 for boys of 11 and 19.6 for girls of 14."""
        for age, whose, index in ((11, "boys", 16.9), (14, "girls", 19.6)):
            self.assertAlmostEqual(
                usual_mass_kg(age, whose) / usual_height_m(age, whose) ** 2, index, places=6
            )

    @tries(40)
    @given(st.floats(1.1, 1.7), st.floats(20, 60), st.floats(6, 18), st.integers(1, 36))
    def test_who_is_tall_stays_tall_and_nobody_shrinks(
        self, height: float, mass: float, age: float, months: int
    ) -> None:
        taller, heavier = grown(height, mass, age, months)
        self.assertGreaterEqual(taller, height - 1e-9)
        self.assertGreaterEqual(heavier, mass - 1e-9)
        share = height / usual_height_m(age)
        self.assertAlmostEqual(taller / usual_height_m(age + months / 12), share, places=9)


class Learning(TestCase):
    def test_500_careers_show_the_curve_that_made_them(self) -> None:
        rules, chance = tables().plan, np.random.default_rng(3)
        careers = []
        for _ in range(500):
            person = np.exp(rules.log_sigma * chance.standard_normal())
            left = chance.integers(1, len(rules.sessions_to_next) + 1)
            names = list(rules.sessions_to_next)[:left]
            careers.append(
                {
                    n: rules.sessions_to_next[n] * person * np.exp(0.1 * chance.standard_normal())
                    for n in names
                }
            )
        medians, spread = curve_of(careers)
        for name, usual in rules.sessions_to_next.items():
            self.assertAlmostEqual(medians[name], usual, delta=0.1 * usual)
        self.assertAlmostEqual(spread, rules.log_sigma, delta=0.1 * rules.log_sigma)

    def test_more_sessions_sooner_older_later_and_levels_in_their_order(self) -> None:
        def months(**facts: object) -> list[float]:
            rider, _ = rider_with_defaults(LEARNER.model_copy(update=facts))
            return list(climb_months(rider).values())

        for often, seldom in ((12, 6), (6, 2)):
            for soon, late in zip(months(sessions_month=often), months(sessions_month=seldom), strict=True):
                self.assertLess(soon, late)
        self.assertLess(months(age=20)[0], months(age=60)[0])
        self.assertEqual(months(), sorted(months()))
        self.assertLess(slower(0.1), 1)
        self.assertAlmostEqual(slower(0.5), 1, places=12)
        self.assertEqual(months(rung=next(reversed(rungs()))), [])


class Chains(TestCase):
    def test_switches_are_those_that_trying_all_finds(self) -> None:
        chance = np.random.default_rng(4)
        for _ in range(60):
            rides = chance.random((3, 9)) * (chance.random((3, 9)) < 0.8)
            for count in (1, 2, 3):
                rows = tuple(range(count))

                def total(begins: tuple[int, ...], rides: np.ndarray = rides) -> float:
                    ends = (*begins[1:], rides.shape[1])
                    return float(
                        sum(rides[i, a:b].sum() for i, (a, b) in enumerate(zip(begins, ends, strict=True)))
                    )

                every = [
                    (0, *rest) for rest in product(range(10), repeat=count - 1) if list(rest) == sorted(rest)
                ]
                found = tuple(switches(rides, rows))
                self.assertAlmostEqual(total(found), max(map(total, every)), places=12)


class Ahead(TestCase):
    def test_a_learner_goes_to_fewer_litres_and_the_bands_hold_each_other(self) -> None:
        found = ahead(LEARNER, MID)
        self.assertEqual([one.month for one in found.months], list(range(37)))
        self.assertLess(sum(found.months[-1].litres), sum(found.months[0].litres))
        for one in found.months:
            self.assertLessEqual(one.spread_l[0], one.litres[0] + 1e-9)
            self.assertGreaterEqual(one.spread_l[1], one.litres[1] - 1e-9)
        for climb in found.climbs:
            self.assertLess(climb.low_months, climb.months)
            self.assertLess(climb.months, climb.high_months)
        (until,) = found.until
        ends = [37 if end is None else end for end in (until.low_months, until.months, until.high_months)]
        self.assertEqual(ends, sorted(ends))
        self.assertLess(until.worth or 0, 700)
        self.assertIn("Dunlin", found.says)
        self.assertIn("doctor", found.pauses)

    def test_more_boards_never_ride_less_than_one(self) -> None:
        found = ahead(Surfer(mass_kg=80, rung="starter", sessions_month=6))
        assert found.best and found.one_board
        self.assertGreaterEqual(found.best.rides, found.one_board.rides)
        self.assertEqual(found.chain, found.best.boards)
        self.assertEqual(found.chain[0].from_month, 0)
        begins = [one.from_month for one in found.chain]
        self.assertEqual(begins, sorted(begins))
        self.assertIsNone(found.best.price)

    def test_a_chain_costs_what_its_boards_do_less_what_they_bring_when_they_go(self) -> None:
        found = ahead(Surfer(mass_kg=80, rung="starter", sessions_month=6), board_price=600)
        assert found.best and found.one_board and found.best.price
        self.assertEqual(found.one_board.price, 600)
        count = len(found.best.boards)
        self.assertGreaterEqual(found.best.price, 600)
        self.assertLess(found.best.price, 600 * count if count > 1 else 601)

    def test_a_child_grows_and_an_adult_does_not(self) -> None:
        child = Surfer(mass_kg=34, height_m=1.42, age=10, rung="trimming", sessions_month=4)
        growing, still = ahead(child, growth_of="girls", months=24), ahead(months=24)
        self.assertTrue(growing.grows)
        self.assertGreater(growing.months[-1].mass_kg, growing.months[0].mass_kg + 5)
        self.assertFalse(still.grows)
        self.assertEqual({one.mass_kg for one in still.months}, {72})

    def test_without_facts_nothing_is_invented(self) -> None:
        self.assertIn("mass_kg", plan(PlanRequest(surfer=Surfer())).missing)
        with self.assertRaises(ChordError) as caught:
            ahead(LEARNER, MID, wear=({}, {}))
        self.assertEqual(caught.exception.field, "wear")
