"""Boards that are ordered: the blank, the card, the wait, the arrival."""

from dataclasses import replace
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board, Surfer, Water
from chord_core.fit.answer.order_arrival import arrival
from chord_core.fit.answer.order_card import order_card
from chord_core.fit.answer.order_measures import every_measure
from chord_core.fit.answer.order_wait import worth_waiting
from chord_core.fit.answer.size import Sized
from chord_core.fit.answer.solve import ready_in, solve_in
from chord_core.fit.judge.case import case_with
from chord_core.fit.rules.waiting import is_worth, wait_for
from chord_core.fit.search.shapes import PINNED
from chord_core.fit.search.windows import FRACTION_M, with_measures
from chord_core.hull.blanks import blank_for, foam_of
from chord_core.hull.label import labelled_hulls
from chord_core.ride.fins import groups_in
from chord_core.tables import builds, tables
from tests.strategies import boards, inches

SURFER = Surfer(mass_kg=76, height_m=1.8, age=31, rung="trimming", sessions_month=6, stance="goofy")
WATER = Water(name="Tidewell", usual_m=1.1)
SHORTBOARD = inches("performance shortboard", 73, 19.25, 2.4375)


def said(board: Board, **more: float) -> Board:
    """The board with every measure said, some of them moved by so much [m]."""
    own = every_measure(board)
    return with_measures(board, own | {name: own[name] + by for name, by in more.items()})


class Blanks(TestCase):
    def test_a_blank_holds_the_board_and_the_least_is_cut(self) -> None:
        """No blank of the list that is long, wide and thick enough has less foam to cut away."""
        rows = {row.name: row for row in tables().orders.blanks}
        for board in (
            SHORTBOARD,
            inches("keel fish", 66, 21, 2.5),
            inches("performance longboard", 109, 22.5, 2.75),
        ):
            found = blank_for(board)
            row = rows[found.name]
            self.assertEqual(row.foam, foam_of(board))
            self.assertGreaterEqual(row.length_m, board.length_m)
            self.assertGreater(row.width_m, board.width_m)
            self.assertGreater(row.thickness_m, board.thickness_m + 2 * tables().orders.least_planed_m - 1e-9)
            self.assertGreater(found.cut_l, 0)

    def test_what_fills_its_blank_more_is_cut_less(self) -> None:
        thin = blank_for(SHORTBOARD)
        thick = blank_for(said(SHORTBOARD, thickness_m=0.003))
        self.assertEqual(thin.name, thick.name)
        self.assertLess(thick.cut_l, thin.cut_l)
        self.assertLess(thick.planed_m, thin.planed_m)

    def test_too_thick_a_board_and_a_moulded_one_have_none(self) -> None:
        self.assertIsNone(blank_for(inches("performance longboard", 109, 22.5, 5)))
        self.assertIsNone(blank_for(SHORTBOARD.model_copy(update={"build": "soft-top"})))

    def test_every_foam_is_of_a_build_that_is_shaped(self) -> None:
        named = [name for names in tables().orders.foams.values() for name in names]
        self.assertEqual(len(named), len(set(named)))
        self.assertLess(set(named), set(builds()))


class Waiting(TestCase):
    @given(st.floats(20, 100), st.floats(0, 100), st.floats(0, 100), st.floats(1, 30), st.floats(0.5, 30))
    def test_what_was_missed_is_made_good_to_the_session(
        self, fit: float, wall: float, now: float, weeks: float, often: float
    ) -> None:
        wait = wait_for(fit, wall, now, weeks, often)
        if fit <= wall:
            self.assertIsNone(wait.made_good_after)
        else:
            missed = max(wall - now, 0) * wait.sessions
            self.assertAlmostEqual(wait.made_good_after * (fit - wall), missed, places=6)

    @given(st.floats(30, 100), st.floats(0, 100), st.floats(0, 100), st.floats(0.5, 30))
    def test_a_longer_wait_is_never_worth_more(
        self, fit: float, wall: float, now: float, often: float
    ) -> None:
        worth = [
            is_worth(wait_for(fit, wall, now, weeks, often), fit, wall, often) for weeks in (2, 8, 16, 52)
        ]
        self.assertEqual(worth, sorted(worth, reverse=True))

    def test_a_wall_that_is_right_is_bought(self) -> None:
        self.assertFalse(is_worth(wait_for(100, 96, 0, 8, 4), 100, 96, 4))

    def test_what_the_search_found_is_nearly_what_is_solved(self) -> None:
        for mass, rung, usual in ((62, "green wave", 0.8), (76, "trimming", 1.1), (90, "linking", 1.6)):
            case = case_with(Surfer(mass_kg=mass, rung=rung), Water(usual_m=usual))
            sized = Sized(case, None)
            ready, solved = ready_in(sized), solve_in(sized, None, {})
            self.assertEqual(ready.board.family, solved.board.family)
            self.assertLess(abs(ready.fit - solved.fit), 2)
            step = FRACTION_M["width_m"]
            self.assertAlmostEqual(ready.board.width_m / step, round(ready.board.width_m / step))

    def test_the_solved_board_is_better_than_a_wrong_wall_and_no_better_than_itself(self) -> None:
        sized = Sized(case_with(SURFER, WATER), None)
        board = solve_in(sized, None, {}).board
        wrong = inches("performance shortboard", 68, 18, 2.125)
        far = worth_waiting(sized, board, wrong)
        self.assertGreater(far.fit, far.wall_fit)
        self.assertGreater(far.rides, far.wall_rides)
        same = worth_waiting(sized, board, board)
        self.assertEqual((same.fit, same.rides), (same.wall_fit, same.wall_rides))
        self.assertFalse(same.worth)
        self.assertIn("right already", same.says)
        own = replace(sized.case.rider, surfer=SURFER.model_copy(update={"present_board": wrong}))
        meanwhile = worth_waiting(Sized(replace(sized.case, rider=own), None), board, wrong)
        self.assertEqual(meanwhile.made_good_after, 0)
        self.assertTrue(meanwhile.worth)


