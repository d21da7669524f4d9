"""The fit by its own formulas: weights, days, style, growth, complaints, those who share."""

import math
from dataclasses import replace
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board, Surfer, Water
from chord_core.fit.case import Case, case_with
from chord_core.fit.factors import FACTORS, days_of_water, judge_alone, weights_for
from chord_core.fit.growth import litres_part
from chord_core.fit.heard import hear, heard
from chord_core.fit.ordinary import board_at, ordinary_fleet
from chord_core.fit.pile import fit_in
from chord_core.fit.rank import judge_rack
from chord_core.fit.scouts import scouts_of
from chord_core.fit.style import one_thing, radius_wanted_m, style_of, style_on
from chord_core.hull.label import labelled_hulls
from chord_core.physics import G
from chord_core.ride.chunks import Summary, summary_of
from chord_core.ride.fins import fins_of
from chord_core.tables import families, rungs, table
from chord_core.tables.craft import craft
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


def ridden(of: Case, boards: list[Board]) -> Summary:
    return summary_of(labelled_hulls(boards), fins_of(boards), of.rider, of.spot)


class Weights(TestCase):
    def test_by_turning_share(self) -> None:
        """``docs/model.md``: .55 - .15 e, .15 + .20 e, .14 - .04 e, .16 - .01 e."""
        for rung in rungs().values():
            e = rung.turning_share
            of = case({"mass_kg": 75, "rung": rung.name, "aim": "trip"}, {"usual_m": 1.0})
            got = weights_for(of.rider, of.spot)
            for name, wanted in zip(
                FACTORS, (0.55 - 0.15 * e, 0.15 + 0.20 * e, 0.14 - 0.04 * e, 0.16 - 0.01 * e), strict=True
            ):
                self.assertAlmostEqual(got[name], wanted)

    @tries(30)
    @given(surfers(), waters())
    def test_add_up_to_one(self, surfer: Surfer, water: Water) -> None:
        of = case(surfer, water)
        self.assertAlmostEqual(sum(weights_for(of.rider, of.spot).values()), 1.0)


class Days(TestCase):
    def test_three_days_for_one_board_and_bigger_ones_for_good_days(self) -> None:
        water = {"small_m": 0.6, "usual_m": 1.0, "big_m": 1.8}
        faces = case({"mass_kg": 75, "rung": "linking"}, water).spot.bins.face_m
        for aim, count in (("one board for everything", 3), ("good days", 1), ("more waves", 1)):
            of = case({"mass_kg": 75, "rung": "linking", "aim": aim}, water)
            rows = days_of_water(of.rider, of.spot)
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
        sums, face, c = ridden(of, boards), Face(np.array([1.4]), np.array([0.46])), craft()
        got = style_on(of.rider, of.spot, sums, face)[:, 0]
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
        self.assertAlmostEqual(radius_wanted_m(of.rider, of.spot, np.array([9.0]))[0], 81 / (2 * G))
        self.assertAlmostEqual(radius_wanted_m(of.rider, of.spot, np.array([4.0]))[0], 2.9)

    def test_who_never_turns_is_not_judged_by_turning(self) -> None:
        of = case({"mass_kg": 75, "rung": "starter"}, {"usual_m": 0.6})
        parts = style_of(of.rider, of.spot, ridden(of, [inches("long soft-top", 100, 22.5, 3.2)]))
        self.assertAlmostEqual(float(parts.style[0]), 1.0, places=6)

    def test_one_thing_is_asked_of_longboards(self) -> None:
        """Nose-ride S(ln(index/.40)/.15), carve S(ln(5.6/R)/.06), drive S(ln(hold/9.6)/.03)."""
        boards = [inches("performance longboard", 110, 22.25, 2.7)]
        for aim, thing in (("nose-ride", "nose"), ("performance", "carve"), ("good days", "drive")):
            wish = None if aim == "nose-ride" else "performance longboard"
            of = case({"mass_kg": 75, "rung": "carving", "aim": aim, "wish": wish}, {"usual_m": 1.2})
            self.assertEqual(one_thing(of.rider, of.spot), thing)
            sums = ridden(of, boards)
            z = {
                "nose": math.log(sums.nose_index[0] / 0.40) / 0.15,
                "carve": math.log(5.6 / sums.radius_m[0]) / 0.06,
                "drive": math.log(sums.hold_m_s[0] / 9.6) / 0.03,
            }[thing]
            got = style_of(of.rider, of.spot, sums).style[0]
            self.assertAlmostEqual(float(got), 1 / (1 + math.exp(-z)), places=9)
        short = case({"mass_kg": 75, "rung": "carving", "aim": "performance"}, {"usual_m": 1.2})
        self.assertIsNone(one_thing(short.rider, short.spot))


