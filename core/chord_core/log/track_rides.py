"""Rides, paddling and waiting out of a track, and whether it was surf at all."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
import numpy.typing as npt

from chord_core.hull.stations import Array, BoolArray
from chord_core.log.track_motion import Motion
from chord_core.log.track_states import MOVE, RIDE, WAIT, states_of
from chord_core.tables import tables

Span = tuple[int, int]


@dataclass(frozen=True)
class FoundRide:
    """A ride: first and last second, and what it was."""

    begin: int
    end: int
    length_m: float
    top_m_s: float
    mean_m_s: float
    heading_deg: float


@dataclass(frozen=True)
class Found:
    """What a track holds; ``why_not`` where it is no surf. Spans are first second and the one after the last;
    ``seaward_deg``: where the sea lies."""

    rides: tuple[FoundRide, ...] = ()
    paddling: tuple[Span, ...] = ()
    waiting: tuple[Span, ...] = ()
    walking: tuple[Span, ...] = ()
    vehicle: tuple[Span, ...] = ()
    paddle_m_s: float | None = None
    seaward_deg: float | None = None
    why_not: str = ""


def spans_of(true: BoolArray) -> list[Span]:
    """Spans in which something is true."""
    edges = np.flatnonzero(np.diff(np.concatenate([[False], true, [False]]).astype(np.int8)))
    return [(int(a), int(b)) for a, b in zip(edges[::2], edges[1::2], strict=True)]


def vehicle_seconds(motion: Motion) -> BoolArray:
    """Seconds in a vehicle: whoever is so far away after three minutes, the stops in between, and parking."""
    rules = tables().log.track
    far = int(rules.vehicle_s)
    made = np.zeros(len(motion.at_s), bool)
    if len(made) <= far:
        return made
    away = np.hypot(motion.east_m[far:] - motion.east_m[:-far], motion.north_m[far:] - motion.north_m[:-far])
    for begin, end in spans_of(away > rules.vehicle_m):
        made[begin : end + far] = True
    near = int(rules.near_vehicle_s)
    for begin, end in spans_of(made):
        made[max(begin - near, 0) : end + near] = True
    return made


def ride_of(motion: Motion, begin: int, end: int) -> FoundRide:
    """The ride of a span: what it was, by the smoothed way."""
    speed = motion.speed_m_s[begin:end]
    way = float(np.hypot(np.diff(motion.east_m[begin:end]), np.diff(motion.north_m[begin:end])).sum())
    east = motion.east_m[end - 1] - motion.east_m[begin]
    north = motion.north_m[end - 1] - motion.north_m[begin]
    return FoundRide(
        begin, end - 1, way, float(speed.max()), way / max(end - 1 - begin, 1),
        float(np.degrees(np.arctan2(east, north)) % 360),
    )  # fmt: skip


def _candidates(motion: Motion, states: npt.NDArray[np.int8], left_out: BoolArray) -> list[Span]:
    """Spans that are rides by their speed: pieces put together, their ends where the speed falls."""
    rules = tables().log.track
    speed = motion.speed_m_s
    merged: list[Span] = []
    for begin, end in spans_of((states == RIDE) & ~left_out):
        close = merged and begin - merged[-1][1] <= rules.pause_s
        if close and speed[merged[-1][1] : begin].min(initial=9) > rules.edge_m_s / 2:
            merged[-1] = (merged[-1][0], end)
        else:
            merged.append((begin, end))
    made = []
    for begin, end in merged:
        while begin > 0 and motion.known[begin - 1] and speed[begin - 1] > rules.edge_m_s:
            begin -= 1
        while end < len(speed) and motion.known[end] and speed[end] > rules.edge_m_s:
            end += 1
        while begin < end - 2 and speed[begin] < rules.edge_m_s:
            begin += 1
        while end > begin + 2 and speed[end - 1] < rules.edge_m_s:
            end -= 1
        made.append((begin, end))
    return made


def rides_of(motion: Motion, states: npt.NDArray[np.int8], left_out: BoolArray) -> list[FoundRide]:
    """Everything that is as long, as far and as fast as a ride."""
    rules = tables().log.track
    rides = [ride_of(motion, *span) for span in _candidates(motion, states, left_out)]
    return [
        ride
        for ride in rides
        if ride.end - ride.begin >= rules.least_ride_s
        and ride.length_m >= rules.least_ride_m
        and ride.top_m_s >= rules.least_top_m_s
    ]


def _chords(motion: Motion, rides: list[FoundRide]) -> Array:
    """From the begin to the end of each ride [m], (n, 2)."""
    ends = np.array([(r.begin, r.end) for r in rides])
    place = np.stack([motion.east_m, motion.north_m], axis=1)
    return np.asarray(place[ends[:, 1]] - place[ends[:, 0]])


def why_no_surf(motion: Motion, rides: list[FoundRide], left_out: BoolArray) -> str:
    """Why this is no surf; empty where it is."""
    rules = tables().log.track
    if not rides:
        return "nothing in it is as fast and as short as a ride"
    if any(r.end - r.begin > rules.most_ride_s or r.top_m_s > rules.most_top_m_s for r in rides):
        return "it goes on too fast for too long"
    kept = motion.known & ~left_out
    share = sum(r.end - r.begin for r in rides) / max(int(kept.sum()), 1)
    if share > rules.most_ride_share:
        return "it is fast for too large a part of the time"
    chords = _chords(motion, rides)
    length = np.maximum(np.hypot(*chords.T), 1e-9)
    mean = (chords / length[:, None]).mean(axis=0)
    together = float(np.hypot(*mean))
    if len(rides) >= 3 and together < rules.least_together:
        return "the fast parts go every way, and rides go to the shore"
    way = mean / max(together, 1e-9)
    first, last = rides[0], rides[-1]
    return _comes_back(motion, rides, way, chords) if last is not first else _alone(motion, first, way)


def _comes_back(motion: Motion, rides: list[FoundRide], way: Array, chords: Array) -> str:
    rules = tables().log.track
    gone = float((chords[:-1] @ way).sum())
    east = motion.east_m[rides[-1].begin] - motion.east_m[rides[0].begin]
    north = motion.north_m[rides[-1].begin] - motion.north_m[rides[0].begin]
    stayed = float(east * way[0] + north * way[1])
    if abs(stayed) > (1 - rules.least_return) * gone + 40:
        return "nobody comes back out after the fast parts"
    return ""


def _alone(motion: Motion, ride: FoundRide, way: Array) -> str:
    """One ride: it was come to from where it ends, slowly."""
    before = slice(0, ride.begin)
    along = (motion.east_m[before] - motion.east_m[ride.begin]) * way[0]
    along = along + (motion.north_m[before] - motion.north_m[ride.begin]) * way[1]
    if along.max(initial=0.0) < ride.length_m / 4:
        return "the one fast part was not paddled out to"
    return ""


def find_rides(motion: Motion, seaward_deg: float | None = None) -> Found:
    """What a track holds: rides and the rest of the time, or why it is no surf.

    Args:
        seaward_deg: where the sea lies (compass); without it, away from where the rides go.
    """
    vehicle = vehicle_seconds(motion)
    states = states_of(motion)
    rides = rides_of(motion, states, vehicle)
    why_not = why_no_surf(motion, rides, vehicle)
    if why_not:
        return Found(vehicle=tuple(spans_of(vehicle)), why_not=why_not)
    return _rest(motion, states, rides, vehicle, seaward_deg)


def with_rides(motion: Motion, rides: list[FoundRide], seaward_deg: float | None = None) -> Found:
    """What a track holds when these are its rides."""
    vehicle, states = vehicle_seconds(motion), states_of(motion)
    if rides:
        return _rest(motion, states, rides, vehicle, seaward_deg)
    water = motion.known & ~vehicle
    return Found(
        paddling=tuple(spans_of(water & (states != WAIT))),
        waiting=tuple(spans_of(water & (states == WAIT))),
        vehicle=tuple(spans_of(vehicle)),
    )


def _shore(motion: Motion, rides: list[FoundRide], seaward_deg: float | None) -> Array:
    """Unit vector to the shore, east and north."""
    if seaward_deg is not None:
        sea = np.radians(seaward_deg)
        return -np.array([np.sin(sea), np.cos(sea)])
    chords = _chords(motion, rides)
    mean = (chords / np.maximum(np.hypot(*chords.T), 1e-9)[:, None]).mean(axis=0)
    return np.asarray(mean / max(float(np.hypot(*mean)), 1e-9))


def _rest(
    motion: Motion,
    states: npt.NDArray[np.int8],
    rides: list[FoundRide],
    vehicle: BoolArray,
    seaward_deg: float | None,
) -> Found:
    shore = _shore(motion, rides, seaward_deg)
    towards = motion.east_m * shore[0] + motion.north_m * shore[1]
    edge = max(towards[r.end] for r in rides) + tables().log.track.on_land_m
    riding = np.zeros(len(states), bool)
    for ride in rides:
        riding[ride.begin : ride.end + 1] = True
    land = _on_land(towards > edge, rides)
    water = motion.known & ~riding & ~vehicle & ~land
    paddling = spans_of(water & (states != WAIT))
    steady = _joined(spans_of(water & (states == MOVE) & ~_before_rides(rides, len(states))))
    return Found(
        rides=tuple(rides),
        paddling=tuple(paddling),
        waiting=tuple(spans_of(water & (states == WAIT))),
        walking=tuple(spans_of(land & (states == MOVE) & motion.known & ~vehicle)),
        vehicle=tuple(spans_of(vehicle)),
        paddle_m_s=_paddle_speed(motion, steady),
        seaward_deg=float(np.degrees(np.arctan2(-shore[0], -shore[1])) % 360),
    )


def _joined(spans: list[Span]) -> list[Span]:
    """Spans with short stops in between, as for the waves that one dives under, as one."""
    made: list[Span] = []
    for begin, end in spans:
        if made and begin - made[-1][1] <= tables().log.track.dive_s:
            made[-1] = (made[-1][0], end)
        else:
            made.append((begin, end))
    return made


def _before_rides(rides: list[FoundRide], count: int) -> BoolArray:
    """The strokes for a wave that was caught: they are faster than anybody paddles for long."""
    made = np.zeros(count, bool)
    for ride in rides:
        made[max(ride.begin - int(tables().log.track.strokes_s), 0) : ride.begin] = True
    return made


def _on_land(behind: BoolArray, rides: list[FoundRide]) -> BoolArray:
    """On the beach: further up than any ride went, before the first and after the last."""
    made = np.zeros(len(behind), bool)
    made[: rides[0].begin] = behind[: rides[0].begin]
    made[rides[-1].end + 1 :] = behind[rides[-1].end + 1 :]
    return made


def _paddle_speed(motion: Motion, paddling: list[Span]) -> float | None:
    """Speed over the ground while paddling for a while [m/s], by the way at every few seconds, so that the
    errors of single places make it no longer."""
    rules = tables().log.track
    long, every = rules.long_paddle_s, rules.paddle_every_s
    way, seconds = 0.0, 0
    for begin, end in paddling:
        if end - begin < long:
            continue
        at = np.unique(np.append(np.arange(begin, end - 1, every), end - 1))
        way += float(np.hypot(np.diff(motion.east_m[at]), np.diff(motion.north_m[at])).sum())
        seconds += end - 1 - begin
    return way / seconds if seconds else None
