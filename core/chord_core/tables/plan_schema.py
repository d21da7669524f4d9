"""What the table of the way ahead of one person holds."""

from __future__ import annotations

from pydantic import Field

from chord_core.tables.schema import Row, Share, Table


class Growth(Row):
    """Medians of a growth reference by age [years]: height [m], mass over height squared [kg/m2]."""

    age: tuple[float, ...]
    boys_m: tuple[float, ...]
    girls_m: tuple[float, ...]
    boys_bmi: tuple[float, ...]
    girls_bmi: tuple[float, ...]


class Plan(Table):
    """The way ahead of one person."""

    sessions_to_next: dict[str, float]
    log_sigma: float = Field(gt=0, lt=1.5)
    quantile: float = Field(gt=0.5, lt=1)
    times_by_age: tuple[tuple[float, float], ...]
    full_sessions_month: float = Field(gt=0)
    seldom_power: float = Field(ge=0, le=1)
    into_level: Share
    months: int = Field(ge=1, le=120)
    measured_every_months: int = Field(ge=1, le=12)
    serves_from: float = Field(gt=0, le=100)
    another_from: Share
    grown_at: float
    growth: Growth
