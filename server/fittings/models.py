"""Fittings: what was said and chosen. The answer is computed again, never stored."""

from typing import ClassVar

from django.conf import settings
from django.db import models
from django.db.models import Q

from accounts.models import ShopManager, ShopOwned
from breaks.models import Break
from chord_core.documents import Surfer as Facts
from chord_core.documents import Water, parse
from chord_core.tables import tables
from rack.models import Board
from surfers.models import Surfer


class KeptFittings(ShopManager["Fitting"]):
    """Tickets that were not thrown away."""

    def get_queryset(self) -> models.QuerySet["Fitting"]:
        """Only what is kept."""
        return super().get_queryset().filter(thrown_at__isnull=True)


class Fitting(ShopOwned):
    """One surfer's ticket: their facts and water as said this time, the target, what is on the bench.

    ``version`` counts changes, so that two people at one ticket do not overwrite each other.
    ``tables_version`` names the tables of numbers with which the answer was last made. ``thrown_at``: when it
    was thrown away; it can be taken back.
    """

    surfer = models.ForeignKey(Surfer, on_delete=models.CASCADE, related_name="fittings")
    surf_break = models.ForeignKey(Break, on_delete=models.SET_NULL, null=True, related_name="+")
    facts = models.JSONField(default=dict)
    water = models.JSONField(default=dict)
    pinned = models.JSONField(null=True)
    gear = models.JSONField(default=dict)
    target_l = models.FloatField(null=True)
    bench_board = models.ForeignKey(Board, on_delete=models.SET_NULL, null=True, related_name="+")
    typed_board = models.JSONField(null=True)
    tables_version = models.CharField(max_length=12)
    version = models.PositiveIntegerField(default=1)
    made_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+"
    )
    created_at = models.DateTimeField(auto_now_add=True)
    updated_at = models.DateTimeField(auto_now=True)
    thrown_at = models.DateTimeField(null=True)

    objects: ClassVar[KeptFittings] = KeptFittings()
    every: ClassVar[ShopManager["Fitting"]] = ShopManager()
    read_along = ("surfer",)

    class Meta:
        ordering = ["pk"]
        indexes = [models.Index(fields=["shop", "-updated_at"])]
        constraints = [
            models.CheckConstraint(
                condition=Q(target_l__isnull=True) | Q(target_l__gte=5, target_l__lte=300),
                name="fitting_target_5_to_300_l",
            ),
            models.CheckConstraint(
                condition=Q(bench_board__isnull=True) | Q(typed_board__isnull=True),
                name="fitting_one_board_on_the_bench",
            ),
        ]

    def documents(self) -> tuple[Facts, Water]:
        """What was said of the surfer, and of their water, with what sessions have taught of both, as checked
        documents."""
        facts = parse(Facts, self.facts | self.surfer.learned_facts(), "facts")
        return facts, self._water_offered(parse(Water, self.water, "water"))

    def _water_offered(self, water: Water) -> Water:
        """The water with as many waves as sessions at its break have seen."""
        ratio = self.surfer.offered_at(self.surf_break_id)
        if ratio == 1.0 or water.kind == "river":
            return water
        said = water.waves_per_hour or tables().waves.offered_an_hour
        return water.model_copy(update={"waves_per_hour": min(max(float(said) * ratio, 1.0), 2000.0)})
