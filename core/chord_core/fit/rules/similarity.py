"""Change of feel: how far a board is from another under the feet, and how long until it is one's own."""

from __future__ import annotations

import numpy as np

from chord_core.documents.verbs.compare import Feel
from chord_core.hull.stations import Array
from chord_core.ride.ride_model import FleetRide
from chord_core.ride.turn import turn_radius
from chord_core.tables import tables


def felt_of(fleet_ride: FleetRide) -> Array:
    """What is felt of each board, (n, 6), all positive: turn radius, roll time, swing weight, sweet spot,
    hold, trim point."""
    columns = (
        turn_radius(fleet_ride.hull, fleet_ride.fins),
        fleet_ride.roll_s,
        fleet_ride.hull.swing_kg_m2,
        fleet_ride.sweet_m,
        fleet_ride.hold_m_s,
        fleet_ride.planing.load_m,
    )
    return np.asarray(np.maximum(np.stack(columns, axis=1), 1e-6))


def feel_of(fleet_ride: FleetRide) -> tuple[Feel, ...]:
    """The change of feel from the first board of a fleet to each other one.

    Root mean square of the logarithms of the six ratios over their scale; about 2 + 6 A sessions
    (``docs/model.md``)."""
    rules, felt = tables().compare.feel, np.log(felt_of(fleet_ride))
    found = []
    for row in range(1, len(felt)):
        change = float(np.sqrt((((felt[row] - felt[0]) / rules.scale) ** 2).mean()))
        first, each = rules.sessions
        sessions = round(first + each * change)
        says = f"About {sessions} sessions to get used to it: what is felt before that counts half."
        found.append(Feel(board=row, change=change, sessions=sessions, says=says))
    return tuple(found)
