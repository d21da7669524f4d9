"""The rack as CSV: what a spreadsheet shows, and behind it all that a board's document holds."""

import csv
import io
import json
from collections.abc import Iterator
from typing import Any

from accounts.models import Shop
from rack.csv_cells import HEADS, safe
from rack.models import Board
from rack.selectors import boards_of

#: Columns in order: the head's plain word, its unit, and where its value stands in the document.
_COLUMNS = (
    ("name", "", "name"),
    ("family", "", "family"),
    ("length", "m", "length_m"),
    ("width", "m", "width_m"),
    ("thickness", "m", "thickness_m"),
    ("litres", "", "stated_litres"),
    ("nose_width", "m", "outline.nose_width_m"),
    ("tail_width", "m", "outline.tail_width_m"),
    ("nose_rocker", "m", "rocker.nose_m"),
    ("tail_rocker", "m", "rocker.tail_m"),
    ("weight", "kg", "mass_kg"),
    ("build", "", "build"),
    ("setup", "", "fins.setup"),
    ("box_type", "", "fins.box_type"),
    ("fins_included", "", "fins_included"),
    ("pad", "", "pad"),
    ("price", "", "price"),
    ("stock", "", "stock"),
    ("condition", "", "condition"),
    ("colour", "", "colour"),
)
_BATCH = 500


def _taken(document: dict[str, Any], path: str) -> Any:
    *folders, name = path.split(".")
    for folder in folders:
        document = document.get(folder) or {}
    return document.pop(name, None)


def _text(value: Any, comma: bool) -> str:
    if value is None:
        return ""
    if isinstance(value, bool):
        return "yes" if value else "no"
    if isinstance(value, float):
        return repr(value).replace(".", ",") if comma else repr(value)
    return safe(str(value))


def write_rack(shop: Shop, semicolons: bool = False) -> Iterator[str]:
    """The boards of a shop as CSV, line by line; the first begins with the mark by which spreadsheets know
    UTF-8.

    Args:
        semicolons: between cells, and commas for decimals, as spreadsheets of half the world want it.
    """
    rows = rack_rows(shop, semicolons)
    yield "\ufeff" + _cut(next(rows), semicolons)
    yield from (_cut(row, semicolons) for row in rows)


def rack_rows(shop: Shop, comma: bool = False) -> Iterator[list[str]]:
    """The heads, and the boards of a shop row by row.

    Args:
        comma: whether decimals are written with a comma.
    """
    heads = ["number", "line", *(f"{HEADS[n][0]} ({u})" if u else HEADS[n][0] for n, u, _ in _COLUMNS)]
    heads += [HEADS["hung_on"][0], "more"]
    yield heads
    ids = list(Board.objects.of(shop).values_list("pk", flat=True))
    for at in range(0, len(ids), _BATCH):
        for board in boards_of(shop, ids[at : at + _BATCH]):
            document = board.board.model_dump(mode="json", exclude_unset=True, exclude_none=True)
            cells = [_text(_taken(document, path), comma) for _, _, path in _COLUMNS]
            more = {name: value for name, value in document.items() if value not in ({}, [], ())}
            rest = json.dumps(more, ensure_ascii=False) if more else ""
            yield [safe(board.number), board.line.imperial, *cells, board.hung_on.isoformat(), rest]


def _cut(cells: list[str], semicolons: bool) -> str:
    sink = io.StringIO()
    csv.writer(sink, delimiter=";" if semicolons else ",").writerow(cells)
    return sink.getvalue()
