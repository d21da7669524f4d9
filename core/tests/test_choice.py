"""Class, gates and the order of a rack: what must never lead, and what must always hold."""

import math
from typing import get_args
from unittest import TestCase

import numpy as np
from hypothesis import assume, given
from hypothesis import strategies as st

from chord_core.documents import Board, RankRequest, SizeRequest, Surfer, Water
from chord_core.documents.verbs.rank import RankResult
from chord_core.documents.verbs.shared import CautionCode
from chord_core.fit.answer.rank import rank
from chord_core.fit.answer.size import size
from chord_core.fit.judge.case import case_of
from chord_core.fit.rules.cautions import leash_for
from chord_core.fit.rules.gates import closed_because, own_class
from chord_core.fit.rules.precedence import standing
from chord_core.fit.rules.reference_boards import board_at
from chord_core.hull.label import labelled_hulls
from chord_core.tables import families
from tests import tries
from tests.strategies import boards, inches, surfers, waters

RACK = tuple(board_at(family, place) for family in families().values() for place in (0.25, 0.7))


def ranked(surfer: dict[str, object], water: dict[str, object], rack: tuple[Board, ...] = RACK) -> RankResult:
    return rank(RankRequest(surfer=Surfer(**surfer), water=Water(**water), boards=rack, quick=True))


def gate(family: str, surfer: dict[str, object], water: dict[str, object]) -> str | None:
    case = case_of(SizeRequest(surfer=Surfer(mass_kg=75, height_m=1.78, **surfer), water=Water(**water)))
    assert case
    return closed_because(families()[family], case.rider, case.conditions)


class Gates(TestCase):
    def test_by_rung(self) -> None:
        """``docs/trade.md``, class and gates: one level under a kind's own it is not usual, but open; two
        levels under it stays shut, and boards for big waves at once."""
        big = {"usual_m": 2.62, "steepness": "average"}
        small = {"usual_m": 1.0, "steepness": "average"}
        for family, closed, open_, water in (
            ("mid-length", "starter", "standing", small),
            ("all-rounder", "standing", "green wave", small),
            ("performance shortboard", "green wave", "trimming", small),
            ("gun", "linking", "carving", big),
        ):
            with self.subTest(family):
                self.assertIn("not yet", gate(family, {"rung": closed}, water) or "")
                self.assertIsNone(gate(family, {"rung": open_}, water))

    def test_by_water(self) -> None:
        expert = {"rung": "critical"}
        for family, water in (
            ("all-rounder", {"usual_m": 3.0}),
            ("keel fish", {"usual_m": 1.2, "steepness": "hollow"}),
            ("nose-rider", {"usual_m": 1.2, "steepness": "steep"}),
            ("river wide", {"usual_m": 1.2}),
            ("all-rounder", {"usual_m": 0.7, "kind": "river"}),
            ("wave stand-up", {"usual_m": 1.2}),
        ):
            with self.subTest(family=family, water=water):
                self.assertIsNotNone(gate(family, expert, water))

    def test_boards_for_big_waves_are_far_down_in_small_ones(self) -> None:
        """No gate shuts a gun at chest height: nobody is hurt, it is only the wrong board."""
        rack = (board_at(families()["gun"], 0.3), board_at(families()["all-rounder"], 0.4))
        gun, usual = ranked({"mass_kg": 75, "rung": "carving"}, {"usual_m": 1.2}, rack).ranking[::-1]
        self.assertEqual((gun.family, usual.family), ("gun", "all-rounder"))
        self.assertLess(gun.fit, 0.75 * usual.fit)

    def test_twins_and_keels_are_less_usual_under_a_back_foot(self) -> None:
        soft = Water(usual_m=1.0, steepness="soft")
        front, back = (
            case_of(SizeRequest(surfer=Surfer(mass_kg=75, rung="carving", foot_weight=foot), water=soft))
            for foot in ("front", "back")
        )
        assert front and back
        for family in ("performance twin", "keel fish"):
            self.assertLess(back.expected.log_shares[family], front.expected.log_shares[family])

    def test_a_child_gets_a_soft_deck_first_then_real_boards(self) -> None:
        for rung, open_ in (("green wave", False), ("trimming", True)):
            case = case_of(SizeRequest(surfer=Surfer(mass_kg=32, rung=rung), water=Water(usual_m=0.6)))
            assert case
            self.assertIs(
                closed_because(families()["all-rounder"], case.rider, case.conditions) is None, open_
            )

    @tries(20)
    @given(surfers(), waters())
    def test_no_board_outside_its_gate_ever_leads(self, surfer: Surfer, water: Water) -> None:
        result = rank(RankRequest(surfer=surfer, water=water, boards=RACK, quick=True))
        case = case_of(SizeRequest(surfer=surfer, water=water))
        assert case
        seen_closed = False
        for row in result.ranking:
            closed = closed_because(families()[row.family], case.rider, case.conditions) is not None
            self.assertIs(closed, row.fit == 0 and closed)
            self.assertFalse(seen_closed and row.fit > 0)
            seen_closed = seen_closed or closed
        if all(row.fit == 0 for row in result.ranking):
            self.assertIn("Not yet", result.not_yet)


