"""``./chord restore FILE``: a backup in the place of what the database holds."""

from pathlib import Path
from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import ProgrammingError, connection

from accounts.models import Shop
from upkeep.backup import BackupError, restore


def _held() -> int:
    """Shops, beside the demo's, that the database holds now."""
    try:
        return Shop.objects.filter(demo=False).count()
    except ProgrammingError:
        return 0


def _others() -> int:
    """Programs that are connected to the database besides this one."""
    with connection.cursor() as cursor:
        cursor.execute(
            "SELECT count(*) FROM pg_stat_activity WHERE datname = current_database()"
            " AND backend_type = 'client backend' AND pid <> pg_backend_pid()"
        )
        return int(cursor.fetchone()[0])


class Command(BaseCommand):
    """Brings a backup back."""

    help = "Put a backup in the place of all that the database holds: wholly, checked, or not at all."

    def add_arguments(self, parser: CommandParser) -> None:
        """The file, and that one means it."""
        parser.add_argument("file", type=Path)
        parser.add_argument("--replace", action="store_true", help="even where there are shops")

    def handle(self, *args: Any, **options: Any) -> None:
        """Bring it back, then up to this version."""
        if (held := _held()) and not options["replace"]:
            shops = "a shop" if held == 1 else f"{held} shops"
            raise CommandError(f"the database holds {shops}; --replace puts the backup in their place")
        if others := _others():
            # What a running application remembers would no longer be true.
            raise CommandError(
                f"others are connected to this database ({others}): end the application and its worker first"
            )
        try:
            manifest = restore(options["file"], lambda line: self.stdout.write(f"  {line}"))
        except (BackupError, OSError) as error:
            raise CommandError(str(error)) from error
        call_command("migrate", interactive=False, verbosity=0)
        self.stdout.write(
            f"All is as it was on {manifest['made_at']}, by Chord {manifest['version']}; every table checked."
        )
