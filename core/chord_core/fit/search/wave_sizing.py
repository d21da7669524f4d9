"""The two ways of sizing that ask the wave: by shape and by float, over the sizes of one family."""

from __future__ import annotations

import numpy as np

from chord_core.documents.verbs.size import SizingMethod
from chord_core.fit.judge.baseline import Baseline, family_sizes, sized_by_waves
from chord_core.fit.judge.case import Case
from chord_core.fit.judge.factors import Best, Judged, judge_alone
from chord_core.fit.judge.handling import DUCK_MOST
from chord_core.fit.rules.bands import Band
from chord_core.fit.rules.reference_boards import reference_boards
from chord_core.hull.stations import Array
from chord_core.tables import tables

#: By float: from what share of the waves that the family's biggest catches, and to what share.
_CATCHES = (0.85, 0.97)


def _spread(litres: Array, worth: Array) -> Band:
    """Litres between which a worth stays over 95 % of its best, straight between the sizes."""
    fine = np.linspace(litres[0], litres[-1], 20 * len(litres))
    good = fine[np.interp(fine, litres, worth) >= tables().fit.near_best * worth.max()]
    return float(good[0]), float(good[-1])


def _sizes(case: Case, family: str) -> Judged:
    """A family's reference boards from its smallest to its largest, judged."""
    boards, sizes = reference_boards(family), family_sizes(family)
    return judge_alone(case, None, boards, sizes.hull, case.ridden(sizes.name, sizes.hull, sizes.fins))


def by_shape(sizes: Judged, best: Best, case: Case) -> SizingMethod:
    """Where a family runs and turns best in this water, whatever the rung usually holds: planing area and
    drag, litres follow."""
    weights = sizes.weights
    rides, style = sizes.rides(best), sizes.style.style
    worth = np.maximum(rides, 1e-9) ** weights["rides"] * np.maximum(style, 1e-9) ** weights["style"]
    litres, area = sizes.hull.litres, sizes.hull.planform_m2
    low, high = _spread(litres, worth)
    per_kg = [float(np.interp(at, litres, area)) * 1e4 / case.rider.mass_kg for at in (low, high)]
    reason = f"{per_kg[0]:.0f} to {per_kg[1]:.0f} cm² a kilogram run and turn best in these waves"
    return SizingMethod(code="shape", name="by shape", low_l=low, high_l=high, reason=reason)


def by_float(sizes: Judged, family: str) -> SizingMethod | None:
    """Litres that catch enough of the waves and can still be sunk where that is needed; None on a river."""
    means = sizes.ridden.means
    if "catch" not in means:
        return None
    litres, catch = sizes.hull.litres, means["catch"]
    if "keep" not in means:
        # In broken water to catch is easy; what floats too little is not stood up on.
        catch = catch * means["stand"]
    catch = np.maximum.accumulate(catch)
    shares = catch / max(float(catch[-1]), 1e-9) + 1e-9 * np.arange(len(catch))
    low, high = (float(np.interp(share, shares, litres)) for share in _CATCHES)
    reason = f"{_CATCHES[0]:.0%} to {_CATCHES[1]:.0%} of the waves that the biggest {family} gets one into"
    if sizes.duck_needed:
        dive = np.maximum.accumulate(sizes.ridden.floats.duck_dive)
        sinks = float(np.interp(DUCK_MOST, dive + 1e-9 * np.arange(len(dive)), litres))
        if sinks < high:
            low, high = min(low, sinks), sinks
            reason += f", no more than can be sunk ({sinks:.0f} L)"
    return SizingMethod(code="float", name="by float", low_l=low, high_l=high, reason=reason)


def wave_sizing_methods(baseline: Baseline, case: Case) -> tuple[SizingMethod, ...]:
    """What the wave says of the leading family's litres; nothing for stand-up, which is sized by its float
    alone, nor where every family is behind a gate."""
    family = baseline.families[0].name if baseline.open else baseline.names[0]
    if not sized_by_waves(case, family):
        return ()
    sizes = _sizes(case, family)
    said = by_shape(sizes, baseline.best, case), by_float(sizes, family)
    return tuple(school for school in said if school)
