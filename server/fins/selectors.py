"""What is read of the fin wall."""

from functools import lru_cache

from accounts.models import Shop
from chord_core.documents import FinSet
from fins.documents import FinsOut
from fins.models import FinStock


def as_out(row: FinStock) -> FinsOut:
    """A row as it is sent."""
    return FinsOut(id=row.pk, version=row.version, count=row.count, fins=row.document())


def list_fins(shop: Shop) -> tuple[FinsOut, ...]:
    """The shop's sets in the order in which they came."""
    return tuple(map(as_out, FinStock.objects.of(shop)))


def fins_in_stock(shop: Shop) -> tuple[FinSet, ...]:
    """The sets that hang there, as documents."""
    hanging = FinStock.objects.of(shop).filter(count__gt=0)
    return _documents(tuple(hanging.values_list("pk", "version")))


@lru_cache(maxsize=64)
def _documents(known: tuple[tuple[int, int], ...]) -> tuple[FinSet, ...]:
    """Sets by their keys and versions, read and checked once for each state of a wall."""
    rows = FinStock.objects.in_bulk([pk for pk, _ in known])
    return tuple(rows[pk].document() for pk, _ in known if pk in rows)
