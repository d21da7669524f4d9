"""What the surfer needs and a board gives; pins; what is remembered of other boards; the steadier of two."""

from dataclasses import replace
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board, RankRequest, Surfer, Water
from chord_core.documents.verbs.rank import Need, RankStability
from chord_core.documents.verbs.solve import Pinned, PinnedSize
from chord_core.errors import ChordError
from chord_core.fit.advise.needs import near_best
from chord_core.fit.answer.pins import pinned_size
from chord_core.fit.answer.rank import JudgedRack, judge_rack, rank, steadiest
from chord_core.fit.answer.size import Sized
from chord_core.fit.judge.baseline import build_baseline, measured_by
from chord_core.fit.judge.case import case_with
from chord_core.fit.judge.ridden_rack import RiddenRack
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import hull_of
from chord_core.hull.label import labelled_hulls
from chord_core.ride.batches import summarize_rides
from chord_core.ride.fins import fins_of
from chord_core.tables import families, rungs, tables
from tests import tries
from tests.strategies import boards, inches

TRIMMER = {"mass_kg": 68, "height_m": 1.7, "rung": "trimming"}
SOFT = Water(usual_m=0.9, steepness="soft")
ROUND = inches("all-rounder", 74, 20.25, 2.6)
LOG = inches("mini-mal", 88, 22, 3.0)


def rack_for(*some: Board, water: Water = SOFT, **facts: object) -> JudgedRack:
    case = case_with(Surfer(**{**TRIMMER, **facts}), water)
    assert case
    return judge_rack(case, some, labelled_hulls(some), None)


def need(needs: tuple[Need, ...], name: str) -> Need:
    return next(one for one in needs if one.name == name)


class Needs(TestCase):
    def test_a_complaint_goes_before_the_aim_and_the_aim_before_the_rest(self) -> None:
        names = [one.name for one in rack_for(ROUND, complaints=["nose-dives"], aim="carve long").needs(0)]
        self.assertEqual(names[:3], ["nose stays up", "runs on flats", "turns within"])
        self.assertEqual(len(names), len(set(names)))

    def test_who_does_not_turn_yet_is_asked_nothing_of_turning_first(self) -> None:
        names = [one.name for one in rack_for(LOG, rung="starter", aim="progress").needs(0)]
        self.assertFalse({"turns within", "rail to rail"} & set(names[:5]))

    def test_the_need_is_what_the_ordinary_boards_that_fit_best_give(self) -> None:
        rack = rack_for(ROUND)
        baseline = rack.sized.baseline
        good = near_best(baseline)
        fit = baseline.judged.fit(baseline.best)
        least = tables().fit.near_best * fit.max()
        self.assertTrue((fit[~good] < least).all(), "nobody near the best is left out")
        self.assertGreaterEqual(good.sum(), tables().needs.fewest)
        turn = need(rack.needs(0), "turns within")
        radius = baseline.judged.ridden.radius_m[good]
        self.assertEqual((turn.low, turn.high), (float(radius.min()), float(radius.max())))

    def test_a_word_says_on_which_side_it_lies_and_whether_that_is_short(self) -> None:
        """A log under a carver turns too wide: that falls short. It paddles better: that does not."""
        needs = rack_for(LOG, ROUND, rung="carving", aim="performance").needs(0)
        turn, sprint = need(needs, "turns within"), need(needs, "paddles")
        self.assertEqual((turn.word, turn.short), ("wide", True))
        self.assertGreater(turn.gives, turn.high)
        self.assertFalse(sprint.short)

    def test_the_present_board_is_marked(self) -> None:
        rack = rack_for(ROUND, LOG, present_board=LOG)
        for here, there in zip(rack.needs(0), rack.needs(1), strict=True):
            self.assertIsNotNone(here.now)
            self.assertAlmostEqual(here.now, there.gives, places=6)

    def test_nobody_duck_dives_a_river_or_with_a_paddle(self) -> None:
        river = Water(kind="river", usual_m=0.7, flow_m_s=3.0)
        board = inches("river wide", 62, 22, 3)
        names = [one.name for one in rack_for(board, water=river).needs(0)]
        self.assertEqual(names[0], "stays on")
        self.assertFalse({"duck-dive", "takes off", "runs on flats", "paddles"} & set(names))
        paddled = inches("long stand-up", 120, 30, 4.6)
        names = [one.name for one in rack_for(paddled, craft="stand_up").needs(0)]
        self.assertNotIn("duck-dive", names)

    def test_every_behaviour_named_by_a_complaint_or_an_aim_is_one(self) -> None:
        rules = tables().needs
        known = {row.name for row in rules.behaviours}
        self.assertEqual(set(rules.complaints), set(tables().complaints.complaints))
        for names in (*rules.complaints.values(), *rules.aims.values()):
            self.assertLessEqual(set(names), known)

    @tries(20)
    @given(boards(), st.sampled_from(list(rungs())), st.floats(50, 95))
    def test_words_agree_with_their_numbers(self, board: Board, rung: str, mass: float) -> None:
        rules = {row.name: row for row in tables().needs.behaviours}
        for one in rack_for(board, rung=rung, mass_kg=mass).needs(0):
            rule = rules[one.name]
            side = "below" if one.gives < one.low else "above" if one.gives > one.high else "inside"
            self.assertEqual(one.word, getattr(rule, side))
            bad = {"more": "below", "less": "above"}[rule.better]
            self.assertEqual(one.short, side == bad)
            self.assertTrue(one.span[0] <= one.gives <= one.span[1])

    def test_the_verb_says_them_of_the_board_that_leads(self) -> None:
        request = RankRequest(surfer=Surfer(**TRIMMER), water=SOFT, boards=(ROUND, LOG))
        answer = rank(request)
        lead = rack_for(ROUND, LOG)
        self.assertEqual(answer.needs, lead.needs(answer.ranking[0].index))


