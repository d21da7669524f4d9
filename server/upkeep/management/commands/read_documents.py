"""``./chord manage read_documents FILE``: open documents into an empty database."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from upkeep.backup import BackupError
from upkeep.open_documents import read_documents


class Command(BaseCommand):
    """Reads what ``write_documents`` wrote."""

    help = "Read all data from open documents into an empty database: wholly, checked, or not at all."

    def add_arguments(self, parser: CommandParser) -> None:
        """Where from."""
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        """Read it; say how much it was."""
        try:
            manifest = read_documents(options["file"], lambda line: self.stdout.write(f"  {line}"))
        except (BackupError, OSError) as error:
            raise CommandError(str(error)) from error
        rows = sum(int(seen.split(":")[0]) for seen in manifest["kinds"].values())
        self.stdout.write(f"{rows} records as they were on {manifest['made_at']}; every kind checked.")
