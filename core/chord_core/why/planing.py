"""Why it floats, paddles, takes off and runs as it does."""

from __future__ import annotations

import numpy as np

from chord_core.documents.why import Derivation
from chord_core.physics import VISCOSITY_M2_S, G
from chord_core.ride.chop import chop_drag
from chord_core.ride.float import lift_terms
from chord_core.ride.friction import friction_line
from chord_core.ride.indices import CHOP, DUCK_DIVE, LIFT_SHARE, RESERVE
from chord_core.ride.measured_power import power_for
from chord_core.ride.paddle import paddling_drag
from chord_core.ride.standup import reserve_terms
from chord_core.why.derivation import Quantity, derivation, explained
from chord_core.why.shared import SAVITSKY, SAVITSKY_HOLDS, Ride

_MICHELL = "ITTC 1957 friction; Michell 1898 for the waves of the equivalent hull"


def _paddling(ride: Ride) -> list[Derivation]:
    r, n, made = ride.fleet_ride, ride.numbers, []
    power = power_for(r.rider, r.rho)
    for name, words, speed, watts in (
        ("sprint_m_s", "Sprint", n.sprint_m_s, power.sprint_w),
        ("cruise_m_s", "Cruise", n.cruise_m_s, power.cruise_w),
    ):
        if speed is None:
            continue
        drag = paddling_drag(r.paddle_state.immersed, np.array([speed]), r.rho)
        parts = [float(part[0]) for part in (drag.friction, drag.body, drag.wave)]
        made.append(
            derivation(
                name,
                f"{words} paddling speed",
                "P / (f + b + w)",
                speed,
                "m/s",
                _MICHELL,
                "Froude number .15-1.5",
                P=(watts, "W", "power to the water, from fitness or a measured speed"),
                f=(parts[0], "N", "friction at that speed"),
                b=(parts[1], "N", "drag of the body in the water"),
                w=(parts[2], "N", "drag of the waves that board and body make"),
            )
        )
    return made


def _takes_off(ride: Ride) -> list[Derivation]:
    r, n, made = ride.fleet_ride, ride.numbers, []
    if n.takeoff_slope is not None:
        made.append(
            derivation(
                "takeoff_slope",
                "Least slope of the usual face that is caught",
                "least s on which the rider reaches the speed of the wave before the crest",
                n.takeoff_slope,
                "",
                "motion in the frame of the wave (Bernoulli), Munk's profile, drag of paddling or planing",
                "faces of .2 to 5 m",
                closed=False,
                H=(r.usual.height_m[0], "m", "usual face"),
                L=(r.paddle_state.immersed.length[0], "m", "length of board and body in the water"),
                M=(r.weight_n[0] / G, "kg", "rider and board"),
                v=(r.paddle_state.sprint_m_s[0], "m/s", "sprint"),
            )
        )
        made.append(
            derivation(
                "nosedive_slope",
                "Slope at which the tip meets the water",
                "least s at which the tip, with the nose kept up by the rung's trim control, touches "
                "the face",
                n.nosedive_slope,
                "",
                "geometry of the board on the face, worst of thirteen places",
                closed=False,
                H=(r.usual.height_m[0], "m", "usual face"),
                L=(r.hull.fleet.length[0], "m", "length"),
                t=(r.rider.rung.trim_control_deg, "deg", "degrees by which this rung keeps the nose up"),
                r=(r.hull.fleet.nose_rocker[0], "m", "nose rocker"),
            )
        )
    return made


def _left_over(ride: Ride) -> list[Derivation]:
    r, n = ride.fleet_ride, ride.numbers
    if n.reserve is None:
        return []
    terms = reserve_terms(r.hull, r.rider, r.rho)
    return [explained(RESERVE, terms, n.reserve)]


def afloat(ride: Ride) -> list[Derivation]:
    """Float, paddling, take-off."""
    r, n = ride.fleet_ride, ride.numbers
    made = [explained(LIFT_SHARE, lift_terms(r.hull, r.rider.standing_kg, r.rho), n.lift_share)]
    if n.duck_dive is not None:
        made.append(explained(DUCK_DIVE, {"l": n.lift_share}, n.duck_dive))
    return [*made, *_paddling(ride), *_takes_off(ride), *_left_over(ride)]


def running(ride: Ride) -> list[Derivation]:
    """Planing, trim, carry, chop."""
    r, n = ride.fleet_ride, ride.numbers
    plane = r.planing
    wet: Quantity = (plane.wetted_m[0], "m", "wetted length of least drag")
    friction = float(friction_line(ride.speed[0] * wet[0] / VISCOSITY_M2_S))
    lost = float(chop_drag(r.impact)[0])
    return [
        derivation(
            "drag_of_weight",
            "Drag over weight on a plane",
            "tan(tau * pi / 180) + Cf * rho / 2 * V**2 * l * b / W",
            n.drag_of_weight,
            "",
            SAVITSKY,
            SAVITSKY_HOLDS,
            outside=bool(plane.outside[0]),
            tau=(plane.trim_deg[0], "deg", "trim of the running bottom with its rocker"),
            Cf=(friction, "", "friction coefficient (ITTC 1957)"),
            rho=ride.rho,
            V=ride.speed,
            l=wet,
            b=ride.beam,
            W=ride.weight,
        ),
        derivation(
            "trim_need",
            "Slope that it needs to keep running",
            "d + c - p",
            n.trim_need,
            "",
            "drag, what chop costs, what pumping adds",
            d=(n.drag_of_weight, "", "drag over weight"),
            c=(lost, "", "what being thrown about costs"),
            p=(r.pump[0], "", "pumping: rung, fins, style, how fast it rolls"),
        ),
        derivation(
            "carry_m",
            "How far it runs over a flat section",
            "way from 5 m/s until it comes off the plane, by M v dv/dx = -D",
            n.carry_m,
            "m",
            SAVITSKY,
            SAVITSKY_HOLDS,
            closed=False,
            b=ride.beam,
            W=ride.weight,
            k=(r.hull.rocker_curvature[0], "1/m", "rocker"),
        ),
        explained(CHOP, r.impact_terms, n.chop_g, outside=True),
    ]
