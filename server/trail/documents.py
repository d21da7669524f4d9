"""What the trail reads and writes."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import Field

from api_tools.query import CommaList
from chord_core.documents.base import Document, Result

Did = Literal["made", "changed", "removed"]


class TrailAsked(Document):
    """Which changes: those before a number, of one person, of one kind of record or of a single one."""

    before: Annotated[int, Field(ge=1)] | None = None
    person: Annotated[int, Field(ge=1)] | None = None
    kind: str | None = Field(default=None, max_length=63)
    row: Annotated[int, Field(ge=1)] | None = None


Kind = Literal["board", "fins", "break", "order", "ticket", "sale"]


class ChangesAsked(Document):
    """Which changes: those behind one that is known, of some kinds, so many at most."""

    after: int = Field(default=0, ge=0, description="the last change that is known")
    kinds: CommaList[Kind] = Field(default=(), description="as board,order; all where none is said")
    limit: int = Field(default=200, ge=1, le=1000, description="changes at once")


class Noted(Result):
    """That a record was made, changed or removed; what it is now is asked at its own address."""

    id: int
    at: datetime
    kind: Kind
    row: int
    did: Did


class ChangesOut(Result):
    """Changes in their order; ``next``: what to give as ``after`` for those behind; ``more``: whether there
    are some already."""

    changes: tuple[Noted, ...]
    next: int
    more: bool


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
