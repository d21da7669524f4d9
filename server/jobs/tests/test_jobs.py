"""Long work: part by part, stopped and gone on with, tried again, and once only whatever is killed."""

import os
import signal
import time
from collections.abc import Sequence
from typing import Any

from django.db import connection
from django.test import TestCase, TransactionTestCase
from procrastinate.contrib.django.models import ProcrastinateJob

from accounts.models import Shop
from accounts.tests.case import ApiCase, make_shop
from chord_core.errors import ChordError
from fittings.models import Fitting
from jobs import commands
from jobs.kinds import Kind, register
from jobs.models import Job, JobPart
from jobs.runner import TRIES, run
from jobs.tasks import put_in_queue_again
from jobs.tests.worker import worker
from surfers.models import Surfer


def _double(job: Job, item: Any) -> int:
    if item == job.asks.get("breaks at"):
        raise ValueError(f"{item} cannot be doubled")
    return 2 * int(item)


def _sum(_: Job, parts: Sequence[Any]) -> int:
    return sum(parts)


DOUBLE = register(Kind("double", _double, _sum))


class Parts(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        cls.shop = Shop.objects.create(name="north")

    def begin(self, items: Sequence[int], **asks: Any) -> Job:
        return commands.begin(self.shop, None, DOUBLE.name, asks, items)

    def again(self, job: Job) -> Job:
        return Job.objects.get(pk=job.pk)

    def test_it_waits_in_the_queue_and_is_done_part_by_part(self) -> None:
        job = self.begin([1, 2, 3])
        self.assertEqual(job.state, "waiting")
        self.assertEqual(ProcrastinateJob.objects.filter(args__job_id=job.pk, status="todo").count(), 1)
        self.assertFalse(run(job.pk))
        job = self.again(job)
        self.assertEqual((job.state, job.done, job.result), ("done", 3, 12))
        self.assertEqual(list(job.parts.values_list("place", "says")), [(0, 2), (1, 4), (2, 6)])
        # Run once more by mistake it does nothing.
        self.assertFalse(run(job.pk))
        self.assertEqual(JobPart.objects.filter(job=job).count(), 3)

    def test_without_parts_it_is_done_at_once(self) -> None:
        job = self.begin([])
        run(job.pk)
        self.assertEqual((self.again(job).state, self.again(job).result), ("done", 0))

    def test_stopped_it_keeps_what_is_done_and_goes_on_from_there(self) -> None:
        job = self.begin([1, 2, 3], **{"breaks at": 2})
        run(job.pk)
        self.assertEqual(commands.stop(job).state, "stopped")
        self.assertFalse(run(job.pk))
        self.assertEqual((self.again(job).state, self.again(job).done), ("stopped", 1))
        Job.objects.filter(pk=job.pk).update(asks={})
        self.assertEqual(commands.resume(job).state, "waiting")
        run(job.pk)
        self.assertEqual((self.again(job).state, self.again(job).result), ("done", 12))

    def test_a_part_that_breaks_is_tried_again_and_then_given_up_with_its_reason(self) -> None:
        job = self.begin([1, 2, 3], **{"breaks at": 2})
        self.assertEqual([run(job.pk) for _ in range(TRIES)], [True] * (TRIES - 1) + [False])
        job = self.again(job)
        self.assertEqual((job.state, job.done), ("failed", 1))
        self.assertIn("2 cannot be doubled", job.problem)
        self.assertIsNotNone(job.ended_at)
        Job.objects.filter(pk=job.pk).update(asks={})
        commands.resume(job)
        run(job.pk)
        self.assertEqual((self.again(job).state, self.again(job).problem), ("done", ""))

    def test_no_more_than_a_few_of_a_shop_wait_at_once_and_old_ones_go(self) -> None:
        for _ in range(commands.MOST_OPEN):
            self.begin([1])
        with self.assertRaises(ChordError):
            self.begin([1])
        elsewhere = Shop.objects.create(name="south")
        commands.begin(elsewhere, None, DOUBLE.name, {}, [1])
        Job.objects.of(self.shop).update(state="done")
        for _ in range(60):
            self.begin([1])
            Job.objects.of(self.shop).update(state="done")
        self.assertEqual(Job.objects.of(self.shop).count(), 51)

    def test_what_is_open_and_not_in_the_queue_is_put_there_once(self) -> None:
        job = self.begin([1])
        ProcrastinateJob.objects.filter(args__job_id=job.pk)
        with connection.cursor() as cursor:
            cursor.execute("DELETE FROM procrastinate_jobs")
        put_in_queue_again()
        put_in_queue_again()
        self.assertEqual(ProcrastinateJob.objects.filter(args__job_id=job.pk).count(), 1)


class Addresses(ApiCase):
    def test_listed_read_stopped_and_gone_on_with(self) -> None:
        job = commands.begin(self.shop, self.user, DOUBLE.name, {}, [1, 2])
        path = f"/api/jobs/{job.pk}/"
        self.assertEqual([one["id"] for one in self.good("get", "/api/jobs/")["jobs"]], [job.pk])
        shown = self.good("get", path)
        self.assertEqual(
            (shown["state"], shown["done"], shown["of"], shown["by"]), ("waiting", 0, 2, "north-person")
        )
        self.assertEqual(self.good("post", f"{path}stop/")["state"], "stopped")
        self.assertEqual(self.good("post", f"{path}resume/")["state"], "waiting")
        run(job.pk)
        self.assertEqual(self.good("post", f"{path}stop/")["state"], "done")
        self.assertEqual(self.good("post", f"{path}resume/")["state"], "done")


class Worker(TransactionTestCase):
    """The queue worked off by processes that are killed."""

    takes_long = True

    def setUp(self) -> None:
        self.shop, self.user = make_shop("north")

    def test_what_waits_is_worked_off(self) -> None:
        jobs = [self._asked([self._ticket(70)]) for _ in range(3)]
        broken = commands.begin(self.shop, None, "no such kind", {}, [7])
        self.assertEqual(worker("--once").wait(timeout=60), 0)
        for job in jobs:
            self.assertEqual(Job.objects.get(pk=job.pk).result, {"asked": 1})
        self.assertGreaterEqual(Job.objects.get(pk=broken.pk).tries, 1)

    def test_killed_in_the_middle_every_part_is_done_once_by_the_next(self) -> None:
        job = self._asked([self._ticket(50 + kg) for kg in range(12)])
        first = worker()
        self._until(lambda: Job.objects.get(pk=job.pk).done >= 2)
        os.kill(first.pid, signal.SIGKILL)
        first.wait()
        left = Job.objects.get(pk=job.pk)
        self.assertEqual(JobPart.objects.filter(job=job).count(), left.done)
        second = worker()
        try:
            self._until(lambda: Job.objects.get(pk=job.pk).state == "done")
        finally:
            second.terminate()
            self.assertEqual(second.wait(timeout=30), 0)
        self.assertEqual(list(job.parts.values_list("place", flat=True)), list(range(12)))
        self.assertEqual(Job.objects.get(pk=job.pk).result, {"asked": 12})

    def _asked(self, tickets: list[int]) -> Job:
        asks = {"changes": {"/power/sprint_w_kg/good": 1.2}, "own": {}}
        return commands.begin(self.shop, self.user, "effect of numbers", asks, tickets)

    def _ticket(self, mass_kg: float) -> int:
        surfer = Surfer.objects.create(shop=self.shop, name="Guest")
        facts = {"name": "Guest", "mass_kg": mass_kg, "rung": "trimming"}
        return Fitting.objects.create(shop=self.shop, surfer=surfer, facts=facts, tables_version="x").pk

    def _until(self, holds: Any, patience_s: float = 60) -> None:
        end = time.monotonic() + patience_s
        while not holds():
            self.assertLess(time.monotonic(), end, "waited for too long")
            time.sleep(0.05)
