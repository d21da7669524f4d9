"""Builds side by side and their cost, the old board in payment, the sum to the cent."""

from __future__ import annotations

from decimal import Decimal
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board, GearRequest, GearResult
from chord_core.documents.verbs.gear import KeepIt
from chord_core.errors import ChordError
from chord_core.fit.answer.gear import gear
from chord_core.fit.rules.costs import (
    cheaper_from,
    crossing,
    instalments,
    mends_a_session,
    owning_from,
    spent,
)
from chord_core.fit.rules.gear import takes_wax
from chord_core.fit.rules.terms import money
from chord_core.tables import tables
from tests import tries
from tests.strategies import boards, inches
from tests.test_gear_sets import fin_set

PU, EPOXY, CARBON = "PU / polyester", "PU / epoxy", "vacuum carbon wrap"
BUILDS = tuple(tables().gear.builds)
SURFER = {"mass_kg": 75, "rung": "linking", "height_m": 1.78, "sessions_month": 6}
OLD = inches("all-rounder", 74, 20.5, 2.6, price=600, build=PU)


def board_of(**more: object) -> Board:
    return inches("all-rounder", 72, 20, 2.5, fins={"boxes": 5, "box_type": "two-tab"}, build=PU, **more)


def out(board: Board | None = None, surfer: dict[str, object] | None = None, **more: object) -> GearResult:
    of = board or board_of(price=650)
    asked = {"board": of, "surfer": {**SURFER, **(surfer or {})}, "water": {"usual_m": 1.2}, **more}
    return gear(GearRequest.model_validate(asked))


class Costs(TestCase):
    def test_by_hand(self) -> None:
        """A PU board of 600, 150 sessions: half of its life is worth half of 70 %; a second one after it."""
        mend = 35 / 60
        for sessions, total in (
            (75, 600 * (1 - 0.35) + 75 * mend),
            (150, 600 + 150 * mend),
            (225, 600 * (2 - 0.35) + 225 * mend),
        ):
            self.assertAlmostEqual(float(spent(PU, 600, sessions)), total)
        self.assertAlmostEqual(mends_a_session(CARBON), 35 * 2.2 / (60 * 1.7))

    def test_crossing_is_for_good(self) -> None:
        for cheaper, first in (
            ("no no no", None),
            ("yes yes yes", 1),
            ("no yes yes", 2),
            ("yes no yes", 3),
            ("yes yes no", None),
        ):
            self.assertEqual(crossing(np.array([word == "yes" for word in cheaper.split()])), first)

    @given(st.sampled_from(BUILDS), st.sampled_from(BUILDS), st.floats(150, 1500))
    @tries(100)
    def test_cheaper_for_good_and_not_before(self, one: str, own: str, price: float) -> None:
        index = tables().gear.builds
        of_one = price * index[one].price_index / index[own].price_index
        sessions = np.arange(1.0, tables().gear.beside.up_to_sessions + 1)
        cheaper = spent(one, of_one, sessions) < spent(own, price, sessions)
        found = cheaper_from(one, own, price)
        if found is None:
            self.assertFalse(cheaper[-1])
        else:
            self.assertTrue(cheaper[found - 1 :].all())
            self.assertTrue(found == 1 or not cheaper[found - 2])

    @given(st.sampled_from(BUILDS), st.floats(100, 2000), st.integers(1, 1400))
    @tries(100)
    def test_more_sessions_cost_more_in_all(self, build: str, price: float, sessions: int) -> None:
        self.assertGreater(float(spent(build, price, sessions + 1)), float(spent(build, price, sessions)))

    def test_25_the_long_life_costs_more_once_and_less_a_session(self) -> None:
        """Law 25 of the craft; and owning beats hiring the sooner the dearer the hire."""
        self.assertGreater(float(spent(CARBON, 1200, 1)), float(spent(PU, 600, 1)))
        self.assertLess(float(spent(CARBON, 1200, 700)), float(spent(PU, 600, 700)))
        owning = [owning_from(PU, 600, hire) for hire in (12, 18, 30)]
        self.assertEqual(owning, sorted(owning, reverse=True))
        self.assertIsNone(owning_from(PU, 600, 1))

    def test_cents_are_rounded_half_up(self) -> None:
        for amount, cents in ((0.005, "0.01"), (2.675, "2.68"), (10, "10.00"), (-0.005, "-0.01")):
            self.assertEqual(money(amount), Decimal(cents))


