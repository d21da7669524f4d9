"""The body as it lies on a board: slices along its length with mass, volume and thickness."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.hull.stations import Array

#: Density of a body with air in its lungs [kg/m3].
BODY_KG_M3 = 985.0
#: Per mm of wetsuit at 1.75 m of height: mass [kg] and volume [L].
SUIT_KG_MM, SUIT_L_MM, SUIT_AT_M = 0.7, 1.0, 1.75
#: Paddle, leash and the like of a stand-up rider [kg].
KIT_KG = 2.0
#: Segments from the feet up: end as a share of height, share of mass, width as a share of height,
#: whether it floats while paddling (head and arms are held out of the water).
#: Shares of mass after Winter, Biomechanics of Human Movement (2009), table 4.1, rounded.
_SEGMENTS = (
    (0.48, 0.32, 0.15, True),
    (0.60, 0.14, 0.18, True),
    (0.85, 0.36, 0.17, True),
    (1.00, 0.08, 0.09, False),
)
#: The arms stroke around the shoulders and are not under water on the whole.
_ARMS_SHARE, _ARMS_AT = 0.10, 0.82
_SLICES = 4


@dataclass(frozen=True)
class Body:
    """Slices of a body lying straight, (m,): place from the feet [m], mass [kg], volume that can be
    immersed [m3], thickness [m]."""

    place: Array
    mass: Array
    volume: Array
    thick: Array
    width: Array
    height_m: float

    @property
    def mass_kg(self) -> float:
        """Mass with the wetsuit [kg]."""
        return float(self.mass.sum())


def lying_body(mass_kg: float, height_m: float, wetsuit_mm: float) -> Body:
    """The body of a surfer who lies prone and paddles.

    Args:
        mass_kg: body mass [kg].
        height_m: body height [m].
        wetsuit_mm: wetsuit thickness [mm], 0 for none; mass and volume spread over trunk and legs.
    """
    suit = wetsuit_mm * height_m / SUIT_AT_M
    rows: list[tuple[float, float, float, float, float]] = []
    start = 0.0
    dressed = sum(share for _, share, _, floats in _SEGMENTS if floats)
    for end, share, wide, floats in _SEGMENTS:
        length = (end - start) * height_m / _SLICES
        volume = share * mass_kg / BODY_KG_M3
        mass, buoyant = share * mass_kg, 0.0
        thick = volume / (_SLICES * length * wide * height_m * np.pi / 4)
        if floats:
            mass += SUIT_KG_MM * suit * share / dressed
            buoyant = volume + SUIT_L_MM * 1e-3 * suit * share / dressed
        for i in range(_SLICES):
            place = start * height_m + (i + 0.5) * length
            rows.append((place, mass / _SLICES, buoyant / _SLICES, thick, wide * height_m))
        start = end
    rows.append((_ARMS_AT * height_m, _ARMS_SHARE * mass_kg, 0.0, 0.1, 0.0))
    place, mass, volume, thick, width = np.array(rows).T
    return Body(place=place, mass=mass, volume=volume, thick=thick, width=width, height_m=height_m)
