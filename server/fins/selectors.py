"""What is read of the fin wall."""

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
    return tuple(row.document() for row in FinStock.objects.of(shop).filter(count__gt=0))
