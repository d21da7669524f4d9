"""Hold, turning, sweet spot and leaning: what the rear of a board does under the back foot.

The constants of turning are fitted to the order of boards that shapers and riders agree on, not measured;
they stand together here (``docs/model.md``). Read the turn radius as an index.
"""

from __future__ import annotations

import numpy as np

from chord_core.hull.contours import (
    edge_share,
    effective_deadrise,
    front_vee_deg,
    rear_concave_deg,
    rear_vee_deg,
)
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.physics import G
from chord_core.ride.fins import FinSet, set_strength
from chord_core.ride.plane import deadrise_lift, flat_for, flat_lift
from chord_core.tables.calibration import calibration

#: Trim at which a tail lets go [deg], and the wetted length [m] that holds a rider of 78 kg on a medium
#: thruster with a medium rail.
LETS_GO_DEG, _NEED_M, _AT_KG = 8.0, 0.42, 78.0
#: What rails add to the fins' effective area [m2]: medium, and from full to low; a soft edge takes some.
_RAIL_MEDIUM_M2, _RAIL_LOW_M2, _RAIL_FULL_M2, _SOFT_EDGE_M2 = 0.0084, 0.0126, 0.0042, 0.0015
#: Body height at which the rider's mass stands, as a share.
_MASS_AT = 0.56


def hold_need_m(hull: Hull, fins: FinSet, weight_n: Array) -> Array:
    """Wetted length [m] of the tail that holds, (n,): .42 m [(A_ref + rail) / (A + rail)]^a (W / 78 g)^w,
    with the effective area of the fins and what rails, dropped edge and channels add (``hold_area``,
    ``hold_weight`` of the craft)."""
    fleet, c = hull.fleet, calibration()
    rail = _RAIL_LOW_M2 + (_RAIL_FULL_M2 - _RAIL_LOW_M2) * fleet.rail
    rail = rail + c.hold_dropped_m2 * fleet.dropped + c.hold_channel * fleet.channel_m2
    grip = fins.area_m2 + rail - _SOFT_EDGE_M2 * (1 - edge_share(hull))
    reference = set_strength("thruster", "M")[0] + _RAIL_MEDIUM_M2
    return np.asarray(
        _NEED_M * (reference / grip) ** c.hold_area * (weight_n / (_AT_KG * G)) ** c.hold_weight
    )


def hold_beam_m(hull: Hull) -> Array:
    """Beam [m] of the tail that has to be held, (n,): its width one foot up, less a part of the cut of a
    swallow or fish over the wetted length: two points bite where a squash releases."""
    cut = hull.integral(2 * hull.notch_half)
    return np.asarray(hull.fleet.tail_width - calibration().hold_notch * cut / _NEED_M)


def hold_speed(hull: Hull, fins: FinSet, weight_n: Array, rho: float) -> Array:
    """Speed [m/s] at which the tail lets go, (n,); higher is safer.

    Where the wetted length at 8 degrees of trim on the tail's beam (one foot up) falls to what the fins and
    rails need (``hold_need_m``). The speed is found by a fixed point: deadrise bends Savitsky's lift, which
    is else a part with speed and one without.
    """
    beam = hold_beam_m(hull)
    wetted_beams = hold_need_m(hull, fins, weight_n) / beam
    speed = np.full(len(hull), 8.0)
    for _ in range(12):
        wanted = weight_n / (rho / 2 * speed**2 * beam**2)
        bent = flat_for(wanted, effective_deadrise(hull)) / wanted
        load = weight_n * bent / (rho / 2 * beam**2) / LETS_GO_DEG**1.1
        still = 0.0055 * wetted_beams**2.5 * G * beam
        speed = np.sqrt(np.maximum(load - still, 0.25) / (0.012 * np.sqrt(wetted_beams)))
    return np.asarray(speed)


def hold_lift_n(hull: Hull, speed: Array, wetted_m: Array, rho: float) -> Array:
    """Lift [N] of the tail's beam at 8 degrees of trim, for checking ``hold_speed``."""
    beam = hold_beam_m(hull)
    flat = flat_lift(np.full(len(hull), LETS_GO_DEG), wetted_m / beam, speed / np.sqrt(G * beam))
    return np.asarray(deadrise_lift(flat, effective_deadrise(hull)) * rho / 2 * speed**2 * beam**2)


def turn_radius(hull: Hull, fins: FinSet) -> Array:
    """Turn radius [m], an index, (n,)."""
    fleet = hull.fleet
    notch = np.where(fleet.notch > 0, fleet.notch, 0.0)
    drawn = np.minimum(fleet.tail_block, fleet.tail_width)
    block = drawn / fleet.tail_width * np.maximum(1 - 5 * notch, 0)
    swing = (hull.swing_kg_m2 / 0.95) ** 0.10
    yaw = np.maximum(fins.yaw / set_strength("thruster", "M")[1], 0.5) ** 0.08
    bite = 1 - 0.07 * (1 - edge_share(hull)) - 0.10 * (fleet.rail - 0.5) - 0.05 * fins.single
    bent = hull.rail_curvature + calibration().turn_flex * (fleet.flex - 1)
    curve = 1.40 * bent + 0.33 * hull.outline_curvature
    return np.asarray((1.06 - 0.12 * block) * swing * yaw / (np.maximum(curve, 0.02) * bite))


