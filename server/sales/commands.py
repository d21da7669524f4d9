"""What is done to sales: a board is bought, comes back, or was sold by mistake."""

from __future__ import annotations

from decimal import Decimal

from django.db import transaction
from django.utils import timezone
from quivers.commands import own_board
from quivers.documents import OwnedIn

from accounts.models import User
from chord_core.errors import ChordError
from fittings.answers import judge_ticket
from fittings.models import Fitting
from rack.commands import put_back_board, take_down
from rack.models import Board
from sales.documents import SaleIn, SalePatch
from sales.models import Sale

#: Ways of coming back after which a board hangs in the rack again.
_HANGS = (Sale.RETURNED, Sale.EXCHANGED)


@transaction.atomic
def sell(fitting: Fitting, given: SaleIn, person: User) -> Sale:
    """Sell a board of the rack to the surfer of a ticket: it leaves the rack and stands in their quiver.

    Raises:
        ChordError: the rack has no such board, or it is for hire, or kept for somebody.
    """
    row = Board.objects.of(fitting.shop).select_for_update().filter(pk=given.board_id).first()
    if row is None:
        raise ChordError("board_id", given.board_id, "there is no such board in the rack")
    if row.reserved or row.stock == "hire":
        says = "it is kept for somebody who ordered it" if row.reserved else "it is for hire"
        raise ChordError("board_id", given.board_id, f"{says}, not for sale")
    place, behind = _stood(fitting, row.pk)
    board, price = row.document(), given.price if given.price is not None else row.price
    owned = own_board(fitting, OwnedIn(rack_board_id=row.pk))
    take_down(fitting.shop, row.pk, "sold", person)
    return Sale.objects.create(
        shop=fitting.shop,
        surfer=fitting.surfer,
        fitting=fitting,
        rack_board=row,
        owned=owned,
        board=board.model_dump(mode="json", exclude_unset=True, exclude_none=True),
        price=None if price is None else Decimal(str(round(price, 2))),
        place=place,
        behind=behind,
        advised_by=fitting.made_by,
        sold_by=person,
    )


def _stood(fitting: Fitting, pk: int) -> tuple[int | None, float | None]:
    """Where a board stood among those that were open, from 1, and how far its fit lay under the first's."""
    ticket = judge_ticket(fitting, whole=True)
    if ticket.ranking is None:
        return None, None
    there = ticket.rack.ids
    open_ = [row for row in ticket.ranking.open_first if row < len(there)]
    row = there.index(pk) if pk in there else None
    if row not in open_ or row is None:
        return None, None
    fit_of = ticket.ranking.fit_of
    return open_.index(row) + 1, round(max(fit_of(open_[0]) - fit_of(row), 0.0), 3)


@transaction.atomic
def change_sale(pk: int, given: SalePatch, person: User) -> Sale:
    """Note that a board came back, or that it did not.

    Raises:
        ChordError: another board has its number meanwhile.
    """
    row = Sale.objects.select_for_update(of=("self",)).select_related("shop", "fitting").get(pk=pk)
    hung, hangs = row.back_as in _HANGS, given.back_as in _HANGS
    if hangs and not hung:
        _hang_again(row, person)
    elif hung and not hangs:
        _gone_again(row, person)
    row.back_as, row.back_note = given.back_as or "", given.note.strip()
    row.back_at = (row.back_at or timezone.now()) if given.back_as else None
    row.save()
    return row


@transaction.atomic
def take_back_sale(pk: int, person: User) -> None:
    """Undo a sale that was a mistake: the board hangs again, and nobody bought it.

    Raises:
        ChordError: another board has its number meanwhile.
    """
    row = Sale.objects.select_for_update(of=("self",)).select_related("shop").get(pk=pk)
    if row.back_as not in _HANGS:
        _hang_again(row, person)
    row.delete()


def _hang_again(row: Sale, person: User) -> None:
    if row.rack_board_id:
        put_back_board(row.shop, row.rack_board_id, person)
    if row.owned:
        row.owned.delete()
    row.owned = None


def _gone_again(row: Sale, person: User) -> None:
    """It is the surfer's after all."""
    if row.rack_board_id and row.fitting:
        if not Board.objects.of(row.shop).filter(pk=row.rack_board_id).exists():
            raise ChordError("back_as", None, "the board was sold to somebody else meanwhile")
        row.owned = own_board(row.fitting, OwnedIn(rack_board_id=row.rack_board_id))
        take_down(row.shop, row.rack_board_id, "sold", person)
