"""What other numbers do to the tickets of a season, ticket by ticket; and, once they are kept, what sessions
teach by them, surfer by surfer."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict
from typing import Any

from jobs.kinds import Kind, register
from jobs.models import Job
from logbook.learning import relearn

from chord_core.tables import using_tables
from chord_core.tables.numbers import own_tables
from fittings.first_answer import first_answer
from fittings.models import Fitting


def _of_ticket(job: Job, pk: int) -> dict[str, Any] | None:
    """What a ticket is answered first before and after; nothing where it is gone, or has no answer.

    No word of the person is kept: the name is looked up when the job is read."""
    fitting = Fitting.objects.of(job.shop).select_related("surfer", "shop").filter(pk=pk).first()
    if fitting is None:
        return None
    own, changes = job.asks["own"], job.asks["changes"]
    trial = {place: value for place, value in {**own, **changes}.items() if value is not None}
    sides = []
    for numbers in (own, trial):
        with using_tables(own_tables(numbers)):
            sides.append(first_answer(fitting))
    before, after = sides
    if before is None or after is None:
        return None
    return {"fitting_id": pk, "before": asdict(before), "after": asdict(after)}


def _in_all(_: Job, parts: Sequence[Any]) -> dict[str, int]:
    return {"asked": sum(part is not None for part in parts)}


def _learn_anew(job: Job, pk: int) -> bool:
    """Whether what a surfer's sessions teach was worked out anew; not where there is no ticket any more."""
    tickets = Fitting.objects.of(job.shop).select_related("surfer", "shop")
    fitting = tickets.filter(surfer=pk).order_by("-updated_at").first()
    return fitting is not None and relearn(fitting) is not None


def _learned_in_all(_: Job, parts: Sequence[Any]) -> dict[str, int]:
    return {"learned": sum(map(bool, parts))}


EFFECT = register(Kind("effect of numbers", _of_ticket, _in_all))
LEARN_ANEW = register(Kind("learn anew", _learn_anew, _learned_in_all))
