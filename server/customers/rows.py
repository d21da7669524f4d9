"""All rows that belong to a customer, in one place: what is exported, merged and erased is the same."""

from __future__ import annotations

from dataclasses import dataclass

from logbook.models import BreakEvidence, Loan, Session, Taught, Track, Trial
from orders.models import Order
from quivers.models import OwnedBoard
from sales.models import Sale

from accounts.models import ShopQuerySet
from fittings.models import Fitting
from surfers.models import Surfer


@dataclass(frozen=True)
class Rows:
    """Rows of one customer."""

    fittings: ShopQuerySet[Fitting]
    orders: ShopQuerySet[Order]
    boards: ShopQuerySet[OwnedBoard]
    sessions: ShopQuerySet[Session]
    tracks: ShopQuerySet[Track]
    trials: ShopQuerySet[Trial]
    loans: ShopQuerySet[Loan]
    sales: ShopQuerySet[Sale]
    taught: ShopQuerySet[Taught]
    evidence: ShopQuerySet[BreakEvidence]


def rows_of(surfer: Surfer) -> Rows:
    """Everything of a customer, tickets that were thrown away too."""
    shop = surfer.shop
    fittings = Fitting.every.of(shop).filter(surfer=surfer)
    return Rows(
        fittings=fittings,
        orders=Order.objects.of(shop).filter(fitting__in=Fitting.every.of(shop).filter(surfer=surfer)),
        boards=OwnedBoard.objects.of(shop).filter(surfer=surfer),
        sessions=Session.objects.of(shop).filter(surfer=surfer),
        tracks=Track.objects.of(shop).filter(surfer=surfer),
        trials=Trial.objects.of(shop).filter(surfer=surfer),
        sales=Sale.objects.of(shop).filter(surfer=surfer),
        loans=Loan.objects.of(shop).filter(surfer=surfer),
        taught=Taught.objects.of(shop).filter(surfer=surfer),
        evidence=BreakEvidence.objects.of(shop).filter(surfer=surfer),
    )
