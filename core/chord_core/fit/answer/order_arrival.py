"""A board that came against its order: what is off, what that does, and whether to take it."""

from __future__ import annotations

from chord_core.documents.board import Board
from chord_core.documents.order import Arrival, Deviation, Verdict
from chord_core.documents.surfer import Surfer
from chord_core.documents.verbs.compare import CompareRequest
from chord_core.documents.water import Water
from chord_core.fit.answer.compare import compare
from chord_core.fit.answer.order_measures import every_measure, fits_of
from chord_core.fit.judge.case import case_with
from chord_core.fit.search.shapes import PINNED
from chord_core.hull.label import labelled_hulls
from chord_core.tables import tables


def _deviations(ordered: Board, arrived: Board) -> tuple[Deviation, ...]:
    rules, first, other = tables().orders, every_measure(ordered), every_measure(arrived)
    made = [
        Deviation(
            measure=name,
            unit="m",
            ordered=first[name],
            arrived=other[name],
            tolerance=rules.tolerances_m[name],
            within=abs(other[name] - first[name]) <= rules.tolerances_m[name] + 1e-9,
        )
        for name in PINNED
    ]
    litres = [float(labelled_hulls([board]).litres[0]) for board in (ordered, arrived)]
    room = rules.litres_tolerance * litres[0]
    within = abs(litres[1] - litres[0]) <= room + 1e-9
    made.append(
        Deviation(
            measure="litres", unit="L", ordered=litres[0], arrived=litres[1], tolerance=room, within=within
        )
    )
    return tuple(made)


def _verdict(deviations: tuple[Deviation, ...], fits: list[float]) -> tuple[Verdict, str]:
    off = [one for one in deviations if not one.within]
    if not off:
        return "accept", "Every measure is within its tolerance."
    what = f"{len(off)} of {len(deviations)} measures are off"
    if not fits:
        return "talk", f"{what}: talk to the shaper."
    lost = fits[0] - fits[1]
    if fits[1] >= tables().fit.near_best * fits[0]:
        return "talk", f"{what}, and it fits as well as what was ordered: talk, then take it."
    return "refuse", f"{what}, and it costs {lost:.0f} points of fit: this is another board."


def arrival(
    ordered: Board, arrived: Board, surfer: Surfer | None = None, water: Water | None = None
) -> Arrival:
    """A board that came against its order.

    Args:
        arrived: as it was measured.
        surfer: under whom the differences are judged; without mass or level only the measures are.
    """
    case = case_with(surfer, water or Water()) if surfer else None
    deviations = _deviations(ordered, arrived)
    fits = fits_of(case, [ordered, arrived]) if case else []
    verdict, says = _verdict(deviations, fits)
    request = CompareRequest(
        boards=(ordered, arrived), surfer=surfer if case else None, water=water or Water()
    )
    return Arrival(
        deviations=deviations,
        compared=compare(request),
        ordered_fit=fits[0] if fits else None,
        arrived_fit=fits[1] if fits else None,
        verdict=verdict,
        says=says,
    )
