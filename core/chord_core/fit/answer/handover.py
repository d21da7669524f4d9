"""Hand-over: the face height at which one of several boards takes over from another."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from chord_core import spoken
from chord_core.documents.verbs.compare import HandOver
from chord_core.fit.judge.case import Case
from chord_core.fit.judge.style import style_on
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array, BoolArray
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
#: Faces on which neither is worth this share of what the better one is at its best are not what they are for.
_LEAST_OF_BEST = 0.25
#: Within this of each other either board will do.
EITHER = 0.10
#: A crossing is looked for in so many rounds of so many faces: a bracket of 5 % to a hundredth of that.
_ROUNDS, _POINTS = 2, 17


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


@dataclass(frozen=True)
class _Search:
    """Between which faces [m] the logarithm of what a board is worth over another crosses a level."""

    two: tuple[int, int]
    low: float
    high: float
    level: float = 0.0

    def narrowed(self, faces_m: Array, ahead: Array) -> _Search:
        """Between the first two of these faces on either side of the level."""
        over = ahead > self.level
        turns = np.flatnonzero(over != over[0])
        at = int(turns[0]) if len(turns) else len(over) - 1
        return replace(self, low=float(faces_m[at - 1]), high=float(faces_m[at]))


def _crossings(pile: _Pile, slope: float, searches: Sequence[_Search]) -> list[float]:
    """Where each search crosses its level [m], to a thousandth: all are narrowed together, the boards asked
    once a round."""
    found = list(searches)
    for _ in range(_ROUNDS if found else 0):
        faces = np.stack([np.geomspace(one.low, one.high, _POINTS) for one in found])
        worth = np.log(pile.worth(faces.ravel(), slope)).reshape(-1, *faces.shape)
        found = [
            one.narrowed(faces[i], worth[one.two[0], i] - worth[one.two[1], i]) for i, one in enumerate(found)
        ]
    return [float(np.sqrt(one.low * one.high)) for one in found]


def hand_overs(
    case: Case,
    hull: Hull,
    fins: FleetFins,
    names: Sequence[str],
    pairs: Sequence[tuple[int, int]] | None = None,
    steepness: str | None = None,
) -> tuple[HandOver, ...]:
    """Hand-overs between boards on faces of each steepness.

    Args:
        pairs: which boards; without them the first and each other one.
        steepness: on faces of this steepness only.

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
    asked = [(0, other) for other in range(1, len(hull))] if pairs is None else pairs
    for row in tables().waves.steepness:
        if steepness not in (None, row.name):
            continue
        slope = median_slope(row.name)
        ahead = np.log(candidates.worth(_FACES_M, slope))
        brackets = [one for two in asked if (one := _bracket(two, ahead)) is not None]
        faces = _crossings(candidates, slope, [one for bracket in brackets for one in bracket.searches])
        for i, bracket in enumerate(brackets):
            face, low, high = faces[3 * i : 3 * i + 3]
            below, above = bracket.two if bracket.first_below else bracket.two[::-1]
            found.append(
                HandOver(
                    steepness=row.name,
                    here=here[row.name],
                    face_m=face,
                    either_m=(min(low, face), max(high, face)),
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


@dataclass(frozen=True)
class _Bracket:
    """Two boards that hand over: which is the one below, and the searches for the hand-over, the lower and
    the upper end of the band."""

    two: tuple[int, int]
    first_below: bool
    searches: tuple[_Search, _Search, _Search]


def _bracket(two: tuple[int, int], logs: Array) -> _Bracket | None:
    """Between which of the heights looked at two boards are equal, and the band about it ends; None where
    they never are.

    Args:
        logs: what all boards are worth at the heights looked at, in logarithms.
    """
    first, second = logs[two[0]], logs[two[1]]
    best = np.maximum(first, second)
    ahead, ridden = first - second, best >= max(np.log(_LEAST), best.max() + np.log(_LEAST_OF_BEST))
    turns = np.flatnonzero((ahead[:-1] * ahead[1:] < 0) & ridden[:-1] & ridden[1:])
    if not len(turns):
        return None
    # A longer board may also be ahead where hardly a wave can be caught; the last crossing is the one meant.
    at = int(turns[-1])
    ends = (_end(two, -1, at, ahead, ridden), _end(two, 1, at, ahead, ridden))
    middle = _Search(two, float(_FACES_M[at]), float(_FACES_M[at + 1]))
    return _Bracket(two, bool(ahead[at] > 0), (middle, *ends))


def _end(two: tuple[int, int], way: int, at: int, ahead: Array, ridden: BoolArray) -> _Search:
    """Where, downwards or upwards from the hand-over, the two differ by more than a tenth, or neither is
    ridden any more."""
    level, i = np.log(1 + EITHER), at if way < 0 else at + 1
    while 0 <= i < len(ahead) and ridden[i] and abs(ahead[i]) <= level:
        i += way
    last = i if 0 <= i < len(ahead) and ridden[i] else i - way
    inside = min(max(last - way, 0), len(ahead) - 1)
    low, high = sorted((float(_FACES_M[last]), float(_FACES_M[inside])))
    if last != i:
        # Neither is ridden beyond it: the band ends there.
        low = high = float(_FACES_M[last])
    return _Search(two, low, high, float(np.copysign(level, ahead[last])))
