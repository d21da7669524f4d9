"""What the trail reads and writes."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import Field

from chord_core.documents.base import Document, Result

Did = Literal["made", "changed", "removed"]


class TrailAsked(Document):
    """Which changes: those before a number, of one person, of one kind of record or of a single one."""

    before: Annotated[int, Field(ge=1)] | None = None
    person: Annotated[int, Field(ge=1)] | None = None
    kind: str | None = Field(default=None, max_length=63)
    row: Annotated[int, Field(ge=1)] | None = None


class FieldChange(Result):
    """One value that differs, by its place in the record; in words, null where there was none."""

    field: str
    before: str | None
    after: str | None


class ChangeOut(Result):
    """One change: ``kind`` of record in trade words, ``name`` by which one knows it."""

    id: int
    at: datetime
    person: int | None
    who: str
    kind: str
    row: int
    name: str
    did: Did
    fields: tuple[FieldChange, ...]
    more: int


class TrailOut(Result):
    """A page of the trail, newest first; ``next``: what to give as ``before`` for the page after it."""

    changes: tuple[ChangeOut, ...]
    next: int | None
    kinds: dict[str, str]
