"""``manage.py work``: works the queue of jobs off until it is ended."""

from __future__ import annotations

import os
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from jobs.worker import work


class Command(BaseCommand):
    """Works the queue of jobs off."""

    help = __doc__

    def add_arguments(self, parser: CommandParser) -> None:
        """``--once``."""
        parser.add_argument("--once", action="store_true", help="end when the queue is empty")

    def handle(self, *args: Any, once: bool = False, **options: Any) -> None:
        """Work, behind those who answer at the counter."""
        os.nice(5)
        work(wait=not once)
