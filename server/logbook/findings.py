"""Where the model is off, over all sessions of a shop."""

import numpy as np

from accounts.models import Shop
from chord_core.log.findings import Counted, findings_of
from chord_core.log.response import Response, Responses
from chord_core.surfer.defaults import height_from_mass
from chord_core.tables import rungs
from logbook.documents import FindingOut, FindingsOut, SessionsOf, SessionsOut
from logbook.learning import as_logged, facts_of
from logbook.models import Session

#: Sessions that are counted, the newest.
_MOST = 5000


def _expected(row: Session) -> float | None:
    """Rides of a session that the model expects of anybody of that level; None on a river, or unknown."""
    if not row.response:
        return None
    response = Response.from_row(row.response["row"])
    if not response.counts:
        return None
    none = np.zeros(1)
    rate = float(Responses([response]).rates(none, none, none, np.zeros((1, 1)))[0, 0])
    return rate * row.minutes / 60


def counted_of(shop: Shop) -> list[Counted]:
    """The sessions of a shop that were counted, without names."""
    rows = Session.objects.of(shop).filter(rides__isnull=False, rider="")
    found = map(counted_session, rows.select_related("surfer", "surf_break")[:_MOST])
    return [one for one in found if one is not None]


def counted_session(row: Session) -> Counted | None:
    """A session without a name; None where nothing can be expected of it: a river, or what was not said."""
    surfer, expected, water = row.surfer, _expected(row), row.hour()
    rung = rungs().get(surfer.rung or "")
    if expected is None or rung is None or not water.usual_m or row.rides is None:
        return None
    body = surfer.height_m or height_from_mass(surfer.mass_kg or 75.0)
    return Counted(
        who=surfer.pk, face_of_body=water.usual_m / body, steepness=water.steepness,
        family=str(row.board["family"]), rung=rung.name, step=rung.step, rides=row.rides,
        expected=expected,
    )  # fmt: skip


def findings_for(shop: Shop) -> FindingsOut:
    """What the sessions of a shop find, all together first."""
    rows = counted_of(shop)
    return FindingsOut(
        sessions=len(rows),
        surfers=len({row.who for row in rows}),
        findings=tuple(FindingOut(**vars(one)) for one in findings_of(rows)),
    )


def sessions_without_names(shop: Shop) -> SessionsOut:
    """The counted sessions of a shop by surfer, in no order that says who they are."""
    rows = (
        Session.objects.of(shop)
        .filter(rides__isnull=False, rider="")
        .select_related("surfer", "surf_break")[:_MOST]
    )
    by_surfer: dict[int, list[Session]] = {}
    for row in rows:
        by_surfer.setdefault(row.surfer_id, []).append(row)
    made = []
    for sessions in by_surfer.values():
        ticket = sessions[0].surfer.fittings.order_by("-pk").first()
        if ticket is None:
            continue
        nobody = facts_of(ticket).model_copy(update={"name": "", "sharers": (), "present_board": None})
        logged = tuple(as_logged(row) for row in sessions)
        made.append(SessionsOf(surfer=nobody, sessions=logged))
    return SessionsOut(surfers=tuple(sorted(made, key=lambda one: one.surfer.mass_kg or 0)))
