"""A set of fins in a line, as one types it: name, set-up, boxes, size, flex, price, how many."""

from __future__ import annotations

import re
from typing import Any, get_args

from chord_core.documents import FinSet, parse
from chord_core.documents.fins import BoxKind, FinFlex, FinSize
from chord_core.errors import ChordError
from chord_core.ride.fins import groups_of
from chord_core.tables import tables
from fins.documents import Read
from rack.csv_cells import number_in

_COUNT = re.compile(r"(?:x\s*(\d+)|(\d+)\s*(?:x|sets?))", re.IGNORECASE)
_HOW = "as “Kelp M, thruster, two-tab, M, medium, 79, 3 sets”"


def _setup_in(text: str) -> tuple[str, str]:
    """The set-up in a text, and the rest of it: some have a comma in their name.

    Raises:
        ChordError: there is none.
    """
    low = text.lower()
    for setup in sorted(tables().fins.setups, key=len, reverse=True):
        if (at := low.find(setup)) >= 0:
            return setup, text[:at] + text[at + len(setup) :]
    raise ChordError("setup", text.strip(), f"name a set-up: {', '.join(tables().fins.setups)}")


def _word(cell: str) -> dict[str, Any] | None:
    """What one of the words behind the name says; None where it is a number."""
    for field, words in (
        ("box", get_args(BoxKind)),
        ("size", get_args(FinSize)),
        ("flex", get_args(FinFlex)),
    ):
        if found := next((word for word in words if word.lower() == cell.lower()), None):
            return {field: found}
    return None


def read_line(line: str) -> Read:
    """A set whose fins are those of its set-up in its size; what they measure is told by a table.

    Raises:
        ChordError: names what is missing, or the word that says nothing.
    """
    name, _, rest = line.partition(",")
    setup, rest = _setup_in(rest)
    facts: dict[str, Any] = {"name": name.strip(), "setup": setup}
    count = 1
    for cell in filter(None, (part.strip() for part in rest.split(","))):
        if found := _word(cell):
            facts |= found
        elif many := _COUNT.fullmatch(cell):
            count = int(many[1] or many[2])
        elif cell[0].isdigit():
            facts["price"] = number_in("price", cell)
        else:
            raise ChordError("line", cell, f"“{cell}” says nothing of fins; {_HOW}")
    if "size" not in facts:
        raise ChordError("size", None, f"say the size, {_HOW}")
    groups = [
        {"count": each, "area_m2": area, "depth_m": depth}
        for each, _, area, depth in groups_of(setup, facts["size"])
    ]
    return Read(fins=parse(FinSet, {**facts, "groups": groups}), count=count)
