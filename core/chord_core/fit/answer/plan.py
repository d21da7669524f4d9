"""The ``plan`` verb: levels, litres, until when each board serves, the chain of boards that rides most."""

from __future__ import annotations

from chord_core.cancellation import check_cancelled
from chord_core.documents.board import Board
from chord_core.documents.verbs.gear import TradeInLooks
from chord_core.documents.verbs.plan import (
    Climb,
    Mover,
    PlanMonth,
    PlanRequest,
    PlanResult,
    Until,
)
from chord_core.errors import ChordError
from chord_core.fit.advise.plan_words import PAUSES, plan_says
from chord_core.fit.answer.gear_sum import worth_of_looks
from chord_core.fit.answer.plan_chain import best_chains
from chord_core.fit.answer.plan_stages import Way
from chord_core.fit.judge.case import case_of
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import Array
from chord_core.surfer.defaults import missing_facts
from chord_core.surfer.learning import climb_months, slower
from chord_core.tables import tables

#: How much more and less often somebody might go, as shares of now.
_OFTENER = (1.5, 0.6)


def _pair(low: float, high: float) -> tuple[float, float]:
    return (round(low, 2), round(high, 2))


def _months(way: Way, ahead: int) -> tuple[PlanMonth, ...]:
    quantile = tables().plan.quantile
    made = []
    for month in range(ahead + 1):
        check_cancelled()
        usual = way.stage(month, 1.0)
        ends = [way.stage(month, slower(at)).litres for at in (1 - quantile, quantile)]
        every = [usual.litres, *ends]
        made.append(
            PlanMonth(
                month=month,
                rung=usual.rung,
                family=usual.sized.lead,
                litres=_pair(*usual.litres),
                spread_l=_pair(min(low for low, _ in every), max(high for _, high in every)),
                mass_kg=round(way.body_at(month)[1], 1),
            )
        )
    return tuple(made)


def _climbs(way: Way, ahead: int) -> tuple[Climb, ...]:
    quantile = tables().plan.quantile
    return tuple(
        Climb(
            rung=name,
            low_months=after * slower(1 - quantile),
            months=after,
            high_months=after * slower(quantile),
        )
        for name, after in way.climbs.items()
        if after * slower(1 - quantile) <= ahead
    )


def _ends(way: Way, boards: tuple[Board, ...], ahead: int, slowness: float) -> list[int | None]:
    """The first month in which each board serves no more; None where that is further than is looked."""
    serves = tables().plan.serves_from
    found: list[int | None] = [None] * len(boards)
    fits: dict[int, Array] = {}
    for month in range(ahead + 1):
        stage = way.stage(month, slowness)
        if id(stage) not in fits:
            check_cancelled()
            fits[id(stage)] = stage.fits(boards)
        for row, fit in enumerate(fits[id(stage)]):
            if found[row] is None and fit < serves:
                found[row] = month
    return found


def _worth_then(board: Board, looks: TradeInLooks, sessions: float) -> float | None:
    """What a board is worth in payment after so many more sessions."""
    later = looks.model_copy(update={"sessions": (looks.sessions or 0.0) + sessions})
    value = worth_of_looks(board, later).value
    return None if value is None else float(value)


def _until(way: Way, request: PlanRequest, ahead: int) -> tuple[Until, ...]:
    quantile, often = tables().plan.quantile, way.rider.sessions_month
    quick, usual, slow = (
        _ends(way, request.boards, ahead, slower(at)) for at in (1 - quantile, 0.5, quantile)
    )
    made, litres = [], labelled_hulls(request.boards).litres
    for row, board in enumerate(request.boards):
        looks = request.wear[row] if request.wear else TradeInLooks()
        # A growing body may end a board whoever is slow or quick: the ends are in order all the same.
        ends = sorted((quick[row], usual[row], slow[row]), key=lambda end: ahead + 1 if end is None else end)
        low, middle, high = ends
        last = ahead if middle is None else middle
        made.append(
            Until(
                name=board.name or board.family,
                family=board.family,
                litres=float(litres[row]),
                serves=middle != 0,
                low_months=low,
                months=middle,
                high_months=high,
                worth=_worth_then(board, looks, last * often),
            )
        )
    return tuple(made)


def _movers(way: Way) -> tuple[Mover, ...]:
    """When the next level is reached by who goes more or less often."""
    made = []
    for share in _OFTENER:
        often = round(way.rider.sessions_month * share)
        if often < 1 or often == way.rider.sessions_month:
            continue
        surfer = way.surfer.model_copy(update={"sessions_month": float(often)})
        case = case_of(PlanRequest.model_construct(surfer=surfer, water=way.water))
        first = next(iter(climb_months(case.rider).values()), None) if case else None
        if first is not None:
            made.append(Mover(sessions_month=often, months=first))
    return tuple(made)


def next_step(request: PlanRequest) -> str:
    """How long the first of the boards serves and what comes after it, in a sentence; empty while mass or
    level is not known, or where it does not serve now.

    Raises:
        Cancelled: nobody waits for it (``cancellable``).
    """
    case = case_of(request)
    if case is None or not request.boards:
        return ""
    way = Way(request.surfer, request.water, case.rider, request.growth_of)
    ahead = request.months or tables().plan.months
    until = _until(way, request, ahead)
    if not until[0].serves:
        return ""
    return plan_says(PlanResult(months=_months(way, ahead), until=until[:1]))


def plan(request: PlanRequest) -> PlanResult:
    """Look ahead for a surfer.

    Returns:
        Month by month the likely level and the litres that are right then; until when each board serves; the
        chain of boards that rides most; or only ``missing`` while mass or level is not known.

    Raises:
        ChordError: not as many in ``wear`` as boards.
        Cancelled: nobody waits for it (``cancellable``).
    """
    if request.wear and len(request.wear) != len(request.boards):
        says = f"must say as many as there are boards, {len(request.boards)}, or nothing"
        raise ChordError("wear", len(request.wear), says)
    case = case_of(request)
    if case is None:
        return PlanResult(missing=missing_facts(request.surfer))
    way = Way(request.surfer, request.water, case.rider, request.growth_of)
    ahead = request.months or tables().plan.months
    best, one = best_chains(way, ahead, request.board_price)
    found = PlanResult(
        months=_months(way, ahead),
        climbs=_climbs(way, ahead),
        until=_until(way, request, ahead) if request.boards else (),
        chain=best.boards,
        best=best,
        one_board=one,
        movers=_movers(way),
        grows=way.grows,
        pauses=PAUSES,
    )
    return found.model_copy(update={"says": plan_says(found)})
