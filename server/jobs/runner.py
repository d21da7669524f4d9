"""How a job is run: part by part, each in a transaction of its own with the note that it is done.

Who is killed in the middle of a part leaves nothing of it behind, and the next run goes on with that part;
two that run the same job by mistake wait for one another at its row, and each part is done once.
"""

from __future__ import annotations

from django.db import transaction
from django.utils import timezone

from jobs.kinds import Kind, kind_of
from jobs.models import Job, JobPart

#: After so many errors at the same part a job is given up.
TRIES = 3


def run(pk: int) -> bool:
    """Run a job to its end, or to where it was stopped.

    Returns:
        whether it should be tried again: a part ended in an error, and not yet too often.
    """
    try:
        while _one_part(pk):
            pass
    except Exception as error:
        return _failed(pk, error)
    return False


def _one_part(pk: int) -> bool:
    """Do the next part, or say what all came to; whether there may be more to do."""
    with transaction.atomic():
        job = Job.objects.select_for_update().select_related("shop").filter(pk=pk).first()
        if job is None or job.state not in Job.OPEN:
            return False
        kind = kind_of(job)
        if job.done == len(job.items):
            return _conclude(job, kind)
        with job.shop.at_work():
            says = kind.do(job, job.items[job.done])
        JobPart.objects.create(job=job, place=job.done, says=says)
        job.done, job.tries, job.state = job.done + 1, 0, Job.RUNNING
        job.save(update_fields=["done", "tries", "state"])
    return True


def _conclude(job: Job, kind: Kind) -> bool:
    with job.shop.at_work():
        job.result = kind.conclude(job, list(job.parts.values_list("says", flat=True)))
    job.state, job.ended_at = Job.DONE, timezone.now()
    job.save(update_fields=["result", "state", "ended_at"])
    return False


def _failed(pk: int, error: Exception) -> bool:
    with transaction.atomic():
        job = Job.objects.select_for_update().filter(pk=pk).first()
        if job is None or job.state not in Job.OPEN:
            return False
        job.tries += 1
        if job.tries >= TRIES:
            job.state, job.ended_at = Job.FAILED, timezone.now()
            job.problem = f"{type(error).__name__}: {error}"
        job.save(update_fields=["tries", "state", "ended_at", "problem"])
        return job.state in Job.OPEN
