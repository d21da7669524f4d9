"""How sure: how often each board stays on top when what is not known is drawn as it may turn out to be."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from chord_core.documents.verbs.rank import RankStability
from chord_core.documents.verbs.size import SizeRequest
from chord_core.fit.advise.next_question import UnknownFact, case_if, unknown_facts
from chord_core.fit.judge.candidates import Candidates
from chord_core.fit.judge.case import Case, times
from chord_core.fit.judge.factors import Best
from chord_core.fit.rules.precedence import standing
from chord_core.hull.stations import Array
from chord_core.water.conditions import conditions_with_defaults

#: A mass as people say it, either way [kg]; waves as they are remembered, either way (share).
_MASS_KG, _WAVES = 2.0, 0.20
_LEAST_KG = 14.0
#: Draws (a power of two keeps them even), and of how many a board has to be on top to be called steady.
DRAWS = 16
_STEADY, _CERTAIN = 0.6, 0.95
#: Words for what was drawn: so many of them, then their number.
_NAMED = 2


@dataclass(frozen=True)
class _Doubted:
    """What is not known of a case: facts that nobody said, and whether its waves are remembered."""

    unknown_facts: tuple[UnknownFact, ...]
    remembered: bool

    @classmethod
    def of(cls, case: Case) -> _Doubted:
        said = case.water.usual_m is not None and not case.water.bins and not case.conditions.river
        return cls(unknown_facts(case), said)

    @property
    def words(self) -> str:
        """What is not known, as one says it: level, age and 5 more."""
        names = [one.word for one in self.unknown_facts] + ["waves"] * self.remembered + ["mass"]
        if len(names) > _NAMED + 1:
            return f"{', '.join(names[:_NAMED])} and {len(names) - _NAMED} more"
        return f"{', '.join(names[:-1])} and {names[-1]}" if names[1:] else names[0]


def _draws(count: int) -> Array:
    """Even draws of ``count`` unknowns, (DRAWS, count), 0-1, the same in every run."""
    from scipy.stats import qmc  # A second to load, and most verbs draw nothing.

    return np.asarray(qmc.Sobol(count, scramble=True, seed=7).random(DRAWS))


def _drawn(case: Case, doubted: _Doubted, draw: Array) -> Case | None:
    """The case as it may be. The first two of a draw are mass and waves, the others the unknowns."""
    said = {one.field: one.drawn(share) for one, share in zip(doubted.unknown_facts, draw[2:], strict=True)}
    facts = {field: value for field, value in said.items() if value is not None}
    facts["mass_kg"] = max(case.rider.mass_kg + _MASS_KG * (2 * draw[0] - 1), _LEAST_KG)
    other = case_if(case, facts)
    if other is None or not doubted.remembered:
        return other
    factor = float((1 + _WAVES) ** (2 * draw[1] - 1))
    conditions, _ = conditions_with_defaults(
        times(other.water, other.conditions, factor), case.rider.height_m
    )
    # Who said that one must dive there, or need not, said it of the break.
    return replace(other, conditions=replace(conditions, duck_dive_needed=other.conditions.duck_dive_needed))


def rank_stability(
    request: SizeRequest, case: Case, candidates: Candidates, best: Best
) -> tuple[RankStability, ...]:
    """For each board how often it is on top, and among the first three, over draws of what is not known: the
    facts that nobody said, each as often as it is heard; a level that was said and not seen; mass and waves
    as people remember them.

    Args:
        candidates: the boards that lead; those far behind need not be asked.
        best: what the reference boards reach in the case as said; it scales all boards alike.
    """
    first, three = np.zeros(len(candidates.boards)), np.zeros(len(candidates.boards))
    count, doubted = 0, _Doubted.of(case)
    for draw in _draws(2 + len(doubted.unknown_facts)):
        other = _drawn(case, doubted, draw)
        if other is None:
            continue
        fit = candidates.fit(other, request.target_l, best)
        order = np.argsort(-standing(request.surfer, candidates.boards, fit), kind="stable")
        if fit[order[0]] <= 0:
            continue
        count += 1
        first[order[0]] += 1
        three[order[:3]] += 1
    shares = zip(first / max(count, 1), three / max(count, 1), strict=True)
    return tuple(
        RankStability(
            index=i,
            on_top=float(on_top),
            in_three=float(in_three),
            says=_says(float(first[i]), count, doubted.words),
        )
        for i, (on_top, in_three) in enumerate(shares)
    )


def _says(first: float, count: int, words: str) -> str:
    if not count:
        return ""
    if first / count >= _CERTAIN:
        return f"Stays first. Not known: {words}."
    if first / count >= _STEADY:
        return f"Mostly first: {first:.0f} of {count} tries. Not known: {words}."
    return f"First in {first:.0f} of {count} tries. Not known: {words}."
