"""Made-up surf sessions, second by second, with everything that happened in them known.

Positions are metres from a place on the beach: x along the shore, y out to sea. What a surfer does hangs on
the core's own ride: how fast they paddle and ride, how many waves they get.
"""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np

from chord_core.documents import Board, Surfer, Water
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import Array
from chord_core.ride.fins import fins_of
from chord_core.ride.ride_model import build_fleet_ride
from chord_core.surfer.defaults import rider_with_defaults
from chord_core.water.conditions import conditions_with_defaults

#: Motion is made at so many steps a second.
STEPS_A_SECOND = 4
_STEP_S = 1 / STEPS_A_SECOND


@dataclass(frozen=True)
class Surf:
    """What somebody's surf is like: rides an hour, paddling speeds [m/s], speeds of the rides [m/s] and how
    often each, length of a ride [m], how far out they wait [m]."""

    rides_per_hour: float
    cruise_m_s: float
    sprint_m_s: float
    along_m_s: Array
    chance: Array
    ride_length_m: float
    out_m: float
    in_foam: bool


@dataclass(frozen=True)
class TrueRide:
    """A ride as it was: begin and end [s from the start], length along its way [m], top speed [m/s]."""

    start_s: float
    end_s: float
    length_m: float
    top_m_s: float


@dataclass
class Session:
    """A session: places every quarter of a second, metres along and off the shore, and the truth."""

    x_m: list[float] = field(default_factory=lambda: [0.0])
    y_m: list[float] = field(default_factory=lambda: [0.0])
    rides: list[TrueRide] = field(default_factory=list)
    paddling: list[tuple[int, int]] = field(default_factory=list)
    waiting: list[tuple[int, int]] = field(default_factory=list)

    @property
    def now_s(self) -> float:
        """Seconds since the start."""
        return (len(self.x_m) - 1) * _STEP_S

    def paddle_m_s(self) -> float:
        """Mean speed over the ground while paddling for longer than ten seconds [m/s]."""
        long = [(a, b) for a, b in self.paddling if b - a > 10 * STEPS_A_SECOND]
        way = sum(
            float(np.hypot(np.diff(self.x_m[a : b + 1]), np.diff(self.y_m[a : b + 1])).sum()) for a, b in long
        )
        return way / max(sum(b - a for a, b in long) * _STEP_S, 1.0)


def surf_of(board: Board, surfer: Surfer, water: Water) -> Surf:
    """What the core says of a board, a surfer and a water."""
    rider, _ = rider_with_defaults(surfer)
    conditions, _ = conditions_with_defaults(water, rider.height_m)
    ride = build_fleet_ride(labelled_hulls([board]), fins_of([board]), rider, conditions)
    taken = ride.by_bin[0] * conditions.bins.weight
    paddle = ride.paddle_state
    return Surf(
        rides_per_hour=float(ride.rides_an_hour(ride.works)[0]),
        cruise_m_s=float(paddle.cruise_m_s[0]),
        sprint_m_s=float(paddle.sprint_m_s[0]),
        along_m_s=ride.bins_face.speed_m_s if ride.in_foam else ride.bins_face.along_m_s,
        chance=taken / max(float(taken.sum()), 1e-12),
        ride_length_m=conditions.ride_length_m,
        out_m=max(conditions.paddle_out_m, 30.0),
        in_foam=ride.in_foam,
    )


