"""Kinds of long work. Each app registers its own in its module ``tasks``."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any

from jobs.models import Job

#: What one part of a job comes to; it is written once, in the transaction in which it was worked out.
Do = Callable[[Job, Any], Any]
#: What all parts come to together.
Conclude = Callable[[Job, Sequence[Any]], Any]


@dataclass(frozen=True)
class Kind:
    """A kind of long work: its name, what a part does, what is said at the end.

    A part may write to the database: that stands together with the note that it was done, or not at all.
    """

    name: str
    do: Do
    conclude: Conclude


_KINDS: dict[str, Kind] = {}


def register(kind: Kind) -> Kind:
    """Make a kind known."""
    _KINDS[kind.name] = kind
    return kind


def kind_of(job: Job) -> Kind:
    """The kind of a job.

    Raises:
        KeyError: no app has such a kind.
    """
    return _KINDS[job.kind]
