"""Standing with a paddle: how a board alone floats its rider, and how steady it is."""

from __future__ import annotations

import numpy as np
from scipy.special import expit

from chord_core.hull.hull import Hull
from chord_core.hull.roots import rising_roots
from chord_core.hull.stations import SHARE, WEIGHT, Array
from chord_core.ride.float import Floats, lift_terms
from chord_core.ride.immersed import BOARD_BEAM, Immersed
from chord_core.ride.indices import DUCK_DIVE, LIFT_SHARE, RESERVE, STEADINESS
from chord_core.surfer.defaults import Rider
from chord_core.tables.calibration import calibration

_STEPS = 22


def float_standing(hull: Hull, rider_kg: float, rho: float) -> tuple[Floats, Immersed]:
    """How boards float level under a standing rider, and the equivalent hull of the board alone.

    Args:
        rider_kg: rider with wetsuit and kit [kg].

    Boards that do not bear the rider lie under water as a whole; their clearance says by how much.
    """
    wanted = (rider_kg + hull.mass_kg) / rho
    length, thick = hull.fleet.length[:, None], np.maximum(hull.thickness, 1e-6)

    def wet(water: Array) -> Array:
        return np.clip((water[:, None] - hull.rocker) / thick, 0, 1)

    def spare(water: Array) -> Array:
        return np.asarray(hull.integral(wet(water) * hull.section_m2) - wanted)

    top = (hull.rocker + hull.thickness).max(axis=1)
    water = rising_roots(spare, np.zeros(len(hull)), top, _STEPS)
    under = wet(water)
    volume = hull.integral(under * hull.section_m2)
    parts = under * hull.section_m2 * WEIGHT * length
    x = SHARE * length
    mean = ((parts * x).sum(axis=1) / volume)[:, None]
    equal_length = np.sqrt(20 * (parts * (x - mean) ** 2).sum(axis=1) / volume)
    beam = (parts * BOARD_BEAM * hull.foam_width).sum(axis=1) / volume
    skin = np.minimum(under * 4, 1) * hull.foam_width + 2 * under * hull.thickness
    middle = len(SHARE) // 2
    share = LIFT_SHARE(lift_terms(hull, rider_kg, rho))
    floats = Floats(
        trim_rad=np.zeros(len(hull)),
        nose_clear_m=hull.rocker[:, -1] - water,
        sink_m=water - hull.rocker[:, middle] - hull.thickness[:, middle],
        feet_m=hull.centre_of_volume_m,
        lift_share=share,
        duck_dive=DUCK_DIVE({"l": share}),
        immersed_kg=rho * volume,
    )
    immersed = Immersed(
        length=equal_length,
        beam=beam,
        draught=volume / (4 / 9 * equal_length * beam),
        wetted=hull.integral(skin),
        frontal=np.zeros(len(hull)),
        volume=volume,
    )
    return floats, immersed


def steadiness_terms(hull: Hull, rider: Rider, rho: float) -> dict[str, Array | float]:
    """What ``STEADINESS`` is made of."""
    square = hull.integral(2 / 3 * hull.half_width**3)
    return {"rho": rho, "I": square, "M": rider.standing_kg, "h": rider.height_m}


def steadiness(hull: Hull, rider: Rider, rho: float) -> Array:
    """How steady a board at rest is under a standing rider, (n,): righting moment for a small lean over the
    moment of the rider's mass."""
    return STEADINESS(steadiness_terms(hull, rider, rho))


def reserve_terms(hull: Hull, rider: Rider, rho: float) -> dict[str, Array | float]:
    """What ``RESERVE`` is made of."""
    return {**lift_terms(hull, rider.mass_kg, rho), "K": rider.standing_kg}


def reserve(hull: Hull, rider: Rider, rho: float) -> Array:
    """Float left under rider and kit as a share of body mass, (n,)."""
    return RESERVE(reserve_terms(hull, rider, rho))


def standing_factor(hull: Hull, rider: Rider, rho: float) -> Array:
    """How well a stand-up rider stands on a board at rest, (n,), 0-1: steadiness and reserve of the rung."""
    c = calibration()
    steady = np.log(steadiness(hull, rider, rho) / rider.rung.stand_up_steadiness)
    spare = reserve(hull, rider, rho) - rider.rung.stand_up_reserve[0]
    stands = expit(steady / c.stand_steady_soft + c.stand_margin)
    floats = expit(spare / c.stand_spare_soft + c.stand_margin)
    return np.asarray(stands * floats)
