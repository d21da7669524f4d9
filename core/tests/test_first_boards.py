"""The first boards of a large rack without riding the rest: the same, in the same order, as if all were."""

from concurrent.futures import ThreadPoolExecutor
from functools import cache
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board, Surfer, Water
from chord_core.fit.answer.first_boards import FirstBoards, judge_first, judge_whole
from chord_core.fit.expected.expectation import Expectation
from chord_core.fit.judge.bounds import Unridden
from chord_core.fit.judge.case import NOW, Case, case_with
from chord_core.fit.judge.factors import closed_in
from chord_core.fit.judge.ridden_rack import RiddenRack
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls
from chord_core.ride.batches import summarize_rides
from chord_core.ride.fins import FleetFins, fins_of
from chord_core.surfer.defaults import rider_with_defaults
from chord_core.water.conditions import conditions_with_defaults
from tests import tries
from tests.strategies import between, surfers, waters

RIVER = Water(kind="river", flow_m_s=3.0)
FOAM = Water(kind="white_water", usual_m=0.6)
#: Whose expected boards, somewhat smaller and larger, hang in the rack.
_HANGS = [
    *((Surfer(mass_kg=mass, rung=rung), Water(usual_m=face)) for mass in (48, 70, 95)
      for rung in ("standing", "trimming", "carving") for face in (0.6, 1.3)),
    *((Surfer(mass_kg=mass, rung="linking"), RIVER) for mass in (55, 65, 75, 85)),
    *((Surfer(mass_kg=mass, rung="trimming", craft="stand_up"), Water(usual_m=0.9)) for mass in (60, 75, 90)),
]  # fmt: skip
_TIMES = (0.85, 1.0, 1.15)


@cache
def rack() -> tuple[tuple[Board, ...], Hull, FleetFins]:
    """Boards as shops hang them: of every family that is expected of somebody, in sizes around."""
    boards: dict[str, Board] = {}
    for at, (surfer, water) in enumerate(_HANGS):
        rider, _ = rider_with_defaults(surfer)
        conditions, _ = conditions_with_defaults(water, rider.height_m)
        expected = Expectation(rider, conditions, ())
        for number, name in enumerate(expected.log_shares):
            board = expected.board(name, None, _TIMES[(at + number) % 3])
            priced = board.model_copy(update={"price": 300 + 40 * ((at + number) % 11)})
            boards[priced.model_dump_json()] = priced
    some = tuple(boards.values())
    return some, labelled_hulls(some).worked_out(), fins_of(some)


def open_of(case: Case) -> tuple[list[Board], Hull, FleetFins]:
    """The boards that are open; all, where none is."""
    boards, hull, fins = rack()
    open_ = [row for row, board in enumerate(boards) if not closed_in(case, board.family)]
    rows = np.array(open_ or range(len(boards)), int)
    return [boards[row] for row in rows], hull.rows(rows), fins.rows(rows)


def case_for(surfer: Surfer, water: Water) -> Case:
    case = case_with(surfer, water)
    assert case
    return case


def first_and_whole(
    surfer: Surfer, water: Water, most: int, target_l: float | None = None, must: tuple[int, ...] = ()
) -> tuple[FirstBoards, FirstBoards, int]:
    """The first boards, the whole rack in order, how many boards are open."""
    case = case_for(surfer, water)
    boards, hull, fins = open_of(case)
    first = judge_first(boards, RiddenRack(case, hull, fins), target_l, most, must)
    whole = judge_whole(boards, RiddenRack(case_for(surfer, water), hull, fins), target_l, 0)
    return first, whole, len(boards)


