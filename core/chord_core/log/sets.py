"""Sets of fins that were each tried against one in the middle, read as one: which is best, in which waves."""

from __future__ import annotations

from collections.abc import Sequence

from chord_core.documents.board import Board
from chord_core.documents.verbs.trial import BestSet, SetsResult, TrialResult, Verdict
from chord_core.log.trial import BANDS, BEHAVIOURS, EITHER, fins_words


def set_names(boards: Sequence[Board]) -> list[str]:
    """What tells sets apart in a word: their flex where each has its own, else all that is known."""
    flexes = [board.fins.flex or "medium" for board in boards]
    return list(flexes) if len(set(flexes)) == len(flexes) else [fins_words(board.fins) for board in boards]


def _cell(middle: str, found: Sequence[tuple[str, Verdict]]) -> BestSet:
    better = [(one.steps[1], name, one) for name, one in found
              if one.decided and one.says != EITHER and one.steps[1] > 0]  # fmt: skip
    undecided = [(name, one) for name, one in found if not one.decided]
    if better:
        # Two that both beat the middle were not tried against each other: the one that did so by more.
        _, best, by = max(better, key=lambda row: row[:2])
        certainty = by.certainty
    elif undecided:
        best, certainty = "not decided", min(one.certainty for _, one in undecided)
    else:
        best = " or ".join([middle, *(name for name, one in found if one.says == EITHER)])
        certainty = min(one.certainty for _, one in found)
    needed = [one.pairs_needed for _, one in undecided if one.pairs_needed]
    return BestSet(
        water=found[0][1].water,
        behaviour=found[0][1].behaviour,
        best=best,
        decided=bool(better) or not undecided,
        certainty=certainty,
        open=tuple(name for name, _ in undecided),
        pairs=min(one.pairs for _, one in found),
        pairs_needed=max(needed) if needed else None,
    )


def _headline(cells: Sequence[BestSet], middle: str) -> str:
    parts = []
    for water in BANDS:
        names = [one.best for one in cells if one.water == water and one.decided]
        only = list(dict.fromkeys(name for name in names if " or " not in name))
        if only:
            parts.append(f"{water} {' and '.join(only)}")
        elif names:
            parts.append(f"{water} it makes no difference")
    if not parts:
        return "No set is better in any waves yet."
    text = "; ".join(parts) + "."
    return (
        f"Best: {text}"
        if any(middle != one.best for one in cells if one.decided)
        else (f"Stay with {middle}: {text}")
    )


def best_of_sets(names: Sequence[str], middle: str, results: Sequence[TrialResult]) -> SetsResult:
    """Read trials against one middle set as one.

    Args:
        names: of the sets that were tried, one to each result.
        middle: name of the set that all were tried against.
        results: answers of ``trial``.
    """
    cells = []
    for water in BANDS:
        for behaviour in BEHAVIOURS:
            found = [
                (name, one)
                for name, result in zip(names, results, strict=True)
                for one in result.verdicts
                if (one.water, one.behaviour) == (water, behaviour)
            ]
            # A set that was not ridden in such waves is not judged there, and neither is who is best.
            if len(found) == len(results):
                cells.append(_cell(middle, found))
    return SetsResult(says=_headline(cells, middle), cells=tuple(cells))
