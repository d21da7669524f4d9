"""The bottom as a moving board feels it: angles of vee and concave, effective deadrise, flex."""

from __future__ import annotations

import numpy as np

from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.tables.calibration import calibration

#: A hard edge over this length from the tail releases fully [m].
EDGE_FULL_M = 0.35


def edge_share(hull: Hull) -> Array:
    """How much of a full hard edge there is, 0-1."""
    return np.asarray(np.minimum(hull.fleet.edge / EDGE_FULL_M, 1.0))


def effective_deadrise(hull: Hull) -> Array:
    """Deadrise [deg] that a planing board sees, (n,): vee lifts less, concave, edge and channels lift more.

    .65 (rear vee - rear concave) + .35 front vee + 2 degrees without a hard edge - 40 degrees a square metre
    of channels (``docs/model.md``).
    """
    c = calibration()
    rear = c.vee_rear * (hull.rear_vee_deg - hull.rear_concave_deg)
    front = c.vee_front * hull.front_vee_deg
    edge = c.vee_soft_edge_deg * (1 - edge_share(hull))
    return np.asarray(rear + front + edge - c.vee_channel * hull.fleet.channel_m2)


def impact_deadrise(hull: Hull) -> Array:
    """Deadrise [deg] that chop meets, (n,): all of the vee, front and rear, less the concave."""
    return np.asarray(hull.front_vee_deg + hull.rear_vee_deg - hull.rear_concave_deg)


def planing_curvature(hull: Hull) -> Array:
    """Curvature [1/m] of the bottom of a planing board: the stringer's rear three quarters, and what the
    tail's flex gives."""
    return np.asarray(hull.rocker_curvature + calibration().planing_flex * (hull.fleet.flex - 1))