def looseness(hull: Hull, fins: FinSet, mass_kg: float) -> Array:
    """How freely the tail yaws, (n,): 1 / (.6 (Y / Y_ref)(75 / m) + .4 swing); higher is looser."""
    yaw = fins.yaw / set_strength("thruster", "M")[1]
    return np.asarray(1 / (0.6 * yaw * 75 / mass_kg + 0.4 * hull.swing_kg_m2))


def pivot(hull: Hull, fins: FinSet) -> Array:
    """Pivot index, (n,): over .5 a board is turned from the tail, under it it is laid on the rail.

    (k of the tail / .35)(tail / .39)(fin depth / .21)^.5.
    """
    tail = np.maximum(hull.tail_curvature, 0.0) / 0.35
    return np.asarray(tail * hull.fleet.tail_width / 0.39 * np.sqrt(fins.depth_m / 0.21))


def drive(hull: Hull, fins: FinSet) -> Array:
    """Drive index, (n,), 1 for a flat bottom of plain build: what a pushed tail gives back.

    The lift of a surface with deadrise over that of a flat one (Savitsky 1964, eq. 16) at the load of a turn;
    vee counts in part, because each of its panels still is a flat when the board is banked; flex swallows
    some.
    """
    return np.asarray(drive_lift(hull) * (1 - calibration().drive_flex * (hull.fleet.flex - 1)))


def drive_lift(hull: Hull) -> Array:
    """Lift of the tail's bottom over that of a flat one at the load of a turn, (n,)."""
    deadrise = calibration().drive_vee * rear_vee_deg(hull) - rear_concave_deg(hull)
    flat = np.full(len(hull), 0.10)
    return np.asarray(deadrise_lift(flat, deadrise) / flat)


def lay_over(hull: Hull, mass_kg: float, speed_m_s: Array, rho: float, stand_up: bool = False) -> Array:
    """Bank that a rider can lay a board to at a speed, (n, m) for speeds (m,): 1 is fully on the rail.

    The rider's moment is fixed, what rights a planing beam goes with V^2 b^3: a wide board cannot be laid
    over at speed. L = m g y / (.025 rho / 2 V^2 b^3 + rho g t b^2 / 20).
    """
    c = calibration()
    beam = (hull.turning_beam_m * rolling_beam(hull))[:, None]
    arm = c.lay_arm_stand_up_m if stand_up else c.lay_arm_m
    righting = c.lay_righting * rho / 2 * speed_m_s[None, :] ** 2 * beam**3
    rail = c.lay_rail * rho * G * hull.fleet.rail_thickness[:, None] * beam**2
    return np.asarray(mass_kg * G * arm / (righting + rail))


def rolling_beam(hull: Hull) -> Array:
    """Share of the beam that rights the board, (n,): vee and low rails let it roll."""
    c = calibration()
    vee = (front_vee_deg(hull) + rear_vee_deg(hull)) / c.lay_vee_deg
    edge = c.lay_low_rail * (0.5 - hull.fleet.rail) + c.lay_dropped_edge * hull.fleet.dropped
    flat = 1 - vee + rear_concave_deg(hull) / c.lay_concave_deg
    return np.asarray(np.maximum(flat, 0.2) * (1 - edge))


def roll_time(hull: Hull, mass_kg: float, wetted_m: Array, rho: float) -> Array:
    """Time [s] to roll a planing board by 30 degrees, (n,): the rider's moment against inertia.

    Added inertia of a flat plate wet on one side: half of pi / 8 rho (b/2)^4 l (Newman 1977, slender bodies);
    the righting moment of the planing beam takes part of the rider's.

    Args:
        wetted_m: wetted length [m], (n,).
    """
    c = calibration()
    beam = hull.turning_beam_m * rolling_beam(hull)
    inertia = hull.roll_kg_m2 + np.pi / 16 * rho * (beam / 2) ** 4 * wetted_m
    righting = c.roll_righting * c.lay_righting * rho / 2 * c.roll_speed_m_s**2 * beam**3
    rider = mass_kg * G * c.roll_arm_m
    # A beam that rights as hard as the rider leans would never roll; a tenth of the moment is always left.
    moment = np.maximum(rider - righting, 0.1 * rider)
    return np.asarray(np.sqrt(2 * np.radians(30) * inertia / moment))


def lean_tolerance_deg(hull: Hull, height_m: float, foot_weight: str = "even") -> Array:
    """Angle [deg] by which a standing rider may lean before the weight is outside of the planing beam; vee
    and low rails tip earlier."""
    beam = leaning_beam_m(hull, foot_weight)
    return np.asarray(np.degrees(np.arctan(beam / 2 / (_MASS_AT * height_m))))


def leaning_beam_m(hull: Hull, foot_weight: str = "even") -> Array:
    """Beam [m] that bears a leaning rider, (n,): the planing beam, less for vee and low rails."""
    c = calibration()
    vee = (rear_vee_deg(hull) + front_vee_deg(hull) / 2) / c.lean_vee_deg
    rail = c.lean_low_rail * (0.5 - hull.fleet.rail)
    return np.asarray(hull.planing_beam_m(foot_weight) * np.maximum(1 - vee - rail, 0.2))
