"""Orders are made, changed and moved on: the only place that writes their rows."""

from typing import Any

from django.db import transaction
from django.utils import timezone

from accounts.models import Shop, User
from api_tools.errors import Stale
from chord_core.documents import Board as Document
from chord_core.errors import ChordError
from fittings.answers import judge_ticket
from fittings.models import Fitting
from orders.documents import OrderIn, OrderPatch, OrderStep
from orders.models import Order, OrderEvent
from orders.selectors import as_out
from orders.states import BEGUN, ENDED, State, next_steps, state_named
from rack.commands import hang_again_as, keep_again, keep_for_order, take_down
from rack.models import Board

#: How the fields of an order are called in its history.
_CALLED = {"consent": "consent", "shaper": "shaper", "note": "note", "price": "price", "deposit": "deposit",
           "due": "due", "pinned": "what must not change"}  # fmt: skip


def _stored(board: Document) -> dict[str, Any]:
    return board.model_dump(mode="json", exclude_unset=True, exclude_none=True)


def _happened(row: Order, person: User | None, says: str) -> None:
    OrderEvent.objects.create(order=row, person=person, state=row.state, says=says[:300])


@transaction.atomic
def open_order(shop: Shop, person: User | None, given: OrderIn) -> Order:
    """Quote a board from a ticket.

    Raises:
        ChordError: there is no such ticket, or no board lies on its bench and none was given.
    """
    fitting = Fitting.objects.of(shop).filter(pk=given.fitting_id).first()
    if fitting is None:
        raise ChordError("fitting_id", given.fitting_id, "there is no such ticket in this shop")
    board = given.board or _on_the_bench(fitting)
    # What a board of the rack cost, or how worn it is, is not true of a new one of its shape.
    bare = board.model_copy(update={"price": None, "stock": None, "condition": None, "mass_kg": None})
    row = Order.objects.create(
        shop=shop,
        fitting=fitting,
        who=fitting.facts.get("name", ""),
        facts=fitting.facts,
        water=fitting.water,
        board=_stored(bare),
        pinned=list(given.pinned),
    )
    _happened(row, person, "quoted")
    return row


def _on_the_bench(fitting: Fitting) -> Document:
    ticket = judge_ticket(fitting)
    if ticket.bench is None:
        raise ChordError("board", None, "put a board on the bench, or say which one is ordered")
    return ticket.fleet.boards[ticket.bench]


def _locked(shop: Shop, pk: int, version: int) -> Order:
    """An order that nobody else writes meanwhile.

    Raises:
        Order.DoesNotExist: the shop has no such order.
        Stale: somebody changed it since ``version``.
    """
    row = Order.objects.of(shop).select_for_update(of=("self",)).get(pk=pk)
    if row.version != version:
        raise Stale(as_out(row).model_dump(mode="json", by_alias=True))
    row.version += 1
    return row


def _said(value: Any) -> str:
    if isinstance(value, bool):
        return "given" if value else "not given"
    if isinstance(value, list):
        return ", ".join(value) or "nothing"
    return "not said" if value in (None, "") else str(value)


@transaction.atomic
def change_order(shop: Shop, pk: int, patch: OrderPatch, person: User | None) -> Order:
    """Change what is said of an order.

    Raises:
        Order.DoesNotExist: the shop has no such order.
        Stale: somebody changed it since the patch's version; nothing is written.
        ChordError: the board was changed after the shaper began.
    """
    row = _locked(shop, pk, patch.version)
    given = patch.model_fields_set - {"version"}
    if row.state in BEGUN and given & {"board", "pinned"}:
        field = "board" if "board" in given else "pinned"
        raise ChordError(field, None, "the shaper has begun: what is ordered does not change any more")
    says = []
    if "board" in given and patch.board:
        row.board = _stored(patch.board)
        says.append("the board")
    for name in _CALLED:
        if name not in given:
            continue
        value = list(patch.pinned) if name == "pinned" else getattr(patch, name)
        if value != getattr(row, name):
            says.append(f"{_CALLED[name]}: {_said(value)}")
            setattr(row, name, value)
    row.save()
    if says:
        _happened(row, person, "; ".join(says))
    return row


@transaction.atomic
def move_order(shop: Shop, pk: int, step: OrderStep, person: User | None) -> Order:
    """Take an order a step on, or, with a reason, to any other.

    Raises:
        Order.DoesNotExist: the shop has no such order.
        Stale: somebody changed it since the step's version; nothing is written.
        ChordError: the step asks for a reason, or for a deposit.
    """
    row = _locked(shop, pk, step.version)
    state, reason = row.state, step.reason.strip()
    if step.to == state:
        raise ChordError("to", step.to, f"it is {state} already")
    if step.to not in next_steps(state_named(state)) and not reason:
        raise ChordError("reason", "", f"from {state} to {step.to} is no step in turn: say why")
    if step.to == "deposit" and row.deposit is None:
        raise ChordError("deposit", None, "say how much was paid first")
    row.state = step.to
    if step.to == "ordered" and row.ordered_at is None:
        row.ordered_at = timezone.now()
    _board_follows(row, state_named(state), person)
    row.save()
    _happened(row, person, f"{state}, now {step.to}" + (f": {reason}" if reason else ""))
    return row


def _board_follows(row: Order, before: State, person: User | None) -> None:
    """The board that came hangs apart until it is collected or goes onto the wall."""
    if row.state == "arrived" and row.arrived_board_id is None:
        document = row.document().model_copy(update={"stock": "ordered"})
        row.arrived_board = keep_for_order(row.shop, document, f"order {row.pk}", person)
        row.arrived_at = timezone.now()
    board = row.arrived_board
    if board is None:
        return
    if row.state == "arrived" and before in ENDED:
        keep_again(board, person)
    elif row.state == "hung":
        hang_again_as(board, "new", None if row.price is None else float(row.price), person)
    elif row.state == "collected":
        take_down(row.shop, board.pk, "sold", person)
    elif row.state != "arrived":
        _sent_back(row, board, person)


def _sent_back(row: Order, board: Board, person: User | None) -> None:
    """Whatever came is here no more, also where it was collected or hung by mistake."""
    if board.left_at is None:
        take_down(row.shop, board.pk, "taken down", person)
    row.arrived_board, row.arrived_at = None, None
