"""The ladder by observations; what is assumed of a surfer and a water; bins; words of the wave."""

from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board, RankRequest, RideRequest, Surfer, Water
from chord_core.documents.verbs.rank import RidesBand
from chord_core.fit.advise.wave_words import range_says, rides_says
from chord_core.fit.answer.rank import rank
from chord_core.fit.rules.reference_boards import board_at
from chord_core.hull.label import labelled_hulls
from chord_core.ride.describe import describe_ride
from chord_core.ride.thresholds import HEIGHTS
from chord_core.ride.wave_drag import spline_knots, wave_drag_spline
from chord_core.surfer.defaults import missing_facts, rider_with_defaults
from chord_core.surfer.power import power_of
from chord_core.surfer.skill import rung_from_skills
from chord_core.tables import families, rungs, tables
from chord_core.water.bins import bins_given, class_of, quantile, slope_of
from chord_core.water.conditions import conditions_with_defaults
from tests import tries

SKILLS = [(row.name, row.rung) for row in tables().rungs.skills]


def up_to(rung: str) -> dict[str, bool]:
    step = rungs()[rung].step
    return {name: rungs()[of].step <= step for name, of in SKILLS}


class Ladder(TestCase):
    def test_all_that_a_rung_can_do_gives_the_rung(self) -> None:
        for rung in rungs():
            seen = rung_from_skills(up_to(rung))
            assert seen
            self.assertEqual(seen.rung, rung)

    def test_a_trick_does_not_make_a_rung(self) -> None:
        """One late take-off by somebody who does not trim: the rung that the rest bears out."""
        seen = rung_from_skills(up_to("green wave") | {"rides the tube": True})
        assert seen
        self.assertEqual(seen.rung, "green wave")
        self.assertIn("not yet", seen.says)

    def test_nothing_asked_is_no_rung_and_nothing_seen_is_a_starter(self) -> None:
        self.assertIsNone(rung_from_skills({}))
        seen = rung_from_skills({"stands on foam": False})
        assert seen
        self.assertEqual(seen.rung, "starter")
        self.assertEqual(missing_facts(Surfer(mass_kg=70)), ("rung",))
        self.assertEqual(missing_facts(Surfer(mass_kg=70, skills={"links turns": True})), ())

    @tries(40)
    @given(st.dictionaries(st.sampled_from([name for name, _ in SKILLS]), st.booleans(), min_size=1))
    def test_one_more_skill_never_lowers_the_rung(self, skills: dict[str, bool]) -> None:
        before = rung_from_skills(skills)
        after = rung_from_skills(dict.fromkeys(skills, True))
        assert before and after
        self.assertGreaterEqual(rungs()[after.rung].step, rungs()[before.rung].step)

    def test_the_evidence_stands_in_pencil(self) -> None:
        rider, assumed = rider_with_defaults(Surfer(mass_kg=70, skills=up_to("linking")))
        self.assertEqual(rider.rung.name, "linking")
        told = next(fact for fact in assumed if fact.field == "rung")
        self.assertIn("turn", told.why)

    def test_a_paddle_gives_twice_the_sprint_and_a_quarter_of_it_for_long(self) -> None:
        prone, _ = rider_with_defaults(Surfer(mass_kg=75, rung="linking"))
        standing, _ = rider_with_defaults(Surfer(mass_kg=75, rung="linking", craft="stand_up"))
        lying, paddling = power_of(prone), power_of(standing)
        self.assertAlmostEqual(paddling.sprint_w, 2 * lying.sprint_w)
        self.assertAlmostEqual(paddling.cruise_w, 0.25 * paddling.sprint_w)
        self.assertAlmostEqual(lying.cruise_w, 0.4 * lying.sprint_w)


class Waters(TestCase):
    def test_bins_as_given_are_weighed_and_give_the_days(self) -> None:
        rows = [
            {"face_m": face, "steepness": 0.62, "weight": weight}
            for face, weight in ((0.6, 30), (1.0, 40), (1.6, 25), (2.4, 5))
        ]
        conditions, assumed = conditions_with_defaults(Water.model_validate({"bins": rows}), 1.75)
        self.assertAlmostEqual(float(conditions.bins.weight.sum()), 1.0)
        self.assertEqual(conditions.steepness, "steep")
        self.assertAlmostEqual(conditions.days.usual_m, 1.0, delta=0.05)
        self.assertNotIn("water.usual_m", [fact.field for fact in assumed])

    def test_a_single_bin_is_its_own_median(self) -> None:
        bins = bins_given(np.array([1.3]), np.array([0.46]), np.array([7.0]))
        self.assertEqual(quantile(bins, 0.5), 1.3)
        self.assertEqual(class_of(bins), "average")

    def test_similarity_and_class_meet_at_the_table(self) -> None:
        for row in tables().waves.similarity:
            slope = slope_of(row.similarity)
            self.assertEqual(class_of(bins_given(np.ones(1), np.array([slope]), np.ones(1))), row.name)

    def test_wind_holds_faces_up_or_pushes_them_over(self) -> None:
        slopes = {}
        for wind in ("offshore", "none", "onshore"):
            conditions, _ = conditions_with_defaults(Water(usual_m=1.0, wind=wind), 1.75)
            slopes[wind] = float(np.median(conditions.bins.slope))
        self.assertGreater(slopes["offshore"], slopes["none"])
        self.assertGreater(slopes["none"], slopes["onshore"])

    def test_white_water_is_its_own_foam(self) -> None:
        """First rungs in white water: more foam carries better, none of the wave's factors is asked."""
        board = board_at(families()["long soft-top"], 0.5)
        answers = [
            describe_ride(RideRequest(board=board, surfer=Surfer(mass_kg=70, rung="starter"),
                                      water=Water(kind="white_water", usual_m=foam)))
            for foam in (0.15, 0.45)
        ]  # fmt: skip
        self.assertEqual(set(answers[0].factors), {"catch", "stand", "nerve"})
        self.assertGreater(answers[1].factors["catch"], answers[0].factors["catch"])


