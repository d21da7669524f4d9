"""What is not known of a surfer and a water, what it may turn out to be, and which of it to ask next."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from chord_core.documents.verbs.rank import NextQuestion
from chord_core.documents.verbs.size import SizeRequest
from chord_core.fit.judge.candidates import Candidates
from chord_core.fit.judge.case import OF_WATER, Case, case_like
from chord_core.fit.judge.factors import Best
from chord_core.fit.rules.gates import a
from chord_core.fit.rules.precedence import standing
from chord_core.tables import rungs, tables

#: A question is worth asking when staying with today's board costs so much on the mean over its answers, each
#: as often as it is heard, in points of fit.
_WORTH_ASKING = 0.3
#: A level that was only said, not seen, may be another; wind makes chop, which is what is assumed.
_LEVEL, _WIND = "rung", "water.wind"
_OF_WIND = "water.chop_m"

Value = object


@dataclass(frozen=True)
class UnknownFact:
    """A fact that nobody said: ``field`` of the surfer, or of the water after ``water.``; a word for it; how
    to ask; what it may turn out to be, with the share of surfers of whom it does. Of the rest of them what is
    assumed holds."""

    field: str
    word: str
    asks: str
    answers: tuple[tuple[Value, float], ...]

    def drawn(self, share: float) -> Value | None:
        """The answer at a share of all surfers, 0-1; None where what is assumed holds."""
        for value, likely in self.answers:
            if share < likely:
                return value
            share -= likely
        return None


def _levels(case: Case, steps: Sequence[tuple[Value, float]]) -> tuple[tuple[Value, float], ...]:
    """The levels beside the one that was said."""
    ladder, at = list(rungs()), case.rider.rung.step
    beside = [(at + step, likely) for step, likely in steps if isinstance(step, int)]
    return tuple((ladder[one], likely) for one, likely in beside if 0 <= one < len(ladder))


#: Facts from which power is guessed.
_OF_POWER = {"fitness", "sessions_month"}


def unknown_facts(case: Case) -> tuple[UnknownFact, ...]:
    """The facts of the table of questions that were not said here, in its order."""
    assumed = {fact.field for fact in case.assumed} - {_LEVEL}
    if not case.rider.surfer.skills:
        assumed.add(_LEVEL)
    if _OF_WIND in assumed and case.water.wind is None:
        assumed.add(_WIND)
    if case.rider.learned.sessions >= tables().log.learn.known_from:
        # How they paddle and what they catch is known from the water: what that was guessed from is no doubt.
        assumed -= _OF_POWER
    found = []
    for row in tables().questions.questions:
        if row.field not in assumed:
            continue
        answers: tuple[tuple[Value, float], ...] = tuple((one.value, one.likely) for one in row.answers)
        if row.field == _LEVEL:
            answers = _levels(case, answers)
        found.append(UnknownFact(row.field, row.word, row.asks, answers))
    return tuple(found)


def case_if(case: Case, said: Mapping[str, Value]) -> Case | None:
    """The case as it would be if these facts were said, by field; a height that was not said stays as it was
    taken, whatever else is."""
    surfer = {"height_m": case.rider.height_m} | {n: v for n, v in said.items() if not n.startswith(OF_WATER)}
    water = {n.removeprefix(OF_WATER): v for n, v in said.items() if n.startswith(OF_WATER)}
    said_water = case.water.model_copy(update=water) if water else case.water
    return case_like(case, case.rider.surfer.model_copy(update=surfer), said_water)


def _other(family: str, than: str) -> str:
    return f"another {family}" if family == than else a(family)


@dataclass(frozen=True)
class _Asked:
    """A question, what staying with today's board costs on the mean in points of fit, in which share of the
    answers another one leads, and the first of these."""

    unknown: UnknownFact
    costs: float
    changes: float
    becomes: str


def _ask(
    request: SizeRequest, case: Case, candidates: Candidates, best: Best, top: int, unknown: UnknownFact
) -> _Asked:
    costs, changes, becomes = 0.0, 0, ""
    for value, likely in unknown.answers:
        other = case_if(case, {unknown.field: value})
        if other is None:
            continue
        fit = candidates.fit(other, request.target_l, best)
        leads = int(standing(other.rider.surfer, candidates.boards, fit).argmax())
        costs += likely * max(float(fit[leads] - fit[top]), 0.0)
        if leads != top:
            changes += 1
            becomes = becomes or _other(candidates.boards[leads].family, candidates.boards[top].family)
    return _Asked(unknown, costs, changes / max(len(unknown.answers), 1), becomes)


def next_question(
    request: SizeRequest, case: Case, candidates: Candidates, best: Best
) -> NextQuestion | None:
    """The question whose answer is worth most: of each fact that was not said every answer is tried, and what
    it costs, in points of fit, to have stayed with today's board, as often as that answer is heard.

    None where everything is known or no answer would change the board.

    Args:
        candidates: the boards to choose from; a few dozen at most.
        best: what the reference boards reach in the case as said; it scales all boards alike.
    """
    fit = candidates.fit(case, request.target_l, best)
    top = int(standing(request.surfer, candidates.boards, fit).argmax())
    asked = [_ask(request, case, candidates, best, top, unknown) for unknown in unknown_facts(case)]
    worth = [one for one in asked if one.becomes and one.costs >= _WORTH_ASKING]
    most = max(worth, key=lambda one: (one.costs, one.changes), default=None)
    if most is None:
        return None
    asks = most.unknown.asks
    return NextQuestion(
        field=most.unknown.field,
        asks=asks,
        changes=most.changes,
        costs=float(np.round(most.costs, 6)),
        says=f"{asks} The answer may lead to {most.becomes} instead.",
    )
