"""Boards brought into the rack by the table: first only read and shown, then written, all or none.

Both go through the file in pieces and say how far they are; whoever closes the connection stops them, and
nothing stays behind.
"""

from __future__ import annotations

import json
from collections.abc import Iterator, Sequence
from dataclasses import replace
from threading import Lock
from typing import Any

from django.db import transaction
from django.utils import timezone

from accounts.models import Shop, User
from chord_core.documents import Board as Document
from chord_core.documents import parse
from chord_core.errors import ChordError
from chord_core.hull.describe import dims_of
from chord_core.hull.measured import hulls_of
from rack.commands import changes_say
from rack.csv_read import Fault, Row, Table, merged, read_row, table_of
from rack.documents import FaultOut, ReadOut, RowOut
from rack.models import Board, BoardEvent, today
from rack.search_columns import fill_search_columns

#: Rows read or written between two words about how far it is.
_PIECE = 250
#: What is reckoned for a piece, one piece at a time: many tables that come at once do not take the process
#: from everybody else. Never held while the database is asked: another one's rows may be waited for there.
_one_piece = Lock()


def _line(**said: Any) -> str:
    return json.dumps(said, ensure_ascii=False) + "\n"


def _pieces(table: Table) -> Iterator[list[Row]]:
    for at in range(0, len(table.rows), _PIECE):
        with _one_piece:
            rows = [read_row(table, place, cells) for place, cells in table.rows[at : at + _PIECE]]
        yield rows


def _known(shop: Shop, rows: Sequence[Row], held: bool = False) -> dict[str, Board]:
    """Boards of the shop that have the numbers of these rows.

    Args:
        held: whether nobody else may change them until all is written.
    """
    numbers = {row.number for row in rows if row.number}
    boards = Board.objects.of(shop).filter(number__in=numbers)
    return {board.number: board for board in (boards.select_for_update() if held else boards)}


class _Numbers:
    """Numbers that stood in the file before."""

    def __init__(self) -> None:
        self.seen: dict[str, int] = {}

    def fault(self, row: Row, title: str) -> Fault | None:
        """The fault of a row whose number stood in another."""
        if not row.number:
            return None
        first = self.seen.setdefault(row.number, row.at)
        if first == row.at:
            return None
        return Fault(title, row.number, f"the number {row.number} stands in row {first} already")


def _laid_over(board: Board, row: Row, document: Document) -> Document:
    """What a row says of a board that hangs here already, over what is known of it; a family that was only
    guessed goes over nothing.

    Raises:
        ChordError: together they make no board.
    """
    known = board.document().model_dump(mode="json", exclude_unset=True, exclude_none=True)
    said = document.model_dump(mode="json", exclude_unset=True, exclude={"family"} if row.guessed else None)
    return parse(Document, merged(known, said))


def _checked(rows: Sequence[Row], known: dict[str, Board], numbers: _Numbers, title: str) -> list[Row]:
    """Rows with the boards that they make here, and the faults that show only here: a number that stands in
    the file before, a measure that does not go with what is known."""
    found = []
    for row in rows:
        faults, document = [*row.faults], row.board
        again = numbers.fault(row, title)
        if again:
            faults.append(again)
        if document and row.number in known:
            try:
                document = _laid_over(known[row.number], row, document)
            except ChordError as error:
                faults.append(Fault("", str(error.value)[:80], error.message))
        found.append(replace(row, board=document, faults=tuple(faults)))
    return found


def _shown(rows: Sequence[Row], known: dict[str, Board]) -> list[RowOut]:
    boards = [row.board for row in rows if row.board]
    computed = iter(hulls_of(boards).litres if boards else ())
    return [
        RowOut(
            at=row.at,
            number=row.number,
            name=row.board.name if row.board else "",
            family=row.board.family if row.board else None,
            guessed=row.guessed and row.number not in known,
            line=dims_of(row.board) if row.board else None,
            stated_litres=row.board.stated_litres if row.board else None,
            litres=float(next(computed)) if row.board else None,
            confirm=row.confirm,
            new=row.number not in known,
            faults=tuple(FaultOut(column=f.column, value=f.value, message=f.message) for f in row.faults),
        )
        for row in rows
    ]


def _title_of(table: Table, name: str) -> str:
    return next((t for t, h in zip(table.titles, table.heads, strict=True) if h and h.name == name), name)


