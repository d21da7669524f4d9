"""What is read of jobs."""

from __future__ import annotations

from typing import cast

from jobs.documents import JobOut, State
from jobs.models import Job


def as_out(job: Job) -> JobOut:
    """A job as it is sent."""
    return JobOut.model_construct(
        id=job.pk,
        kind=job.kind,
        state=cast(State, job.state),
        done=job.done,
        of=len(job.items),
        problem=job.problem,
        by=job.made_by.username if job.made_by else "",
        made_at=job.made_at,
        ended_at=job.ended_at,
    )
