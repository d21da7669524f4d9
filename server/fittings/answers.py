"""The answer of a fitting: the core's ranking of the shop's rack, the bench and the present board.

The board ridden now and one typed in are judged in one fleet with the rack, behind it. The verdict and the
order of the rack come first; the windows, which take a search, the doubts and the faces of the bench are
asked for apart.
"""

from dataclasses import dataclass, field

from chord_core.cancellation import check_cancelled
from chord_core.documents import Board, FixRequest, HullResult, SizeRequest, SizeResult, Surfer, Water, parse
from chord_core.documents.verbs.solve import Pinned, PinnedSize
from chord_core.fit.answer.fix import fix
from chord_core.fit.answer.pins import pinned_size
from chord_core.fit.answer.rank import NOT_YET, doubts, steadiest
from chord_core.fit.answer.size import Sized, answer_of, size
from chord_core.fit.judge.case import Case
from chord_core.fit.judge.factors import FACTORS
from chord_core.fit.rules.gates import closed_because
from chord_core.hull.describe import describe_hull
from chord_core.spoken import Spoken, spoken
from chord_core.tables import families, kept_by_tables
from fittings.documents import Answer, Bench, Doubts, Pins, SurePlace, WholeRack
from fittings.models import Fitting
from fittings.ranking import Fleet, Ranking, case_for, fleet_of_rack, rank_fleet
from rack.selectors import Rack, rack_of

#: Boards against which the present one is held before a sale.
_TO_SELL = 3
#: Boards of the strip that are drawn ahead.
_WALKED = 24
#: Answers that took a search, kept for who comes back to a ticket: each is some kilobytes.
_SEARCHED = 128
#: Searches that are kept whole, with every board that was tried.
_SIZED = 8


@kept_by_tables(256)
def drawn(board: Board) -> HullResult:
    """The hull of a board as it is described, kept for the last few."""
    return describe_hull(board)


def _key(surfer: Surfer, water: Water) -> str:
    return surfer.model_dump_json() + water.model_dump_json()


@dataclass(frozen=True, eq=False)
class Ticket:
    """A ticket with its boards judged: the fleet, and where the chosen, the present and the bench's board
    stand in it."""

    rack: Rack
    fleet: Fleet
    case: Case | None
    ranking: Ranking | None
    now: int | None
    bench: int | None


def judge_ticket(
    fitting: Fitting, also: tuple[int, ...] = (), preferred: int | None = None, whole: bool = False
) -> Ticket:
    """Judge the boards of a ticket; of a large rack the first, and those that are spoken of.

    Args:
        also: places in the rack of boards that are spoken of wherever they stand.
        preferred: number of a board that goes before those that are as good, and on the bench where none is.
        whole: all boards of a large rack too.
    """
    surfer, water = fitting.documents()
    rack, typed, present = rack_of(fitting.shop), typed_board(fitting), surfer.present_board
    fleet = fleet_of_rack(rack, tuple(board for board in (present, typed) if board))
    case, now = case_for(surfer, water), len(rack.ids) if present else None
    chosen = _chosen(fitting, rack, typed, fleet)
    ranking = None
    if case and fleet.boards:
        must = tuple(dict.fromkeys(row for row in (chosen, now, *also) if row is not None))
        ranking = rank_fleet(fleet, case, fitting.target_l, _key(surfer, water), must, now, whole)
        if preferred in rack.ids:
            ranking = ranking.led_by(rack.ids.index(preferred))
    best = (row for row in ranking.open_first if row < len(rack.ids)) if ranking else iter(())
    return Ticket(rack, fleet, case, ranking, now, chosen if chosen is not None else next(best, None))


def build_answer(fitting: Fitting, preferred: int | None = None) -> Answer:
    """Compute the answer of a ticket from what it says now.

    Args:
        fitting: the ticket.
        preferred: as ``Doubts.preferred_board_id`` named it.
    """
    return answer_in(fitting, judge_ticket(fitting, preferred=preferred))


def answer_in(fitting: Fitting, ticket: Ticket) -> Answer:
    """The answer of a ticket whose boards were judged."""
    surfer, water = fitting.documents()
    rack, fleet, ranking = ticket.rack, ticket.fleet, ticket.ranking
    request = SizeRequest.model_construct(surfer=surfer, water=water, target_l=fitting.target_l)
    open_ = ranking is not None and any(row < len(rack.ids) for row in ranking.open_first)
    return Answer.model_construct(
        size=_ordered(request, ticket.case, ranking),
        judged_by=FACTORS,
        ranking=ranking.places(rack.ids) if ranking else (),
        behind=ranking.behind_of(rack.ids) if ranking else (),
        shut=ranking.shut_of(rack.ids) if ranking else (),
        not_yet=NOT_YET if ranking and rack.ids and not open_ else "",
        bench=_laid(fleet, rack, ranking, ticket.bench),
        present=_laid(fleet, rack, ranking, ticket.now),
    )


def build_whole_rack(fitting: Fitting) -> WholeRack:
    """All boards of the rack that are open for a ticket, best first."""
    ticket = judge_ticket(fitting, whole=True)
    places = ticket.ranking.places(ticket.rack.ids) if ticket.ranking else ()
    return WholeRack.model_construct(version=fitting.version, ranking=places)


def typed_board(fitting: Fitting) -> Board | None:
    """The board that was typed in and lies on the bench."""
    return parse(Board, fitting.typed_board, "typed_board") if fitting.typed_board else None


