"""Tables of boards as workbooks (.xlsx), in and out; bounded before anything is unpacked."""

from __future__ import annotations

import io
import zipfile
from collections.abc import Iterable, Iterator
from datetime import date, datetime
from typing import Any

from chord_core.errors import ChordError

#: What a workbook is called on its way.
XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
#: How a workbook begins: it is a packed folder.
MAGIC = b"PK\x03\x04"
#: Bytes that a workbook may unpack to, and files in it.
_MOST_UNPACKED, _MOST_PARTS = 96 * 1024 * 1024, 400


def _check_size(raw: bytes) -> None:
    """Refuse a file that unpacks to far more than a list of boards.

    Raises:
        ChordError: it is too large, or no packed folder.
    """
    try:
        with zipfile.ZipFile(io.BytesIO(raw)) as folder:
            parts = folder.infolist()
    except (zipfile.BadZipFile, OSError, ValueError) as error:
        raise ChordError("file", None, "this is no whole workbook") from error
    unpacked = sum(part.file_size for part in parts)
    if unpacked > _MOST_UNPACKED or len(parts) > _MOST_PARTS:
        says = f"the workbook unpacks to {unpacked / 2**20:.0f} MB; {_MOST_UNPACKED // 2**20} MB are taken"
        raise ChordError("file", unpacked, says)


def _text(value: Any) -> str:
    """A cell as text: numbers with a point, days as 2026-05-31."""
    if value is None:
        return ""
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, float):
        return f"{value:.10g}"
    if isinstance(value, datetime | date):
        return value.isoformat()[:10]
    return str(value)


def cells_of(raw: bytes, most_rows: int, most_columns: int) -> list[tuple[int, tuple[str, ...]]]:
    """Rows of the first sheet in which something stands, with their place in it.

    Args:
        most_rows: how many rows are read.
        most_columns: how many cells of a row.

    Raises:
        ChordError: it is no workbook, too large, or empty.
    """
    _check_size(raw)
    from openpyxl import load_workbook  # Slow to load, and few commands meet a workbook.
    from openpyxl.utils.exceptions import InvalidFileException

    try:
        book = load_workbook(io.BytesIO(raw), read_only=True, data_only=True)
    except (InvalidFileException, KeyError, ValueError, OSError, zipfile.BadZipFile, SyntaxError) as error:
        raise ChordError("file", None, "this is no whole workbook (.xlsx)") from error
    try:
        for sheet in book.worksheets:
            found = []
            rows = sheet.iter_rows(max_col=most_columns + 1, values_only=True)
            for at, row in enumerate(rows, 1):
                cells = [_text(value) for value in row]
                while cells and not cells[-1].strip():
                    cells.pop()
                if cells:
                    found.append((at, tuple(cells)))
                if len(found) > most_rows:
                    raise ChordError("file", at, f"more than {most_rows} rows; so many are read at once")
            if found:
                return found
    except (KeyError, ValueError, OSError, zipfile.BadZipFile, SyntaxError) as error:
        if isinstance(error, ChordError):
            raise
        raise ChordError("file", None, f"a sheet of this workbook cannot be read: {error}") from error
    finally:
        book.close()
    raise ChordError("file", None, "nothing stands in it")


def _value(text: str, head: str) -> str | float:
    """A number as a number, so that the workbook can count with it; everything else as text."""
    if head in ("number", "name", "line", "more"):
        return text
    try:
        return float(text)
    except ValueError:
        return text


def workbook_of(rows: Iterable[list[str]]) -> bytes:
    """A workbook with one sheet; the first row is its heads."""
    from openpyxl import Workbook

    book = Workbook(write_only=True)
    sheet = book.create_sheet("rack")
    lines: Iterator[list[str]] = iter(rows)
    heads = next(lines)
    sheet.freeze_panes = "A2"
    sheet.append(heads)
    for row in lines:
        sheet.append([_value(text, head) for text, head in zip(row, heads, strict=True)])
    sink = io.BytesIO()
    book.save(sink)
    return sink.getvalue()
