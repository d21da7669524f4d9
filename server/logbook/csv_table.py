"""The log as a table: a row a session, in metres, minutes and steps; read with a fault a row."""

from __future__ import annotations

import csv
import io
import uuid
from collections.abc import Iterable
from typing import Any

from chord_core.documents import parse
from chord_core.errors import ChordError
from logbook.documents import SessionIn
from rack.csv_cells import number_in, safe, unsafe

_BOARD = ("name", "family", "length_m", "width_m", "thickness_m")
_HOUR = ("face_m", "steepness", "wind", "tide", "crowd")
_RATINGS = ("paddles", "takes_off", "runs", "turns", "holds")
HEADS = (
    "key", "started_at", "minutes", "place", *(f"board {name}" for name in _BOARD), "fins setup", "fins size",
    *_HOUR, "rides", "paddle_m_s", *_RATINGS, "shown rides", "shown of", "rider", "note", "clip",
)  # fmt: skip
#: Rows in one table at most.
MOST_ROWS = 2000
#: Keys of rows that have none are made of what they say, so that the same table twice is once.
_SPACE = uuid.UUID("6f2c6a1e-7c0e-4f0d-9a39-0d2b6b0f5b57")


def write_log(sessions: Iterable[SessionIn]) -> str:
    """The sessions as CSV."""
    sink = io.StringIO()
    writer = csv.DictWriter(sink, HEADS, lineterminator="\r\n")
    writer.writeheader()
    for one in sessions:
        board = one.board.model_dump(mode="json")
        cells: dict[str, Any] = {
            "key": one.key, "started_at": one.started_at.isoformat(), "minutes": f"{one.minutes:g}",
            "place": safe(one.place), "rides": one.rides, "paddle_m_s": one.paddle_m_s,
            "rider": safe(one.rider), "note": safe(one.note), "clip": one.clip,
            "fins setup": board["fins"]["setup"], "fins size": board["fins"]["size"],
            "shown rides": one.shown.rides if one.shown else None,
            "shown of": one.shown.of if one.shown else None,
        }  # fmt: skip
        cells |= {f"board {name}": safe(board[name]) if name == "name" else board[name] for name in _BOARD}
        cells |= {name: getattr(one.hour, name) for name in _HOUR}
        cells |= {name: getattr(one.ratings, name) for name in _RATINGS}
        writer.writerow({head: "" if cells.get(head) is None else cells[head] for head in HEADS})
    return sink.getvalue()


def _numbers(cells: dict[str, str], names: Iterable[str], whole: bool = False) -> dict[str, Any]:
    found: dict[str, Any] = {}
    for name in names:
        if cells.get(name):
            value = number_in(name, cells[name])
            found[name] = int(value) if whole and value.is_integer() else value
    return found


def _row(cells: dict[str, str]) -> SessionIn:
    """A row.

    Raises:
        ChordError: names the column, or the field of the document.
    """
    board: dict[str, Any] = {
        name: unsafe(cells[f"board {name}"]) for name in ("name", "family") if cells.get(f"board {name}")
    }
    board |= {
        name: number_in(f"board {name}", cells[f"board {name}"])
        for name in _BOARD[2:]
        if cells.get(f"board {name}")
    }
    fins = {name: cells[f"fins {name}"] for name in ("setup", "size") if cells.get(f"fins {name}")}
    hour: dict[str, Any] = {name: cells[name] for name in _HOUR[1:] if cells.get(name)}
    shown = _numbers(cells, ("shown rides", "shown of"), whole=True)
    said = "\0".join(cells.get(head, "") for head in HEADS[1:])
    made = {
        "key": cells.get("key") or str(uuid.uuid5(_SPACE, said)),
        "started_at": cells.get("started_at", ""), "board": {**board, **({"fins": fins} if fins else {})},
        "place": unsafe(cells.get("place", "")), "hour": hour | _numbers(cells, ("face_m",)),
        "ratings": _numbers(cells, _RATINGS, whole=True), **_numbers(cells, ("minutes", "paddle_m_s")),
        **_numbers(cells, ("rides",), whole=True), "rider": unsafe(cells.get("rider", "")),
        "note": unsafe(cells.get("note", "")), "clip": cells.get("clip") or None,
        "shown": {name.split()[1]: value for name, value in shown.items()} or None,
    }  # fmt: skip
    return parse(SessionIn, made)


def read_log(text: str) -> tuple[list[SessionIn], list[str]]:
    """Sessions out of a table, and a sentence for each row that was not understood.

    Raises:
        ChordError: it is no table of sessions, or too long.
    """
    rows = list(csv.DictReader(io.StringIO(text.lstrip("\ufeff"))))
    heads = set(rows[0]) if rows else set()
    if not {"started_at", "minutes", "board family"} <= heads:
        raise ChordError("text", None, f"the first line has to name columns; there are {', '.join(HEADS)}")
    if len(rows) > MOST_ROWS:
        raise ChordError("text", len(rows), f"at most {MOST_ROWS} rows are read at once")
    read, faults = [], []
    for i, row in enumerate(rows):
        cells = {str(head).strip(): str(cell or "").strip() for head, cell in row.items() if head}
        try:
            read.append(_row(cells))
        except ChordError as error:
            faults.append(f"Line {i + 2}: {error.field}: {error.message}")
    return read, faults
