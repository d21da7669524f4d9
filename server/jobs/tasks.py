"""What the queue runs."""

from __future__ import annotations

from contextlib import suppress

from django.db import transaction
from procrastinate import RetryStrategy
from procrastinate.contrib.django import app
from procrastinate.exceptions import AlreadyEnqueued

from jobs.models import Job
from jobs.runner import run


class PartFailedError(Exception):
    """A part ended in an error; the queue tries again."""


@app.task(name="jobs.run", queue="jobs", retry=RetryStrategy(wait=1))
def run_job(job_id: int) -> None:
    """Run a job; once more after an error.

    Raises:
        PartFailedError: a part ended in an error, and not yet too often.
    """
    if run(job_id):
        raise PartFailedError(job_id)


def put_in_queue(job: Job) -> None:
    """Put a job into the queue, unless it waits there already."""
    waiting_once = run_job.configure(queueing_lock=f"job {job.pk}")
    # What is refused by the database must not spoil the transaction around it.
    with suppress(AlreadyEnqueued), transaction.atomic():
        waiting_once.defer(job_id=job.pk)


def put_in_queue_again() -> None:
    """Put every job into the queue that is open: of one that was restored from a backup it knows nothing."""
    for job in Job.objects.filter(state__in=Job.OPEN):
        put_in_queue(job)
