"""The answer of a fitting: the core's ranking of the shop's rack, the bench and the present board.

The board ridden now and one typed in are judged in one fleet with the rack, behind it. What only
some facts change is kept between two answers: hulls by the boards, rides by boards, surfer and water.
The verdict and the order of the rack come first; the windows, which take a search, and the doubts are asked
for apart.
"""

from dataclasses import dataclass, field
from functools import lru_cache
from math import isnan

from chord_core.documents import Board, FixRequest, HullResult, SizeRequest, SizeResult, Surfer, Water, parse
from chord_core.fit.case import Case, case_with
from chord_core.fit.factors import FACTORS
from chord_core.fit.fix import fix
from chord_core.fit.rank import NOT_YET, JudgedRack, doubts, judge_rack
from chord_core.fit.size import Sized, answer_of, size
from chord_core.fit.wave_words import strip_words
from chord_core.hull.describe import describe_hull
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls
from chord_core.ride.chunks import Summary, summary_of
from chord_core.ride.fins import FinSet, fins_of
from fittings.documents import Answer, Bench, Doubts, RackPlace, SurePlace
from fittings.models import Fitting
from rack.services import Rack, rack_of

#: Boards against which the present one is held before a sale.
_TO_SELL = 3
#: Surfers in waters for which rides are kept.
_KEPT = 32


@dataclass(frozen=True, eq=False)
class _Fleet:
    """The rack's boards with others behind them; compared and kept by identity."""

    boards: tuple[Board, ...]
    hull: Hull
    fins: FinSet
    kept: dict[str, Summary] = field(default_factory=dict)

    def ridden(self, case: Case, key: str) -> Summary:
        """What the boards do for a rider in a water, kept for the last few of them."""
        if key not in self.kept:
            if len(self.kept) >= _KEPT:
                self.kept.clear()
            self.kept[key] = summary_of(self.hull, self.fins, case.rider, case.spot, band=True)
        return self.kept[key]


@lru_cache(maxsize=_KEPT)
def _case_of(surfer: str, water: str) -> Case | None:
    return case_with(Surfer.model_validate_json(surfer), Water.model_validate_json(water))


def _case(surfer: Surfer, water: Water) -> Case | None:
    """The case of a ticket; it keeps what ordinary boards do in it, for the next answer and the search."""
    return _case_of(surfer.model_dump_json(exclude_unset=True), water.model_dump_json(exclude_unset=True))


@lru_cache(maxsize=256)
def _drawn(board: Board) -> HullResult:
    return describe_hull(board)


@lru_cache(maxsize=256)
def _fleet(rack: Rack, others: tuple[Board, ...]) -> _Fleet:
    if not others:
        return _Fleet(rack.boards, rack.hull, rack.fins)
    hull, fins = labelled_hulls(others), fins_of(others)
    if rack.hull is None:
        return _Fleet(others, hull, fins)
    return _Fleet((*rack.boards, *others), rack.hull.joined(hull), rack.fins.joined(fins))


def _judged(fleet: _Fleet, case: Case, target_l: float | None, key: str) -> JudgedRack:
    return judge_rack(case, fleet.boards, fleet.hull, target_l, fleet.fins, fleet.ridden(case, key))


def _place(judged: JudgedRack, pk: int, row: int) -> RackPlace:
    ridden = judged.ridden
    waves, limit = strip_words(ridden, row, judged.case.rider.height_m)
    return RackPlace.model_construct(
        id=pk,
        fit=float(judged.fit[row]),
        rides=None if isnan(ridden.rides[row]) else float(ridden.rides[row]),
        stays_on=None if isnan(ridden.stays_on[row]) else float(ridden.stays_on[row]),
        waves=waves,
        limit=limit,
    )


def answer_for(fitting: Fitting, surfer: Surfer, water: Water) -> Answer:
    """Compute the answer of a ticket from what it says now.

    Args:
        fitting: the ticket.
        surfer, water: its facts, as checked documents.
    """
    rack = rack_of(fitting.shop)
    typed = parse(Board, fitting.typed_board, "typed_board") if fitting.typed_board else None
    present = surfer.present_board
    fleet = _fleet(rack, tuple(board for board in (present, typed) if board))
    request = SizeRequest.model_construct(surfer=surfer, water=water, target_l=fitting.target_l)
    case, key = _case(surfer, water), surfer.model_dump_json() + water.model_dump_json()
    judged = _judged(fleet, case, fitting.target_l, key) if case and fleet.boards else None
    order = [int(row) for row in judged.order if row < len(rack.ids)] if judged else []
    none_open = judged is not None and bool(order) and judged.fit[order[0]] <= 0
    bench_row = _bench_row(fitting, rack, typed, fleet, None if none_open else order)
    return Answer.model_construct(
        size=_ordered(request, case, judged),
        judged_by=FACTORS,
        ranking=tuple(_place(judged, rack.ids[row], row) for row in order if judged),
        not_yet=NOT_YET if none_open else "",
        bench=_laid(fleet, rack, judged, bench_row),
        present=_laid(fleet, rack, judged, len(rack.ids) if present else None),
    )


def _ordered(request: SizeRequest, case: Case | None, judged: JudgedRack | None) -> SizeResult:
    """The size answer without the search."""
    if case is None:
        return size(request)
    return answer_of(judged.sized if judged else Sized(case, request.target_l), searched=False)


def windows_for(fitting: Fitting, surfer: Surfer, water: Water) -> SizeResult:
    """The size answer of a ticket with windows, tails, fins and builds, which take a search."""
    case = _case(surfer, water)
    if case is None:
        return size(SizeRequest.model_construct(surfer=surfer, water=water, target_l=fitting.target_l))
    return answer_of(Sized(case, fitting.target_l))


def doubts_for(fitting: Fitting, surfer: Surfer, water: Water) -> Doubts:
    """How sure the first boards' places are, what to ask next, and what to try before selling."""
    rack = rack_of(fitting.shop)
    request = SizeRequest.model_construct(surfer=surfer, water=water, target_l=fitting.target_l)
    case = _case(surfer, water)
    if case is None or rack.hull is None:
        return Doubts(version=fitting.version)
    key = surfer.model_dump_json() + water.model_dump_json()
    judged = _judged(_fleet(rack, ()), case, fitting.target_l, key)
    sure, question = doubts(request, judged, rack.fins)
    placed = tuple(SurePlace(id=rack.ids[one.index], on_top=one.on_top, in_three=one.in_three, says=one.says)
                   for one in sure)  # fmt: skip
    tried = None
    if surfer.present_board:
        open_boards = tuple(rack.boards[row] for row in judged.order[:_TO_SELL] if judged.fit[row] > 0)
        tried = fix(FixRequest(surfer=surfer, water=water, target_l=fitting.target_l, boards=open_boards))
    return Doubts(version=fitting.version, sure=placed, next_question=question, fix=tried)


def _bench_row(
    fitting: Fitting, rack: Rack, typed: Board | None, fleet: _Fleet, order: list[int] | None
) -> int | None:
    """The board that was put there; else the best of the rack, if any is open."""
    if typed is not None:
        return len(fleet.boards) - 1
    if fitting.bench_board_id in rack.ids:
        return rack.ids.index(fitting.bench_board_id)
    return order[0] if order else None


def _laid(fleet: _Fleet, rack: Rack, judged: JudgedRack | None, row: int | None) -> Bench | None:
    if row is None:
        return None
    board = fleet.boards[row]
    pk = rack.ids[row] if row < len(rack.ids) else 0
    ranked = judged.describe(row) if judged else None
    return Bench.model_construct(id=pk, board=board, hull=_drawn(board), ranked=ranked)
