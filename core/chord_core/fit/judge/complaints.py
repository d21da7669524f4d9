"""Complaints: what is said of the present board, heard by what another board does better (``trade.md``)."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from scipy.special import expit

from chord_core import spoken
from chord_core.documents.verbs.size import ComplaintAdvice
from chord_core.fit.judge.case import Case
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array
from chord_core.ride.batches import RideSummary
from chord_core.tables import tables

Measure = Callable[[Hull, RideSummary], Array]


#: Measures that are the mean of a factor over the waves.
_OF_THE_WAVE = ("catch", "keep", "nose")


def _mean_of(factor: str) -> Measure:
    return lambda _, ridden: ridden.means[factor]


#: How much better a board is, by the measure of a complaint: higher is better.
_MEASURES: dict[str, Measure] = {
    "catch": _mean_of("catch"),
    "keep": _mean_of("keep"),
    "nose": _mean_of("nose"),
    "hold": lambda _, ridden: ridden.hold_m_s,
    "radius": lambda _, ridden: 1 / ridden.radius_m,
    "litres": lambda hull, _: 1 / hull.litres,
    "lean": lambda _, ridden: ridden.lean_deg,
    "rail": lambda hull, _: 0.5 + hull.fleet.rail,
}
#: How the measure of a complaint is said of one board, with the value of the present one.
_SAYS: dict[str, tuple[str, Callable[[Hull, RideSummary, int], str]]] = {
    "catch": ("takes off on {} of the waves, now {}", lambda _, r, i: f"{r.means['catch'][i]:.0%}"),
    "keep": ("runs on {} of the faces, now {}", lambda _, r, i: f"{r.means['keep'][i]:.0%}"),
    "nose": ("the nose stays up in {} of drops, now {}", lambda _, r, i: f"{r.means['nose'][i]:.0%}"),
    "hold": ("the tail holds to {}, now {}", lambda _, r, i: spoken.speed(float(r.hold_m_s[i]))),
    "radius": ("turns within {}, now {}", lambda _, r, i: spoken.distance(float(r.radius_m[i]))),
    "litres": ("{} L, now {}", lambda h, _, i: f"{h.litres[i]:.1f}"),
    "lean": ("leans {} before it tips, now {}", lambda _, r, i: f"{r.lean_deg[i]:.1f}°"),
    "rail": ("rail {} full, now {}", lambda h, _, i: f"{h.fleet.rail[i]:.0%}"),
}


@dataclass(frozen=True)
class ComplaintScores:
    """How far each complaint is answered by n boards, 0-1 each (n,): a half where it is as now."""

    answered: dict[str, Array]

    def factor(self, count: int) -> Array:
        """What is kept of the fit, (n,): all of it where every complaint is answered."""
        kept = np.ones(count)
        least = tables().complaints.unheard
        for share in self.answered.values():
            kept = kept * (least + (1 - least) * share)
        return kept


def score_complaints(case: Case, hull: Hull, ridden: RideSummary) -> ComplaintScores:
    """Hear the complaints about the present board; nothing where none is known or it is left as it is."""
    now = case.now if case.rider.surfer.complaints else None
    if now is None:
        return ComplaintScores({})
    answered: dict[str, Array] = {}
    for complaint in case.rider.surfer.complaints:
        name = tables().complaints.complaints[complaint].measure
        measure = _MEASURES.get(name)
        # Broken water asks nothing of running or diving, a river nothing of taking off.
        if measure is None or (name in _OF_THE_WAVE and name not in ridden.means):
            continue
        mine, theirs = measure(hull, ridden), measure(now.hull, now.ridden)[0]
        better = np.log(np.maximum(mine, 1e-6) / max(float(theirs), 1e-6))
        answered[complaint] = np.asarray(expit(better / tables().complaints.soft))
    return ComplaintScores(answered)


def hearing_says(case: Case, complaint: str, hull: Hull, ridden: RideSummary, row: int) -> str:
    """How a board answers a complaint, with its number and the present board's."""
    assert case.now is not None
    form, value = _SAYS[tables().complaints.complaints[complaint].measure]
    return form.format(value(hull, ridden, row), value(case.now.hull, case.now.ridden, 0))


def complaint_advice(case: Case) -> tuple[ComplaintAdvice, ...]:
    """What to ask back for each complaint, and what to change first."""
    rows = tables().complaints.complaints
    return tuple(
        ComplaintAdvice(complaint=name, ask=rows[name].ask, change_first=rows[name].first)
        for name in case.rider.surfer.complaints
    )
