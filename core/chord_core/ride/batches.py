"""Many boards in pieces, so that a hundred thousand need no more memory than a thousand at a time."""

from __future__ import annotations

import math
from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor
from contextvars import copy_context
from dataclasses import dataclass, replace

import numpy as np

from chord_core.cancellation import check_cancelled, uncancellable
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array, IndexArray
from chord_core.ride.columns import concatenate, take
from chord_core.ride.fins import FleetFins
from chord_core.ride.float import Floats
from chord_core.ride.longboard import nose_riding
from chord_core.ride.reference import swing_slow
from chord_core.ride.ride_model import FleetRide, build_fleet_ride
from chord_core.ride.rides_band import rides_band
from chord_core.ride.turn import turn_radius
from chord_core.ride.wave_range import find_wave_range
from chord_core.surfer.defaults import Rider
from chord_core.water.conditions import Conditions

#: Boards at a time: some 20 MB of tables.
CHUNK = 1000
#: From this many boards on two pieces are computed side by side.
_SIDE_BY_SIDE, _WORKERS = 500, 2


@dataclass(frozen=True)
class RideSummary:
    """What a rack needs of n boards, (n,) unless said.

    Works share and the same by bin, (n, m); the mean of each of its factors over the bins; rides an hour with
    their band (equal where none was asked) and range [m] (NaN on a river or where it was not asked), which of
    the factors ``names`` ends the range (-1: none); sprint and cruise [m/s]; how surely a river board stays
    (NaN at sea); turn radius [m], time to roll [s], sweet spot [m], lean
    tolerance [deg], hold [m/s], how much slower than a
    shortboard it swings round, nose-riding index; how they
    float the rider. ``along_m_s`` is the speed along the usual wall."""

    works: Array
    by_bin: Array
    means: dict[str, Array]
    rides: Array
    rides_low: Array
    rides_high: Array
    low_m: Array
    high_m: Array
    small_ends: IndexArray
    big_ends: IndexArray
    sprint_m_s: Array
    cruise_m_s: Array
    stays_on: Array
    radius_m: Array
    roll_s: Array
    sweet_m: Array
    lean_deg: Array
    hold_m_s: Array
    swing_slow: Array
    nose_index: Array
    floats: Floats
    names: tuple[str, ...]
    along_m_s: float

    def __len__(self) -> int:
        return len(self.works)

    def rows(self, which: IndexArray | slice) -> RideSummary:
        """What the boards ``which`` (indices or a slice) do."""
        return take(self, which)

    def filled(self, which: IndexArray, more: Ends) -> RideSummary:
        """These with the band and the range of some boards, which were asked for apart.

        Args:
            which: where the boards of ``more`` stand here.
        """
        made = {}
        for name, found in vars(more).items():
            made[name] = found
            if name != "names":
                made[name] = getattr(self, name).copy()
                made[name][which] = found
        return replace(self, **made)

    def ends(self, row: int) -> dict[str, str]:
        """What ends the range of one board at its small and at its big end, where something does."""
        which = {"small": int(self.small_ends[row]), "big": int(self.big_ends[row])}
        return {end: self.names[factor] for end, factor in which.items() if factor >= 0}


@dataclass(frozen=True)
class Ends:
    """Range of n boards with the band of their rides, (n,), and the factors that may end a range."""

    rides_low: Array
    rides_high: Array
    low_m: Array
    high_m: Array
    small_ends: IndexArray
    big_ends: IndexArray
    names: tuple[str, ...]


def ends_of(fleet_ride: FleetRide, asked: int) -> Ends:
    """Range and band of the first ``asked`` boards; for the others no range, and a band of no width."""
    count, rides = len(fleet_ride.hull), fleet_ride.rides_an_hour(fleet_ride.works)
    nothing, never = np.full(count, np.nan), np.full(count, -1)
    if fleet_ride.conditions.river or not asked:
        return Ends(rides, rides, nothing, nothing, never, never, ())
    first = fleet_ride.first(asked)
    span = find_wave_range(first)
    low, _, high = rides_band(first)
    found = Ends(low, high, span.low_m, span.high_m, span.small_ends, span.big_ends, span.names)
    if asked < count:
        rest = slice(asked, None)
        none = Ends(rides[rest], rides[rest], nothing[rest], nothing[rest], never[rest], never[rest], ())
        found = concatenate([found, none])
    return found


