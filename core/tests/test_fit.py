"""The fit by its own formulas: weights, days, style, growth, complaints, those who share."""

import math
from dataclasses import replace
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board, Surfer, Water
from chord_core.fit.answer.rank import judge_rack
from chord_core.fit.judge.baseline import build_baseline
from chord_core.fit.judge.candidates import fit_in
from chord_core.fit.judge.case import Case, case_with
from chord_core.fit.judge.complaints import complaint_advice, score_complaints
from chord_core.fit.judge.factors import FACTORS, days_of_water, judge_alone, weights_for
from chord_core.fit.judge.growth import near
from chord_core.fit.judge.style import one_thing, radius_wanted_m, style_of, style_on
from chord_core.fit.rules.reference_boards import board_at
from chord_core.hull.label import labelled_hulls
from chord_core.physics import G
from chord_core.ride.batches import RideSummary, summarize_rides
from chord_core.ride.fins import fins_of
from chord_core.tables import families, rungs, tables
from chord_core.tables.calibration import calibration
from chord_core.water.face import Face
from tests import tries
from tests.strategies import inches, riders, seas, surfers, waters


def case(surfer: dict[str, object] | Surfer, water: dict[str, object] | Water) -> Case:
    made = case_with(
        surfer if isinstance(surfer, Surfer) else Surfer(**surfer),
        water if isinstance(water, Water) else Water(**water),
    )
    assert made
    return made


def ridden(of: Case, boards: list[Board]) -> RideSummary:
    return summarize_rides(labelled_hulls(boards), fins_of(boards), of.rider, of.conditions)


class Weights(TestCase):
    def test_by_turning_share(self) -> None:
        """``docs/model.md``: .55 - .15 e, .15 + .20 e, .14 - .04 e, .16 - .01 e."""
        for rung in rungs().values():
            e = rung.turning_share
            of = case({"mass_kg": 75, "rung": rung.name, "aim": "trip"}, {"usual_m": 1.0})
            got = weights_for(of.rider, of.conditions)
            for name, wanted in zip(
                FACTORS, (0.55 - 0.15 * e, 0.15 + 0.20 * e, 0.14 - 0.04 * e, 0.16 - 0.01 * e), strict=True
            ):
                self.assertAlmostEqual(got[name], wanted)

    @tries(30)
    @given(surfers(), waters())
    def test_add_up_to_one(self, surfer: Surfer, water: Water) -> None:
        of = case(surfer, water)
        self.assertAlmostEqual(sum(weights_for(of.rider, of.conditions).values()), 1.0)


class Days(TestCase):
    def test_three_days_for_one_board_and_bigger_ones_for_good_days(self) -> None:
        water = {"small_m": 0.6, "usual_m": 1.0, "big_m": 1.8}
        faces = case({"mass_kg": 75, "rung": "linking"}, water).conditions.bins.face_m
        for aim, count in (("one board for everything", 3), ("good days", 1), ("more waves", 1)):
            of = case({"mass_kg": 75, "rung": "linking", "aim": aim}, water)
            rows = days_of_water(of.rider, of.conditions)
            self.assertEqual(len(rows), count)
            np.testing.assert_allclose(rows.sum(axis=1), 1.0)
            means = rows @ faces
            if aim == "one board for everything":
                self.assertTrue(means[0] < means[1] < means[2])
            if aim == "good days":
                self.assertGreater(means[0], faces.mean())


