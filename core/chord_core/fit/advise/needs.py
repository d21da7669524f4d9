"""Needs and gives: for the behaviours that matter to a surfer, what is needed and what a board gives."""

from __future__ import annotations

import numpy as np

from chord_core.documents.verbs.rank import Need
from chord_core.fit.judge.baseline import Baseline
from chord_core.fit.judge.case import Case
from chord_core.fit.judge.factors import Judged
from chord_core.fit.rules.measures import MEASURES, Measure
from chord_core.hull.stations import Array
from chord_core.tables import rungs, tables
from chord_core.tables.answer_schema import BehaviourRow

#: Who stands under this rung is asked nothing of turning yet.
_TURNS_FROM = "trimming"


def _order(case: Case) -> list[str]:
    """Names of the behaviours, those first that complaints name, then those of the aim."""
    rules, rider = tables().needs, case.rider
    named = [name for said in rider.surfer.complaints for name in rules.complaints[said]]
    first = rider.rung.step < rungs()[_TURNS_FROM].step
    aim = "first boards" if first else rider.aim
    aim = "river" if case.conditions.river else "stand-up" if rider.craft == "stand_up" else aim
    every = [row.name for row in rules.behaviours]
    return list(dict.fromkeys([*named, *rules.aims.get(aim, []), *every]))


def _applies(name: str, case: Case) -> bool:
    """Whether a behaviour is asked for at all: nobody duck-dives a river wave or with a paddle."""
    if case.conditions.river:
        return name not in ("catch", "keep", "nose", "sprint", "duck", "nose_riding")
    return name != "stays" and not (case.rider.craft == "stand_up" and name in ("duck", "sprint"))


def near_best(baseline: Baseline) -> Array:
    """Which of the expected boards fit nearly as well as the best, four at least, (n,)."""
    fit = baseline.judged.fit(baseline.best)
    fewest = min(tables().needs.fewest, len(fit))
    least = min(tables().fit.near_best * fit.max(), np.sort(fit)[-fewest])
    return np.asarray(fit >= least)


def _word(row: BehaviourRow, gives: float, low: float, high: float) -> tuple[str, bool]:
    """What is said of it, and whether it falls short of what is needed."""
    if low <= gives <= high:
        return row.inside, False
    below = gives < low
    return (row.below if below else row.above), below == (row.better == "more")


def _finite(values: Array | None, row: int = 0) -> float | None:
    return float(values[row]) if values is not None and np.isfinite(values[row]) else None


def needs_of(case: Case, baseline: Baseline, judged: Judged, row: int) -> tuple[Need, ...]:
    """What the surfer of a case needs and what board ``row`` gives, what matters most first.

    What is needed is what the reference boards that fit best give, from the least to the most of them."""
    rows = {one.name: one for one in tables().needs.behaviours}
    good, found = near_best(baseline), []
    for name in _order(case):
        one = rows[name]
        measure = MEASURES[one.measure]
        if not _applies(one.measure, case):
            continue
        need = _of(measure, baseline.judged)
        gives = _finite(_of(measure, judged), row)
        if need is None or gives is None or not np.all(np.isfinite(need)):
            continue
        low, high = float(need[good].min()), float(need[good].max())
        now = _finite(measure(case.now.hull, case.now.ridden)) if case.now else None
        word, short = _word(one, gives, low, high)
        least, most = float(need.min()), float(need.max())
        found.append(
            Need(
                name=name,
                unit=one.unit,
                low=low,
                high=high,
                gives=gives,
                now=now,
                span=(min(least, gives), max(most, gives)),
                word=word,
                short=short,
                why=one.why,
            )
        )
    return tuple(found)


def _of(measure: Measure, judged: Judged) -> Array | None:
    return measure(judged.hull, judged.ridden)
