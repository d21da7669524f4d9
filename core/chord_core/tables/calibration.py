"""Constants that are choices of the craft, by name; one place for all of them."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

from chord_core.errors import ChordError
from chord_core.tables.constants import Constants
from chord_core.tables.whole import tables, using_tables, with_table


def calibration() -> Constants:
    """The constants in use."""
    return tables().constants


@contextmanager
def scaled_constant(name: str, factor: float) -> Iterator[None]:
    """Everything inside is computed with one constant times a factor: to see what hangs on it.

    The value may leave the range of its table: the question is what would happen then.

    Raises:
        ChordError: there is no such constant.
    """
    now = tables()
    if name not in {row.name for row in now.craft.constants}:
        raise ChordError("constant", name, "there is no such constant in craft.json")
    rows = tuple(
        row.model_copy(update={"value": row.value * factor}) if row.name == name else row
        for row in now.craft.constants
    )
    craft = now.craft.model_copy(update={"constants": rows})
    with using_tables(with_table(now, "craft", craft)):
        yield
