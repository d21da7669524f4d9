"""What the addresses of jobs write."""

from __future__ import annotations

from datetime import datetime
from typing import Literal

from chord_core.documents.base import Result

State = Literal["waiting", "running", "done", "stopped", "failed"]


class JobOut(Result):
    """How far a job is: ``done`` of ``of`` parts; ``problem`` says why it was given up."""

    id: int
    kind: str
    state: State
    done: int
    of: int
    problem: str
    by: str
    made_at: datetime
    ended_at: datetime | None


class JobsOut(Result):
    """Jobs, the newest first."""

    jobs: tuple[JobOut, ...]
