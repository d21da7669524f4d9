"""Which boards to take on a trip: the best one and the best two for another water, exactly."""

from __future__ import annotations

from itertools import combinations

from chord_core.documents.verbs.trip import TripBoard, TripRequest, TripResult, TripSet
from chord_core.fit.answer.quiver_year import YEAR_DAYS, year_of
from chord_core.fit.judge.case import Case, case_of
from chord_core.fit.rules.cautions import leash_for
from chord_core.fit.rules.gear import advise_fins
from chord_core.fit.search.sets import worth_of
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls
from chord_core.ride.fins import fins_of
from chord_core.surfer.defaults import missing_facts
from chord_core.tables import tables


def _may_go(request: TripRequest, hull: Hull) -> list[int]:
    """Places of the boards that the carrier takes by themselves."""
    return [
        row
        for row, board in enumerate(request.boards)
        if (request.longest_m is None or board.length_m <= request.longest_m + 1e-9)
        and (request.most_kg is None or float(hull.mass_kg[row]) <= request.most_kg + 1e-9)
    ]


def _sets(request: TripRequest, case: Case, hull: Hull, may: list[int]) -> list[TripSet]:
    year = year_of(case, hull, fins_of(request.boards))
    share, hours = request.days / YEAR_DAYS, tables().quiver.hours_a_session
    made = []
    for size in range(1, request.slots + 1):
        fitting = [
            rows
            for rows in combinations(may, size)
            if request.most_kg is None or float(hull.mass_kg[list(rows)].sum()) <= request.most_kg + 1e-9
        ]
        if not fitting:
            continue
        rows = max(fitting, key=lambda rows: (worth_of(year.gives, rows), year.days_served(list(rows))))
        made.append(
            TripSet(
                places=rows,
                names=tuple(request.boards[row].name or request.boards[row].family for row in rows),
                days=year.days_served(list(rows)) * share,
                rides=worth_of(year.gives, rows) * share * hours,
                mass_kg=float(hull.mass_kg[list(rows)].sum()),
            )
        )
    return made


def _says(found: list[TripSet], days: int) -> str:
    if not found:
        return "None of these boards may be taken."
    if not found[-1].rides:
        return "None of these boards works there."
    one = found[0]
    best = next((two for two in found[1:] if two.rides >= one.rides * (1 + tables().plan.another_from)), one)
    of = f"one of them works on {best.days:.0f} of {days} days" if len(best.names) > 1 else (
        f"it works on {best.days:.0f} of {days} days"
    )  # fmt: skip
    more = "; a second board brings little" if best is one and len(found) > 1 else ""
    return f"Take {' and '.join(best.names)}: {of}{more}."


def trip(request: TripRequest) -> TripResult:
    """Find the boards to take.

    Returns:
        The best set of one and of two; or only ``missing`` while mass or level is not known.
    """
    case = case_of(request)
    if case is None:
        return TripResult(missing=missing_facts(request.surfer))
    if not request.boards:
        return TripResult(says="No board is owned yet.")
    hull = labelled_hulls(request.boards)
    may = _may_go(request, hull)
    found = _sets(request, case, hull, may)
    taken = found[-1].places if found else ()
    along = tuple(
        TripBoard(
            name=request.boards[row].name or request.boards[row].family,
            fins=advise_fins(request.boards[row], hull, row, case.rider, case.conditions).says,
            leash=leash_for(request.boards[row].length_m, case.rider, case.conditions),
        )
        for row in taken
    )
    left = tuple(board.name or board.family for row, board in enumerate(request.boards) if row not in may)
    return TripResult(sets=tuple(found), boards=along, left=left, says=_says(found, request.days))
