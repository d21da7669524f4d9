"""Webhooks are told by the clock."""

from __future__ import annotations

from procrastinate.contrib.django import app

from hooks.commands import tell_all

#: Every so many seconds.
EVERY_S = 3


@app.periodic(cron=f"* * * * * */{EVERY_S}")
@app.task(name="hooks.tell", queue="quick", queueing_lock="hooks.tell")
def tell_of_changes(timestamp: int) -> None:
    """Tell every webhook that is due of what changed."""
    tell_all()
