"""What an advisor says with a board: every sentence is borne out by a fact, none contradicts another."""

import json
from dataclasses import replace
from pathlib import Path
from typing import Any
from unittest import TestCase

from hypothesis import given

from chord_core import spoken
from chord_core.documents import SizeRequest, Surfer, Water, parse
from chord_core.documents.verbs.size import Advice
from chord_core.fit.advise.advice import Chosen, advise, holds
from chord_core.fit.answer.size import size
from chord_core.fit.expected.kinds import speaks_for
from chord_core.fit.judge.case import Case, case_with
from chord_core.fit.rules.present import present_litres
from chord_core.fit.rules.reference_boards import family_litres
from chord_core.tables import families, tables
from tests import draws, tries
from tests.strategies import inches, surfers, waters

FILE = Path(__file__).resolve().parents[1] / "judged" / "fittings.json"
JUDGED: list[dict[str, Any]] = json.loads(FILE.read_text(encoding="utf-8"))["fittings"]
RULES = tables().advice
ROWS = [*RULES.because, *RULES.warnings]


def case(water: dict[str, object] | None = None, **facts: object) -> Case:
    made = case_with(Surfer(**{"mass_kg": 75, "rung": "linking", **facts}), Water(**(water or {})))
    assert made
    return made


def chosen(
    family: str = "all-rounder", litres: float = 34, length: float = 1.85, duck: float = 0.5
) -> Chosen:
    return Chosen(family, litres, length, duck)