def read_file(shop: Shop, raw: bytes) -> Iterator[str]:
    """Read a file and show each row's reading; nothing is written.

    Returns:
        Lines of JSON: ``{"done": n, "of": m}`` as it goes on, at last ``{"read": …}`` (``ReadOut``).

    Raises:
        ChordError: at once, where the file is no table.
    """
    with _one_piece:
        table = table_of(raw)
    return _reading(shop, table)


def _reading(shop: Shop, table: Table) -> Iterator[str]:
    numbers, title, shown = _Numbers(), _title_of(table, "number"), []
    for rows in _pieces(table):
        known = _known(shop, rows)
        with _one_piece:
            shown += _shown(_checked(rows, known, numbers, title), known)
        yield _line(done=len(shown), of=len(table.rows))
    read = ReadOut(
        rows=tuple(shown),
        left_out=table.left_out,
        notes=table.notes,
        bad=sum(bool(row.faults) for row in shown),
        new=sum(row.new for row in shown),
    )
    yield _line(read=read.model_dump(mode="json"))


def bring_in(shop: Shop, raw: bytes, person: User | None) -> Iterator[str]:
    """Write the boards of a file into the rack: new ones hang, known numbers are brought up to date. All or
    none: with a fault anywhere, or when it is stopped, nothing is written.

    Returns:
        Lines of JSON: ``{"done": n, "of": m}``, at last ``{"hung": n, "changed": n}`` or ``{"error": …}``.

    Raises:
        ChordError: at once, where the file is no table.
    """
    with _one_piece:
        table = table_of(raw)
    return _bringing(shop, table, person)


def _bringing(shop: Shop, table: Table, person: User | None) -> Iterator[str]:
    numbers, title, done, hung, changed = _Numbers(), _title_of(table, "number"), 0, 0, 0
    try:
        with transaction.atomic():
            for read in _pieces(table):
                known = _known(shop, read, held=True)
                with _one_piece:
                    rows = _checked(read, known, numbers, title)
                _refuse(rows)
                new = [row for row in rows if row.number not in known]
                hung += _hang(shop, new, person)
                changed += _change([row for row in rows if row.number in known], known, person)
                done += len(rows)
                yield _line(done=done, of=len(table.rows))
    except ChordError as error:
        yield _line(**error.as_document())
        return
    yield _line(hung=hung, changed=changed)


def _refuse(rows: Sequence[Row]) -> None:
    """Stop at the first fault.

    Raises:
        ChordError: names the row, its column, what was read.
    """
    for row in rows:
        for fault in row.faults:
            where = f"row {row.at}, {fault.column}" if fault.column else f"row {row.at}"
            raise ChordError(f"row {row.at}", fault.value, f"{where}: {fault.message}")


def _hang(shop: Shop, rows: Sequence[Row], person: User | None) -> int:
    made = [Board(shop=shop, number=row.number, hung_on=row.hung_on or today()) for row in rows]
    documents = [row.board for row in rows if row.board]
    for board, document in zip(made, documents, strict=True):
        board.take(document)
    with _one_piece:
        fill_search_columns(made, documents)
    Board.objects.bulk_create(made)
    BoardEvent.objects.bulk_create(
        BoardEvent(board=board, person=person, says="hung, from a table") for board in made
    )
    return len(made)


def _change(rows: Sequence[Row], known: dict[str, Board], person: User | None) -> int:
    boards, documents, events = [], [], []
    for row in rows:
        board = known[row.number]
        before, document = board.document(), row.board
        assert document is not None
        hung_on = row.hung_on or board.hung_on
        says = changes_say(before.model_dump(mode="json"), document.model_dump(mode="json"))
        if not says and hung_on == board.hung_on:
            continue
        board.take(document)
        board.hung_on, board.version = hung_on, board.version + 1
        board.updated_at = timezone.now()
        boards.append(board)
        documents.append(document)
        events.append(BoardEvent(board=board, person=person, says=f"from a table: {says}"[:300]))
    with _one_piece:
        fill_search_columns(boards, documents)
    fields = [f.name for f in Board._meta.concrete_fields if f.name not in ("id", "shop")]
    Board.objects.bulk_update(boards, fields)
    BoardEvent.objects.bulk_create(events)
    return len(boards)
