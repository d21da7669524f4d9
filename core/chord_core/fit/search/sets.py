"""The best sets of boards for a budget, exactly: every set that could be the best is looked at."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.cancellation import check_cancelled
from chord_core.hull.stations import Array, BoolArray, IndexArray

#: Sets that are told apart at once: pairs of boards beside a first.
_AT_ONCE = 4000


@dataclass(frozen=True)
class Best:
    """A set of boards, by their places, and what it gives."""

    rows: tuple[int, ...]
    worth: float


def _better(found: Best | None, rows: tuple[int, ...], worth: float) -> Best | None:
    """The better of two sets; of equals the first in the order of the boards."""
    if found is None or worth > found.worth + 1e-12:
        return Best(rows, worth)
    return found


def _affordable(price: Array, budget: float | None) -> BoolArray:
    return np.ones(len(price), bool) if budget is None else price <= budget + 1e-9


def worth_of(gives: Array, rows: tuple[int, ...]) -> float:
    """What a set gives: on each kind of wave the best of its boards."""
    return float(gives[list(rows)].max(axis=0).sum())


def best_set(gives: Array, price: Array, size: int, budget: float | None) -> Best | None:
    """The set of ``size`` boards that gives most within the budget; None where none is within it.

    Boards that never can belong to a better set are left out first: those over the budget, and those that
    another gives at least as much as on every wave for no more money, if it is not alone in that.

    Args:
        gives: what each board gives in a year on each kind of wave, (n, m), 0 or more.
        price: of each board, (n,); what is owned costs nothing.
    """
    kept = np.flatnonzero(_affordable(price, budget))
    kept = kept[_undominated(gives[kept], price[kept], size)]
    if len(kept) < size:
        return None
    found: Best | None = None
    if size == 1:
        for row in kept:
            found = _better(found, (int(row),), worth_of(gives, (int(row),)))
        return found
    for at, first in enumerate(kept):
        check_cancelled()
        rest = kept[at + 1 :]
        if size == 2:
            found = _with(found, gives, price, (int(first),), rest, budget)
            continue
        for inner, second in enumerate(rest):
            if budget is None or price[first] + price[second] <= budget + 1e-9:
                found = _with(found, gives, price, (int(first), int(second)), rest[inner + 1 :], budget)
    return found


def _with(
    found: Best | None,
    gives: Array,
    price: Array,
    held: tuple[int, ...],
    rest: IndexArray,
    budget: float | None,
) -> Best | None:
    """The best set of those that are held and one more of the rest."""
    held_rows = list(held)
    if budget is not None:
        rest = rest[price[held_rows].sum() + price[rest] <= budget + 1e-9]
    if not len(rest):
        return found
    have = gives[held_rows].max(axis=0)
    worth = np.maximum(gives[rest], have).sum(axis=1)
    best = int(worth.argmax())
    return _better(found, (*held, int(rest[best])), float(worth[best]))


def _undominated(gives: Array, price: Array, size: int) -> IndexArray:
    """Places of the boards that fewer than ``size`` others outdo on every wave for no more money: with as
    many better ones there is no need of them. Of two that are alike the first is the better."""
    n = len(gives)
    keep = []
    for row in range(n):
        as_good = (gives >= gives[row]).all(axis=1) & (price <= price[row])
        more = (gives > gives[row]).any(axis=1) | (price < price[row]) | (np.arange(n) < row)
        if int((as_good & more).sum()) < size:
            keep.append(row)
    return np.array(keep, int)
