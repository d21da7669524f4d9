"""The answer of a fitting: core's ranking of the shop's rack, the bench and the present board."""

from functools import lru_cache

from chord_core.documents import Board, HullResult, RankRequest, Surfer, Water, parse
from chord_core.documents.results import Ranked, RankResult
from chord_core.fit.rank import JUDGED_BY, rank, rank_boards
from chord_core.fit.size import case_of, size
from chord_core.hull.describe import describe_hull
from fittings.documents import Answer, Bench, RackPlace
from fittings.models import Fitting
from rack.services import Rack, rack_of


@lru_cache(maxsize=256)
def _hull(board: Board) -> HullResult:
    return describe_hull(board)


def _place(ranked: Ranked, pk: int) -> RackPlace:
    return RackPlace.model_construct(**dict(ranked), id=pk)


def _one(surfer: Surfer, water: Water, target_l: float | None, board: Board) -> RackPlace | None:
    """A board that hangs in no rack, judged by the same rules."""
    result = rank(RankRequest(surfer=surfer, water=water, boards=(board,), target_l=target_l))
    return _place(result.ranking[0], 0) if result.ranking else None


def _ranked_rack(surfer: Surfer, water: Water, target_l: float | None, rack: Rack) -> RankResult:
    request = RankRequest.model_construct(surfer=surfer, water=water, target_l=target_l, boards=rack.boards)
    case = case_of(request)
    if case is None or rack.hull is None:
        return RankResult(size=size(request), judged_by=JUDGED_BY, ranking=())
    return rank_boards(case, rack.boards, rack.hull, target_l)


def answer_for(fitting: Fitting, surfer: Surfer, water: Water) -> Answer:
    """Compute the answer of a ticket from what it says now.

    Args:
        fitting: the ticket.
        surfer, water: its facts, as checked documents.
    """
    rack = rack_of(fitting.shop)
    result = _ranked_rack(surfer, water, fitting.target_l, rack)
    places = [_place(ranked, rack.ids[ranked.index]) for ranked in result.ranking]
    return Answer.model_construct(
        size=result.size,
        judged_by=result.judged_by,
        ranking=tuple(places),
        not_yet=result.not_yet,
        bench=_bench(fitting, surfer, water, rack, places),
        present=_present(surfer, water, fitting.target_l),
    )


def _present(surfer: Surfer, water: Water, target_l: float | None) -> Bench | None:
    board = surfer.present_board
    if board is None:
        return None
    ranked = _one(surfer, water, target_l, board)
    return Bench(board=board, hull=_hull(board), ranked=ranked)


def _bench(
    fitting: Fitting, surfer: Surfer, water: Water, rack: Rack, places: list[RackPlace]
) -> Bench | None:
    """The board that was put there; else the best of the rack, if any is open."""
    if fitting.typed_board is not None:
        board = parse(Board, fitting.typed_board, "typed_board")
        return Bench(board=board, hull=_hull(board), ranked=_one(surfer, water, fitting.target_l, board))
    chosen = next((place for place in places if place.id == fitting.bench_board_id), None)
    if chosen is None and places and places[0].fit > 0:
        chosen = places[0]
    if chosen is None:
        if fitting.bench_board_id not in rack.ids:
            return None
        board = rack.boards[rack.ids.index(fitting.bench_board_id)]
        return Bench(board=board, hull=_hull(board), ranked=None)
    board = rack.boards[rack.ids.index(chosen.id)]
    return Bench.model_construct(board=board, hull=_hull(board), ranked=chosen)