class Words(TestCase):
    def warned(self, wanted: str, of: Case, board: Chosen | None = None) -> None:
        self.assertIn(wanted, " ".join(advise(of, board or chosen()).warnings))

    def test_places(self) -> None:
        self.warned("Rock or reef", case({"usual_m": 1.0, "bottom": "reef"}))
        self.warned("a higher tide", case({"usual_m": 1.2, "bottom": "reef", "steepness": "hollow"}))
        self.warned("long way out", case({"usual_m": 1.0, "paddle_out_m": 300}))
        self.warned("let it pass", case({"usual_m": 2.4}))
        self.warned("vest", case({"usual_m": 3.4}, rung="critical"), chosen("gun", 60, 2.7))
        self.warned("No ankle leash", case({"kind": "river", "usual_m": 0.7}), chosen("river wide", 40, 1.6))

    def test_people_body_and_practice(self) -> None:
        self.warned("still learning to control it", case({"crowd": "high"}, rung="standing"))
        self.warned("ask a doctor", case(age=64))
        self.warned("Still growing", case(age=14, mass_kg=52))
        self.warned("hire first", case(rung="standing", sessions_month=1))
        self.warned("once a month", case(rung="standing", sessions_month=1))

    def test_others_who_share_it(self) -> None:
        """It is sized for those of whom one knows; who only wants to lend it hears no more than that."""
        light = Surfer(mass_kg=45, rung="starter")
        of, board = case(rung="green wave", mass_kg=90, sharers=[light]), chosen("mini-mal", 66, 2.4)
        self.warned("A beginner shares it", of, board)
        self.warned("the lighter ones find it a handful", of, board)
        self.assertIn("sized for those who share it", " ".join(advise(of, board).reasons))
        lent = advise(case(rung="green wave", aim="keep and share"), board)
        self.assertIn("whoever borrows it", " ".join(lent.reasons))
        self.assertNotIn("beginner shares", " ".join(lent.warnings))

    def test_out_of_practice_the_old_board_rests(self) -> None:
        now = inches("performance shortboard", 73, 18.5, 2.3)
        facts = {"fitness": "low", "present_board": now, "mass_kg": 95, "age": 46}
        self.warned("Leave the old board for a year", case(**facts), chosen("mid-length", 55, 2.2))
        self.warned("come down again", case(**facts), chosen("mid-length", 55, 2.2))
        fit = case(**{**facts, "fitness": "good"}, sessions_month=8)
        self.warned("Keep the board that you have", fit, chosen("mid-length", 55, 2.2))

    def test_a_trip_and_who_is_under_age(self) -> None:
        reef = {"usual_m": 2.4, "bottom": "reef", "steepness": "steep"}
        self.warned("Boots for the way in", case(reef, rung="carving", aim="trip"), chosen("step-up"))
        self.warned(
            "count yourself one level lower", case(reef, rung="carving", aim="trip"), chosen("step-up")
        )
        self.warned("your parents know", case(reef, rung="critical", age=16, mass_kg=60), chosen("step-up"))

    def test_litres_that_are_said_are_computed(self) -> None:
        of = case(rung="green wave", wish="performance fish")
        litres = of.expected.litres("performance fish").middle
        self.warned(f"a full one of {litres:.0f} L", of, chosen("mini-mal", 60, 2.3))
        now = inches("mini-mal", 94, 22, 2.8, stated_litres=60)
        self.warned("It has 26 L less than yours", case(present_board=now), chosen("all-rounder", 34))

    def test_board_and_first_weeks(self) -> None:
        self.warned("cannot be duck-dived", case({"usual_m": 1.4}), chosen("mid-length", 48, 2.2, 0.97))
        now = inches("mini-mal", 94, 22, 2.8)
        self.warned("you catch fewer waves", case(present_board=now), chosen("all-rounder", 36))
        small = inches("performance shortboard", 70, 18.5, 2.2)
        self.warned("a step back", case(present_board=small), chosen("mid-length", 46, 2.1))
        self.warned("fish that you asked for is flat", case({"steepness": "hollow"}, wish="keel fish"))
        self.warned(
            "comes later", case(rung="standing", wish="performance shortboard"), chosen("mini-mal", 60, 2.4)
        )

    def test_a_wish_is_answered_by_what_is_true_of_it(self) -> None:
        """Of boards for big water a step-up is short where a gun is advised, never the other way round."""
        big = {"usual_m": 4.0, "steepness": "average"}
        self.warned("short for faces of this size", case(big, rung="critical", wish="step-up"), chosen("gun"))
        heavy = case({"usual_m": 1.5, "steepness": "steep"}, rung="carving", wish="performance longboard")
        says = " ".join(advise(heavy, chosen("big-wave longboard", 60, 2.8)).warnings)
        self.assertNotIn("short for faces", says)
        self.assertIn("comes second here", says)
        says = " ".join(advise(case(big, rung="critical", wish="gun"), chosen("step-up")).warnings)
        self.assertNotIn("short for faces", says)
        self.assertIn("The gun that you asked for comes second here", says)

    def test_nothing_of_the_sea_is_said_in_a_pool(self) -> None:
        for rung, age in (("starter", 30), ("standing", 9)):
            pool = case({"kind": "pool", "usual_m": 0.6}, rung=rung, age=age, mass_kg=34 if age < 12 else 75)
            says = " ".join(advise(pool, chosen("long soft-top", 60, 2.2)).warnings)
            for absent in ("blows out to sea", "flags", "main peak", "Rock or reef"):
                self.assertNotIn(absent, says)

    def test_a_size_that_few_racks_hold_is_said(self) -> None:
        large = 0.9 * float(family_litres("all-rounder")[-1])
        self.warned("Few racks hold this size", case(mass_kg=110), chosen("all-rounder", large))
        says = " ".join(advise(case(mass_kg=96), chosen("all-rounder", 36)).warnings)
        self.assertNotIn("Few racks", says)

    def test_an_everyday_case_says_no_danger_that_is_not_there(self) -> None:
        says = " ".join(
            advise(case({"usual_m": 1.0, "bottom": "sand"}, age=30, sessions_month=8), chosen()).warnings
        )
        for absent in ("reef", "doctor", "river", "alone", "growing", "child", "lesson"):
            self.assertNotIn(absent, says)

    def test_why_it_suits_begins_with_the_customers_own_facts(self) -> None:
        board = replace(chosen("mid-length", 46, 2.1), answers={"will not catch": 0.9})
        reasons = advise(case(complaints=("will not catch",), age=58), board).reasons
        self.assertIn("you said that yours does not catch", reasons[0])
        self.assertIn("time to stand up", reasons[1])

    def test_a_board_is_not_praised_for_what_it_does_not_do(self) -> None:
        """Complaints that are not answered, litres that are not looked for, a kind that is not first."""
        of = case(complaints=("will not catch",), mass_kg=105, age=58)
        wrong = Chosen(
            "all-rounder", 26, 1.75, 0.4, {"will not catch": 0.4}, comes_first=False, right_size=False
        )
        self.assertEqual(advise(of, wrong).reasons, ())
        right = replace(wrong, litres=46.0, right_size=True)
        self.assertIn("made to carry your weight", " ".join(advise(of, right).reasons))
        self.assertNotIn("most often", " ".join(advise(case(), replace(chosen(), comes_first=False)).reasons))

    def test_nothing_is_said_that_the_customers_side_hides(self) -> None:
        """Mass, age and price: a screen is turned to the customer, and others stand beside."""
        for facts in (
            {"mass_kg": 58, "age": 63},
            {"mass_kg": 118, "age": 15},
            {"mass_kg": 30, "age": 9, "rung": "standing"},
        ):
            advice = advise(case(**facts), chosen())
            says = " ".join([*advice.reasons, *advice.warnings])
            for hidden in (f"{facts['mass_kg']:.0f} kg", f" {facts['age']}"):
                self.assertNotIn(hidden, says)

    def test_why_another_kind_comes_first_names_neither_age_nor_mass(self) -> None:
        for of in (case(age=63, fitness="low", sessions_month=1), case(age=14, mass_kg=50)):
            for one in families():
                for other in ("mid-length", "performance shortboard", "long soft-top"):
                    says = " ".join(speaks_for(of.rider, of.conditions, other, one))
                    self.assertNotRegex(says, r"\d+ kg|is \d+")

    def test_a_small_grown_surfer_is_not_called_a_child(self) -> None:
        small = case(mass_kg=41)
        for one in families():
            for other in families():
                says = " ".join(speaks_for(small.rider, small.conditions, one, other))
                self.assertNotIn("child", says)
                self.assertNotIn("growing", says)

    def test_lengths_are_said_in_the_units_of_who_reads(self) -> None:
        of = case()
        self.assertIn("1.85 m", advise(of, chosen()).says)
        with spoken.speaking("imperial", "lb"):
            self.assertIn("6'1", advise(of, chosen()).says)


