"""All data as open documents, and back: a zip of JSON lines, a file for each kind of record.

For whoever leaves, or wants to read the data with other programs; a backup is quicker and smaller. Written by
Django's own serializer, with moments to the microsecond.
"""

from __future__ import annotations

import hashlib
import json
import os
import zipfile
from collections.abc import Callable, Iterator
from datetime import UTC, datetime, time
from pathlib import Path
from typing import Any

from django.apps import apps
from django.core import serializers
from django.core.management.color import no_style
from django.core.serializers.base import DeserializationError
from django.core.serializers.json import DjangoJSONEncoder
from django.db import connection, models, transaction
from django.db.migrations.recorder import MigrationRecorder

from config import VERSION
from upkeep.backup import LEFT_BEHIND, BackupError, snapshot, sum_of

FORMAT = "chord-documents/1"
_MANIFEST = "manifest.json"
#: What the framework makes of itself, and the queue's own tables: open jobs are put into it anew.
_NO_RECORDS = ("contenttypes", "auth", "sessions", "axes", "procrastinate")
_AT_ONCE = 2000
Says = Callable[[str], None]


class _Exact(DjangoJSONEncoder):
    """As the framework's, which cuts moments to the millisecond."""

    def default(self, o: Any) -> Any:
        """Moments as they are."""
        return o.isoformat() if isinstance(o, datetime | time) else super().default(o)


def kinds() -> list[type[models.Model]]:
    """The kinds of records, in the order in which they stand on one another."""
    ours = [(app, None) for app in apps.get_app_configs() if app.label not in _NO_RECORDS]
    sorted_ = serializers.sort_dependencies(ours, allow_cycles=True)
    return [one for one in sorted_ if one._meta.managed and one._meta.db_table not in LEFT_BEHIND]


def _lines(kind: type[models.Model]) -> Iterator[bytes]:
    rows = kind._base_manager.order_by("pk").iterator(chunk_size=_AT_ONCE)
    for row in rows:
        yield str(serializers.serialize("jsonl", [row], cls=_Exact)).encode()


def write_documents(file: Path, says: Says = lambda _: None) -> dict[str, Any]:
    """Write all records to a zip; one that is there is replaced when the new one is whole.

    Returns:
        The manifest: by kind its file, rows, and the checksum of its table.

    Raises:
        OSError: the file cannot be written.
    """
    part = file.with_name(f".{file.name}.part")
    try:
        with snapshot() as (cursor, _), zipfile.ZipFile(part, "w", zipfile.ZIP_DEFLATED) as whole:
            part.chmod(0o600)
            sums, every = {}, kinds()
            for i, kind in enumerate(every, start=1):
                says(f"{kind._meta.label_lower}: {i} of {len(every)}")
                with whole.open(f"{kind._meta.label_lower}.jsonl", "w", force_zip64=True) as to:
                    for line in _lines(kind):
                        to.write(line)
                cursor.execute("SELECT " + sum_of(kind._meta.db_table))
                sums[kind._meta.label_lower] = str(cursor.fetchone()[0])
            manifest = {
                "format": FORMAT, "version": VERSION, "migrations": _migrations(), "kinds": sums,
                "made_at": datetime.now(UTC).isoformat(timespec="seconds"),
            }  # fmt: skip
            whole.writestr(_MANIFEST, json.dumps(manifest, indent=1))
        with part.open("rb") as written:
            os.fsync(written.fileno())
        part.replace(file)
    finally:
        part.unlink(missing_ok=True)
    return manifest


def _migrations() -> str:
    """The state of the tables, as a fingerprint."""
    applied = sorted(".".join(one) for one in MigrationRecorder(connection).applied_migrations())
    return hashlib.sha256("\n".join(applied).encode()).hexdigest()[:16]


def read_documents(file: Path, says: Says = lambda _: None) -> dict[str, Any]:
    """Read such a zip into an empty database: wholly, or not at all.

    Returns:
        The manifest.

    Raises:
        BackupError: there are records already; it is no such zip, of another version, or damaged.
        OSError: the file cannot be read.
    """
    try:
        with zipfile.ZipFile(file) as whole, transaction.atomic():
            manifest = _manifest(whole)
            with connection.cursor() as cursor:
                # The trail is among the records: it is not written once more.
                cursor.execute("SELECT set_config('chord.erasing', 'yes', true)")
                _read_all(whole, manifest, cursor, says)
                cursor.execute("SELECT set_config('chord.erasing', '', true)")
    except (zipfile.BadZipFile, DeserializationError, KeyError, ValueError) as error:
        raise BackupError(f"this is no zip of Chord's documents, or a damaged one: {error}") from error
    return manifest


def _manifest(whole: zipfile.ZipFile) -> dict[str, Any]:
    manifest = dict(json.loads(whole.read(_MANIFEST)))
    if manifest.get("format") != FORMAT:
        raise BackupError(f"documents of the kind {manifest.get('format')} are not read; {FORMAT} are")
    if manifest["migrations"] != _migrations():
        raise BackupError(
            f"it was written by Chord {manifest['version']}, whose tables are others than those of this "
            f"one ({VERSION}); a backup is brought up to date, documents are read as they are"
        )
    return manifest


def _read_all(whole: zipfile.ZipFile, manifest: dict[str, Any], cursor: Any, says: Says) -> None:
    every = kinds()
    if full := next((one for one in every if one._base_manager.exists()), None):
        raise BackupError(f"the database is not empty: there is a {full._meta.verbose_name}")
    for i, kind in enumerate(every, start=1):
        name = kind._meta.label_lower
        says(f"{name}: {i} of {len(every)}")
        with whole.open(f"{name}.jsonl") as lines:
            for found in serializers.deserialize("jsonl", lines):
                if type(found.object) is not kind:
                    raise BackupError(f"{name}.jsonl holds a {found.object._meta.label_lower}")
                found.save(force_insert=True)
    for line in connection.ops.sequence_reset_sql(no_style(), every):
        cursor.execute(line)
    cursor.execute("SET CONSTRAINTS ALL IMMEDIATE")
    for kind in every:
        cursor.execute("SELECT " + sum_of(kind._meta.db_table))
        if str(cursor.fetchone()[0]) != manifest["kinds"][kind._meta.label_lower]:
            raise BackupError(f"{kind._meta.label_lower} is not what it was")
