"""Columns of a fleet: some of its rows, parts put together again; a ride cut to its first boards."""

import itertools
from dataclasses import dataclass
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board, Surfer, Water
from chord_core.fit.judge.case import case_with
from chord_core.hull.label import labelled_hulls
from chord_core.ride.batches import summarize_rides
from chord_core.ride.columns import concatenate, take
from chord_core.ride.fins import fins_of
from chord_core.ride.ride_model import SLOPE_UNSURE, FleetRide, build_fleet_ride
from chord_core.ride.rides import product_of
from chord_core.ride.rides_band import rides_band
from chord_core.ride.wave_range import find_wave_range
from chord_core.water.face import Face
from tests import draws, tries
from tests.strategies import boards

SURFER = Surfer(mass_kg=72, rung="trimming")
WATERS = (Water(usual_m=0.9), Water(usual_m=1.4, steepness="steep"), Water(kind="white_water", usual_m=0.5))
FLEETS = st.lists(boards(), min_size=3, max_size=6)


@dataclass(frozen=True)
class Inner:
    litres: np.ndarray


@dataclass(frozen=True)
class Columns:
    length: np.ndarray
    by_name: dict[str, np.ndarray]
    inner: Inner
    name: str


def columns(first: int, count: int) -> Columns:
    rows = np.arange(first, first + count, dtype=float)
    return Columns(rows, {"twice": np.stack([rows, 2 * rows], axis=1)}, Inner(rows * 10), "fleet")


class TakeAndConcatenate(TestCase):
    def test_picked_by_slice_and_by_indices(self) -> None:
        every = columns(0, 5)
        for which in (slice(1, 4), np.array([1, 2, 3])):
            some = take(every, which)
            np.testing.assert_array_equal(some.length, [1, 2, 3])
            np.testing.assert_array_equal(some.by_name["twice"], [[1, 2], [2, 4], [3, 6]])
            np.testing.assert_array_equal(some.inner.litres, [10, 20, 30])
            self.assertEqual(some.name, "fleet")

    @given(st.integers(1, 6), st.integers(0, 6))
    def test_joined_is_what_was_picked_apart(self, count: int, cut: int) -> None:
        every, at = columns(0, count), min(cut, count)
        parts = [take(every, slice(0, at)), take(every, slice(at, None))]
        whole = concatenate(parts)
        np.testing.assert_array_equal(whole.length, every.length)
        np.testing.assert_array_equal(whole.by_name["twice"], every.by_name["twice"])
        np.testing.assert_array_equal(whole.inner.litres, every.inner.litres)

    def test_what_is_the_same_for_all_stays_once(self) -> None:
        self.assertEqual(concatenate([columns(0, 1), columns(1, 1)]).name, "fleet")
        self.assertIsNone(take(None, slice(0, 1)))


class First(TestCase):
    def fleet_ride(self, some: list[Board], water: Water, fast: bool = True) -> FleetRide:
        case = case_with(SURFER, water)
        assert case
        return build_fleet_ride(labelled_hulls(some), fins_of(some), case.rider, case.conditions, fast)

    @given(FLEETS, st.sampled_from(WATERS), st.booleans() if draws(1, 0) else st.just(True))
    @tries(6)
    def test_the_first_boards_do_what_they_do_alone(
        self, some: list[Board], water: Water, fast: bool
    ) -> None:
        """With what was known of the whole fleet already, and in the plain form as in the fast one."""
        whole = self.fleet_ride(some, water, fast)
        _ = whole.works
        cut, alone = whole.first(2), self.fleet_ride(some[:2], water, fast)
        for a, b in zip(rides_band(cut), rides_band(alone), strict=True):
            np.testing.assert_allclose(a, b, rtol=1e-9)
        np.testing.assert_allclose(find_wave_range(cut).low_m, find_wave_range(alone).low_m, rtol=1e-9)
        np.testing.assert_allclose(cut.roll_s, alone.roll_s, rtol=1e-9)

    def test_all_of_them_are_the_riding_itself(self) -> None:
        some = [Board(family="gun", length_m=2.4, width_m=0.5, thickness_m=0.075)]
        fleet_ride = self.fleet_ride(some, WATERS[0])
        self.assertIs(fleet_ride.first(1), fleet_ride)
        self.assertIs(fleet_ride.first(5), fleet_ride)

    @given(FLEETS, st.sampled_from(WATERS[:2]))
    @tries(6)
    def test_the_band_is_of_faces_flatter_and_steeper_and_of_fewer_and_more_waves(
        self, some: list[Board], water: Water
    ) -> None:
        """Worked out together with the range it is what each gives by itself."""
        fleet_ride = self.fleet_ride(some, water)
        low, middle, high = rides_band(fleet_ride)
        self.assertTrue((low <= middle).all() and (middle <= high).all())
        found: list[np.ndarray] = []
        for way, fewer in itertools.product((1 - SLOPE_UNSURE, 1.0, 1 + SLOPE_UNSURE), (1 / 1.7, 1.7)):
            bins = fleet_ride.conditions.bins
            works = product_of(fleet_ride.factors(Face(bins.face_m, bins.slope * way))) @ bins.weight
            usual = Face(fleet_ride.usual.height_m, fleet_ride.usual.slope * way)
            ride = fleet_ride.conditions.ride_length_m / float(usual.along_m_s[0])
            out = fleet_ride.conditions.paddle_out_m / np.maximum(fleet_ride.paddle_state.cruise_m_s, 0.1)
            wait = 3600 / np.maximum(fleet_ride.conditions.mine_an_hour * fewer * works, 1e-9)
            found.append(3600 / (ride + out + 20.0 + wait))  # 20 s of rest: model.md section 5
        np.testing.assert_allclose(low, np.min(found, axis=0), rtol=1e-9)
        np.testing.assert_allclose(high, np.max(found, axis=0), rtol=1e-9)

    @given(FLEETS, st.integers(0, 7))
    @tries(6)
    def test_who_is_not_asked_has_no_range_and_everything_else(self, some: list[Board], asked: int) -> None:
        case = case_with(SURFER, WATERS[0])
        assert case
        hull, fins = labelled_hulls(some), fins_of(some)
        every = summarize_rides(hull, fins, case.rider, case.conditions, asked=len(some))
        part = summarize_rides(hull, fins, case.rider, case.conditions, asked=asked)
        count = min(asked, len(some))
        self.assertTrue(np.isnan(part.low_m[count:]).all())
        np.testing.assert_allclose(part.low_m[:count], every.low_m[:count], rtol=1e-9)
        np.testing.assert_allclose(part.rides_low[:count], every.rides_low[:count], rtol=1e-9)
        np.testing.assert_array_equal(part.rides_low[count:], part.rides[count:])
        np.testing.assert_allclose(part.works, every.works, rtol=1e-9)
