"""Boards come into the rack, change and are written about: the only place that writes rows of it."""

from datetime import date
from typing import Any

from django.db import IntegrityError, transaction
from django.utils import timezone

from accounts.models import Shop, User
from api_tools.errors import Stale
from chord_core.documents import Board as Document
from chord_core.documents import parse
from chord_core.documents.board import Stock
from chord_core.errors import ChordError
from chord_core.line import read_line
from rack.documents import BoardIn, BoardPatch, BoardPut
from rack.models import Board, BoardEvent, today
from rack.search_columns import fill_search_columns
from rack.selectors import boards_of

_ONCE = "board_number_once_a_shop"
#: How parts of a board are called in its history.
_CALLED = {
    "stated_litres": "litres on the label",
    "length_m": "length",
    "width_m": "width",
    "thickness_m": "thickness",
    "mass_kg": "weight",
    "fins_included": "fins included",
    "hung_on": "in the shop since",
}


def board_from(given: BoardIn) -> Document:
    """The board that was given, as a document or as a line with its family.

    Raises:
        ChordError: neither was given, or the line cannot be read.
    """
    if given.board is not None:
        return given.board
    if given.line is None or given.family is None:
        raise ChordError("line", given.line, "give a board, or a line of dims and its family")
    line = read_line(given.line)
    fields = {
        "name": line.name or "",
        "family": given.family,
        "length_m": line.length_m,
        "width_m": line.width_m,
        "thickness_m": line.thickness_m,
        "stated_litres": line.stated_litres,
        "price": given.price,
    }
    return parse(Document, fields)


def add_board(
    shop: Shop,
    document: Document,
    number: str = "",
    hung_on: date | None = None,
    person: User | None = None,
) -> Board:
    """Put a board into the rack.

    Args:
        number: the shop's own.
        hung_on: the day it came; today if it is not said.

    Raises:
        ChordError: another board has this number.
    """
    row = Board(shop=shop, number=number, hung_on=hung_on or today())
    row.take(document)
    fill_search_columns([row], [document])
    _save(row, person, "hung")
    return row


def _save(row: Board, person: User | None, says: str) -> None:
    """Write a row and what happened to it.

    Raises:
        ChordError: another board has its number.
    """
    try:
        with transaction.atomic():
            row.save()
            BoardEvent.objects.create(board=row, person=person, says=says[:300])
    except IntegrityError as error:
        if _ONCE not in str(error):
            raise
        says = f"another board of the rack has the number {row.number}"
        raise ChordError("number", row.number, says) from error


def keep_for_order(shop: Shop, document: Document, number: str, person: User | None) -> Board:
    """Take in a board that somebody ordered: it is measured here, and offered to nobody else.

    Raises:
        ChordError: another board has this number.
    """
    row = Board(shop=shop, number=number, reserved=True)
    row.take(document)
    fill_search_columns([row], [document])
    _save(row, person, "came as ordered")
    return row


def keep_again(row: Board, person: User | None) -> None:
    """Take a board that somebody ordered off the wall, or back from who collected it: it is theirs again.

    Raises:
        ChordError: another board has its number meanwhile.
    """
    row.reserved, row.left_at, row.left_as = True, None, ""
    row.version += 1
    _save(row, person, "kept for its order again")


def hang_again_as(row: Board, stock: Stock, price: float | None, person: User | None) -> None:
    """Hang a board that was kept for somebody where everybody sees it.

    Raises:
        ChordError: another board has its number meanwhile.
    """
    document = row.document().model_copy(update={"stock": stock, "price": price})
    row.reserved, row.left_at, row.left_as = False, None, ""
    row.version += 1
    row.take(document)
    fill_search_columns([row], [document])
    _save(row, person, "goes onto the wall")


@transaction.atomic
def take_down(shop: Shop, pk: int, left_as: str, person: User | None) -> None:
    """Take a board out of the rack, sold or not; it can be hung again.

    Raises:
        Board.DoesNotExist: no such board hangs in this shop.
    """
    row = Board.objects.of(shop).select_for_update().get(pk=pk)
    row.left_at, row.left_as = timezone.now(), left_as
    row.version += 1
    _save(row, person, left_as)


@transaction.atomic
def put_back_board(shop: Shop, pk: int, person: User | None) -> Board:
    """Hang a board that was sold or taken down.

    Raises:
        Board.DoesNotExist: this shop never had it.
        ChordError: another board has its number meanwhile.
    """
    row = Board.every.of(shop).select_for_update().get(pk=pk)
    if row.left_at is not None:
        row.left_at, row.left_as = None, ""
        row.version += 1
        _save(row, person, "hung again")
    return row


def _said(value: Any) -> str:
    if value is None or value == "":
        return "not said"
    if isinstance(value, bool):
        return "yes" if value else "no"
    return f"{value:g}" if isinstance(value, float) else str(value)


def changes_say(old: dict[str, Any], new: dict[str, Any]) -> str:
    """What changed between two states of a board, as its history keeps it."""
    says = []
    for name in dict.fromkeys((*old, *new)):
        before, after = old.get(name), new.get(name)
        if before == after:
            continue
        if name == "stations":
            many = len(after or ())
            says.append(f"measured at {many} {'place' if many == 1 else 'places'}")
        elif isinstance(before or after, dict | list | tuple):
            says.append(_CALLED.get(name, name))
        else:
            says.append(f"{_CALLED.get(name, name)}: {_said(before)}, now {_said(after)}")
    return "; ".join(says)


def _state(row: Board) -> dict[str, Any]:
    # What is said as it is anyway, an empty list of fins, is no change.
    document = row.document().model_dump(mode="json", exclude_defaults=True, exclude_none=True)
    document = {name: value for name, value in document.items() if value not in ({}, [])}
    return {**document, "number": row.number, "hung_on": row.hung_on.isoformat()}


def _merged(old: Any, patch: Any) -> Any:
    """A document with a merge patch over it (RFC 7396)."""
    if not isinstance(patch, dict):
        return patch
    under = dict(old) if isinstance(old, dict) else {}
    for name, value in patch.items():
        if value is None:
            under.pop(name, None)
        else:
            under[name] = _merged(under.get(name), value)
    return under


def patch_board(shop: Shop, pk: int, given: BoardPatch, version: int, person: User | None) -> Board:
    """Change some of a board.

    Raises:
        as ``change_board``; ChordError also where the patched document is no board.
    """
    row = Board.objects.of(shop).get(pk=pk)
    old = row.document().model_dump(mode="json", exclude_unset=True, exclude_none=True)
    board = parse(Document, _merged(old, given.board), "board")
    number = row.number if given.number is None else given.number
    whole = BoardPut(version=version, board=board, number=number, hung_on=given.hung_on)
    return change_board(shop, pk, whole, person)


@transaction.atomic
def change_board(shop: Shop, pk: int, given: BoardPut, person: User | None) -> Board:
    """Write a board as it is now.

    Raises:
        Board.DoesNotExist: the shop has no such board.
        Stale: somebody else changed it.
        ChordError: another board has its number.
    """
    row = Board.objects.of(shop).select_for_update().get(pk=pk)
    if row.version != given.version:
        raise Stale(boards_of(shop, [pk])[0].model_dump(mode="json", by_alias=True))
    before = _state(row)
    row.number, row.hung_on = given.number, given.hung_on or row.hung_on
    row.version += 1
    row.take(given.board)
    fill_search_columns([row], [given.board])
    says = changes_say(before, _state(row))
    if says:
        _save(row, person, says)
    return row
