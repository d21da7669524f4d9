"""Power from a speed that was measured: drag of the board on which it was paddled, times the speed."""

from __future__ import annotations

import numpy as np

from chord_core.hull.label import labelled_hulls
from chord_core.ride.float import float_prone
from chord_core.ride.immersed import immersed_hull
from chord_core.ride.paddle import paddling_drag
from chord_core.surfer.body import lying_body
from chord_core.surfer.defaults import Rider
from chord_core.surfer.power import Power, power_of


def measured_sprint_w(rider: Rider, rho: float) -> float | None:
    """Sprint power [W] from a measured sprint speed on the board ridden now; None without both, and for a
    rider who paddles standing."""
    speed, board = rider.surfer.sprint_m_s, rider.surfer.present_board
    if speed is None or board is None or rider.craft == "stand_up":
        return None
    hull = labelled_hulls([board])
    body = lying_body(rider.mass_kg, rider.height_m, rider.wetsuit_mm)
    immersed = immersed_hull(hull, body, float_prone(hull, body, rho))
    return float(paddling_drag(immersed, np.array([speed]), rho).total[0] * speed)


def power_for(rider: Rider, rho: float) -> Power:
    """Power of a rider: from a measured speed where there is one, else guessed from fitness."""
    return power_of(rider, measured_sprint_w(rider, rho))
