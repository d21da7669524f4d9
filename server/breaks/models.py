"""Breaks: what waves they give, as remembered in three days, and how they lie to the sea or the river."""

from typing import Any

from django.conf import settings
from django.db import models
from django.db.models import F, Q

from accounts.models import ShopOwned
from buoys.models import Buoy
from chord_core.documents import Water, parse

KINDS = ["sea", "river", "pool", "white_water"]
#: Fields of the water document that have columns of their own.
_COLUMNS = ("name", "kind", "small_m", "usual_m", "big_m", "steepness", "duck_dive_needed")


class Break(ShopOwned):
    """A place where people surf. Face heights in metres.

    ``said``: what else is said of its water (``chord-water/1``); ``shore``, ``tide``, ``river``: documents
    of that name; ``settings``: a pool's; ``mind``: what one has to mind there, in words.
    """

    name = models.CharField(max_length=80)
    about = models.CharField(max_length=120, blank=True)
    kind = models.CharField(max_length=12, default="sea")
    small_m = models.FloatField(null=True)
    usual_m = models.FloatField(null=True)
    big_m = models.FloatField(null=True)
    steepness = models.CharField(max_length=12, null=True)
    duck_dive_needed = models.BooleanField(null=True)
    said = models.JSONField(default=dict)
    shore = models.JSONField(null=True)
    tide = models.JSONField(null=True)
    river = models.JSONField(null=True)
    settings = models.JSONField(default=list)
    mind = models.CharField(max_length=300, blank=True)
    buoy = models.ForeignKey(Buoy, on_delete=models.SET_NULL, null=True, related_name="breaks")

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
        """The break as it is remembered, a ``chord-water/1`` document."""
        own: dict[str, Any] = {name: getattr(self, name) for name in _COLUMNS}
        return parse(Water, self.said | own)

    def take(self, water: Water) -> None:
        """Put what is said of the water into its columns, all else beside them."""
        values = water.model_dump(mode="json", exclude_none=True, exclude_defaults=True)
        for name in _COLUMNS:
            setattr(self, name, getattr(water, name))
            values.pop(name, None)
        self.said = values


class Flows(models.Model):
    """What a river's gauge measured: hours since 1970 and flow [m3/s], packed as eight-byte floats."""

    place = models.OneToOneField(Break, on_delete=models.CASCADE, related_name="flows")
    packed = models.BinaryField()
    version = models.PositiveIntegerField(default=1)

    def __str__(self) -> str:
        return f"flows of {self.place}"


class Sighting(models.Model):
    """What somebody saw at a break: local day and hour, face [m], how steep."""

    place = models.ForeignKey(Break, on_delete=models.CASCADE, related_name="seen")
    day = models.DateField()
    hour = models.PositiveSmallIntegerField()
    face_m = models.FloatField()
    steepness = models.CharField(max_length=12, null=True)
    seen_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+"
    )

    class Meta:
        ordering = ["day", "hour", "pk"]
        constraints = [
            models.CheckConstraint(
                condition=Q(face_m__gte=0.1, face_m__lte=12), name="sighting_face_10_cm_to_12_m"
            ),
            models.CheckConstraint(condition=Q(hour__lte=23), name="sighting_hour_of_the_day"),
        ]

    def __str__(self) -> str:
        return f"{self.face_m:g} m on {self.day}"
