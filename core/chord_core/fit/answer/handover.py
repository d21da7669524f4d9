"""Hand-over: the face height at which one of several boards takes over from another."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from functools import partial

import numpy as np

from chord_core import spoken
from chord_core.documents.verbs.compare import HandOver
from chord_core.fit.judge.case import Case
from chord_core.fit.judge.style import style_on
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.ride.batches import RideSummary, summarize_rides
from chord_core.ride.fins import FleetFins
from chord_core.ride.ride_model import FleetRide, build_fleet_ride
from chord_core.ride.rides import product_of
from chord_core.tables import tables
from chord_core.water.bins import median_slope
from chord_core.water.face import Face

#: Heights that are looked at [m], and the works x style under which a board is not ridden.
_FACES_M = np.geomspace(0.25, 4.5, 64)
_LEAST = 0.02
#: Within this of each other either board will do.
_EITHER = 0.10
_HALVINGS = 12


@dataclass(frozen=True)
class _Pile:
    """Boards ready to be asked on single faces."""

    case: Case
    fleet_ride: FleetRide
    ridden: RideSummary

    def worth(self, faces_m: Array, slope: float) -> Array:
        """Works share without nerve times style, (n, m), on faces of one slope."""
        face = Face(faces_m, np.full(len(faces_m), slope))
        factors = {name: rows for name, rows in self.fleet_ride.factors(face).items() if name != "nerve"}
        style = style_on(self.case.rider, self.case.conditions, self.ridden, face)
        return np.asarray(np.maximum(product_of(factors) * style, 1e-12))

    def pair(self, other: int, slope: float, faces_m: Array) -> Array:
        """The same of the first board and another, (2, m)."""
        return self.worth(faces_m, slope)[[0, other]]


def _crossing(low: float, high: float, ahead: float, difference: Callable[[float], float]) -> float:
    """Where a difference of two logarithms crosses a level, by bisection between two heights."""
    for _ in range(_HALVINGS):
        middle = float(np.sqrt(low * high))
        if (difference(middle) > 0) == (ahead > 0):
            low = middle
        else:
            high = middle
    return float(np.sqrt(low * high))


def hand_overs(case: Case, hull: Hull, fins: FleetFins, names: Sequence[str]) -> tuple[HandOver, ...]:
    """Hand-overs between the first board and each other one, on faces of each steepness.

    Where works x style are equal (bisection), and the heights about it within which the two differ by no more
    than a tenth. None where one of them is better, or neither is ridden, on every face; none on a river or in
    white water."""
    if case.conditions.kind in ("river", "white_water"):
        return ()
    fleet_ride = build_fleet_ride(hull, fins, case.rider, case.conditions)
    if fleet_ride.in_foam:
        return ()
    candidates = _Pile(case, fleet_ride, summarize_rides(hull, fins, case.rider, case.conditions))
    found, here = [], _shares(case)
    for row in tables().waves.steepness:
        slope = median_slope(row.name)
        worth = candidates.worth(_FACES_M, slope)
        for other in range(1, len(hull)):
            over = _between(worth[0], worth[other], partial(candidates.pair, other, slope))
            if over is None:
                continue
            face, either, first_below = over
            below, above = (0, other) if first_below else (other, 0)
            found.append(
                HandOver(
                    steepness=row.name,
                    here=here[row.name],
                    face_m=face,
                    either_m=either,
                    below=below,
                    above=above,
                    says=f"{names[below]} up to {spoken.face(face)}, then {names[above]}.",
                )
            )
    return tuple(found)


def _shares(case: Case) -> dict[str, float]:
    """Share of a water's waves that are nearest to each class of steepness, in the log of slope."""
    names = [row.name for row in tables().waves.steepness]
    slopes = np.log([median_slope(name) for name in names])
    bins = case.conditions.bins
    nearest = np.abs(np.log(bins.slope)[:, None] - slopes).argmin(axis=1)
    return {name: float(bins.weight[nearest == i].sum()) for i, name in enumerate(names)}


def _between(
    first: Array, second: Array, both: Callable[[Array], Array]
) -> tuple[float, tuple[float, float], bool] | None:
    """The face [m] at which two boards are equal, the band in which either will do, whether the first is the
    one below; None where they never are.

    Args:
        first, second: what they are worth at the heights looked at.
        both: the same at any heights, (2, m).
    """
    ahead = np.log(first / second)
    ridden = np.maximum(first, second) >= _LEAST
    turns = np.flatnonzero((ahead[:-1] * ahead[1:] < 0) & ridden[:-1] & ridden[1:])
    if not len(turns):
        return None
    # A longer board may also be ahead where hardly a wave can be caught; the last crossing is the one meant.
    at = int(turns[-1])

    def difference(face: float) -> float:
        one, other = both(np.array([face]))[:, 0]
        return float(np.log(one / other))

    face = _crossing(float(_FACES_M[at]), float(_FACES_M[at + 1]), float(ahead[at]), difference)
    either = np.abs(ahead) <= np.log(1 + _EITHER)
    low, high = face, face
    for way in (-1, 1):
        i = at if way < 0 else at + 1
        while 0 <= i < len(either) and either[i] and ridden[i]:
            low, high = min(low, float(_FACES_M[i])), max(high, float(_FACES_M[i]))
            i += way
    return face, (low, high), bool(ahead[at] > 0)
