"""``manage.py fill_rack``: a large rack for the demo shop, to measure with."""

from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandParser

from demo.commands import fill_rack


class Command(BaseCommand):
    """Hang many boards."""

    help = "Hang boards into the demo shop until it has so many."

    def add_arguments(self, parser: CommandParser) -> None:
        """How many."""
        parser.add_argument("count", type=int)

    def handle(self, *args: Any, **options: Any) -> None:
        """Hang them and say how many there are."""
        self.stdout.write(fill_rack(Path(settings.ROOT) / "demo", options["count"]))
