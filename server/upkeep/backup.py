"""The whole database as one file, and back.

A zip with ``manifest.json`` (which version made it and when, its migrations, rows and a checksum of every
table) and ``database.dump`` (PostgreSQL's own custom format). Sign-ins and counts of wrong passwords are no
records: they stay behind.
"""

from __future__ import annotations

import hashlib
import json
import os
import subprocess
import tempfile
import zipfile
from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from django.db import connection, connections
from django.db.migrations.loader import MigrationLoader
from django.db.migrations.recorder import MigrationRecorder

from config import VERSION

FORMAT = "chord-backup/1"
_DUMP, _MANIFEST = "database.dump", "manifest.json"
#: Tables of the moment: who is signed in, who mistyped a password.
LEFT_BEHIND = ("django_session", "axes_accessattempt", "axes_accesslog", "axes_accessattemptexpiration")
_PIECE = 1 << 20
#: How the checksum of a table is made must not hang on how the server happens to be set.
_SETTINGS = " ".join(
    f"SET LOCAL {name} = '{value}';"
    for name, value in {
        "TimeZone": "UTC", "DateStyle": "ISO", "IntervalStyle": "iso_8601", "extra_float_digits": "1",
        "bytea_output": "hex",
    }.items()
)  # fmt: skip
#: Everything of ours that a database holds; what belongs to an extension is its own affair.
_EMPTY = """
DO $$ DECLARE one record; BEGIN
  FOR one IN SELECT format('%I.%I', schemaname, tablename) AS name FROM pg_tables WHERE schemaname = 'public'
    LOOP EXECUTE 'DROP TABLE IF EXISTS ' || one.name || ' CASCADE'; END LOOP;
  FOR one IN SELECT format('%I.%I', sequence_schema, sequence_name) AS name
    FROM information_schema.sequences WHERE sequence_schema = 'public'
    LOOP EXECUTE 'DROP SEQUENCE IF EXISTS ' || one.name || ' CASCADE'; END LOOP;
  FOR one IN SELECT p.oid::regprocedure AS name FROM pg_proc p WHERE p.pronamespace = 'public'::regnamespace
    AND NOT EXISTS (SELECT FROM pg_depend d WHERE d.objid = p.oid AND d.deptype = 'e')
    LOOP EXECUTE 'DROP FUNCTION IF EXISTS ' || one.name || ' CASCADE'; END LOOP;
  FOR one IN SELECT t.oid::regtype AS name FROM pg_type t WHERE t.typnamespace = 'public'::regnamespace
    AND (t.typtype = 'e' OR t.typtype = 'c' AND EXISTS (
      SELECT FROM pg_class c WHERE c.oid = t.typrelid AND c.relkind = 'c'))
    AND NOT EXISTS (SELECT FROM pg_depend d WHERE d.objid = t.oid AND d.deptype = 'e')
    LOOP EXECUTE 'DROP TYPE IF EXISTS ' || one.name || ' CASCADE'; END LOOP;
END $$;
"""
Says = Callable[[str], None]


class BackupError(Exception):
    """A backup cannot be made, or is none that can be brought back; says why."""


def _program(name: str) -> str:
    """PostgreSQL's own program: the newest that Debian installed, else the one on the path."""
    found = sorted(Path("/usr/lib/postgresql").glob(f"*/bin/{name}"), key=lambda p: int(p.parts[-3]))
    return str(found[-1]) if found else name


def _where() -> tuple[list[str], dict[str, str]]:
    """How PostgreSQL's programs are told where the database is; the password in the environment, for the
    list of processes is read by all."""
    settings = connection.settings_dict
    words = ["--host", str(settings["HOST"] or "127.0.0.1"), "--port", str(settings["PORT"] or 5432)]
    words += ["--username", str(settings["USER"]), "--dbname", str(settings["NAME"]), "--no-password"]
    return words, {**os.environ, "PGPASSWORD": str(settings["PASSWORD"]), "PGAPPNAME": "chord backup"}


def _tables(cursor: Any) -> list[str]:
    cursor.execute("SELECT tablename FROM pg_tables WHERE schemaname = 'public' ORDER BY tablename")
    return [name for (name,) in cursor.fetchall() if name not in LEFT_BEHIND]


def sum_of(table: str) -> str:
    """Rows and checksum of a table whatever the order of its rows, as an SQL expression."""
    return (
        f'(SELECT count(*)::text || \':\' || coalesce(sum(hashtextextended(t::text, 0)::numeric), 0)::text '
        f'FROM public."{table}" t)'
    )  # fmt: skip


@contextmanager
def snapshot() -> Iterator[tuple[Any, str]]:
    """A view of the database that others share by its name; what is written meanwhile is not in it."""
    with connection.cursor() as cursor:
        cursor.execute(f"BEGIN ISOLATION LEVEL REPEATABLE READ, READ ONLY; {_SETTINGS}")
        try:
            cursor.execute("SELECT pg_export_snapshot()")
            yield cursor, str(cursor.fetchone()[0])
        finally:
            cursor.execute("ROLLBACK")


def _digest_of(file: Path) -> str:
    digest = hashlib.sha256()
    with file.open("rb") as source:
        while piece := source.read(_PIECE):
            digest.update(piece)
    return digest.hexdigest()


