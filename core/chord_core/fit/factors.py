"""The factors by which a rack is judged so far: litres, float, duck-dive, carrying, kind.

Each is 0-1 for every board, and can say of one board, in a sentence, what speaks for or against.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from scipy.special import expit

from chord_core.fit.handling import Handling
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.ride.float import Floats
from chord_core.surfer.pencil import Rider
from chord_core.tables import rungs, table

#: How fast growth falls off over the band (k), from trimming up and under it, and below the band.
_OVER_LATER, _OVER_FIRST, _UNDER = 0.016, 0.022, 0.02
#: White water carries a rider whose board bears this share of the weight (``model.md`` section 4).
_LIFT_NEED, _LIFT_SOFT = 0.35, 0.08
#: Trim [deg] at which a paddling rider pushes a wall of water, and how softly that sets in.
_TRIM_NEED, _TRIM_SOFT = 9.0, 1.2


def litres_factor(litres: Array, low: Array, high: Array, target: Array, rung_step: int) -> Array:
    """Growth: 1 inside the band, falling with the squared log outside (``model.md`` section 5), times
    a shallow fall from the target, so that boards inside the band are told apart."""
    over = np.log(np.maximum(litres / high, 1)) ** 2
    under = np.log(np.maximum(low / litres, 1)) ** 2
    k = _OVER_LATER if rung_step >= rungs()["trimming"].step else _OVER_FIRST
    near = np.log(litres / target) ** 2 / (2 * table("sizing")["near_litres"] ** 2)
    return np.asarray(np.exp(-over / k - under / _UNDER - near))


def float_factor(floats: Floats, rider: Rider, reserve: Array | None) -> Array:
    """Lies level enough to paddle; on the first two rungs, also carries the rider in white water.

    A stand-up rider needs the rung's ``reserve`` of float instead (``model.md`` section 4).
    """
    if reserve is not None:
        return np.asarray(expit((reserve - rider.rung.stand_up_reserve[0]) / 0.05 + 1.5))
    trim = np.degrees(floats.trim_rad)
    level = expit((_TRIM_NEED - trim) / _TRIM_SOFT) * expit((floats.nose_clear_m + 0.02) / 0.008)
    if rider.rung.step > rungs()["standing"].step:
        return np.asarray(level)
    return np.asarray(level * expit((floats.lift_share - _LIFT_NEED) / _LIFT_SOFT))


@dataclass(frozen=True)
class Judged:
    """A fleet with all that the sentences speak of; factors are arrays (n,)."""

    hull: Hull
    floats: Floats
    handling: Handling
    kind: Array
    kind_says: tuple[str, ...]
    closed: tuple[str | None, ...]
    factors: dict[str, Array]
    low_l: Array
    high_l: Array
    target_l: Array
    present_l: float | None
    duck_needed: bool
    river: bool
    reserve: Array | None
    label_agrees: tuple[bool | None, ...]

    @property
    def fit(self) -> Array:
        """Fit 0-100: weighted geometric mean, so that one fatal flaw shows, times the kind."""
        weights = table("sizing")["fit_weights"]
        total = sum(weights.values())
        log = sum(
            weight / total * np.log(np.maximum(self.factors[name], 1e-12)) for name, weight in weights.items()
        )
        return np.asarray(100 * np.exp(log) * self.kind)
