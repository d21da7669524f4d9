"""The rack in order for one surfer: what is kept, what is not ridden, who leads on a tie."""

import itertools
from typing import Any

from accounts.tests.case import BOARD, ApiCase
from chord_core.documents import Board as Document
from chord_core.documents import Surfer, Water, parse
from chord_core.fit.answer.rank import judge_rack
from chord_core.hull.label import labelled_hulls
from chord_core.tables import tables
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


class Large(RankingCase):
    """A rack of which only the first boards are judged, until somebody asks for the rest."""

    def setUp(self) -> None:
        super().setUp()
        rows = [Board(shop=self.shop) for _ in range(220)]
        kinds = ("all-rounder", "performance fish", "mid-length", "performance shortboard")
        for i, row in enumerate(rows):
            size = {"length_m": 1.6 + 0.003 * i, "width_m": 0.48 + 0.0004 * i, "stated_litres": None}
            row.take(parse(Document, {**BOARD, "name": f"board {i}", "family": kinds[i % 4], **size}))
        Board.objects.bulk_create(rows)
        add_board(self.shop, parse(Document, GUN))

    def whole(self, pk: int) -> list[dict[str, Any]]:
        ranking: list[dict[str, Any]] = self.good("get", f"/api/fittings/{pk}/rack/")["ranking"]
        return ranking

    def test_the_first_boards_are_those_of_the_whole(self) -> None:
        ticket = self.ticket()
        answer, whole = ticket["answer"], self.whole(ticket["id"])
        first = [row["id"] for row in answer["ranking"]]
        self.assertGreaterEqual(len(first), 24)
        self.assertLess(len(first), 120)
        self.assertEqual(first, [row["id"] for row in whole[: len(first)]])
        self.assertEqual(sorted(answer["behind"]), sorted(row["id"] for row in whole[len(first) :]))
        self.assertEqual(len(whole) + len(answer["shut"]), len(rack_of(self.shop).ids))
        fits = [row["fit"] for row in whole]
        # Within a step of fit neighbours are "either", else the better stands first.
        self.assertTrue(all(a >= b - 2 for a, b in itertools.pairwise(fits)))
        self.assertTrue(all(row["rides"] is not None for row in whole))

    def test_only_the_first_have_the_range_of_their_waves(self) -> None:
        ticket = self.ticket()
        for rows in (ticket["answer"]["ranking"], self.whole(ticket["id"])):
            ranged = [bool(row["waves"]) for row in rows]
            self.assertTrue(all(ranged[:24]))
            self.assertFalse(any(ranged[60:]))

    def test_a_small_rack_is_judged_as_a_whole(self) -> None:
        Board.objects.of(self.shop).filter(name__startswith="board ").delete()
        ticket = self.ticket()
        self.assertEqual(ticket["answer"]["behind"], [])
        self.assertEqual(self.whole(ticket["id"]), ticket["answer"]["ranking"])

    def test_one_from_behind_has_its_own_fit_wherever_it_is_spoken_of(self) -> None:
        ticket = self.ticket()
        path = f"/api/fittings/{ticket['id']}/"
        fits = {row["id"]: row["fit"] for row in self.whole(ticket["id"])}
        for pk in (ticket["answer"]["behind"][0], ticket["answer"]["behind"][-1]):
            beside = self.good("get", f"{path}compare/?boards={pk}")
            self.assertAlmostEqual(beside["fits"][1], fits[pk], places=6)
            self.assertTrue(self.good("get", f"{path}why-not/?board={pk}")["first"])
            ticket = self.good("patch", path, {"version": ticket["version"], "bench_id": pk})
            bench = ticket["answer"]["bench"]
            self.assertEqual((bench["id"], bench["ranked"]["floats"]["lift_share"] > 0), (pk, True))
            self.assertAlmostEqual(bench["ranked"]["fit"], fits[pk], places=6)
            self.assertIn(pk, ticket["answer"]["behind"], "and stands where it stood")

    def test_doubts_are_of_the_rack_whatever_else_lies_on_the_bench(self) -> None:
        """The rack is ridden with the present board and the one typed in; neither is a board to doubt."""
        ticket = self.ticket()
        best = ticket["answer"]["bench"]["board"]
        path = f"/api/fittings/{ticket['id']}/"
        alone = self.good("get", f"{path}doubts/")
        self.assertEqual(len(alone["stability"]), 12)
        for change in ({"typed_board": best}, {"bench_id": ticket["answer"]["behind"][0]}):
            ticket = self.good("patch", path, {"version": ticket["version"], **change})
            again = self.good("get", f"{path}doubts/")
            self.assertEqual(again, {**alone, "version": ticket["version"]}, change)
        rides = self.ticket(present_board=best)
        doubts = self.good("get", f"/api/fittings/{rides['id']}/doubts/")
        first = [row["id"] for row in rides["answer"]["ranking"]][:12]
        self.assertEqual([row["id"] for row in doubts["stability"]], first)
        self.assertAlmostEqual(sum(row["on_top"] for row in doubts["stability"]), 1.0)

    def test_who_has_not_said_mass_and_level_gets_no_order(self) -> None:
        ticket = self.good("post", "/api/fittings/", {"facts": {"name": "Nobody yet"}})
        self.assertEqual(self.whole(ticket["id"]), [])
        self.assertEqual(ticket["answer"]["behind"], [])

    def test_what_counts_every_board_counts_those_behind(self) -> None:
        ticket = self.ticket()
        least = tables().fit.suits_from
        suits = {row["id"] for row in self.whole(ticket["id"]) if row["fit"] >= least}
        asked = self.good("get", "/api/rack/asked/")["fittings"][0]
        self.assertEqual(set(asked["suits"]), suits)

    def test_what_was_not_judged_has_no_fit_to_speak_of(self) -> None:
        found = self.ranked(self.surfer())
        unjudged = next(row for row in found.behind if row not in found.rows)
        with self.assertRaises(ValueError):
            found.fit_of(unjudged)
        self.assertEqual(found.led_by(unjudged).order, found.order)
