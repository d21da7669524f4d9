"""The tide from harmonic constants: a sum of cosines whose arguments follow the moon and the sun."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import UTC, datetime

import numpy as np
from scipy.optimize import brentq

from chord_core.documents.shore import Tide
from chord_core.documents.verbs.tide import TideRequest, TideResult, TurnSays
from chord_core.hull.stations import Array, BoolArray

#: Multiples of T (hour angle of the mean sun), s, h, p, p1, and degrees that are added, for each constituent
#: (Schureman 1958, table 2); then whose nodal factors it has: those of simple constituents, multiplied, with
#: how many times their angle counts (table 2a; compounds as the constituents they are made of).
CONSTITUENTS: dict[str, tuple[int, int, int, int, int, float, dict[str, int]]] = {
    "M2": (2, -2, 2, 0, 0, 0, {"M2": 1}),
    "S2": (2, 0, 0, 0, 0, 0, {}),
    "N2": (2, -3, 2, 1, 0, 0, {"M2": 1}),
    "K2": (2, 0, 2, 0, 0, 0, {"K2": 1}),
    "NU2": (2, -3, 4, -1, 0, 0, {"M2": 1}),
    "MU2": (2, -4, 4, 0, 0, 0, {"M2": 1}),
    "2N2": (2, -4, 2, 2, 0, 0, {"M2": 1}),
    "LAM2": (2, -1, 0, 1, 0, 180, {"M2": 1}),
    "T2": (2, 0, -1, 0, 1, 0, {}),
    "R2": (2, 0, 1, 0, -1, 180, {}),
    "2SM2": (2, 2, -2, 0, 0, 0, {"M2": -1}),
    "K1": (1, 0, 1, 0, 0, -90, {"K1": 1}),
    "O1": (1, -2, 1, 0, 0, 90, {"O1": 1}),
    "P1": (1, 0, -1, 0, 0, 90, {}),
    "Q1": (1, -3, 1, 1, 0, 90, {"O1": 1}),
    "J1": (1, 1, 1, -1, 0, -90, {"J1": 1}),
    "OO1": (1, 2, 1, 0, 0, -90, {"OO1": 1}),
    "RHO": (1, -3, 3, -1, 0, 90, {"O1": 1}),
    "2Q1": (1, -4, 1, 2, 0, 90, {"O1": 1}),
    "S1": (1, 0, 0, 0, 0, 0, {}),
    "M3": (3, -3, 3, 0, 0, 0, {"M3": 1}),
    "MK3": (3, -2, 3, 0, 0, -90, {"M2": 1, "K1": 1}),
    "2MK3": (3, -4, 3, 0, 0, 90, {"M2": 2, "K1": -1}),
    "M4": (4, -4, 4, 0, 0, 0, {"M2": 2}),
    "MS4": (4, -2, 2, 0, 0, 0, {"M2": 1}),
    "MN4": (4, -5, 4, 1, 0, 0, {"M2": 2}),
    "S4": (4, 0, 0, 0, 0, 0, {}),
    "M6": (6, -6, 6, 0, 0, 0, {"M2": 3}),
    "S6": (6, 0, 0, 0, 0, 0, {}),
    "M8": (8, -8, 8, 0, 0, 0, {"M2": 4}),
    "MF": (0, 2, 0, 0, 0, 0, {"MF": 1}),
    "MM": (0, 1, 0, -1, 0, 0, {"MM": 1}),
    "MSF": (0, 2, -2, 0, 0, 0, {"M2": -1}),
    "SA": (0, 0, 1, 0, 0, 0, {}),
    "SSA": (0, 0, 2, 0, 0, 0, {}),
}
_EVERY_H = 0.5
#: Mean longitudes at 2000 January 1, 12 h [deg], and degrees a day (Meeus 1998): moon, sun, the moon's
#: perigee, its node, and the sun's perigee.
_J2000_H = 262980
_LONGITUDES = np.array([
    (218.3164477, 481267.88123421 / 36525),
    (280.46646, 36000.76983 / 36525),
    (83.3532465, 4069.0137287 / 36525),
    (125.04452, -1934.136261 / 36525),
    (282.93735, 1.71946 / 36525),
])  # fmt: skip


@dataclass(frozen=True)
class Turn:
    """A high or a low water: hours since 1970 UTC, height [m] over the datum."""

    hour: float
    height_m: float
    high: bool


def longitudes(hour: Array | float) -> Array:
    """Mean longitudes [deg] of moon, sun, the moon's perigee and node, and the sun's perigee at hours since
    1970 UTC (n,): (5, n)."""
    days = (np.atleast_1d(np.asarray(hour, float)) - _J2000_H) / 24
    return _LONGITUDES[:, :1] + _LONGITUDES[:, 1:] * days


def _simple_nodal(name: str, n: Array) -> tuple[Array, Array]:
    """Factor and angle [deg] of a simple constituent for the longitude of the moon's node [rad] (Pugh 1987,
    table 4:3; J1 and OO1: Doodson & Warburg 1941)."""
    match name:
        case "M2":
            return 1 - 0.037 * np.cos(n), -2.1 * np.sin(n)
        case "M3":
            return (1 - 0.037 * np.cos(n)) ** 1.5, -3.21 * np.sin(n)
        case "K1":
            factor = 1.006 + 0.115 * np.cos(n) - 0.009 * np.cos(2 * n)
            return factor, -8.9 * np.sin(n) + 0.7 * np.sin(2 * n)
        case "O1":
            factor = 1.009 + 0.187 * np.cos(n) - 0.015 * np.cos(2 * n)
            return factor, 10.8 * np.sin(n) - 1.3 * np.sin(2 * n)
        case "K2":
            factor = 1.024 + 0.286 * np.cos(n) + 0.008 * np.cos(2 * n)
            return factor, -17.7 * np.sin(n) + 0.7 * np.sin(2 * n)
        case "J1":
            factor = 1.013 + 0.168 * np.cos(n) - 0.017 * np.cos(2 * n)
            return factor, -12.9 * np.sin(n) + 1.3 * np.sin(2 * n)
        case "OO1":
            factor = 1.103 + 0.650 * np.cos(n) + 0.032 * np.cos(2 * n)
            return factor, -36.7 * np.sin(n) + 4.0 * np.sin(2 * n)
        case "MF":
            return 1.043 + 0.414 * np.cos(n), -23.7 * np.sin(n) + 2.7 * np.sin(2 * n)
        case _:
            assert name == "MM"
            return 1 - 0.130 * np.cos(n), np.zeros_like(n)


def nodal(name: str, node_deg: Array) -> tuple[Array, Array]:
    """Factor and angle [deg] by which the moon's node changes a constituent."""
    n = np.radians(node_deg)
    factor, angle = np.ones_like(n), np.zeros_like(n)
    for simple, times in CONSTITUENTS[name][-1].items():
        own_factor, own_angle = _simple_nodal(simple, n)
        factor, angle = factor * own_factor ** abs(times), angle + times * own_angle
    return factor, angle


