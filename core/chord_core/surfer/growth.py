"""How a child grows: along the medians of a published reference, as tall and heavy beside them as now."""

from __future__ import annotations

from typing import Literal

import numpy as np

from chord_core.tables import tables

#: Of whom the reference is; without it the mean of both.
GrowthOf = Literal["boys", "girls"]


def usual_height_m(age: float, of: GrowthOf | None = None) -> float:
    """Median height [m] at an age [years] of the reference (WHO 2007, 5 to 19 years), held to its ends."""
    growth = tables().plan.growth
    heights = {
        "boys": float(np.interp(age, growth.age, growth.boys_m)),
        "girls": float(np.interp(age, growth.age, growth.girls_m)),
    }
    return heights[of] if of else sum(heights.values()) / 2


def usual_mass_kg(age: float, of: GrowthOf | None = None) -> float:
    """Mass [kg] at an age: the reference's median of mass over height squared on its median height."""
    growth = tables().plan.growth
    masses = {
        "boys": float(np.interp(age, growth.age, growth.boys_bmi)) * usual_height_m(age, "boys") ** 2,
        "girls": float(np.interp(age, growth.age, growth.girls_bmi)) * usual_height_m(age, "girls") ** 2,
    }
    return masses[of] if of else sum(masses.values()) / 2


def grows(age: float | None) -> bool:
    """Whether somebody of this age is still growing."""
    return age is not None and age < tables().plan.grown_at


def grown(
    height_m: float, mass_kg: float, age: float, months: float, of: GrowthOf | None = None
) -> tuple[float, float]:
    """Height [m] and mass [kg] after so many months, by the same share over or under the median as now."""
    later = age + months / 12
    taller = usual_height_m(later, of) / usual_height_m(age, of)
    heavier = usual_mass_kg(later, of) / usual_mass_kg(age, of)
    return height_m * taller, mass_kg * heavier
