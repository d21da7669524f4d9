"""The rack in order for one surfer: what is kept, what is not ridden, who leads on a tie."""

from typing import Any

from accounts.tests.case import BOARD, ApiCase
from chord_core.documents import Board as Document
from chord_core.documents import Surfer, Water, parse
from chord_core.fit.answer.rank import judge_rack
from chord_core.hull.label import labelled_hulls
from fittings.ranking import Ranking, case_for, fleet_of_rack, rank_fleet
from rack.commands import add_board
from rack.models import Board
from rack.selectors import rack_of

GUN = {"family": "gun", "length_m": 2.7, "width_m": 0.51, "thickness_m": 0.075}
LOG = {"family": "nose-rider", "length_m": 2.85, "width_m": 0.58, "thickness_m": 0.078}
WATER = Water(usual_m=1.0)


class RankingCase(ApiCase):
    def surfer(self, **facts: Any) -> Surfer:
        return Surfer(**{"mass_kg": 68, "rung": "trimming", **facts})

    def ranked(self, surfer: Surfer, must: tuple[int, ...] = ()) -> Ranking:
        case = case_for(surfer, WATER)
        assert case
        fleet = fleet_of_rack(rack_of(self.shop), ())
        return rank_fleet(fleet, case, None, surfer.model_dump_json(), must)


class NotRidden(RankingCase):
    def setUp(self) -> None:
        super().setUp()
        self.closed = [add_board(self.shop, parse(Document, one)).pk for one in (GUN, LOG)]

    def test_boards_behind_a_gate_stand_last_by_litres_and_have_no_rides(self) -> None:
        found = self.ranked(self.surfer())
        ids = rack_of(self.shop).ids
        shut = found.shut_of(ids)
        self.assertIn(self.closed[0], shut)
        self.assertEqual([ids[row] for row in found.order][-len(shut) :], list(shut))
        self.assertEqual(found.fit_of(ids.index(self.closed[0])), 0.0)
        self.assertEqual(len(found.places(ids)) + len(shut), len(ids))

    def test_one_that_must_be_spoken_of_is_judged_all_the_same(self) -> None:
        row = rack_of(self.shop).ids.index(self.closed[0])
        described = self.ranked(self.surfer(), (row,)).describe(row)
        self.assertEqual(described.fit, 0.0)
        self.assertIn("not yet", described.against[0])

    def test_where_every_gate_is_shut_all_are_judged(self) -> None:
        Board.objects.of(self.shop).exclude(pk__in=self.closed).delete()
        found = self.ranked(self.surfer(rung="starter"))
        self.assertEqual(found.shut, ())
        self.assertEqual(found.open_first, [])

    def test_fits_are_those_of_the_whole_rack(self) -> None:
        """Leaving boards out, and riding the ordinary ones along, moves no fit."""
        surfer = self.surfer(present_board=BOARD)
        found = self.ranked(surfer)
        rack, case = rack_of(self.shop), found.case
        whole = judge_rack(case, rack.boards, labelled_hulls(rack.boards), None)
        for row in found.rows:
            self.assertAlmostEqual(found.fit_of(row), float(whole.fit[row]), places=6)


class Kept(RankingCase):
    def test_the_same_question_is_answered_without_riding_again(self) -> None:
        surfer = self.surfer(mass_kg=69.5)
        first, again = self.ranked(surfer), self.ranked(surfer)
        self.assertEqual(first.order, again.order)
        self.assertIs(first.judged.ridden, again.judged.ridden)
        self.assertIsNot(first.judged.ridden, self.ranked(self.surfer(mass_kg=70.5)).judged.ridden)

    def test_another_target_needs_no_new_rides(self) -> None:
        surfer = self.surfer(mass_kg=71.5)
        case, fleet = case_for(surfer, WATER), fleet_of_rack(rack_of(self.shop), ())
        assert case
        own, moved = (rank_fleet(fleet, case, target, "71.5 kg") for target in (None, 44.0))
        self.assertIs(own.judged.ridden, moved.judged.ridden)
        self.assertNotEqual(own.judged.fit.tolist(), moved.judged.fit.tolist())

    def test_a_board_that_comes_is_in_the_next_answer(self) -> None:
        surfer = self.surfer()
        before = len(self.ranked(surfer).rows)
        add_board(self.shop, parse(Document, {**BOARD, "length_m": 1.86}))
        self.assertEqual(len(self.ranked(surfer).rows), before + 1)


class Led(RankingCase):
    def test_only_one_that_is_as_good_is_put_first(self) -> None:
        far = add_board(self.shop, parse(Document, {**BOARD, "length_m": 1.62, "stated_litres": 22.0})).pk
        found = self.ranked(self.surfer())
        row = rack_of(self.shop).ids.index(far)
        self.assertEqual(found.led_by(row).order, found.order)
        second = found.order[1]
        as_good = found.fit_of(found.order[0]) - found.fit_of(second) <= 2
        self.assertEqual(found.led_by(second).order[0], second if as_good else found.order[0])
        self.assertEqual(sorted(found.led_by(second).order), sorted(found.order))
        self.assertIs(found.led_by(10_000), found, "nothing known of such a board")
