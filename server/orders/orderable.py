"""The board that could be ordered for a ticket: solved, and judged beside the best of the wall."""

from chord_core.documents import Board
from chord_core.documents.order import Worth
from chord_core.documents.verbs.solve import Pinned
from chord_core.fit.answer.order_wait import worth_waiting
from chord_core.fit.answer.solve import ready_in, solve_in
from chord_core.fit.rules.gates import closed_because
from chord_core.hull.describe import curves_of, dims_of
from chord_core.hull.label import labelled_hulls
from chord_core.tables import families, kept_by_tables
from fittings.answers import Said, Ticket, judge_ticket, pins_of, said_of, sized_of
from fittings.documents import Pins
from fittings.models import Fitting
from orders.documents import Orderable
from orders.selectors import own_weeks
from rack.documents import Silhouette

#: Answers that took a search, kept for who comes back to a ticket.
_SEARCHED = 128
#: Every so many stations of the drawn ones are enough at a silhouette's size.
_EVERY = 4


@kept_by_tables(_SEARCHED)
def _solved(said: Said, target_l: float | None, pins: Pins | None) -> Board | None:
    """The best board for a case, in the family that is pinned or the leading one; it carries its litres."""
    sized = sized_of(said, target_l)
    if pins and not closed_because(families()[pins.family], said.case.rider, said.case.conditions):
        measures = Pinned.model_validate(pins.model_dump(exclude={"family"}))
        solved = solve_in(sized, pins.family, measures.model_dump(exclude_none=True))
    else:
        solved = ready_in(sized)
    if solved is None:
        return None
    litres = round(float(labelled_hulls([solved.board]).litres[0]), 1)
    return solved.board.model_copy(update={"stated_litres": litres})


@kept_by_tables(_SEARCHED)
def _worth(
    said: Said,
    target_l: float | None,
    board: Board,
    wall: Board | None,
    weeks: tuple[float, float, float] | None,
) -> Worth:
    return worth_waiting(sized_of(said, target_l), board, wall, weeks)


def _best_of_the_wall(ticket: Ticket) -> int | None:
    """Where the board stands that fits best of those that can be bought here, whatever it costs: what an
    order costs is not known yet."""
    ranking, there = ticket.ranking, len(ticket.rack.ids)
    if ranking is None:
        return None
    open_ = [row for row in ranking.open_first if row < there and ticket.fleet.boards[row].stock != "hire"]
    return max(open_, key=ranking.fit_of, default=None)


def _judged_with_a_wall(fitting: Fitting) -> Ticket:
    """A ticket with its first boards judged; with all, where none of the first can be bought."""
    ticket = judge_ticket(fitting)
    if ticket.ranking and ticket.ranking.behind and _best_of_the_wall(ticket) is None:
        return judge_ticket(fitting, whole=True)
    return ticket


def build_orderable(fitting: Fitting) -> Orderable:
    """The board that could be ordered for a ticket as it stands, and whether it is worth its wait."""
    ticket, said = _judged_with_a_wall(fitting), said_of(fitting)
    board = _solved(said, fitting.target_l, pins_of(fitting)) if said else None
    if said is None or board is None:
        return Orderable(version=fitting.version)
    row = _best_of_the_wall(ticket)
    wall = None if row is None else ticket.fleet.boards[row]
    hull = labelled_hulls([board])
    curves = curves_of(hull, 0, _EVERY)
    return Orderable.model_construct(
        version=fitting.version,
        board=board,
        line=dims_of(board),
        litres=float(hull.litres[0]),
        silhouette=Silhouette(
            from_tail_m=curves.from_tail_m,
            half_width_m=curves.half_width_m,
            notch_half_m=curves.notch_half_m,
        ),
        wall_id=None if row is None else ticket.rack.ids[row],
        worth=_worth(said, fitting.target_l, board, wall, own_weeks(fitting.shop)),
    )
