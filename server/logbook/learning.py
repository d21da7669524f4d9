"""What the sessions of a surfer teach: asked of the core, kept on the surfer for every fitting, foretold
before each session."""

from datetime import datetime
from typing import Any

import numpy as np

from accounts.models import ShopQuerySet
from breaks.models import Break
from chord_core.documents import Board, LearnRequest, LearnResult, Water, parse
from chord_core.documents import Surfer as Facts
from chord_core.documents.surfer import Learned
from chord_core.documents.verbs.learn import BreakKnown, Felt, LoggedSession, NextSession, Predicted
from chord_core.log.learn import learn
from chord_core.log.response import remember_response, response_key, response_of
from chord_core.surfer.defaults import missing_facts
from fittings.models import Fitting
from logbook.models import BreakEvidence, Loan, Session, Taught
from surfers.models import Surfer

#: Sessions that are learned from, the newest.
_MOST = 300


def facts_of(fitting: Fitting) -> Facts:
    """What was said of a surfer, without what was learned."""
    return parse(Facts, fitting.facts, "facts").model_copy(update={"learned": None})


def teaching(surfer: Surfer, before: datetime | None = None) -> ShopQuerySet[Session]:
    """Sessions that teach something of a surfer: their own, since they learn, before a moment; newest
    first."""
    rows = Session.objects.of(surfer.shop).filter(surfer=surfer, rider="").select_related("surf_break")
    if surfer.learns_from:
        rows = rows.filter(created_at__gt=surfer.learns_from)
    return rows.filter(started_at__lt=before) if before else rows


def as_logged(row: Session) -> LoggedSession:
    """A session as the core learns from it; ratings that are against another board teach nothing of this."""
    learned = (row.said or {}).get("learned")
    return LoggedSession(
        board=row.ridden(),
        water=row.hour(),
        minutes=row.minutes,
        rides=row.rides,
        paddle_m_s=row.paddle_m_s,
        ratings=None if row.against_old else row.rated() if row.ratings else None,
        said_with=parse(Learned, learned, "learned") if learned else None,
    )


def keep_response(row: Session, facts: Facts) -> None:
    """Keep on a session how its rides answer to what is learned."""
    board, water = row.ridden(), row.hour()
    key = response_key(facts, board, water)
    if not row.response or row.response["key"] != key:
        row.response = {"key": key, "row": response_of(facts, board, water).as_row()}
        row.save(update_fields=["response"])
    else:
        remember_response(key, row.response["row"])


def known_of(surfer: Surfer, names: set[str]) -> dict[str, BreakKnown]:
    """What the sessions of others say of breaks, by their names: means weighted by how sure each is."""
    rows = BreakEvidence.objects.of(surfer.shop).exclude(surfer=surfer).filter(surf_break__name__in=names)
    by_name: dict[str, list[tuple[float, float]]] = {}
    for name, log, sd in rows.values_list("surf_break__name", "log_ratio", "log_sd"):
        by_name.setdefault(name, []).append((log, sd))
    made = {}
    for name, seen in by_name.items():
        weight = sum(1 / sd**2 for _, sd in seen)
        log = sum(log / sd**2 for log, sd in seen) / weight
        made[name] = BreakKnown(ratio=float(np.clip(np.exp(log), 0.05, 20)), log_sd=min(weight**-0.5, 10.0))
    return made


def _felt(surfer: Surfer) -> ShopQuerySet[Loan]:
    """Loans that say how a board felt."""
    rows = Loan.objects.of(surfer.shop).filter(surfer=surfer).exclude(felt="")
    return rows.filter(back_at__gt=surfer.learns_from) if surfer.learns_from else rows


def _request(facts: Facts, surfer: Surfer, rows: list[Session], coming: NextSession | None) -> LearnRequest:
    for row in rows:
        keep_response(row, facts)
    sessions = tuple(as_logged(row) for row in rows)
    felt = tuple(Felt(board=one.lent(), felt=one.felt) for one in _felt(surfer))
    names = {one.water.name for one in sessions} | ({coming.water.name} if coming else set())
    return LearnRequest(
        surfer=facts, sessions=sessions, next=coming, felt=felt, breaks=known_of(surfer, names)
    )


def _learned(fitting: Fitting, before: datetime | None, coming: NextSession | None) -> LearnResult | None:
    facts = facts_of(fitting)
    if missing_facts(facts):
        return None
    rows = list(teaching(fitting.surfer, before)[:_MOST])[::-1]
    return learn(_request(facts, fitting.surfer, rows, coming))


def foretell(
    fitting: Fitting, board: Board, water: Water, minutes: float, before: datetime | None = None
) -> tuple[Predicted | None, Learned | None]:
    """Rides of a session, and what had been learned by then; from the sessions before it only."""
    answer = _learned(fitting, before, NextSession(board=board, water=water, minutes=minutes))
    return (answer.predicted, answer.learned) if answer else (None, None)


def relearn(fitting: Fitting) -> LearnResult | None:
    """Ask anew what the sessions of a ticket's surfer teach, and keep it for every fitting.

    Returns:
        The answer; None while mass or level is not known.
    """
    surfer = fitting.surfer
    answer = _learned(fitting, None, None)
    if answer is None:
        return None
    surfer.learned = answer.learned.model_dump(mode="json") if answer.learned else None
    places = dict(Break.objects.of(surfer.shop).filter(name__in=answer.offered).values_list("name", "pk"))
    surfer.learned_breaks = {
        str(places[name]): ratio for name, ratio in answer.offered.items() if name in places
    }
    surfer.save(update_fields=["learned", "learned_breaks"])
    Taught.objects.update_or_create(
        surfer=surfer, defaults={"shop": surfer.shop, "answer": answer.model_dump(mode="json")}
    )
    _keep_evidence(surfer, {places[n]: seen for n, seen in answer.breaks.items() if n in places})
    return answer


def _keep_evidence(surfer: Surfer, seen: dict[int, BreakKnown]) -> None:
    BreakEvidence.objects.of(surfer.shop).filter(surfer=surfer).exclude(surf_break_id__in=seen).delete()
    for place, known in seen.items():
        values: dict[str, Any] = {"log_ratio": float(np.log(known.ratio)), "log_sd": known.log_sd}
        BreakEvidence.objects.update_or_create(
            surfer=surfer, surf_break_id=place, defaults={"shop": surfer.shop, **values}
        )


def taught_of(surfer: Surfer) -> LearnResult:
    """What was learned when it was last asked."""
    row = Taught.objects.of(surfer.shop).filter(surfer=surfer).first()
    return parse(LearnResult, row.answer, "answer") if row else LearnResult()
