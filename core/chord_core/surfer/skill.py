"""The ladder: the rung that plain observations give, with the evidence, so that nobody judges themselves."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from chord_core.tables import rungs, tables

#: Share of a rung's own observations, and of all up to it, that must be seen.
_OWN, _UP_TO = 0.5, 0.75


@dataclass(frozen=True)
class Seen:
    """A rung as observed, and the sentence that says on what it stands."""

    rung: str
    says: str


def _share(answers: list[bool]) -> float:
    return sum(answers) / len(answers)


def rung_from_skills(skills: Mapping[str, bool]) -> Seen | None:
    """The highest rung that the observations bear out; None when nothing was asked.

    A rung is reached when at least half of its own observations that were asked are seen, and three quarters
    of all that were asked up to it. Where not even the first is reached it is the starter's.
    """
    asked = [row for row in tables().rungs.skills if row.name in skills]
    if not asked:
        return None
    reached, below = next(iter(rungs())), list[bool]()
    for name in rungs():
        own = [skills[row.name] for row in asked if row.rung == name]
        below += own
        if own and _share(own) >= _OWN and _share(below) >= _UP_TO:
            reached = name
    seen = [row.says for row in asked if skills[row.name] and row.rung == reached]
    not_seen = [row.says for row in asked if not skills[row.name]]
    says = seen[-1] if seen else "nothing seen yet"
    return Seen(reached, f"{says}; not yet: {not_seen[0]}" if not_seen else says)
