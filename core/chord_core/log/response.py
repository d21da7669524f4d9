"""How the rides an hour of one session answer to power, threshold and waves: tabled once, read for any.

The core's ride is asked at a few nodes of sprint power and threshold (Chebyshev points, Trefethen 2013); in
between the logarithm of the share that works is the polynomial through them.
"""

from __future__ import annotations

import hashlib
from collections.abc import Sequence
from dataclasses import dataclass, fields, replace
from typing import Any

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.surfer import Learned, Surfer
from chord_core.documents.water import Water
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import Array
from chord_core.memory import Memory, cached_property, forgets
from chord_core.ride.fins import fins_of
from chord_core.ride.indices import RIDES_AN_HOUR
from chord_core.ride.measured_power import power_for
from chord_core.ride.ride_model import FleetRide, build_fleet_ride
from chord_core.surfer.defaults import Rider, rider_with_defaults
from chord_core.tables import tables_version
from chord_core.water.conditions import conditions_with_defaults


def _nodes(far: float, count: int) -> Array:
    return far * np.cos(np.pi * np.arange(count) / (count - 1))


#: Nodes over the logs of power and of threshold: some four spreads of people to either side.
POWERS, SLOPES = _nodes(0.7, 5), _nodes(0.45, 7)
_LEAST_WORKS = 1e-5


def through(nodes: Array, at: Array) -> Array:
    """Weights of nodes at places (n,): the polynomial through values at ``nodes`` is weights @ values."""
    off = np.clip(at, nodes.min(), nodes.max())[:, None] - nodes
    made = np.ones((len(at), len(nodes)))
    for i in range(len(nodes)):
        for j in range(len(nodes)):
            if i != j:
                made[:, i] *= off[:, j] / (nodes[i] - nodes[j])
    return made


@dataclass(frozen=True)
class Response:
    """A session as the learner needs it: logs of the share that works (5 x 7: power, threshold), of cruise
    (5), of the threshold at the usual face (5), what a ride costs in time, and waves an hour for one.
    ``counts``: whether rides an hour can be said; not on a river."""

    log_works: Array
    log_cruise: Array
    log_threshold: Array
    ride_length_m: float
    paddle_out_m: float
    mine_an_hour: float
    along_m_s: float
    sprint_w: float
    cruise_w: float
    counts: bool

    def as_row(self) -> dict[str, Any]:
        """As plain numbers, to be kept."""
        made = {field.name: getattr(self, field.name) for field in fields(self)}
        return {
            name: value.tolist() if isinstance(value, np.ndarray) else value for name, value in made.items()
        }

    @staticmethod
    def from_row(row: dict[str, Any]) -> Response:
        """What was kept."""
        made: dict[str, Any] = {n: np.array(v) if isinstance(v, list) else v for n, v in row.items()}
        return Response(**made)


@dataclass(frozen=True)
class Responses:
    """The same of all sessions in one, (s, ...)."""

    each: Sequence[Response]

    def _all(self, name: str) -> Array:
        return np.array([getattr(one, name) for one in self.each])

    @cached_property
    def _works(self) -> Array:
        return self._all("log_works").reshape(len(self.each), -1).T

    @cached_property
    def _cruise(self) -> Array:
        return self._all("log_cruise").T

    @cached_property
    def _threshold(self) -> Array:
        return self._all("log_threshold").T

    @cached_property
    def _ride(self) -> dict[str, Array]:
        names = {"R": "ride_length_m", "V": "along_m_s", "D": "paddle_out_m", "n": "mine_an_hour"}
        return {sign: self._all(name) for sign, name in names.items()}

    def rates(self, cruise: Array, sprint: Array, takeoff: Array, waves: Array) -> Array:
        """Rides an hour (n, s) at logs of the factors (n,); ``waves`` (n, s).

        Args:
            waves: log of the factor on the waves that fall to this one, in each session.
        """
        pairs = through(POWERS, sprint)[:, :, None] * through(SLOPES, takeoff)[:, None, :]
        works = np.exp(np.minimum(pairs.reshape(len(sprint), -1) @ self._works, 0.0))
        speed = np.maximum(np.exp(self.log_cruise(cruise)), 0.1)
        mine = self._ride["n"] * np.exp(waves)
        return np.asarray(RIDES_AN_HOUR({**self._ride, "v": speed, "n": mine, "w": works}))

    def log_cruise(self, cruise: Array) -> Array:
        """Log of the cruise speed [m/s], (n, s)."""
        return np.asarray(through(POWERS, cruise) @ self._cruise)

    def log_threshold(self, sprint: Array, takeoff: Array) -> Array:
        """Log of the slope from which waves are caught at the usual face, (n, s)."""
        return np.asarray(through(POWERS, sprint) @ self._threshold + np.asarray(takeoff)[:, None])

    def of(self, rows: Sequence[int]) -> Responses:
        """Those of some sessions."""
        return Responses([self.each[row] for row in rows])


