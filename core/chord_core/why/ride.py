"""Why a board does what it does under this rider in this water, number by number."""

from __future__ import annotations

import numpy as np

from chord_core.documents.results import Behaviour
from chord_core.documents.why import Derivation
from chord_core.hull.contours import (
    edge_share,
    effective_deadrise,
    rear_concave_deg,
    rear_vee_deg,
)
from chord_core.physics import VISCOSITY_M2_S, G
from chord_core.ride.chop import chop_drag
from chord_core.ride.fins import set_strength
from chord_core.ride.paddle import friction_line, paddling_drag
from chord_core.ride.plane import flat_for
from chord_core.ride.sweet import LEVEL_DEG, load_at
from chord_core.ride.turn import LETS_GO_DEG, hold_beam_m, hold_need_m, rolling_beam
from chord_core.ride.works import Riding
from chord_core.tables.craft import craft
from chord_core.why.hull import hull_derivations
from chord_core.why.made import CRAFT, Given, derive
from chord_core.why.water import face_derivations

_SAVITSKY = "Savitsky 1964; rocker as negative camber adds k l / 4 (thin aerofoil theory)"
_SAVITSKY_HOLDS = "wetted length to 4 beams, speed coefficient .6-13, trim 2-15 degrees"
_MICHELL = "ITTC 1957 friction; Michell 1898 for the waves of the equivalent hull"


