"""What is done to customers by the clock."""

from __future__ import annotations

from procrastinate.contrib.django import app

from accounts.models import Shop
from customers.commands import erase_due


@app.periodic(cron="20 3 * * *")
@app.task(name="customers.erase_due", queue="jobs", queueing_lock="customers.erase_due")
def erase_whose_time_is_over(timestamp: int) -> None:
    """Every night, in every shop that says how long it keeps customers, those who were away for longer."""
    for shop in Shop.objects.filter(keep_months__isnull=False):
        erase_due(shop)
