"""The names that documents may use, taken from the tables; one place, so that a schema lists them."""

from __future__ import annotations

from typing import Annotated

from pydantic import AfterValidator, WithJsonSchema

from chord_core.errors import ChordError
from chord_core.tables import builds, families, rungs, tables


def _one_of(field: str, allowed: list[str]) -> tuple[AfterValidator, WithJsonSchema]:
    def check(value: str) -> str:
        if value not in allowed:
            raise ChordError("", value, f"“{value}” is no {field}; one of {', '.join(allowed)}")
        return value

    return AfterValidator(check), WithJsonSchema({"type": "string", "enum": allowed})


_STEEPNESS = [row.name for row in tables().waves.steepness]

FamilyName = Annotated[str, *_one_of("family", list(families()))]
RungName = Annotated[str, *_one_of("rung", list(rungs()))]
BuildName = Annotated[str, *_one_of("build", list(builds()))]
SteepnessName = Annotated[str, *_one_of("steepness", _STEEPNESS)]
SkillName = Annotated[str, *_one_of("skill", [row.name for row in tables().rungs.skills])]
CurrencyName = Annotated[str, *_one_of("currency", list(tables().gear.currencies))]
FinSetupName = Annotated[str, *_one_of("fin set-up", list(tables().fins.setups))]
