"""What is said of the way ahead: the next step in a sentence, with its band; never a promise."""

from __future__ import annotations

from chord_core.documents.verbs.plan import PlanMonth, PlanResult
from chord_core.fit.rules.gates import a

#: Said with every plan.
PAUSES = (
    "During pregnancy, injury or a long break the plan waits; when to go back is for a doctor to say. "
    "Who comes back begins with more litres."
)
#: Steps of litres that are worth speaking of, in words.
_STEPS = (
    (0.07, "about the same size"),
    (0.13, "a tenth less"),
    (0.18, "a sixth less"),
    (0.23, "a fifth less"),
)


def months_say(low: int | None, middle: int | None, high: int | None, ahead: int) -> str:
    """Months with their band: about 14 months, 9 to 20."""
    if middle is None:
        return f"longer than {ahead} months" if low is None else f"{low} months or more"
    end = f"more than {ahead}" if high is None else str(high)
    return f"about {middle} months" if low == high == middle else f"about {middle} months, {low} to {end}"


def _then(month: PlanMonth, family: str, litres: float) -> str:
    """How much less or more one rides then, of which kind.

    Args:
        family, litres: of what is ridden until then.
    """
    share = 1 - sum(month.litres) / 2 / litres
    if share < -_STEPS[0][0]:
        size = "a larger one"
    else:
        size = next((says for most, says in _STEPS if share < most), f"about {share:.0%} less")
    return size if month.family == family else f"{size}, {a(month.family)}"


def plan_says(found: PlanResult) -> str:
    """This one for so long, then that."""
    says = _said(found)
    return f"{says[0].upper()}{says[1:]}"


def _said(found: PlanResult) -> str:
    ahead, now = found.months[-1].month, found.months[0]
    board = next((one for one in found.until if one.serves), None)
    if board is not None:
        span = months_say(board.low_months, board.months, board.high_months, ahead)
        if board.months is None:
            return f"{board.name} serves {span}."
        return (
            f"{board.name} for {span}, then {_then(found.months[board.months], board.family, board.litres)}."
        )
    change = next((one for one in found.months if one.rung != now.rung or one.family != now.family), None)
    if change is None:
        return f"{a(now.family).capitalize()} of this size for the next {ahead} months."
    then = _then(change, now.family, sum(now.litres) / 2)
    return f"This size for about {change.month} months, then {then}."
