"""Rides an hour with what one cannot know: how steep it is, how many waves fall to one surfer."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from chord_core.hull.stations import Array
from chord_core.ride.ride_model import FleetRide
from chord_core.ride.rides import product_of, rides_an_hour
from chord_core.tables import tables
from chord_core.water.face import Face


def rides_band(fleet_ride: FleetRide) -> tuple[Array, Array, Array]:
    """Rides an hour, (n,) each: the least and the most over faces flatter and steeper by 15 %, with fewer and
    more waves that fall to one surfer (``offered_doubt``), and as said between them."""
    said, cruise = fleet_ride.conditions, fleet_ride.paddle_state.cruise_m_s
    cases = [(1.0, fleet_ride.works)]
    for way, factors in fleet_ride.unsure:
        cases.append((way, np.asarray(product_of(factors) @ said.bins.weight)))
    doubt = tables().waves.offered_doubt
    ends = []
    for times, end in ((1 / doubt, np.minimum), (doubt, np.maximum)):
        mine = replace(said, mine_an_hour=said.mine_an_hour * times)
        ends.append(
            end.reduce([rides_an_hour(mine, _along(fleet_ride, way), cruise, works) for way, works in cases])
        )
    return ends[0], fleet_ride.rides_an_hour(fleet_ride.works), ends[1]


def _along(fleet_ride: FleetRide, way: float) -> float:
    """Speed along the wall of the usual face [m/s] with its slope by a factor."""
    usual = fleet_ride.usual
    return float(Face(usual.height_m, usual.slope * way).along_m_s[0])