class Pins(TestCase):
    def sized(self, **facts: object) -> Sized:
        case = case_with(Surfer(**{**TRIMMER, **facts}), SOFT)
        assert case
        return Sized(case, None)

    def pin(self, sized: Sized, family: str, **measures: float) -> PinnedSize:
        return pinned_size(sized, family, Pinned(**measures))

    def test_pinned_measures_stay_and_the_price_is_never_a_gain(self) -> None:
        sized = self.sized()
        family = sized.found[0].family
        for measures in ({"length_m": 1.75}, {"width_m": 0.56, "thickness_m": 0.07}):
            with self.subTest(**measures):
                found = self.pin(sized, family, **measures)
                for name, value in measures.items():
                    self.assertEqual(getattr(found.windows, name), (value, value))
                    self.assertEqual(getattr(found.board, name), value)
                self.assertLessEqual(found.fit, found.free_fit)
                words = "length" if "length_m" in measures else "width and thickness"
                self.assertIn(words, found.says)

    def test_a_pin_far_from_what_is_needed_costs_more_than_one_inside(self) -> None:
        sized = self.sized()
        lead = sized.found[0]
        kind = families()[lead.family]
        best = sized.best_board
        assert best
        inside = self.pin(sized, lead.family, length_m=best.length_m)
        far = self.pin(sized, lead.family, length_m=kind.length_m[1])
        self.assertLess(far.fit, inside.fit)
        self.assertIn("costs", far.says)

    def test_what_is_missing_in_length_is_had_in_the_rest(self) -> None:
        """Craft law: litres follow, so a shorter pinned board is wider or thicker."""
        sized = self.sized()
        family, best = sized.found[0].family, sized.best_board
        assert best
        shorter = self.pin(sized, family, length_m=best.length_m - 0.10).board
        section = shorter.width_m * shorter.thickness_m
        self.assertGreater(section, 0.98 * best.width_m * best.thickness_m)

    def test_the_same_from_run_to_run(self) -> None:
        once, again = (self.pin(self.sized(), "mid-length", width_m=0.54) for _ in range(2))
        self.assertEqual(once, again)

    def test_nothing_pinned_or_a_closed_kind_is_told(self) -> None:
        with self.assertRaises(ChordError) as nothing:
            self.pin(self.sized(), "mid-length")
        self.assertEqual(nothing.exception.field, "pinned")
        with self.assertRaises(ChordError) as closed:
            self.pin(self.sized(), "gun", length_m=2.7)
        self.assertEqual(closed.exception.field, "pinned.family")


