"""Load the demo shop: made-up people, boards and breaks on a made-up coast."""

import json
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from chord_core.errors import ChordError
from demo.commands import load_demo


class Command(BaseCommand):
    """Read the demo documents through the doors that anybody's go through."""

    help = "Load the demo shop once; --reset throws the old one away first."

    def add_arguments(self, parser: CommandParser) -> None:
        """Take --reset and the folder."""
        parser.add_argument("--reset", action="store_true")
        parser.add_argument("--folder", type=Path, default=None)

    def handle(self, *args: Any, **options: Any) -> None:
        """Load it, all or nothing."""
        folder = options["folder"] or Path(__file__).resolve().parents[4] / "demo"
        try:
            self.stdout.write(load_demo(folder, options["reset"]))
        except (ChordError, json.JSONDecodeError, OSError) as error:
            raise CommandError(f"the demo data was not loaded: {error}") from error
