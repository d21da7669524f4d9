"""Baseline: the boards that are expected of every family that comes into question, judged for a case. They
say which families lead and what can be asked for."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from chord_core.documents.board import Board
from chord_core.fit.judge.case import Case
from chord_core.fit.judge.factors import Best, Judged, closed_in, judge_alone, kept_shares
from chord_core.fit.rules.reference_boards import reference_fleet
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import Hull, hull_of
from chord_core.hull.stations import Array
from chord_core.ride.fins import FleetFins, fins_of
from chord_core.tables import Family, families, tables

#: Boards that grow a surfer less than this are no measure of what a good day gives.
_GROWS = 0.5
#: Litres of a family's boards over those that are expected.
TIMES = (0.93, 1.0, 1.07)


@dataclass(frozen=True)
class Baseline:
    """Expected boards judged for a case, (families x sizes,); the families, best first; what the best
    reaches; products (families, sizes). ``open``: whether any family is."""

    names: tuple[str, ...]
    boards: tuple[Board, ...]
    judged: Judged
    best: Best
    products: Array
    families: tuple[Family, ...]
    open: bool

    def rows_of(self, family: str) -> slice:
        """Where a family's boards stand."""
        at = self.names.index(family) * len(TIMES)
        return slice(at, at + len(TIMES))


#: Who finds every gate shut is shown what is least wrong.
_LEAST_BAD = ("soft", "middle")


def open_families(case: Case) -> tuple[str, ...]:
    """The open families that come into question, the most expected first."""
    logs = case.expected.log_shares
    free = sorted((name for name in logs if not closed_in(case, name)), key=lambda name: -logs[name])
    rules = tables().fit.baseline
    return tuple(
        name
        for at, name in enumerate(free)
        if (at < rules.most and (logs[name] >= logs[free[0]] - rules.log_odds or at < rules.fewest))
        or name == case.rider.surfer.wish
    )


def _best_of(case: Case, judged: Judged, names: Sequence[str]) -> tuple[Best, Array]:
    grows = judged.growth.growth > _GROWS
    rows = judged.days[grows] if grows.any() else judged.days
    parts = judged.parts()
    best = {name: float(values.max()) for name, values in parts.items()}
    usual = {name: float(np.median(values)) for name, values in parts.items()}
    scale = Best(np.maximum(rows.max(axis=0), 1e-9), {}, {}, {}, best, usual)
    products = judged.product(scale).reshape(len(names), -1)
    norms = np.maximum(products.max(axis=1), 1e-9)
    rules = tables().expected_kinds.ride
    heard = rules.weight * np.maximum(np.log(norms / norms.max()), -rules.most)
    physics = dict(zip(names, (float(one) for one in heard), strict=True))
    by_name = dict(zip(names, (float(one) for one in norms), strict=True))
    shares = kept_shares(case, physics)
    return replace(scale, norms=by_name, physics=physics, shares=shares), products


def _least_bad() -> tuple[str, ...]:
    return tuple(f.name for f in families().values() if f.board_class in _LEAST_BAD)


def _key(target_l: float | None) -> str:
    return f"expected: {target_l}"


def _fleet(case: Case, target_l: float | None) -> tuple[tuple[str, ...], tuple[Board, ...], Hull, FleetFins]:
    def made() -> tuple[tuple[str, ...], tuple[Board, ...], Hull, FleetFins]:
        names = open_families(case) or _least_bad()
        boards = tuple(case.expected.board(name, target_l, times) for name in names for times in TIMES)
        return names, boards, hull_of(fleet_of(boards)), fins_of(boards)

    return case.once(("fleet", target_l), made)


@dataclass(frozen=True)
class Reference:
    """Boards by which a case is measured, and the name under which it keeps what they do."""

    name: str
    hull: Hull
    fins: FleetFins


def expected_reference(case: Case, target_l: float | None) -> Reference:
    """The expected boards of the open families, by which fits are measured."""
    _, _, hull, fins = _fleet(case, target_l)
    return Reference(_key(target_l), hull, fins)


def family_sizes(family: str) -> Reference:
    """A family's reference boards from its smallest to its largest, by which its litres are measured."""
    _, hull, fins = reference_fleet((family,))
    return Reference(f"ordinary: {family}", hull, fins)


def measured_by(case: Case, target_l: float | None) -> tuple[Reference, ...]:
    """The boards that a case is measured by: who rides boards in it anyway may ride these along, a few boards
    more cost next to nothing (``Case.know``). The expected boards, and the sizes of the family that is
    expected most: if another comes to lead, its sizes are ridden when they are asked for."""
    names, expected = _fleet(case, target_l)[0], expected_reference(case, target_l)
    return (expected, family_sizes(names[0])) if sized_by_waves(case, names[0]) else (expected,)


def sized_by_waves(case: Case, family: str) -> bool:
    """Whether the wave says something of a family's litres: not for stand-up, which is sized by its float
    alone, nor where the family is behind a gate."""
    return case.rider.craft != "stand_up" and not closed_in(case, family)


def expected_boards(case: Case) -> tuple[Board, ...]:
    """The board that is expected of each open family that comes into question, the most expected first."""
    names, boards, _, _ = _fleet(case, None)
    return tuple(boards[at * len(TIMES) + TIMES.index(1.0)] for at in range(len(names)))


def build_baseline(case: Case, target_l: float | None) -> Baseline:
    """Judge the expected boards of the open families for a case, once.

    Args:
        target_l: the advisor's own target [L], or None.
    """
    return case.once(("baseline", target_l), lambda: _build_baseline(case, target_l))


def _build_baseline(case: Case, target_l: float | None) -> Baseline:
    names, boards, hull, fins = _fleet(case, target_l)
    judged = judge_alone(case, target_l, boards, hull, case.ridden(_key(target_l), hull, fins))
    best, products = _best_of(case, judged, names)
    open_ = not closed_in(case, names[0])
    ranked = tuple(families()[name] for name in _order(case, names, best)) if open_ else ()
    return Baseline(names, boards, judged, best, products, ranked, open_)


def _order(case: Case, names: tuple[str, ...], best: Best) -> list[str]:
    """Families as they are expected; one that was wished for leads if it is nearly as good."""
    wish, least = case.rider.surfer.wish, tables().fit.wish_from / 100
    leads = {name: name == wish and best.shares[name] >= least for name in names}
    return sorted(names, key=lambda name: (not leads[name], -best.shares[name], names.index(name)))
