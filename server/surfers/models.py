"""Surfers as they were last known; a fitting keeps its own copy of what was said then."""

from typing import Any

from django.db import models
from django.db.models import Q

from accounts.models import ShopOwned


class Surfer(ShopOwned):
    """A person who comes to be fitted. Facts not said are null.

    ``learned``: what their sessions have taught (``Learned``), ``learned_breaks`` by the number of a break
    the factor on the waves that it offers; used unless ``learns`` is off. Sessions before ``learns_from``
    teach nothing. ``consent_at``: when they, or the guardian of a child, said that they may be kept;
    ``erased_at``: the month in which the person was erased, and this became a figure of nobody."""

    name = models.CharField(max_length=80, blank=True)
    mass_kg = models.FloatField(null=True)
    height_m = models.FloatField(null=True)
    age = models.PositiveSmallIntegerField(null=True)
    rung = models.CharField(max_length=20, null=True)
    fitness = models.CharField(max_length=8, null=True)
    sessions_month = models.FloatField(null=True)
    foot_weight = models.CharField(max_length=8, null=True)
    present_board = models.JSONField(null=True)
    learned = models.JSONField(null=True)
    learned_breaks = models.JSONField(default=dict)
    learns = models.BooleanField(default=True)
    learns_from = models.DateTimeField(null=True)
    notes = models.TextField(blank=True)
    guardian = models.CharField(max_length=80, blank=True)
    consent_at = models.DateField(null=True)
    erased_at = models.DateTimeField(null=True)
    updated_at = models.DateTimeField(auto_now=True)

    class Meta:
        indexes = [models.Index(fields=["shop", "name"])]
        constraints = [
            models.CheckConstraint(
                condition=Q(mass_kg__isnull=True) | Q(mass_kg__gte=14, mass_kg__lte=200),
                name="surfer_mass_14_to_200_kg",
            ),
            models.CheckConstraint(
                condition=Q(height_m__isnull=True) | Q(height_m__gte=0.9, height_m__lte=2.3),
                name="surfer_height_90_to_230_cm",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def learned_facts(self) -> dict[str, Any]:
        """What sessions have taught, as a fact of the surfer document; nothing while that is off."""
        return {"learned": self.learned} if self.learns and self.learned else {}

    def offered_at(self, place: int | None) -> float:
        """Factor on the waves that a break offers, as their sessions there have it; 1 without any."""
        return float(self.learned_breaks.get(str(place), 1.0)) if self.learns else 1.0
