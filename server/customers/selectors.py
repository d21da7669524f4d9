"""What is read of customers."""

from __future__ import annotations

import unicodedata
from calendar import monthrange
from collections import Counter
from datetime import date
from typing import Any

from django.db.models import Count, DateTimeField, OuterRef, Q, QuerySet, Subquery
from django.db.models.functions import Coalesce, Greatest
from django.utils import timezone
from logbook.models import Session
from logbook.selectors import log_document
from orders.models import Order
from sales.selectors import bought_by

from accounts.models import Shop, ShopQuerySet
from chord_core.documents import Board, parse
from chord_core.hull.describe import dims_of
from customers.documents import (
    CustomerDocument,
    CustomerOut,
    CustomerRow,
    CustomersAsked,
    CustomersOut,
    ExportLoan,
    ExportOrder,
    ExportSale,
    ExportTrack,
    ExportVisit,
    Twin,
    Visit,
)
from customers.erase import DONE
from customers.rows import Rows, rows_of
from fittings.models import Fitting
from surfers.models import Surfer

PAGE = 60
#: Younger ones are kept with the word of a guardian.
ADULT = 18


def months_ago(months: int, now: date) -> date:
    """The day so many months before another, or the last of its month."""
    year, month = divmod(now.year * 12 + now.month - 1 - months, 12)
    return date(year, month + 1, min(now.day, monthrange(year, month + 1)[1]))


def there(shop: Shop) -> ShopQuerySet[Surfer]:
    """Customers of a shop that were not erased."""
    return Surfer.objects.of(shop).filter(erased_at__isnull=True)


def with_last(rows: ShopQuerySet[Surfer]) -> QuerySet[Any]:
    """The same with ``last``: when anything was done for them last."""
    session = Session.objects.filter(surfer=OuterRef("pk")).order_by("-created_at").values("created_at")[:1]
    fitting = Fitting.every.filter(surfer=OuterRef("pk")).order_by("-updated_at").values("updated_at")[:1]
    return rows.annotate(
        last=Greatest(
            Coalesce(Subquery(fitting), "updated_at", output_field=DateTimeField()),
            Coalesce(Subquery(session), "updated_at", output_field=DateTimeField()),
        )
    )


def due_in(shop: Shop) -> QuerySet[Any]:
    """Customers for whom nothing was done for longer than the shop keeps people; none while it keeps all."""
    rows = with_last(there(shop))
    if shop.keep_months is None:
        return rows.none()
    return rows.filter(last__date__lt=months_ago(shop.keep_months, timezone.now().date()))


def customers_of(shop: Shop, asked: CustomersAsked) -> CustomersOut:
    """A page of customers by name."""
    rows = due_in(shop) if asked.due else with_last(there(shop))
    if words := asked.q.split():
        for word in words:
            rows = rows.filter(name__icontains=word)
    count = rows.count()
    if asked.after:
        name, _, number = asked.after.rpartition("#")
        rows = rows.filter(Q(name__gt=name) | Q(name=name, pk__gt=int(number) if number.isdigit() else 0))
    rows = rows.annotate(
        ticket_count=Count("fittings", filter=Q(fittings__thrown_at__isnull=True), distinct=True),
        session_count=Count("sessions", distinct=True),
    )
    found = list(rows.order_by("name", "pk")[: PAGE + 1])
    page = found[:PAGE]
    orders = Counter(
        Order.objects.of(shop).filter(fitting__surfer__in=page).values_list("fitting__surfer", flat=True)
    )
    due = due_in(shop)
    due_pks = set(due.filter(pk__in=[row.pk for row in page]).values_list("pk", flat=True))
    return CustomersOut(
        customers=tuple(
            CustomerRow(
                id=row.pk,
                name=row.name,
                tickets=row.ticket_count,
                sessions=row.session_count,
                orders=orders[row.pk],
                last=row.last.date(),
                consent_at=row.consent_at,
                guardian=row.guardian,
                due=row.pk in due_pks,
            )
            for row in page
        ),
        count=count,
        due=due.count(),
        keep_months=shop.keep_months,
        next=f"{page[-1].name}#{page[-1].pk}" if len(found) > PAGE else None,
    )


