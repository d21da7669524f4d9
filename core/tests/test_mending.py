"""What may be tried before another board is sold, the step down, and the doubts."""

from dataclasses import replace
from typing import Any
from unittest import TestCase

import numpy as np
from hypothesis import assume, given

from chord_core.documents import Board, ChangeRequest, FixRequest, RankRequest, SizeRequest, Surfer, Water
from chord_core.documents.verbs.change import ChangeResult
from chord_core.documents.verbs.rank import RankResult
from chord_core.errors import ChordError
from chord_core.fit.advise.next_question import unknown_facts
from chord_core.fit.answer.change import change, fin_trials, right_from
from chord_core.fit.answer.fix import fix
from chord_core.fit.answer.rank import rank
from chord_core.fit.answer.size import size
from chord_core.fit.judge.baseline import build_baseline
from chord_core.fit.judge.candidates import fit_in
from chord_core.fit.judge.case import case_with
from chord_core.fit.rules.reference_boards import board_at
from chord_core.fit.search.step import scaled
from chord_core.hull.label import labelled_hulls
from chord_core.ride.batches import summarize_rides
from chord_core.ride.fins import fins_of
from chord_core.tables import families, tables
from tests import tries
from tests.strategies import boards, inches, riders

SURFER = {"mass_kg": 75, "height_m": 1.78, "rung": "linking"}
WATER = {"usual_m": 1.1}


class Change(TestCase):
    def ask(self, board: Board, **facts: object) -> ChangeResult:
        return change(ChangeRequest(surfer=Surfer(**{**SURFER, **facts}), water=Water(**WATER), board=board))

    def test_what_is_right_stays(self) -> None:
        answer = self.ask(inches("all-rounder", 74, 20.25, 2.6))
        self.assertGreaterEqual(answer.fit, right_from())
        self.assertEqual(answer.changes, ())

    def test_each_change_makes_it_right_and_a_smaller_one_does_not(self) -> None:
        """A board of far too many litres: the same board scaled reaches the fit that is right, and a scale
        nearer to it does not."""
        board = inches("all-rounder", 80, 21.5, 2.9)
        answer = self.ask(board)
        litres = next(row for row in answer.changes if row.thing == "litres")
        self.assertGreaterEqual(litres.fit, right_from())
        case = case_with(Surfer(**SURFER), Water(**WATER))
        assert case
        was, becomes = (float(text.split()[0]) for text in (litres.was, litres.becomes))
        nearer = scaled(board, ((becomes / was) ** (1 / 3) + 1) / 2)
        self.assertLess(float(fit_in(case, None, [nearer])[0]), right_from())

    def test_practice_makes_a_small_board_right_before_a_bigger_one_is_sold(self) -> None:
        board = inches("all-rounder", 72, 19.5, 2.4)
        rusty = self.ask(board, sessions_month=1, rung="linking", aim="more waves")
        for row in rusty.changes:
            self.assertGreaterEqual(row.fit, right_from())
            self.assertNotEqual(row.was, row.becomes)