class Same(TestCase):
    def holds(self, surfer: Surfer, water: Water, most: int, target_l: float | None = None) -> FirstBoards:
        first, whole, count = first_and_whole(surfer, water, most, target_l)
        order = first.places[first.judged.order]
        self.assertGreaterEqual(first.certain, min(most, count))
        self.assertEqual(
            order[: first.certain].tolist(), whole.judged.order[: first.certain].tolist(), "in the same order"
        )
        np.testing.assert_allclose(first.judged.fit, whole.judged.fit[first.places], rtol=1e-9, atol=1e-9)
        everywhere = [*order[: first.certain].tolist(), *first.behind.tolist()]
        self.assertEqual(sorted(everywhere), list(range(count)), "each board stands once")
        return first

    @tries(12)
    @given(
        surfers(),
        waters(),
        st.sampled_from([6, 24]),
        st.none() | between(22, 60),
        st.none() | st.sampled_from([400.0, 650.0]),
        st.none() | st.sampled_from(["performance fish", "mid-length"]),
    )
    def test_as_if_all_were_ridden(
        self,
        surfer: Surfer,
        water: Water,
        most: int,
        target_l: float | None,
        budget: float | None,
        wish: str | None,
    ) -> None:
        self.holds(surfer.model_copy(update={"budget": budget, "wish": wish}), water, most, target_l)

    def test_on_a_river_in_foam_with_a_paddle_and_shared(self) -> None:
        shared = Surfer(mass_kg=78, rung="linking", sharers=(Surfer(mass_kg=52, rung="trimming"),))
        for surfer, water in (
            (Surfer(mass_kg=72, rung="linking"), RIVER),
            (Surfer(mass_kg=64, rung="standing"), FOAM),
            (Surfer(mass_kg=80, rung="trimming", craft="stand_up"), Water(usual_m=0.9)),
            (shared, Water(usual_m=1.1)),
        ):
            with self.subTest(surfer=surfer, water=water):
                self.holds(surfer, water, 6)

    def test_most_boards_are_not_ridden_at_all(self) -> None:
        first = self.holds(Surfer(mass_kg=70, rung="trimming"), Water(usual_m=1.0), 6)
        self.assertLess(len(first.places), len(first.places) + len(first.behind) - first.certain)
        self.assertLess(len(first.places), 0.6 * (first.certain + len(first.behind)))

    def test_who_asks_for_more_than_hangs_there_gets_all(self) -> None:
        first, whole, count = first_and_whole(Surfer(mass_kg=70, rung="linking"), Water(usual_m=1.0), 10_000)
        self.assertEqual((first.certain, len(first.behind)), (count, 0))
        self.assertEqual(first.places[first.judged.order].tolist(), whole.judged.order.tolist())

    def test_one_that_must_be_spoken_of_is_judged_wherever_it_stands(self) -> None:
        surfer, water = Surfer(mass_kg=70, rung="trimming"), Water(usual_m=1.0)
        _, whole, _ = first_and_whole(surfer, water, 6)
        last = int(whole.judged.order[-1])
        first, _, _ = first_and_whole(surfer, water, 6, must=(last,))
        row = first.places.tolist().index(last)
        self.assertAlmostEqual(float(first.judged.fit[row]), float(whole.judged.fit[last]), places=9)
        self.assertFalse(np.isnan(first.judged.ridden.low_m[row]), "and asked for its range")
        self.assertIn(last, first.behind.tolist())

    def test_the_first_are_asked_for_their_range_and_no_others(self) -> None:
        first, _, _ = first_and_whole(Surfer(mass_kg=70, rung="trimming"), Water(usual_m=1.0), 6)
        known = ~np.isnan(first.judged.ridden.low_m[first.judged.order])
        self.assertTrue(known[:6].all())
        self.assertFalse(known[6:].any())


class Bounds(TestCase):
    @tries(12)
    @given(surfers(), waters() | st.sampled_from([RIVER, FOAM]), st.none() | between(22, 60))
    def test_no_board_is_worth_more(self, surfer: Surfer, water: Water, target_l: float | None) -> None:
        case = case_for(surfer, water)
        boards, hull, fins = open_of(case)
        whole = judge_whole(boards, RiddenRack(case, hull, fins), target_l, 0)
        self.assertTrue((Unridden(case, target_l, boards, hull).most_fit() >= whole.judged.fit - 1e-9).all())


