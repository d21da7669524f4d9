"""Constants that are choices of the craft, by name; one place, so that a study can move them."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from functools import cache

from chord_core.tables import table


class Craft:
    """The constants of ``craft.json`` as attributes."""

    def __init__(self, values: dict[str, float]) -> None:
        self._values = values

    def __getattr__(self, name: str) -> float:
        try:
            return self._values[name]
        except KeyError:
            raise AttributeError(f"craft.json has no constant “{name}”") from None


@cache
def _shipped() -> Craft:
    return Craft({row["name"]: float(row["value"]) for row in table("craft")["constants"]})


_moved: ContextVar[Craft | None] = ContextVar("moved", default=None)


def craft() -> Craft:
    """The constants in use."""
    return _moved.get() or _shipped()


@contextmanager
def with_moved(name: str, factor: float) -> Iterator[None]:
    """Multiply one constant inside of the block, to see what hangs on it."""
    values = {row["name"]: float(row["value"]) for row in table("craft")["constants"]}
    values[name] *= factor
    token = _moved.set(Craft(values))
    try:
        yield
    finally:
        _moved.reset(token)