class Remembered(TestCase):
    def test_what_is_liked_is_kept_by_the_board_that_is_ridden(self) -> None:
        """The present board itself gives nothing up; one that turns worse does."""
        likes = ["wave count", "paddling", "speed on flats", "turning", "hold", "steadiness"]
        rack = rack_for(ROUND, LOG, present_board=ROUND, likes=likes)
        own = rack.remembered(0)
        self.assertEqual([one.of for one in own], likes)
        self.assertTrue(all(one.kept for one in own))
        log = {one.of: one for one in rack.remembered(1)}
        self.assertFalse(log["turning"].kept)
        self.assertIn("given up", log["turning"].says)
        self.assertTrue(log["paddling"].kept)

    def test_the_best_and_the_worst_are_close_to_themselves_and_a_log_to_neither(self) -> None:
        rack = rack_for(ROUND, LOG, best_board=ROUND, worst_board=ROUND)
        self.assertEqual([(one.of, one.kept) for one in rack.remembered(0)],
                         [("best board", True), ("worst board", False)])  # fmt: skip
        self.assertEqual(rack.remembered(1), ())

    def test_it_moves_no_fit(self) -> None:
        plain = rack_for(ROUND, LOG, present_board=ROUND)
        said = rack_for(ROUND, LOG, present_board=ROUND, likes=["turning"], best_board=LOG)
        np.testing.assert_array_equal(plain.fit, said.fit)


class Steadier(TestCase):
    def rack(self, fits: tuple[float, ...], **facts: object) -> JudgedRack:
        some = tuple(ROUND.model_copy(update={"price": price}) for price in (500.0, 500.0, 900.0))
        made = rack_for(*some, **facts)
        return replace(made, fit=np.array(fits), order=np.array([0, 1, 2]))

    def sure(self, *on_top: float) -> tuple[RankStability, ...]:
        return tuple(
            RankStability(index=i, on_top=top, in_three=1.0, says="") for i, top in enumerate(on_top)
        )

    def test_of_boards_that_are_as_good_the_steadier_leads(self) -> None:
        self.assertEqual(steadiest(self.rack((90, 89, 88.5)), self.sure(0.2, 0.5, 0.3)), 1)
        self.assertIsNone(steadiest(self.rack((90, 89, 88.5)), self.sure(0.5, 0.2, 0.3)))

    def test_a_worse_board_does_not_lead_however_steady(self) -> None:
        self.assertIsNone(steadiest(self.rack((90, 80, 80)), self.sure(0.2, 0.7, 0.1)))

    def test_nor_one_over_the_budget_before_one_within(self) -> None:
        rack = self.rack((90, 80, 89.5), budget=700)
        self.assertIsNone(steadiest(rack, self.sure(0.2, 0.1, 0.7)))

    def test_the_first_stays_when_they_are_as_steady(self) -> None:
        self.assertIsNone(steadiest(self.rack((90, 89, 88.5)), self.sure(0.4, 0.4, 0.2)))


class SideBySide(TestCase):
    def test_pieces_side_by_side_give_what_one_piece_gives(self) -> None:
        """And the rides that were found along with others are those that are found alone."""
        case = case_with(Surfer(**TRIMMER), SOFT)
        assert case
        some = [inches("all-rounder", 66 + 0.02 * i, 19 + 0.002 * i, 2.4) for i in range(700)]
        hull, fins = hull_of(fleet_of(some)), fins_of(some)
        together = summarize_rides(hull, fins, case.rider, case.conditions, asked=len(hull))
        rows = np.array([0, 349, 350, 351, 699])
        alone = summarize_rides(hull.rows(rows), fins.rows(rows), case.rider, case.conditions, asked=5)
        for name in ("works", "rides", "rides_low", "low_m", "hold_m_s", "by_bin"):
            np.testing.assert_allclose(getattr(together, name)[rows], getattr(alone, name), rtol=1e-9)
        cut = together.rows(rows)
        # The range of the first boards only, over the end of a piece.
        part = summarize_rides(hull, fins, case.rider, case.conditions, asked=351)
        self.assertTrue(np.isnan(part.low_m[351:]).all())
        for name in ("low_m", "high_m", "rides_low", "rides_high"):
            np.testing.assert_allclose(getattr(part, name)[:351], getattr(together, name)[:351], rtol=1e-9)
        np.testing.assert_allclose(part.rides_low[351:], together.rides[351:], rtol=1e-9)
        np.testing.assert_array_equal(cut.means["catch"], together.means["catch"][rows])
        np.testing.assert_array_equal(cut.floats.lift_share, together.floats.lift_share[rows])

    def test_ordinary_boards_ridden_along_measure_the_same(self) -> None:
        surfer = Surfer(**TRIMMER, present_board=LOG)
        first, second = (case_with(surfer, SOFT) for _ in range(2))
        assert first and second
        boards = [ROUND, LOG]
        RiddenRack(first, labelled_hulls(boards), fins_of(boards)).of(np.arange(2), None)
        self.assertTrue(all(first.knows(some.name) for some in measured_by(first, None)))
        np.testing.assert_allclose(
            build_baseline(first, None).products, build_baseline(second, None).products, rtol=1e-9
        )
