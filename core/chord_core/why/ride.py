"""Why a board does what it does under this rider in this water, number by number."""

from __future__ import annotations

from chord_core.documents.verbs.ride import Behaviour
from chord_core.documents.why import Derivation
from chord_core.ride.ride_model import FleetRide
from chord_core.why.hull import hull_derivations
from chord_core.why.planing import afloat, running
from chord_core.why.probabilities import shares, standing
from chord_core.why.shared import Ride
from chord_core.why.turning import turning
from chord_core.why.water import face_derivations


def ride_derivations(fleet_ride: FleetRide, numbers: Behaviour) -> tuple[Derivation, ...]:
    """Derivations of a fleet of one: the hull's, the usual face's, the behaviour's and the shares'.

    Args:
        numbers: ``behaviour_of(fleet_ride)``.
    """
    ride = Ride(fleet_ride, numbers)
    water = (
        ()
        if fleet_ride.conditions.river
        else face_derivations(float(fleet_ride.usual.height_m[0]), float(fleet_ride.usual.slope[0]))
    )
    own = (*afloat(ride), *running(ride), *turning(ride), *standing(ride), *shares(ride))
    return (*hull_derivations(fleet_ride.hull), *water, *own)
