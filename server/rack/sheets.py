"""The sheet of a board, its size in its model, boards beside each other, what a used one is worth."""

from __future__ import annotations

from collections.abc import Sequence

from django.http import Http404

from accounts.models import Shop
from chord_core.documents import Board as Document
from chord_core.documents import CompareRequest, RangeRequest, RangeResult
from chord_core.errors import ChordError
from chord_core.fit.answer.compare import compare
from chord_core.fit.rules.gear import life_left, trade_in
from chord_core.hull.describe import describe_hull
from chord_core.hull.label import labelled_hulls
from chord_core.hull.sizes import range_of
from chord_core.hull.tape import tape_of
from chord_core.ride.standalone import standalone_behaviour
from rack.documents import Beside, Event, Sheet, TradeIn, TradeInOf
from rack.models import Board
from rack.selectors import boards_of


def _row(shop: Shop, pk: int) -> Board:
    row = Board.objects.of(shop).filter(pk=pk).first()
    if row is None:
        raise Http404
    return row


def sheet_of(shop: Shop, pk: int) -> Sheet:
    """The sheet of a board.

    Raises:
        Http404: the shop has no such board.
    """
    row = _row(shop, pk)
    document = row.document()
    events = row.events.select_related("person")[:60]
    _, heavy = trade_in(document, labelled_hulls([document]), 0, 0, 1)
    shown = boards_of(shop, [pk])
    if not shown:
        raise Http404  # taken down in the meantime
    return Sheet(
        board=shown[0],
        tape=tape_of(document),
        still=standalone_behaviour(document),
        heavy=heavy,
        sizes=len(_sizes(shop, row)),
        events=tuple(
            Event(at=e.at.isoformat(), person=e.person.get_short_name() if e.person else "", says=e.says)
            for e in events
        ),
    )


def trade_in_of(shop: Shop, pk: int, given: TradeInOf) -> TradeIn:
    """What a board is worth in trade.

    Raises:
        Http404: the shop has no such board.
        ChordError: neither the board nor the question says what it costs new.
    """
    document = _row(shop, pk).document()
    price = given.price_new if given.price_new is not None else document.price
    if price is None:
        raise ChordError("price_new", None, "say what it costs new: the board has no price")
    board = document.model_copy(update={"price": price})
    value, says = trade_in(board, labelled_hulls([board]), 0, given.sessions, given.condition)
    return TradeIn(value=value, life_left=life_left(board, given.sessions), says=says)


def _sizes(shop: Shop, row: Board) -> list[Document]:
    """Boards of one name and family, one of each length."""
    if not row.name:
        return [row.document()]
    rows = Board.objects.of(shop).filter(name=row.name, family=row.family).order_by("length_m", "pk")
    by_length: dict[int, Document] = {}
    for one in rows:
        by_length.setdefault(round(one.length_m * 1000), one.document())
    return list(by_length.values())


def range_for(shop: Shop, pk: int, lengths_m: Sequence[float]) -> RangeResult:
    """The sizes of a board's model that hang in the shop, and sizes between them.

    Raises:
        Http404: the shop has no such board.
        ChordError: there is one size only, or a length is too far off.
    """
    sizes = _sizes(shop, _row(shop, pk))
    if len(sizes) < 2:
        says = "only one size of this model hangs here; a range takes two"
        raise ChordError("boards", sizes[0].name, says)
    return range_of(RangeRequest(boards=tuple(sizes), lengths_m=tuple(lengths_m)))


def beside_of(shop: Shop, ids: Sequence[int]) -> Beside:
    """Two or three boards of a shop laid on each other, the first with each other one.

    Raises:
        ChordError: there are too few, or one does not hang here.
    """
    boards = boards_of(shop, ids)
    if len(boards) != len(ids) or not 2 <= len(boards) <= 3:
        raise ChordError("ids", list(ids), "name two or three boards of the rack")
    documents = tuple(one.board for one in boards)
    hulls = [describe_hull(one) for one in documents]
    labelled = labelled_hulls(documents)
    thirds = labelled.thirds_m3 * 1e3
    return Beside(
        boards=boards,
        curves=tuple(hull.curves for hull in hulls),
        litres=tuple(float(value) for value in labelled.litres),
        thirds_l=tuple((float(row[0]), float(row[1]), float(row[2])) for row in thirds),
        compared=compare(CompareRequest(boards=documents)),
    )
