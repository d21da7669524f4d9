"""Take-off: the smallest face slope on which a paddling rider is caught up by no crest.

In the frame of the wave the rider moves along the face with u_r; the water runs up it with
q = sqrt(c^2 - 2 g eta) (Bernoulli on the surface). Gravity along the mean slope under the carrying length
and the arms drive, the lesser of paddling and planing drag holds back; 1.08 is the added mass. The wave is
caught when u_r reaches zero before the crest. This is the plain form, by steps in energy.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array, IndexArray
from chord_core.physics import G
from chord_core.ride.immersed import Immersed
from chord_core.ride.paddle import paddling_drag, paddling_speed
from chord_core.ride.plane import plane_at
from chord_core.tables.calibration import calibration
from chord_core.water.face import Face

#: Where the rider starts, in front lengths ahead of the crest.
START_FRONTS = 2.5
#: Share of the equivalent length that carries: a long board bridges a small wave.
CARRIES = 0.775
#: Below this speed [m/s] power is not what limits the arms.
_PUSH_SLOW_M_S = 0.5
ADDED_MASS = 1.08
#: Steps along the face, closer near the crest, and halvings of the speed that a start lacks.
_STEPS, _HALVINGS = 160, 11
#: By how many m/s a start is too slow that stand for an e-fold of the slope, and the most that is looked for.
LACKS_M_S, _LACK_MOST = 4.0, 10.0
#: Slopes tried at once, and how often between the best one's neighbours.
_LADDER, _LOOKS = 24, 3
_SLOPES = (0.02, 2.0)
#: Speeds [m/s] at which drag is tabled; planing is asked from the first number up.
PLANES_FROM, FASTEST, SPEEDS = 1.5, 11.0, 44


@dataclass(frozen=True)
class Start:
    """How a start is made: with what share of the sprint speed, and at most with what share of the body's
    weight as push."""

    sprint_share: float
    push_share: float

    @classmethod
    def prone(cls) -> Start:
        """With the arms."""
        c = calibration()
        return cls(c.start_sprint_prone, c.start_push_prone)

    @classmethod
    def standing(cls) -> Start:
        """With a paddle."""
        c = calibration()
        return cls(c.start_sprint_standing, c.start_push_standing)


@dataclass(frozen=True)
class DragCurve:
    """Least drag [N] of n boards under one paddling rider at even speeds [m/s], (n, SPEEDS)."""

    speeds: Array
    drag: Array

    def at(self, speed: Array) -> Array:
        """Drag [N] at a speed a board, (n,), linear between the tabled ones."""
        step = self.speeds[1] - self.speeds[0]
        place = np.clip((speed - self.speeds[0]) / step, 0, len(self.speeds) - 1.001)
        left = place.astype(int)
        part = place - left
        row = np.arange(len(self.drag))
        return np.asarray(self.drag[row, left] * (1 - part) + self.drag[row, left + 1] * part)


def drag_curve(
    hull: Hull, immersed: Immersed, weight_n: Array, rho: float, foot_weight: str = "even"
) -> DragCurve:
    """The lesser of paddling and planing drag at every tabled speed."""
    speeds = np.linspace(0.25, FASTEST, SPEEDS)
    columns = []
    for speed in speeds:
        many = np.full(len(hull), speed)
        paddled = paddling_drag(immersed, many, rho).total
        planed = (
            plane_at(hull, weight_n, many, rho, foot_weight).drag_of_weight * weight_n
            if speed >= PLANES_FROM
            else paddled
        )
        columns.append(np.minimum(paddled, planed))
    return DragCurve(speeds, np.stack(columns, axis=1))


@dataclass(frozen=True)
class Launch:
    """What a take-off needs of boards and rider, (n,): drag, mass [kg], carrying length [m], sprint [m/s].

    ``power_w`` and ``body_kg`` are the rider's.
    """

    curve: DragCurve
    mass_kg: Array
    carries_m: Array
    sprint_m_s: Array
    power_w: float
    body_kg: float
    start: Start


def launch_of(
    hull: Hull,
    immersed: Immersed,
    body_kg: float,
    power_w: float,
    rho: float,
    start: Start | None = None,
    foot_weight: str = "even",
) -> Launch:
    """Prepare take-offs of a fleet under one rider.

    Args:
        immersed: board and rider lying (``immersed_hull``).
        body_kg: rider with wetsuit [kg].
        power_w: sprint power [W].
    """
    mass = hull.mass_kg + body_kg
    return Launch(
        curve=drag_curve(hull, immersed, mass * G, rho, foot_weight),
        mass_kg=mass,
        carries_m=CARRIES * immersed.length,
        sprint_m_s=paddling_speed(immersed, power_w, rho),
        power_w=power_w,
        body_kg=body_kg,
        start=start or Start.prone(),
    )


def _accelerates(launch: Launch, face: Face, ahead_m: Array, relative: Array) -> Array:
    """Acceleration along the face [m/s2] at a place ahead of the crest, with u_r [m/s]."""
    half = launch.carries_m / 2
    rise = face.elevation_m(ahead_m - half) - face.elevation_m(ahead_m + half)
    down = np.sin(np.arctan(rise / launch.carries_m))
    runs_up = np.sqrt(np.maximum(face.speed_m_s**2 - 2 * G * face.elevation_m(ahead_m), 0))
    through = np.maximum(relative + runs_up, 0.0)
    most = launch.start.push_share * launch.body_kg * G
    push = np.minimum(launch.power_w / np.maximum(through, _PUSH_SLOW_M_S), most)
    force = launch.mass_kg * G * down + push - launch.curve.at(through)
    return np.asarray(force / (ADDED_MASS * launch.mass_kg))


def caught(launch: Launch, face: Face) -> Array:
    """Whether each board is caught by its face, (n,) of bool.

    Energy falls along the face as d(u_r^2)/dx = 2 a; midpoint steps, closer near the crest.
    """
    start = START_FRONTS * face.front_m
    runs_up = np.sqrt(np.maximum(face.speed_m_s**2 - 2 * G * face.elevation_m(start), 0))
    energy = np.maximum(runs_up - launch.start.sprint_share * launch.sprint_m_s, 0.0) ** 2
    done = (energy <= 0) & (_accelerates(launch, face, start, np.zeros_like(start)) >= 0)
    places = np.linspace(1, 0, _STEPS + 1) ** 1.5
    for near, far in zip(places[1:], places[:-1], strict=True):
        step = (far - near) * start
        now = _accelerates(launch, face, far * start, -np.sqrt(energy))
        middle = np.maximum(energy - now * step, 0.0)
        later = _accelerates(launch, face, (far + near) / 2 * start, -np.sqrt(middle))
        energy = np.maximum(energy - 2 * later * step, 0.0)
        done |= (energy <= 0) & (later >= 0)
        energy = np.where(done, 0.0, energy)
    return np.asarray(done)


def rows_of(launch: Launch, rows: IndexArray) -> Launch:
    """These boards of a launch, one as often as it is named."""
    curve = DragCurve(launch.curve.speeds, launch.curve.drag[rows])
    parts = {name: getattr(launch, name)[rows] for name in ("mass_kg", "carries_m", "sprint_m_s")}
    return replace(launch, curve=curve, **parts)


def lacks_m_s(launch: Launch, height: Array, slopes: Array) -> Array:
    """By how much the start is too slow on faces of these heights (n,) and slopes (n, m) [m/s]; infinite
    where nothing that paddles would be caught."""
    count = slopes.shape[1]
    every = rows_of(launch, np.repeat(np.arange(len(height)), count))
    face = Face(np.repeat(height, count), slopes.ravel())

    def good(more: Array) -> Array:
        quicker = every.sprint_m_s + more / launch.start.sprint_share
        return caught(replace(every, sprint_m_s=quicker), face)

    low, high = np.zeros(face.slope.shape), np.full(face.slope.shape, _LACK_MOST)
    never, at_once = np.logical_not(good(high)), good(low)
    for _ in range(_HALVINGS):
        middle = (low + high) / 2
        enough = good(middle)
        low, high = np.where(enough, low, middle), np.where(enough, middle, high)
    lack = np.where(at_once, 0.0, np.where(never, np.inf, high))
    return np.asarray(lack.reshape(slopes.shape))


def takeoff_slope(launch: Launch, height_m: float | Array) -> Array:
    """The take-off threshold: the least steepest-slope of a face of this height [m] that is caught, (n,);
    lower is easier.

    On big faces a rider is caught in a span of slopes only: too flat gives too little, too steep passes too
    soon; and the biggest are caught on none. So the threshold is the least of slope x exp(lack / 4 m/s), with
    the speed that a start lacks there: the slope itself where any is caught, and a number that still orders
    boards and does not jump where none is.
    """
    height = np.broadcast_to(np.asarray(height_m, float), launch.mass_kg.shape)
    ladder = np.linspace(np.log(_SLOPES[0]), np.log(_SLOPES[1]), _LADDER)
    logs: Array = np.broadcast_to(ladder, (len(height), _LADDER))
    best: Array = np.full(height.shape, np.inf)
    for _ in range(_LOOKS):
        value = logs + lacks_m_s(launch, height, np.exp(logs)) / LACKS_M_S
        least = value.argmin(axis=1)
        best = np.minimum(best, value.min(axis=1))
        row, step = np.arange(len(height)), logs[:, 1] - logs[:, 0]
        logs = logs[row, least][:, None] + np.linspace(-1, 1, _LADDER)[None, :] * step[:, None]
    return np.asarray(np.exp(best))