def _dump(snapshot: str, tables: Sequence[str], to: Path, says: Says) -> None:
    words, env = _where()
    left = [word for name in LEFT_BEHIND for word in ("--exclude-table-data", f"public.{name}")]
    command = [_program("pg_dump"), *words, "--format=custom", "--compress=6", "--no-owner", "--verbose"]
    command += ["--no-privileges", "--no-comments", "--snapshot", snapshot, "--file", str(to), *left]
    done, last = 0, ""
    with subprocess.Popen(command, env=env, stderr=subprocess.PIPE, text=True) as process:
        assert process.stderr
        for line in process.stderr:
            last = line.strip()
            if "dumping contents of table" in line:
                done += 1
                says(f"table {done} of {len(tables)}")
    if process.returncode:
        raise BackupError(f"the database could not be read: {last}")


def back_up(file: Path, says: Says = lambda _: None) -> dict[str, Any]:
    """Write the whole database to a file; one that is there is replaced when the new one is whole.

    Returns:
        The manifest.

    Raises:
        BackupError: the database cannot be read.
        OSError: the file cannot be written.
    """
    with (
        tempfile.TemporaryDirectory(dir=file.parent, prefix=".backup-") as folder,
        snapshot() as (cursor, view),
    ):
        dump = Path(folder) / _DUMP
        tables = _tables(cursor)
        _dump(view, tables, dump, says)
        sums = {}
        for i, table in enumerate(tables, start=1):
            says(f"checksum {i} of {len(tables)}")
            cursor.execute("SELECT " + sum_of(table))
            sums[table] = str(cursor.fetchone()[0])
        manifest = {
            "format": FORMAT, "version": VERSION, "made_at": datetime.now(UTC).isoformat(timespec="seconds"),
            "migrations": sorted(".".join(one) for one in MigrationRecorder(connection).applied_migrations()),
            "tables": sums, "sha256": _digest_of(dump),
        }  # fmt: skip
        made = Path(folder) / "whole.zip"
        with zipfile.ZipFile(made, "w", zipfile.ZIP_STORED, allowZip64=True) as whole:
            whole.writestr(_MANIFEST, json.dumps(manifest, indent=1))
            whole.write(dump, _DUMP)
        made.chmod(0o600)
        with made.open("rb") as written:
            os.fsync(written.fileno())
        made.replace(file)
    return manifest


def read_manifest(whole: zipfile.ZipFile) -> dict[str, Any]:
    """What a backup says of itself.

    Raises:
        BackupError: it is none, or was made by a newer Chord.
    """
    try:
        manifest = json.loads(whole.read(_MANIFEST))
        known = manifest["format"] == FORMAT and isinstance(manifest["tables"], dict)
        migrations, version = set(manifest["migrations"]), str(manifest["version"])
    except (KeyError, TypeError, ValueError) as error:
        raise BackupError("this is no backup of Chord") from error
    if not known:
        raise BackupError(f"backups of the kind {manifest['format']} are not read; {FORMAT} are")
    here = {".".join(one) for one in MigrationLoader(None).disk_migrations}
    if newer := sorted(migrations - here):
        raise BackupError(
            f"it was made by Chord {version}, which is newer than this one ({VERSION}); "
            f"it knows {newer[0]}{f' and {len(newer) - 1} more' if len(newer) > 1 else ''}"
        )
    return dict(manifest)


def _check_sums(manifest: dict[str, Any]) -> str:
    """SQL that fails, before anything is kept, where a table is not what it was."""
    parts = [_SETTINGS]
    for table, seen in manifest["tables"].items():
        if not table.isidentifier() or not str(seen).replace(":", "").replace("-", "").isdigit():
            raise BackupError("this is no backup of Chord")
        parts.append(
            f"DO $$ BEGIN IF {sum_of(table)} <> '{seen}' THEN RAISE EXCEPTION "
            f"'the table {table} is not what it was'; END IF; END $$;"
        )
    return "\n".join(parts)


def restore(file: Path, says: Says = lambda _: None) -> dict[str, Any]:
    """Put a backup in the place of all that the database holds: wholly, or not at all.

    Returns:
        The manifest. The database is as the version was that made it; ``migrate`` brings it up to this one.

    Raises:
        BackupError: it is no backup, it is damaged, newer than this program, or does not come back as it was.
        OSError: the file cannot be read.
    """
    with tempfile.TemporaryDirectory(prefix="chord-restore-") as folder:
        try:
            with zipfile.ZipFile(file) as whole:
                manifest = read_manifest(whole)
                says("reading the file")
                dump = Path(whole.extract(_DUMP, folder))
        except (zipfile.BadZipFile, KeyError) as error:
            raise BackupError("this is no backup of Chord, or only a part of one") from error
        if _digest_of(dump) != manifest["sha256"]:
            raise BackupError("the file is damaged: its contents are not those that were written")
        check = Path(folder) / "check.sql"
        check.write_text(_check_sums(manifest))
        empty = Path(folder) / "empty.sql"
        empty.write_text(_EMPTY)
        script = Path(folder) / "database.sql"
        says("unpacking")
        _run([_program("pg_restore"), "--no-owner", "--no-privileges", "--file", str(script), str(dump)])
        connections.close_all()
        says("writing the database")
        words, env = _where()
        files = [word for one in (empty, script, check) for word in ("--file", str(one))]
        _run(
            [_program("psql"), *words, "--no-psqlrc", "--quiet", "--single-transaction",
             "--set", "ON_ERROR_STOP=1", "--output", os.devnull, *files], env,
        )  # fmt: skip
    return manifest


def _run(command: Sequence[str], env: dict[str, str] | None = None) -> None:
    done = subprocess.run(command, env=env, capture_output=True, text=True, check=False)
    if done.returncode:
        last = [line for line in done.stderr.splitlines() if "ERROR" in line or "error" in line][:1]
        raise BackupError(
            f"it was not brought back, and all is as it was: {(last or [done.stderr.strip()])[0]}"
        )
