"""Changes as the database itself writes them down."""

from django.db import models


class Change(models.Model):
    """One record that was made, changed or removed. Written by a trigger, so nothing comes past it; never
    changed, and there when the record is gone. ``before`` and ``after`` hold what differs, all of it where
    the record was made or removed. ``shop`` and ``person`` are plain numbers: they outlive both."""

    MADE, CHANGED, REMOVED = "made", "changed", "removed"

    at = models.DateTimeField()
    shop = models.BigIntegerField(null=True)
    person = models.BigIntegerField(null=True)
    who = models.CharField(max_length=150, blank=True)
    table = models.CharField(max_length=63)
    row = models.BigIntegerField()
    did = models.CharField(max_length=7)
    before = models.JSONField(null=True)
    after = models.JSONField(null=True)

    class Meta:
        ordering = ["-pk"]
        indexes = [
            models.Index(fields=["shop", "-id"], name="trail_of_shop"),
            models.Index(fields=["table", "row"], name="trail_of_row"),
        ]

    def __str__(self) -> str:
        return f"{self.table} {self.row} {self.did}"
