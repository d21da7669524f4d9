"""How the numbers of a shop came to be what they are."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from accounts.models import ShopOwned


class Revision(ShopOwned):
    """Numbers that were changed together: why, by whom, when. Never changed; undone by another one.

    ``changes``: by the place of each number what it was and what it became, null for the one that ships.
    ``own``: all numbers of the shop after it. ``shipped`` and ``version``: fingerprints of the tables that
    shipped then, and of those with the shop's own numbers laid over them.
    """

    at = models.DateTimeField(auto_now_add=True)
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+")
    reason = models.CharField(max_length=300)
    changes = models.JSONField()
    own = models.JSONField()
    shipped = models.CharField(max_length=12)
    version = models.CharField(max_length=12)
    undoes = models.OneToOneField("self", on_delete=models.PROTECT, null=True, related_name="undone_by")

    class Meta:
        ordering = ["-pk"]
        indexes = [models.Index(fields=["shop", "version"])]

    def __str__(self) -> str:
        return f"{len(self.changes)} numbers: {self.reason}"
