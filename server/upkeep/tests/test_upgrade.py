"""A database as each landed version left it becomes today's: nothing is lost, tickets answer.

``versions/`` holds the demo shop as the version of that day wrote it: the last commit before the tables
changed, its ``load_demo``, ``pg_dump --no-owner --no-privileges --no-comments``, xz.
"""

from __future__ import annotations

import io
import lzma
import os
import subprocess
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from django.core.management import call_command
from django.db import connection
from django.test import TransactionTestCase

from accounts.models import Shop
from fittings.answers import judge_ticket
from fittings.models import Fitting
from rack.models import Board
from upkeep.backup import _program

VERSIONS = sorted((Path(__file__).parent / "versions").glob("*.sql.xz"))
#: What is told of each table that was there in every version, before and after.
_TOLD = {
    "rack_board": "SELECT id, family, length_m, width_m, thickness_m, stated_litres, price FROM rack_board",
    "surfers_surfer": "SELECT id, name, mass_kg, rung FROM surfers_surfer",
    "fittings_fitting": "SELECT id, surfer_id, facts->>'name', facts->>'mass_kg' FROM fittings_fitting",
    "breaks_break": "SELECT id, name FROM breaks_break",
    "accounts_user": "SELECT id, username, password FROM accounts_user",
}


@contextmanager
def database_of(file: Path) -> Iterator[None]:
    """The database of an old version as the one that everything asks."""
    settings = connection.settings_dict
    own, other = settings["NAME"], f"{settings['NAME']}_old"
    with connection.cursor() as cursor:
        cursor.execute(f'DROP DATABASE IF EXISTS "{other}" WITH (FORCE)')
        cursor.execute(f'CREATE DATABASE "{other}"')
    words = ["--host", str(settings["HOST"]), "--port", str(settings["PORT"]), "--username", settings["USER"]]
    words += ["--dbname", other, "--quiet", "--set", "ON_ERROR_STOP=1", "--no-psqlrc"]
    env = {**os.environ, "PGPASSWORD": settings["PASSWORD"], "PGOPTIONS": "-c client_min_messages=warning"}
    subprocess.run([_program("psql"), *words], env=env, input=lzma.decompress(file.read_bytes()),
                   check=True, capture_output=True)  # fmt: skip
    connection.close()
    settings["NAME"] = other
    try:
        yield
    finally:
        connection.close()
        settings["NAME"] = own
        with connection.cursor() as cursor:
            cursor.execute(f'DROP DATABASE "{other}" WITH (FORCE)')


def told() -> dict[str, list[tuple[Any, ...]]]:
    """What the rows of the tables say, in order."""
    found = {}
    with connection.cursor() as cursor:
        for table, question in _TOLD.items():
            cursor.execute(f"{question} ORDER BY id")
            found[table] = cursor.fetchall()
    return found


class Upgrades(TransactionTestCase):
    def check(self, file: Path) -> None:
        before = told()
        self.assertTrue(all(before.values()), "an old version without rows proves nothing")
        call_command("migrate", verbosity=0)
        self.assertEqual(told(), before)
        left = io.StringIO()
        call_command("migrate", plan=True, verbosity=1, stdout=left)
        self.assertIn("No planned migration operations", left.getvalue())
        shop = Shop.objects.get()
        self.assertEqual(len([row.document() for row in Board.objects.of(shop)]), len(before["rack_board"]))
        for ticket in Fitting.objects.order_by("pk")[:2]:
            answer = judge_ticket(ticket)
            assert answer.ranking
            self.assertTrue(answer.ranking.open_first)

    def test_every_landed_version_becomes_todays(self) -> None:
        self.assertGreaterEqual(len(VERSIONS), 9)
        for file in VERSIONS:
            with self.subTest(file.name), database_of(file):
                self.check(file)