class _Day:
    """Makes one session; ``drift`` is the current [m/s] along and off the shore."""

    def __init__(self, surf: Surf, random: np.random.Generator) -> None:
        self.surf, self.random, self.made = surf, random, Session()
        self.drift = (float(random.normal(0, 0.12)), float(random.normal(0, 0.04)))
        self.peel = float(random.choice([-1, 1]))
        self.lineup = (float(random.uniform(-60, 60)), surf.out_m)
        self.wobble = (0.0, 0.0)

    def step(self, vx: float, vy: float, on_water: bool = True) -> None:
        """Move for a quarter of a second."""
        made = self.made
        if on_water:
            kept, sigma = 0.97, 0.06
            self.wobble = (
                kept * self.wobble[0] + sigma * np.sqrt(1 - kept**2) * float(self.random.standard_normal()),
                kept * self.wobble[1] + sigma * np.sqrt(1 - kept**2) * float(self.random.standard_normal()),
            )
            vx, vy = vx + self.drift[0] + self.wobble[0], vy + self.drift[1] + self.wobble[1]
        made.x_m.append(made.x_m[-1] + vx * _STEP_S)
        made.y_m.append(made.y_m[-1] + vy * _STEP_S)

    def go(self, x: float, y: float, speed: float, on_water: bool = True) -> None:
        """Go to a place at a speed that varies a little; ten minutes at most."""
        made, pace = self.made, 1.0
        for _ in range(600 * STEPS_A_SECOND):
            dx, dy = x - made.x_m[-1], y - made.y_m[-1]
            away = float(np.hypot(dx, dy))
            if away < max(speed * _STEP_S, 1.0):
                return
            pace = 0.95 * pace + 0.05 * float(self.random.normal(1, 0.35))
            self.step(speed * pace * dx / away, speed * pace * dy / away, on_water)

    def paddle_to(self, x: float, y: float, speed: float) -> None:
        """Paddle to a place, under the waves that break in between."""
        begin = len(self.made.x_m) - 1
        dives = self.random.poisson(max(y - self.made.y_m[-1], 0) / 40) if not self.surf.in_foam else 0
        stops = sorted(self.random.random(dives))
        x0, y0 = self.made.x_m[-1], self.made.y_m[-1]
        for share in stops:
            self.go(x0 + share * (x - x0), y0 + share * (y - y0), speed)
            for _ in range(int(self.random.uniform(2, 4) * STEPS_A_SECOND)):
                self.step(0.0, float(self.random.uniform(-0.7, 0.0)))
        self.go(x, y, speed)
        self.made.paddling.append((begin, len(self.made.x_m) - 1))

    def wait(self, seconds: float) -> None:
        """Sit and drift; paddle back when the current has carried one off."""
        begin = len(self.made.x_m) - 1
        for _ in range(int(seconds * STEPS_A_SECOND)):
            self.step(0.0, 0.0)
            off = np.hypot(self.made.x_m[-1] - self.lineup[0], self.made.y_m[-1] - self.lineup[1])
            if off > 25 + 15 * self.random.random():
                self.made.waiting.append((begin, len(self.made.x_m) - 1))
                self.paddle_to(*self.spot(), self.surf.cruise_m_s * self.random.uniform(0.7, 1.0))
                begin = len(self.made.x_m) - 1
        self.made.waiting.append((begin, len(self.made.x_m) - 1))

    def spot(self) -> tuple[float, float]:
        """Somewhere about the place where one waits."""
        return (
            self.lineup[0] + float(self.random.normal(0, 8)),
            self.lineup[1] + float(self.random.normal(0, 6)),
        )

    def sprint(self) -> None:
        """Paddle for a wave."""
        for i in range(int(self.random.uniform(4, 7) * STEPS_A_SECOND)):
            speed = self.surf.sprint_m_s * min(1.0, 0.4 + 0.1 * i)
            self.step(0.0, -speed)

    def ride(self) -> None:
        """Ride a wave: along the wall with turns, or straight in the foam, until it ends or one falls."""
        random, surf, made = self.random, self.surf, self.made
        speed = float(random.choice(surf.along_m_s, p=surf.chance)) * random.uniform(0.85, 1.1)
        long = max(surf.ride_length_m * float(np.exp(random.normal(-0.1, 0.45))), 3.2 * speed)
        long = min(long, 1.1 * max(made.y_m[-1] - 8, 20) * (1 if surf.in_foam else 2.5))
        angle = random.normal(0, 8) if surf.in_foam else self.peel * random.uniform(25, 70)
        if not surf.in_foam and random.random() < 0.2:
            angle = -angle
        begin, gone, top = len(made.x_m) - 1, 0.0, 0.0
        phase, period = random.uniform(0, 6), random.uniform(2.5, 5)
        while gone < long and made.y_m[-1] > 5 and len(made.x_m) - begin < 120 * STEPS_A_SECOND:
            t = (len(made.x_m) - 1 - begin) * _STEP_S
            turn = 18 * np.sin(2 * np.pi * t / period + phase)
            pace = speed * min(1.0, 0.45 + 0.3 * t) * (1 + 0.15 * np.sin(2 * np.pi * t / period))
            way = np.radians(angle + turn)
            self.step(pace * np.sin(way), -pace * np.cos(way), on_water=False)
            gone += pace * _STEP_S
            top = max(top, pace)
        made.rides.append(TrueRide(begin * _STEP_S, self.made.now_s, gone, top))
        for i in range(STEPS_A_SECOND):  # a fall, or a kick out
            self.step(0.0, -speed * (0.4 - 0.1 * i))

    def rest(self, seconds: float) -> None:
        """Nothing for a while."""
        for _ in range(int(seconds * STEPS_A_SECOND)):
            self.step(0.0, 0.0)


def made_session(surf: Surf, minutes: float, random: np.random.Generator, walk_m: float = 120.0) -> Session:
    """A session of so many minutes in the water, with the walk to it and back.

    Args:
        walk_m: from where the watch was started to the water.
    """
    day = _Day(surf, random)
    made = day.made
    made.x_m[0], made.y_m[0] = float(random.normal(0, 30)), -walk_m
    day.go(day.lineup[0], -4.0, random.uniform(1.1, 1.6), on_water=False)
    begun = made.now_s
    day.paddle_to(*day.spot(), surf.cruise_m_s)
    every = 3600 / max(surf.rides_per_hour, 0.2)
    while made.now_s - begun < 60 * minutes:
        back = surf.ride_length_m / surf.cruise_m_s / 1.4 + surf.ride_length_m / 6
        day.wait(float(random.exponential(max(every - back, 20.0))))
        if made.now_s - begun >= 60 * minutes:
            break
        for _ in range(random.poisson(0.6)):  # waves that are gone for and missed
            day.sprint()
            day.rest(random.uniform(2, 8))
            day.paddle_to(*day.spot(), surf.cruise_m_s)
            day.wait(random.uniform(10, 60))
        day.sprint()
        day.ride()
        day.rest(random.uniform(3, 20))
        day.paddle_to(*day.spot(), surf.cruise_m_s * random.uniform(0.9, 1.05))
    day.paddle_to(made.x_m[-1], 3.0, surf.cruise_m_s)
    day.rest(random.uniform(5, 40))
    day.go(float(random.normal(0, 30)), -walk_m, random.uniform(1.1, 1.6), on_water=False)
    return made
