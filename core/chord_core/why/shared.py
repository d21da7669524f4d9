"""A fleet of one with its numbers, and the inputs that many formulas share."""

from __future__ import annotations

from chord_core.documents.verbs.ride import Behaviour
from chord_core.ride.ride_model import FleetRide
from chord_core.why.derivation import Quantity

SAVITSKY = "Savitsky 1964; rocker as negative camber adds k l / 4 (thin aerofoil theory)"
SAVITSKY_HOLDS = "wetted length to 4 beams, speed coefficient .6-13, trim 2-15 degrees"


class Ride:
    """A fleet of one under its rider; ``numbers`` is its behaviour."""

    def __init__(self, fleet_ride: FleetRide, numbers: Behaviour) -> None:
        self.fleet_ride, self.numbers = fleet_ride, numbers
        self.mass: Quantity = (fleet_ride.rider.mass_kg, "kg", "mass of the rider")
        self.weight: Quantity = (fleet_ride.weight_n[0], "N", "weight of rider and board")
        self.rho: Quantity = (fleet_ride.rho, "kg/m3", "density of the water")
        self.speed: Quantity = (fleet_ride.along_m_s, "m/s", "speed along the wall, or the river's flow")
        self.beam: Quantity = (
            fleet_ride.hull.planing_beam_m(fleet_ride.rider.foot_weight)[0],
            "m",
            "beam that planes",
        )
