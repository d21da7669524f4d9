"""The tables of numbers that are choices: data files with a reason, read once, named by a fingerprint.

A shop may edit them; a fitting records ``tables_version`` so that one can tell which were used.
"""

from __future__ import annotations

from dataclasses import dataclass

from chord_core.tables.schema import FamilyRow
from chord_core.tables.whole import TABLE_NAMES, changed_tables, kept_by_tables, tables, using_tables
from chord_core.units import INCH_M

__all__ = [
    "TABLE_NAMES", "Build", "Family", "Rung", "builds", "changed_tables", "families", "kept_by_tables",
    "rungs", "tables", "tables_version", "using_tables",
]  # fmt: skip

Span = tuple[float, float]


@dataclass(frozen=True)
class Family:
    """A kind of board; lengths in metres, shares without unit. See ``families.json``."""

    name: str
    board_class: str
    length_m: Span
    width_m: Span
    thickness_m: Span
    nose_width_share: float
    tail_width_share: float
    wide_point_m: float
    nose_rocker_m: float
    tail_rocker_m: float
    tail_rocker_exponent: float
    edge_from_tail_m: float
    section_fullness: float
    nose_foil_share: float
    tail_foil_share: float
    nose_shape: str
    tail_shape: str
    fin_setup: str
    build: str
    gate_rung: str


@dataclass(frozen=True)
class Rung:
    """A step of the ladder. ``step`` counts from 0 (starter) to 6 (critical); the rest in ``rungs.json``."""

    step: int
    name: str
    can_do: str
    litres_per_kg: Span
    comfortable_face_m: float
    stand_up_reserve: Span
    radius_aim_m: float
    turning_share: float
    bank_asked: float | None
    pop_up_s: float
    roll_wanted_s: float
    stand_up_steadiness: float
    trim_control_deg: float
    sweet_spot_need_m: float
    lean_need_deg: float
    pumping: float


@dataclass(frozen=True)
class Build:
    """What a board is made of: foam density [kg/m3], skin [kg/m2], whether it has a stringer; damping of
    chop and flex of the tail (PU = 1)."""

    name: str
    foam_kg_m3: float
    skin_kg_m2: float
    stringer: bool
    damping: float
    flex: float


def _metres(span: tuple[float, float]) -> Span:
    return span[0] * INCH_M, span[1] * INCH_M


def _family(row: FamilyRow) -> Family:
    values = row.model_dump()
    for name in [name for name in values if name.endswith("_in")]:
        inches = values.pop(name)
        metres = _metres(inches) if isinstance(inches, tuple) else inches * INCH_M
        values[name.removesuffix("_in") + "_m"] = metres
    return Family(**values)


@kept_by_tables(16)
def families() -> dict[str, Family]:
    """Return the families by name, in the order of the table."""
    return {row.name: _family(row) for row in tables().families.families}


@kept_by_tables(16)
def rungs() -> dict[str, Rung]:
    """Return the rungs by name, lowest first."""
    return {row.name: Rung(step=step, **row.model_dump()) for step, row in enumerate(tables().rungs.rungs)}


@kept_by_tables(16)
def builds() -> dict[str, Build]:
    """Return the builds by name."""
    return {row.name: Build(**row.model_dump()) for row in tables().builds.builds}


def tables_version() -> str:
    """Return the fingerprint of the tables in use: 12 hexadecimal digits that change when a number does."""
    return tables().version
