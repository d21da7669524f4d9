"""Why a rider stands on it, where the feet go, and what share of the waves works."""

from __future__ import annotations

import numpy as np
from scipy.special import expit

from chord_core.documents.why import Derivation
from chord_core.physics import G
from chord_core.ride.behaviour import FOREMOST_M, least_trim_deg
from chord_core.ride.entry import time_margin
from chord_core.ride.ride_model import FleetRide
from chord_core.ride.standup import standing_factor
from chord_core.ride.sweet import LEVEL_DEG, load_at
from chord_core.ride.turn import (
    leaning_beam_m,
)
from chord_core.tables.calibration import calibration
from chord_core.why.derivation import CRAFT, Quantity, derivation
from chord_core.why.shared import SAVITSKY_HOLDS, Ride


def _paddle_factor(fleet_ride: FleetRide) -> float:
    if fleet_ride.rider.craft != "stand_up":
        return 1.0
    return float(standing_factor(fleet_ride.hull, fleet_ride.rider, fleet_ride.rho)[0])


def _load(fleet_ride: FleetRide, trim_deg: float) -> float:
    return float(
        load_at(fleet_ride.hull, fleet_ride.weight_n, fleet_ride.rho, fleet_ride.rider.foot_weight, trim_deg)[
            0
        ]
    )


def standing(ride: Ride) -> list[Derivation]:
    """Sweet spot, lean, feet."""
    r, n = ride.fleet_ride, ride.numbers
    low, high = LEVEL_DEG
    beam = float(leaning_beam_m(r.hull, r.rider.foot_weight)[0])
    return [
        derivation(
            "sweet_spot_m",
            "Length over which a rider may shift",
            "a - b",
            n.sweet_spot_m,
            "m",
            "centre of pressure of Savitsky 1964 at 4.2 m/s",
            SAVITSKY_HOLDS,
            a=(_load(r, low), "m", f"load at {low:g} degrees of trim, from the tail"),
            b=(_load(r, high), "m", f"load at {high:g} degrees"),
        ),
        derivation(
            "lean_deg",
            "Lean before the weight is outside of the beam",
            "atan(b / 2 / (0.56 * h)) * 180 / pi",
            n.lean_deg,
            "deg",
            "geometry; vee and low rails: " + CRAFT,
            b=(beam, "m", "beam that bears a leaning rider"),
            h=(r.rider.height_m, "m", "height"),
        ),
        derivation(
            "trim_point_m",
            "Where the weight stands to run",
            "(0.75 - 1 / (5.21 * v + 2.39)) * l",
            n.trim_point_m,
            "m",
            "Savitsky 1964, centre of pressure",
            SAVITSKY_HOLDS,
            v=(
                (ride.speed[0] ** 2 / (G * ride.beam[0])) / (r.planing.wetted_m[0] / ride.beam[0]) ** 2,
                "",
                "speed coefficient over wetted beams, squared",
            ),
            l=(r.planing.wetted_m[0], "m", "wetted length of least drag"),
        ),
        derivation(
            "turn_point_m",
            "Where the weight stands to turn",
            "load at 14 degrees of trim, the shortest wetted length that bears the rider",
            n.turn_point_m,
            "m",
            "centre of pressure of Savitsky 1964 at 4.2 m/s",
            SAVITSKY_HOLDS,
            closed=False,
            W=ride.weight,
            b=ride.beam,
        ),
        derivation(
            "nose_riding",
            "Moment that holds the tail over that of the weight at the nose",
            "[water over the tail + suction of its rocker] x arm / [weight x (L - 0.3 - arm)]",
            n.nose_riding,
            "",
            "thin aerofoil theory for the suction, Savitsky's centre of pressure for the arm; " + CRAFT,
            closed=False,
            W=ride.weight,
            L=(r.hull.fleet.length[0], "m", "length"),
            k=(r.hull.tail_curvature[0], "1/m", "curve of the last quarter"),
            n=(r.hull.fleet.nose_width[0], "m", "nose one foot in"),
        ),
        *_nose_point(ride),
        *_steadiness(ride),
    ]


def _nose_point(ride: Ride) -> list[Derivation]:
    r, n = ride.fleet_ride, ride.numbers
    if n.nose_point_m is None:
        return []
    low, high = LEVEL_DEG
    return [
        derivation(
            "nose_point_m",
            "As far forward as the nose allows on the usual face",
            "min(max(p + (c - t) * w / d, 0), L - e)",
            n.nose_point_m,
            "m",
            "trim falls by the sweet spot's degrees over its length",
            p=(n.trim_point_m, "m", "trim point"),
            c=(r.rider.rung.trim_control_deg, "deg", "by which this rung keeps the nose up"),
            t=(float(least_trim_deg(r)[0]), "deg", "by which the face asks for it"),
            w=(n.sweet_spot_m, "m", "sweet spot"),
            d=(high - low, "deg", "degrees of the sweet spot"),
            L=(r.hull.fleet.length[0], "m", "length"),
            e=(FOREMOST_M, "m", "nobody stands nearer to the tip"),
        )
    ]


def _steadiness(ride: Ride) -> list[Derivation]:
    r, n = ride.fleet_ride, ride.numbers
    if n.steadiness is None:
        return []
    return [
        derivation(
            "steadiness",
            "How steady it is at rest under a standing rider",
            "rho * I / (M * 0.56 * h)",
            n.steadiness,
            "",
            "metacentre of a shallow hull: righting moment over that of the rider's mass",
            rho=ride.rho,
            I=(
                float(r.hull.integral(2 / 3 * r.hull.half_width**3)[0]),
                "m4",
                "integral of 2/3 half-width cubed",
            ),
            M=(r.rider.standing_kg, "kg", "rider with wetsuit and kit"),
            h=(r.rider.height_m, "m", "height"),
        )
    ]


