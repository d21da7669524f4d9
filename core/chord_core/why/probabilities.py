"""Why a rider stands on it, where the feet go, and what share of the waves works."""

from __future__ import annotations

from chord_core.documents.why import Derivation, Input
from chord_core.physics import G
from chord_core.ride.behaviour import FOREMOST_M, least_trim_deg
from chord_core.ride.foam import nerve_terms
from chord_core.ride.formula import CRAFT
from chord_core.ride.indices import LEAN, NERVE, OF_UNBROKEN, RIDES_AN_HOUR, STAND, STEADINESS
from chord_core.ride.ride_model import FleetRide
from chord_core.ride.rides import rides_terms
from chord_core.ride.standup import steadiness_terms
from chord_core.ride.sweet import LEVEL_DEG, load_at
from chord_core.ride.turn import lean_terms
from chord_core.why.derivation import derivation, explained
from chord_core.why.shared import SAVITSKY_HOLDS, Ride


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
        explained(LEAN, lean_terms(r.hull, r.rider.height_m, r.rider.foot_weight), n.lean_deg),
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
    return [explained(STEADINESS, steadiness_terms(r.hull, r.rider, r.rho), n.steadiness)]


def _with_foam(told: Derivation, unbroken: float) -> Derivation:
    """A chance of who takes foam as well: asked of the waves that are taken unbroken only."""
    share = Input(symbol="G", value=unbroken, unit="", words="share of the waves taken that are unbroken")
    formula = f"1 - G * (1 - ({told.formula}))"
    return told.model_copy(update={"formula": formula, "inputs": (*told.inputs, share)})


def _caught_or_foam(told: Derivation, foam: float) -> Derivation:
    """The share that is caught, with what is taken as foam of the missed."""
    share = Input(symbol="f", value=foam, unit="", words="share of the missed that is taken as foam")
    formula = f"1 - (1 - f) * (1 - ({told.formula}))"
    return told.model_copy(update={"formula": formula, "inputs": (*told.inputs, share)})


def shares(ride: Ride) -> list[Derivation]:
    """Factors of the works share at the usual face, and rides an hour."""
    r = ride.fleet_ride
    if r.conditions.river or r.in_foam:
        return []
    at = {name: float(values[0, 0]) for name, values in r.factors(r.usual).items()}
    terms = r.chance_terms(r.usual)
    made = {name: explained(formula, terms[name], at[name])
            for name, formula in OF_UNBROKEN.items() if name in terms}  # fmt: skip
    if r.takes_foam_too:
        foam = float(r.taken_as_foam(r.usual)[0, 0])
        unbroken = (1 - (1 - at["catch"]) / (1 - foam)) / max(at["catch"], 1e-12)
        made = {name: _with_foam(told, unbroken) for name, told in made.items() if name != "catch"} | {
            "catch": _caught_or_foam(made["catch"], foam)
        }
    works = float(r.works[0])
    rides = rides_terms(r.conditions, r.along_m_s, r.paddle_state.cruise_m_s, r.works)
    return [
        made.pop("catch"),
        *made.values(),
        explained(NERVE, nerve_terms(r.rider, r.usual.height_m), at["nerve"]),
        explained(STAND, r.stand_terms, at["stand"]),
        derivation(
            "ridden_share",
            "Share of the waves that come which turn into rides",
            "sum over the bins of weight x product of the factors",
            works,
            "",
            "docs/model.md",
            closed=False,
            also={name: (value, "", f"{name} at the usual face") for name, value in at.items()},
        ),
        explained(RIDES_AN_HOUR, rides, float(r.rides_an_hour(r.works)[0])),
    ]
