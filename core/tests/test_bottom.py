"""The bottom as water meets it: angles by trigonometry, what an edge and channels are worth, the table of
speeds that planing is read from, and the places where a rider stands level."""

from typing import Any
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board
from chord_core.hull.contours import (
    EDGE_FULL_M,
    edge_share,
    effective_deadrise,
    impact_deadrise,
    planing_curvature,
)
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls
from chord_core.kernel import compiled
from chord_core.physics import G
from chord_core.ride.kernels.planing import (
    SHARES,
    SPEED_COUNT,
    TABLE_M_S,
    TRIALS,
    cubic_weights,
    table_boards,
)
from chord_core.ride.plane import planing_trials
from chord_core.ride.prone import running_of
from chord_core.ride.savitsky import (
    beams_for,
    centre_of_pressure,
    deadrise_lift,
    flat_for,
    flat_lift,
    lift_a_degree,
)
from chord_core.ride.sweet import LEVEL_DEG, SPEED_M_S, WET_SHARE, load_at, sweet_spot, turn_point
from tests import tries
from tests.strategies import boards, inches

PLAIN = inches("all-rounder", 72, 19.5, 2.5)
REAR, FRONT = 0.3, PLAIN.length_m - 0.3
RHO = 1025.0
depths = st.floats(0.001, 0.012)


def hull(*zones: dict[str, Any], **section: object) -> Hull:
    """A hull of the plain board with these zones of bottom, and these facts of its section."""
    document = PLAIN.model_dump(exclude_unset=True) | {"bottom": list(zones)}
    return labelled_hulls([Board.model_validate(document | ({"section": section} if section else {}))])


def zone(at: float, shape: str, depth_m: float) -> dict[str, Any]:
    return {"from_tail_m": at, "shape": shape, "depth_m": depth_m}


def flat(other: float) -> dict[str, Any]:
    """A flat half across from this place: a zone reaches on to the end where no other follows."""
    return zone(FRONT if other == REAR else REAR, "flat", 0.0)


@compiled
def _compiled_flat_for(lift, deadrise):
    return flat_for(lift, deadrise)


class Angles(TestCase):
    @given(depths)
    def test_a_depth_is_an_angle_over_half_the_beam(self, depth: float) -> None:
        """tan(angle) = depth / (beam / 2), in the half where it was measured and in no other."""
        for shape, at, angle, others in (
            ("vee", REAR, "rear_vee_deg", ("front_vee_deg", "rear_concave_deg")),
            ("belly", REAR, "rear_vee_deg", ("front_vee_deg", "rear_concave_deg")),
            ("vee", FRONT, "front_vee_deg", ("rear_vee_deg", "rear_concave_deg")),
            ("concave", REAR, "rear_concave_deg", ("rear_vee_deg", "front_vee_deg")),
        ):
            made = hull(*sorted((zone(at, shape, depth), flat(at)), key=lambda one: one["from_tail_m"]))
            rise = np.tan(np.radians(getattr(made, angle)[0])) * made.planing_beam_m()[0] / 2
            self.assertAlmostEqual(rise, depth, places=9, msg=shape)
            self.assertEqual([float(getattr(made, other)[0]) for other in others], [0.0, 0.0])

    @given(depths, st.floats(1.1, 2.4))
    def test_vee_lifts_less_the_deeper_it_is_and_concave_more(self, depth: float, more: float) -> None:
        level = float(effective_deadrise(hull())[0])
        for shape, sign in (("vee", 1), ("belly", 1), ("concave", -1)):
            shallow, deep = (
                float(effective_deadrise(hull(zone(REAR, shape, d)))[0]) for d in (depth, more * depth)
            )
            self.assertLess(0, sign * (shallow - level), shape)
            self.assertLess(sign * (shallow - level), sign * (deep - level), shape)

    def test_chop_meets_the_whole_vee_and_is_not_softened_by_an_edge(self) -> None:
        front, rear = zone(FRONT, "vee", 0.006), zone(REAR, "concave", 0.004)
        made = hull(front, rear)
        sum_of = made.front_vee_deg - made.rear_concave_deg
        self.assertAlmostEqual(float(impact_deadrise(made)[0]), float(sum_of[0]), places=12)
        edged = hull(front, rear, edge_from_tail_m=0.3)
        self.assertAlmostEqual(float(impact_deadrise(edged)[0]), float(sum_of[0]), places=12)


class EdgeAndChannels(TestCase):
    def test_a_hard_edge_is_worth_two_degrees_when_it_is_long_enough(self) -> None:
        """``docs/model.md``: + 2 degrees without one; all of it from .35 m on, in proportion before."""
        none = hull(edge_from_tail_m=0.0)
        for length, share in ((EDGE_FULL_M / 2, 0.5), (EDGE_FULL_M, 1.0), (2 * EDGE_FULL_M, 1.0)):
            edged = hull(edge_from_tail_m=length)
            self.assertAlmostEqual(float(edge_share(edged)[0]), share, places=9)
            gained = effective_deadrise(none) - effective_deadrise(edged)
            self.assertAlmostEqual(float(gained[0]), 2 * share, places=9)

    def test_channels_lift(self) -> None:
        channels = {"from_tail_m": REAR, "shape": "channels", "depth_m": 0.006, "count": 4}
        document = PLAIN.model_dump(exclude_unset=True) | {"bottom": [channels]}
        made = labelled_hulls([Board.model_validate(document)])
        self.assertGreater(float(made.fleet.channel_m2[0]), 0)
        self.assertLess(float(effective_deadrise(made)[0]), float(effective_deadrise(hull())[0]))

    @tries(30)
    @given(boards())
    def test_a_stiff_tail_keeps_its_rocker(self, board: Board) -> None:
        """A flex of 1 leaves the curve of the stringer as it is."""
        made = labelled_hulls([board])
        given = planing_curvature(made) - made.rocker_curvature
        np.testing.assert_allclose(given == 0, made.fleet.flex == 1)


