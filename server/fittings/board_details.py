"""A closer look at the boards of a ticket: number by number, why, why not, and laid on each other.

``preferred`` is what the doubts named: where nobody chose a board it lies on the bench, so that what is shown
is what is looked at.
"""

from chord_core.documents import Board, RideRequest
from chord_core.documents.verbs.change import ChangeRequest
from chord_core.documents.verbs.compare import CompareRequest
from chord_core.documents.verbs.ride import RideResult
from chord_core.errors import ChordError
from chord_core.fit.answer.change import change
from chord_core.fit.answer.compare import compare
from chord_core.fit.answer.why import fit_derivations, litres_derivations
from chord_core.hull.describe import dims_of
from chord_core.ride.describe import describe_ride
from chord_core.why.explain import explain_ride
from fittings.answers import Ticket, drawn, judge_ticket
from fittings.documents import Compared, Faces, Why, WhyNot
from fittings.models import Fitting
from rack.selectors import rack_of

#: Boards beside the one on the bench that are compared at once.
_BESIDE = 2


def build_faces(fitting: Fitting, preferred: int | None) -> Faces:
    """What the board on the bench and the present one do, number by number; null while mass or rung is not
    known."""
    surfer, water = fitting.documents()
    ticket = judge_ticket(fitting, preferred=preferred)

    def ridden(row: int | None) -> RideResult | None:
        if row is None or ticket.case is None:
            return None
        return describe_ride(RideRequest(board=ticket.fleet.boards[row], surfer=surfer, water=water))

    return Faces.model_construct(
        version=fitting.version, bench=ridden(ticket.bench), present=ridden(ticket.now)
    )


def build_why(fitting: Fitting, preferred: int | None) -> Why:
    """Derivations of the fit, the band, the hull and the ride of the board on the bench."""
    surfer, water = fitting.documents()
    ticket = judge_ticket(fitting, preferred=preferred)
    if ticket.bench is None or ticket.ranking is None:
        return Why(version=fitting.version)
    board, ranking = ticket.fleet.boards[ticket.bench], ticket.ranking
    found = fit_derivations(ranking.judged, ranking.rows.index(ticket.bench))
    found += litres_derivations(ranking.case, board.family)
    found += explain_ride(RideRequest(board=board, surfer=surfer, water=water)).derivations
    return Why.model_construct(version=fitting.version, derivations=found)


def _row_of(ticket: Ticket, field: str, pk: int) -> int:
    if pk not in ticket.rack.ids:
        raise ChordError(field, pk, "there is no such board in this rack")
    return ticket.rack.ids.index(pk)


def build_why_not(fitting: Fitting, board_id: int | None, preferred: int | None) -> WhyNot:
    """Why not a board: what speaks most against it, and the smallest change that would make it right.

    Raises:
        ChordError: there is no such board, none on the bench, or mass or rung is not known.
    """
    surfer, water = fitting.documents()
    rack = rack_of(fitting.shop)
    also = (rack.ids.index(board_id),) if board_id in rack.ids else ()
    ticket = judge_ticket(fitting, also, preferred)
    row = ticket.bench if board_id is None else _row_of(ticket, "board", board_id)
    if row is None or ticket.ranking is None:
        raise ChordError("board", board_id, "say mass and what they can do, and put a board on the bench")
    board, ranked = ticket.fleet.boards[row], ticket.ranking.describe(row)
    request = ChangeRequest(surfer=surfer, water=water, target_l=fitting.target_l, board=board)
    found = change(request)
    right = found.fit is not None and found.right is not None and found.fit >= found.right
    first = "" if right else next(iter(ranked.against), "")
    return WhyNot.model_construct(
        version=fitting.version, name=board.name or board.family, first=first, change=found
    )


def _others(ticket: Ticket, others: tuple[str, ...]) -> list[int]:
    if not 1 <= len(others) <= _BESIDE:
        raise ChordError(
            "boards", ",".join(others), f"name one or {_BESIDE} boards beside the one on the bench"
        )
    rows = []
    for other in others:
        if other == "now" and ticket.now is not None:
            rows.append(ticket.now)
        elif other.isdecimal():
            rows.append(_row_of(ticket, "boards", int(other)))
        else:
            raise ChordError("boards", other, "must be the number of a board, or “now” where one is ridden")
    return rows


def build_comparison(fitting: Fitting, others: tuple[str, ...], preferred: int | None) -> Compared:
    """The board on the bench laid on one or two others.

    Raises:
        ChordError: there is no such board, too few or too many.
    """
    surfer, water = fitting.documents()
    ids = rack_of(fitting.shop).ids
    also = tuple(ids.index(int(other)) for other in others if other.isdecimal() and int(other) in ids)
    ticket = judge_ticket(fitting, also, preferred)
    if ticket.bench is None:
        raise ChordError("boards", None, "put a board on the bench first")
    rows = [ticket.bench, *_others(ticket, others)]
    boards: list[Board] = [ticket.fleet.boards[row] for row in rows]
    known = surfer if ticket.case else None
    result = compare(CompareRequest(boards=tuple(boards), surfer=known, water=water))
    ranking = ticket.ranking
    return Compared.model_construct(
        version=fitting.version,
        names=tuple(board.name or board.family for board in boards),
        lines=tuple(dims_of(board) for board in boards),
        curves=tuple(drawn(board).curves for board in boards),
        fits=tuple(ranking.fit_of(row) if ranking else None for row in rows),
        result=result,
    )
