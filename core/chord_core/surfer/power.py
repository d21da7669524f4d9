"""Power to the water of a paddling surfer, from fitness, mass, age, practice and wetsuit."""

from __future__ import annotations

from dataclasses import dataclass

from chord_core.surfer.defaults import Rider
from chord_core.tables import tables

#: Power goes with mass to this power (two thirds: muscle sections), equal a kilogram at 75 kg.
_MASS_EXPONENT, _EQUAL_AT_KG = 0.67, 75.0


def sprint_power_w(rider: Rider) -> float:
    """Useful power over the ten seconds of a take-off [W].

    Low .6, fair .85, good 1.1, high 1.35 W/kg at 75 kg; .7 % less a year over 40, 2 % less a mm of
    wetsuit over 2, less with few sessions as the litres' band has it (``docs/model.md``).
    """
    rules = tables().power
    at_75 = rules.sprint_w_kg[rider.fitness] * _EQUAL_AT_KG
    by_mass = (rider.mass_kg / _EQUAL_AT_KG) ** _MASS_EXPONENT
    by_age = 1 - rules.loss_a_year * max(rider.age - rules.loss_from_age, 0)
    by_suit = 1 - rules.loss_a_mm * max(rider.wetsuit_mm - rules.loss_from_mm, 0)
    return float(at_75 * by_mass * max(by_age, 0.5) * by_suit / rider.out_of_practice)


@dataclass(frozen=True)
class Power:
    """Power to the water [W]: over the ten seconds of a take-off, and held for minutes."""

    sprint_w: float
    cruise_w: float


def power_of(rider: Rider, measured_w: float | None = None) -> Power:
    """Sprint and cruise power of a rider, with what their sessions have taught; with a paddle twice the
    sprint, of which a quarter can be held.

    Args:
        measured_w: sprint power from a measured speed, which replaces the guess.
    """
    rules = tables().power
    sprint, held = sprint_power_w(rider), float(rules.cruise_of_sprint)
    if rider.craft == "stand_up":
        sprint *= float(rules.stand_up.sprint_of_prone)
        held = float(rules.stand_up.cruise_of_sprint)
    sprint = measured_w or sprint
    return Power(sprint * rider.learned.sprint, held * sprint * rider.learned.cruise)