class Fix(TestCase):
    def test_fins_that_slide_are_mended_before_a_sale(self) -> None:
        """A heavy rider on tiny soft fins in steep water: other fins bring part of what a new board does."""
        board = inches(
            "performance shortboard", 74, 19.5, 2.5, fins={"setup": "thruster", "size": "XS", "flex": "soft"}
        )
        surfer = Surfer(mass_kg=85, rung="carving", present_board=board, complaints=("slides",))
        answer = fix(FixRequest(surfer=surfer, water=Water(usual_m=2.0, steepness="steep")))
        assert answer.fit is not None and answer.best_fit is not None
        self.assertGreater(answer.best_fit, answer.fit)
        self.assertIn("fins", {row.thing for row in answer.fixes})
        best = answer.fixes[0]
        self.assertAlmostEqual(
            best.recovers, min((best.fit - answer.fit) / (answer.best_fit - answer.fit), 1.0)
        )
        self.assertEqual(answer.complaints[0].complaint, "slides")
        self.assertIs(answer.first, best.recovers >= 0.5)

    def test_nothing_is_sold_to_who_has_the_right_board(self) -> None:
        board = inches("all-rounder", 74, 20.25, 2.6)
        answer = fix(
            FixRequest(surfer=Surfer(**SURFER, present_board=board), water=Water(**WATER), boards=(board,))
        )
        self.assertEqual(answer.fixes, ())
        self.assertIn("Keep the board", answer.says)

    def test_a_habit_is_measured_by_who_one_is_now(self) -> None:
        """Somebody who lets it run on a board that asks to be pumped: what pumping would give, over the best
        that is possible without it."""
        board = inches("performance shortboard", 71, 19, 2.4)
        facts = {"mass_kg": 72, "rung": "carving", "style": "relaxed", "present_board": board}
        answer = fix(FixRequest(surfer=Surfer(**facts), water=Water(usual_m=0.8, steepness="soft")))
        case = case_with(Surfer(**facts), Water(usual_m=0.8, steepness="soft"))
        assert case and answer.fit is not None
        # Only how they ride is another; what is expected for them stays.
        pumps = replace(case, rider=replace(case.rider, style="active"))
        best = build_baseline(case, None).best
        habit = next(row for row in answer.fixes if row.thing == "habit")
        self.assertAlmostEqual(habit.fit, float(fit_in(pumps, None, [board], best)[0]))
        self.assertGreater(habit.fit, answer.fit)

    def test_without_a_present_board_there_is_nothing_to_fix(self) -> None:
        with self.assertRaises(ChordError) as stop:
            fix(FixRequest(surfer=Surfer(**SURFER)))
        self.assertEqual(stop.exception.field, "surfer.present_board")

    def test_fins_are_tried_one_thing_at_a_time_first(self) -> None:
        board = inches("all-rounder", 73, 20, 2.5)
        trials = fin_trials(board)
        changes = [
            sum(getattr(one.fins, name) not in (None, usual) for name, usual in
                (("size", "M"), ("flex", "medium"), ("position_m", 0.0)))
            for one, _ in trials
        ]  # fmt: skip
        self.assertEqual(changes, sorted(changes))
        self.assertEqual({one.fins.size or "M" for one, _ in trials}, set(tables().fins.sizes))


class StepDown(TestCase):
    @tries(15)
    @given(boards("all-rounder"), riders())
    def test_costs_a_quarter_of_the_rides_and_no_more(self, board: Board, surfer: Surfer) -> None:
        """The same board at the litres of the step: its rides are three quarters, within two in a hundred."""
        surfer = surfer.model_copy(update={"present_board": board})
        water = Water(usual_m=1.0)
        case = case_with(surfer, water)
        step = size(SizeRequest(surfer=surfer, water=water)).step_down
        assume(step is not None and case is not None)
        assert step and case
        scales = np.linspace(0.8, 1.0, 41)
        litres = labelled_hulls([scaled(board, float(scale)) for scale in scales]).litres
        there = scaled(board, float(np.interp(step.to_l, litres, scales)))
        hull = labelled_hulls([there])
        rides = summarize_rides(hull, fins_of([there]), case.rider, case.conditions).rides[0]
        self.assertAlmostEqual(float(rides), 0.75 * step.rides_now, delta=0.02 * step.rides_now)

    def test_the_same_board_scaled_has_the_cube_of_the_litres(self) -> None:
        board = inches("mid-length", 84, 21, 2.7, stated_litres=46.0)
        litres = labelled_hulls([board, scaled(board, 0.9)]).litres
        self.assertAlmostEqual(litres[1] / litres[0], 0.9**3, delta=0.01)