class Words(TestCase):
    def test_rides(self) -> None:
        band = RidesBand(usual=4.2, low=2.6, high=5.4)
        self.assertEqual(rides_says(band, "sea"), "About 4 rides an hour here (3 to 5).")
        self.assertIn("Hardly", rides_says(RidesBand(usual=0.1, low=0, high=0.2), "sea"))
        self.assertIn("More than anybody", rides_says(RidesBand(usual=14, low=12, high=16), "sea"))
        self.assertEqual(
            rides_says(RidesBand(usual=1.0, low=1.0, high=1.0), "sea"), "About 1 ride an hour here."
        )

    def test_range(self) -> None:
        ends = {"small": "keep", "big": "hold"}
        says = range_says(0.5, 1.75, ends, 1.75)
        self.assertEqual(says, "Works from knee to head; below, it stalls; above, the tail lets go.")
        self.assertEqual(range_says(0.5, 6.0, {}, 1.75), "Works from knee up.")

    def test_a_river_says_how_it_stays_and_no_rides(self) -> None:
        boards = (board_at(families()["river wide"], 0.5), board_at(families()["river fast"], 0.5))
        water = Water(kind="river", usual_m=0.8, flow_m_s=3.4)
        answer = rank(
            RankRequest(surfer=Surfer(mass_kg=70, rung="linking"), water=water, boards=boards, quick=True)
        )
        for row in answer.ranking:
            self.assertIsNone(row.on_the_wave.rides)
            self.assertIn("In this flow", row.on_the_wave.says[0])


class Feet(TestCase):
    def test_the_feet_stand_in_order_and_a_log_is_walked(self) -> None:
        """Turn point behind trim point behind nose point; on a longboard a linking rider walks."""
        water = Water(usual_m=0.8, steepness="soft")
        for name, walks in (("performance shortboard", False), ("long soft-top", True)):
            board = board_at(families()[name], 0.6)
            ask = RideRequest(board=board, surfer=Surfer(mass_kg=75, rung="linking"), water=water)
            feet = describe_ride(ask).behaviour
            assert feet and feet.nose_point_m
            self.assertLess(feet.turn_point_m, feet.trim_point_m)
            self.assertLess(feet.trim_point_m, feet.nose_point_m)
            self.assertLess(feet.nose_point_m, board.length_m)
            self.assertIs(feet.must_walk, walks)

    def test_nose_riders_nose_ride_better_than_guns(self) -> None:
        index = {}
        for name in ("nose-rider", "performance longboard", "gun"):
            ask = RideRequest(
                board=board_at(families()[name], 0.5), surfer=Surfer(mass_kg=75, rung="linking")
            )
            behaviour = describe_ride(ask).behaviour
            assert behaviour
            index[name] = behaviour.nose_riding
        self.assertGreater(index["nose-rider"], index["performance longboard"])
        self.assertGreater(index["performance longboard"], index["gun"])


class Files(TestCase):
    def test_the_spline_that_ships_is_the_one_through_the_table(self) -> None:
        made = wave_drag_spline().tck[:3]
        for shipped, fresh in zip(spline_knots(), made, strict=True):
            np.testing.assert_allclose(shipped, fresh, rtol=1e-12)

    def test_thresholds_are_solved_over_the_heights_that_are_surfed(self) -> None:
        self.assertLessEqual(HEIGHTS[0], 0.25)
        self.assertGreaterEqual(HEIGHTS[-1], 5.0)

    def test_fins_set_back_or_soft_are_read(self) -> None:
        board = Board.model_validate(
            {"family": "all-rounder", "length_m": 1.8, "width_m": 0.5, "thickness_m": 0.063,
             "fins": {"flex": "soft", "position_m": -0.01}, "build": "soft-top"}
        )  # fmt: skip
        self.assertEqual(float(labelled_hulls([board]).fleet.flex[0]), 1.6)
