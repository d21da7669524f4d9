"""How sure: how often each board stays on top when what is known only about is drawn within bounds."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from chord_core.documents.answers import Sure
from chord_core.documents.requests import SizeRequest
from chord_core.fit.case import Case, case_with, times
from chord_core.fit.factors import Best
from chord_core.fit.pile import Pile
from chord_core.fit.precedence import standing
from chord_core.surfer.spot import pencil_water
from chord_core.tables import rungs

#: Mass either way [kg], remembered waves either way (share); a rung lower or higher once in four.
_MASS_KG, _WAVES = 3.0, 0.20
_RUNGS = (0.25, 0.75)
#: Draws (a power of two keeps them even), and of how many a board has to be on top to be called steady.
DRAWS = 16
_STEADY, _CERTAIN = 0.6, 0.95


@dataclass(frozen=True)
class _Draw:
    mass_kg: float
    rungs: int
    waves: float


def _draws() -> list[_Draw]:
    """Even draws, the same in every run."""
    from scipy.stats import qmc  # A second to load, and most verbs draw nothing.

    even = qmc.Sobol(3, scramble=True, seed=7).random(DRAWS)
    return [
        _Draw(_MASS_KG * (2 * u - 1), int(np.searchsorted(_RUNGS, v)) - 1, float((1 + _WAVES) ** (2 * w - 1)))
        for u, v, w in even
    ]


def _drawn(request: SizeRequest, case: Case, draw: _Draw) -> Case | None:
    ladder = list(rungs())
    rung = ladder[int(np.clip(case.rider.rung.step + draw.rungs, 0, len(ladder) - 1))]
    facts = request.surfer.model_copy(
        update={
            "mass_kg": max(case.rider.mass_kg + draw.mass_kg, 15.0),
            "rung": rung,
            "height_m": case.rider.height_m,
        }
    )
    other = case_with(facts, request.water)
    if other is None or case.spot.river:
        return other
    spot, _ = pencil_water(times(request.water, case.spot, draw.waves), case.rider.height_m)
    # Who said that one must dive there, or need not, said it of the break.
    return replace(other, spot=replace(spot, duck_dive_needed=case.spot.duck_dive_needed))


def how_sure(request: SizeRequest, case: Case, pile: Pile, best: Best) -> tuple[Sure, ...]:
    """For each board how often it is on top, and among the first three, over draws of mass, rung and waves.

    Args:
        pile: the boards that lead; those far behind need not be asked.
        best: what the ordinary boards reach in the case as said; it scales all boards alike.
    """
    first, three = np.zeros(len(pile.boards)), np.zeros(len(pile.boards))
    count = 0
    for draw in _draws():
        other = _drawn(request, case, draw)
        if other is None:
            continue
        fit = pile.fit(other, request.target_l, best)
        order = np.argsort(-standing(request.surfer, pile.boards, fit), kind="stable")
        if fit[order[0]] <= 0:
            continue
        count += 1
        first[order[0]] += 1
        three[order[:3]] += 1
    return tuple(
        Sure(index=i, on_top=float(first[i] / max(count, 1)), in_three=float(three[i] / max(count, 1)),
             says=_says(float(first[i]), count))
        for i in range(len(pile.boards))
    )  # fmt: skip


def _says(first: float, count: int) -> str:
    if not count:
        return ""
    if first / count >= _CERTAIN:
        return "Stays first even if mass, level and waves are a little off."
    tries = f"in {first:.0f} of {count} tries with mass, level and waves a little off"
    if first / count >= _STEADY:
        return f"Mostly stays first: {tries}."
    return f"First {tries}."