def argument(name: str, hour: Array | float, sa_from: str = "equinox") -> Array:
    """Equilibrium argument V [deg] of a constituent at hours since 1970 UTC (n,).

    Args:
        sa_from: ``perihelion`` counts the year of SA from there, as some tables do.
    """
    at = np.atleast_1d(np.asarray(hour, float))
    moon, sun, perigee, _, perihelion = longitudes(at)
    sun_angle = 15.0 * (at % 24) + 180.0
    t, s, h, p, p1, more, _ = CONSTITUENTS[name]
    if name == "SA" and sa_from == "perihelion":
        p1 = -1
    return np.asarray(t * sun_angle + s * moon + h * sun + p * perigee + p1 * perihelion + more)


def speed_deg_h(name: str) -> float:
    """Speed of a constituent [deg/h]: how fast its argument runs."""
    t, s, h, p, p1, _, _ = CONSTITUENTS[name]
    moon, sun, perigee, _, perihelion = _LONGITUDES[:, 1] / 24
    return float(15 * t + s * moon + h * sun + p * perigee + p1 * perihelion)


#: The moon's node moves a twentieth of a degree a day: nodal factors are worked out so often [h], and lie on
#: straight lines between.
_NODE_EVERY_H = 240.0


def _waves(tide: Tide, at: Array) -> Iterator[tuple[float, Array, Array]]:
    """Speed [rad/h], size [m] and phase [rad] of each constituent at hours (n,)."""
    begin, end = float(at.min()), float(at.max())
    knots = np.linspace(begin, end, int((end - begin) / _NODE_EVERY_H) + 2)
    node = longitudes(knots)[3]
    known: dict[str, tuple[Array, Array]] = {}
    for constant in tide.constants:
        whose = str(CONSTITUENTS[constant.name][-1])
        if whose not in known:
            factor, angle = nodal(constant.name, node)
            known[whose] = np.interp(at, knots, factor), np.interp(at, knots, angle)
        factor, angle = known[whose]
        # Arguments run evenly: one at the first hour and the speed make all others.
        speed = speed_deg_h(constant.name)
        first = float(argument(constant.name, begin, tide.sa_from)[0])
        phase = np.radians((first - constant.phase_deg) % 360 + speed * (at - begin) + angle)
        yield float(np.radians(speed)), factor * constant.amplitude_m, phase


