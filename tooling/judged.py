"""The judged fittings, and how a first answer is held against them."""

from __future__ import annotations

import json
import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import numpy as np

from chord_core.documents import Surfer, Water, parse
from chord_core.surfer.defaults import Rider, rider_with_defaults
from chord_core.water.conditions import Conditions, conditions_with_defaults

FILE = Path(__file__).resolve().parent.parent / "core" / "judged" / "fittings.json"


@dataclass(frozen=True)
class Judged:
    """A fitting with what its advisor accepts; litres [L], length and width [m] of the first kind."""

    set: str
    rider: Rider
    conditions: Conditions
    water: Water
    accepted: tuple[str, ...]
    rejected: frozenset[str]
    litres: tuple[float, float]
    length_m: tuple[float, float]
    width_m: tuple[float, float]

    def middle(self, name: str) -> float:
        """Natural log of the middle of what is accepted."""
        low, high = getattr(self, name)
        return math.log(low * high) / 2


@dataclass(frozen=True)
class Answer:
    """A first answer: the kind, all kinds that are said together, litres [L]."""

    kind: str
    together: tuple[str, ...]
    litres: float


@dataclass(frozen=True)
class Held:
    """Of how many fittings a first answer holds: kind accepted, none rejected said beside it, litres inside,
    all three."""

    cases: int
    kind: int
    none_rejected: int
    litres: int
    all: int


def _case(row: dict[str, Any]) -> Judged:
    rider, _ = rider_with_defaults(parse(Surfer, row["surfer"], "surfer"))
    water = parse(Water, row["water"], "water")
    conditions, _ = conditions_with_defaults(water, rider.height_m)
    return Judged(
        row["set"], rider, conditions, water, tuple(row["families"]), frozenset(row["rejected"]),
        tuple(row["litres"]), tuple(row["length_m"]), tuple(row["width_m"]),
    )  # fmt: skip


def judged() -> list[Judged]:
    """All judged fittings."""
    return [_case(row) for row in json.loads(FILE.read_text(encoding="utf-8"))["fittings"]]


def parts_held(case: Judged, answer: Answer) -> tuple[bool, bool, bool]:
    """Whether kind, those beside it, and litres hold."""
    low, high = case.litres
    together = {answer.kind, *answer.together}
    return answer.kind in case.accepted, not together & case.rejected, low <= answer.litres <= high


def held(cases: Iterable[Judged], answers: Iterable[Answer]) -> Held:
    """Of how many fittings the answers hold."""
    rows = [parts_held(case, answer) for case, answer in zip(cases, answers, strict=True)]
    kind, none_rejected, litres = np.array(rows, int).reshape(-1, 3).sum(axis=0).tolist()
    return Held(len(rows), kind, none_rejected, litres, sum(all(row) for row in rows))


def tenths(count: int, seed: int) -> list[list[int]]:
    """Ten even folds of so many cases, the same for a seed."""
    order = np.random.default_rng(seed).permutation(count)
    return [sorted(int(at) for at in order[part::10]) for part in range(10)]


def sets_of(cases: Sequence[Judged]) -> list[list[int]]:
    """A fold for each set, which is one advisor's."""
    names = list(dict.fromkeys(case.set for case in cases))
    return [[at for at, case in enumerate(cases) if case.set == name] for name in names]
