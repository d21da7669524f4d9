"""Sets of fins come onto the wall, change and go: the only place that writes rows of it."""

from collections.abc import Iterable

from django.db import IntegrityError, transaction

from accounts.models import Shop
from api_tools.errors import Stale
from chord_core.errors import ChordError
from fins.documents import FinsIn, FinsPut, Read
from fins.models import FinStock
from fins.selectors import as_out

_ONCE = "fins_name_once_a_shop"


def _save(row: FinStock) -> FinStock:
    """Write a row.

    Raises:
        ChordError: another set has its name.
    """
    try:
        with transaction.atomic():
            row.save()
    except IntegrityError as error:
        if _ONCE not in str(error):
            raise
        raise ChordError("fins.name", row.name, f"another set on the wall is called {row.name}") from error
    return row


def add_fins(shop: Shop, given: FinsIn) -> FinStock:
    """Hang a set.

    Raises:
        ChordError: another set has its name.
    """
    row = FinStock(shop=shop, count=given.count)
    row.take(given.fins)
    return _save(row)


@transaction.atomic
def change_fins(shop: Shop, pk: int, given: FinsPut) -> FinStock:
    """Change a set.

    Raises:
        FinStock.DoesNotExist: this shop has no such set.
        Stale: somebody changed it since ``given.version``; nothing is written.
        ChordError: another set has its name.
    """
    row = FinStock.objects.of(shop).select_for_update().get(pk=pk)
    if row.version != given.version:
        raise Stale(as_out(row).model_dump(mode="json"))
    row.take(given.fins)
    row.count, row.version = given.count, row.version + 1
    return _save(row)


@transaction.atomic
def keep_table(shop: Shop, rows: Iterable[Read]) -> None:
    """Write the sets of a table: those that hang here already by their name are changed.

    Raises:
        ChordError: somebody hung a set of the same name meanwhile; nothing is written.
    """
    known = {row.name: row for row in FinStock.objects.of(shop).select_for_update()}
    for read in rows:
        row = known.get(read.fins.name) or FinStock(shop=shop, version=0)
        row.take(read.fins)
        row.count, row.version = read.count, row.version + 1
        _save(row)