class Growth(TestCase):
    def test_litres_by_hand(self) -> None:
        """1 in the middle of a band of 30 to 36 L, a fifth less at its ends, exp(-ln^2 / k) outside."""
        low, high = np.full(5, 30.0), np.full(5, 36.0)
        litres = np.array([math.sqrt(30 * 36), 30, 36, 36 * 1.1, 30 * 0.9])
        got = litres_part(litres, low, high, craft().growth_over)
        over, under = math.log(1.1) ** 2 / 0.016, math.log(0.9) ** 2 / 0.02
        np.testing.assert_allclose(got, [1, 0.8, 0.8, 0.8 * math.exp(-over), 0.8 * math.exp(-under)])

    @tries(20)
    @given(st.floats(10, 90), st.floats(1.05, 1.5), st.floats(0.4, 2.5))
    def test_falls_away_from_the_middle(self, low: float, wide: float, at: float) -> None:
        band = np.full(2, low), np.full(2, low * wide)
        middle = low * math.sqrt(wide)
        nearer, farther = litres_part(np.array([middle * at**0.5, middle * at]), *band, 0.016)
        self.assertGreaterEqual(nearer, farther)

    def test_a_fifth_at_once_at_most(self) -> None:
        now = inches("all-rounder", 74, 20, 2.5)
        of = case(
            {"mass_kg": 90, "rung": "trimming", "aim": "more waves", "present_board": now}, {"usual_m": 0.9}
        )
        boards = [inches("all-rounder", 74, 20, 2.5 * factor) for factor in (1.1, 1.19, 1.3)]
        hull = labelled_hulls(boards)
        growth = judge_alone(of, None, boards, hull, ridden(of, boards)).growth
        plain = litres_part(hull.litres, growth.low_l, growth.high_l, craft().growth_over)
        litres_now = labelled_hulls([now]).litres[0]
        for row in range(3):
            beyond = math.log(hull.litres[row] / litres_now / 1.2) / 0.02
            wanted = (1 + math.exp(-2 - math.log(1.2) / 0.02)) / (1 + math.exp(beyond - 2))
            self.assertAlmostEqual(growth.litres[row] / plain[row], wanted, places=9)
        self.assertLess(growth.litres[2], 0.2 * growth.litres[1])


class Product(TestCase):
    @tries(10)
    @given(riders(), seas())
    def test_one_fatal_flaw_shows(self, surfer: Surfer, water: Water) -> None:
        """The weighted geometric mean by hand; a board without one of its factors has next to no fit."""
        of = case(surfer, water)
        boards = [board_at(families()["all-rounder"], place) for place in (0.3, 0.7)]
        judged = judge_alone(of, None, boards, labelled_hulls(boards), ridden(of, boards))
        best = scouts_of(of, None).best
        factors = judged.factors(best)
        logs = sum(judged.weights[name] * np.log(np.maximum(factors[name], 1e-9)) for name in FACTORS)
        np.testing.assert_allclose(judged.product(best), np.exp(logs) * judged.kind)
        flawed = replace(judged, style=replace(judged.style, style=np.full(2, 1e-6)))
        self.assertTrue((flawed.product(best) <= 0.2 * np.exp(0 * logs)).all() or (judged.kind == 0).all())

    @tries(10)
    @given(surfers(), waters())
    def test_a_hundred_is_the_best_ordinary_board(self, surfer: Surfer, water: Water) -> None:
        of = case(surfer, water)
        scouts = scouts_of(of, None)
        if scouts.open:
            self.assertAlmostEqual(float(scouts.judged.fit(scouts.best).max()), 100.0, places=6)
            boards, _, _ = ordinary_fleet(scouts.names)
            self.assertAlmostEqual(float(fit_in(of, None, list(boards)).max()), 100.0, places=6)


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
            answered = hear(of, labelled_hulls(boards), ridden(of, boards)).answered[what]
            self.assertAlmostEqual(float(answered[0]), 0.5, places=6)
            self.assertGreater(float(answered[1]), 0.6, what)

    @tries(20)
    @given(surfers(), waters(), st.sampled_from(list(table("heard")["complaints"])))
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
        rows = heard(self.complaining("nose-dives", inches("all-rounder", 73, 19.75, 2.5)))
        self.assertIn("not litres", rows[0].change_first)
        self.assertTrue(rows[0].ask.endswith("?"))

    def test_every_complaint_of_the_document_is_in_the_table(self) -> None:
        from typing import get_args

        from chord_core.documents.surfer import Complaint

        self.assertEqual(set(table("heard")["complaints"]), set(get_args(Complaint)))


class Shared(TestCase):
    def test_as_good_as_for_the_worst_off(self) -> None:
        water = {"usual_m": 0.7}
        boards = [board_at(families()["long soft-top"], place) for place in (0.1, 0.5, 0.9)]
        light = {"mass_kg": 50, "rung": "starter", "aim": "keep and share"}
        heavy = {"mass_kg": 85, "rung": "standing", "aim": "keep and share"}
        alone = fit_in(case(light, water), None, boards)
        other = fit_in(case(heavy, water), None, boards)
        both = fit_in(case({**light, "sharers": (Surfer(**heavy),)}, water), None, boards)
        np.testing.assert_allclose(both, np.minimum(alone, other))
        self.assertNotEqual(int(both.argmax()), int(alone.argmax()))
