"""All data as open documents: there and back the same to the bit; what is none changes nothing."""

import gzip
import json
import tempfile
import zipfile
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from django.db import connection
from django.test import TransactionTestCase
from logbook.models import Track

from accounts.models import Shop, User
from accounts.tests.case import BOARD, make_shop
from chord_core.documents import Board, parse
from fittings.models import Fitting
from rack.commands import add_board
from rack.models import Board as RackBoard
from surfers.models import Surfer
from upkeep.backup import BackupError, sum_of
from upkeep.open_documents import kinds, read_documents, write_documents


class Documents(TransactionTestCase):
    def setUp(self) -> None:
        self.shop, _ = make_shop("north")
        for length in (1.78, 1.83):
            add_board(self.shop, parse(Board, {**BOARD, "length_m": length}))
        facts = {"name": "Ïnes “Zwölf” \\ \n", "mass_kg": 68.123456789, "rung": "trimming"}
        surfer = Surfer.objects.create(shop=self.shop, **facts)
        Fitting.objects.create(shop=self.shop, surfer=surfer, facts=facts)
        # To the microsecond, and what was not said a moment ago is not said now.
        Fitting.objects.update(updated_at=datetime(2026, 3, 4, 5, 6, 7, 123457, UTC))
        packed = gzip.compress(bytes(range(256)))
        Track.objects.create(shop=self.shop, surfer=surfer, digest="d", packed=packed)
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.file = self.folder / "north.zip"

    def sums(self) -> dict[str, str]:
        with connection.cursor() as cursor:
            found = {}
            for kind in kinds():
                cursor.execute("SELECT " + sum_of(kind._meta.db_table))
                found[kind._meta.label_lower] = str(cursor.fetchone()[0])
        return found

    def empty(self) -> None:
        with connection.cursor() as cursor:
            tables = ", ".join(f'"{kind._meta.db_table}"' for kind in kinds())
            cursor.execute(f"TRUNCATE {tables} CASCADE")

    def test_there_and_back_every_table_is_the_same(self) -> None:
        before = self.sums()
        manifest = write_documents(self.file)
        self.assertEqual(manifest["kinds"], before)
        for name in ("rack.board", "trail.change", "accounts.user", "logbook.track"):
            self.assertNotEqual(before[name], "0:0")
        self.empty()
        read_documents(self.file)
        self.assertEqual(self.sums(), before)
        # Numbers go on where they were, and the trail goes on being written.
        made = add_board(Shop.objects.get(), parse(Board, BOARD))
        self.assertGreater(made.pk, max(RackBoard.objects.exclude(pk=made.pk).values_list("pk", flat=True)))
        self.assertNotEqual(self.sums()["trail.change"], before["trail.change"])

    def test_other_programs_can_read_it(self) -> None:
        write_documents(self.file)
        with zipfile.ZipFile(self.file) as whole:
            lines = [json.loads(line) for line in whole.read("rack.board.jsonl").splitlines()]
        self.assertEqual([line["fields"]["length_m"] for line in lines], [1.78, 1.83])
        self.assertEqual(self.file.stat().st_mode & 0o777, 0o600)

    def test_what_is_there_stays(self) -> None:
        write_documents(self.file)
        before = self.sums()
        with self.assertRaisesRegex(BackupError, "not empty"):
            read_documents(self.file)
        self.assertEqual(self.sums(), before)

    def changed(self, name: str, text: str) -> Path:
        made = self.folder / f"{len(list(self.folder.iterdir()))}.zip"
        with zipfile.ZipFile(self.file) as whole, zipfile.ZipFile(made, "w") as to:
            for part in whole.namelist():
                to.writestr(part, text if part == name else whole.read(part))
        return made

    def test_what_is_none_or_damaged_writes_nothing(self) -> None:
        manifest = write_documents(self.file)
        with zipfile.ZipFile(self.file) as whole:
            boards = whole.read("rack.board.jsonl").decode()
        self.empty()
        other: dict[str, Any] = {**manifest, "migrations": "0123456789abcdef"}
        none = self.folder / "none.zip"
        none.write_text("no zip")
        cases = {
            "damaged": none,
            "are not read": self.changed("manifest.json", json.dumps({**manifest, "format": "odd/1"})),
            "tables are others": self.changed("manifest.json", json.dumps(other)),
            "rack.board is not what it was": self.changed("rack.board.jsonl", boards.replace("1.78", "1.79")),
            "a damaged one": self.changed("rack.board.jsonl", boards[:-20]),
            "holds a rack.board": self.changed("fins.finstock.jsonl", boards),
        }
        for says, file in cases.items():
            with self.subTest(says), self.assertRaisesRegex(BackupError, says):
                read_documents(file)
            self.assertFalse(Shop.objects.exists() or User.objects.exists())