class Beside(TestCase):
    @given(boards())
    @tries(30)
    def test_the_boards_own_is_first_and_each_is_there_once(self, board: Board) -> None:
        priced = board.model_copy(update={"price": 700.0})
        builds = out(priced).builds
        names = [build.build for build in builds]
        self.assertEqual(len(names), len(set(names)))
        self.assertLessEqual(len(names), 4)
        self.assertEqual(builds[0].price, Decimal("700.00"))
        self.assertEqual({len(build.cost_a_session) for build in builds}, {len(out(priced).at)})

    def test_17_a_lighter_build_swings_less_and_is_restless_in_chop(self) -> None:
        builds = {build.build: build for build in out(water={"usual_m": 1.2, "chop_m": 0.15}).builds}
        self.assertLess(builds[CARBON].swing_kg_m2, builds[PU].swing_kg_m2)
        self.assertGreater(builds[CARBON].chop_g, builds[PU].chop_g)
        self.assertIn("fins a size up", builds[CARBON].says)

    def test_much_dearer_is_proven_in_the_cheaper_one_first(self) -> None:
        builds = {build.build: build for build in out().builds}
        self.assertEqual(builds[CARBON].price, Decimal("1300.00"))
        self.assertIn("prove the shape", builds[CARBON].says)
        self.assertNotIn("prove the shape", builds[EPOXY].says)
        crosses = builds[EPOXY].crossing_sessions
        self.assertIsNotNone(crosses)
        self.assertIn(f"cheaper from session {crosses}, at 6 a month in year", builds[EPOXY].says.lower())

    def test_without_a_price_no_cost_is_said(self) -> None:
        """Nor of a board of which nobody knows how much of its life is behind it."""
        for board in (board_of(), board_of(price=400, stock="used")):
            answer = out(board)
            self.assertEqual({(build.price, build.cost_a_session) for build in answer.builds}, {(None, ())})
            self.assertIsNone(answer.owning_from_sessions)


class TradeIn(TestCase):
    def value(self, **looks: object) -> tuple[Decimal | None, str]:
        found = out(surfer={"present_board": OLD}, trade_in=looks).trade_in
        assert found is not None
        return found.value, "; ".join(found.reasons)

    def test_price_times_share_life_and_condition(self) -> None:
        """600 x .7 x (1 - 75 / 150) x (.6 + .4 x looks)."""
        self.assertEqual(
            self.value(sessions=75), (Decimal("210.00"), "75 of about 150 sessions behind it; sound")
        )
        self.assertEqual(self.value(sessions=75, stains="some")[0], money(210 * (0.6 + 0.4 * 0.9)))
        self.assertEqual(self.value(sessions=75, buckles="much")[0], Decimal("126.00"))
        self.assertEqual(self.value(sessions=400)[0], Decimal("0.00"))
        self.assertEqual(self.value(price=900)[0], Decimal("630.00"))

    @given(st.lists(st.sampled_from(["none", "some", "much"]), min_size=6, max_size=6), st.integers(0, 5))
    @tries(60)
    def test_what_is_worse_is_never_worth_more(self, seen: list[str], worse: int) -> None:
        names = ("buckles", "pressed_deck", "stains", "repairs", "cracked_boxes", "heavy")
        before = self.value(**dict(zip(names, seen, strict=True)))[0]
        order = ("none", "some", "much")
        seen[worse] = order[min(order.index(seen[worse]) + 1, 2)]
        after = self.value(**dict(zip(names, seen, strict=True)))[0]
        assert before is not None and after is not None
        self.assertLessEqual(after, before)
        self.assertGreaterEqual(after, money(600 * 0.7 * 0.6))

    def test_a_board_that_weighs_too_much_drank(self) -> None:
        heavy = OLD.model_copy(update={"mass_kg": 4.2})
        found = out(surfer={"present_board": heavy}, trade_in={}).trade_in
        assert found is not None
        self.assertIn("look for water inside", found.reasons[0])
        self.assertIn("4.2 kg against", found.reasons[0])

    def test_without_a_price_it_is_asked_and_without_a_board_refused(self) -> None:
        bare = OLD.model_copy(update={"price": None})
        found = out(surfer={"present_board": bare}, trade_in={}).trade_in
        assert found is not None
        self.assertEqual((found.value, found.reasons), (None, ("What did it cost new?",)))
        with self.assertRaises(ChordError) as caught:
            out(trade_in={})
        self.assertEqual(caught.exception.field, "trade_in")


