"""The tables of numbers that are choices: data files with a reason, read once, named by a fingerprint.

A shop may edit them; a fitting records ``tables_version`` so that one can tell which were used.
"""

from __future__ import annotations

import hashlib
import json
from dataclasses import dataclass
from functools import cache
from importlib import resources
from typing import Any

from chord_core.units import INCH_M

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


#: By what lies in the folder: a table that was forgotten in a list would not count in the fingerprint.
TABLE_NAMES = tuple(
    sorted(
        file.name.removesuffix(".json")
        for file in resources.files(__name__).iterdir()
        if file.name.endswith(".json")
    )
)


@cache
def _text(name: str) -> str:
    return (resources.files(__name__) / f"{name}.json").read_text(encoding="utf-8")


@cache
def table(name: str) -> dict[str, Any]:
    """Return the table ``name`` (one of ``TABLE_NAMES``) as read from its file."""
    return dict(json.loads(_text(name)))


@cache
def tables_version() -> str:
    """Return the fingerprint of all tables: 12 hexadecimal digits that change when a number does."""
    whole = "\n".join(_text(name) for name in TABLE_NAMES)
    return hashlib.sha256(whole.encode()).hexdigest()[:12]


def _metres(span: list[float]) -> Span:
    return span[0] * INCH_M, span[1] * INCH_M


def _family(row: dict[str, Any]) -> Family:
    inches = {"wide_point_in", "nose_rocker_in", "tail_rocker_in", "edge_from_tail_in"}
    spans = {"length_in", "width_in", "thickness_in"}
    values = {key: value for key, value in row.items() if key not in inches | spans | {"class"}}
    values |= {key[:-3] + "_m": row[key] * INCH_M for key in inches}
    values |= {key[:-3] + "_m": _metres(row[key]) for key in spans}
    return Family(board_class=row["class"], **values)


@cache
def families() -> dict[str, Family]:
    """Return the families by name, in the order of the table."""
    return {row["name"]: _family(row) for row in table("families")["families"]}


@cache
def rungs() -> dict[str, Rung]:
    """Return the rungs by name, lowest first."""
    made = {}
    for step, row in enumerate(table("rungs")["rungs"]):
        spans = {key: tuple(row[key]) for key in ("litres_per_kg", "stand_up_reserve")}
        made[row["name"]] = Rung(step=step, **{**row, **spans})
    return made


@cache
def builds() -> dict[str, Build]:
    """Return the builds by name."""
    return {row["name"]: Build(**row) for row in table("builds")["builds"]}
