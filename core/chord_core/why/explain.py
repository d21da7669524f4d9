"""The verbs with their derivations: ``--explain``."""

from __future__ import annotations

from chord_core.documents.verbs.hull import HullRequest, HullResult
from chord_core.documents.verbs.ride import RideRequest, RideResult
from chord_core.documents.verbs.water import WaterRequest, WaterResult
from chord_core.hull.describe import describe_hull
from chord_core.hull.label import labelled_hulls
from chord_core.hull.measured import hulls_of
from chord_core.ride.describe import describe_ride
from chord_core.ride.fins import fins_of
from chord_core.ride.ride_model import build_fleet_ride
from chord_core.surfer.defaults import height_from_mass, rider_with_defaults
from chord_core.surfer.describe import describe_water
from chord_core.water.conditions import conditions_with_defaults
from chord_core.why.hull import hull_derivations
from chord_core.why.ride import ride_derivations
from chord_core.why.water import water_derivations


def explain_hull(request: HullRequest) -> HullResult:
    """``hull`` with derivations."""
    found = hull_derivations(hulls_of([request.board]))
    return describe_hull(request.board).model_copy(update={"derivations": found})


def explain_water(request: WaterRequest) -> WaterResult:
    """``water`` with derivations; a river's wave stands and has none."""
    answer = describe_water(request)
    if answer.kind == "river":
        return answer
    conditions, _ = conditions_with_defaults(request.water, request.surfer_height_m or height_from_mass(75.0))
    return answer.model_copy(
        update={"derivations": water_derivations(conditions.bins, request.swell, request.shore)}
    )


def explain_ride(request: RideRequest) -> RideResult:
    """``ride`` with derivations."""
    answer = describe_ride(request)
    if answer.behaviour is None:
        return answer
    rider, _ = rider_with_defaults(request.surfer)
    conditions, _ = conditions_with_defaults(request.water, rider.height_m)
    fleet_ride = build_fleet_ride(
        labelled_hulls([request.board]), fins_of([request.board]), rider, conditions
    )
    return answer.model_copy(update={"derivations": ride_derivations(fleet_ride, answer.behaviour)})
