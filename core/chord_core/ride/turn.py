"""Hold, turning, sweet spot and leaning: what the rear of a board does under the back foot.

What an index is made of is gathered here; the formulas stand in ``indices``. Read the turn radius as one.
"""

from __future__ import annotations

import numpy as np

from chord_core.hull.contours import (
    edge_share,
    effective_deadrise,
)
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.physics import G
from chord_core.ride.fins import FleetFins, set_strength
from chord_core.ride.indices import DRIVE, LAY_OVER, LEAN, LOOSENESS, PIVOT, ROLL_TIME, TURN_RADIUS
from chord_core.ride.savitsky import TRIM_POWER, deadrise_lift, flat_for, flat_lift, moving_lift, still_lift
from chord_core.tables.calibration import calibration


def hold_need_m(hull: Hull, fins: FleetFins, weight_n: Array) -> Array:
    """Wetted length [m] of the tail that holds, (n,): .42 m [(A_ref + rail) / (A + rail)]^a (W / 78 g)^w,
    with the effective area of the fins and what rails, dropped edge and channels add (``hold_area``,
    ``hold_weight`` of the craft)."""
    fleet, c = hull.fleet, calibration()
    rail = c.hold_rail_low_m2 + (c.hold_rail_full_m2 - c.hold_rail_low_m2) * fleet.rail
    rail = rail + c.hold_dropped_m2 * fleet.dropped + c.hold_channel * fleet.channel_m2
    grip = fins.area_m2 + rail - c.hold_edge_m2 * (1 - edge_share(hull))
    reference = set_strength("thruster", "M")[0] + c.hold_rail_medium_m2
    heavy = weight_n / (c.hold_kg * G)
    return np.asarray(c.hold_need_m * (reference / grip) ** c.hold_area * heavy**c.hold_weight)


def hold_beam_m(hull: Hull) -> Array:
    """Beam [m] of the tail that has to be held, (n,): its width one foot up, less a part of the cut of a
    swallow or fish over the wetted length: two points bite where a squash releases."""
    cut, c = hull.integral(2 * hull.notch_half), calibration()
    return np.asarray(hull.fleet.tail_width - c.hold_notch * cut / c.hold_need_m)


def bent_by_deadrise(hull: Hull, load: Array) -> Array:
    """How much more a flat tail would have to bear than one with this deadrise at a load coefficient, as a
    ratio, (n,)."""
    return np.asarray(flat_for(load, effective_deadrise(hull)) / load)


def hold_speed(hull: Hull, fins: FleetFins, weight_n: Array, rho: float) -> Array:
    """Speed [m/s] at which the tail lets go, (n,); higher is safer.

    Where the wetted length at the trim of letting go on the tail's beam (one foot up) falls to what the fins
    and rails need (``hold_need_m``). The speed is found by a fixed point: deadrise bends Savitsky's lift,
    which is else a part with speed and one without.
    """
    beam = hold_beam_m(hull)
    wetted_beams = hold_need_m(hull, fins, weight_n) / beam
    speed = np.full(len(hull), 8.0)
    for _ in range(12):
        bent = bent_by_deadrise(hull, weight_n / (rho / 2 * speed**2 * beam**2))
        load = weight_n * bent / (rho / 2 * beam**2) / calibration().hold_trim_deg ** TRIM_POWER
        still = still_lift(wetted_beams) * G * beam
        speed = np.sqrt(np.maximum(load - still, 0.25) / moving_lift(wetted_beams))
    return np.asarray(speed)


def hold_lift_n(hull: Hull, speed: Array, wetted_m: Array, rho: float) -> Array:
    """Lift [N] of the tail's beam at the trim of letting go, for checking ``hold_speed``."""
    beam = hold_beam_m(hull)
    flat = flat_lift(calibration().hold_trim_deg, wetted_m / beam, speed**2 / (G * beam))
    return np.asarray(deadrise_lift(flat, effective_deadrise(hull)) * rho / 2 * speed**2 * beam**2)


def _yaw_share(fins: FleetFins) -> Array:
    """Yaw stiffness of the fins over a medium thruster's, (n,)."""
    return np.asarray(fins.yaw / set_strength("thruster", "M")[1])


def turn_radius_terms(hull: Hull, fins: FleetFins) -> dict[str, Array]:
    """What ``TURN_RADIUS`` is made of."""
    fleet, c = hull.fleet, calibration()
    notch = np.where(fleet.notch > 0, fleet.notch, 0.0)
    drawn = np.minimum(fleet.tail_block, fleet.tail_width)
    rail = c.bite_rail * (fleet.rail - 0.5)
    return {
        "B": drawn / fleet.tail_width * np.maximum(1 - c.bite_notch * notch, 0),
        "J": hull.swing_kg_m2,
        "Y": _yaw_share(fins),
        "k": hull.rail_curvature + c.turn_flex * (fleet.flex - 1),
        "o": hull.outline_curvature,
        "z": 1 - c.bite_edge * (1 - edge_share(hull)) - rail - c.bite_single * fins.single,
    }


def turn_radius(hull: Hull, fins: FleetFins) -> Array:
    """Turn radius [m], an index, (n,)."""
    return TURN_RADIUS(turn_radius_terms(hull, fins))


def looseness_terms(hull: Hull, fins: FleetFins, mass_kg: float) -> dict[str, Array | float]:
    """What ``LOOSENESS`` is made of."""
    return {"Y": _yaw_share(fins), "M": mass_kg, "J": hull.swing_kg_m2}