class Classes(TestCase):
    def test_named_by_wish_present_board_or_rung(self) -> None:
        fish = inches("performance fish", 70, 21, 2.5).model_dump()
        soft = inches("long soft-top", 96, 22.5, 3.1).model_dump()
        for surfer, water, wanted in (
            ({"rung": "starter"}, {}, "soft"),
            ({"rung": "green wave"}, {}, "middle"),
            ({"rung": "linking"}, {}, "short"),
            ({"rung": "linking", "aim": "nose-ride"}, {}, "long"),
            ({"rung": "trimming", "present_board": fish}, {}, "short"),
            ({"rung": "trimming", "present_board": soft}, {}, "middle"),
            ({"rung": "trimming", "present_board": fish, "wish": "single fin"}, {}, "middle"),
            ({"rung": "trimming"}, {"kind": "river", "usual_m": 0.7}, "river"),
            ({"rung": "trimming", "craft": "stand_up"}, {}, "stand-up"),
        ):
            case = case_of(SizeRequest(surfer=Surfer(mass_kg=75, **surfer), water=Water(**water)))
            assert case
            self.assertEqual(own_class(case.rider, case.conditions)[0], wanted, surfer)

    def test_a_wish_leads_inside_its_class_when_the_gates_let_it(self) -> None:
        surfer = {"mass_kg": 75, "rung": "linking", "wish": "keel fish"}
        self.assertEqual(
            size(SizeRequest(surfer=Surfer(**surfer), water=Water(steepness="soft"))).families[0].family,
            "keel fish",
        )
        hollow = size(SizeRequest(surfer=Surfer(**surfer), water=Water(steepness="hollow")))
        self.assertNotIn("keel fish", [kind.family for kind in hollow.families])

    def test_a_tired_shortboarder_is_shown_longer_boards(self) -> None:
        board = inches("all-rounder", 74, 19.5, 2.5).model_dump()
        young = size(SizeRequest(surfer=Surfer(mass_kg=85, rung="linking", present_board=board, age=35)))
        tired = size(SizeRequest(surfer=Surfer(mass_kg=85, rung="linking", present_board=board, age=64)))
        places = [[kind.family for kind in answer.families].index("mid-length") for answer in (young, tired)]
        self.assertLess(places[1], places[0])
        self.assertLessEqual(places[1], 1)


