"""Scouts: the ordinary boards of every family that is open, judged for a case. They say which families lead
and what the best that one can ask for is."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from chord_core.fit.case import Case
from chord_core.fit.factors import Best, Judged, judge_alone
from chord_core.fit.gates import closed_because, kind_factor
from chord_core.fit.ordinary import ordinary_fleet
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.ride.fins import FinSet
from chord_core.tables import Family, families, table

#: Boards that grow a surfer less than this are no measure of what a good day gives.
_GROWS = 0.5


@dataclass(frozen=True)
class Scouts:
    """Ordinary boards judged for a case, (families x sizes,); the families, best first; what the best
    reaches. ``open``: whether any family is."""

    names: tuple[str, ...]
    judged: Judged
    best: Best
    products: Array
    families: tuple[Family, ...]
    open: bool

    def rows_of(self, family: str) -> slice:
        """Where a family's boards stand."""
        size = table("fit")["ordinary_sizes"]
        at = self.names.index(family) * size
        return slice(at, at + size)


def open_families(case: Case) -> tuple[str, ...]:
    """Families that are open and of the class and aim; where there are none, open ones of another class."""
    rider, spot = case.rider, case.spot
    free = [f for f in families().values() if not closed_because(f, rider, spot)]
    least = min(
        table("sizing")["kind"][word] for word in ("opened class", "small in big water", "not asked for")
    )
    wanted = [f.name for f in free if kind_factor(f, rider, spot)[0] >= least]
    return tuple(wanted or [f.name for f in free])


#: Who finds every gate shut is shown what is least wrong.
_LEAST_BAD = ("soft", "middle")


def _best_of(judged: Judged) -> Best:
    grows = judged.growth.growth > _GROWS
    rows = judged.days[grows] if grows.any() else judged.days
    parts = judged.parts()
    best = {name: float(values.max()) for name, values in parts.items()}
    usual = {name: float(np.median(values)) for name, values in parts.items()}
    unscaled = Best(np.maximum(rows.max(axis=0), 1e-9), 1.0, best, usual)
    return replace(unscaled, product=max(float(judged.product(unscaled).max()), 1e-9))


def _least_bad() -> tuple[str, ...]:
    return tuple(f.name for f in families().values() if f.board_class in _LEAST_BAD)


def _key(names: tuple[str, ...]) -> str:
    return "ordinary: " + ", ".join(names)


def scouting(case: Case) -> tuple[str, Hull, FinSet]:
    """The ordinary boards that a case is measured by, and the name under which it keeps what they do: who
    rides boards in it anyway may ride these along (``Case.know``)."""
    names = open_families(case) or _least_bad()
    _, hull, fins = ordinary_fleet(names)
    return _key(names), hull, fins


def scouts_of(case: Case, target_l: float | None) -> Scouts:
    """Judge the ordinary boards of the open families for a case.

    Args:
        target_l: the advisor's own target [L], or None.
    """
    wanted = open_families(case)
    names = wanted or _least_bad()
    boards, hull, fins = ordinary_fleet(names)
    ridden = case.ridden(_key(names), hull, fins)
    judged = judge_alone(case, target_l, boards, hull, ridden)
    best = _best_of(judged)
    products = judged.product(best).reshape(len(names), -1)
    order = _order(case, names, products.max(axis=1))
    ranked = tuple(families()[names[i]] for i in order) if wanted else ()
    return Scouts(names, judged, best, products, ranked, bool(wanted))


def _order(case: Case, names: tuple[str, ...], products: Array) -> list[int]:
    """Families by their best ordinary board; one that was wished for leads."""
    wish = case.rider.surfer.wish
    return sorted(range(len(names)), key=lambda i: (names[i] != wish, -products[i]))
