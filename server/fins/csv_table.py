"""The fin wall as a table, read with a fault a cell and written: a row a set; mm, cm2 and degrees."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterable, Iterator
from typing import Any

from chord_core.documents import FinSet, parse
from chord_core.errors import ChordError
from chord_core.tables import tables
from fins.documents import FinFault, FinsOut, Read
from fins.typed_line import read_line
from rack.csv_cells import number_in, safe, unsafe
from rack.workbook import cells_of, workbook_of

_TEXTS = ("name", "setup", "box", "size", "flex", "template", "material", "price", "count")
#: Measures of a group: the head behind “front” and “rear”, the field, and what one of the unit is in SI.
_OF_GROUP = (
    ("fins", "count", 1.0),
    ("area cm2", "area_m2", 1e-4),
    ("depth mm", "depth_m", 1e-3),
    ("base mm", "base_m", 1e-3),
    ("rake deg", "rake_deg", 1.0),
    ("cant deg", "cant_deg", 1.0),
    ("toe deg", "toe_deg", 1.0),
    ("foil", "foil", 1.0),
)
_GROUPS = ("front", "rear")
HEADS = (*_TEXTS, *(f"{group} {head}" for group in _GROUPS for head, _, _ in _OF_GROUP))
#: Sets in one table at most.
MOST_ROWS = 5000


def _head_of(field: str) -> str:
    """The column in which a field of the document stands: ``groups.1.area_m2`` is “rear area cm2”."""
    parts = field.split(".")
    if parts[0] != "groups" or len(parts) < 3:
        return parts[0] if parts[0] in HEADS else ""
    head = next((head for head, name, _ in _OF_GROUP if name == parts[2]), "")
    return f"{_GROUPS[int(parts[1])]} {head}"


def _group(cells: dict[str, str], group: str) -> dict[str, Any] | None:
    """A group's fields as they stand; None where all of its cells are empty."""
    found: dict[str, Any] = {}
    for head, field, unit in _OF_GROUP:
        column = f"{group} {head}"
        text = cells.get(column, "")
        if text:
            found[field] = text if field == "foil" else number_in(column, text) * unit
    if isinstance(found.get("count"), float) and found["count"].is_integer():
        found["count"] = int(found["count"])
    return found or None


def _read_row(cells: dict[str, str]) -> Read:
    """A row.

    Raises:
        ChordError: names the column, or the field of the document.
    """
    facts: dict[str, Any] = {name: cells[name] for name in _TEXTS[:7] if cells.get(name)}
    if cells.get("price"):
        facts["price"] = number_in("price", cells["price"])
    count = number_in("count", cells["count"]) if cells.get("count") else 1.0
    if not count.is_integer() or not 0 <= count <= 10_000:
        raise ChordError("count", cells["count"], "a whole number of sets, 0 to 10000")
    groups = [group for name in _GROUPS if (group := _group(cells, name))]
    return Read(parse(FinSet, {**facts, "groups": groups}), int(count))


def _plain(head: str) -> str:
    return " ".join(head.lower().replace("cm²", "cm2").replace("°", "deg").split())


def _rows(text: str) -> Iterator[tuple[int, dict[str, str]]]:
    """Rows by head, with their place in the file.

    Raises:
        ChordError: the head has no name, an unknown column, or there are too many rows.
    """
    first = text.partition("\n")[0]
    table = csv.reader(io.StringIO(text), delimiter=max(",;\t", key=first.count))
    heads = [_plain(head) for head in next(table, [])]
    if unknown := [head for head in heads if head not in HEADS]:
        raise ChordError("head", unknown[0], f"“{unknown[0]}” is no column; there are {', '.join(HEADS)}")
    if "name" not in heads:
        raise ChordError("head", None, "there is no column “name”")
    for at, cells in enumerate(table, start=2):
        if at > MOST_ROWS + 1:
            raise ChordError("text", at, f"more than {MOST_ROWS} rows")
        if any(cell.strip() for cell in cells):
            yield at, {head: unsafe(cell.strip()) for head, cell in zip(heads, cells, strict=False)}


def text_of_workbook(raw: bytes) -> str:
    """A workbook's first sheet as CSV.

    Raises:
        ChordError: it is no workbook, or too large.
    """
    out = io.StringIO()
    csv.writer(out, lineterminator="\n").writerows(row for _, row in cells_of(raw, MOST_ROWS, len(HEADS)))
    return out.getvalue()


def _is_typed(text: str) -> bool:
    """Whether a text begins with a set, and not with the heads of a table: there stands a set-up."""
    first = text.partition("\n")[0].lower()
    heads = {_plain(word) for word in re.split("[,;\t]", first)}
    return "name" not in heads and any(setup in first for setup in tables().fins.setups)


def _typed(text: str) -> Iterator[tuple[int, dict[str, str]]]:
    """Lines without heads, one a set."""
    for at, line in enumerate(text.splitlines()[: MOST_ROWS + 1], start=1):
        if line.strip():
            yield at, {"line": line.strip()}


def read_table(text: str) -> tuple[list[Read], list[FinFault]]:
    """The sets of a table, or of lines that were typed, and what is wrong in them.

    Raises:
        ChordError: its head cannot be read.
    """
    good: list[Read] = []
    faults: list[FinFault] = []
    seen: dict[str, int] = {}
    for at, cells in _typed(text) if _is_typed(text) else _rows(text):
        try:
            read = read_line(cells["line"]) if "line" in cells else _read_row(cells)
            first = seen.setdefault(read.fins.name, at)
            if first != at:
                raise ChordError("name", read.fins.name, f"this name stands in row {first} already")
            good.append(read)
        except ChordError as error:
            column = error.field if error.field in HEADS else _head_of(error.field)
            shown = cells.get(column, "")
            faults.append(FinFault(row=at, column=column, value=shown, message=error.message))
    return good, faults


def _cells(row: FinsOut) -> Iterator[str]:
    fins = row.fins
    plain = {"count": row.count, **{name: getattr(fins, name) for name in _TEXTS[:8]}}
    yield from ("" if plain[name] is None else safe(str(plain[name])) for name in _TEXTS)
    for i in range(len(_GROUPS)):
        group = fins.groups[i] if i < len(fins.groups) else None
        for _, field, unit in _OF_GROUP:
            value = getattr(group, field) if group else None
            yield "" if value is None else value if isinstance(value, str) else f"{value / unit:.6g}"


def write_table(rows: Iterable[FinsOut]) -> str:
    """The fin wall as CSV, as ``read_table`` reads it."""
    out = io.StringIO()
    table = csv.writer(out, lineterminator="\r\n")
    table.writerow(HEADS)
    table.writerows(_cells(row) for row in rows)
    return out.getvalue()


def write_workbook(rows: Iterable[FinsOut]) -> bytes:
    """The fin wall as a workbook, with the same heads."""
    return workbook_of([list(HEADS), *(list(_cells(row)) for row in rows)])