class _Ride:
    """A fleet of one, with the inputs that many formulas share."""

    def __init__(self, riding: Riding, numbers: Behaviour) -> None:
        self.riding, self.numbers = riding, numbers
        self.mass: Given = (riding.rider.mass_kg, "kg", "mass of the rider")
        self.weight: Given = (riding.weight_n[0], "N", "weight of rider and board")
        self.rho: Given = (riding.rho, "kg/m3", "density of the water")
        self.speed: Given = (riding.along_m_s, "m/s", "speed along the wall, or the river's flow")
        self.beam: Given = (riding.hull.planing_beam_m(riding.rider.foot_weight)[0], "m", "beam that planes")

    def afloat(self) -> list[Derivation]:
        """Float, paddling, take-off."""
        r, n = self.riding, self.numbers
        board: Given = (r.hull.mass_kg[0], "kg", "mass of the board")
        carried = r.rider.standing_kg if r.rider.craft == "stand_up" else r.lying.floats.lift_share[0]
        lift = float((r.spot.water_kg_m3 * r.hull.volume_m3 - r.hull.mass_kg)[0])
        body = carried if r.rider.craft == "stand_up" else lift / float(carried)
        made = [
            derive(
                "lift_share",
                "Share of the rider that the board bears",
                "(rho * V - m) / M",
                n.lift_share,
                "",
                "Archimedes",
                rho=(r.spot.water_kg_m3, "kg/m3", "density of the water"),
                V=(r.hull.volume_m3[0], "m3", "volume"),
                m=board,
                M=(body, "kg", "rider with wetsuit and kit"),
            ),
        ]
        if n.duck_dive is not None:
            made.append(
                derive(
                    "duck_dive",
                    "How hard it is to sink",
                    "lift / 0.7",
                    n.duck_dive,
                    "",
                    "lift over what the arms press; under .65 easy, to .90 with technique",
                    lift=(n.lift_share, "", "share of the rider that the board bears"),
                )
            )
        for name, words, speed in (
            ("sprint_m_s", "Sprint", n.sprint_m_s),
            ("cruise_m_s", "Cruise", n.cruise_m_s),
        ):
            if speed is None:
                continue
            drag = paddling_drag(r.lying.immersed, np.array([speed]), r.rho)
            parts = [float(part[0]) for part in (drag.friction, drag.body, drag.wave)]
            made.append(
                derive(
                    name,
                    f"{words} paddling speed",
                    "P / (f + b + w)",
                    speed,
                    "m/s",
                    _MICHELL,
                    "Froude number .15-1.5",
                    P=(sum(parts) * speed, "W", "power to the water, from fitness or a measured speed"),
                    f=(parts[0], "N", "friction at that speed"),
                    b=(parts[1], "N", "drag of the body in the water"),
                    w=(parts[2], "N", "drag of the waves that board and body make"),
                )
            )
        if n.takeoff_slope is not None:
            made.append(
                derive(
                    "takeoff_slope",
                    "Least slope of the usual face that is caught",
                    "least s on which the rider reaches the speed of the wave before the crest",
                    n.takeoff_slope,
                    "",
                    "motion in the frame of the wave (Bernoulli), Munk's profile, drag of paddling or "
                    "planing",
                    "faces of .2 to 5 m",
                    closed=False,
                    H=(r.usual.height_m[0], "m", "usual face"),
                    L=(r.lying.immersed.length[0], "m", "length of board and body in the water"),
                    M=(r.weight_n[0] / G, "kg", "rider and board"),
                    v=(r.lying.sprint_m_s[0], "m/s", "sprint"),
                )
            )
            made.append(
                derive(
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
        if n.reserve is not None and n.steadiness is not None:
            made.append(
                derive(
                    "reserve",
                    "Float left over",
                    "(rho * V - m - K) / M",
                    n.reserve,
                    "",
                    "Archimedes",
                    rho=self.rho,
                    V=(r.hull.volume_m3[0], "m3", "volume"),
                    m=board,
                    K=(r.rider.standing_kg, "kg", "rider with wetsuit and kit"),
                    M=self.mass,
                )
            )
        return made

    def running(self) -> list[Derivation]:
        """Planing, trim, carry, chop."""
        r, n, c = self.riding, self.numbers, craft()
        plane = r.planing
        wet: Given = (plane.wetted_m[0], "m", "wetted length of least drag")
        friction = float(friction_line(self.speed[0] * wet[0] / VISCOSITY_M2_S))
        lost = float(chop_drag(r.impact)[0])
        return [
            derive(
                "drag_of_weight",
                "Drag over weight on a plane",
                "tan(tau * pi / 180) + Cf * rho / 2 * V**2 * l * b / W",
                n.drag_of_weight,
                "",
                _SAVITSKY,
                _SAVITSKY_HOLDS,
                outside=bool(plane.outside[0]),
                tau=(plane.trim_deg[0], "deg", "trim of the running bottom with its rocker"),
                Cf=(friction, "", "friction coefficient (ITTC 1957)"),
                rho=self.rho,
                V=self.speed,
                l=wet,
                b=self.beam,
                W=self.weight,
            ),
            derive(
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
            derive(
                "carry_m",
                "How far it runs over a flat section",
                "way from 5 m/s until it comes off the plane, by M v dv/dx = -D",
                n.carry_m,
                "m",
                _SAVITSKY,
                _SAVITSKY_HOLDS,
                closed=False,
                b=self.beam,
                W=self.weight,
                k=(r.hull.rocker_curvature[0], "1/m", "rocker"),
            ),
            derive(
                "chop_g",
                "How hard chop hits",
                "h / damping**0.5 * (1 - q * (flex - 1))",
                n.chop_g,
                "g",
                "Savitsky & Brown 1976, read as an order: boards have less deadrise than its hulls",
                "3-5 beams long, trim 3-7, deadrise 10-30 degrees",
                outside=True,
                h=(
                    n.chop_g
                    * r.hull.fleet.damping[0] ** 0.5
                    / (1 - c.impact_flex * (r.hull.fleet.flex[0] - 1)),
                    "g",
                    "impact of the bare hull at 5 m/s in this chop",
                ),
                damping=(r.hull.fleet.damping[0], "", "damping of the build, PU 1"),
                q=(c.impact_flex, "", "share that flex takes up"),
                flex=(r.hull.fleet.flex[0], "", "flex, PU 1"),
            ),
        ]

    def turning(self) -> list[Derivation]:
        """Hold, turn, pivot, drive, lay, roll."""
        r, n, c = self.riding, self.numbers, craft()
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
        inertia = float(hull.roll_kg_m2[0] + np.pi / 8 * r.rho * (rolls / 2) ** 4 * wet)
        rider = r.rider.mass_kg * G * c.roll_arm_m
        righting = c.roll_righting * c.lay_righting * r.rho / 2 * c.roll_speed_m_s**2 * rolls**3
        k: Given = (hull.tail_curvature[0], "1/m", "curve of the last quarter")
        yaw: Given = (max(fins.yaw[0] / ref_yaw, 0.5), "", "yaw stiffness of the fins, medium thruster 1")
        swing: Given = (n.swing_kg_m2, "kg m2", "swing weight")
        g: Given = (G, "m/s2", "gravity")
        return [
            derive(
                "hold_m_s",
                "Speed at which the tail lets go",
                "sqrt((2 * W * k / (rho * b**2 * t**1.1) - 0.0055 * (l / b)**2.5 * g * b) / (0.012 * "
                "sqrt(l / b))) / (1 + q * max(a - 1.5, 0))",
                n.hold_m_s,
                "m/s",
                "Savitsky's lift of the tail at 8 degrees; fins by Helmbold 1942; rails and chop: " + CRAFT,
                _SAVITSKY_HOLDS,
                W=self.weight,
                k=(bent, "", "what deadrise adds to the load"),
                rho=self.rho,
                b=(beam, "m", "beam of the tail"),
                t=(LETS_GO_DEG, "deg", "trim at which tails let go"),
                l=(need, "m", "wetted length that fins and rails need to hold"),
                g=g,
                q=(c.hold_impact, "1/g", "what chop takes"),
                a=(n.chop_g, "g", "impact of chop"),
            ),
            derive(
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
            derive(
                "looseness",
                "How freely the tail yaws",
                "1 / (0.6 * Y * 75 / M + 0.4 * J)",
                n.looseness,
                "",
                CRAFT,
                Y=(fins.yaw[0] / ref_yaw, "", "yaw stiffness of the fins, medium thruster 1"),
                M=self.mass,
                J=swing,
            ),
            derive(
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
            derive(
                "drive",
                "What a pushed tail gives back",
                "lift * (1 - q * (flex - 1))",
                n.drive,
                "",
                "Savitsky 1964, lift with deadrise over flat; flex: " + CRAFT,
                lift=(
                    n.drive / (1 - c.drive_flex * (fleet.flex[0] - 1)),
                    "",
                    f"lift of the tail's bottom: vee {rear_vee_deg(hull)[0]:.1f}, "
                    f"concave {rear_concave_deg(hull)[0]:.1f} degrees",
                ),
                q=(c.drive_flex, "", "what flex swallows"),
                flex=(fleet.flex[0], "", "flex, PU 1"),
            ),
            derive(
                "lay_over",
                "Bank to which it can be laid, 1 is on the rail",
                "M * g * y / (r * rho / 2 * V**2 * b**3 + s * rho * g * t * b**2)",
                n.lay_over,
                "",
                "moments of rider and planing beam; shares: " + CRAFT,
                M=self.mass,
                g=g,
                y=(arm, "m", "arm of the rider's weight"),
                r=(c.lay_righting, "", "righting share"),
                rho=self.rho,
                V=self.speed,
                b=(rolls, "m", "beam that rights, less for vee and low rails"),
                s=(c.lay_rail, "", "share of a thick rail"),
                t=(fleet.rail_thickness[0], "m", "rail thickness"),
            ),
            derive(
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

    def standing(self) -> list[Derivation]:
        """Sweet spot, lean, feet."""
        r, n = self.riding, self.numbers
        low, high = LEVEL_DEG
        beam = float(np.tan(np.radians(n.lean_deg)) * 2 * 0.56 * r.rider.height_m)
        return [
            derive(
                "sweet_spot_m",
                "Length over which a rider may shift",
                "a - b",
                n.sweet_spot_m,
                "m",
                "centre of pressure of Savitsky 1964 at 4.2 m/s",
                _SAVITSKY_HOLDS,
                a=(n.sweet_spot_m + _load(r, high), "m", f"load at {low:g} degrees of trim, from the tail"),
                b=(_load(r, high), "m", f"load at {high:g} degrees"),
            ),
            derive(
                "lean_deg",
                "Lean before the weight is outside of the beam",
                "atan(b / 2 / (0.56 * h)) * 180 / pi",
                n.lean_deg,
                "deg",
                "geometry; vee and low rails: " + CRAFT,
                b=(beam, "m", "beam that bears a leaning rider"),
                h=(r.rider.height_m, "m", "height"),
            ),
            derive(
                "trim_point_m",
                "Where the weight stands to run",
                "(0.75 - 1 / (5.21 * v + 2.39)) * l",
                n.trim_point_m,
                "m",
                "Savitsky 1964, centre of pressure",
                _SAVITSKY_HOLDS,
                v=(
                    (self.speed[0] ** 2 / (G * self.beam[0])) / (r.planing.wetted_m[0] / self.beam[0]) ** 2,
                    "",
                    "speed coefficient over wetted beams, squared",
                ),
                l=(r.planing.wetted_m[0], "m", "wetted length of least drag"),
            ),
        ]

    def shares(self) -> list[Derivation]:
        """Factors of the works share at the usual face, and rides an hour."""
        r, n, c = self.riding, self.numbers, craft()
        if r.spot.river or r.in_foam:
            return []
        at = {name: float(values[0, 0]) for name, values in r.factors(r.usual).items()}
        slope: Given = (r.usual.slope[0], "", "steepest slope of the usual face")
        height: Given = (r.usual.height_m[0], "m", "usual face")
        threshold: Given = (n.takeoff_slope or np.nan, "", "least slope that is caught")
        gift = float(np.exp(np.log(at["keep"] / (1 - at["keep"])) * c.along_sigma / 1.7))
        made = [
            derive(
                "factors.catch",
                "Share of the crest that can be caught",
                "1 - exp(-q * 0.10 * ln(1 + (s / t)**10))",
                at["catch"],
                "",
                "slope falls off along the crest; " + CRAFT,
                s=slope,
                t=threshold,
                q=(c.catch_crest, "", "how fast the crest grows"),
            ),
            derive(
                "factors.keep",
                "Share of the ride that it keeps running",
                "S(1.7 * ln(k) / d)",
                at["keep"],
                "",
                "slopes along a ride are log-normal; " + CRAFT,
                k=(gift, "", "what the face gives over what trim needs"),
                d=(c.along_sigma, "", "their spread"),
            ),
            derive(
                "factors.hold",
                "Chance that the tail holds",
                "S((v - V) / w)",
                at["hold"],
                "",
                CRAFT,
                v=(n.hold_m_s, "m/s", "speed at which it lets go"),
                V=self.speed,
                w=(c.hold_soft_m_s, "m/s", "softness"),
            ),
            derive(
                "factors.nerve",
                "Ease at this height",
                "S(ln(C / H) / w)",
                at["nerve"],
                "",
                CRAFT,
                C=(r.rider.rung.comfortable_face_m, "m", "face up to which the rung is at ease"),
                H=height,
                w=(c.nerve_soft, "", "softness"),
            ),
        ]
        works = float(r.works[0])
        made.append(
            derive(
                "works_share",
                "Share of the waves that come which turn into rides",
                "sum over the bins of weight x product of the factors",
                works,
                "",
                "docs/model.md",
                closed=False,
                also={name: (value, "", f"{name} at the usual face") for name, value in at.items()},
            )
        )
        made.append(
            derive(
                "rides_per_hour",
                "Rides an hour",
                "3600 / (R / V + D / v + q + 3600 / max(n * w, 1e-9))",
                float(r.rides_an_hour(r.works)[0]),
                "1/h",
                "a ride, the way out, a rest, and waiting for a wave that works",
                R=(r.spot.ride_length_m, "m", "length of a ride"),
                V=self.speed,
                D=(r.spot.paddle_out_m, "m", "way out"),
                v=(max(r.lying.cruise_m_s[0], 0.1), "m/s", "cruise"),
                q=(c.rest_s, "s", "rest"),
                n=(r.spot.mine_an_hour, "1/h", "waves an hour that fall to one surfer"),
                w=(works, "", "share of them that works"),
            )
        )
        return made


def _load(riding: Riding, trim_deg: float) -> float:
    return float(load_at(riding.hull, riding.weight_n, riding.rho, riding.rider.foot_weight, trim_deg)[0])


def ride_derivations(riding: Riding, numbers: Behaviour) -> tuple[Derivation, ...]:
    """Derivations of a fleet of one: the hull's, the usual face's, the behaviour's and the shares'.

    Args:
        numbers: ``behaviour_of(riding)``.
    """
    ride = _Ride(riding, numbers)
    water = (
        ()
        if riding.spot.river
        else face_derivations(float(riding.usual.height_m[0]), float(riding.usual.slope[0]))
    )
    own = (*ride.afloat(), *ride.running(), *ride.turning(), *ride.standing(), *ride.shares())
    return (*hull_derivations(riding.hull), *water, *own)
