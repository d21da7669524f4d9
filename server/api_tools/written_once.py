"""Queries that nearly every request asks: written once by the ORM, asked with other values."""

from collections.abc import Callable, Sequence
from functools import cached_property
from typing import Any

from django.db import connections, router
from django.db.models import QuerySet


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