class Sum(TestCase):
    def lines(self, answer: GearResult) -> dict[str, Decimal | None]:
        assert answer.sum is not None
        return {line.code: line.price for line in answer.sum.lines}

    def test_by_hand(self) -> None:
        sold = fin_set(price=79.9)
        answer = out(
            surfer={"present_board": OLD}, fin_sets=[sold], extras=["bag"], trade_in={"sessions": 75}
        )
        prices = tables().gear.prices
        by_hand = {"board": 650.0, "fins": 79.9, "leash": prices.leash, "pad": prices.pad, "bag": prices.bag}
        self.assertEqual(
            self.lines(answer),
            {code: money(price) for code, price in by_hand.items()} | {"trade_in": Decimal("-210.00")},
        )
        assert answer.sum is not None
        self.assertEqual(answer.sum.total, money(sum(by_hand.values()) - 210))

    def test_fins_are_their_own_with_the_board_or_any(self) -> None:
        own = fin_set(name="own", price=60)
        price = money(tables().gear.prices.fins)
        for board, more, fins in (
            (board_of(price=650, fins_included=True), {}, Decimal("0.00")),
            (board_of(price=650), {"present_fins": own}, Decimal("0.00")),
            (board_of(price=650), {"present_fins": fin_set("single")}, price),
            (board_of(price=650), {}, price),
            (
                board_of(price=650, fins_included=True),
                {"fin_sets": [own], "picked_fins": "own"},
                Decimal("60.00"),
            ),
        ):
            self.assertEqual(self.lines(out(board, **more))["fins"], fins)

    def test_the_wax_is_that_of_the_water(self) -> None:
        """Under 15 cold, 14-19 cool, 18-24 warm, above 23 C tropical."""
        waxed = board_of(pad=True)
        for water, name in ((8, "cold"), (17, "cool"), (21, "warm"), (27, "tropical")):
            found = out(waxed, water_c=water)
            assert found.sum is not None
            self.assertIn(f"wax, {name}", [line.says for line in found.sum.lines])

    def test_what_is_asked_for_twice_is_sold_once(self) -> None:
        once, twice = out(extras=["bag"]).sum, out(extras=["bag", "bag"]).sum
        self.assertEqual(once, twice)

    def test_what_is_left_out_first(self) -> None:
        """760 all in with bag and kit: the bag goes first, then the kit, then the pad; never the leash."""
        whole = out(extras=["bag", "kit"]).sum
        assert whole is not None
        for budget, left in (
            (whole.total, ()),
            (whole.total - 1, ("bag",)),
            (whole.total - 71, ("bag", "kit")),
            (whole.total - 700, ("bag", "kit", "pad", "fins")),
        ):
            answer = out(extras=["bag", "kit"], budget=float(budget)).sum
            assert answer is not None
            self.assertEqual(answer.leave_out, left)
            self.assertEqual(answer.over, None if not left else whole.total - budget)

    @given(st.floats(0, 5000), st.floats(0, 500), st.booleans())
    @tries(40)
    def test_the_total_is_the_sum_to_the_cent(self, price: float, fins: float, bag: bool) -> None:
        answer = out(board_of(price=price), fin_sets=[fin_set(price=fins)], extras=["bag"] if bag else [])
        assert answer.sum is not None
        total = sum((line.price or Decimal(0) for line in answer.sum.lines), Decimal(0))
        self.assertEqual(answer.sum.total, total)
        self.assertEqual(answer.sum.total.as_tuple().exponent, -2)
        self.assertIn(f'"{answer.sum.total}"', answer.model_dump_json())


