"""What the table of several boards of one person holds."""

from __future__ import annotations

from pydantic import Field

from chord_core.tables.schema import Share, Table


class Quiver(Table):
    """Several boards of one person."""

    hours_a_session: float = Field(gt=0, le=8)
    worth_adding_days: float = Field(gt=0, le=365)
    missed_from: Share
    swap_keeps: Share
    suits_from: Share
    learner_fit_from: float = Field(ge=0, le=100)
    learner_below: str
