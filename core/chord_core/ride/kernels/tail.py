"""Hold speed and sweet spot of every board of a fleet: ``turn.hold_speed`` and ``sweet.sweet_spot``."""

from __future__ import annotations

import math

from chord_core.kernel import compiled
from chord_core.physics import G
from chord_core.ride.kernels.planing import flat_for


@compiled
def hold_boards(need, beam, deadrise, weight, rho, trim_deg, out):
    """Speed [m/s] at which the wetted length at this trim falls to ``need`` [m]."""
    bent_trim = trim_deg**1.1
    for i in range(len(need)):
        wetted = need[i] / beam[i]
        still = 0.0055 * wetted**2.5 * G * beam[i]
        root = 0.012 * math.sqrt(wetted)
        area = rho / 2 * beam[i] ** 2
        speed = 8.0
        for _ in range(12):
            wanted = weight[i] / (area * speed**2)
            bent = flat_for(wanted, deadrise[i]) / wanted
            load = weight[i] * bent / area / bent_trim
            found = math.sqrt(max(load - still, 0.25) / root)
            close = abs(found - speed) < 1e-11
            speed = found
            if close:
                break
        out[i] = speed


@compiled
def load_boards(length, beam, deadrise, weight, rho, speed, trim_deg, wet_share, out):
    """Where the load stands [m from the tail] at a trim: ``sweet.load_at``."""
    bent_trim = trim_deg**1.1
    for i in range(len(length)):
        cv2 = speed**2 / (G * beam[i])
        wanted = flat_for(weight[i] / (rho / 2 * speed**2 * beam[i] ** 2), deadrise[i]) / bent_trim
        over = wanted / 0.012
        log = math.log(over**2 / (1 + over**1.6))
        for _ in range(12):
            root = 0.012 * math.exp(log / 2)
            deep = 0.0055 * math.exp(2.5 * log) / cv2
            step = (root + deep - wanted) / (root / 2 + 2.5 * deep)
            log = min(max(log - step, -9.0), 4.0)
            if abs(step) < 1e-13:
                break
        beams = min(math.exp(log), wet_share * length[i] / beam[i])
        out[i] = (0.75 - 1 / (5.21 * cv2 / beams**2 + 2.39)) * beams * beam[i]
