"""The fit: rides, style, handling and growth of boards for a surfer in a water, and the kind.

Nothing here depends on which boards are judged together.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import partial

import numpy as np

from chord_core.documents.board import Board
from chord_core.fit.expected.kinds import class_first
from chord_core.fit.judge.case import Case
from chord_core.fit.judge.complaints import ComplaintScores, score_complaints
from chord_core.fit.judge.growth import Growth, Wanted, growth_of
from chord_core.fit.judge.handling import Handling, handle, must_duck_dive
from chord_core.fit.judge.style import Style, one_thing, radius_wanted_m, style_of
from chord_core.fit.rules.gates import closed_because
from chord_core.fit.rules.present import present_litres
from chord_core.hull.hull import Hull
from chord_core.hull.label import labels_agree
from chord_core.hull.stations import Array
from chord_core.memory import cached_property
from chord_core.ride.batches import RideSummary
from chord_core.ride.rides import rides_an_hour
from chord_core.surfer.defaults import Rider
from chord_core.tables import families, tables
from chord_core.water.conditions import Conditions

#: Which factor a part belongs to; what is not named here belongs to rides.
PART_OF = {
    "turns": "style",
    "rolls": "style",
    "settles": "style",
    "carry": "handling",
    "duck": "handling",
    "litres": "growth",
    "length": "growth",
    "width": "growth",
    "learn": "growth",
    "shared": "growth",
}
#: Factors of the fit, in the order in which they are said at a counter.
FACTORS = ("rides", "style", "handling", "growth")
_NOTHING = 1e-9


def weights_for(rider: Rider, conditions: Conditions) -> dict[str, float]:
    """How much each factor weighs for this rider, in all 1."""
    rows = tables().fit.weights
    if conditions.river:
        base, turning = rows["river"], rows["river turning"]
    elif one_thing(rider, conditions):
        return rows["one thing"].model_dump()
    elif rider.aim in rows:
        return rows[rider.aim].model_dump()
    else:
        base, turning = rows["usual"], rows["turning"]
    more = turning.model_dump()
    return {name: value + rider.rung.turning_share * more[name] for name, value in base.model_dump().items()}


def days_of_water(rider: Rider, conditions: Conditions) -> Array:
    """Weights of the bins on the days that count, (days, m): all waves alike; bigger ones more for good days;
    three days, the small, usual and big thirds, for one board."""
    weight = conditions.bins.weight
    order = np.argsort(conditions.bins.face_m, kind="stable")
    quantile = np.empty_like(weight)
    quantile[order] = np.cumsum(weight[order]) - weight[order] / 2
    if rider.aim == "good days":
        rows: list[Array] = [weight * quantile]
    elif rider.aim == "one board for everything" and not conditions.river:
        thirds = np.minimum((3 * quantile).astype(int), 2)
        rows = [weight * (thirds == third) for third in range(3) if (thirds == third).any()]
    else:
        rows = [weight]
    return np.array([row / row.sum() for row in rows])


def rides_on_days(rider: Rider, conditions: Conditions, ridden: RideSummary) -> Array:
    """Rides an hour (on a river the works share) on each of the days that count, (n, days)."""
    works = ridden.by_bin @ days_of_water(rider, conditions).T
    if conditions.river:
        return np.asarray(works)
    return np.stack(
        [rides_an_hour(conditions, ridden.along_m_s, ridden.cruise_m_s, day) for day in works.T], axis=1
    )


@dataclass(frozen=True)
class Best:
    """What the expected boards of the open families reach, by which all others are measured.

    ``rides`` on each day that counts; ``norms``: the best product of each family; ``physics``: its log over
    the best family's, as far as it is heard; ``shares``: what is kept of the fit of each family's boards, 1
    for the one that is expected first; ``parts``, ``usual``: for each part the best and the middle one."""

    rides: Array
    norms: dict[str, float]
    physics: dict[str, float]
    shares: dict[str, float]
    parts: dict[str, float]
    usual: dict[str, float]

    @property
    def first(self) -> str:
        """The family that is expected first."""
        return max(self.shares, key=lambda name: self.shares[name])

    def under(self, case: Case) -> Best:
        """The same scale with the families as they are expected in another case."""
        return replace(self, shares=kept_shares(case, self.physics))


def kept_shares(case: Case, physics: dict[str, float]) -> dict[str, float]:
    """What is kept of the fit of each family's boards, by name: its probability over the first open one's, to
    a power (``expected_kinds``).

    Args:
        physics: what the ride adds to the log of a family's probability, by name; of others the least of it.
    """
    rules = tables().expected_kinds
    least = min(physics.values(), default=0.0)
    open_ = [name for name in case.expected.log_shares if not closed_in(case, name)]
    ridden = {name: log + physics.get(name, least) for name, log in case.expected.log_shares.items()}
    # What is behind a gate lends its class no weight.
    logs = class_first(ridden) | class_first({name: ridden[name] for name in open_})
    most = max((logs[name] for name in open_), default=max(logs.values()))
    kept = {name: float(np.exp(rules.power * (log - most))) for name, log in logs.items()}
    return {name: min(max(share, rules.least), 1.0) for name, share in kept.items()}


def closed_in(case: Case, family: str) -> str | None:
    """Why a family is behind a gate in a case, worked out once."""
    return case.once(
        ("closed", family), lambda: closed_because(families()[family], case.rider, case.conditions)
    )


@dataclass(frozen=True)
class Judged:
    """Boards with all that the sentences speak of; factors are arrays (n,), 0-1 but for rides, which may pass
    the best reference board's. ``wanted_m`` is the turn radius that is aimed at on the usual face;
    ``stays``: whether it is a river, where a board stays on or not."""

    hull: Hull
    ridden: RideSummary
    handling: Handling
    style: Style
    growth: Growth
    families: tuple[str, ...]
    closed: tuple[str | None, ...]
    days: Array
    present_l: float | None
    duck_needed: bool
    weights: dict[str, float]
    wanted_m: float
    stays: bool
    boards: Sequence[Board]
    complaint_scores: ComplaintScores
    sharers_fit: Array | None = None

    @cached_property
    def label_agrees(self) -> tuple[bool | None, ...]:
        """For each board whether its label was believed; None where it states no litres."""
        return labels_agree(self.boards, self.hull)

    def rides(self, best: Best) -> Array:
        """Rides over the best reference board's, the least over the days that count, (n,)."""
        return np.asarray((self.days / np.maximum(best.rides, _NOTHING)).min(axis=1))

    def factors(self, best: Best) -> dict[str, Array]:
        """The factors of the fit, each (n,)."""
        return {
            "rides": self.rides(best),
            "style": self.style.style,
            "handling": self.handling.handling,
            "growth": self.growth.growth,
        }

    def product(self, best: Best) -> Array:
        """The factors together, times what is heard of the complaints, (n,)."""
        heard = self.complaint_scores.factor(len(self.hull))
        return np.asarray(weighed(self.weights, self.factors(best)) * heard)

    def kind_of(self, best: Best, row: int) -> float:
        """What is kept of the fit of one board for its kind, 0-1: 0 behind a gate."""
        return 0.0 if self.closed[row] is not None else float(best.shares.get(self.families[row], 0.0))

    def kind(self, best: Best) -> Array:
        """The same of every board, (n,)."""
        return np.array([self.kind_of(best, row) for row in range(len(self.families))])

    def parts(self) -> dict[str, Array]:
        """What the factors are made of, each (n,), 0-1: of rides, of style, of handling, of growth."""
        means = {name: values for name, values in self.ridden.means.items() if name != "nerve"}
        style, handling, growth = self.style, self.handling, self.growth
        return {
            **means,
            "turns": style.turns,
            "rolls": style.rolls,
            "settles": style.settles,
            "carry": handling.carry,
            "duck": handling.duck,
            "litres": growth.litres,
            "length": growth.length,
            "width": growth.width,
            "learn": growth.learn,
            "shared": growth.shared,
        }

    def fit(self, best: Best) -> Array:
        """Fit, (n,): 100 is the expected board of the family that is expected first. A shared board is as
        good as for the worst-off."""
        own = fit_from(best, self.families, self.kind(best), self.product(best))
        return np.asarray(own if self.sharers_fit is None else np.minimum(own, self.sharers_fit))


