"""Who is told."""

from __future__ import annotations

from django.conf import settings
from django.db import models
from django.utils import timezone

from accounts.models import ShopOwned


class Hook(ShopOwned):
    """An address that is told of changes.

    ``kinds`` of records; ``secret`` signs what is sent; ``cursor``: the last change that it took;
    ``failures`` since then, and when it is tried again; ``told_at``: when it took something last.
    """

    name = models.CharField(max_length=80)
    url = models.CharField(max_length=300)
    kinds = models.JSONField(default=list)
    secret = models.CharField(max_length=64)
    cursor = models.BigIntegerField(default=0)
    failures = models.PositiveIntegerField(default=0)
    next_at = models.DateTimeField(default=timezone.now)
    told_at = models.DateTimeField(null=True)
    problem = models.CharField(max_length=200, blank=True)
    made_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+"
    )
    made_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["pk"]
        constraints = [models.UniqueConstraint(fields=["shop", "name"], name="hook_once_a_shop")]

    def __str__(self) -> str:
        return self.name