def pick_boards(parts: Sequence[tuple[FleetRide, IndexArray]], hull: Hull, fins: FleetFins) -> FleetRide:
    """Some boards out of fleets that were ridden by one rider in one water, with what is known of them.

    Args:
        parts: fleets, and which of their boards.
        hull: the boards, in the order of the parts.
        fins: their fins, in the same order.
    """
    known = [fleet_ride.known(which) for fleet_ride, which in parts]
    lying, found = concatenate([lies for lies, _ in known]), concatenate([found for _, found in known])
    return parts[0][0].on_boards(hull, fins, lying, found)


def summary_of(fleet_ride: FleetRide, asked: int) -> RideSummary:
    """What a fleet that is ridden does; the first ``asked`` are asked for range and band."""
    hull, river = fleet_ride.hull, fleet_ride.conditions.river
    ends = ends_of(fleet_ride, asked)
    factors, weight = fleet_ride.in_bins, fleet_ride.conditions.bins.weight
    stays = factors["stays"][:, 0] if river else np.full(len(hull), np.nan)
    return RideSummary(
        works=fleet_ride.works,
        by_bin=fleet_ride.by_bin,
        means={name: rows @ weight for name, rows in factors.items()},
        rides=fleet_ride.rides_an_hour(fleet_ride.works),
        **vars(ends),
        sprint_m_s=fleet_ride.paddle_state.sprint_m_s,
        cruise_m_s=fleet_ride.paddle_state.cruise_m_s,
        stays_on=stays,
        radius_m=turn_radius(hull, fleet_ride.fins),
        roll_s=fleet_ride.roll_s,
        sweet_m=fleet_ride.sweet_m,
        lean_deg=fleet_ride.lean_deg,
        hold_m_s=fleet_ride.hold_m_s,
        swing_slow=swing_slow(hull, fleet_ride.rider),
        nose_index=nose_riding(hull, fleet_ride.weight_n, fleet_ride.rho),
        floats=fleet_ride.paddle_state.floats,
        along_m_s=fleet_ride.along_m_s,
    )


def summarize_rides(
    hull: Hull,
    fins: FleetFins,
    rider: Rider,
    conditions: Conditions,
    chunk: int = CHUNK,
    asked: int = 0,
) -> RideSummary:
    """What boards do for a rider in a water, ``chunk`` boards at a time.

    Args:
        hull: n boards, as ``labelled_hulls`` gives them.
        fins: their fins, in the same order.
        asked: how many of the first boards are asked for their range, and for the band of their rides.

    Raises:
        Cancelled: nobody waits for it (``cancellable``).
    """
    return ride_and_summarize(hull, fins, rider, conditions, asked, chunk)[0]


def ride_and_summarize(
    hull: Hull, fins: FleetFins, rider: Rider, conditions: Conditions, asked: int, chunk: int = CHUNK
) -> tuple[RideSummary, FleetRide | None]:
    """``summarize_rides``, and the fleet as it was ridden, of which more can be asked: None where it was
    ridden in pieces.

    Raises:
        Cancelled: nobody waits for it (``cancellable``).
    """
    check_cancelled()
    count = math.ceil(len(hull) / chunk)
    if count > 1 or len(hull) > _SIDE_BY_SIDE:
        return _in_pieces(hull, fins, rider, conditions, max(count, 2), asked), None
    # The hull itself keeps what was computed of it.
    fleet_ride = build_fleet_ride(hull, fins, rider, conditions, full=False)
    return summary_of(fleet_ride, min(asked, len(hull))), fleet_ride


def _in_pieces(
    hull: Hull, fins: FleetFins, rider: Rider, conditions: Conditions, count: int, asked: int
) -> RideSummary:
    """The same in pieces of one size, two of them side by side; no board depends on another."""
    size = math.ceil(len(hull) / count)

    def ride(at: int) -> RideSummary:
        mine, their = hull.piece(size, at), fins.rows(slice(at * size, (at + 1) * size))
        here = min(max(asked - at * size, 0), len(mine))
        with uncancellable():
            return summary_of(build_fleet_ride(mine, their, rider, conditions, full=False), here)

    pieces = range(math.ceil(len(hull) / size))
    with ThreadPoolExecutor(_WORKERS) as workers:
        # Each in a copy of what surrounds us: the tables in use are a part of it.
        riding = [workers.submit(copy_context().run, ride, at) for at in pieces]
        return concatenate([one.result() for one in riding])