class Style(TestCase):
    def test_on_one_face_by_hand(self) -> None:
        """[1 - T (1 - quick q)] x lively with the board's own radius, roll and swing, at one face."""
        of = case({"mass_kg": 75, "height_m": 1.78, "rung": "linking"}, {"usual_m": 1.2})
        boards = [inches("all-rounder", 72, 20, 2.5), inches("mini-mal", 90, 22, 2.9)]
        sums, face, c = ridden(of, boards), Face(np.array([1.4]), np.array([0.46])), calibration()
        got = style_on(of.rider, of.conditions, sums, face)[:, 0]
        long_m, speed = 1.4 / math.sin(math.atan(0.46)), float(face.along_m_s[0])
        wanted = max(3.2, speed**2 / (2 * G))
        room = 0.8 / (1 + (long_m / 2.5) ** (-1 / 0.25))
        for row in range(2):
            radius, roll, swing = sums.radius_m[row], sums.roll_s[row], sums.swing_slow[row]
            q = 1 / (1 + math.exp(-(math.log(wanted / radius) / 0.22 + 1)))
            late = max(math.log(roll / of.rider.rung.roll_wanted_s), 0)
            most = of.rider.rung.roll_wanted_s / rungs()["critical"].roll_wanted_s * math.sqrt(wanted / 3.2)
            slow = max(math.log(swing / most), 0)
            quick = math.exp(-(late**2 + slow**2) / (2 * c.style_roll_soft**2))
            loose = max(math.log(0.75 * wanted / radius), 0)
            lively = math.exp(-((loose / 0.35) ** 2) / 2)
            self.assertAlmostEqual(got[row], (1 - room * (1 - quick * q)) * lively, places=9)

    def test_nobody_turns_in_three_metres_at_nine_metres_a_second(self) -> None:
        """Legs carry about 2 g: the radius that is wanted is no less than V^2 / 2g."""
        of = case({"mass_kg": 75, "rung": "carving"}, {"usual_m": 3.0})
        self.assertAlmostEqual(radius_wanted_m(of.rider, of.conditions, np.array([9.0]))[0], 81 / (2 * G))
        self.assertAlmostEqual(radius_wanted_m(of.rider, of.conditions, np.array([4.0]))[0], 2.9)

    def test_who_never_turns_is_not_judged_by_turning(self) -> None:
        of = case({"mass_kg": 75, "rung": "starter"}, {"usual_m": 0.6})
        parts = style_of(of.rider, of.conditions, ridden(of, [inches("long soft-top", 100, 22.5, 3.2)]))
        self.assertAlmostEqual(float(parts.style[0]), 1.0, places=6)

    def test_one_thing_is_asked_of_longboards(self) -> None:
        """Nose-ride S(ln(index/.40)/.15), carve S(ln(5.6/R)/.06), drive S(ln(hold/9.6)/.03)."""
        boards = [inches("performance longboard", 110, 22.25, 2.7)]
        for aim, thing in (("nose-ride", "nose"), ("performance", "carve"), ("good days", "drive")):
            wish = None if aim == "nose-ride" else "performance longboard"
            of = case({"mass_kg": 75, "rung": "carving", "aim": aim, "wish": wish}, {"usual_m": 1.2})
            self.assertEqual(one_thing(of.rider, of.conditions), thing)
            sums = ridden(of, boards)
            z = {
                "nose": math.log(sums.nose_index[0] / 0.40) / 0.15,
                "carve": math.log(5.6 / sums.radius_m[0]) / 0.06,
                "drive": math.log(sums.hold_m_s[0] / 9.6) / 0.03,
            }[thing]
            got = style_of(of.rider, of.conditions, sums).style[0]
            self.assertAlmostEqual(float(got), 1 / (1 + math.exp(-z)), places=9)
        short = case({"mass_kg": 75, "rung": "carving", "aim": "performance"}, {"usual_m": 1.2})
        self.assertIsNone(one_thing(short.rider, short.conditions))


class Growth(TestCase):
    def test_size_by_hand(self) -> None:
        """exp(-(ln(value / expected) / s)^2 / 2): at the ends of what advisors accept, a tenth of the litres,
        a twentieth of the length, 3.5 % of the width."""
        c = calibration()
        for off, soft in ((1.1, c.growth_litres), (1.05, c.growth_length), (1.035, c.growth_width)):
            got = near(np.array([40.0, 40.0 * off, 40.0 / off]), np.full(3, 40.0), soft)
            wanted = math.exp(-((math.log(off) / soft) ** 2) / 2)
            np.testing.assert_allclose(got, [1, wanted, wanted])
            self.assertTrue(0.7 < wanted < 0.9)

    @tries(20)
    @given(st.floats(10, 90), st.floats(1.01, 2.5))
    def test_falls_away_from_what_is_expected(self, litres: float, off: float) -> None:
        at, nearer, farther = near(litres * np.array([1, off, off**1.5]), np.full(3, litres), 0.14)
        self.assertTrue(at == 1 >= nearer >= farther)

    def test_a_full_step_to_what_is_expected_is_no_fault(self) -> None:
        """Who rides far too little is not told that enough is a big step at once."""
        now = inches("all-rounder", 70, 19, 2.2)
        of = case({"mass_kg": 92, "rung": "linking", "age": 55, "present_board": now}, {"usual_m": 0.9})
        lead = build_baseline(of, None).families[0].name
        rack = judge_rack(of, [of.expected.board(lead)], labelled_hulls([of.expected.board(lead)]), None)
        self.assertNotIn("big step", " ".join(rack.describe(0).against))


