"""What several verbs read or write."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from chord_core.documents.base import Result

Pair = tuple[float, float]
CautionCode = Literal[
    "too_big", "too_hollow", "instructor", "child", "river", "local_rules", "leash", "cannot_sink"
]
TargetL = Annotated[float, Field(ge=5, le=300)]


class Assumed(Result):
    """A fact that was assumed: which, what was taken, and why."""

    field: str
    value: float | str | bool
    why: str


class Caution(Result):
    """What to mind: a code that programs can read, how grave it is (``stop``: do not go in like this;
    ``care``: with somebody or something; ``note``), and the sentence."""

    code: CautionCode
    severity: Literal["stop", "care", "note"]
    says: str


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
