"""Take-off thresholds are solved as far up as waves ask; what is asked later is solved from there."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from chord_core.documents import Surfer, Water
from chord_core.fit.rules.reference_boards import reference_fleet
from chord_core.ride.columns import concatenate
from chord_core.ride.measured_power import power_for
from chord_core.ride.prone import PaddleState, paddle_state_compiled, paddler_of
from chord_core.ride.ride_model import build_fleet_ride
from chord_core.ride.thresholds import HEIGHTS, Thresholds, heights_for
from chord_core.surfer.defaults import rider_with_defaults
from chord_core.water.conditions import conditions_with_defaults

SEA = 1025.0
BOARDS, HULL, FINS = reference_fleet(("performance shortboard", "keel fish", "nose-rider", "wave stand-up"))


def lying(highest_m: float, **facts: Any) -> PaddleState:
    rider, _ = rider_with_defaults(Surfer(**{"mass_kg": 72, "rung": "linking", **facts}))
    return paddle_state_compiled(HULL, paddler_of(rider, power_for(rider, SEA)), SEA, highest_m=highest_m)


def thresholds(state: PaddleState) -> Thresholds:
    assert state.thresholds is not None
    return state.thresholds


class SolvedAsFarAsAsked(TestCase):
    @settings(max_examples=25, deadline=None)
    @given(
        st.floats(0.05, 6.5),
        st.lists(st.floats(0.05, 6.5), min_size=1, max_size=6),
        st.floats(20, 140),
        st.sampled_from(("prone", "stand_up")),
    )
    def test_what_is_asked_does_not_hang_on_what_was_solved_at_once(self, highest_m, asked, mass_kg, craft):
        """To the bit: a board must not change because its range was looked at."""
        facts, heights = {"mass_kg": mass_kg, "craft": craft}, np.array(asked)
        whole, part = lying(np.inf, **facts), lying(highest_m, **facts)
        np.testing.assert_array_equal(part.threshold(heights), whole.threshold(heights))
        here = heights[heights <= highest_m]
        if len(here):
            np.testing.assert_array_equal(part.threshold(here), whole.threshold(here))

    def test_no_more_is_solved_than_the_spline_asks_for(self) -> None:
        """A piece of it hangs on the knots at its ends and on one beyond each (Fritsch and Butland)."""
        for at in range(len(HEIGHTS) - 1):
            between = float(np.sqrt(HEIGHTS[at] * HEIGHTS[at + 1]))
            self.assertEqual(heights_for(between), min(at + 3, len(HEIGHTS)))
        self.assertEqual(heights_for(0.01), 2)
        self.assertEqual(heights_for(np.inf), len(HEIGHTS))
        low = lying(0.6)
        self.assertTrue((thresholds(low).solved == heights_for(0.6)).all())
        low.threshold(np.array([4.0]))
        self.assertTrue((thresholds(low).solved == heights_for(0.6)).all())

    def test_some_boards_and_boards_put_together_are_the_same(self) -> None:
        whole, heights = lying(np.inf), np.array([0.3, 1.1, 3.2])
        low, high, rows = lying(0.5), lying(2.0), np.array([7, 0, 3])
        np.testing.assert_array_equal(low.rows(rows).threshold(heights), whole.threshold(heights)[rows])
        both = concatenate([low.rows(slice(0, 5)), high.rows(slice(5, None))])
        np.testing.assert_array_equal(both.threshold(heights), whole.threshold(heights))

    def test_a_ride_solves_what_its_waves_ask_for(self) -> None:
        rider, _ = rider_with_defaults(Surfer(mass_kg=72, rung="linking"))
        for usual_m in (0.5, 3.5):
            conditions, _ = conditions_with_defaults(Water(usual_m=usual_m), rider.height_m)
            ride = build_fleet_ride(HULL, FINS, rider, conditions)
            highest = heights_for(float(conditions.bins.face_m.max()))
            self.assertTrue((thresholds(ride.paddle_state).solved == highest).all())
            rare = conditions.bins.face_m.max() * 1.5
            self.assertTrue(np.isfinite(ride.paddle_state.threshold(np.array([rare]))).all())
