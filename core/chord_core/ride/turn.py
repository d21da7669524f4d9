"""Hold, turning, sweet spot and leaning: what the rear of a board does under the back foot.

The constants of turning are fitted to the order of boards that shapers and riders agree on, not measured;
they stand together here (``docs/model.md``). Read the turn radius as an index.
"""

from __future__ import annotations

import numpy as np

from chord_core.hull.curves import fitted_curvature
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.physics import G
from chord_core.ride.fins import FinSet, set_strength
from chord_core.ride.plane import deadrise_lift, effective_deadrise, flat_for, flat_lift
from chord_core.units import FOOT_M

#: Trim at which a tail lets go [deg], and the wetted length [m] that holds a rider of 78 kg on a medium
#: thruster with a medium rail.
_LETS_GO_DEG, _NEED_M, _AT_KG = 8.0, 0.42, 78.0
#: What rails add to the fins' effective area [m2]: medium, and from full to low; a soft edge takes some.
_RAIL_MEDIUM_M2, _RAIL_LOW_M2, _RAIL_FULL_M2, _SOFT_EDGE_M2 = 0.0084, 0.0126, 0.0042, 0.0015
#: A hard edge over this length from the tail releases fully [m].
EDGE_FULL_M = 0.35
#: Body height at which the rider's mass stands, as a share.
_MASS_AT = 0.56


def _edge(hull: Hull) -> Array:
    return np.asarray(np.minimum(hull.fleet.edge / EDGE_FULL_M, 1.0))


def hold_speed(hull: Hull, fins: FinSet, weight_n: Array, rho: float) -> Array:
    """Speed [m/s] at which the tail lets go, (n,); higher is safer.

    Where the wetted length at 8 degrees of trim on the tail's beam (one foot up) falls to what the fins
    and rails need: .42 m sqrt[(A_ref + rail)(W / 78 g) / (A + rail of the board)]. The speed is found by
    a fixed point: deadrise bends Savitsky's lift, which is else a part with speed and one without.
    """
    fleet = hull.fleet
    rail = _RAIL_LOW_M2 + (_RAIL_FULL_M2 - _RAIL_LOW_M2) * fleet.rail
    grip = fins.area_m2 + rail - _SOFT_EDGE_M2 * (1 - _edge(hull))
    reference = set_strength("thruster", "M")[0] + _RAIL_MEDIUM_M2
    need = _NEED_M * np.sqrt(reference * weight_n / (_AT_KG * G) / grip)
    beam = fleet.tail_width
    wetted_beams = need / beam
    speed = np.full(len(hull), 8.0)
    for _ in range(12):
        wanted = weight_n / (rho / 2 * speed**2 * beam**2)
        bent = flat_for(wanted, effective_deadrise(hull)) / wanted
        load = weight_n * bent / (rho / 2 * beam**2) / _LETS_GO_DEG**1.1
        still = 0.0055 * wetted_beams**2.5 * G * beam
        speed = np.sqrt(np.maximum(load - still, 0.25) / (0.012 * np.sqrt(wetted_beams)))
    return np.asarray(speed)


def hold_lift_n(hull: Hull, speed: Array, wetted_m: Array, rho: float) -> Array:
    """Lift [N] of the tail's beam at 8 degrees of trim, for checking ``hold_speed``."""
    beam = hull.fleet.tail_width
    flat = flat_lift(np.full(len(hull), _LETS_GO_DEG), wetted_m / beam, speed / np.sqrt(G * beam))
    return np.asarray(deadrise_lift(flat, effective_deadrise(hull)) * rho / 2 * speed**2 * beam**2)


def rail_line_curvature(hull: Hull) -> Array:
    """Curvature [1/m] of the bottom that a turning board runs on: .12 to .50 of length, concave added
    (the rail line lies below the stringer's)."""
    length = hull.fleet.length
    plain = fitted_curvature(hull.rocker, length, 0.12, 0.50)
    return np.asarray(plain + 4.8 * hull.fleet.concave_rear / (0.75 * length) ** 2)


def outline_curvature(hull: Hull) -> Array:
    """Curvature [1/m] of the rear outline as a parabola from the wide point through the one-foot width;
    the tail block is left out, or pins would turn like shortboards."""
    fleet = hull.fleet
    wide_at = fleet.length / 2 + fleet.wide_point
    return np.asarray((fleet.width - fleet.tail_width) / (wide_at - FOOT_M) ** 2)


def turn_radius(hull: Hull, fins: FinSet) -> Array:
    """Turn radius [m], an index, (n,)."""
    fleet = hull.fleet
    notch = np.where(fleet.notch > 0, fleet.notch, 0.0)
    block = fleet.tail_block / fleet.tail_width * np.maximum(1 - 5 * notch, 0)
    swing = (hull.swing_kg_m2 / 0.95) ** 0.10
    yaw = np.maximum(fins.yaw / set_strength("thruster", "M")[1], 0.5) ** 0.08
    bite = 1 - 0.07 * (1 - _edge(hull)) - 0.10 * (fleet.rail - 0.5) - 0.05 * fins.single
    curve = 1.40 * rail_line_curvature(hull) + 0.33 * outline_curvature(hull)
    return np.asarray((1.06 - 0.12 * block) * swing * yaw / (np.maximum(curve, 0.02) * bite))


def looseness(hull: Hull, fins: FinSet, mass_kg: float) -> Array:
    """How freely the tail yaws, (n,): 1 / (.6 (Y / Y_ref)(75 / m) + .4 swing); higher is looser."""
    yaw = fins.yaw / set_strength("thruster", "M")[1]
    return np.asarray(1 / (0.6 * yaw * 75 / mass_kg + 0.4 * hull.swing_kg_m2))


def lean_tolerance_deg(hull: Hull, height_m: float, foot_weight: str = "even") -> Array:
    """Angle [deg] by which a standing rider may lean before the weight is outside of the planing beam."""
    return np.asarray(np.degrees(np.arctan(hull.planing_beam_m(foot_weight) / 2 / (_MASS_AT * height_m))))
