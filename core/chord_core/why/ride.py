"""Why a board does what it does under this rider in this water, number by number."""

from __future__ import annotations

from chord_core.documents.results import Behaviour
from chord_core.documents.why import Derivation
from chord_core.ride.works import Riding
from chord_core.why.hull import hull_derivations
from chord_core.why.running import afloat, running
from chord_core.why.shared import Ride
from chord_core.why.shares import shares, standing
from chord_core.why.turning import turning
from chord_core.why.water import face_derivations


def ride_derivations(riding: Riding, numbers: Behaviour) -> tuple[Derivation, ...]:
    """Derivations of a fleet of one: the hull's, the usual face's, the behaviour's and the shares'.

    Args:
        numbers: ``behaviour_of(riding)``.
    """
    ride = Ride(riding, numbers)
    water = (
        ()
        if riding.spot.river
        else face_derivations(float(riding.usual.height_m[0]), float(riding.usual.slope[0]))
    )
    own = (*afloat(ride), *running(ride), *turning(ride), *standing(ride), *shares(ride))
    return (*hull_derivations(riding.hull), *water, *own)
