"""The simulation of many advisors: waits alone are what an answer costs; more cores wait less. What was
measured while a host took cores."""

from __future__ import annotations

from itertools import pairwise
from math import isnan

from django.test import SimpleTestCase

from tooling.load import Seen
from tooling.scale import CHANGE_S, Cost, cores_for, simulate

COST = Cost(change=0.12, windows=0.06, doubts=0.25, step=0.095)


class Simulated(SimpleTestCase):
    def test_one_advisor_waits_for_nobody(self) -> None:
        found = simulate(1, 1, COST, 4000)
        for name, cost in (("change", COST.change), ("windows", COST.windows),
                           ("doubts", COST.doubts + COST.step)):  # fmt: skip
            rows = found.waited[name]
            self.assertAlmostEqual(sum(rows) / len(rows), cost, delta=0.05 * cost)
            # A third about the mean, and nothing else in the way.
            self.assertLessEqual(max(rows), 1.3 * cost + 1e-9)
        self.assertEqual(found.left, 0)

    def test_every_change_is_answered_however_many_there_are(self) -> None:
        for advisors, cores in ((30, 1), (100, 2), (100, 16)):
            found = simulate(advisors, cores, COST, 400)
            asked = advisors * 400 / CHANGE_S
            self.assertAlmostEqual(len(found.waited["change"]), asked, delta=advisors)

    def test_a_core_more_never_makes_anybody_wait_longer(self) -> None:
        waits = [simulate(60, cores, COST, 400) for cores in (2, 3, 4, 6, 8)]
        for few, more in pairwise(waits):
            for name in ("change", "windows"):
                self.assertLessEqual(more.p95(name), few.p95(name) * 1.02)
            self.assertLessEqual(more.left, few.left)

    def test_what_is_urgent_waits_as_if_the_rest_were_not_there(self) -> None:
        """Changes set everything else aside: with or without doubts they wait the same."""
        whole, bare = (
            simulate(30, 1, Cost(COST.change, COST.windows, doubts, 0.0), 2000).p95("change")
            for doubts in (0.6, 0.001)
        )
        self.assertAlmostEqual(whole, bare, delta=0.15 * bare)

    def test_over_what_the_cores_can_do_only_the_least_urgent_is_left(self) -> None:
        self.assertLess(30 * COST.urgent, 1)
        self.assertGreater(30 * COST.whole, 1)
        found = simulate(30, 1, COST, 400)
        self.assertGreater(found.left, 100)
        self.assertAlmostEqual(len(found.waited["windows"]), len(found.waited["change"]), delta=60)

    def test_cores_grow_as_the_shops_do(self) -> None:
        needed = [cores_for(advisors, COST) or 999 for advisors in (2, 40, 400)]
        self.assertEqual(needed, sorted(needed))
        for advisors, cores in zip((2, 40, 400), needed, strict=True):
            self.assertGreaterEqual(cores, advisors * COST.urgent)


class Quiet(SimpleTestCase):
    def test_what_was_asked_while_the_host_took_cores_is_left_out(self) -> None:
        seen = Seen(intervals=[(100.0, 0.0), (110.0, 0.3), (120.0, 0.005)])
        seen.waited["change"] = [(99.9, 9.0), (100.0, 1.0), (109.9, 2.0), (110.0, 900.0), (125.0, 3.0)]
        quiet = seen.in_quiet()
        self.assertEqual([waited for _, waited in quiet.waited["change"]], [1.0, 2.0, 3.0])
        self.assertEqual(quiet.intervals, [(100.0, 0.0), (120.0, 0.005)])
        self.assertEqual(quiet.p("change", 50), 2.0)

    def test_a_run_without_a_quiet_interval_has_no_figure(self) -> None:
        seen = Seen(intervals=[(0.0, 0.5)])
        seen.waited["change"] = [(1.0, 80.0), (2.0, 90.0)]
        self.assertTrue(isnan(seen.in_quiet().p("change", 95)))
