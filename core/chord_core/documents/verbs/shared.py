"""What several verbs read or write."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from chord_core.documents.base import Result

Pair = tuple[float, float]
TargetL = Annotated[float, Field(ge=5, le=300)]


class Assumed(Result):
    """A fact that was assumed: which, what was taken, and why."""

    field: str
    value: float | str | bool
    why: str


class Day(Result):
    """A bar of what the break gives: a word for the face height and the share of days there."""

    word: str
    low_m: float
    high_m: float
    share: float


class Bin(Result):
    """Waves of one size: face height [m], steepest slope of the face, share of the waves."""

    face_m: float
    steepness: float
    weight: float
