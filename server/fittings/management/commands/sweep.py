"""``./chord sweep FOLDER``: all customers of a shop over its whole rack, as two tables."""

from __future__ import annotations

import csv
import os
import time
from argparse import ArgumentParser
from collections.abc import Iterable
from contextlib import nullcontext
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError

from accounts.models import Shop
from fittings.sweep import NAMED, here, sweep_shop, through_dask
from rack.csv_cells import safe

_OF_CUSTOMERS = (
    "ticket",
    "customer",
    *(f"{what} {n}" for n in range(1, NAMED + 1) for what in ("board", "fit")),
)
_OF_BOARDS = ("id", "board", "suits customers", "first for customers")


class Command(BaseCommand):
    """Sweeps a shop."""

    help = "All customers of a shop over its whole rack: which boards suit whom, and how many each suits."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Words of the command."""
        parser.add_argument("folder", type=Path, help="where customers.csv and boards.csv are written")
        parser.add_argument("--shop", help="its name; needed where there are several")
        parser.add_argument("--days", type=int, default=365, help="customers of so many days (365)")
        parser.add_argument(
            "--processes", type=int, default=os.cpu_count() or 1, help="of this machine; 0: without Dask"
        )
        parser.add_argument("--scheduler", help="address of a Dask cluster's scheduler, instead")

    def handle(self, *args: Any, **options: Any) -> None:
        """Sweep and write."""
        shop, folder = self._shop(options["shop"]), Path(options["folder"])
        if not folder.is_dir():
            raise CommandError(f"{folder}: there is no such folder.")
        begun = time.monotonic()
        with self._runs(options["processes"], options["scheduler"]) as run:
            found = sweep_shop(shop, options["days"], run)
        took = time.monotonic() - begun
        with shop.at_work():
            _write(folder / "customers.csv", _OF_CUSTOMERS, found.customer_rows())
            _write(folder / "boards.csv", _OF_BOARDS, found.board_rows())
        says = f"{len(found.tickets)} customers over {len(found.boards)} boards in {took:.1f} s: {folder}"
        self.stdout.write(says)

    def _shop(self, name: str | None) -> Shop:
        shops = list(Shop.objects.filter(**({"name": name} if name else {}))[:2])
        if len(shops) != 1:
            raise CommandError("Say which shop: --shop NAME." if shops else f"There is no shop {name or ''}.")
        return shops[0]

    def _runs(self, processes: int, scheduler: str | None) -> Any:
        if not processes and not scheduler:
            return nullcontext(here)
        try:
            import distributed  # noqa: F401
        except ImportError as error:
            says = "Dask is not installed: ./chord sweep does that; or say --processes 0."
            raise CommandError(says) from error
        return through_dask(processes, scheduler)


def _write(file: Path, heads: Iterable[str], rows: Iterable[list[str]]) -> None:
    with open(file, "w", newline="", encoding="utf-8") as out:
        table = csv.writer(out)
        table.writerow(heads)
        table.writerows([safe(cell) for cell in row] for row in rows)
