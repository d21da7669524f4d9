"""A made-up sea: storms far and near, seasons, wind; the same for the same seed, whatever hours are asked.

Every day of the calendar has its own storms, drawn from the seed and the day, so that any hour is the sum of
what the storms of the weeks before it still send.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from scipy.special import ndtri

from chord_core.hull.stations import Array
from chord_core.water.seas import Hours, Seas, seas_of

#: Days for which a storm’s swell is still felt, and days before its height on which it is felt first.
_FELT_DAYS, _AHEAD_DAYS = 12, 8
_YEAR_DAYS = 365.25


@dataclass(frozen=True)
class Coast:
    """A coast: where its storms come from [deg], how much they are [m], where the day's breeze blows from."""

    seed: int = 7
    swell_from_deg: float = 305.0
    height_m: float = 0.95
    breeze_from_deg: float = 290.0


@dataclass(frozen=True)
class _Storms:
    """Storms, (n,): hour at which their swell is highest, length [h], height [m], period [s], from [deg]."""

    peak: Array
    long: Array
    height: Array
    period: Array
    from_deg: Array


def _winter(day: Array | float) -> Array:
    """1 in mid January, 0 in mid July."""
    return np.asarray(0.5 + 0.5 * np.cos(2 * np.pi * (np.asarray(day) - 15) / _YEAR_DAYS))


def _storms(coast: Coast, first_day: int, last_day: int) -> _Storms:
    rows = []
    for day in range(first_day - _FELT_DAYS, last_day + _AHEAD_DAYS):
        random = np.random.default_rng([coast.seed, 11, day + 100_000])
        winter = float(_winter(day))
        for _ in range(random.poisson(0.42 + 0.32 * winter)):
            far = random.random()
            size = random.gamma(2.4, 0.36)
            rows.append((
                24 * day + 24 * random.random(),
                random.uniform(14, 40) * (0.8 + 0.5 * far),
                coast.height_m * size * (0.45 + 0.9 * winter),
                6.5 + 5.5 * far + 2.2 * np.sqrt(size) + random.normal(0, 0.5),
                coast.swell_from_deg + random.normal(0, 24),
            ))  # fmt: skip
    return _Storms(*np.array(rows).reshape(-1, 5).T)


def _slow_noise(seed: list[int], hour: Array, every_h: float) -> Array:
    """A wandering line, mean 0 and about 1 wide, that turns about every so many hours."""
    knot = np.floor(hour / every_h).astype(np.int64)
    part = hour / every_h - knot
    smooth = part**2 * (3 - 2 * part)
    return np.asarray(_normal(seed, knot) * (1 - smooth) + _normal(seed, knot + 1) * smooth)


def _normal(seed: list[int], number: Hours) -> Array:
    """A normal draw for each number, always the same (Steele 2014: the mixing of splitmix64)."""
    mixed = number.astype(np.uint64) + np.uint64(1_000_003 * seed[0] + seed[1])
    for shift, factor in ((30, 0xBF58476D1CE4E5B9), (27, 0x94D049BB133111EB)):
        mixed = (mixed ^ (mixed >> np.uint64(shift))) * np.uint64(factor) + np.uint64(0x9E3779B97F4A7C15)
    mixed ^= mixed >> np.uint64(31)
    return np.asarray(ndtri((mixed.astype(float) + 0.5) / 2.0**64))


def made_seas(coast: Coast, hour: Hours) -> Seas:
    """The sea at hours since 1970 UTC, in order and without gaps; to the figures that a buoy writes.

    Energies of the swells and of the wind sea add up; period and direction are those of the largest.
    """
    at = np.asarray(hour, float)
    day = at / 24
    storms = _storms(coast, int(day[0]), int(day[-1]))
    wind = np.abs(4.2 + 2.4 * _winter(day) + 2.6 * _slow_noise([coast.seed, 21], at, 16))
    breeze = 1.6 * (1 - _winter(day)) * np.maximum(np.sin(2 * np.pi * (at % 24 - 9) / 24), 0)
    turn = 75 * _slow_noise([coast.seed, 22], at, 30) * (0.4 + 0.6 * _winter(day))
    wind_from = (coast.breeze_from_deg + turn) % 360
    wind = wind + breeze

    # Wind sea of a short fetch: grows with wind (Carter 1982, limited by duration), seen where it blows in.
    inward = np.maximum(np.cos(np.radians(wind_from - coast.swell_from_deg)), 0.1)
    sea = 0.0146 * 6 ** (5 / 7) * wind ** (9 / 7) * inward
    energy = sea**2
    best, period = sea.copy(), 0.566 * 6**0.3 * wind**0.4 + 1.2
    direction = wind_from.copy()
    mean = energy * period
    order = np.argsort(storms.peak)
    for k in order:
        begin, end = np.searchsorted(
            at, [storms.peak[k] - 3 * storms.long[k], storms.peak[k] + 4 * storms.long[k]]
        )
        if begin == end:
            continue
        part = slice(begin, end)
        past = (at[part] - storms.peak[k]) / storms.long[k]
        height = storms.height[k] * np.exp(-0.5 * np.where(past < 0, past / 0.55, past) ** 2)
        # Long waves of a storm run ahead of its short ones.
        length = np.clip(storms.period[k] - 1.2 * past, 4.5, 20)
        lead = height > best[part]
        best[part] = np.where(lead, height, best[part])
        period[part] = np.where(lead, length, period[part])
        direction[part] = np.where(lead, storms.from_deg[k], direction[part])
        energy[part] += height**2
        mean[part] += height**2 * length
    total = np.sqrt(energy + (0.2 + 0.2 * _winter(day)) ** 2)
    mean_period = np.maximum(0.78 * mean / np.maximum(energy, 1e-6), 2.5)
    flicker = 1 + 0.03 * _slow_noise([coast.seed, 23], at, 1.0)
    columns = [
        np.round(total * flicker, 2),
        np.round(np.clip(period, 2.5, 20), 1),
        np.round(np.clip(mean_period, 2.3, 15), 1),
        np.round(direction % 360),
        np.round(wind, 1),
        np.round(wind_from),
    ]
    return seas_of(hour, np.stack(columns))


def made_flows(hour: Hours, mean_m3_s: float = 24.0, seed: int = 5) -> Array:
    """Flow of a made-up river [m3/s] at hours since 1970 UTC: high in spring, with rain that runs off."""
    at = np.asarray(hour, float)
    season = 0.35 * np.cos(2 * np.pi * (at / 24 - 110) / _YEAR_DAYS)
    wet = 0.35 * _slow_noise([seed, 31], at, 24 * 9) + 0.15 * _slow_noise([seed, 32], at, 24 * 2)
    return np.asarray(np.round(mean_m3_s * np.exp(season + wet), 2))


def made_tide(hour: Hours) -> Array:
    """Water over its mean [m] at hours since 1970 UTC: the moon's and the sun's half-day tides alone."""
    at = np.asarray(hour, float)
    moon, sun = np.radians(28.9841042 * at), np.radians(30.0 * at)
    return np.asarray(1.45 * np.cos(moon) + 0.52 * np.cos(sun))
