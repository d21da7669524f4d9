"""The rack: boards as they are measured and labelled. What is computed is never stored as truth: the
``drawn_`` columns are what the core made of a board, kept so that a large rack can be searched by them."""

from datetime import date
from typing import ClassVar

from django.conf import settings
from django.contrib.postgres.indexes import GinIndex
from django.db import models
from django.db.models import Q
from django.utils import timezone

from accounts.models import ShopManager, ShopOwned
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
    "build",
    "condition",
    "fins_included",
    "pad",
    "colour",
)


def today() -> date:
    """The day that it is here."""
    return timezone.localdate()


class HangingBoards(ShopManager["Board"]):
    """Boards that hang in a rack: not those that were sold or taken down."""

    def get_queryset(self) -> models.QuerySet["Board"]:
        """Only what hangs."""
        return super().get_queryset().filter(left_at__isnull=True)


class Board(ShopOwned):
    """A board of the shop: the main measures as columns, the rest of its document beside them.

    ``number`` is the shop's own, once in a shop where it is given; ``hung_on`` the day it came. ``version``
    counts changes. ``drawn_with`` names what the ``drawn_`` columns were made with; where it is not that of
    today they are made again before anybody searches by them. ``words`` are name, number, colour and family
    in small letters. ``left_at`` and ``left_as``: when a board was sold or taken down; it is kept, so that it
    can be hung again and its history is not lost. ``reserved``: it came for somebody who ordered it; it is
    measured and collected, and offered to nobody else."""

    LEFT_AS = [("sold", "sold"), ("taken down", "taken down")]

    number = models.CharField(max_length=40, blank=True)
    hung_on = models.DateField(default=today)
    version = models.PositiveIntegerField(default=1)
    reserved = models.BooleanField(default=False)
    name = models.CharField(max_length=80, blank=True)
    family = models.CharField(max_length=30)
    length_m = models.FloatField()
    width_m = models.FloatField()
    thickness_m = models.FloatField()
    stated_litres = models.FloatField(null=True)
    price = models.FloatField(null=True)
    stock = models.CharField(max_length=8, null=True)
    build = models.CharField(max_length=40, null=True)
    condition = models.FloatField(null=True)
    fins_included = models.BooleanField(null=True)
    pad = models.BooleanField(null=True)
    colour = models.CharField(max_length=40, null=True)
    details = models.JSONField(default=dict)
    updated_at = models.DateTimeField(auto_now=True)
    box_type = models.CharField(max_length=40, blank=True)
    words = models.CharField(max_length=220, blank=True)
    drawn_with = models.CharField(max_length=24, blank=True)
    drawn_litres = models.FloatField(default=0)
    drawn_nose_width_m = models.FloatField(default=0)
    drawn_tail_width_m = models.FloatField(default=0)
    drawn_nose_rocker_m = models.FloatField(default=0)
    drawn_tail_rocker_m = models.FloatField(default=0)
    drawn_mass_kg = models.FloatField(default=0)
    left_at = models.DateTimeField(null=True)
    left_as = models.CharField(max_length=10, choices=LEFT_AS, blank=True)

    objects: ClassVar[HangingBoards] = HangingBoards()
    every: ClassVar[ShopManager["Board"]] = ShopManager()

    class Meta:
        ordering = ["pk"]
        indexes = [
            models.Index(fields=["shop", "family"]),
            models.Index(fields=["shop", "drawn_litres"]),
            models.Index(fields=["shop", "length_m"]),
            models.Index(fields=["shop", "price"]),
            models.Index(fields=["shop", "hung_on"]),
            models.Index(fields=["shop", "drawn_with"]),
            GinIndex(fields=["words"], opclasses=["gin_trgm_ops"], name="board_words_trigrams"),
        ]
        constraints = [
            models.CheckConstraint(condition=Q(length_m__gte=1.2, length_m__lte=3.82), name="board_length_m"),
            models.CheckConstraint(condition=Q(width_m__gte=0.38, width_m__lte=0.90), name="board_width_m"),
            models.CheckConstraint(
                condition=Q(thickness_m__gte=0.038, thickness_m__lte=0.16), name="board_thickness_m"
            ),
            models.CheckConstraint(
                condition=Q(stated_litres__isnull=True) | Q(stated_litres__gte=5, stated_litres__lte=300),
                name="board_litres_5_to_300",
            ),
            models.UniqueConstraint(
                fields=["shop", "number"],
                condition=~Q(number="") & Q(left_at__isnull=True),
                name="board_number_once_a_shop",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def document(self) -> Document:
        """The board as a ``chord-board/1`` document."""
        return parse(Document, {name: getattr(self, name) for name in _COLUMNS} | self.details)

    def take(self, document: Document) -> None:
        """Fill the row from a document; what is drawn of it is another's to make."""
        for name in _COLUMNS:
            setattr(self, name, getattr(document, name))
        self.box_type = document.fins.box_type or ""
        self.drawn_with = ""
        self.details = document.model_dump(
            mode="json", exclude=set(_COLUMNS), exclude_unset=True, exclude_none=True
        )


class BoardEvent(models.Model):
    """What happened to a board in the shop: hung, measured, marked down. Written once, never changed."""

    board = models.ForeignKey(Board, on_delete=models.CASCADE, related_name="events")
    at = models.DateTimeField(auto_now_add=True)
    person = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+"
    )
    says = models.CharField(max_length=300)

    class Meta:
        ordering = ["-at", "-pk"]
        indexes = [models.Index(fields=["board", "-at"])]

    def __str__(self) -> str:
        return self.says
