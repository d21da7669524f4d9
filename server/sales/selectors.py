"""What is read of sales."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from datetime import datetime
from typing import cast

import numpy as np
from django.db.models import Q, QuerySet
from django.utils import timezone
from logbook.findings import counted_session
from logbook.models import Session
from orders.models import Order
from scipy.special import ndtri

from accounts.models import Shop
from chord_core.hull.describe import dims_of
from chord_core.log.findings import Counted, ratio_of
from chord_core.tables import tables
from fittings.models import Fitting
from fittings.season import SEASON
from sales.documents import AdviceOut, AdviceRow, BackAs, RidesOver, SaleOut, SalesOut
from sales.models import Sale

#: Sales that are listed beside it.
_LISTED = 50
#: Two lengths of one board differ by less [m].
_SAME_M = 0.002


def is_hit(row: Sale) -> bool | None:
    """Whether the board was the first, or as good as the first; None where there was no answer."""
    return None if row.behind is None else row.behind <= tables().fit.either_within


def as_out(row: Sale) -> SaleOut:
    """A sale as it is sent."""
    board = row.document()
    number = row.rack_board.number if row.rack_board else ""
    return SaleOut(
        id=row.pk,
        fitting_id=row.fitting_id,
        board=" ".join(filter(None, (number, board.name or board.family))),
        line=dims_of(board),
        price=None if row.price is None else float(row.price),
        place=row.place,
        hit=is_hit(row),
        sold_at=row.sold_at,
        sold_by=row.sold_by.username if row.sold_by else "",
        back_at=row.back_at,
        back_as=cast(BackAs, row.back_as) if row.back_as else None,
        note=row.back_note,
    )


def _rows(rows: QuerySet[Sale]) -> QuerySet[Sale]:
    return rows.select_related("rack_board", "sold_by", "advised_by")


def sales_of_ticket(fitting: Fitting) -> SalesOut:
    """What was bought after a ticket."""
    return SalesOut(sales=tuple(map(as_out, _rows(Sale.objects.of(fitting.shop).filter(fitting=fitting)))))


def bought_by(shop: Shop, surfer_id: int) -> tuple[SaleOut, ...]:
    """What a surfer bought, the newest first."""
    return tuple(map(as_out, _rows(Sale.objects.of(shop).filter(surfer=surfer_id))))


# -- how advice did


def advice_of(shop: Shop) -> AdviceOut:
    """How advice did over the last twelve months, in all and by advisor."""
    since = timezone.now() - SEASON
    sales = list(_rows(Sale.objects.of(shop).filter(sold_at__gte=since)))
    tickets = _by_advisor(_answered(shop, since))
    orders = _by_advisor(
        Order.objects.of(shop)
        .filter(state="collected", created_at__gte=since, fitting__isnull=False)
        .values_list("fitting__made_by__username", flat=True)
    )
    by_name: dict[str, list[Sale]] = {}
    for one in sales:
        by_name.setdefault(one.advised_by.username if one.advised_by else "", []).append(one)
    people = sorted(name for name in {*tickets, *orders, *by_name} if name)
    ridden = _ridden(shop, sales)

    def row(who: str, mine: Sequence[Sale]) -> AdviceRow:
        ordered = sum(orders.values()) if not who else orders.get(who, 0)
        answered = [is_hit(one) for one in mine if one.behind is not None]
        return AdviceRow(
            who=who,
            tickets=sum(tickets.values()) if not who else tickets.get(who, 0),
            bought=len({one.fitting_id or -one.pk for one in mine}) + ordered,
            from_rack=len(answered),
            hits=sum(map(bool, answered)),
            came_back=sum(one.back_as in (Sale.RETURNED, Sale.EXCHANGED) for one in mine),
            ridden=_kept([counted for one in mine for counted in ridden.get(one.pk, ())]),
        )

    rows = (row("", sales), *(row(who, by_name.get(who, [])) for who in people))
    return AdviceOut(rows=rows, sales=tuple(map(as_out, sales[:_LISTED])))


def _answered(shop: Shop, since: datetime) -> Iterable[str | None]:
    known = Q(facts__has_key="mass_kg") & Q(facts__has_key="rung")
    rows = Fitting.objects.of(shop).filter(known, created_at__gte=since)
    return rows.values_list("made_by__username", flat=True)


def _by_advisor(names: Iterable[str | None]) -> dict[str, int]:
    counts: dict[str, int] = {}
    for name in names:
        counts[name or ""] = counts.get(name or "", 0) + 1
    return counts


def _ridden(shop: Shop, sales: Sequence[Sale]) -> dict[int, list[Counted]]:
    """Sessions that were counted on boards that were bought, by sale."""
    sold: dict[int, list[Sale]] = {}
    for sale in sales:
        sold.setdefault(sale.surfer_id, []).append(sale)
    rows = Session.objects.of(shop).filter(surfer__in=sold, rides__isnull=False, rider="")
    found: dict[int, list[Counted]] = {}
    for session in rows.select_related("surfer", "surf_break"):
        for sale in sold[session.surfer_id]:
            alike = abs(session.board["length_m"] - sale.board["length_m"]) < _SAME_M
            if alike and session.started_at >= sale.sold_at and (one := counted_session(session)):
                found.setdefault(sale.pk, []).append(one)
    return found


def _kept(rows: Sequence[Counted]) -> RidesOver | None:
    if not rows:
        return None
    middle, sd = ratio_of(rows)
    far = float(ndtri(0.9)) * sd
    low, mid, high = (round(float(np.exp(middle + way * far)), 3) for way in (-1, 0, 1))
    return RidesOver(sessions=len(rows), surfers=len({row.who for row in rows}), ratio=(low, mid, high))
