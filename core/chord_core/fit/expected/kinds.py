"""How probable it is that an advisor puts a kind of board first: log-odds, linear in the facts.

A kind's score is that of its class (soft, middle, long, short) and its own inside of the class; the shares
are the softmax of the scores (multinomial logistic regression). Craft and water leave some kinds out.
"""

from __future__ import annotations

from collections import defaultdict

import numpy as np

from chord_core.fit.expected.facts import Facts, facts_of, said
from chord_core.hull.stations import Array
from chord_core.surfer.defaults import Rider
from chord_core.tables import Family, families, kept_by_tables, rungs, tables
from chord_core.water.conditions import Conditions

#: Facts that are said of a kind that is not expected: so many at most, and from this log-odds on.
_SAID_MOST, _SAID_FROM = 2, 0.35


def of_this_craft(family: Family, craft: str, river: bool) -> bool:
    """Whether a kind belongs to the craft and the water at all."""
    if (family.board_class == "stand-up") != (craft == "stand_up"):
        return False
    return craft == "stand_up" or (family.board_class == "river") == river


def own_facts(rider: Rider, family: str) -> Facts:
    """Facts that are about this very kind."""
    board, wish = rider.surfer.present_board, rider.surfer.wish == family
    early = rider.rung.step < rungs()["linking"].step
    values = {
        "rides this kind": float(board is not None and board.family == family),
        "wishes for this kind": float(wish),
        "wishes for this kind early": float(wish and early),
    }
    return {name: value for name, value in values.items() if value}


@kept_by_tables(64)
def _weights(kind: str) -> Facts:
    """What one of each fact adds to a kind's score, for its class and for itself; of the others nothing."""
    rows, board_class = tables().expected_kinds, families()[kind].board_class
    found = {name: row.of(board_class) for name, row in rows.classes.items()}
    for name, row in rows.kinds.items():
        found[name] = found.get(name, 0.0) + row.kinds.get(kind, 0.0)
    return {name: weight for name, weight in found.items() if weight}


def parts(rider: Rider, facts: Facts, family: Family) -> Facts:
    """What each fact adds to a kind's score, in log-odds.

    Args:
        facts: ``facts_of`` the rider in the water.
    """
    rows, weights = tables().expected_kinds, _weights(family.name)
    found: Facts = {"": float(rows.kinds_usual[family.name])}
    found |= {name: weights[name] * value for name, value in facts.items() if name in weights}
    for name, value in own_facts(rider, family.name).items():
        found[name] = float(rows.own[name].value) * value
    return found


def log_shares(rider: Rider, conditions: Conditions) -> dict[str, float]:
    """Natural log of the share of advisors who would put each kind first, by kind; kinds of another craft or
    water are left out."""
    open_ = [f for f in families().values() if of_this_craft(f, rider.craft, conditions.river)]
    facts = facts_of(rider, conditions)
    scores: Array = np.array([sum(parts(rider, facts, family).values()) for family in open_])
    logs = scores - scores.max()
    logs -= np.log(np.exp(logs).sum())
    return {family.name: float(log) for family, log in zip(open_, logs, strict=True)}


def class_first(logs: dict[str, float]) -> dict[str, float]:
    """Log shares of kinds with the class before the kind: each class at its whole share, its kinds under the
    best of them. Kinds that share a class's votes do not lose to another class that has only one."""
    kinds, of_class = families(), defaultdict(list)
    for name, log in logs.items():
        of_class[kinds[name].board_class].append(log)
    gain = {one: float(np.logaddexp.reduce(each)) - max(each) for one, each in of_class.items()}
    return {name: log + gain[kinds[name].board_class] for name, log in logs.items()}


def speaks_for(rider: Rider, conditions: Conditions, family: str, other: str) -> tuple[str, ...]:
    """The facts that most put one kind before another, as clauses about the surfer."""
    facts = facts_of(rider, conditions)
    mine, theirs = (parts(rider, facts, families()[name]) for name in (family, other))
    gain = {name: mine.get(name, 0.0) - theirs.get(name, 0.0) for name in {*mine, *theirs} - {""}}
    words: list[str] = []
    for name in sorted(gain, key=lambda one: -gain[one]):
        clause = said(name, rider, conditions)
        if gain[name] < _SAID_FROM or len(words) == _SAID_MOST:
            break
        if clause and clause not in words:
            words.append(clause)
    return tuple(words)