def shares(ride: Ride) -> list[Derivation]:
    """Factors of the works share at the usual face, and rides an hour."""
    r, n, c = ride.fleet_ride, ride.numbers, calibration()
    if r.conditions.river or r.in_foam:
        return []
    at = {name: float(values[0, 0]) for name, values in r.factors(r.usual).items()}
    slope: Quantity = (r.usual.slope[0], "", "steepest slope of the usual face")
    height: Quantity = (r.usual.height_m[0], "m", "usual face")
    threshold: Quantity = (n.takeoff_slope or np.nan, "", "least slope that is caught")
    gift = float(r.given_over_needed(r.usual)[0, 0])
    foam = float(r.taken_as_foam(r.usual)[0, 0])
    unbroken = (1 - (1 - at["catch"]) / (1 - foam)) / max(at["catch"], 1e-12)

    def of_unbroken(name: str, words: str, formula: str, source: str, **given: Quantity) -> Derivation:
        """Asked of unbroken waves only: who takes foam as well is asked the less of it."""
        if r.takes_foam_too:
            formula = f"1 - G * (1 - ({formula}))"
            given["G"] = (unbroken, "", "share of the waves taken that are unbroken")
        return derivation(f"factors.{name}", words, formula, at[name], "", source, also=given)

    made = [
        derivation(
            "factors.catch",
            "Share of the crest that can be caught",
            "1 - (1 - f) * exp(-q * 0.10 * ln(1 + (s / t)**10))",
            at["catch"],
            "",
            "slope falls off along the crest; " + CRAFT,
            s=slope,
            t=threshold,
            q=(c.catch_crest, "", "how fast the crest grows"),
            f=(foam, "", "share of the missed that is taken as foam"),
        ),
        of_unbroken(
            "keep",
            "Share of the ride that it keeps running",
            "S(1.7 * ln(k) / d)",
            "slopes along a ride are log-normal; " + CRAFT,
            k=(gift, "", "what the face gives over what trim needs"),
            d=(c.along_sigma, "", "their spread"),
        ),
        of_unbroken(
            "hold",
            "Chance that the tail holds",
            "S((v - V) / w)",
            CRAFT,
            v=(n.hold_m_s, "m/s", "speed at which it lets go"),
            V=ride.speed,
            w=(c.hold_soft_m_s, "m/s", "softness"),
        ),
        derivation(
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
    rung = r.rider.rung
    made.append(
        derivation(
            "factors.stand",
            "Chance that the rider stays on the feet",
            "min(S(ln(a / A) / u + m) * S((b - B) / v + m) * p, e)",
            at["stand"],
            "",
            CRAFT,
            a=(n.sweet_spot_m, "m", "sweet spot"),
            A=(rung.sweet_spot_need_m, "m", "sweet spot that the rung needs"),
            u=(c.stand_soft, "", "softness"),
            b=(n.lean_deg, "deg", "lean tolerance"),
            B=(rung.lean_need_deg, "deg", "lean that the rung needs"),
            v=(c.lean_soft_deg, "deg", "softness"),
            m=(c.stand_margin, "", "margin at equality"),
            p=(_paddle_factor(r), "", "float and steadiness of a stand-up rider, 1 for others"),
            e=(r.stands_at_most, "", "more than that brings nothing to who links turns"),
        )
    )
    if rung.bank_asked:
        made.append(
            of_unbroken(
                "lay",
                "Chance that it is laid over as far as asked",
                "S(ln(L / N) / w)",
                CRAFT,
                L=(n.lay_over, "", "bank to which it can be laid"),
                N=(rung.bank_asked, "", "bank that the rung asks"),
                w=(c.lay_soft, "", "softness"),
            )
        )
    face, limit = r.usual, r.paddle_state.threshold(r.usual.height_m)
    pitches = float(expit(np.log(face.slope[0] / c.entry_pitch_slope) / c.entry_pitch_soft))
    made.append(
        of_unbroken(
            "entry",
            "Chance to be on the feet in time",
            "1 - (p + (1 - p) * (1 - e)) * (1 - S((t - u - p * sqrt(2 * H / g)) / w))",
            "a shoaling face steepens (Green's law); " + CRAFT,
            p=(pitches, "", "how surely the lip pitches at this slope"),
            e=(rung.turning_share, "", "how well the rung angles a drop"),
            t=(float(time_margin(face, limit)[0, 0]), "s", "seconds in hand"),
            u=(rung.pop_up_s, "s", "pop-up of the rung"),
            H=height,
            g=(G, "m/s2", "gravity"),
            w=(c.entry_soft_s, "s", "softness"),
        )
    )
    works = float(r.works[0])
    made.append(
        derivation(
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
        derivation(
            "rides_per_hour",
            "Rides an hour",
            "3600 / (R / V + D / v + q + 3600 / max(n * w, 1e-9))",
            float(r.rides_an_hour(r.works)[0]),
            "1/h",
            "a ride, the way out, a rest, and waiting for a wave that works",
            R=(r.conditions.ride_length_m, "m", "length of a ride"),
            V=ride.speed,
            D=(r.conditions.paddle_out_m, "m", "way out"),
            v=(max(r.paddle_state.cruise_m_s[0], 0.1), "m/s", "cruise"),
            q=(c.rest_s, "s", "rest"),
            n=(r.conditions.mine_an_hour, "1/h", "waves an hour that fall to one surfer"),
            w=(works, "", "share of them that works"),
        )
    )
    return made
