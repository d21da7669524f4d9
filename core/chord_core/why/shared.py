"""A fleet of one with its numbers, and the inputs that many formulas share."""

from __future__ import annotations

from chord_core.documents.results import Behaviour
from chord_core.ride.works import Riding
from chord_core.why.made import Given

SAVITSKY = "Savitsky 1964; rocker as negative camber adds k l / 4 (thin aerofoil theory)"
SAVITSKY_HOLDS = "wetted length to 4 beams, speed coefficient .6-13, trim 2-15 degrees"


class Ride:
    """A fleet of one under its rider; ``numbers`` is its behaviour."""

    def __init__(self, riding: Riding, numbers: Behaviour) -> None:
        self.riding, self.numbers = riding, numbers
        self.mass: Given = (riding.rider.mass_kg, "kg", "mass of the rider")
        self.weight: Given = (riding.weight_n[0], "N", "weight of rider and board")
        self.rho: Given = (riding.rho, "kg/m3", "density of the water")
        self.speed: Given = (riding.along_m_s, "m/s", "speed along the wall, or the river's flow")
        self.beam: Given = (riding.hull.planing_beam_m(riding.rider.foot_weight)[0], "m", "beam that planes")
