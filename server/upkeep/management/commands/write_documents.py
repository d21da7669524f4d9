"""``./chord manage write_documents FILE``: all data as open documents."""

from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from upkeep.backup import BackupError
from upkeep.open_documents import write_documents


class Command(BaseCommand):
    """Writes all records as JSON lines in a zip."""

    help = "Write all data as open documents: a zip of JSON lines, a file for each kind of record."

    def add_arguments(self, parser: CommandParser) -> None:
        """Where to."""
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        """Write it; say how much it is."""
        file: Path = options["file"].absolute()
        try:
            manifest = write_documents(file, lambda line: self.stdout.write(f"  {line}"))
        except (BackupError, OSError) as error:
            raise CommandError(str(error)) from error
        rows = sum(int(seen.split(":")[0]) for seen in manifest["kinds"].values())
        self.stdout.write(f"{file}: {rows} records of {len(manifest['kinds'])} kinds.")
