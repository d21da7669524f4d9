"""Constants of the craft by sessions: what was moved is found, what was not stays, all within its range."""

from unittest import TestCase

import numpy as np

from chord_core.documents import Surfer
from chord_core.documents.verbs.learn import LoggedSession
from chord_core.log.recalibrate import constants_moved_by_sessions, expected_rides, recalibrated
from chord_core.tables import tables
from chord_core.tables.calibration import scaled_constant
from tests.logged import BOARDS, BREAKS, a_water


def logs(people: int, each: int, seed: int = 1) -> list[tuple[Surfer, list[LoggedSession]]]:
    """Sessions by the constants in use, with everybody's own habits."""
    random, made = np.random.default_rng(seed), []
    rules = tables().log
    for _ in range(people):
        surfer = Surfer.model_validate({"mass_kg": float(random.uniform(58, 90)), "rung": "linking"})
        habit = float(np.exp(rules.findings.people_sd * random.standard_normal()))
        sessions = []
        for _ in range(each):
            session = LoggedSession(
                board=BOARDS[random.integers(3)], water=a_water(random, BREAKS[0]), minutes=90
            )
            luck = random.gamma(1 / rules.learn.count_spread, rules.learn.count_spread)
            rides = int(random.poisson(expected_rides(surfer, session) * habit * luck))
            sessions.append(session.model_copy(update={"rides": rides}))
        made.append((surfer, sessions))
    return made


class Recalibrated(TestCase):
    def test_a_constant_that_was_moved_is_found(self) -> None:
        """People's own habits hide it unless there are many of them."""
        with scaled_constant("catch_crest", 1.45):
            told = logs(150, 2)
        (crest,) = recalibrated(told, ["catch_crest"])
        self.assertTrue(crest.value + crest.sd < crest.found <= crest.high, crest)
        self.assertLess(crest.sd, (np.log(crest.high / crest.low) / 3.29) * crest.value)

    def test_what_is_as_it_stands_stays(self) -> None:
        for one in recalibrated(logs(12, 5, seed=3), ["rest_s", "catch_crest"]):
            self.assertLess(abs(one.found - one.value), 2.6 * one.sd)

    def test_no_sessions_say_nothing(self) -> None:
        moved = recalibrated([])
        self.assertEqual({one.name for one in moved}, set(constants_moved_by_sessions()))
        for one in moved:
            self.assertEqual((one.found, one.says), (one.value, False))

    def test_every_constant_that_is_named_is_one_of_the_craft(self) -> None:
        there = {row.name for row in tables().craft.constants}
        self.assertLessEqual(set(constants_moved_by_sessions()), there)
