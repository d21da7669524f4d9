"""Trials: like with like, verdicts that are seldom wrong, two changes found, what to ride next."""

from collections.abc import Sequence
from datetime import date, timedelta
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.integrate import quad
from scipy.stats import norm

from chord_core.documents import Board, Surfer, TrialRequest, TrialResult, Water
from chord_core.documents.verbs.learn import Ratings
from chord_core.documents.verbs.trial import TrialSession
from chord_core.log.pairs import pairs_of
from chord_core.log.ready import Shown, ready_of
from chord_core.log.trial import trial
from chord_core.log.verdict import finding_of
from chord_core.tables import tables
from tests import draws, tries

SURFER = Surfer(mass_kg=76, height_m=1.78, rung="linking")
OLD = Board.model_validate({
    "name": "Skillet", "family": "all-rounder", "length_m": 2.03, "width_m": 0.52, "thickness_m": 0.067,
    "fins": {"setup": "thruster", "size": "M"},
})  # fmt: skip
NEW = Board.model_validate({
    "name": "Ladle", "family": "performance fish", "length_m": 1.83, "width_m": 0.533, "thickness_m": 0.067,
    "fins": {"setup": "thruster", "size": "M"},
})  # fmt: skip
#: How differently two ratings of the same come out, of each of them [steps].
NOISE = 0.9


def day(board: Board, face: float = 0.9, place: str = "Saltpan", **more: object) -> TrialSession:
    water = {
        "name": place,
        "usual_m": face,
        **{k: more.pop(k) for k in ("tide", "wind", "steepness") if k in more},
    }
    return TrialSession.model_validate({"board": board, "water": water, "minutes": 80, **more})


def tried(*sessions: TrialSession, old: Board = OLD, new: Board = NEW) -> TrialResult:
    return trial(TrialRequest(surfer=SURFER, sessions=sessions, old=old, new=new))


def rated(mean: float, random: np.random.Generator) -> int:
    return int(np.clip(np.round(mean + NOISE * random.standard_normal()), -2, 2))


def steps_of(mean: float, count: int, random: np.random.Generator) -> list[float]:
    return [float(rated(mean, random) - rated(0, random)) for _ in range(count)]


class Verdicts(TestCase):
    def test_verdicts_on_made_up_truth_are_seldom_wrong(self) -> None:
        """Somebody who looks after every pair and stops at the first verdict: wrong in at most 5 of 100, and
        the longer one goes on the fewer are undecided."""
        random, rules = np.random.default_rng(4), tables().log.trial
        wrong = decided = 0
        left = []
        for _ in range(draws(1500, 300)):
            mean = float(rules.prior_steps * random.standard_normal())
            steps = steps_of(mean, 12, random)
            for count in range(1, 13):
                found = finding_of(np.array(steps[:count]), np.ones(count))
                if found.way is not None:
                    decided += 1
                    wrong += (found.way == 0 and abs(mean) > rules.alike_steps) or found.way * mean < 0
                    left.append(count)
                    break
            else:
                left.append(99)
        self.assertLessEqual(wrong / decided, 0.05)
        undecided = [sum(count > pairs for count in left) for pairs in (2, 4, 8, 12)]
        self.assertEqual(undecided, sorted(undecided, reverse=True))
        self.assertLess(undecided[-1], 0.5 * undecided[0])

    def test_it_takes_about_as_many_pairs_as_said(self) -> None:
        """Half of those who are told "three more" have a verdict after twice as many; a quarter after as
        many, for pairs come out as they come out."""
        random = np.random.default_rng(6)
        soon = late = asked = 0
        while asked < draws(200, 60):
            steps = steps_of(float(random.normal(0, 1.2)), 40, random)
            found = finding_of(np.array(steps[:4]), np.ones(4))
            if found.needed is None or not 1 <= found.needed <= 15:
                continue
            asked += 1
            for times in (1, 2):
                to = 4 + times * found.needed
                way = any(
                    finding_of(np.array(steps[:n]), np.ones(n)).way is not None for n in range(5, to + 1)
                )
                soon, late = soon + (times == 1 and way), late + (times == 2 and way)
        self.assertGreater(soon, 0.25 * asked)
        self.assertGreater(late, 0.5 * asked)

    def test_the_posterior_is_students(self) -> None:
        """Against the integral over mean and spread, for five pairs."""
        rules = tables().log.trial
        steps, weight = np.array([1.0, 2.0, 0.0, 1.0, 1.0]), np.ones(5)

        def density(mean: float) -> float:
            left = float(((steps - mean) ** 2).sum())
            freedom = rules.spread_known_by
            student = (freedom * rules.spread_steps**2 + left) ** (-(freedom + 5) / 2)
            return float(student * norm.pdf(mean / rules.prior_steps))

        above = quad(density, 0, 6)[0] / (quad(density, -6, 0)[0] + quad(density, 0, 6)[0])
        found = finding_of(steps, weight)
        self.assertEqual(found.leans, 1)
        self.assertAlmostEqual(found.certainty, above, delta=0.003)

    @tries(40)
    @given(st.lists(st.integers(-4, 4), min_size=1, max_size=12))
    def test_turned_round_it_says_the_reverse(self, steps: Sequence[int]) -> None:
        one = finding_of(np.array(steps, float), np.ones(len(steps)))
        other = finding_of(-np.array(steps, float), np.ones(len(steps)))
        self.assertEqual(one.way, None if other.way is None else -other.way)
        self.assertAlmostEqual(one.certainty, other.certainty, places=9)
        self.assertAlmostEqual(one.steps[1], -other.steps[1], places=6)

    def test_half_pairs_decide_less(self) -> None:
        steps = np.array([1.0, 2.0, 1.0, 1.0])
        self.assertGreater(
            finding_of(steps, np.ones(4)).certainty, finding_of(steps, 0.5 * np.ones(4)).certainty
        )