class Cards(TestCase):
    def test_the_card_says_every_measure_and_what_a_slip_costs(self) -> None:
        sized = Sized(case_with(SURFER, WATER), None)
        board = solve_in(sized, None, {}).board
        card = order_card(board, ("length_m",), SURFER, WATER, named=True)
        self.assertEqual([one.measure for one in card.measures], list(PINNED))
        self.assertEqual([one.measure for one in card.measures if one.pinned], ["length_m"])
        self.assertTrue(all(one.less >= 0 and one.more >= 0 for one in card.measures))
        self.assertTrue(any(one.less > 0 or one.more > 0 for one in card.measures))
        self.assertEqual(sum(one.count for one in card.fins), sum(count for count, *_ in groups_in(board)))
        self.assertAlmostEqual(sum(card.thirds_l), card.litres, places=6)
        self.assertLess(
            card.entry_rocker_m, next(m.value_m for m in card.measures if m.measure == "nose_rocker_m")
        )

    def test_nobody_is_named_without_consent(self) -> None:
        card = order_card(SHORTBOARD, (), SURFER, WATER)
        self.assertIsNone(card.ordered_for)
        self.assertNotIn("goofy", card.model_dump_json())
        shown = order_card(SHORTBOARD, (), SURFER, WATER, named=True).ordered_for
        self.assertEqual((shown.mass_kg, shown.rung, shown.stance), (76, "trimming", "goofy"))
        self.assertIn("Tidewell", shown.waves)
        self.assertNotIn("name", type(shown).model_fields)

    def test_without_mass_and_level_nothing_is_reckoned(self) -> None:
        card = order_card(SHORTBOARD, (), Surfer(name="Somebody"), WATER)
        self.assertTrue(all(one.less is None and one.more is None for one in card.measures))


class Arrivals(TestCase):
    def test_what_came_as_ordered_is_accepted(self) -> None:
        ordered = said(SHORTBOARD)
        for off in (0.0, 0.001):
            came = arrival(ordered, said(SHORTBOARD, width_m=off), SURFER, WATER)
            self.assertEqual(came.verdict, "accept")
        self.assertEqual(came.compared.feel[0].board, 1)

    def test_a_measure_out_of_its_tolerance_is_talked_over(self) -> None:
        came = arrival(said(SHORTBOARD), said(SHORTBOARD, tail_rocker_m=0.005), SURFER, WATER)
        self.assertEqual([one.measure for one in came.deviations if not one.within], ["tail_rocker_m"])
        self.assertEqual(came.verdict, "talk")

    def test_another_board_is_refused(self) -> None:
        ordered = said(inches("mid-length", 86, 21.5, 2.75))
        came = arrival(ordered, said(inches("mid-length", 80, 19.5, 2.25)), SURFER, WATER)
        self.assertEqual(came.verdict, "refuse")
        self.assertLess(came.arrived_fit, came.ordered_fit)

    @given(boards(), st.sampled_from(PINNED), st.booleans())
    def test_within_is_within_and_the_litres_are_the_hulls(
        self, board: Board, name: str, larger: bool
    ) -> None:
        ordered = said(board)
        room = tables().orders.tolerances_m[name]
        moved = said(board, **{name: (0.9 if larger else -0.9) * room})
        of = {one.measure: one for one in arrival(ordered, moved).deviations}
        self.assertTrue(of[name].within)
        self.assertAlmostEqual(of["litres"].arrived, float(labelled_hulls([moved]).litres[0]))
        self.assertIsNone(arrival(ordered, moved).ordered_fit)
