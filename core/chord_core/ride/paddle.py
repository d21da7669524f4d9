"""Paddling: drag of board and body together, and the speed that a power gives."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.hull.roots import rising_roots
from chord_core.hull.stations import Array
from chord_core.physics import VISCOSITY_M2_S
from chord_core.ride.friction import friction_line
from chord_core.ride.immersed import Immersed
from chord_core.ride.wave_drag import wave_drag_n

#: Form factor on the friction line [1.05-1.2], and form drag of the body on its largest immersed section
#: [.3-.6]: a streamlined swimmer has about .3, a paddler's chest is raised into the flow.
FORM, BODY_DRAG = 1.1, 0.5
#: Speeds [m/s] between which the first that asks for all of the power is looked for.
_SPEEDS_M_S = np.linspace(0.25, 11.0, 44)
_STEPS = 24


@dataclass(frozen=True)
class Drag:
    """Parts of the drag of a paddling rider [N], (n,)."""

    friction: Array
    body: Array
    wave: Array

    @property
    def total(self) -> Array:
        """All of it [N]."""
        return np.asarray(self.friction + self.body + self.wave)


def paddling_drag(immersed: Immersed, speed_m_s: Array, rho: float) -> Drag:
    """Drag [N] at a speed [m/s], (n,): ITTC 1957 friction with form, form drag of the body, Michell."""
    dynamic = rho / 2 * speed_m_s**2
    reynolds = speed_m_s * immersed.length / VISCOSITY_M2_S
    return Drag(
        friction=FORM * friction_line(reynolds) * dynamic * immersed.wetted,
        body=BODY_DRAG * dynamic * immersed.frontal,
        wave=wave_drag_n(speed_m_s, immersed.length, immersed.beam, immersed.draught, rho),
    )


def paddling_speed(immersed: Immersed, power_w: float, rho: float) -> Array:
    """The least speed [m/s] at which drag x speed equals a power [W], (n,).

    Over the hump of the wave drag less power may do again; nobody paddles over it.
    """
    many = immersed.length.shape

    def spare(speed: Array) -> Array:
        return np.asarray(paddling_drag(immersed, speed, rho).total * speed - power_w)

    low, high = np.zeros(many), np.full(many, np.nan)
    for speed in _SPEEDS_M_S:
        asks = np.isnan(high) & (spare(np.full(many, speed)) >= 0)
        high = np.where(asks, speed, high)
        low = np.where(np.isnan(high), speed, low)
    return rising_roots(spare, np.maximum(low, 0.01), np.nan_to_num(high, nan=_SPEEDS_M_S[-1]), _STEPS)
