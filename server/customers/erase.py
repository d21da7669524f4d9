"""Erasing a customer: the person goes from every table and from the trail; what is left are figures.

A ticket still counts how often a kind of board was asked for, a session how a board did on such a day. So
that neither leads back to a person, mass, height and age are blunted, words go, and days become months.
"""

from __future__ import annotations

import uuid
from collections.abc import Iterable
from datetime import datetime
from typing import Any

from django.db import connection, models, transaction
from django.db.models import Q
from django.utils import timezone
from logbook.models import Loan, Session
from orders.models import Order
from sales.models import Sale
from trail.models import Change

from accounts.models import Answered, Shop, User
from chord_core.errors import ChordError
from chord_core.memory import forget_all
from customers.documents import Erased
from customers.rows import Rows, rows_of
from fittings.models import Fitting
from surfers.models import Surfer

#: Steps to which a body is blunted [kg, m, years].
_KG, _M, _YEARS = 5.0, 0.05, 10
#: Facts that say how somebody surfs, from lists that are the same for everybody.
_KEPT_FACTS = ("rung", "fitness", "stance", "foot_weight", "craft", "aim", "wish", "complaints", "likes")
#: States in which an order needs nobody any more.
DONE = ("collected", "hung", "called off")


def _blunt(value: float | None, step: float) -> float | None:
    return None if value is None else round(round(value / step) * step, 3)


def _month(at: datetime) -> datetime:
    return at.replace(day=1, hour=0, minute=0, second=0, microsecond=0)


