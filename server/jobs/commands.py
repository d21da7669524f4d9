"""What is done to jobs: asked for, stopped, asked for once more."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from django.db import transaction
from django.utils import timezone

from accounts.models import Shop, User
from chord_core.errors import ChordError
from jobs.models import Job
from jobs.tasks import put_in_queue

#: Of a shop so many jobs may wait or run at once.
MOST_OPEN = 5
#: So many of a shop are kept; the oldest go.
_KEPT = 50


@transaction.atomic
def begin(
    shop: Shop,
    by: User | None,
    kind: str,
    asks: dict[str, Any],
    items: Sequence[Any],
    most: int | None = None,
) -> Job:
    """Ask for a job; it is in the queue once this transaction holds, and not before.

    Args:
        most: so many of the shop may wait or run at once, where it is not ``MOST_OPEN``.

    Raises:
        ChordError: too many of this shop wait or run already.
    """
    most = MOST_OPEN if most is None else most
    Shop.objects.select_for_update().get(pk=shop.pk)
    open_ = Job.objects.of(shop).filter(state__in=Job.OPEN).count()
    if open_ >= most:
        raise ChordError("jobs", open_, f"so many wait or run already; at most {most} at once")
    old = Job.objects.of(shop).exclude(state__in=Job.OPEN).values_list("pk", flat=True)[_KEPT:]
    Job.objects.filter(pk__in=list(old)).delete()
    job = Job.objects.create(shop=shop, made_by=by, kind=kind, asks=asks, items=list(items))
    put_in_queue(job)
    return job


@transaction.atomic
def stop(job: Job) -> Job:
    """Stop a job after the part at which it is; what is done already stays."""
    row = Job.objects.select_for_update().get(pk=job.pk)
    if row.state in Job.OPEN:
        row.state, row.ended_at = Job.STOPPED, timezone.now()
        row.save(update_fields=["state", "ended_at"])
    return row


@transaction.atomic
def resume(job: Job) -> Job:
    """Go on with a job that was stopped or given up, from the part at which it was."""
    row = Job.objects.select_for_update().get(pk=job.pk)
    if row.state in (Job.STOPPED, Job.FAILED):
        row.state, row.tries, row.problem, row.ended_at = Job.WAITING, 0, "", None
        row.save(update_fields=["state", "tries", "problem", "ended_at"])
        put_in_queue(row)
    return row