class LikeWithLike(TestCase):
    def pairs(self, *sessions: TrialSession, used_after: int = 0) -> list[tuple[int, int, float]]:
        old = [i for i, one in enumerate(sessions) if one.board == OLD]
        new = [i for i, one in enumerate(sessions) if one.board == NEW]
        return [(p.old, p.new, p.weight) for p in pairs_of(sessions, old, new, used_after, 1.78)]

    def test_the_likest_days_stand_together(self) -> None:
        made = self.pairs(day(OLD, 0.9), day(OLD, 1.8), day(NEW, 1.7), day(NEW, 0.95))
        self.assertEqual(made, [(1, 2, 1.0), (0, 3, 1.0)])

    def test_a_fifth_apart_is_like_more_is_half_and_much_more_is_none(self) -> None:
        self.assertEqual(self.pairs(day(OLD, 1.0), day(NEW, 1.2)), [(0, 1, 1.0)])
        self.assertEqual(self.pairs(day(OLD, 1.0), day(NEW, 1.3)), [(0, 1, 0.5)])
        self.assertEqual(self.pairs(day(OLD, 1.0), day(NEW, 1.6)), [])

    def test_one_thing_unlike_counts_half_two_are_no_pair(self) -> None:
        for more in ({"place": "The Steps"}, {"tide": "low"}, {"wind": "onshore"}, {"steepness": "steep"}):
            one = day(OLD, tide="high", wind="offshore", steepness="soft")
            other = day(NEW, **{"tide": "high", "wind": "offshore", "steepness": "soft", **more})
            with self.subTest(more=more):
                self.assertEqual(self.pairs(one, other), [(0, 1, 0.5)])
        self.assertEqual(
            self.pairs(day(OLD, tide="high", wind="offshore"), day(NEW, tide="low", wind="onshore")), []
        )

    def test_the_first_sessions_on_the_new_one_count_half(self) -> None:
        made = self.pairs(day(OLD), day(NEW), day(NEW), day(OLD), used_after=1)
        self.assertEqual([weight for _, _, weight in made], [0.5, 1.0])

    def test_nothing_is_paired_with_a_river(self) -> None:
        river = TrialSession(board=NEW, water=Water(name="Saltpan", kind="river", usual_m=0.9), minutes=60)
        self.assertEqual(self.pairs(day(OLD), river), [])


