"""Why it holds, turns and rolls as it does."""

from __future__ import annotations

import numpy as np

from chord_core.documents.why import Derivation
from chord_core.hull.contours import (
    edge_share,
    effective_deadrise,
    rear_concave_deg,
    rear_vee_deg,
)
from chord_core.physics import G
from chord_core.ride.fins import set_strength
from chord_core.ride.plane import flat_for
from chord_core.ride.turn import (
    LETS_GO_DEG,
    drive_lift,
    hold_beam_m,
    hold_need_m,
    rolling_beam,
)
from chord_core.tables.calibration import calibration
from chord_core.why.derivation import CRAFT, Quantity, derivation
from chord_core.why.shared import SAVITSKY_HOLDS, Ride


def turning(ride: Ride) -> list[Derivation]:
    """Hold, turn, pivot, drive, lay, roll."""
    r, n, c = ride.fleet_ride, ride.numbers, calibration()
    fleet, hull, fins = r.hull.fleet, r.hull, r.fins
    ref_yaw = set_strength("thruster", "M")[1]
    beam, need = float(hold_beam_m(hull)[0]), float(hold_need_m(hull, fins, r.weight_n)[0])
    still = float(r.still_hold_m_s[0])
    wanted = r.weight_n / (r.rho / 2 * still**2 * beam**2)
    bent = float((flat_for(wanted, effective_deadrise(hull)) / wanted)[0])
    notch = float(fleet.notch[0])
    block = float(fleet.tail_block[0] / fleet.tail_width[0] * max(1 - 5 * notch, 0))
    bite = float((1 - 0.07 * (1 - edge_share(hull)) - 0.10 * (fleet.rail - 0.5) - 0.05 * fins.single)[0])
    bend = float((hull.rail_curvature + c.turn_flex * (fleet.flex - 1))[0])
    rolls = float((hull.turning_beam_m * rolling_beam(hull))[0])
    arm = c.lay_arm_stand_up_m if r.rider.craft == "stand_up" else c.lay_arm_m
    wet = float(r.planing_at(c.roll_speed_m_s).wetted_m[0])
    inertia = float(hull.roll_kg_m2[0] + np.pi / 16 * r.rho * (rolls / 2) ** 4 * wet)
    rider = r.rider.mass_kg * G * c.roll_arm_m
    righting = c.roll_righting * c.lay_righting * r.rho / 2 * c.roll_speed_m_s**2 * rolls**3
    k: Quantity = (hull.tail_curvature[0], "1/m", "curve of the last quarter")
    yaw: Quantity = (max(fins.yaw[0] / ref_yaw, 0.5), "", "yaw stiffness of the fins, medium thruster 1")
    swing: Quantity = (n.swing_kg_m2, "kg m2", "swing weight")
    g: Quantity = (G, "m/s2", "gravity")
    return [
        derivation(
            "hold_m_s",
            "Speed at which the tail lets go",
            "sqrt((2 * W * k / (rho * b**2 * t**1.1) - 0.0055 * (l / b)**2.5 * g * b) / (0.012 * "
            "sqrt(l / b))) / (1 + q * max(a - 1.5, 0))",
            n.hold_m_s,
            "m/s",
            "Savitsky's lift of the tail at 8 degrees; fins by Helmbold 1942; rails and chop: " + CRAFT,
            SAVITSKY_HOLDS,
            W=ride.weight,
            k=(bent, "", "what deadrise adds to the load"),
            rho=ride.rho,
            b=(beam, "m", "beam of the tail"),
            t=(LETS_GO_DEG, "deg", "trim at which tails let go"),
            l=(need, "m", "wetted length that fins and rails need to hold"),
            g=g,
            q=(c.hold_impact, "1/g", "what chop takes"),
            a=(n.chop_g, "g", "impact of chop"),
        ),
        derivation(
            "turn_radius_m",
            "Turn radius, an index",
            "(1.06 - 0.12 * B) * (J / 0.95)**0.10 * Y**0.08 / (max(1.40 * k + 0.33 * o, 0.02) * bite)",
            n.turn_radius_m,
            "m",
            CRAFT,
            B=(block, "", "tail block over the one-foot width"),
            J=swing,
            Y=yaw,
            k=(bend, "1/m", "curve of the rail line, with flex"),
            o=(hull.outline_curvature[0], "1/m", "curve of the outline"),
            bite=(bite, "", "edge, rails, single fin"),
        ),
        derivation(
            "looseness",
            "How freely the tail yaws",
            "1 / (0.6 * Y * 75 / M + 0.4 * J)",
            n.looseness,
            "",
            CRAFT,
            Y=(fins.yaw[0] / ref_yaw, "", "yaw stiffness of the fins, medium thruster 1"),
            M=ride.mass,
            J=swing,
        ),
        derivation(
            "pivot",
            "Turned from the tail (over .5) or laid on the rail",
            "max(k, 0) / 0.35 * T / 0.39 * sqrt(d / 0.21)",
            n.pivot,
            "",
            CRAFT,
            k=k,
            T=(fleet.tail_width[0], "m", "tail one foot in"),
            d=(fins.depth_m[0], "m", "deepest fin"),
        ),
        derivation(
            "drive",
            "What a pushed tail gives back",
            "lift * (1 - q * (flex - 1))",
            n.drive,
            "",
            "Savitsky 1964, lift with deadrise over flat; flex: " + CRAFT,
            lift=(
                drive_lift(hull)[0],
                "",
                f"lift of the tail's bottom: vee {rear_vee_deg(hull)[0]:.1f}, "
                f"concave {rear_concave_deg(hull)[0]:.1f} degrees",
            ),
            q=(c.drive_flex, "", "what flex swallows"),
            flex=(fleet.flex[0], "", "flex, PU 1"),
        ),
        derivation(
            "lay_over",
            "Bank to which it can be laid, 1 is on the rail",
            "M * g * y / (r * rho / 2 * V**2 * b**3 + s * rho * g * t * b**2)",
            n.lay_over,
            "",
            "moments of rider and planing beam; shares: " + CRAFT,
            M=ride.mass,
            g=g,
            y=(arm, "m", "arm of the rider's weight"),
            r=(c.lay_righting, "", "righting share"),
            rho=ride.rho,
            V=ride.speed,
            b=(rolls, "m", "beam that rights, less for vee and low rails"),
            s=(c.lay_rail, "", "share of a thick rail"),
            t=(fleet.rail_thickness[0], "m", "rail thickness"),
        ),
        derivation(
            "roll_time_s",
            "Time to roll by 30 degrees",
            "sqrt(2 * pi / 6 * I / max(m - w, 0.1 * m))",
            n.roll_time_s,
            "s",
            "inertia with added mass (Newman 1977); arm: " + CRAFT,
            I=(inertia, "kg m2", "roll inertia with the water that moves"),
            m=(rider, "N m", "moment of the rider"),
            w=(righting, "N m", "what the beam rights"),
        ),
    ]
