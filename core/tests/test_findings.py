"""Findings over a shop's sessions: what is off is found, what is not is not, one person's habits are none."""

from unittest import TestCase

import numpy as np

from chord_core.log.findings import Counted, Finding, findings_of, ratio_of
from chord_core.tables import tables
from chord_core.tables.calibration import scaled_constant
from tests import draws


def some(
    random: np.random.Generator, people: int, each: int, off: float = 1.0, **more: object
) -> list[Counted]:
    rules, made = tables().log, []
    for who in range(people):
        habit = float(np.exp(rules.findings.people_sd * random.standard_normal()))
        for _ in range(each):
            expected = float(random.uniform(4, 12))
            luck = random.gamma(1 / rules.learn.count_spread, rules.learn.count_spread)
            values: dict[str, object] = {
                "face_of_body": 0.4, "steepness": "soft", "family": "groveler", "rung": "linking", "step": 4,
            }  # fmt: skip
            rides = int(random.poisson(expected * off * habit * luck))
            made.append(Counted(who=who, rides=rides, expected=expected, **{**values, **more}))
    return made


def of(rows: list[Counted], name: str) -> Finding:
    return next(one for one in findings_of(rows) if one.name == name)


class Findings(TestCase):
    def test_what_is_off_is_found_and_names_constants_that_are_there(self) -> None:
        """Waves below waist give 1.6 times what is expected, others what is: found in nearly all of the shops
        that look so."""
        small_off, middle_off, ratios = 0, 0, []
        for seed in range(20):
            random = np.random.default_rng([seed, 2])
            middle = {"face_of_body": 0.8, "steepness": "average", "family": "all-rounder"}
            rows = some(random, 40, 6, off=1.6) + some(random, 40, 6, **middle)
            small = of(rows, "below waist")
            small_off, middle_off = small_off + small.off, middle_off + of(rows, "waist to head").off
            ratios.append(small.ratio[1])
            self.assertEqual((small.sessions, small.surfers), (240, 40))
            for name in small.constants:
                with scaled_constant(name, 1.0):
                    self.assertIn("more rides than expected", small.says)
        self.assertGreaterEqual(small_off, 19)
        self.assertLessEqual(middle_off, 4)
        self.assertAlmostEqual(float(np.mean(ratios)), 1.6, delta=0.15)

    def test_seldom_off_where_nothing_is(self) -> None:
        random = np.random.default_rng(5)
        count = draws(300, 80)
        found = sum(of(some(random, 12, 6), "all sessions").off for _ in range(count))
        # Two ways to be wrong at 95 in 100 each, less what is drawn to one.
        self.assertLessEqual(found / count, 0.1)

    def test_many_sessions_of_one_person_are_no_finding(self) -> None:
        rows = [Counted(1, 0.4, "soft", "groveler", "linking", 4, 16, 8.0) for _ in range(200)]
        self.assertFalse(of(rows, "all sessions").off)

    def test_the_spread_falls_with_people_and_stays_with_sessions(self) -> None:
        random = np.random.default_rng(7)
        few, many = ratio_of(some(random, 5, 20))[1], ratio_of(some(random, 50, 2))[1]
        self.assertLess(many, few)
        self.assertAlmostEqual(ratio_of(some(random, 5, 100))[1], few, delta=0.03)

    def test_too_few_sessions_say_nothing(self) -> None:
        self.assertEqual(findings_of(some(np.random.default_rng(1), 1, 4)), ())