class Doubts(TestCase):
    DIMS = ((70, 19, 2.3), (73, 20, 2.5), (75, 20.5, 2.6), (80, 21.5, 2.85))
    RACK = tuple(inches("all-rounder", *dims) for dims in DIMS)

    KINDS = tuple(board_at(families()[name], place) for place in (0.2, 0.4, 0.6)
                  for name in ("groveler", "all-rounder", "performance shortboard", "step-up"))  # fmt: skip

    def ask(
        self, surfer: dict[str, object], water: dict[str, object], rack: tuple[Board, ...] = RACK
    ) -> RankResult:
        return rank(RankRequest(surfer=Surfer(**surfer), water=Water(**water), boards=rack))

    def test_shares_of_the_draws_add_up(self) -> None:
        answer = self.ask(SURFER, WATER)
        self.assertAlmostEqual(sum(row.on_top for row in answer.stability), 1.0)
        self.assertAlmostEqual(sum(row.in_three for row in answer.stability), 3.0)
        for row in answer.stability:
            self.assertLessEqual(row.on_top, row.in_three)

    def test_who_is_alone_on_top_is_sure(self) -> None:
        """A shortboarder's board beside a beginner's: a rung or three kilos either way change nothing."""
        few = (self.RACK[1], inches("long soft-top", 110, 23, 3.3))
        answer = rank(RankRequest(surfer=Surfer(**SURFER), water=Water(**WATER), boards=few))
        top = next(row for row in answer.stability if row.index == answer.ranking[0].index)
        self.assertEqual(top.on_top, 1.0)

    def test_only_unknown_facts_are_asked(self) -> None:
        known = {**SURFER, "age": 30, "fitness": "good", "sessions_month": 4, "wetsuit_mm": 3}
        known |= {"foot_weight": "even", "style": "active", "craft": "prone", "aim": "trip", "rung": None}
        known["skills"] = {skill.name: True for skill in tables().rungs.skills if skill.rung != "carving"}
        water = {"small_m": 0.6, "usual_m": 1.1, "big_m": 1.7, "steepness": "average", "crowd": "low"}
        water |= {"wind": "none", "duck_dive_needed": True}
        self.assertIsNone(self.ask(known, water).next_question)

    def test_only_what_is_not_known_is_drawn(self) -> None:
        """Where all is said and the level was seen: mass and waves, as people remember them. What is not said
        is named; boards that lie close are the less sure the less is known."""
        skills = {skill.name: True for skill in tables().rungs.skills if skill.rung != "carving"}
        facts = {"age": 30, "fitness": "good", "sessions_month": 4, "wetsuit_mm": 3, "foot_weight": "even"}
        facts |= {"mass_kg": 75, "height_m": 1.78, "style": "active", "aim": "trip", "skills": skills}
        water = {**WATER, "steepness": "average", "crowd": "low", "wind": "none", "duck_dive_needed": True}
        known, little = self.ask(facts, water, self.KINDS), self.ask(SURFER, WATER, self.KINDS)
        top = max(known.stability, key=lambda one: one.on_top)
        self.assertIn("Not known: waves and mass", top.says)
        self.assertIn("level, fitness and", little.stability[0].says)
        self.assertGreater(top.on_top, max(one.on_top for one in little.stability))

    def test_the_question_is_one_whose_answer_changes_the_board(self) -> None:
        """Asked and answered, another board leads."""
        who: dict[str, object] = {"mass_kg": 75, "rung": "linking"}
        before = self.ask(who, {}, self.KINDS)
        question = before.next_question
        assert question
        self.assertTrue(question.asks.endswith("?"))
        case = case_with(Surfer(**who), Water())
        assert case
        unknown = next(one for one in unknown_facts(case) if one.field == question.field)
        name, of_water = question.field.removeprefix("water."), question.field.startswith("water.")

        def leads(answered: Any) -> int:
            return max(answered.ranking, key=lambda r: r.fit).index

        def answered(answer: object) -> Any:
            said = {name: answer}
            return self.ask({**who, **({} if of_water else said)}, said if of_water else {}, self.KINDS)

        self.assertTrue(any(leads(answered(answer)) != leads(before) for answer, _ in unknown.answers))
