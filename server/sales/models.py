"""Boards of the rack that were sold to the surfer of a ticket."""

from __future__ import annotations

from decimal import Decimal

from django.conf import settings
from django.db import models
from django.db.models import Q
from quivers.models import OwnedBoard

from accounts.models import ShopOwned
from chord_core.documents import Board as Document
from chord_core.documents import parse
from fittings.models import Fitting
from rack.models import Board
from surfers.models import Surfer

_MOST = Decimal(20000)


class Sale(ShopOwned):
    """A board that somebody bought.

    ``board`` as it was sold. ``place`` and ``behind``: where it stood among the boards that were open to the
    surfer, from 1, and how far its fit lay under the first one's; null where the ticket had no answer.
    ``owned``: the board in the surfer's quiver. ``back_at``, ``back_as``: when and how it came back.
    """

    RETURNED, EXCHANGED, TRADED = "returned", "exchanged", "traded in"
    BACK = (RETURNED, EXCHANGED, TRADED)

    surfer = models.ForeignKey(Surfer, on_delete=models.CASCADE, related_name="sales")
    fitting = models.ForeignKey(Fitting, on_delete=models.SET_NULL, null=True, related_name="sales")
    rack_board = models.ForeignKey(Board, on_delete=models.SET_NULL, null=True, related_name="+")
    owned = models.ForeignKey(OwnedBoard, on_delete=models.SET_NULL, null=True, related_name="+")
    board = models.JSONField()
    price = models.DecimalField(max_digits=8, decimal_places=2, null=True)
    place = models.PositiveIntegerField(null=True)
    behind = models.FloatField(null=True)
    advised_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+"
    )
    sold_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+"
    )
    sold_at = models.DateTimeField(auto_now_add=True)
    back_at = models.DateTimeField(null=True)
    back_as = models.CharField(max_length=10, blank=True)
    back_note = models.CharField(max_length=300, blank=True)

    class Meta:
        ordering = ["-pk"]
        indexes = [models.Index(fields=["shop", "-sold_at"])]
        constraints = [
            models.CheckConstraint(
                condition=Q(price__isnull=True) | Q(price__gte=0, price__lte=_MOST),
                name="sale_price_0_to_20000",
            ),
            models.CheckConstraint(
                condition=Q(back_as="", back_at__isnull=True)
                | Q(back_as__in=("returned", "exchanged", "traded in"), back_at__isnull=False),
                name="sale_back_is_known",
            ),
        ]

    def document(self) -> Document:
        """The board as it was sold."""
        return parse(Document, self.board, "board")
