"""All tables together: read once, checked across, named by a fingerprint, copied where a number differs."""

from __future__ import annotations

import hashlib
import json
from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager
from contextvars import ContextVar
from functools import cache, lru_cache, wraps
from importlib import resources
from typing import Any, ParamSpec, TypeVar

from pydantic import ConfigDict, ValidationError

from chord_core.errors import ChordError
from chord_core.memory import cached_property, forgets
from chord_core.tables.answer_schema import (
    Advice,
    Choice,
    Compare,
    ExpectedDims,
    ExpectedKinds,
    ExpectedLitres,
    Fit,
    Needs,
)
from chord_core.tables.checks import cross_faults
from chord_core.tables.constants import Constants
from chord_core.tables.gear_schema import Fins, Gear
from chord_core.tables.log_schema import Log
from chord_core.tables.orders_schema import Orders
from chord_core.tables.plan_schema import Plan
from chord_core.tables.quiver_schema import Quiver
from chord_core.tables.schema import (
    Builds,
    Complaints,
    Craft,
    Families,
    Power,
    Questions,
    Row,
    Rungs,
    Seas,
    Sizing,
    Waves,
)

_P = ParamSpec("_P")
_T = TypeVar("_T")


class Tables(Row):
    """Every table, by the name of its file. Compared and kept by identity: two copies are two sets."""

    model_config = ConfigDict(ignored_types=(cached_property,))

    advice: Advice
    builds: Builds
    choice: Choice
    compare: Compare
    complaints: Complaints
    craft: Craft
    expected_dims: ExpectedDims
    expected_kinds: ExpectedKinds
    expected_litres: ExpectedLitres
    families: Families
    fins: Fins
    fit: Fit
    gear: Gear
    log: Log
    needs: Needs
    orders: Orders
    plan: Plan
    power: Power
    questions: Questions
    quiver: Quiver
    rungs: Rungs
    seas: Seas
    sizing: Sizing
    waves: Waves

    __hash__ = object.__hash__

    def __eq__(self, other: object) -> bool:
        return self is other

    @cached_property
    def constants(self) -> Constants:
        """The craft's constants as attributes."""
        return Constants(**{row.name: row.value for row in self.craft.constants})

    @cached_property
    def version(self) -> str:
        """The fingerprint of all tables: 12 hexadecimal digits that change when a number does."""
        return hashlib.sha256(self.model_dump_json(by_alias=True).encode()).hexdigest()[:12]


TABLE_NAMES = tuple(Tables.model_fields)


def checked_tables(raw: Mapping[str, Any]) -> Tables:
    """Check tables, each and together.

    Args:
        raw: the tables by their names, as JSON reads them.

    Raises:
        ChordError: names the table and the place in it.
    """
    try:
        made = Tables.model_validate(raw)
    except ValidationError as error:
        fault = error.errors(include_url=False)[0]
        place = ".".join(str(step) for step in fault["loc"])
        raise ChordError(f"tables.{place}", fault.get("input"), str(fault["msg"])) from error
    if faults := cross_faults(made):
        raise ChordError("tables", None, "; ".join(faults))
    return made


@cache
def shipped_tables() -> Tables:
    """The tables that come with Chord."""
    folder = resources.files(__package__)
    return checked_tables(
        {name: json.loads((folder / f"{name}.json").read_text(encoding="utf-8")) for name in TABLE_NAMES}
    )


_in_use: ContextVar[Tables | None] = ContextVar("tables", default=None)


def tables() -> Tables:
    """The tables in use: those that come with Chord, unless a copy was laid over them (``using_tables``)."""
    return _in_use.get() or shipped_tables()


@contextmanager
def using_tables(copy: Tables) -> Iterator[None]:
    """Everything inside is computed with other tables; outside, and in other threads, nothing changes."""
    token = _in_use.set(copy)
    try:
        yield
    finally:
        _in_use.reset(token)


def with_table(now: Tables, name: str, table: Row) -> Tables:
    """A copy of tables with one of them replaced, unchecked."""
    return Tables.model_construct(**{**{one: getattr(now, one) for one in TABLE_NAMES}, name: table})


def changed_tables(table: str, **changes: object) -> Tables:
    """A copy of the tables in use with some entries of one table changed, checked like the others."""
    now = tables().model_dump(by_alias=True)
    return checked_tables({**now, table: {**now[table], **changes}})


def kept_by_tables(most: int) -> Callable[[Callable[_P, _T]], Callable[_P, _T]]:
    """Keep what a function returns, the last ``most`` of them, by its arguments and the tables in use."""

    def decorate(function: Callable[_P, _T]) -> Callable[_P, _T]:
        def make(_: Tables, *args: _P.args, **kwargs: _P.kwargs) -> _T:
            return function(*args, **kwargs)

        kept = lru_cache(maxsize=most)(make)
        keep: Callable[..., _T] = kept  # Asked a thousand times an answer: nothing stands in its way.
        forgets(kept.cache_clear)

        @wraps(function)
        def call(*args: _P.args, **kwargs: _P.kwargs) -> _T:
            return keep(_in_use.get() or shipped_tables(), *args, **kwargs)

        return call

    return decorate
