"""What the table of boards that are ordered holds, a model each."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from chord_core.tables.schema import Named, Row, Share, Table

#: Measures of a board that stand on an order.
Measure = Literal[
    "length_m", "width_m", "thickness_m", "nose_width_m", "tail_width_m", "nose_rocker_m", "tail_rocker_m"
]
Foam = Literal["PU", "EPS"]


class WaitWeeks(Row):
    """Weeks from an order until the board is here."""

    soon: float = Field(gt=0)
    usual: float = Field(gt=0)
    late: float = Field(gt=0)


class BlankRow(Named):
    """A block of foam: its measures [m], one foot from the ends too."""

    foam: Foam
    length_m: float = Field(gt=1)
    width_m: float = Field(gt=0.3)
    thickness_m: float = Field(gt=0.04)
    nose_width_m: float
    tail_width_m: float
    nose_thickness_m: float
    tail_thickness_m: float
    nose_rocker_m: float
    tail_rocker_m: float


class Orders(Table):
    """Boards that are ordered."""

    wait_weeks: WaitWeeks
    worth_within_months: float = Field(gt=0)
    tolerances_m: dict[Measure, float]
    litres_tolerance: Share
    slips_m: dict[Measure, float]
    least_planed_m: float = Field(ge=0)
    least_rail_m: float = Field(ge=0)
    foams: dict[Foam, tuple[str, ...]]
    blanks: tuple[BlankRow, ...]
