"""The fin wall: sets of fins as they hang in the shop, and how many of each."""

from django.db import models

from accounts.models import ShopOwned
from chord_core.documents import FinSet, parse

_COLUMNS = ("name", "setup", "box", "size", "flex", "template", "price")


class FinStock(ShopOwned):
    """Sets of fins that are alike: what one is known by as columns, its fins beside them. ``count`` is how
    many hang there; none is sold out, and the row stays. ``version`` counts changes."""

    name = models.CharField(max_length=80)
    setup = models.CharField(max_length=30)
    box = models.CharField(max_length=20)
    size = models.CharField(max_length=2, null=True)
    flex = models.CharField(max_length=10)
    template = models.CharField(max_length=80, blank=True)
    price = models.FloatField(null=True)
    count = models.PositiveIntegerField(default=1)
    version = models.PositiveIntegerField(default=1)
    details = models.JSONField(default=dict)

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(fields=["shop", "name"], name="fins_name_once_a_shop"),
            models.CheckConstraint(
                condition=models.Q(price__isnull=True) | models.Q(price__gte=0, price__lte=2000),
                name="fins_price_0_to_2000",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def document(self) -> FinSet:
        """The set as a ``chord-fins/1`` document."""
        return parse(FinSet, {name: getattr(self, name) for name in _COLUMNS} | self.details)

    def take(self, document: FinSet) -> None:
        """Fill the row from a document."""
        for name in _COLUMNS:
            setattr(self, name, getattr(document, name))
        self.details = document.model_dump(mode="json", exclude=set(_COLUMNS), exclude_none=True)
