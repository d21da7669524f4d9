"""Surfers as they were last known; a fitting keeps its own copy of what was said then."""

from django.db import models
from django.db.models import Q

from accounts.models import ShopOwned


class Surfer(ShopOwned):
    """A person who comes to be fitted. Facts not said are null."""

    name = models.CharField(max_length=80, blank=True)
    mass_kg = models.FloatField(null=True)
    height_m = models.FloatField(null=True)
    age = models.PositiveSmallIntegerField(null=True)
    rung = models.CharField(max_length=20, null=True)
    fitness = models.CharField(max_length=8, null=True)
    sessions_month = models.FloatField(null=True)
    foot_weight = models.CharField(max_length=8, null=True)
    present_board = models.JSONField(null=True)
    updated_at = models.DateTimeField(auto_now=True)

    class Meta:
        indexes = [models.Index(fields=["shop", "name"])]
        constraints = [
            models.CheckConstraint(
                condition=Q(mass_kg__isnull=True) | Q(mass_kg__gte=15, mass_kg__lte=200),
                name="surfer_mass_15_to_200_kg",
            ),
            models.CheckConstraint(
                condition=Q(height_m__isnull=True) | Q(height_m__gte=0.9, height_m__lte=2.3),
                name="surfer_height_90_to_230_cm",
            ),
        ]

    def __str__(self) -> str:
        return self.name
