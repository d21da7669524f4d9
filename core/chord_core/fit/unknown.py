"""The next question: which fact that is only assumed would change the answer most, if one asked."""

from __future__ import annotations

from typing import Any

import numpy as np

from chord_core.documents.answers import NextQuestion
from chord_core.documents.requests import SizeRequest
from chord_core.fit.case import Case, case_with
from chord_core.fit.gates import a
from chord_core.fit.pile import Pile
from chord_core.fit.precedence import standing
from chord_core.tables import table

#: A question is worth asking when staying with today's board costs this much on the mean, in points of fit.
_WORTH_ASKING = 0.5


def _asked(case: Case) -> list[dict[str, Any]]:
    """The questions of the table whose fact is only assumed here."""
    assumed = {fact.field for fact in case.assumed}
    return [row for row in table("questions")["questions"] if row["field"] in assumed]


def _with(request: SizeRequest, field: str, value: object) -> Case | None:
    """The case as it would be if somebody answered."""
    if field.startswith("water."):
        name = field.removeprefix("water.")
        return case_with(request.surfer, request.water.model_copy(update={name: value}))
    return case_with(request.surfer.model_copy(update={field: value}), request.water)


def _other(family: str, than: str) -> str:
    return f"another {family}" if family == than else a(family)


def next_question(request: SizeRequest, case: Case, pile: Pile) -> NextQuestion | None:
    """The question whose answer most likely changes which board leads.

    For each fact in pencil every answer of the table is tried: what it costs, in points of fit, to have
    stayed with today's board. None where everything is known or no answer would change the board.

    Args:
        pile: the boards to choose from; a few dozen at most.
    """
    surfer, boards = request.surfer, pile.boards
    top = int(standing(surfer, boards, pile.fit(case, request.target_l)).argmax())
    found: list[tuple[float, float, dict[str, Any], str]] = []
    for row in _asked(case):
        costs, changes, becomes = [], 0, ""
        for value in row["answers"]:
            other = _with(request, row["field"], value)
            if other is None:
                continue
            fit = pile.fit(other, request.target_l)
            best = int(standing(surfer, boards, fit).argmax())
            costs.append(max(float(fit[best] - fit[top]), 0.0))
            if best != top:
                changes += 1
                becomes = becomes or _other(pile.boards[best].family, pile.boards[top].family)
        if changes and np.mean(costs) >= _WORTH_ASKING:
            found.append((float(np.mean(costs)), changes / len(row["answers"]), row, becomes))
    if not found:
        return None
    cost, share, row, becomes = max(found, key=lambda one: (one[0], one[1]))
    return NextQuestion(
        field=row["field"],
        asks=row["asks"],
        changes=share,
        costs=cost,
        says=f"{row['asks']} The answer may lead to {becomes} instead.",
    )
