"""Queries that nearly every request asks: written once by the ORM, asked with other values."""

from collections.abc import Callable, Iterator, Sequence
from functools import cached_property
from typing import Any, Generic, TypeVar

from django.db import connections, router
from django.db.models import Model, QuerySet

_ModelT = TypeVar("_ModelT", bound=Model)


class WrittenOnce:
    """A query whose words are the same in every request: to put them together anew takes several times as
    long as the database takes to answer.

    Args:
        rows: the query for the values of ``samples``, as ``values_list``.
        samples: values of the kind that is asked with, no two alike, in the order in which they are given.
    """

    def __init__(self, rows: Callable[..., "QuerySet[Any, Any]"], *samples: Any) -> None:
        self._rows, self._samples = rows, samples

    @cached_property
    def _written(self) -> tuple[str, type[Any], tuple[int, ...]]:
        """The statement, whose rows it reads, and which of the values stands at each of its places."""
        query = self._rows(*self._samples)
        words, values = query.query.sql_with_params()
        return str(words), query.model, tuple(self._samples.index(value) for value in values)

    def __call__(self, *values: Any) -> Sequence[tuple[Any, ...]]:
        """The rows for these values, as the database gives them."""
        words, model, places = self._written
        with connections[router.db_for_read(model)].cursor() as cursor:
            cursor.execute(words, [values[place] for place in places])
            return list(cursor.fetchall())


def _names(model: type[Model]) -> list[str]:
    return [field.attname for field in model._meta.concrete_fields]


class RowsWrittenOnce(Generic[_ModelT]):
    """The same for whole rows, as the ORM makes them.

    Args:
        model: whose rows.
        rows: the query for the values of ``samples``.
        along: its foreign keys whose rows are read along.
        more: names of what the query adds to a row (``annotate``).
    """

    def __init__(
        self,
        model: type[_ModelT],
        rows: Callable[..., "QuerySet[_ModelT, _ModelT]"],
        *samples: Any,
        along: Sequence[str] = (),
        more: Sequence[str] = (),
    ) -> None:
        self._model, self._along, self._more = model, along, more
        others = [f"{key}__{name}" for key in along for name in _names(self._other(key))]
        columns = [*_names(model), *others, *more]
        self._ask = WrittenOnce(lambda *values: rows(*values).values_list(*columns), *samples)

    def __call__(self, *values: Any) -> list[_ModelT]:
        """The rows for these values."""
        using = router.db_for_read(self._model)
        return [self._made(iter(row), using) for row in self._ask(*values)]

    def _other(self, key: str) -> type[Model]:
        other = self._model._meta.get_field(key).related_model
        assert isinstance(other, type)
        return other

    def _made(self, values: Iterator[Any], using: str) -> _ModelT:
        made = _row(self._model, values, using)
        for key in self._along:
            other = _row(self._other(key), values, using)
            setattr(made, key, None if other.pk is None else other)
        for name in self._more:
            setattr(made, name, next(values))
        return made


def _row(model: type[_ModelT], values: Iterator[Any], using: str) -> _ModelT:
    """A row out of the next values, as Django makes it of what the database gives."""
    connection, read = connections[using], []
    for field in model._meta.concrete_fields:
        value = next(values)
        converts = getattr(field, "from_db_value", None)
        read.append(converts(value, None, connection) if converts else value)
    return model.from_db(using, _names(model), read)
