"""Buoys of the shop, and what they measured: hours packed by the month."""

from uuid import uuid4

from django.db import models
from django.db.models import Q

from accounts.models import ShopOwned


class Buoy(ShopOwned):
    """A buoy. ``station``: its name at the service that is polled, empty for one that is only read from
    files. ``stamp`` is another one whenever its hours are."""

    name = models.CharField(max_length=80)
    station = models.SlugField(max_length=40, blank=True)
    depth_m = models.FloatField(null=True)
    stamp = models.UUIDField(default=uuid4)
    polled_at = models.DateTimeField(null=True)
    poll_says = models.CharField(max_length=200, blank=True)

    class Meta:
        ordering = ["name"]
        constraints = [
            models.UniqueConstraint(fields=["shop", "name"], name="buoy_name_once_a_shop"),
            models.CheckConstraint(
                condition=Q(depth_m__isnull=True) | Q(depth_m__gt=0, depth_m__lte=6000),
                name="buoy_depth_up_to_6000_m",
            ),
        ]

    def __str__(self) -> str:
        return self.name


class BuoyMonth(models.Model):
    """A calendar month (UTC) of a buoy: its hours as packed columns (``buoys.codec``)."""

    buoy = models.ForeignKey(Buoy, on_delete=models.CASCADE, related_name="months")
    month = models.DateField()
    packed = models.BinaryField()

    class Meta:
        ordering = ["month"]
        constraints = [
            models.UniqueConstraint(fields=["buoy", "month"], name="buoy_month_once"),
            models.CheckConstraint(condition=Q(month__day=1), name="buoy_month_begins_on_the_first"),
        ]

    def __str__(self) -> str:
        return f"{self.month:%Y-%m}"
