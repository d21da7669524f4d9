"""On which terms things are sold now: the shop's own in the block that sells, else the table's."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from decimal import ROUND_HALF_UP, Decimal

from chord_core.documents.terms import Terms
from chord_core.tables import tables
from chord_core.tables.gear_schema import Prices

_SHIPPED = Terms()
_terms: ContextVar[Terms | None] = ContextVar("terms", default=None)


@contextmanager
def selling(terms: Terms) -> Iterator[None]:
    """Sell on these terms until the block ends."""
    token = _terms.set(terms)
    try:
        yield
    finally:
        _terms.reset(token)


def terms() -> Terms:
    """The terms on which things are sold now."""
    return _terms.get() or _SHIPPED


def prices() -> Prices:
    """What goes with a board, at the shop's own prices where it has them."""
    own = terms().prices.model_dump(exclude_none=True)
    shipped = tables().gear.prices
    return shipped.model_copy(update=own) if own else shipped


def currency() -> str:
    """The currency in which amounts are."""
    return terms().currency or tables().gear.currency


def money(amount: float | Decimal) -> Decimal:
    """An amount to the smallest coin of the currency, a half of one upwards."""
    exact = amount if isinstance(amount, Decimal) else Decimal(repr(float(amount)))
    return exact.quantize(smallest_coin(), rounding=ROUND_HALF_UP)


def smallest_coin() -> Decimal:
    """The smallest coin of the currency: .01, or 1 where there are no cents."""
    return Decimal(1).scaleb(-tables().gear.currencies[currency()])


def tax_in(amount: Decimal) -> Decimal:
    """The tax that an amount has in it or that comes on top of it, to the smallest coin."""
    percent = terms().tax_percent
    return money(amount * percent / (100 if terms().tax_added else 100 + percent))


def with_tax(amount: Decimal) -> Decimal:
    """What is paid for an amount: with the tax where it comes on top."""
    return amount + tax_in(amount) if terms().tax_added else amount