class OverMonths(TestCase):
    @given(st.integers(1, 500_000), st.sampled_from(tables().gear.instalments))
    @tries(100)
    def test_they_are_the_total_and_none_is_higher_than_the_first(self, cents: int, months: int) -> None:
        total = Decimal(cents) / 100
        first, each = instalments(total, months)
        self.assertEqual(first + (months - 1) * each, total)
        self.assertTrue(each <= first < each + Decimal(months) / 100)

    def test_they_stand_with_the_sum(self) -> None:
        found = out().sum
        assert found is not None
        self.assertEqual([row.months for row in found.instalments], [3, 6, 12])
        self.assertEqual(found.instalments[0].first + 2 * found.instalments[0].each, found.total)


class Rest(TestCase):
    def test_where_the_feet_go_and_what_is_worn(self) -> None:
        answer = out(water_c=16.0)
        assert answer.feet is not None
        self.assertLess(answer.feet.turn_m, answer.feet.trim_m)
        self.assertEqual((answer.wax, out().wax), ("cool", None))
        # As long as the board: 6'0.
        self.assertIn("Leash of 6 ft", answer.leash)

    def test_without_mass_nothing_is_invented(self) -> None:
        asked = {"board": board_of(price=650), "surfer": {"rung": "linking"}}
        answer = gear(GearRequest.model_validate(asked))
        self.assertEqual((answer.missing, answer.fins, answer.sum), (("mass_kg",), (), None))


class Keeping(TestCase):
    """Or keep it: what the old board still does beside the new one."""

    def kept(self, present: Board | None, board: Board) -> KeepIt | None:
        small = {"water": {"usual_m": 0.9}}
        return out(board, {"rung": "trimming", "present_board": present}, **small).keep

    def test_a_longboard_is_kept_for_the_smaller_waves_beside_a_short_one(self) -> None:
        long_ = inches("performance longboard", 109, 22.5, 2.75)
        kept = self.kept(long_, inches("performance shortboard", 72, 19, 2.4))
        assert kept is not None
        self.assertGreater(kept.better, 0.3)
        self.assertIn("the smaller ones", kept.says)

    def test_the_same_board_twice_serves_the_same_days(self) -> None:
        fish = inches("performance fish", 70, 21, 2.6)
        kept = self.kept(fish, fish)
        assert kept is not None
        self.assertEqual(kept.better, 0)
        self.assertIn("the same days", kept.says)
        self.assertIsNone(self.kept(None, fish))

    @given(boards(), boards())
    def test_shares_are_shares(self, one: Board, other: Board) -> None:
        kept = self.kept(one, other)
        assert kept is not None
        self.assertGreaterEqual(min(kept.better, kept.as_good), 0)
        self.assertLessEqual(kept.better + kept.as_good, 1 + 1e-9)


class Pad(TestCase):
    @given(boards())
    def test_it_lies_under_the_rear_foot_where_a_board_is_not_waxed(self, board: Board) -> None:
        feet = out(board).feet
        assert feet is not None
        if takes_wax(board):
            self.assertEqual((feet.pad_from_m, feet.pad_to_m), (None, None))
            return
        assert feet.pad_from_m is not None and feet.pad_to_m is not None
        self.assertLess(0, feet.pad_from_m)
        self.assertLess(feet.pad_to_m, board.length_m)
        self.assertLessEqual(feet.pad_from_m, max(feet.turn_m, tables().gear.pads.from_tail_m))