class WhatChanged(TestCase):
    def test_one_change_is_named(self) -> None:
        answer = tried(day(OLD), day(NEW))
        self.assertEqual(
            [(c.what, c.before, c.after) for c in answer.changed], [("board", "Skillet", "Ladle")]
        )

    def test_two_changes_at_once_are_always_found(self) -> None:
        """Whatever fins stood in it and whatever they are called: if board and fins were recorded."""
        plain = (
            OLD.model_copy(update={"fins": type(OLD.fins)()}),
            NEW.model_copy(update={"fins": type(NEW.fins)()}),
        )
        for fins in (
            {"setup": "twin"},
            {"setup": "thruster", "size": "L"},
            {"setup": "thruster", "flex": "soft"},
        ):
            board = Board.model_validate({**NEW.model_dump(), "fins": fins})
            for old, new in ((OLD, NEW), (OLD, board), plain):
                with self.subTest(fins=fins):
                    answer = tried(day(OLD), day(board), old=old, new=new)
                    self.assertEqual({c.what for c in answer.changed}, {"board", "fins"})
                    self.assertEqual(answer.pairs, 1)

    def test_fins_that_changed_within_a_side_are_found(self) -> None:
        soft = Board.model_validate({**NEW.model_dump(), "fins": {"setup": "thruster", "size": "S"}})
        answer = tried(day(OLD), day(NEW), day(soft))
        self.assertIn("fins", {c.what for c in answer.changed})

    def test_fins_alone_tell_the_sides_apart(self) -> None:
        large = Board.model_validate({**OLD.model_dump(), "fins": {"setup": "thruster", "size": "L"}})
        other = Board.model_validate({**OLD.model_dump(), "fins": {"setup": "quad", "size": "M"}})
        answer = tried(day(OLD), day(large), day(other), old=OLD, new=large)
        self.assertEqual([c.what for c in answer.changed], ["fins"])
        self.assertEqual(answer.pairs, 1)
        self.assertEqual(len(answer.aside), 1)

    def test_the_same_shape_in_another_build(self) -> None:
        light = OLD.model_copy(update={"build": "EPS / epoxy, stringer"})
        heavy = OLD.model_copy(update={"build": "PU / polyester"})
        answer = tried(day(heavy), day(light), old=heavy, new=light)
        self.assertEqual([c.what for c in answer.changed], ["build"])
        self.assertEqual(answer.pairs, 1)


class WholeTrial(TestCase):
    def sessions(self, count: int, turns_small: float, turns_big: float) -> list[TrialSession]:
        random = np.random.default_rng(11)
        made = []
        for i in range(count):
            board, small = (OLD, NEW, NEW, OLD)[i % 4], (i // 4) % 2 == 0
            more = (turns_small if small else turns_big) if board is NEW else 0.0
            ratings = Ratings(turns=rated(more, random), holds=rated(0, random))
            made.append(
                day(
                    board,
                    0.7 if small else 2.0,
                    ratings=ratings,
                    rides=8,
                    day=date(2026, 8, 1) + timedelta(days=i),
                )
            )
        return made

    def test_livelier_in_one_water_and_less_so_in_another(self) -> None:
        answer = tried(*self.sessions(44, 1.9, -1.9))
        said = {(v.water, v.behaviour): v.says for v in answer.verdicts}
        self.assertEqual(said["below waist", "turns"], "turns more freely")
        self.assertEqual(said["above head", "turns"], "is stiffer to turn")
        self.assertIn("turns more freely", answer.says)
        self.assertNotIn(("waist to head", "turns"), said)

    def test_as_many_rides_is_a_ratio_about_one(self) -> None:
        answer = tried(*self.sessions(12, 0, 0))
        assert answer.rides_ratio is not None
        low, middle, high = answer.rides_ratio
        self.assertAlmostEqual(middle, 1, places=9)
        self.assertLess(low, 1)
        self.assertGreater(high, 1)

    def test_a_day_without_its_partner_is_wanted(self) -> None:
        sessions = [*self.sessions(8, 0.5, 0.5), day(OLD, 2.1, ratings=Ratings(turns=0))]
        answer = tried(*sessions)
        self.assertEqual(answer.unpaired_old, (8,))
        self.assertIn(("new", 8), {(one.side, one.like) for one in answer.wanted})
        self.assertIn("Ladle, above head, Saltpan", answer.wanted[0].says)

    def test_before_there_are_pairs_it_says_so(self) -> None:
        self.assertIn("no two like days", tried().says)
        self.assertIn("no two like days", tried(day(OLD)).says)
        self.assertIn("nothing was rated", tried(day(OLD), day(NEW)).says)
        self.assertEqual(trial(TrialRequest(surfer=Surfer(), old=OLD, new=NEW)).missing, ("mass_kg", "rung"))


class Ready(TestCase):
    def test_seven_of_ten_on_two_days(self) -> None:
        for days, ready in (
            ([], False),
            ([Shown(7, 10)], False),
            ([Shown(7, 10), Shown(4, 8)], False),
            ([Shown(7, 10), Shown(6, 8)], True),
            ([Shown(3, 4), Shown(4, 4)], False),  # too few rides to say anything
            ([Shown(9, 12), Shown(0, 9), Shown(5, 6)], True),
        ):
            with self.subTest(days=days):
                self.assertEqual(ready_of(days).ready, ready)
        self.assertEqual(ready_of([Shown(7, 10)]).says, "One more day with 7 of 10 rides.")
