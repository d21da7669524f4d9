"""From lying down to standing up: float, paddling speed, drag and take-off of a fleet under one rider.

Two forms of the same: ``lying_plain`` calls the readable modules, ``lying_fast`` the compiled kernel. All
that is used in the application is the fast one; a test holds them together.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cache

import numpy as np
from scipy.interpolate import PchipInterpolator

from chord_core.hull.hull import Hull
from chord_core.hull.stations import SHARE, WEIGHT, Array
from chord_core.physics import G
from chord_core.ride import kernel
from chord_core.ride.contours import effective_deadrise, planing_curvature
from chord_core.ride.float import Floats, float_prone
from chord_core.ride.immersed import Immersed, immersed_hull
from chord_core.ride.paddle import paddling_speed
from chord_core.ride.plane import reach_m
from chord_core.ride.standup import float_standing
from chord_core.ride.takeoff import CARRIES, SPEEDS, Start, launch_of, takeoff_slope
from chord_core.ride.wave_drag import DRAUGHT_OF_LENGTH, wave_drag_spline
from chord_core.surfer.body import Body, lying_body
from chord_core.surfer.pencil import Rider
from chord_core.surfer.power import Power

#: Heights [m] at which the fast form solves take-off; between them the logarithm of the threshold is a cubic
#: spline.
HEIGHTS = np.array([0.15, 0.3, 0.55, 0.9, 1.4, 2.1, 3.1, 4.5, 6.5])


@dataclass(frozen=True)
class Lying:
    """A fleet before anybody stands, (n,): how it floats, speeds [m/s], drag [N] at the tabled speeds (n, k),
    and the take-off threshold at ``heights`` (n, h) as a logarithm."""

    floats: Floats
    immersed: Immersed
    sprint_m_s: Array
    cruise_m_s: Array
    drag_n: Array
    heights: Array
    log_threshold: Array

    def threshold(self, height_m: Array) -> Array:
        """The least slope of a face of these heights [m] that is caught, (n, m)."""
        log = np.log(height_m)
        if len(self.heights) == 1:
            return np.exp(np.repeat(self.log_threshold, len(log), axis=1))
        held = np.clip(log, np.log(self.heights[0]), np.log(self.heights[-1]))
        spline = PchipInterpolator(np.log(self.heights), self.log_threshold, axis=1)
        return np.asarray(np.exp(spline(held)))


@dataclass(frozen=True)
class Paddler:
    """A rider as take-off needs one: the body lying (None when standing), mass with wetsuit and kit [kg],
    power, how a start is made, and where the weight stands."""

    body: Body | None
    mass_kg: float
    power: Power
    start: Start
    foot_weight: str


def paddler_of(rider: Rider, power: Power) -> Paddler:
    """The rider lying down, or standing with a paddle."""
    body = lying_body(rider.mass_kg, rider.height_m, rider.wetsuit_mm)
    if rider.craft == "stand_up":
        return Paddler(None, rider.standing_kg, power, Start.standing(), rider.foot_weight)
    return Paddler(body, body.mass_kg, power, Start.prone(), rider.foot_weight)


def _still(hull: Hull, paddler: Paddler, rho: float) -> tuple[Floats, Immersed]:
    if paddler.body is None:
        return float_standing(hull, paddler.mass_kg, rho)
    floats = float_prone(hull, paddler.body, rho)
    return floats, immersed_hull(hull, paddler.body, floats)


def lying_plain(hull: Hull, paddler: Paddler, rho: float, heights: Array) -> Lying:
    """The plain form; take-off is solved at ``heights`` [m]."""
    floats, immersed = _still(hull, paddler, rho)
    launch = launch_of(hull, immersed, paddler.mass_kg, paddler.power.sprint_w, rho, paddler.start,
                       paddler.foot_weight)  # fmt: skip
    heights = np.unique(heights)
    slopes = [np.log(takeoff_slope(launch, height)) for height in heights]
    return Lying(
        floats=floats,
        immersed=immersed,
        sprint_m_s=launch.sprint_m_s,
        cruise_m_s=paddling_speed(immersed, paddler.power.cruise_w, rho),
        drag_n=launch.curve.drag,
        heights=heights,
        log_threshold=np.stack(slopes, axis=1),
    )


def _float_fast(hull: Hull, body: Body, rho: float) -> Floats:
    out = np.empty((len(hull), 5))
    kernel.float_boards(SHARE, WEIGHT, hull.rocker, hull.thickness, hull.section_m2, hull.fleet.length,
                        hull.mass_kg, hull.centre_of_volume_m, body.place, body.mass, body.volume,
                        body.thick, body.height_m, rho, out)  # fmt: skip
    share = (rho * hull.volume_m3 - hull.mass_kg) / body.mass_kg
    trim, clear, sink, feet, borne = out.T
    return Floats(trim, clear, sink, feet, share, share / 0.7, borne)


@cache
def _spline_table() -> tuple[Array, Array, Array]:
    first, second, coefficients = wave_drag_spline().tck[:3]
    return np.ascontiguousarray(first), np.ascontiguousarray(second), np.ascontiguousarray(coefficients)


def running_of(hull: Hull, mass_kg: float, foot_weight: str) -> tuple[Array, ...]:
    """What the kernel needs of a planing fleet: length, beam, deadrise, curvature, reach, weight."""
    return (
        hull.fleet.length,
        hull.planing_beam_m(foot_weight),
        effective_deadrise(hull),
        planing_curvature(hull),
        reach_m(hull, foot_weight),
        (mass_kg + hull.mass_kg) * G,
    )


def lying_fast(hull: Hull, paddler: Paddler, rho: float, floats: Floats | None = None) -> Lying:
    """The fast form: the compiled kernel, one pass a board.

    Args:
        floats: how the fleet floats this rider, if it is known already.
    """
    if paddler.body is None:
        floats, immersed = float_standing(hull, paddler.mass_kg, rho)
    else:
        floats = floats or _float_fast(hull, paddler.body, rho)
        immersed = immersed_hull(hull, paddler.body, floats)
    table = _spline_table()
    ratio = np.clip(immersed.draught / immersed.length, DRAUGHT_OF_LENGTH[0], DRAUGHT_OF_LENGTH[-1])
    columns = kernel.spline_columns(table, np.log(ratio))
    running = running_of(hull, paddler.mass_kg, paddler.foot_weight)
    drag, speeds = np.empty((len(hull), SPEEDS)), np.empty((len(hull), 2))
    kernel.drag_boards(*running, immersed.length, immersed.beam, immersed.wetted, immersed.frontal,
                       table[0], columns, rho, paddler.power.sprint_w, paddler.power.cruise_w,
                       drag, speeds)  # fmt: skip
    log_slope = np.empty((len(hull), len(HEIGHTS)))
    start = paddler.start
    kernel.takeoff_boards(HEIGHTS, start.sprint_share, CARRIES * immersed.length,
                          paddler.mass_kg + hull.mass_kg, paddler.power.sprint_w,
                          start.push_share * paddler.mass_kg * G,
                          np.ascontiguousarray(speeds[:, 0]), drag, log_slope)  # fmt: skip
    return Lying(
        floats=floats,
        immersed=immersed,
        sprint_m_s=speeds[:, 0],
        cruise_m_s=speeds[:, 1],
        drag_n=drag,
        heights=HEIGHTS,
        log_threshold=log_slope,
    )
