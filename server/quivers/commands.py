"""What is done to the boards that a surfer owns: the only place that writes their rows."""

from typing import Any

from django.db import transaction

from accounts.models import Shop, ShopQuerySet
from api_tools.errors import Stale
from chord_core.documents import Board as Document
from chord_core.documents.verbs.quiver import MOST_OWNED
from chord_core.errors import ChordError
from fittings.models import Fitting
from quivers.documents import OwnedIn, OwnedPatch
from quivers.models import OwnedBoard
from quivers.selectors import as_out
from rack.models import Board as RackBoard


def _stored(board: Document) -> dict[str, Any]:
    return board.model_dump(mode="json", exclude_unset=True, exclude_none=True)


@transaction.atomic
def own_board(fitting: Fitting, given: OwnedIn) -> OwnedBoard:
    """Add a board to those that the surfer of a ticket owns.

    Raises:
        ChordError: no board is named, the rack has no such board, or there are as many as may be.
    """
    # Two who add at once are asked one after the other.
    type(fitting.surfer).objects.of(fitting.shop).select_for_update().get(pk=fitting.surfer_id)
    # The one that is ridden now is said on the ticket, and may come later.
    if _theirs(fitting).count() >= MOST_OWNED - 1:
        says = (
            f"one person may have {MOST_OWNED - 1} boards beside the one they ride now; take one away first"
        )
        raise ChordError("board", None, says)
    board = given.board or _of_the_rack(fitting.shop, given.rack_board_id)
    # Whether it is new or used in the shop is of no account to who owns it.
    own = board.model_copy(update={"stock": None})
    return OwnedBoard.objects.create(shop=fitting.shop, surfer=fitting.surfer, board=_stored(own))


def _of_the_rack(shop: Shop, pk: int | None) -> Document:
    if pk is None:
        raise ChordError("board", None, "say which board it is")
    row = RackBoard.objects.of(shop).filter(pk=pk).first()
    if row is None:
        raise ChordError("rack_board_id", pk, "there is no such board in the rack")
    return row.document()


def _theirs(fitting: Fitting) -> ShopQuerySet[OwnedBoard]:
    return OwnedBoard.objects.of(fitting.shop).filter(surfer_id=fitting.surfer_id)


@transaction.atomic
def change_owned(fitting: Fitting, pk: int, patch: OwnedPatch) -> OwnedBoard:
    """Change a board that the surfer of a ticket owns.

    Raises:
        OwnedBoard.DoesNotExist: not one of theirs.
        Stale: somebody changed it since ``patch.version``; nothing is written.
    """
    row = _theirs(fitting).select_for_update(of=("self",)).get(pk=pk)
    if row.version != patch.version:
        raise Stale(as_out(row).model_dump(mode="json", by_alias=True))
    given = patch.model_fields_set
    if "board" in given and patch.board:
        row.board = _stored(patch.board)
    if "looks" in given:
        row.looks = patch.looks.model_dump(mode="json", exclude_unset=True, exclude_none=True)
    if "by_choice" in given:
        row.by_choice = patch.by_choice
    row.version += 1
    row.save()
    return row


def let_go(fitting: Fitting, pk: int) -> None:
    """Take a board away from those that the surfer of a ticket owns.

    Raises:
        OwnedBoard.DoesNotExist: not one of theirs.
    """
    _theirs(fitting).get(pk=pk).delete()
