"""``./chord backup FILE``: the whole database as one file."""

from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError, CommandParser

from upkeep.backup import BackupError, back_up

_NAMED = "chord-%Y%m%d-%H%M%S.backup"


class Command(BaseCommand):
    """Writes a backup."""

    help = "Write the whole database to a file, or to a folder, under the time of day, keeping the newest."

    def add_arguments(self, parser: CommandParser) -> None:
        """Where to, and how many are kept in a folder."""
        parser.add_argument("file", type=Path, help="the file, or a folder that is there")
        parser.add_argument("--keep", type=int, help="in a folder: delete all of ours but the newest so many")

    def handle(self, *args: Any, **options: Any) -> None:
        """Write it; say what is in it."""
        given: Path = options["file"].absolute()
        keep: int | None = options["keep"]
        if keep is not None and (keep < 1 or not given.is_dir()):
            raise CommandError("--keep takes a number from 1, with a folder that is there")
        file = given / datetime.now(UTC).strftime(_NAMED) if given.is_dir() else given
        try:
            manifest = back_up(file, lambda line: self.stdout.write(f"  {line}"))
        except (BackupError, OSError) as error:
            raise CommandError(str(error)) from error
        rows = sum(int(seen.split(":")[0]) for seen in manifest["tables"].values())
        if keep is not None:
            for old in sorted(given.glob("chord-*-*.backup"))[:-keep]:
                old.unlink()
        self.stdout.write(
            f"{file}: {file.stat().st_size / 2**20:.1f} MB, {rows} rows of {len(manifest['tables'])} tables, "
            f"by Chord {manifest['version']}."
        )
