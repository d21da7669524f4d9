"""Constants of the craft that sessions could move: what they say of each, within its range.

Rides got over rides expected answer to each constant (differences of the ride itself); a surfer's own habit
goes through all of their sessions (random intercepts). One Gauss-Newton step of a ridge regression: each
constant is drawn to where it stands by how far it could as well lie (its range in ``craft.json``).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.special import ndtri

from chord_core.documents import Surfer
from chord_core.documents.verbs.learn import LoggedSession
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import Array
from chord_core.log.findings import MOVES
from chord_core.ride.fins import fins_of
from chord_core.ride.ride_model import build_fleet_ride
from chord_core.surfer.defaults import missing_facts, rider_with_defaults
from chord_core.tables import tables
from chord_core.tables.calibration import scaled_constant
from chord_core.tables.schema import ConstantRow
from chord_core.water.conditions import conditions_with_defaults

#: Constants are moved by so much either way to see what hangs on them.
_BY = 1.1
#: Nine of ten of what a constant could be lie in its range.
_RANGE = 2 * float(ndtri(0.95))


@dataclass(frozen=True)
class Moved:
    """A constant: where it stands, where the sessions put it with one spread, held to its range; whether they
    say anything (half of the doubt is gone)."""

    name: str
    value: float
    found: float
    sd: float
    low: float
    high: float

    @property
    def says(self) -> bool:
        """Whether it is known better than its range says."""
        return bool(self.sd < 0.5 * (np.log(self.high / self.low) / _RANGE) * self.value)


def constants_moved_by_sessions() -> tuple[str, ...]:
    """Constants that sessions could move, by name."""
    return tuple(sorted({name for names in MOVES.values() for name in names}))


def expected_rides(surfer: Surfer, session: LoggedSession) -> float:
    """Rides that the model expects of anybody with these facts in a session, with the constants in use."""
    rider, _ = rider_with_defaults(surfer.model_copy(update={"learned": None}))
    conditions, _ = conditions_with_defaults(session.water, rider.height_m)
    ride = build_fleet_ride(labelled_hulls([session.board]), fins_of([session.board]), rider, conditions)
    return float(ride.rides_an_hour(ride.works)[0]) * session.minutes / 60


def _counted(
    logs: Sequence[tuple[Surfer, Sequence[LoggedSession]]],
) -> list[tuple[int, Surfer, LoggedSession]]:
    return [
        (who, surfer, one)
        for who, (surfer, sessions) in enumerate(logs)
        if not missing_facts(surfer)
        for one in sessions
        if one.rides is not None and one.water.kind != "river"
    ]


def _answers(rows: Sequence[tuple[int, Surfer, LoggedSession]], names: Sequence[str]) -> Array:
    """By how much the log of rides goes with the log of each constant, (sessions, constants)."""
    made = np.empty((len(rows), len(names)))
    for column, name in enumerate(names):
        ends = []
        for factor in (1 / _BY, _BY):
            with scaled_constant(name, factor):
                ends.append(np.log([expected_rides(surfer, one) + 0.5 for _, surfer, one in rows]))
        made[:, column] = (ends[1] - ends[0]) / (2 * np.log(_BY))
    return made


def recalibrated(
    logs: Sequence[tuple[Surfer, Sequence[LoggedSession]]], names: Sequence[str] | None = None
) -> tuple[Moved, ...]:
    """What sessions say of constants of the craft.

    Args:
        logs: surfers, each with their own sessions; those without counts, or on a river, are passed over.
        names: of the constants; all that sessions could move without it.
    """
    names = tuple(names or constants_moved_by_sessions())
    rows = _counted(logs)
    by_name = {row.name: row for row in tables().craft.constants}
    spread = np.array([np.log(by_name[name].high / by_name[name].low) / _RANGE for name in names])
    if not rows:
        return tuple(_moved(by_name[name], 0.0, sd) for name, sd in zip(names, spread, strict=True))
    rules = tables().log
    expected = np.array([expected_rides(surfer, one) for _, surfer, one in rows])
    off = np.log([(one.rides or 0) + 0.5 for _, _, one in rows]) - np.log(expected + 0.5)
    noise = 1 / np.maximum(expected, 0.5) + rules.learn.count_spread
    # The mean of the log of a count lies under the log of its mean, by half of its relative variance.
    off = off + noise / 2
    people = sorted({who for who, _, _ in rows})
    habit = np.array([[float(who == one) for one in people] for who, _, _ in rows])
    design = np.concatenate([_answers(rows, names), habit], axis=1)
    prior = np.concatenate([spread, np.full(len(people), rules.findings.people_sd)])
    weight = (design / noise[:, None]).T @ design + np.diag(1 / prior**2)
    covariance = np.linalg.inv(weight)
    found = covariance @ (design / noise[:, None]).T @ off
    sds = np.sqrt(np.diag(covariance))
    return tuple(_moved(by_name[name], found[i], sds[i]) for i, name in enumerate(names))


def _moved(row: ConstantRow, log: float, sd: float) -> Moved:
    found = float(np.clip(row.value * np.exp(log), row.low, row.high))
    return Moved(row.name, row.value, found, float(row.value * sd), row.low, row.high)
