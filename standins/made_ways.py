"""Made-up ways that are no surf: a drive, a hike, a run, a swim, a desk, a boat; second by second."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from chord_core.hull.stations import Array

#: Motion is made at so many steps a second.
_STEPS = 4


def _walked(speed: Array, heading: Array) -> Array:
    """Places (n, 2) [m] from speeds [m/s] and headings [rad] at every step."""
    step = np.stack([speed * np.sin(heading), speed * np.cos(heading)], axis=1) / _STEPS
    return np.concatenate([np.zeros((1, 2)), np.cumsum(step, axis=0)])


def _smoothed(values: Array, seconds: float) -> Array:
    width = max(int(seconds * _STEPS), 1)
    return np.convolve(np.pad(values, width, mode="edge"), np.ones(width) / width, "same")[width:-width]


def _legs(
    seconds: float, random: np.random.Generator, long_s: tuple[float, float], speeds: Callable[[], float]
) -> Array:
    """Speeds that change from leg to leg."""
    made: list[Array] = []
    while sum(len(leg) for leg in made) < seconds * _STEPS:
        made.append(np.full(int(random.uniform(*long_s) * _STEPS) + 1, speeds()))
    return np.concatenate(made)


def drive(seconds: float, random: np.random.Generator) -> Array:
    """A car: fast, with stops at lights and crossings."""
    speeds = _legs(
        seconds,
        random,
        (8, 90),
        lambda: float(random.choice([0.0, 8.0, 13.0, 20.0, 28.0])) * random.uniform(0.9, 1.1),
    )
    speeds = _smoothed(speeds, 8)
    return _walked(speeds, np.cumsum(random.normal(0, 0.01, len(speeds))))


def hike(seconds: float, random: np.random.Generator) -> Array:
    """A walk with rests."""
    speeds = _legs(
        seconds, random, (60, 600), lambda: float(random.choice([0.0, 1.0, 1.3, 1.6], p=[0.2, 0.3, 0.3, 0.2]))
    )
    return _walked(_smoothed(speeds, 3), np.cumsum(random.normal(0, 0.02, len(speeds))))


def run(seconds: float, random: np.random.Generator) -> Array:
    """A run, even or in intervals with walks between them."""
    if random.random() < 0.4:
        fast, pace = float(random.uniform(4, 5.5)), [1.4, 0.0]
        speeds = np.concatenate(
            [
                np.full(int(s * _STEPS), v)
                for _ in range(int(seconds / 150) + 1)
                for s, v in ((random.uniform(40, 120), fast), (random.uniform(30, 90), random.choice(pace)))
            ]
        )
    else:
        speeds = _legs(seconds, random, (120, 900), lambda: float(random.uniform(2.5, 3.8)))
    return _walked(_smoothed(speeds, 3), np.cumsum(random.normal(0, 0.02, len(speeds))))


def swim(seconds: float, random: np.random.Generator) -> Array:
    """A swim up and down along the shore, with rests."""
    speed = float(random.uniform(0.6, 1.4))
    speeds: list[float] = []
    headings: list[float] = []
    way = 0.0
    while len(speeds) < seconds * _STEPS:
        count = int(random.uniform(60, 400) * _STEPS)
        speeds += [speed] * count + [0.0] * int(random.uniform(0, 30) * _STEPS)
        headings += [way] * (len(speeds) - len(headings))
        way += np.pi
    return _walked(
        _smoothed(np.array(speeds), 3), np.array(headings) + np.cumsum(random.normal(0, 0.004, len(speeds)))
    )


def desk(seconds: float, random: np.random.Generator) -> Array:
    """A watch that lies on a desk."""
    return np.zeros((int(seconds * _STEPS) + 1, 2))


def boat(seconds: float, random: np.random.Generator) -> Array:
    """A boat: under way, or drifting over a bank and moved up again."""
    fast = float(random.uniform(3, 10))
    if random.random() < 0.5:
        speeds = _legs(seconds, random, (200, 1500), lambda: fast * random.uniform(0.8, 1.1))
        return _walked(_smoothed(speeds, 15), np.cumsum(random.normal(0, 0.006, len(speeds))))
    made: list[float] = []
    heads: list[float] = []
    way = float(random.uniform(0, 6))
    while len(made) < seconds * _STEPS:
        made += [0.4] * int(random.uniform(300, 1200) * _STEPS) + [fast] * int(
            random.uniform(40, 240) * _STEPS
        )
        drifting = len(made) - len(heads)
        heads += [way] * drifting
        way = float(random.uniform(0, 6))
    return _walked(_smoothed(np.array(made), 8), np.array(heads))


def ride_a_bike(seconds: float, random: np.random.Generator) -> Array:
    """A ride through town by bicycle, with lights."""
    speeds = _legs(
        seconds,
        random,
        (10, 120),
        lambda: float(random.choice([0.0, 3.0, 4.5, 6.0, 8.0], p=[0.25, 0.1, 0.2, 0.25, 0.2])),
    )
    return _walked(_smoothed(speeds, 5), np.cumsum(random.normal(0, 0.012, len(speeds))))


WAYS: dict[str, Callable[[float, np.random.Generator], Array]] = {
    "drive": drive,
    "hike": hike,
    "run": run,
    "swim": swim,
    "desk": desk,
    "boat": boat,
    "bicycle": ride_a_bike,
}