class Order(TestCase):
    @tries(10)
    @given(surfers(), waters(), st.lists(boards(), min_size=1, max_size=6))
    def test_adding_boards_never_changes_the_order_of_the_others(
        self, surfer: Surfer, water: Water, more: list[Board]
    ) -> None:
        few = rank(RankRequest(surfer=surfer, water=water, boards=RACK[:30], quick=True))
        many = rank(RankRequest(surfer=surfer, water=water, boards=(*RACK[:30], *more), quick=True))
        kept = [row.index for row in many.ranking if row.index < 30]
        self.assertEqual([row.index for row in few.ranking], kept)

    @tries(10)
    @given(surfers(), waters(), st.randoms(use_true_random=False))
    def test_a_shuffled_rack_gives_the_same_fits(self, surfer: Surfer, water: Water, random: object) -> None:
        order = list(range(len(RACK)))
        random.shuffle(order)
        one = rank(RankRequest(surfer=surfer, water=water, boards=RACK, quick=True))
        two = rank(RankRequest(surfer=surfer, water=water, boards=tuple(RACK[i] for i in order), quick=True))
        fits = {row.index: row.fit for row in one.ranking}
        for row in two.ranking:
            self.assertTrue(math.isclose(fits[order[row.index]], row.fit, rel_tol=1e-9, abs_tol=1e-9))

    @tries(16)
    @given(surfers(), waters())
    def test_every_board_has_two_reasons_each_way_and_finite_numbers(
        self, surfer: Surfer, water: Water
    ) -> None:
        for row in rank(RankRequest(surfer=surfer, water=water, boards=RACK, quick=True)).ranking:
            self.assertEqual((len(row.for_), len(row.against)), (2, 2), row)
            self.assertFalse(set(row.for_) & set(row.against))
            self.assertTrue(row.fit >= 0 and math.isfinite(row.fit))

    def test_of_two_equal_boards_the_one_within_the_budget_stands_first(self) -> None:
        cheap = inches("all-rounder", 73, 20, 2.5, price=400, stated_litres=33.2)
        dear = inches("all-rounder", 73, 20, 2.5, price=900, stated_litres=33.1)
        surfer = {"mass_kg": 75, "rung": "linking", "budget": 600}
        first = ranked(surfer, {"usual_m": 1.0}, (dear, cheap)).ranking[0]
        self.assertEqual(first.index, 1)

    def test_what_the_budget_buys_goes_first_if_it_fits_nearly_as_well_and_the_wish_before_it(self) -> None:
        """A board within the budget before a better one over it; not one that fits badly; what is wished for
        before both."""
        dear = inches("all-rounder", 73, 20.5, 2.5, price=900)
        cheap = inches("all-rounder", 74, 20.75, 2.6, price=400)
        bad = inches("all-rounder", 68, 18.5, 2.2, price=300)
        surfer = Surfer(mass_kg=75, rung="linking", budget=600)
        for fits, order in (((98, 91, 40), [1, 0, 2]), ((98, 80, 40), [0, 1, 2]), ((98, 91, 88), [1, 2, 0])):
            with self.subTest(fits):
                stands = standing(surfer, (dear, cheap, bad), np.array(fits, float))
                self.assertEqual(list(np.argsort(-stands)), order)
        fish = inches("performance fish", 72, 21, 2.5, price=950)
        wishes = surfer.model_copy(update={"wish": "performance fish"})
        stands = standing(wishes, (dear, cheap, fish), np.array([98.0, 91.0, 93.0]))
        self.assertEqual(list(np.argsort(-stands)), [2, 1, 0])
        poor = surfer.model_copy(update={"budget": None})
        stands = standing(poor, (dear, cheap, bad), np.array([98.0, 91.0, 40.0]))
        self.assertEqual(list(np.argsort(-stands)), [0, 1, 2])

    def test_the_step_goes_the_whole_fifth_where_the_rung_carries_more_still(self) -> None:
        """Up 8 to 15 %; 15 to 20 % from a board that is far too small for this rung; never more than a
        fifth (``trade.md``)."""
        for dims, low, high in (((66, 18.25, 2.15), 1.15, 1.20), ((73, 20, 2.5), 1.08, 1.15)):
            now = inches("all-rounder", *dims)
            litres = float(labelled_hulls([now]).litres[0])
            surfer = Surfer(mass_kg=75, rung="linking", aim="more waves", present_board=now)
            method = next(
                one
                for one in size(SizeRequest(surfer=surfer, water=Water(usual_m=1.0))).sizing_methods
                if one.name == "by step"
            )
            self.assertAlmostEqual(method.low_l / litres, low, places=2)
            self.assertAlmostEqual(method.high_l / litres, high, places=2)

    def test_litres_inside_the_band_fit_better_than_far_outside(self) -> None:
        rack = tuple(inches("all-rounder", 72, 20, 2.5, stated_litres=litres) for litres in (28, 33, 35, 37))
        result = ranked(
            {"mass_kg": 75, "rung": "linking", "aim": "one board for everything"}, {"usual_m": 1.0}, rack
        )
        fits = {rack[row.index].stated_litres: row.fit for row in result.ranking}
        self.assertGreater(fits[35], fits[28])

    def test_duck_dive_counts_only_where_waves_are_dived(self) -> None:
        big, small = {"usual_m": 1.8}, {"usual_m": 0.6}
        surfer = {"mass_kg": 75, "height_m": 1.78, "rung": "linking"}
        for who, water, counts in (
            (surfer, big, True),
            (surfer, small, False),
            ({**surfer, "rung": "standing"}, big, False),
        ):
            least = min(row.parts["duck"] for row in ranked(who, water).ranking)
            self.assertEqual(least < 0.5, counts)

    def test_a_heavy_long_board_is_held_against_a_child(self) -> None:
        """Law 24 and the mistakes people make."""
        result = ranked({"mass_kg": 30, "rung": "standing"}, {"usual_m": 0.5})
        fits = {RACK[row.index].length_m: row for row in result.ranking if row.family == "long soft-top"}
        self.assertLess(max(fits.items())[1].parts["carry"], 0.05)

    def test_stand_up_is_judged_by_its_reserve_of_float(self) -> None:
        result = ranked({"mass_kg": 75, "rung": "trimming", "craft": "stand_up"}, {"usual_m": 1.0})
        top = result.ranking[0]
        self.assertEqual(top.family, "wave stand-up")
        self.assertIsNone(top.floats.trim_deg)
        self.assertIsNotNone(top.floats.reserve_share)