def plain(name: str) -> str:
    """A name without case, accents and blanks."""
    apart = unicodedata.normalize("NFKD", name.casefold())
    return "".join(sign for sign in apart if sign.isalnum())


def _twins(surfer: Surfer) -> tuple[Twin, ...]:
    own = plain(surfer.name)
    if not own:
        return ()
    others = there(surfer.shop).exclude(pk=surfer.pk).filter(name__istartswith=surfer.name[:1])
    rows = others.annotate(count=Count("fittings")).values_list("pk", "name", "count")
    return tuple(Twin(id=pk, name=name, tickets=n) for pk, name, n in rows if plain(name) == own)


def board_of(fitting: Fitting) -> Board | None:
    """The board that was put on the bench for somebody."""
    if fitting.typed_board:
        return parse(Board, fitting.typed_board, "typed_board")
    return fitting.bench_board.document() if fitting.bench_board else None


def _visits(rows: Rows) -> tuple[Visit, ...]:
    ordered = dict(rows.orders.order_by("pk").values_list("fitting_id", "state"))
    made = []
    for row in (
        rows.fittings.filter(thrown_at__isnull=True)
        .select_related("bench_board", "surf_break")
        .order_by("-created_at")
    ):
        board = board_of(row)
        made.append(
            Visit(
                fitting_id=row.pk,
                day=row.created_at.date(),
                place=row.surf_break.name if row.surf_break else str(row.water.get("name") or ""),
                board=(board.name or board.family) if board else "",
                line=dims_of(board) if board else None,
                litres=row.target_l,
                order=ordered.get(row.pk, ""),
            )
        )
    return tuple(made)


def customer_out(surfer: Surfer) -> CustomerOut:
    """A customer as they are sent."""
    rows = rows_of(surfer)
    return CustomerOut(
        id=surfer.pk,
        name=surfer.name,
        notes=surfer.notes,
        guardian=surfer.guardian,
        consent_at=surfer.consent_at,
        child=surfer.age is not None and surfer.age < ADULT,
        age=surfer.age,
        visits=_visits(rows),
        sessions=rows.sessions.count(),
        loans=rows.loans.count(),
        twins=_twins(surfer),
        open_orders=rows.orders.exclude(state__in=DONE).count(),
        bought=bought_by(surfer.shop, surfer.pk),
    )


def customer_document(surfer: Surfer) -> CustomerDocument:
    """All that is kept of a customer."""
    rows = rows_of(surfer)
    tickets = rows.fittings.select_related("bench_board", "surfer").order_by("created_at")
    visits = []
    for row in tickets:
        facts, water = row.documents()
        visits.append(
            ExportVisit(
                opened=row.created_at, facts=facts, water=water, target_l=row.target_l, board=board_of(row)
            )
        )
    last = tickets.last()
    return CustomerDocument(
        shop=surfer.shop.name,
        name=surfer.name,
        notes=surfer.notes,
        guardian=surfer.guardian,
        consent_at=surfer.consent_at,
        made_on=timezone.now().date(),
        visits=tuple(visits),
        boards=tuple(row.document() for row in rows.boards),
        orders=tuple(
            ExportOrder(
                made=row.created_at,
                state=row.state,
                board=row.document(),
                price=None if row.price is None else float(row.price),
                deposit=None if row.deposit is None else float(row.deposit),
                note=row.note,
                due=row.due,
            )
            for row in rows.orders
        ),
        sessions=log_document(last).sessions if last else (),
        bought=tuple(
            ExportSale(
                sold=row.sold_at,
                board=row.document(),
                price=None if row.price is None else float(row.price),
                back=row.back_at,
                back_as=row.back_as,
                note=row.back_note,
            )
            for row in rows.sales
        ),
        loans=tuple(
            ExportLoan(board=row.lent(), out=row.out_at, due=row.due, back=row.back_at, felt=row.felt)
            for row in rows.loans
        ),
        tracks=tuple(
            ExportTrack(name=row.name, text=row.raw().decode("utf-8", "replace")) for row in rows.tracks
        ),
    )