class Rides(TestCase):
    surfer, water = Surfer(mass_kg=70, rung="linking"), Water(usual_m=1.0)

    def riding(self, now: int | None = None) -> RiddenRack:
        _, hull, fins = rack()
        return RiddenRack(case_for(self.surfer, self.water), hull, fins, now)

    def test_each_board_is_ridden_once(self) -> None:
        riding = self.riding()
        for rows, ridden in (((0, 8), 8), ((4, 12), 12), ((11, -1, -1), 12)):
            riding.of(np.arange(*rows), 34.0)
            self.assertEqual(len(riding), ridden)
        riding.with_range(np.arange(20), None)
        self.assertEqual(len(riding), 20)

    def test_in_any_order_they_are_those_of_a_rack_that_is_ridden_at_once(self) -> None:
        _, hull, fins = rack()
        case, rows = case_for(self.surfer, self.water), np.array([9, 2, 5, 14])
        at_once = summarize_rides(hull, fins, case.rider, case.conditions, asked=len(hull)).rows(rows)
        riding = self.riding()
        riding.of(np.array([5, 9]), None)
        found = riding.with_range(rows, None)
        for name in ("works", "rides", "rides_low", "rides_high", "low_m", "high_m", "radius_m"):
            np.testing.assert_allclose(getattr(found, name), getattr(at_once, name), rtol=1e-9, err_msg=name)
        self.assertEqual([found.ends(i) for i in range(4)], [at_once.ends(i) for i in range(4)])
        bare = riding.of(np.array([3]), None)
        self.assertTrue(np.isnan(bare.low_m[0]), "who was not asked for a range has none")

    def test_a_range_out_of_earlier_rides_is_that_of_boards_ridden_for_it(self) -> None:
        """Boards that were ridden in several goes, in waves, in foam and on a river."""
        _, hull, fins = rack()
        rows = np.array([2, 5, 7, 9, 14])
        for water in (self.water, FOAM, RIVER):
            case = case_for(self.surfer, water)
            alone = summarize_rides(hull.rows(rows), fins.rows(rows), case.rider, case.conditions, asked=5)
            riding = RiddenRack(case, hull, fins)
            for some in ([5, 9, 11], [14, 2, 30], [7]):
                riding.of(np.array(some), None)
            found = riding.with_range(rows, None)
            for name in ("rides", "rides_low", "rides_high", "low_m", "high_m"):
                np.testing.assert_allclose(
                    getattr(found, name), getattr(alone, name), rtol=1e-9, err_msg=name
                )
            self.assertEqual([found.ends(i) for i in range(5)], [alone.ends(i) for i in range(5)])

    def test_the_present_board_is_known_to_the_case(self) -> None:
        riding = self.riding(now=3)
        riding.of(np.array([1, 2]), None)
        self.assertFalse(riding.case.knows(NOW))
        riding.of(np.array([3, 4]), None)
        self.assertTrue(riding.case.knows(NOW))

    def test_many_may_ask_at_once(self) -> None:
        _, hull, fins = rack()
        case = case_for(self.surfer, self.water)
        at_once = summarize_rides(hull, fins, case.rider, case.conditions).works
        riding, chance = self.riding(), np.random.default_rng(1)
        asked = [chance.permutation(40)[:15] for _ in range(24)]
        with ThreadPoolExecutor(8) as pool:
            found = list(pool.map(lambda rows: riding.with_range(rows, None).works, asked))
        for rows, works in zip(asked, found, strict=True):
            np.testing.assert_allclose(works, at_once[rows], rtol=1e-9)


class WorkedOut(TestCase):
    def test_a_ride_works_nothing_out_anew_of_some_boards_of_a_rack(self) -> None:
        _, hull, fins = rack()
        rows = np.array([3, 1, 8])
        for foot in ("front", "even", "back"):
            some = hull.rows(rows)
            before = set(some.__dict__)
            case = case_for(Surfer(mass_kg=70, rung="linking", foot_weight=foot), Water(usual_m=1.0))
            summarize_rides(some, fins.rows(rows), case.rider, case.conditions)
            self.assertEqual(set(some.__dict__), before)

    def test_what_goes_along_is_what_would_be_worked_out(self) -> None:
        boards, hull, _ = rack()
        rows = np.array([4, 0, 11])
        fresh = labelled_hulls([boards[row] for row in rows]).worked_out()
        one, two = ([boards[row] for row in some] for some in ((4,), (0, 11)))
        both = labelled_hulls(one).worked_out().joined(labelled_hulls(two).worked_out())
        for made in (hull.rows(rows), both):
            self.assertEqual(set(made.__dict__), set(fresh.__dict__))
            for name, values in fresh.__dict__.items():
                if isinstance(values, np.ndarray):
                    np.testing.assert_allclose(made.__dict__[name], values, rtol=1e-12, err_msg=name)
            for foot, beam in fresh._planing_beams.items():
                np.testing.assert_allclose(made._planing_beams[foot], beam, rtol=1e-12)

    def test_who_joins_without_it_leaves_it_to_be_worked_out(self) -> None:
        boards, hull, _ = rack()
        both = hull.rows(np.array([0])).joined(labelled_hulls([boards[1]]))
        np.testing.assert_allclose(both.litres, hull.litres[:2], rtol=1e-12)
        np.testing.assert_allclose(both.planing_beam_m(), hull.planing_beam_m()[:2], rtol=1e-12)