def looseness(hull: Hull, fins: FleetFins, mass_kg: float) -> Array:
    """How freely the tail yaws, (n,); higher is looser."""
    return LOOSENESS(looseness_terms(hull, fins, mass_kg))


def pivot_terms(hull: Hull, fins: FleetFins) -> dict[str, Array]:
    """What ``PIVOT`` is made of."""
    return {"k": hull.tail_curvature, "T": hull.fleet.tail_width, "d": fins.depth_m}


def pivot(hull: Hull, fins: FleetFins) -> Array:
    """Pivot index, (n,): over .5 a board is turned from the tail, under it it is laid on the rail."""
    return PIVOT(pivot_terms(hull, fins))


def drive_terms(hull: Hull) -> dict[str, Array]:
    """What ``DRIVE`` is made of: the lift of a surface with deadrise over that of a flat one (Savitsky 1964,
    eq. 16) at the load of a turn; vee counts in part, because each of its panels still is a flat when the
    board is banked; flex swallows some."""
    return {"l": drive_lift(hull), "f": hull.fleet.flex}


def drive(hull: Hull) -> Array:
    """Drive index, (n,), 1 for a flat bottom of plain build: what a pushed tail gives back."""
    return DRIVE(drive_terms(hull))


def drive_lift(hull: Hull) -> Array:
    """Lift of the tail's bottom over that of a flat one at the load of a turn, (n,)."""
    c = calibration()
    deadrise = c.drive_vee * hull.rear_vee_deg - hull.rear_concave_deg
    flat = np.full(len(hull), c.drive_angle)
    return np.asarray(deadrise_lift(flat, deadrise) / flat)


def lay_over_terms(
    hull: Hull, mass_kg: float, speed_m_s: Array, rho: float, stand_up: bool = False
) -> dict[str, Array | float]:
    """What ``LAY_OVER`` is made of, (n, m) for speeds (m,): the rider's moment is fixed, what rights a
    planing beam goes with V^2 b^3, so a wide board cannot be laid over at speed."""
    c = calibration()
    return {
        "M": mass_kg,
        "g": G,
        "y": c.lay_arm_stand_up_m if stand_up else c.lay_arm_m,
        "rho": rho,
        "V": speed_m_s[None, :],
        "b": (hull.turning_beam_m * rolling_beam(hull))[:, None],
        "t": hull.fleet.rail_thickness[:, None],
    }


def lay_over(hull: Hull, mass_kg: float, speed_m_s: Array, rho: float, stand_up: bool = False) -> Array:
    """Bank that a rider can lay a board to at a speed, (n, m) for speeds (m,): 1 is fully on the rail."""
    return LAY_OVER(lay_over_terms(hull, mass_kg, speed_m_s, rho, stand_up))


def rolling_beam(hull: Hull) -> Array:
    """Share of the beam that rights the board, (n,): vee and low rails let it roll."""
    c = calibration()
    vee = (hull.front_vee_deg + hull.rear_vee_deg) / c.lay_vee_deg
    edge = c.lay_low_rail * (0.5 - hull.fleet.rail) + c.lay_dropped_edge * hull.fleet.dropped
    flat = 1 - vee + hull.rear_concave_deg / c.lay_concave_deg
    return np.asarray(np.maximum(flat, 0.2) * (1 - edge))


def roll_time_terms(hull: Hull, mass_kg: float, wetted_m: Array, rho: float) -> dict[str, Array | float]:
    """What ``ROLL_TIME`` is made of: the rider's moment against inertia; a tenth of the moment is always
    left, for a beam that rights as hard as the rider leans would never roll.

    Added inertia of a flat plate wet on one side: half of pi / 8 rho (b/2)^4 l (Newman 1977, slender bodies);
    the righting moment of the planing beam takes part of the rider's.

    Args:
        wetted_m: wetted length [m], (n,).
    """
    c = calibration()
    beam = hull.turning_beam_m * rolling_beam(hull)
    return {
        "I": hull.roll_kg_m2 + np.pi / 16 * rho * (beam / 2) ** 4 * wetted_m,
        "m": mass_kg * G * c.roll_arm_m,
        "w": c.roll_righting * c.lay_righting * rho / 2 * c.roll_speed_m_s**2 * beam**3,
    }


def roll_time(hull: Hull, mass_kg: float, wetted_m: Array, rho: float) -> Array:
    """Time [s] to roll a planing board by 30 degrees, (n,)."""
    return ROLL_TIME(roll_time_terms(hull, mass_kg, wetted_m, rho))


def lean_terms(hull: Hull, height_m: float, foot_weight: str = "even") -> dict[str, Array | float]:
    """What ``LEAN`` is made of."""
    return {"b": leaning_beam_m(hull, foot_weight), "h": height_m}


def lean_tolerance_deg(hull: Hull, height_m: float, foot_weight: str = "even") -> Array:
    """Angle [deg] by which a standing rider may lean before the weight is outside of the planing beam, (n,);
    vee and low rails tip earlier."""
    return LEAN(lean_terms(hull, height_m, foot_weight))


def leaning_beam_m(hull: Hull, foot_weight: str = "even") -> Array:
    """Beam [m] that bears a leaning rider, (n,): the planing beam, less for vee and low rails."""
    c = calibration()
    vee = (hull.rear_vee_deg + hull.front_vee_deg / 2) / c.lean_vee_deg
    rail = c.lean_low_rail * (0.5 - hull.fleet.rail)
    return np.asarray(hull.planing_beam_m(foot_weight) * np.maximum(1 - vee - rail, 0.2))