def _at_power(rider: Rider, power: float) -> Rider:
    ratio = float(np.exp(power))
    return replace(
        rider, surfer=rider.surfer.model_copy(update={"learned": Learned(sprint=ratio, cruise=ratio)})
    )


def _works(ride: FleetRide) -> Array:
    """Share that works at each of ``SLOPES``, (7,): the one board as a fleet of as many that are caught on
    flatter or steeper faces."""
    every = np.zeros(len(SLOPES), int)
    state = replace(ride.paddle_state.rows(every), takeoff=np.exp(SLOPES)[:, None])
    return replace(ride, hull=ride.hull.rows(every), fins=ride.fins.rows(every), paddle_state=state).works


def make_response(surfer: Surfer, board: Board, water: Water) -> Response:
    """Ask the ride for a response, whatever was made before."""
    rider, _ = rider_with_defaults(surfer)
    conditions, _ = conditions_with_defaults(water, rider.height_m)
    hull, fins = labelled_hulls([board]), fins_of([board])
    rides = [build_fleet_ride(hull, fins, _at_power(rider, power), conditions) for power in POWERS]
    middle = rides[len(POWERS) // 2]
    usual = middle.usual.height_m
    works = np.array([_works(ride) for ride in rides])
    power = power_for(rider, middle.rho)
    return Response(
        log_works=np.log(np.maximum(works, _LEAST_WORKS)),
        log_cruise=np.array([np.log(float(ride.paddle_state.cruise_m_s[0])) for ride in rides]),
        log_threshold=np.array([np.log(float(ride.paddle_state.threshold(usual)[0, 0])) for ride in rides]),
        ride_length_m=conditions.ride_length_m,
        paddle_out_m=conditions.paddle_out_m,
        mine_an_hour=conditions.mine_an_hour,
        along_m_s=middle.along_m_s,
        sprint_w=power.sprint_w,
        cruise_w=power.cruise_w,
        counts=not conditions.river,
    )


_made_before = Memory(4096)
forgets(_made_before.clear)


def response_key(surfer: Surfer, board: Board, water: Water) -> str:
    """What a response hangs on, with the numbers of the tables, as a fingerprint."""
    plain = surfer.model_copy(update={"learned": None})
    texts = (tables_version(), plain.model_dump_json(), board.model_dump_json(), water.model_dump_json())
    return hashlib.sha256("\0".join(texts).encode()).hexdigest()[:24]


def response_of(surfer: Surfer, board: Board, water: Water) -> Response:
    """The response of a session; what was made before, with the same tables, is remembered.

    Args:
        surfer: as they were said; what was learned is left out, for it is what is asked.
    """
    plain = surfer.model_copy(update={"learned": None})
    return _made_before.once(response_key(plain, board, water), lambda: make_response(plain, board, water))


def remember_response(key: str, row: dict[str, Any]) -> None:
    """Take a response that was kept elsewhere as made."""
    if key not in _made_before:
        _made_before.keep(key, Response.from_row(row))
