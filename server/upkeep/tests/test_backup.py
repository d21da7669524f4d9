"""A backup brought back is the same to the bit; what is none, or damaged, or newer, changes nothing."""

import io
import json
import os
import subprocess
import sys
import tempfile
import zipfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any
from urllib.parse import urlsplit, urlunsplit

import psycopg
from django.conf import settings
from django.core.management import CommandError, call_command
from django.db import connection
from django.test import TransactionTestCase

from accounts.models import Shop, User
from accounts.tests.case import BOARD, make_shop
from chord_core.documents import Board, parse
from fittings.models import Fitting
from rack.commands import add_board
from rack.models import Board as RackBoard
from surfers.models import Surfer
from upkeep.backup import BackupError, back_up, restore


@contextmanager
def another_database() -> Iterator[str]:
    """An empty database beside the one of the tests; yields its address."""
    name = f"{connection.settings_dict['NAME']}_back"
    with connection.cursor() as cursor:
        cursor.execute(f'DROP DATABASE IF EXISTS "{name}" WITH (FORCE)')
        cursor.execute(f'CREATE DATABASE "{name}"')
    try:
        yield urlunsplit(urlsplit(os.environ["DATABASE_URL"])._replace(path=f"/{name}"))
    finally:
        with connection.cursor() as cursor:
            cursor.execute(f'DROP DATABASE "{name}" WITH (FORCE)')


def manage(url: str, *words: str) -> subprocess.CompletedProcess[str]:
    """A command of Django on another database."""
    env = {**os.environ, "DATABASE_URL": url, "DJANGO_SETTINGS_MODULE": "config.settings"}
    command = [sys.executable, "manage.py", *words]
    return subprocess.run(command, cwd=settings.BASE, env=env, capture_output=True, text=True, check=False)


class Backups(TransactionTestCase):
    def setUp(self) -> None:
        self.shop, _ = make_shop("north")
        for length in (1.78, 1.83):
            add_board(self.shop, parse(Board, {**BOARD, "length_m": length}))
        facts = {"name": "Ïnes “Zwölf” \\", "mass_kg": 68.123456789, "rung": "trimming"}
        surfer = Surfer.objects.create(shop=self.shop, **facts)
        Fitting.objects.create(shop=self.shop, surfer=surfer, facts=facts)
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.file = self.folder / "north.backup"

    def changed(self, **more: Any) -> Path:
        """The backup with other words in its manifest."""
        made = self.folder / "changed.backup"
        with zipfile.ZipFile(self.file) as whole, zipfile.ZipFile(made, "w") as to:
            manifest = json.loads(whole.read("manifest.json")) | more
            to.writestr("manifest.json", json.dumps(manifest))
            to.writestr("database.dump", whole.read("database.dump"))
        return made

    def refused(self, file: Path, says: str) -> None:
        """What cannot be brought back says why, and all is as it was."""
        before = (RackBoard.objects.count(), Surfer.objects.get().name)
        with self.assertRaisesRegex(BackupError, says):
            restore(file)
        self.assertEqual((RackBoard.objects.count(), Surfer.objects.get().name), before)

    def test_it_comes_back_to_the_bit_into_an_empty_database(self) -> None:
        said: list[str] = []
        made = back_up(self.file, said.append)
        self.assertIn(f"table 1 of {len(made['tables'])}", said)
        self.assertEqual(made["tables"]["rack_board"].split(":")[0], "2")
        self.assertEqual(self.file.stat().st_mode & 0o777, 0o600)
        self.assertEqual(os.listdir(self.folder), [self.file.name])
        with another_database() as url:
            done = manage(url, "restore", str(self.file))
            self.assertEqual(done.returncode, 0, done.stderr)
            self.assertIn("every table checked", done.stdout)
            again = self.folder / "again.backup"
            done = manage(url, "backup", str(again))
            self.assertEqual(done.returncode, 0, done.stderr)
        with zipfile.ZipFile(again) as whole:
            back = json.loads(whole.read("manifest.json"))
        self.assertEqual(back["tables"], made["tables"])
        self.assertEqual(back["migrations"], made["migrations"])

    def test_it_takes_the_place_of_what_is_there_only_when_one_says_so(self) -> None:
        back_up(self.file)
        RackBoard.objects.all().delete()
        with self.assertRaisesRegex(CommandError, "holds a shop; --replace"):
            call_command("restore", self.file)
        self.assertEqual(RackBoard.objects.count(), 0)
        call_command("restore", self.file, replace=True, stdout=io.StringIO())
        self.assertEqual(RackBoard.objects.count(), 2)
        self.assertEqual(Surfer.objects.get().name, "Ïnes “Zwölf” \\")
        self.assertTrue(User.objects.get().check_password("wet wax and sand"))
        # What is made afterwards does not collide with what came back.
        Shop.objects.create(name="south")

    def test_it_takes_no_place_under_a_running_application(self) -> None:
        back_up(self.file)
        with another_database() as url, psycopg.connect(url):
            done = manage(url, "restore", str(self.file))
        self.assertEqual(done.returncode, 1)
        self.assertIn("others are connected to this database (1): end the application", done.stderr)

    def test_who_is_signed_in_stays_behind(self) -> None:
        self.client.force_login(User.objects.get())
        self.assertNotIn("django_session", back_up(self.file)["tables"])
        restore(self.file)
        with connection.cursor() as cursor:
            cursor.execute("SELECT count(*) FROM django_session")
            self.assertEqual(cursor.fetchone(), (0,))

    def test_what_is_no_backup_changes_nothing(self) -> None:
        back_up(self.file)
        nothing = self.folder / "nothing.backup"
        nothing.write_text("no zip")
        self.refused(nothing, "no backup of Chord")
        half = self.folder / "half.backup"
        half.write_bytes(self.file.read_bytes()[:-2000])
        self.refused(half, "only a part")
        self.refused(self.changed(sha256="0" * 64), "damaged")
        self.refused(self.changed(format="chord-backup/9"), "chord-backup/9")
        newer = ["rack.9999_later", "accounts.0001_initial"]
        self.refused(self.changed(migrations=newer, version="9.0"), "Chord 9.0, which is newer")

    def test_a_table_that_is_not_what_it_was_keeps_all_as_it_is(self) -> None:
        sums = back_up(self.file)["tables"]
        wrong = {**sums, "rack_board": "3:1"}
        self.refused(self.changed(tables=wrong), "rack_board is not what it was")
        self.refused(self.changed(tables={"rack_board'; DROP TABLE x; --": "1:1"}), "no backup")

    def test_a_folder_keeps_the_newest(self) -> None:
        for name in ("chord-20200101-000000.backup", "chord-20210101-000000.backup", "mine.backup"):
            (self.folder / name).write_text("old")
        call_command("backup", self.folder, keep=2, stdout=io.StringIO())
        left = sorted(os.listdir(self.folder))
        self.assertEqual(len(left), 3)
        self.assertEqual(left[0], "chord-20210101-000000.backup")
        self.assertIn("mine.backup", left)
        with self.assertRaisesRegex(CommandError, "--keep"):
            call_command("backup", self.folder / "one.backup", keep=2)
        with self.assertRaises(CommandError):
            call_command("backup", self.folder / "not there" / "one.backup", stdout=io.StringIO())
