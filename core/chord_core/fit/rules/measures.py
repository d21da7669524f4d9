"""What is measured of boards when they are spoken of, each in the unit in which it is said."""

from __future__ import annotations

from collections.abc import Callable

from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.ride.batches import RideSummary

Measure = Callable[[Hull, RideSummary], Array | None]


def _mean_of(factor: str) -> Measure:
    def measure(_: Hull, ridden: RideSummary) -> Array | None:
        return ridden.means[factor] * 100 if factor in ridden.means else None

    return measure


#: Shares in per cent, speeds in m/s, radius in m, roll in s, sweet spot in cm, lean in degrees, mass in kg;
#: None where the water or the craft has none.
MEASURES: dict[str, Measure] = {
    "catch": _mean_of("catch"),
    "keep": _mean_of("keep"),
    "nose": _mean_of("nose"),
    "rides": lambda _, ridden: ridden.rides,
    "sprint": lambda _, ridden: ridden.sprint_m_s,
    "radius": lambda _, ridden: ridden.radius_m,
    "roll": lambda _, ridden: ridden.roll_s,
    "hold": lambda _, ridden: ridden.hold_m_s,
    "sweet": lambda _, ridden: ridden.sweet_m * 100,
    "lean": lambda _, ridden: ridden.lean_deg,
    "duck": lambda _, ridden: ridden.floats.duck_dive,
    "nose_riding": lambda _, ridden: ridden.nose_index,
    "stays": lambda _, ridden: ridden.stays_on * 100,
    "mass": lambda hull, _: hull.mass_kg,
}
