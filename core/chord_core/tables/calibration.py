"""Constants that are choices of the craft, by name; one place for all of them."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from functools import cache

from chord_core.tables import table


class Calibration:
    """The constants of ``craft.json`` as attributes."""

    def __init__(self, values: dict[str, float]) -> None:
        self._values = values
        #: Counts changes, for what is kept of a computation with these constants.
        self.changes = 0

    def __getattr__(self, name: str) -> float:
        try:
            return self._values[name]
        except KeyError:
            raise AttributeError(f"craft.json has no constant “{name}”") from None


@cache
def calibration() -> Calibration:
    """The constants in use."""
    return Calibration({row["name"]: float(row["value"]) for row in table("craft")["constants"]})


@contextmanager
def scaled_constant(name: str, factor: float) -> Iterator[None]:
    """Everything inside is computed with one constant times a factor: to see what hangs on it."""
    values = calibration()._values
    kept = values[name]
    values[name] = kept * factor
    calibration().changes += 1
    try:
        yield
    finally:
        values[name] = kept
        calibration().changes += 1