class Cautions(TestCase):
    def size(self, surfer: dict[str, object], water: dict[str, object]) -> str:
        answer = size(SizeRequest(surfer=Surfer(**surfer), water=Water(**water)))
        return " ".join(caution.says for caution in answer.cautions)

    def codes(self, surfer: dict[str, object], water: dict[str, object]) -> list[str]:
        answer = size(SizeRequest(surfer=Surfer(**surfer), water=Water(**water)))
        return [caution.code for caution in answer.cautions]

    def test_faces_over_the_rung_say_not_yet_not_here(self) -> None:
        self.assertIn("Not yet, not here", self.size({"mass_kg": 75, "rung": "starter"}, {"usual_m": 1.2}))
        self.assertNotIn("Not yet", self.size({"mass_kg": 75, "rung": "critical"}, {"usual_m": 1.2}))

    def test_children_beginners_and_local_rules(self) -> None:
        said = self.size({"mass_kg": 30, "rung": "starter"}, {"usual_m": 0.4})
        for word in ("child", "rounded fins", "Lifeguards"):
            self.assertIn(word, said)

    def test_each_is_said_to_whom_it_concerns_and_to_nobody_else(self) -> None:
        """Whom each caution concerns and whom not; those of a board are tested with boards."""
        grown, child = {"mass_kg": 75, "rung": "linking"}, {"mass_kg": 30, "rung": "linking"}
        first, small = {"mass_kg": 75, "rung": "starter"}, {"usual_m": 0.5}
        trims, hollow = {"mass_kg": 75, "rung": "trimming"}, {"usual_m": 0.6, "steepness": "hollow"}
        concerns: dict[str, tuple[dict[str, object], dict[str, object], dict[str, object], dict[str, object]]]
        concerns = {
            "too_big": (first, {"usual_m": 1.2}, first, small),
            "too_hollow": (trims, hollow, grown, hollow),
            "instructor": (first, small, grown, small),
            "child": (child, small, grown, small),
            "river": (grown, {"kind": "river", "usual_m": 0.8}, grown, small),
        }
        for code, (surfer, water, other, elsewhere) in concerns.items():
            self.assertIn(code, self.codes(surfer, water))
            self.assertNotIn(code, self.codes(other, elsewhere), code)
            self.assertIn("local_rules", self.codes(surfer, water))
        of_boards = {"leash", "cannot_sink"}
        self.assertEqual({*concerns, *of_boards, "local_rules"}, set(get_args(CautionCode)))

    def test_a_board_that_cannot_be_sunk_is_said_where_one_dives(self) -> None:
        rack = (
            board_at(families()["performance shortboard"], 0.3),
            board_at(families()["performance longboard"], 0.5),
        )
        for dived in (True, False):
            water: dict[str, object] = {"usual_m": 1.4, "duck_dive_needed": dived}
            answer = ranked({"mass_kg": 70, "rung": "critical"}, water, rack)
            said = {rack[p.index].family: {c.code for c in p.cautions} for p in answer.ranking}
            self.assertEqual("cannot_sink" in said["performance longboard"], dived)
            self.assertNotIn("cannot_sink", said["performance shortboard"])
            self.assertTrue(all("leash" in codes for codes in said.values()))

    @tries(16)
    @given(surfers(), st.floats(0.3, 1.5))
    def test_never_an_ankle_leash_on_a_river(self, surfer: Surfer, face: float) -> None:
        result = size(SizeRequest(surfer=surfer, water=Water(kind="river", usual_m=face)))
        assume(result.families)
        self.assertIn("No ankle leash", result.leash)

    def test_a_leash_is_the_next_foot_up_thin_when_small_thick_when_big(self) -> None:
        for inches_, face, wanted in (
            (70, 0.9, "6 ft, thin"),
            (72, 2.2, "6 ft, thick"),
            (73, 1.5, "7 ft, regular"),
            (110, 0.8, "10 ft, thin at knee or calf"),
        ):
            case = case_of(
                SizeRequest(
                    surfer=Surfer(mass_kg=75, height_m=1.78, rung="linking"), water=Water(usual_m=face)
                )
            )
            assert case
            self.assertIn(wanted, leash_for(inches_ * 0.0254, case.rider, case.conditions))
