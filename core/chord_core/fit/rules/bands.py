"""Litres by ratio: the band of a rung or of a longboard, moved by the surfer and the water."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.physics import SEA_KG_M3
from chord_core.surfer.body import KIT_KG, SUIT_AT_M, SUIT_KG_MM
from chord_core.surfer.defaults import Rider
from chord_core.tables import Rung, rungs, tables
from chord_core.water.conditions import Conditions

Band = tuple[float, float]

_STOOD_ON = ("starter", "standing", "green wave")


@dataclass(frozen=True)
class Move:
    """One correction of the band: its factor and the words for it."""

    factor: float
    says: str


def _big_water(face_in_heights: float) -> float:
    """Big-water factor by mean face in body heights: 1 below head high, 6 % for each tenth over."""
    m = tables().sizing.moves
    over = np.log1p(np.exp((face_in_heights - m.big_from_heights) / m.big_soft_heights))
    return float(1 + m.big_a_height * m.big_soft_heights * over)


def _weak_water(conditions: Conditions, face_in_heights: float) -> float:
    """Weak-water factor: the most for crumbly waves from a face of .4 body heights down, none from .8 up."""
    m = tables().sizing.moves
    small = float(np.clip((m.weak_to_heights - face_in_heights) / m.weak_over_heights, 0, 1))
    return 1 + m.weak_most * m.weak_by_steepness.get(conditions.steepness, 0.0) * small


def moves(rider: Rider, conditions: Conditions) -> list[Move]:
    """The corrections for fitness, sessions, age and water (``trade.md``, "The band moves")."""
    face = conditions.days.mean_m / rider.height_m
    by_age = tables().sizing.moves
    age = 1 + by_age.age_a_year * max(rider.age - by_age.age_from, 0)
    found = [
        Move(tables().sizing.fitness[rider.fitness], f"{rider.fitness} fitness"),
        Move(rider.out_of_practice, f"{rider.sessions_month:g} sessions a month"),
        Move(age, f"{rider.age} years"),
    ]
    if conditions.kind != "river":
        found.append(Move(_weak_water(conditions, face), "weak waves"))
        found.append(Move(_big_water(face), f"mean face {face:.1f} body heights"))
    found.append(Move(SEA_KG_M3 / conditions.water_kg_m3, "fresh water"))
    return found


def _stand_up_band(rider: Rider, rung: Rung, conditions: Conditions) -> Band:
    """Litres that leave a stand-up rider the rung's reserve of float (``model.md`` section 4)."""
    suit = SUIT_KG_MM * rider.wetsuit_mm * rider.height_m / SUIT_AT_M
    low, high = rung.stand_up_reserve
    own = tables().sizing.moves
    litre_kg = conditions.water_kg_m3 / 1000 - own.foam_kg_a_litre

    def litres(reserve: float) -> float:
        return ((1 + reserve) * rider.mass_kg + suit + KIT_KG + own.stand_up_board_kg) / litre_kg

    return litres(low), litres(high)


def ratio_of(rung: Rung, family: str | None) -> Band:
    """Litres per kilogram to start from [L/kg]: a longboard's own, else the rung's."""
    return tables().sizing.longboard_litres_per_kg.get(family or "", rung.litres_per_kg)


def by_mass(rider: Rider, family: str | None, rung: Rung | None = None) -> float:
    """More a kilogram for light people on boards that are stood on more than paddled: (75 / M)^.2."""
    longboard = family in tables().sizing.longboard_litres_per_kg
    stood_on = longboard or (rung or rider.rung).name in _STOOD_ON
    m = tables().sizing.moves
    return float((m.ordinary_kg / rider.mass_kg) ** m.light_power) if stood_on else 1.0


def band_for(
    rider: Rider, conditions: Conditions, family: str | None = None, rung: Rung | None = None
) -> Band:
    """The band of litres [L] for a rider, by ratio.

    Args:
        rider, conditions: facts, said or assumed.
        family: a longboard has a band of its own, whatever the rung.
        rung: another rung than the rider's, to share a board with.
    """
    rung = rung or rider.rung
    if rider.craft == "stand_up":
        return _stand_up_band(rider, rung, conditions)
    low, high = ratio_of(rung, family)
    moved = float(np.prod([move.factor for move in moves(rider, conditions)])) * by_mass(rider, family, rung)
    return low * moved * rider.mass_kg, high * moved * rider.mass_kg


def aimed_band(rider: Rider, conditions: Conditions, family: str | None = None) -> tuple[Band, str]:
    """The part of the band that the aim asks for, and the words for it."""
    low, high = band_for(rider, conditions, family)
    middle = (low + high) / 2
    if rider.aim == "progress":
        return (low, middle), "to progress: up to the middle"
    if rider.aim in ("more waves", "carve long"):
        return (middle, high), f"{rider.aim}: from the middle up"
    if rider.aim == "keep and share":
        below = list(rungs().values())[max(rider.rung.step - 1, 0)]
        share_low, share_high = band_for(rider, conditions, family, below)
        top = (share_low + share_high) / 2 if below != rider.rung else high
        return (middle, max(top, high)), "to share: up to the middle of the rung below"
    return (low, high), ""
