"""Breaks: what waves they give, as remembered in three days."""

from django.db import models
from django.db.models import F, Q

from accounts.models import ShopOwned
from chord_core.documents import Water, parse

KINDS = ["sea", "river", "pool", "white_water"]


class Break(ShopOwned):
    """A place where people surf. Face heights in metres."""

    name = models.CharField(max_length=80)
    about = models.CharField(max_length=120, blank=True)
    kind = models.CharField(max_length=12, default="sea")
    small_m = models.FloatField(null=True)
    usual_m = models.FloatField(null=True)
    big_m = models.FloatField(null=True)
    steepness = models.CharField(max_length=12, null=True)
    duck_dive_needed = models.BooleanField(null=True)

    class Meta:
        ordering = ["name"]
        constraints = [
            models.UniqueConstraint(fields=["shop", "name"], name="break_name_once_a_shop"),
            models.CheckConstraint(condition=Q(kind__in=KINDS), name="break_kind_known"),
            models.CheckConstraint(
                condition=(Q(small_m__isnull=True) | Q(usual_m__isnull=True) | Q(small_m__lt=F("usual_m")))
                & (Q(big_m__isnull=True) | Q(usual_m__isnull=True) | Q(usual_m__lt=F("big_m"))),
                name="break_days_in_order",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def document(self) -> Water:
        """The break as a ``chord-water/1`` document."""
        fields = ("name", "kind", "small_m", "usual_m", "big_m", "steepness", "duck_dive_needed")
        return parse(Water, {name: getattr(self, name) for name in fields})
