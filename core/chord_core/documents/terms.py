"""On which terms a shop sells, ``chord-terms/1``: its currency, its tax, its own prices."""

from __future__ import annotations

from decimal import Decimal
from typing import Annotated

from pydantic import Field

from chord_core.documents.base import Document
from chord_core.documents.names import CurrencyName

Price = Annotated[float, Field(ge=0, le=2000)]


class OwnPrices(Document):
    """Prices of what goes with a board where they are the shop's own, and of hiring one for a session; the
    others are those of the table."""

    fins: Price | None = None
    leash: Price | None = None
    pad: Price | None = None
    wax: Price | None = None
    bag: Price | None = None
    kit: Price | None = None
    hire: Price | None = None


class Terms(Document):
    """What a shop sells in. ``tax_percent`` is in the prices, or comes on top of them (``tax_added``)."""

    currency: CurrencyName | None = None
    tax_percent: Annotated[Decimal, Field(ge=0, le=40, decimal_places=2)] = Decimal(0)
    tax_added: bool = False
    prices: OwnPrices = OwnPrices()
