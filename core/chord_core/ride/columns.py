"""Columns of a fleet: some boards out of them, and pieces put together again."""

from __future__ import annotations

from dataclasses import fields, is_dataclass
from typing import Any, TypeVar, cast

import numpy as np

from chord_core.hull.stations import IndexArray

T = TypeVar("T")


def take(columns: T, which: IndexArray | slice) -> T:
    """Some rows of an array, of a dictionary or a record of them; what is the same for all boards as it is.

    Args:
        columns: arrays whose first axis is the boards, alone or in dictionaries and records.
        which: indices, or a slice.
    """
    made: Any = columns
    if isinstance(columns, np.ndarray):
        made = columns[which]
    elif isinstance(columns, dict):
        made = {name: take(values, which) for name, values in columns.items()}
    elif is_dataclass(columns) and not isinstance(columns, type):
        made = type(columns)(**{f.name: take(getattr(columns, f.name), which) for f in fields(columns)})
    return cast(T, made)


def concatenate(parts: list[T]) -> T:
    """Columns of the pieces of a fleet one behind another; what is the same for all boards once.

    Args:
        parts: arrays, dictionaries or records of one kind; one at least.
    """
    first: Any = parts[0]
    made: Any = first
    if isinstance(first, np.ndarray):
        made = np.concatenate(cast(list[Any], parts))
    elif isinstance(first, dict):
        made = {name: concatenate([cast(Any, part)[name] for part in parts]) for name in first}
    elif is_dataclass(first) and not isinstance(first, type):
        made = type(first)(
            **{f.name: concatenate([getattr(part, f.name) for part in parts]) for f in fields(first)}
        )
    return cast(T, made)
