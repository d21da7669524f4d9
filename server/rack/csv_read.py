"""A table of boards, or lines of dims, read row by row: each row's reading, every fault at its cell; nothing
is written here."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

from chord_core.documents import Board as Document
from chord_core.documents import parse
from chord_core.errors import ChordError
from chord_core.hull.guess import guess_family
from rack.csv_cells import DIMS, Head, cell_in, dims_in, head_of, line_in, plain_number, unit_of, unsafe
from rack.workbook import MAGIC, cells_of

#: Rows of one table, bytes of one file, columns and letters of a cell.
MOST_ROWS, MOST_BYTES, MOST_COLUMNS, MOST_LETTERS = 20_000, 8 * 1024 * 1024, 60, 400
_MOST_JSON = 20_000
_SEPARATORS = ";,\t|"
#: Letters that no list of boards has: a file that holds them is of another kind.
_BINARY = "\x00"
#: A row as it stands in a file: its place there (the first is 1) and its cells.
Cells = tuple[int, tuple[str, ...]]
_PARTS = {"length_m": "length", "width_m": "width", "thickness_m": "thickness", "stated_litres": "litres"}


@dataclass(frozen=True)
class Fault:
    """What is wrong in a row: the column's head as it stands in the file ("" for the row), what was read, a
    sentence."""

    column: str
    value: str
    message: str


@dataclass(frozen=True)
class Row:
    """A row of the file (the first is 1): the board that was read, the shop's number, the day it came, the
    line as it was understood, whether its family is guessed, and its faults."""

    at: int
    board: Document | None
    number: str
    hung_on: date | None
    confirm: str
    guessed: bool
    faults: tuple[Fault, ...]


@dataclass(frozen=True)
class Table:
    """A file cut into cells: heads (None: a column that nobody reads), texts of the heads, and rows with
    their place in the file, and what is to be said of how it was read. Without heads every line is a line of
    dims."""

    heads: tuple[Head | None, ...]
    titles: tuple[str, ...]
    rows: tuple[tuple[int, tuple[str, ...]], ...]
    separator: str
    notes: tuple[str, ...] = ()

    @property
    def left_out(self) -> tuple[str, ...]:
        """Titles of columns that nobody reads."""
        return tuple(t for t, head in zip(self.titles, self.heads, strict=True) if head is None and t)


_UNSURE = (
    "The file does not say how its letters are written; it was read as Windows’ western letters. Look at "
    "names with accents before you take it."
)


def text_of(raw: bytes) -> tuple[str, tuple[str, ...]]:
    """The text of a file, and what is to be said of it: UTF-8 with or without its mark, UTF-16 with it, else
    Windows' western letters. Every line ends in a line feed.

    Raises:
        ChordError: it is too large, or no text.
    """
    if len(raw) > MOST_BYTES:
        says = f"the file has {len(raw) / 1e6:.1f} MB; {MOST_BYTES / 1e6:.0f} MB are read at once"
        raise ChordError("file", len(raw), says)
    notes: tuple[str, ...] = ()
    if raw.startswith((b"\xff\xfe", b"\xfe\xff")):
        text = raw.decode("utf-16", errors="replace")
    else:
        try:
            text = raw.decode("utf-8-sig")
        except UnicodeDecodeError:
            text, notes = raw.decode("cp1252", errors="replace"), (_UNSURE,)
    if _BINARY in text:
        raise ChordError("file", None, "this is no text: save the table as CSV or .xlsx and bring that")
    return text.replace("\r\n", "\n").replace("\r", "\n"), notes


def _separator(lines: Sequence[str]) -> str:
    """The separator that cuts most lines into as many cells as the first; spreadsheets may say it themselves
    in a first line ``sep=;``."""
    first = lines[0].strip().lower()
    if first.startswith("sep=") and len(first) == 5:
        return first[4]

    def score(separator: str) -> tuple[int, int]:
        try:
            counts = [len(row) for row in csv.reader(lines, delimiter=separator)]
        except csv.Error:
            # What is wrong with it is said where the rows are read.
            return 0, 0
        same = sum(count == counts[0] for count in counts) if counts and counts[0] > 1 else 0
        return same, counts[0] if counts else 0

    return max(_SEPARATORS, key=score)


def table_of(raw: bytes) -> Table:
    """Cut a file into rows.

    Raises:
        ChordError: it is too large, no text, or empty.
    """
    if raw.startswith(MAGIC):
        return _with_heads(cells_of(raw, MOST_ROWS, MOST_COLUMNS), "", ()) or _lines_of_dims(raw)
    text, notes = text_of(raw)
    lines = text.splitlines()
    some = [line for line in lines[:50] if line.strip()]
    if not some:
        raise ChordError("file", None, "nothing stands in it")
    separator = _separator(some)
    if some[0].strip().lower().startswith("sep="):
        text = text[text.index("\n") + 1 :] if "\n" in text else ""
    cells = list(_cells(text, separator))
    if not cells:
        raise ChordError("file", None, "nothing stands in it")
    found = _with_heads(cells, separator, notes)
    if found:
        return found
    rows: list[Cells] = [(i + 1, (line.strip(),)) for i, line in enumerate(lines) if line.strip()]
    return Table((Head("line", ""),), ("line",), _held(rows), "", notes)


def _lines_of_dims(raw: bytes) -> Table:
    """A workbook without heads: what stands in a row is a line of dims."""
    cells = cells_of(raw, MOST_ROWS, MOST_COLUMNS)
    rows: list[Cells] = [(at, (" ".join(cell.strip() for cell in row if cell.strip()),)) for at, row in cells]
    return Table((Head("line", ""),), ("line",), _held(rows), "")


#: Heads are looked for in the first lines: a shop's name, a date and an empty line may stand above them.
_HEADS_WITHIN = 15


def _is_heads(titles: Sequence[str]) -> bool:
    named = {head.name for head in map(head_of, titles) if head}
    return "line" in named or set(DIMS) <= named


def _joined(first: Sequence[str], second: Sequence[str]) -> list[str]:
    """Heads in two lines, read as one: ``Length`` over ``(cm)``; a unit without brackets gets them."""
    both = []
    for i in range(max(len(first), len(second))):
        over, under = (row[i].strip() if i < len(row) else "" for row in (first, second))
        both.append(f"{over} ({under.strip('()[]')})" if under else over)
    return both


def _with_heads(cells: list[Cells], separator: str, notes: tuple[str, ...]) -> Table | None:
    """The table under its heads; None where no line of the first ones is such."""
    for i, (_, row) in enumerate(cells[:_HEADS_WITHIN]):
        then = cells[i + 1][1] if i + 1 < len(cells) else ()
        # Two lines are heads where the second one holds units and nothing else.
        two = _joined(row, then) if _is_units(then) else []
        for titles, rest in ((two, i + 2), (list(row), i + 1)):
            if _is_heads(titles):
                heads = tuple(map(head_of, titles))
                names = tuple(title.strip() for title in titles)
                above = (f"{i} lines above the heads were left out.",) if i else ()
                return Table(heads, names, _held(cells[rest:]), separator, (*notes, *above))
    return None


def _is_units(row: Sequence[str]) -> bool:
    """Whether a row holds units, with or without brackets, and nothing else."""
    said = [cell.strip().strip("()[]") for cell in row if cell.strip()]
    return bool(said) and all(unit_of(one) is not None for one in said)


def _held(rows: list[Cells]) -> tuple[Cells, ...]:
    if len(rows) > MOST_ROWS:
        raise ChordError("file", len(rows), f"{len(rows)} rows; {MOST_ROWS} are read at once")
    return tuple(rows)


def _cells(text: str, separator: str) -> Iterator[Cells]:
    reader = csv.reader(io.StringIO(text), delimiter=separator)
    while True:
        try:
            row = next(reader)
        except StopIteration:
            return
        except csv.Error as error:
            says = f"line {reader.line_num} is cut wrongly: {error}"
            raise ChordError("file", reader.line_num, says) from error
        if any(cell.strip() for cell in row):
            yield reader.line_num, tuple(row)


#: Cells whose commas are commas.
_TEXTS = ("number", "name", "family", "build", "setup", "box_type", "colour", "more", "hung_on", "stock")


def merged(under: dict[str, Any], over: dict[str, Any]) -> dict[str, Any]:
    """A document with another laid over it, part by part."""
    made = dict(under)
    for name, value in over.items():
        both = isinstance(value, dict) and isinstance(made.get(name), dict)
        made[name] = merged(made[name], value) if both else value
    return made


class _Reading:
    """One row as it is read: the document so far and its faults."""

    def __init__(self, table: Table, at: int, cells: tuple[str, ...]) -> None:
        self.table, self.at = table, at
        self.document: dict[str, Any] = {}
        self.faults: list[Fault] = []
        self.confirm = ""
        self.unit = "in"
        self.cells = {
            head.name: (i, unsafe(cell.strip()))
            for i, (head, cell) in enumerate(zip(table.heads, cells, strict=False))
            if head and cell.strip()
        }
        long = (len(cell) > (_MOST_JSON if cell.startswith("{") else MOST_LETTERS) for cell in cells)
        if any(long) or len(cells) > MOST_COLUMNS:
            self.faults.append(
                Fault("", "", f"a cell has {MOST_LETTERS} letters at most, a row {MOST_COLUMNS} cells")
            )
            self.cells = {}

    def title(self, name: str) -> str:
        """The head of a column as it stands in the file."""
        for head, title in zip(self.table.heads, self.table.titles, strict=True):
            if head and head.name == name:
                return title
        return ""

    def fault(self, error: ChordError, name: str) -> None:
        """Keep a fault at its cell."""
        value = self.cells[name][1] if name in self.cells else str(error.value or "")
        self.faults.append(Fault(self.title(name), value[:80], error.message))

    def put(self, path: str, value: Any) -> None:
        """Write a value into the document."""
        where = self.document
        *folders, name = path.split(".")
        for folder in folders:
            where = where.setdefault(folder, {})
        where[name] = value

    def dims(self) -> None:
        """Read the dims: as one line, or as three cells."""
        try:
            if "line" in self.cells and not set(DIMS) <= set(self.cells):
                said, line = line_in(self.cells["line"][1])
            else:
                units = {head.name: head.unit for head in self.table.heads if head}
                missing = [name for name in DIMS if name not in self.cells]
                if missing:
                    says = f"{', '.join(missing)} {'is' if len(missing) == 1 else 'are'} not given"
                    raise ChordError(missing[0], None, says)
                said, line = dims_in({name: (self.cells[name][1], units.get(name, "")) for name in DIMS})
        except ChordError as error:
            inside = error.field in self.cells or "line" not in self.cells
            self.fault(error, error.field if inside else "line")
            return
        self.unit = "in" if line.unit == "imperial" else "cm"
        self.confirm = line.confirm or ""
        self.document.update(said)

    def others(self) -> None:
        """Read what else the row says."""
        for name, (place, text) in self.cells.items():
            head = self.table.heads[place]
            if head is None or name == "line" or name in DIMS:
                continue
            try:
                commas = self.table.separator == ";" and name not in _TEXTS
                plain = plain_number(name, text) if commas else text
                path, value = cell_in(head, plain, self.unit)
            except ChordError as error:
                self.fault(error, name)
                continue
            if name == "more":
                self.document = merged(value, self.document)
            else:
                self.put(path, value)


def read_row(table: Table, at: int, cells: tuple[str, ...]) -> Row:
    """Read one row of a table."""
    reading = _Reading(table, at, cells)
    if not reading.faults:
        reading.dims()
        reading.others()
    document = reading.document
    number, hung_on = document.pop("number", ""), document.pop("hung_on", None)
    if len(number) > 40:
        reading.faults.append(Fault(reading.title("number"), number[:80], "a number has 40 letters at most"))
    guessed = "family" not in document
    board = None
    if not reading.faults:
        if guessed:
            document["family"] = guess_family(*(document[f"{name}_m"] for name in DIMS))
        try:
            board = parse(Document, document)
        except ChordError as error:
            name = _PARTS.get(error.field, error.field.split(".")[-1].removesuffix("_m"))
            reading.faults.append(Fault(reading.title(name), str(error.value)[:80], error.message))
    return Row(at, board, number, hung_on, reading.confirm, guessed, tuple(reading.faults))