class Never(TestCase):
    def contradicts(self, advice: Advice) -> None:
        says = " ".join(advice.warnings)
        for one, other in (
            ("No ankle leash", "leash on"),
            ("No ankle leash", "the leash before every session"),
            ("catch fewer waves", "a step back"),
            ("Keep the old board", "Keep the board that you have"),
            ("Keep the old board", "taken on water is done"),
            ("Leave the old board", "Keep the board that you have"),
            ("come down again", "not for what it was."),
            ("Put the old board by", "Leave the old board"),
            ("With a single fin alone", "A single fin wants push"),
            ("is made for bigger waves", "On the biggest days"),
            ("Small fins", "larger or stiffer fins"),
            ("cannot be duck-dived", "duck-dive takes technique"),
            ("cannot be duck-dived", "you lose the duck-dive"),
            ("No wide, flat board here", "try it as a quad with small rear fins"),
            ("smaller or softer fins in the old board", "larger or stiffer fins in the old board"),
            ("No smaller than this", "One step down is enough"),
            ("No smaller than this", "you may go smaller"),
            ("a litre less is enough", "A thick wetsuit"),
        ):
            self.assertFalse(one in says and other in says, says)

    def test_what_is_said_of_the_old_board(self) -> None:
        """For which days it is kept follows from how it is made, never a soft board for waves with push."""
        flat, curved = inches("groveler", 70, 20.5, 2.6), inches("performance shortboard", 73, 18.5, 2.3)
        soft = inches("long soft-top", 96, 23, 3.1, stated_litres=66)
        for board, kind, wanted in (
            (flat, "performance shortboard", "for the softer days"),
            (curved, "groveler", "more push"),
            (soft, "nose-rider", ""),
        ):
            of = case(present_board=board)
            says = " ".join(advise(of, replace(chosen(kind), litres=present_litres(of.rider) or 0)).warnings)
            self.assertIn(wanted, says)
            self.assertEqual("more push" in says, wanted == "more push")
        tired = case(present_board=curved, fitness="low")
        says = " ".join(advise(tired, replace(chosen(), litres=present_litres(tired.rider) or 0)).warnings)
        self.assertIn("want it back in a season", says)

    def test_two_sentences_of_one_answer_contradict_each_other(self) -> None:
        for row in JUDGED[:: draws(1, 5)]:
            surfer, water = parse(Surfer, row["surfer"], "surfer"), parse(Water, row["water"], "water")
            of = case_with(surfer, water)
            assert of
            for family in row["families"]:
                litres = of.expected.litres(family).middle
                length = of.expected.dim("length_m", family).middle
                for duck in (0.5, 0.8, 1.0):
                    self.contradicts(advise(of, Chosen(family, litres, length, duck)))

    @tries(24)
    @given(surfers(), waters())
    def test_more_than_is_read_and_danger_stands_first(self, surfer: Surfer, water: Water) -> None:
        answer = size(SizeRequest(surfer=surfer, water=water))
        if answer.advice is None:
            return
        self.assertLessEqual(len(answer.advice.warnings), RULES.most)
        self.assertTrue(1 <= len(answer.advice.reasons) <= 2)
        counts = {row.says: row.counts for row in RULES.warnings if "{" not in row.says}
        order = [counts[says] for says in answer.advice.warnings if says in counts]
        self.assertEqual(order, sorted(order, reverse=True))
        self.assertNotIn("{", " ".join([*answer.advice.warnings, *answer.advice.reasons]))


class Tables(TestCase):
    def test_every_kind_says_what_it_does_how_it_is_ridden_and_what_not(self) -> None:
        self.assertEqual(set(RULES.kinds), set(families()))
        for row in RULES.kinds.values():
            self.assertTrue(all(len(says) > 15 for says in row.model_dump().values()), row)

    def test_every_condition_is_one_that_can_hold(self) -> None:
        """Over the judged fittings each name holds of somebody, and no name is misspelt."""
        seen: set[str] = set()
        for row in JUDGED:
            surfer, water = parse(Surfer, row["surfer"], "surfer"), parse(Water, row["water"], "water")
            of = case_with(surfer, water)
            assert of
            for duck in (0.5, 0.8, 1.0):
                board = Chosen(row["families"][0], sum(row["litres"]) / 2, row["length_m"][0], duck)
                seen |= holds(of, replace(board, answers=dict.fromkeys(surfer.complaints, 1.0)))
        named = {name for row in ROWS for name in (*row.when, *row.unless)}
        self.assertLessEqual(named, seen)

    def test_boards_that_sentences_are_said_of_are_there(self) -> None:
        classes = {family.board_class for family in families().values()}
        for row in ROWS:
            self.assertLessEqual(set(row.classes), classes)
            self.assertLessEqual(set(row.kinds), set(families()))
            self.assertTrue(row.says.endswith("."), row.says)
