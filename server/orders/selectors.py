"""What is read of orders."""

from collections.abc import Sequence
from datetime import date
from statistics import quantiles
from typing import TypeGuard

from django.db.models import F

from accounts.models import Shop
from chord_core.fit.answer.order_arrival import arrival
from chord_core.fit.answer.order_card import order_card
from chord_core.hull.describe import curves_of
from chord_core.hull.label import labelled_hulls
from orders.documents import OrderHappened, OrderOut, OrderRow
from orders.models import Order
from orders.states import BEGUN, ENDED, STATES, next_steps, state_named
from rack.models import Board, today

#: The shop's own past orders say how long one waits from so many on.
_OWN_FROM = 4
_DAYS_A_WEEK = 7


def _late(state: str, due: date | None, on: date) -> int:
    return max((on - due).days, 0) if due and state not in (*ENDED, "arrived") else 0


def list_orders(shop: Shop) -> tuple[OrderRow, ...]:
    """The orders of a shop: the latest first, then by the day on which they are due, ended ones last."""
    on = today()
    rows = [
        OrderRow(
            id=row.pk,
            who=row.who,
            what=row.board.get("name") or row.board["family"],
            state=state_named(row.state),
            due=row.due,
            overdue_days=_late(row.state, row.due, on),
        )
        for row in Order.objects.of(shop)
    ]
    return tuple(sorted(rows, key=lambda one: (one.state in ENDED, one.due or date.max, one.id)))


def as_out(row: Order) -> OrderOut:
    """An order with its card, and with the board that came beside it."""
    surfer, water = row.documents()
    board, state = row.document(), state_named(row.state)
    came = row.arrived_board
    steps = next_steps(state)
    return OrderOut.model_construct(
        id=row.pk,
        version=row.version,
        who=row.who,
        fitting_id=row.fitting_id,
        state=state,
        next_steps=steps,
        other_steps=tuple(name for name in STATES if name != state and name not in steps),
        consent=row.consent,
        shaper=row.shaper,
        note=row.note,
        price=row.price,
        deposit=row.deposit,
        due=row.due,
        overdue_days=_late(state, row.due, today()),
        board_is_fixed=state in BEGUN,
        card=order_card(board, tuple(row.pinned), surfer, water, row.consent),
        curves=curves_of(labelled_hulls([board])),
        arrived_board_id=came.pk if came else None,
        arrival=arrival(board, came.document(), surfer, water) if _measured(came) else None,
        history=_history(row),
    )


def _measured(came: Board | None) -> TypeGuard[Board]:
    """Whether anybody looked at what came: it stands as it was ordered until the first reading."""
    return came is not None and came.version > 1


def _history(row: Order) -> tuple[OrderHappened, ...]:
    return tuple(
        OrderHappened(
            at=event.at.isoformat(),
            person=event.person.get_short_name() if event.person else "",
            state=state_named(event.state),
            says=event.says,
        )
        for event in row.events.select_related("person")[:100]
    )


def own_weeks(shop: Shop) -> tuple[float, float, float] | None:
    """Weeks from order to arrival of the shop's past orders, soon, usual and late (quartiles); None before
    there are enough of them."""
    came = Order.objects.of(shop).filter(ordered_at__isnull=False, arrived_at__isnull=False)
    spans = came.order_by("-arrived_at").values_list(F("arrived_at") - F("ordered_at"), flat=True)[:60]
    weeks: Sequence[float] = [span.days / _DAYS_A_WEEK for span in spans]
    if len(weeks) < _OWN_FROM:
        return None
    soon, usual, late = quantiles(weeks, n=4)
    return soon, usual, late