def tide_at(tide: Tide, hour: Array | float) -> Array:
    """Height of the water [m] over the tide's datum at hours since 1970 UTC (n,).

    mean + sum f H cos(V + u - g), g the phase lag on Greenwich (Schureman 1958).
    """
    at = np.atleast_1d(np.asarray(hour, float))
    height = np.full(at.shape, tide.mean_m)
    for _, size, phase in _waves(tide, at):
        height += size * np.cos(phase)
    return height


def _rising(tide: Tide, hour: Array | float) -> Array:
    """How fast the water rises [m/h]: the derivative of the sum; the node stands still for a day."""
    at = np.atleast_1d(np.asarray(hour, float))
    rise = np.zeros(at.shape)
    for speed, size, phase in _waves(tide, at):
        rise -= size * speed * np.sin(phase)
    return rise


def turns(tide: Tide, begin_hour: float, end_hour: float) -> list[Turn]:
    """High and low waters between two hours, in order: where the water stops rising or falling."""
    if not any(constant.amplitude_m > 0 for constant in tide.constants):
        return []
    grid = np.arange(begin_hour, end_hour + 0.1, 0.1)
    speed = _rising(tide, grid)
    found = []
    for i in np.flatnonzero(speed[:-1] * speed[1:] < 0):
        at = brentq(lambda hour: float(_rising(tide, hour)[0]), grid[i], grid[i + 1], xtol=1e-4)
        if begin_hour <= at <= end_hour:
            found.append(Turn(float(at), float(tide_at(tide, at)[0]), bool(speed[i] > 0)))
    return found


def tide_range(tide: Tide) -> tuple[float, float]:
    """Mean low and mean high water [m]: the mean with the half-day waves that run together on an ordinary
    day, M2 alone, or the largest constituent where there is no M2."""
    size = {constant.name: constant.amplitude_m for constant in tide.constants}
    swing = size.get("M2", max(size.values(), default=0.0))
    return tide.mean_m - swing, tide.mean_m + swing


def tide_third(tide: Tide, height_m: Array) -> Array:
    """Which third of the mean range the water stands in: 0 low, 1 mid, 2 high; 1 where there is no tide."""
    low, high = tide_range(tide)
    if high - low < 0.05:
        return np.ones(np.shape(height_m))
    return np.asarray(np.clip(np.floor(3 * (np.asarray(height_m) - low) / (high - low)), 0, 2))


def is_rising(tide: Tide, hour: Array) -> BoolArray:
    """Whether the water rises at hours since 1970 UTC (n,)."""
    return np.asarray(_rising(tide, hour) > 0)


def tide_of(request: TideRequest) -> TideResult:
    """The ``tide`` verb: heights every half hour and the turns of a span."""
    begin = request.begin if request.begin.tzinfo else request.begin.replace(tzinfo=UTC)
    first = begin.timestamp() / 3600
    at = first + _EVERY_H * np.arange(round(request.hours / _EVERY_H) + 1)
    return TideResult(
        begin=begin,
        every_h=_EVERY_H,
        height_m=tuple(tide_at(request.tide, at).tolist()),
        turns=tuple(
            TurnSays(
                at=datetime.fromtimestamp(round(turn.hour * 60) * 60, UTC),
                height_m=turn.height_m,
                high=turn.high,
            )
            for turn in turns(request.tide, first, first + request.hours)
        ),
    )
