"""Work that takes longer than an answer: what was asked for, how far it is, what came of it."""

from __future__ import annotations

from django.conf import settings
from django.db import models

from accounts.models import ShopOwned


class Job(ShopOwned):
    """A piece of long work for a shop, cut into parts.

    ``items`` says what each part is about; ``done`` counts the parts that are finished, in their order;
    ``tries`` counts runs that ended in an error since the last part that did not.
    """

    WAITING, RUNNING, DONE, STOPPED, FAILED = "waiting", "running", "done", "stopped", "failed"
    OPEN = (WAITING, RUNNING)

    kind = models.CharField(max_length=40)
    asks = models.JSONField(default=dict)
    items = models.JSONField(default=list)
    done = models.PositiveIntegerField(default=0)
    tries = models.PositiveSmallIntegerField(default=0)
    state = models.CharField(max_length=8, default=WAITING)
    result = models.JSONField(null=True)
    problem = models.TextField(blank=True)
    made_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+"
    )
    made_at = models.DateTimeField(auto_now_add=True)
    ended_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["-pk"]

    def __str__(self) -> str:
        return f"{self.kind} {self.done} of {len(self.items)}"


class JobPart(models.Model):
    """What came of one part of a job. Each can be written once only: the database sees to it."""

    job = models.ForeignKey(Job, on_delete=models.CASCADE, related_name="parts")
    place = models.PositiveIntegerField()
    says = models.JSONField(null=True)

    class Meta:
        ordering = ["place"]
        constraints = [models.UniqueConstraint(fields=["job", "place"], name="part_once")]

    def __str__(self) -> str:
        return f"{self.job_id}: {self.place}"
