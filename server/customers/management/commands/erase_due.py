"""``./chord manage erase_due``: customers whose time is over, in every shop that set one."""

from typing import Any

from django.core.management.base import BaseCommand

from accounts.models import Shop
from customers.commands import erase_due


class Command(BaseCommand):
    """Erases those for whom nothing was done for longer than their shop keeps people."""

    help = "Erase customers whose time is over, in every shop that says how long it keeps them."

    def handle(self, *args: Any, **options: Any) -> None:
        """Go through the shops."""
        for shop in Shop.objects.filter(keep_months__isnull=False):
            done, waiting = erase_due(shop)
            self.stdout.write(
                f"{shop.name}: {done} erased, {waiting} wait for an open order or a board that is out."
            )
