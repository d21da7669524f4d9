"""What changed since, for programs that keep a copy: which records, not what is in them."""

from __future__ import annotations

from typing import cast, get_args

from django.db import connection

from accounts.models import Shop
from trail.documents import ChangesAsked, ChangesOut, Did, Kind, Noted
from trail.models import Change

#: Tables whose changes are told, and what is in them.
FED: dict[str, Kind] = {
    "rack_board": "board",
    "fins_finstock": "fins",
    "breaks_break": "break",
    "orders_order": "order",
    "fittings_fitting": "ticket",
    "sales_sale": "sale",
}
#: The oldest transaction of this database that writes and is not over; the next one where there is none.
_HORIZON = """
SELECT coalesce(
  (SELECT backend_xid::text FROM pg_stat_activity
    WHERE datname = current_database() AND backend_xid IS NOT NULL ORDER BY age(backend_xid) DESC LIMIT 1),
  mod(pg_snapshot_xmax(pg_current_snapshot())::text::bigint, 4294967296)::text)
"""


def _horizon() -> str:
    """The transaction before which all is over.

    Changes get their numbers before they stand: one that lasts may have a smaller number than one that is
    over already. Nothing is told before all that began earlier is over; this is asked in a statement of its
    own, so that what it finds over is seen by the next.
    """
    with connection.cursor() as cursor:
        cursor.execute(_HORIZON)
        return str(cursor.fetchone()[0])


def changes_since(shop: Shop, asked: ChangesAsked) -> ChangesOut:
    """Changes of a shop behind one that is known, in their order; each is told once."""
    horizon = _horizon()
    kinds = asked.kinds or get_args(Kind)
    tables = [table for table, kind in FED.items() if kind in kinds]
    rows = Change.objects.filter(shop=shop.pk, table__in=tables, pk__gt=asked.after).order_by("pk")
    found = list(rows.extra(where=["age(xmin) > age(%s::xid)"], params=[horizon])[: asked.limit + 1])
    told = found[: asked.limit]
    return ChangesOut(
        changes=tuple(map(_noted, told)),
        next=told[-1].pk if told else asked.after,
        more=len(found) > len(told),
    )


def _noted(row: Change) -> Noted:
    return Noted(id=row.pk, at=row.at, kind=FED[row.table], row=row.row, did=cast(Did, row.did))
