"""Some boards out of columns: what is known of a fleet, for a part of it."""

from __future__ import annotations

from dataclasses import fields, is_dataclass
from typing import Any, TypeVar, cast

import numpy as np

from chord_core.hull.stations import Rows

T = TypeVar("T")


def picked(columns: T, which: Rows | slice) -> T:
    """Some rows of an array, of a dictionary or a record of them; what is the same for all boards as it is.

    Args:
        columns: arrays whose first axis is the boards, alone or in dictionaries and records.
        which: indices, or a slice.
    """
    made: Any = columns
    if isinstance(columns, np.ndarray):
        made = columns[which]
    elif isinstance(columns, dict):
        made = {name: picked(values, which) for name, values in columns.items()}
    elif is_dataclass(columns) and not isinstance(columns, type):
        made = type(columns)(**{f.name: picked(getattr(columns, f.name), which) for f in fields(columns)})
    return cast(T, made)
