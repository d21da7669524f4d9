"""What the addresses of webhooks read and write."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated

from pydantic import Field
from trail.documents import ChangesOut, Kind

from chord_core.documents.base import Document, Result


class HookIn(Document):
    """An address in the shop's own network, and the kinds of records of whose changes it is told."""

    name: str = Field(min_length=1, max_length=80)
    url: str = Field(min_length=8, max_length=300, pattern="^https?://")
    kinds: Annotated[tuple[Kind, ...], Field(min_length=1, max_length=6)]


class HookOut(Result):
    """A webhook: when it took something last, and what went wrong since, if anything did."""

    id: int
    name: str
    url: str
    kinds: tuple[Kind, ...]
    made_at: datetime
    told_at: datetime | None
    failures: int
    next_at: datetime | None
    problem: str


class HooksOut(Result):
    """Webhooks of the shop. ``secret``: the one that was just made, said this once."""

    hooks: tuple[HookOut, ...]
    secret: str | None = None


class Told(Result):
    """What a webhook is sent: the shop's number, and changes as ``/api/v1/changes/`` tells them."""

    shop: int
    changes: ChangesOut