def fit_from(best: Best, names: Sequence[str], kind: Array, product: Array) -> Array:
    """Fit of boards from their product, (n,), which it rises with. What is better than the expected board of
    its family has a little more: kinds are not told apart by that.

    Args:
        names: their families.
        kind: what is kept for that, (n,).
    """
    most = max(best.norms.values(), default=1.0)
    reached = product / np.maximum(np.array([best.norms.get(name, most) for name in names]), _NOTHING)
    return np.asarray(100 * kind * np.minimum(reached, 1 + tables().fit.over_expected * (reached - 1)))


def weighed(weights: dict[str, float], factors: dict[str, Array]) -> Array:
    """Weighted geometric mean of the factors, so that one fatal flaw shows, (n,)."""
    logs = [weights[name] * np.log(np.maximum(factors[name], _NOTHING)) for name in FACTORS]
    return np.asarray(np.exp(np.sum(logs, axis=0)))


def wanted_of(case: Case, target_l: float | None, names: Sequence[str]) -> Wanted:
    """What is expected of boards of these families, in their order.

    Args:
        target_l: the advisor's own target [L], or None.
    """

    def row(name: str) -> tuple[float, ...]:
        expected = case.expected
        middles = (expected.dim(of, name, target_l).middle for of in ("length_m", "width_m"))
        return (expected.litres(name, target_l).middle, *case.band(name, target_l), *middles)

    at = {name: place for place, name in enumerate(dict.fromkeys(names))}
    rows = np.array([case.once(("wanted", name, target_l), partial(row, name)) for name in at], float)
    return Wanted(*rows.reshape(-1, 5)[[at[name] for name in names]].T)


def judge_alone(
    case: Case, target_l: float | None, boards: Sequence[Board], hull: Hull, ridden: RideSummary
) -> Judged:
    """Judge boards for the surfer of a case alone.

    Args:
        target_l: the advisor's own target [L], or None.
        hull, ridden: the same boards in the same order.
    """
    rider, conditions = case.rider, case.conditions
    names = tuple(board.family for board in boards)
    return Judged(
        hull=hull,
        ridden=ridden,
        handling=handle(hull, ridden.floats, rider, conditions),
        style=style_of(rider, conditions, ridden),
        growth=growth_of(rider, conditions, hull, ridden, wanted_of(case, target_l, names)),
        families=names,
        closed=tuple(closed_in(case, name) for name in names),
        days=rides_on_days(rider, conditions, ridden),
        present_l=present_litres(rider),
        duck_needed=must_duck_dive(rider, conditions),
        weights=weights_for(rider, conditions),
        wanted_m=float(radius_wanted_m(rider, conditions, np.array([ridden.along_m_s]))[0]),
        stays=conditions.river,
        boards=boards,
        complaint_scores=score_complaints(case, hull, ridden),
    )