def blunted(facts: dict[str, Any]) -> dict[str, Any]:
    """Facts of a surfer as figures of nobody: no name, no words, a body to the next step."""
    kept = {name: facts[name] for name in _KEPT_FACTS if facts.get(name)}
    body = {"mass_kg": _blunt(facts.get("mass_kg"), _KG), "height_m": _blunt(facts.get("height_m"), _M)}
    age = facts.get("age")
    if age is not None:
        body["age"] = max(4, int(age) // _YEARS * _YEARS + _YEARS // 2)
    return kept | {name: value for name, value in body.items() if value is not None}


def _nameless(board: dict[str, Any] | None) -> dict[str, Any] | None:
    return None if board is None else {k: v for k, v in board.items() if k not in ("name", "notes", "words")}


def _of_fitting(row: Fitting) -> None:
    row.facts, row.gear = blunted(row.facts), {}
    row.typed_board = _nameless(row.typed_board)
    row.made_by = None


def _of_order(row: Order) -> None:
    row.who, row.note, row.consent, row.facts = "", "", False, blunted(row.facts)
    row.board = _nameless(row.board) or {}


def _of_session(row: Session) -> None:
    row.note = row.clip = ""
    row.key, row.board = uuid.uuid4(), _nameless(row.board) or {}
    row.started_at = _month(row.started_at)
    row.response, row.track = None, None


def _of_loan(row: Loan) -> None:
    row.board = _nameless(row.board) or {}
    row.out_at = _month(row.out_at)
    row.back_at = _month(row.back_at) if row.back_at else None


def _of_sale(row: Sale) -> None:
    row.board, row.back_note = _nameless(row.board) or {}, ""
    row.rack_board = row.advised_by = row.sold_by = None
    row.back_at = _month(row.back_at) if row.back_at else None


def _dates(rows: Iterable[models.Model], *names: str) -> None:
    """Days of rows become months; past ``save``, which sets some of them itself."""
    for row in rows:
        values = {name: _month(getattr(row, name)) for name in names}
        type(row)._base_manager.filter(pk=row.pk).update(**values)


def _figures(rows: Rows) -> dict[str, int]:
    kept = {"tickets": 0, "orders": 0, "sessions": 0, "loans": 0, "sales": 0}
    for fitting in rows.fittings:
        _of_fitting(fitting)
        fitting.save()
        kept["tickets"] += 1
    _dates(rows.fittings, "created_at", "updated_at")
    for order in rows.orders:
        _of_order(order)
        order.save()
        order.events.all().delete()
        kept["orders"] += 1
    for session in rows.sessions.filter(rider=""):
        _of_session(session)
        session.save()
        kept["sessions"] += 1
    _dates(rows.sessions, "created_at")
    for loan in rows.loans:
        _of_loan(loan)
        loan.save()
        kept["loans"] += 1
    for sale in rows.sales:
        _of_sale(sale)
        sale.save()
        kept["sales"] += 1
    _dates(rows.sales, "sold_at")
    return kept


def _trail_rows(surfer: Surfer, rows: Rows) -> Q:
    """Changes of the trail that tell of a person: of rows that are there, and of those that were."""
    owner = {"surfer_id": surfer.pk}
    gone = Change.objects.filter(shop=surfer.shop_id).filter(
        Q(before__contains=owner) | Q(after__contains=owner)
    )
    found = Q(table="surfers_surfer", row=surfer.pk)
    keys: dict[str, set[int]] = {}
    for table, row in gone.values_list("table", "row"):
        keys.setdefault(table, set()).add(row)
    fittings = set(rows.fittings.values_list("pk", flat=True)) | keys.get("fittings_fitting", set())
    keys["orders_order"] = set(rows.orders.values_list("pk", flat=True))
    for fitting in fittings:
        of_it = {"fitting_id": fitting}
        orders = Change.objects.filter(table="orders_order").filter(
            Q(before__contains=of_it) | Q(after__contains=of_it)
        )
        keys["orders_order"] |= set(orders.values_list("row", flat=True))
    keys["fittings_fitting"] = fittings
    for table, numbers in keys.items():
        found |= Q(table=table, row__in=numbers)
    return found


@transaction.atomic
def erase(surfer: Surfer, by: User | None = None) -> Erased:
    """Erase a customer.

    Raises:
        ChordError: an order of theirs is open, or a board is out: they are needed until that is over.
    """
    surfer = Surfer.objects.select_for_update().select_related("shop").get(pk=surfer.pk)
    rows = rows_of(surfer)
    if open_orders := rows.orders.exclude(state__in=DONE).count():
        raise ChordError("orders", open_orders, "an order is open: collect it or call it off first")
    if out := rows.loans.filter(back_at__isnull=True).count():
        raise ChordError("loans", out, "a board that was lent is not back yet")
    # What is done here must not be written down with what was there before.
    with connection.cursor() as cursor:
        cursor.execute("SELECT set_config('chord.erasing', 'yes', true)")
    told = _trail_rows(surfer, rows)
    shop, number = surfer.shop, surfer.pk
    removed = {
        "boards of their own": rows.boards.delete()[0],
        "trials": rows.trials.delete()[0],
        "sessions of second riders": rows.sessions.exclude(rider="").delete()[0],
    }
    kept = _figures(rows)
    removed["tracks"] = rows.tracks.delete()[0]
    rows.taught.delete()
    # Answers that machines may ask for again hold what they were told.
    Answered.objects.filter(token__shop=shop).delete()
    _blunt_surfer(surfer)
    Change.objects.filter(shop=shop.pk).filter(told).update(before=None, after=None)
    _note(shop, number, by)
    # Other processes forget with their next request of this shop.
    Shop.objects.filter(pk=shop.pk).update(forgotten_at=timezone.now())
    transaction.on_commit(forget_all)
    with connection.cursor() as cursor:
        cursor.execute("SELECT set_config('chord.erasing', '', true)")
    return Erased(
        removed={k: n for k, n in removed.items() if n}, kept_as_figures={k: n for k, n in kept.items() if n}
    )


def _blunt_surfer(surfer: Surfer) -> None:
    facts = {name: getattr(surfer, name) for name in ("mass_kg", "height_m", "age", "rung", "fitness")}
    plain = blunted(facts)
    for name in facts:
        setattr(surfer, name, plain.get(name))
    surfer.name = surfer.notes = surfer.guardian = ""
    surfer.present_board, surfer.sessions_month, surfer.consent_at = None, None, None
    surfer.learned, surfer.learned_breaks = None, {}
    surfer.erased_at = _month(timezone.now())
    surfer.save()
    Surfer.objects.filter(pk=surfer.pk).update(updated_at=_month(timezone.now()))


def _note(shop: Shop, number: int, by: User | None) -> None:
    """That somebody was erased stays on the trail, and by whom; not who it was."""
    Change.objects.create(
        at=timezone.now(), shop=shop.pk, person=by.pk if by else None, who=by.username if by else "",
        table="surfers_surfer", row=number, did=Change.REMOVED, before=None, after={"erased": True},
    )  # fmt: skip