def _ordered(request: SizeRequest, case: Case | None, ranking: Ranking | None) -> SizeResult:
    """The size answer without the search."""
    if case is None:
        return size(request)
    return answer_of(ranking.judged.sized if ranking else Sized(case, request.target_l), searched=False)


def pins_of(fitting: Fitting) -> Pins | None:
    """The measures that are pinned on a ticket."""
    return parse(Pins, fitting.pinned, "pinned") if fitting.pinned else None


def search_windows(fitting: Fitting) -> tuple[SizeResult, PinnedSize | None]:
    """The size answer of a ticket with windows, tails, fins and builds, which take a search; and the windows
    of the rest where measures are pinned in a family that is open."""
    surfer, water = fitting.documents()
    case = case_for(surfer, water)
    if case is None:
        request = SizeRequest.model_construct(surfer=surfer, water=water, target_l=fitting.target_l)
        return size(request), None
    return _windows(_said_in(surfer, water, case), fitting.target_l, pins_of(fitting))


@dataclass(frozen=True)
class Said:
    """What an answer that was searched for is kept by, besides what it is searched in."""

    surfer: Surfer = field(compare=False)
    water: Water = field(compare=False)
    case: Case = field(compare=False)
    facts: tuple[str, str]
    units: Spoken


def said_of(fitting: Fitting) -> Said | None:
    """What an answer to a ticket is kept by; None while mass or level is not known."""
    surfer, water = fitting.documents()
    case = case_for(surfer, water)
    return _said_in(surfer, water, case) if case else None


def _said_in(surfer: Surfer, water: Water, case: Case) -> Said:
    facts = (surfer.model_dump_json(exclude_unset=True), water.model_dump_json(exclude_unset=True))
    return Said(surfer, water, case, facts, spoken())


@kept_by_tables(_SIZED)
def sized_of(said: Said, target_l: float | None) -> Sized:
    """A case with its search, kept for what else is asked of it."""
    return Sized(said.case, target_l)


@kept_by_tables(_SEARCHED)
def _windows(said: Said, target_l: float | None, pins: Pins | None) -> tuple[SizeResult, PinnedSize | None]:
    case, sized = said.case, sized_of(said, target_l)
    answer = answer_of(sized)
    if pins is None or closed_because(families()[pins.family], case.rider, case.conditions):
        return answer, None
    measures = Pinned.model_validate(pins.model_dump(exclude={"family"}))
    return answer, pinned_size(sized, pins.family, measures)


def build_doubts(fitting: Fitting) -> Doubts:
    """How sure the answer of a ticket is, as it stands at its version."""
    surfer, water = fitting.documents()
    rack, case = rack_of(fitting.shop), case_for(surfer, water)
    if case is None or not rack.boards:
        return Doubts(version=fitting.version)
    kept = _doubts(_said_in(surfer, water, case), rack, typed_board(fitting), fitting.target_l)
    return kept.model_copy(update={"version": fitting.version})


@kept_by_tables(_SEARCHED)
def _doubts(said: Said, rack: Rack, typed: Board | None, target_l: float | None) -> Doubts:
    """How sure the first boards' places are, what to ask next, and what to try before selling; of no version
    yet.

    Args:
        typed: the board that was typed in. It changes nothing here; the rack is ridden with it, and with the
            present board, for the answer, and need not be again.
    """
    surfer, water, case = said.surfer, said.water, said.case
    request = SizeRequest.model_construct(surfer=surfer, water=water, target_l=target_l)
    present, key = surfer.present_board, _key(surfer, water)
    fleet, count = fleet_of_rack(rack, tuple(board for board in (present, typed) if board)), len(rack.ids)
    others = tuple(range(count, len(fleet.boards)))
    ranking = rank_fleet(fleet, case, target_l, key, others, count if present else None).of_rack(count)
    judged, rows = ranking.judged, ranking.rows
    sure, question = doubts(request, judged, ranking.fins)
    placed = tuple(
        SurePlace(id=rack.ids[rows[one.index]], on_top=one.on_top, in_three=one.in_three, says=one.says)
        for one in sure
    )
    for row in ranking.open_first[:_WALKED]:
        # Which is walked to along the strip next, or leads after the next change, lies on the bench at once.
        check_cancelled()
        drawn(rack.boards[row])
    tried = None
    if present:
        open_boards = tuple(rack.boards[row] for row in ranking.open_first[:_TO_SELL])
        tried = fix(FixRequest(surfer=surfer, water=water, target_l=target_l, boards=open_boards))
    steady = steadiest(judged, sure) if sure else None
    preferred = None if steady is None else rack.ids[rows[steady]]
    return Doubts(
        version=0, stability=placed, preferred_board_id=preferred, next_question=question, fix=tried
    )


def _chosen(fitting: Fitting, rack: Rack, typed: Board | None, fleet: Fleet) -> int | None:
    """Where the board stands that somebody put on the bench; None where the best of the rack goes there."""
    if typed is not None:
        return len(fleet.boards) - 1
    return rack.ids.index(fitting.bench_board_id) if fitting.bench_board_id in rack.ids else None


def _laid(fleet: Fleet, rack: Rack, ranking: Ranking | None, row: int | None) -> Bench | None:
    if row is None:
        return None
    board = fleet.boards[row]
    return Bench.model_construct(
        id=rack.ids[row] if row < len(rack.ids) else 0,
        board=board,
        hull=drawn(board),
        ranked=ranking.describe(row) if ranking else None,
        needs=ranking.needs(row) if ranking else (),
        remembered=ranking.remembered(row) if ranking else (),
    )
