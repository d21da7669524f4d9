"""Hold speed and sweet spot of every board of a fleet: ``turn.hold_speed`` and ``sweet.sweet_spot``."""

from __future__ import annotations

import numpy as np

from chord_core.kernel import compiled
from chord_core.physics import G
from chord_core.ride.savitsky import (
    TRIM_POWER,
    beams_for,
    centre_of_pressure,
    flat_for,
    moving_lift,
    still_lift,
)


@compiled
def hold_boards(need, beam, deadrise, weight, rho, trim_deg, out):
    """Speed [m/s] at which the wetted length at this trim falls to ``need`` [m]."""
    bent_trim = trim_deg**TRIM_POWER
    for i in range(len(need)):
        wetted = need[i] / beam[i]
        still, moving = still_lift(wetted) * G * beam[i], moving_lift(wetted)
        area = rho / 2 * beam[i] ** 2
        speed = 8.0
        for _ in range(12):
            wanted = weight[i] / (area * speed**2)
            bent = flat_for(wanted, deadrise[i]) / wanted
            load = weight[i] * bent / area / bent_trim
            found = np.sqrt(max(load - still, 0.25) / moving)
            close = abs(found - speed) < 1e-11
            speed = found
            if close:
                break
        out[i] = speed


@compiled
def load_boards(length, beam, deadrise, weight, rho, speed, trim_deg, wet_share, out):
    """Where the load stands [m from the tail] at a trim: ``sweet.load_at``."""
    bent_trim = trim_deg**TRIM_POWER
    for i in range(len(length)):
        cv2 = speed**2 / (G * beam[i])
        wanted = flat_for(weight[i] / (rho / 2 * speed**2 * beam[i] ** 2), deadrise[i]) / bent_trim
        beams = min(beams_for(wanted, cv2), wet_share * length[i] / beam[i])
        out[i] = centre_of_pressure(beams, cv2) * beams * beam[i]
