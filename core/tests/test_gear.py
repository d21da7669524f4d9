"""Gear by the shop's tables: fins, wax, prices, trade-in."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board, Surfer, Water
from chord_core.fit.rules.gear import (
    advise_fins,
    cost_a_session,
    fin_area_cm2,
    fin_flex,
    fin_sizes,
    out_of_the_door,
    pad_for,
    trade_in,
    wax_for,
)
from chord_core.fit.rules.precedence import over_budget
from chord_core.hull.label import labelled_hulls
from chord_core.surfer.defaults import rider_with_defaults
from chord_core.water.conditions import conditions_with_defaults
from tests import tries
from tests.strategies import boards, inches

PLAIN = inches(
    "all-rounder", 71, 19.5, 2.44, section={"rail_middle": 0.5, "rail_tail": 0.5}, build="PU / polyester"
)


def area(board: Board = PLAIN, mass: float = 72, water: Water | None = None) -> float:
    rider, _ = rider_with_defaults(Surfer(mass_kg=mass, rung="linking", height_m=1.78))
    conditions, _ = conditions_with_defaults(water or Water(usual_m=1.1), 1.78)
    return fin_area_cm2(labelled_hulls([board]), 0, rider, conditions)


def with_(**changes: object) -> Board:
    return Board.model_validate(PLAIN.model_dump(exclude_unset=True) | changes)


class Fins(TestCase):
    def test_area_by_mass(self) -> None:
        """97 cm2 at 72 kg; at four times the mass twice the area; each correction by itself."""
        self.assertAlmostEqual(area(), 97)
        self.assertAlmostEqual(area(mass=18), 48.5)
        low = with_(section={"rail_middle": 0.2, "rail_tail": 0.2})
        self.assertAlmostEqual(area(low), 97 * 0.92)
        self.assertAlmostEqual(area(with_(outline={"tail_width_m": 0.42})), 97 * 1.08)
        light = with_(build="vacuum carbon wrap")
        self.assertAlmostEqual(area(light), 97)
        self.assertAlmostEqual(area(light, water=Water(usual_m=1.1, steepness="hollow")), 97 * 1.06)

    def test_sizes(self) -> None:
        cases = (
            (70, ("XS",)),
            (86, ("S",)),
            (95, ("M",)),
            (104, ("L",)),
            (120, ("XL",)),
            (99, ("M", "L")),
            (110, ("L", "XL")),
        )
        for wanted, sizes in cases:
            self.assertEqual(fin_sizes(wanted), sizes)

    @tries(20)
    @given(boards(), st.floats(40, 100))
    def test_heavier_never_wants_less(self, board: Board, mass: float) -> None:
        """Law 15."""
        self.assertGreater(area(board, mass + 10), area(board, mass))

    def test_flex(self) -> None:
        """(M - 75) / 20 + (face - 1.2) / .8: 55 kg in knee-high soft, 95 kg over the head stiff."""
        for mass, usual, flex in ((55, 0.6, "soft"), (75, 1.2, "medium"), (95, 2.2, "stiff")):
            rider, _ = rider_with_defaults(Surfer(mass_kg=mass, rung="linking", height_m=1.78))
            conditions, _ = conditions_with_defaults(Water(usual_m=usual), 1.78)
            self.assertEqual(fin_flex(labelled_hulls([PLAIN]), 0, rider, conditions), flex)

    def test_the_designers_set_comes_first_unless_it_is_too_much(self) -> None:
        board = with_(designer_fins={"setup": "thruster", "size": "M"})
        conditions, _ = conditions_with_defaults(Water(usual_m=1.1), 1.78)
        for mass, says in ((75, "The designer's set first"), (45, "too much for this rider")):
            rider, _ = rider_with_defaults(Surfer(mass_kg=mass, rung="linking"))
            self.assertIn(says, advise_fins(board, labelled_hulls([board]), 0, rider, conditions).says)


class Money(TestCase):
    def test_out_of_the_door(self) -> None:
        """Board, leash 30, pad 40, fins 75 unless they are included; less the board that is traded in."""
        self.assertEqual(out_of_the_door(with_(price=600)), 745)
        self.assertEqual(out_of_the_door(with_(price=600, fins_included=True), taken_in=120, bag=True), 620)
        self.assertIsNone(out_of_the_door(PLAIN))

    def test_a_budget_is_for_all_that_is_paid(self) -> None:
        """600 with leash, pad and fins is 745 (above): 45 over 700, though the board alone is not."""
        for budget, beyond in ((700, 45), (745, 0), (744.5, 0.5), (None, 0)):
            surfer = Surfer(mass_kg=75, rung="linking", budget=budget)
            self.assertEqual(over_budget(with_(price=600), surfer), beyond, budget)
            self.assertEqual(over_budget(with_(price=600, fins_included=True), surfer), 0)
            self.assertEqual(over_budget(PLAIN, surfer), 0, "no price is no reason against a board")

    def test_a_stronger_build_costs_more_once_and_less_a_session_when_it_is_surfed_often(self) -> None:
        """Law 25: 600 in polyester (150 sessions) against 1,200 in vacuum carbon (700)."""
        plain, strong = with_(price=600), with_(price=1200, build="vacuum carbon wrap")
        often = [cost_a_session(board, 16) or 0 for board in (plain, strong)]
        seldom = [cost_a_session(board, 1) or 0 for board in (plain, strong)]
        self.assertLess(often[1], often[0])
        self.assertGreater(seldom[1], seldom[0])

    def test_trade_in(self) -> None:
        """600 x .7 x half of its life x condition .6 to 1; a heavy one is looked into."""
        board = with_(price=600)
        hull = labelled_hulls([board])
        self.assertAlmostEqual(trade_in(board, hull, 0, 75, 1.0)[0], 210)
        self.assertAlmostEqual(trade_in(board, hull, 0, 75, 0.0)[0], 126)
        self.assertEqual(trade_in(board, hull, 0, 400, 1.0)[0], 0)
        soaked = with_(price=600, mass_kg=float(hull.mass_kg[0]) * 1.12)
        self.assertIn("water inside", trade_in(soaked, labelled_hulls([soaked]), 0, 75, 1.0)[1])

    def test_wax(self) -> None:
        for water, wax in ((8, "cold"), (16, "cool"), (21, "warm"), (27, "tropical")):
            self.assertEqual(wax_for(water), wax)


class Pads(TestCase):
    def test_by_water_kind_and_foot(self) -> None:
        """A full pad on a river; none on what is waxed; the kick under the heel of a back foot."""
        long = inches("nose-rider", 112, 23, 3)
        for board, surfer, water, wanted in (
            (PLAIN, {"foot_weight": "back"}, Water(usual_m=1.1), "under the heel"),
            (PLAIN, {"foot_weight": "front"}, Water(usual_m=1.1), "marks the foot"),
            (long, {"foot_weight": "back"}, Water(usual_m=0.7), "no pad"),
            (PLAIN, {}, Water(kind="river", usual_m=0.7), "handle"),
        ):
            rider, _ = rider_with_defaults(Surfer(mass_kg=72, rung="linking", **surfer))
            conditions, _ = conditions_with_defaults(water, 1.78)
            self.assertIn(wanted, pad_for(board, rider, conditions))