class Product(TestCase):
    @tries(10)
    @given(riders(), seas())
    def test_one_fatal_flaw_shows(self, surfer: Surfer, water: Water) -> None:
        """The weighted geometric mean by hand; a board without one of its factors has next to no fit."""
        of = case(surfer, water)
        boards = [board_at(families()["all-rounder"], place) for place in (0.3, 0.7)]
        judged = judge_alone(of, None, boards, labelled_hulls(boards), ridden(of, boards))
        best = build_baseline(of, None).best
        factors = judged.factors(best)
        logs = sum(judged.weights[name] * np.log(np.maximum(factors[name], 1e-9)) for name in FACTORS)
        np.testing.assert_allclose(judged.product(best), np.exp(logs))
        flawed = replace(judged, style=replace(judged.style, style=np.full(2, 1e-6)))
        self.assertTrue((flawed.product(best) <= 0.2).all() or (judged.kind(best) == 0).all())

    @tries(10)
    @given(surfers(), waters())
    def test_a_hundred_is_the_expected_board_of_the_first_kind(self, surfer: Surfer, water: Water) -> None:
        of = case(surfer, water)
        baseline = build_baseline(of, None)
        if baseline.open:
            self.assertAlmostEqual(float(baseline.judged.fit(baseline.best).max()), 100.0, places=6)
            self.assertAlmostEqual(float(fit_in(of, None, list(baseline.boards)).max()), 100.0, places=6)
            for name in baseline.names:
                best = float(baseline.judged.fit(baseline.best)[baseline.rows_of(name)].max())
                self.assertAlmostEqual(best, 100 * baseline.best.shares[name], places=6)

    def test_better_than_expected_counts_a_fifth(self) -> None:
        """So that kinds are told apart by what is expected, not by how far a search went in one of them."""
        of = case({"mass_kg": 75, "rung": "linking"}, {"usual_m": 1.1})
        baseline = build_baseline(of, None)
        norms = {name: norm / 1.1 for name, norm in baseline.best.norms.items()}
        lifted = baseline.judged.fit(replace(baseline.best, norms=norms))
        self.assertAlmostEqual(float(lifted.max()), 102.0, places=6)


class Heard(TestCase):
    def complaining(self, what: str, now: Board) -> Case:
        surfer = {"mass_kg": 72, "rung": "linking", "complaints": (what,), "present_board": now}
        return case(surfer, {"usual_m": 1.1})

    def test_what_is_better_answers_and_the_same_board_does_not(self) -> None:
        """Half an answer is the board itself; more litres catch earlier, a tighter board is less stiff."""
        now = inches("all-rounder", 73, 19.75, 2.5)
        for what, better in (
            ("will not catch", inches("all-rounder", 78, 20.75, 2.75)),
            ("stiff", inches("all-rounder", 68, 19, 2.45)),
            ("corky", inches("all-rounder", 72, 19.25, 2.3)),
            ("tips", inches("all-rounder", 72, 21.5, 2.5)),
        ):
            of = self.complaining(what, now)
            boards = [now, better]
            answered = score_complaints(of, labelled_hulls(boards), ridden(of, boards)).answered[what]
            self.assertAlmostEqual(float(answered[0]), 0.5, places=6)
            self.assertGreater(float(answered[1]), 0.6, what)

    @tries(20)
    @given(surfers(), waters(), st.sampled_from(list(tables().complaints.complaints)))
    def test_every_complaint_can_be_heard_on_every_rung(
        self, surfer: Surfer, water: Water, what: str
    ) -> None:
        """In broken water too, which asks nothing of running or diving: a board is judged and says its
        reasons."""
        now = inches("mid-length", 84, 21, 2.7)
        surfer = surfer.model_copy(update={"present_board": now, "complaints": (what,)})
        boards = (board_at(families()["long soft-top"], 0.4), now)
        for where in (water, Water(kind="river", usual_m=0.7), Water(kind="white_water", usual_m=0.5)):
            rack = judge_rack(case(surfer, where), boards, labelled_hulls(boards), None)
            for row in range(2):
                self.assertTrue(rack.describe(row).against)

    def test_what_to_ask_and_to_change_first(self) -> None:
        rows = complaint_advice(self.complaining("nose-dives", inches("all-rounder", 73, 19.75, 2.5)))
        self.assertIn("not litres", rows[0].change_first)
        self.assertTrue(rows[0].ask.endswith("?"))

    def test_every_complaint_of_the_document_is_in_the_table(self) -> None:
        from typing import get_args

        from chord_core.documents.surfer import Complaint

        self.assertEqual(set(tables().complaints.complaints), set(get_args(Complaint)))


class Shared(TestCase):
    def test_as_good_as_for_the_worst_off(self) -> None:
        water = {"usual_m": 0.7}
        boards = [board_at(families()["long soft-top"], place) for place in (0.1, 0.5, 0.9)]
        light = {"mass_kg": 50, "rung": "starter", "aim": "keep and share"}
        heavy = {"mass_kg": 85, "rung": "standing", "aim": "keep and share"}
        shared = case({**light, "sharers": (Surfer(**heavy),)}, water)
        hull = labelled_hulls(boards)
        alone = judge_alone(shared, None, boards, hull, ridden(shared, boards)).fit(
            build_baseline(shared, None).best
        )
        other = fit_in(case(heavy, water), None, boards)
        both = fit_in(shared, None, boards)
        np.testing.assert_allclose(both, np.minimum(alone, other))