class TableOfSpeeds(TestCase):
    @given(st.floats(TABLE_M_S[0], TABLE_M_S[-1]), st.lists(st.floats(-3, 3), min_size=4, max_size=4))
    def test_any_cubic_in_the_logarithm_comes_back(self, speed: float, factors: list[float]) -> None:
        """Lagrange's weights through four points are exact for every polynomial of third degree."""
        first, weights = cubic_weights(np.array([speed]))
        near = np.log(TABLE_M_S[first[0] : first[0] + 4])
        read = float(weights[0] @ np.polyval(factors, near))
        self.assertAlmostEqual(read, float(np.polyval(factors, np.log(speed))), places=6)
        self.assertAlmostEqual(float(weights[0].sum()), 1.0, places=12)

    def test_at_a_speed_of_the_table_it_is_read_alone(self) -> None:
        first, weights = cubic_weights(TABLE_M_S)
        for i, (start, row) in enumerate(zip(first, weights, strict=True)):
            alone = np.zeros(4)
            alone[i - start] = 1
            np.testing.assert_allclose(row, alone, atol=1e-9)

    def test_beyond_the_table_its_end_stands(self) -> None:
        first, weights = cubic_weights(np.array([TABLE_M_S[0] / 3, TABLE_M_S[-1] * 3]))
        np.testing.assert_allclose(weights, [[1, 0, 0, 0], [0, 0, 0, 1]], atol=1e-9)
        self.assertEqual(list(first), [0, len(TABLE_M_S) - 4])

    @tries(25)
    @given(boards(), st.floats(20, 160), st.sampled_from(("even", "back")))
    def test_it_is_the_plain_form_at_its_speeds_and_lengths(self, board: Board, kg: float, foot: str) -> None:
        """Its powers are found in steps from the speed before, and its tangents by a fraction: both to the
        tenth place, whatever board was before this one."""
        made = labelled_hulls([board, PLAIN, board])
        table = np.empty((3, SPEED_COUNT, TRIALS))
        longest, least = np.empty((3, SPEED_COUNT)), np.empty((3, SPEED_COUNT))
        table_boards(*running_of(made, kg, foot), RHO, table, longest, least)
        for s, speed in enumerate(TABLE_M_S):
            at = np.full(3, speed)
            plain = planing_trials(made, (kg + made.mass_kg) * G, at, RHO, foot, SHARES)
            np.testing.assert_allclose(table[:, s], plain.drag, rtol=1e-10)
            np.testing.assert_allclose(longest[:, s], plain.wet[:, -1], rtol=1e-12)

    @given(st.floats(0.001, 1.0), st.floats(-10, 30))
    def test_compiled_and_plain_find_the_same_flat_surface(self, lift: float, deadrise: float) -> None:
        """And it is Savitsky's equation 16 turned round: put in again it gives the lift."""
        quick, plain = _compiled_flat_for(lift, deadrise), float(flat_for(np.array(lift), deadrise))
        self.assertAlmostEqual(quick / plain, 1, places=9)
        self.assertAlmostEqual(float(deadrise_lift(np.array(plain), deadrise)), lift, delta=1e-5)

    @given(st.floats(0.05, 6.0), st.floats(0.5, 12.0))
    def test_the_wetted_length_that_bears_a_load_is_found_again(self, beams: float, cv: float) -> None:
        load = lift_a_degree(beams, cv**2)
        self.assertAlmostEqual(float(beams_for(load, cv**2)) / beams, 1, places=6)


class WhereOneStands(TestCase):
    @tries(40)
    @given(boards(), st.floats(40, 100))
    def test_further_back_the_nose_comes_up(self, board: Board, mass: float) -> None:
        """A steeper trim is a load further back; the level places lie ahead of the turn's."""
        made, weight = labelled_hulls([board]), np.array([mass * G])
        places = [float(load_at(made, weight, RHO, "even", trim)[0]) for trim in (2.5, 5, 8, 10, 14)]
        self.assertEqual(places, sorted(places, reverse=True))
        self.assertGreaterEqual(float(sweet_spot(made, weight, RHO)[0]), 0)
        self.assertLessEqual(float(turn_point(made, weight, RHO)[0]), places[3])
        self.assertLess(0, places[-1])

    @tries(40)
    @given(boards(), st.floats(40, 100))
    def test_the_load_bears_the_rider_at_that_trim(self, board: Board, mass: float) -> None:
        """Savitsky 1964 put in again: the lift of the wetted length whose centre of pressure is the place."""
        made, weight = labelled_hulls([board]), np.array([mass * G])
        beam = made.planing_beam_m("even")
        cv2 = SPEED_M_S**2 / (G * beam)
        trim = LEVEL_DEG[1]
        place = float(load_at(made, weight, RHO, "even", trim)[0])
        wet = np.geomspace(1e-3, float(WET_SHARE * made.fleet.length[0] / beam[0]), 40_000)
        at = int(np.abs(centre_of_pressure(wet, cv2) * wet * beam - place).argmin())
        flat = flat_lift(np.array([trim]), wet[at : at + 1], cv2)
        borne = deadrise_lift(flat, effective_deadrise(made)) * RHO / 2 * SPEED_M_S**2 * beam**2
        if at < len(wet) - 2:
            self.assertAlmostEqual(float(borne[0] / weight[0]), 1, delta=0.01)
        else:
            self.assertLessEqual(
                float(borne[0]), float(weight[0]) * 1.001, "all of it is wet, and too little"
            )
