"""The rack: boards as they are measured and labelled. What is computed is never stored."""

from django.db import models
from django.db.models import Q

from accounts.models import ShopOwned
from chord_core.documents import Board as Document
from chord_core.documents import parse

_COLUMNS = (
    "name",
    "family",
    "length_m",
    "width_m",
    "thickness_m",
    "stated_litres",
    "price",
    "stock",
)


class Board(ShopOwned):
    """A board of the shop: the main measures as columns, the rest of its document beside them."""

    name = models.CharField(max_length=80, blank=True)
    family = models.CharField(max_length=30)
    length_m = models.FloatField()
    width_m = models.FloatField()
    thickness_m = models.FloatField()
    stated_litres = models.FloatField(null=True)
    price = models.FloatField(null=True)
    stock = models.CharField(max_length=8, null=True)
    details = models.JSONField(default=dict)
    updated_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["pk"]
        indexes = [models.Index(fields=["shop", "family"])]
        constraints = [
            models.CheckConstraint(condition=Q(length_m__gte=1.2, length_m__lte=3.82), name="board_length_m"),
            models.CheckConstraint(condition=Q(width_m__gte=0.38, width_m__lte=0.90), name="board_width_m"),
            models.CheckConstraint(
                condition=Q(thickness_m__gte=0.038, thickness_m__lte=0.14), name="board_thickness_m"
            ),
            models.CheckConstraint(
                condition=Q(stated_litres__isnull=True) | Q(stated_litres__gte=5, stated_litres__lte=300),
                name="board_litres_5_to_300",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def document(self) -> Document:
        """The board as a ``chord-board/1`` document."""
        return parse(Document, {name: getattr(self, name) for name in _COLUMNS} | self.details)

    def take(self, document: Document) -> None:
        """Fill the row from a document."""
        for name in _COLUMNS:
            setattr(self, name, getattr(document, name))
        self.details = document.model_dump(
            mode="json", exclude=set(_COLUMNS), exclude_unset=True, exclude_none=True
        )
