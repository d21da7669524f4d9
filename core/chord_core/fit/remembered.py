"""What is remembered of boards: what is liked about the present one, the best and the worst of a life.

None of it moves the fit: it is said, and the surfer decides (``docs/decisions/``).
"""

from __future__ import annotations

from collections.abc import Callable

import numpy as np

from chord_core.documents.answers import Remembered
from chord_core.documents.board import Board
from chord_core.fit.case import Case, Ridden
from chord_core.fit.feel import feel_of
from chord_core.hull.label import labelled_hulls
from chord_core.ride.chunks import Summary
from chord_core.ride.fins import fins_of
from chord_core.ride.works import riding_of
from chord_core.tables import table

#: Measures of what is liked; higher is better but for the turn radius.
_MEASURES: dict[str, Callable[[Summary, int], float]] = {
    "rides": lambda ridden, row: float(ridden.rides[row]),
    "sprint": lambda ridden, row: float(ridden.sprint_m_s[row]),
    "keep": lambda ridden, row: float(ridden.means["keep"][row] * 100) if "keep" in ridden.means else np.nan,
    "radius": lambda ridden, row: float(ridden.radius_m[row]),
    "hold": lambda ridden, row: float(ridden.hold_m_s[row]),
    "lean": lambda ridden, row: float(ridden.lean_deg[row]),
}
_LESS_IS_BETTER = ("radius",)


def _likes(now: Ridden, likes: tuple[str, ...], ridden: Summary, row: int) -> list[Remembered]:
    rules, said = table("heard"), []
    for like in likes:
        rule = rules["likes"][like]
        measure = _MEASURES[rule["measure"]]
        mine, theirs = measure(ridden, row), measure(now.ridden, 0)
        if not (np.isfinite(mine) and np.isfinite(theirs)) or theirs <= 0:
            continue
        change = mine / theirs - 1
        lost = change if rule["measure"] in _LESS_IS_BETTER else -change
        kept = lost < rules["given_up"]
        word = "kept" if kept else "given up"
        says = f"Liked {like}: {word}, {mine:.1f} {rule['unit']}, now {theirs:.1f}."
        said.append(Remembered(of=like, kept=kept, says=says))
    return said


def _close(case: Case, board: Board, of: str, other: Board) -> Remembered | None:
    boards = [other, board]
    riding = riding_of(labelled_hulls(boards), fins_of(boards), case.rider, case.spot, ranged=False)
    if feel_of(riding)[0].change >= table("heard")["close_in_feel"]:
        return None
    good = of == "best board"
    says = (
        "Close in feel to the best board ever."
        if good
        else "Close in feel to the worst one: ask what was wrong."
    )
    return Remembered(of=of, kept=good, says=says)


def remembered(case: Case, board: Board, ridden: Summary, row: int) -> tuple[Remembered, ...]:
    """What a board keeps or gives up of what is liked, and whether it is close to the best or worst ever.

    Args:
        board, ridden, row: the board, and where it stands in a fleet that was ridden in this case.
    """
    surfer = case.rider.surfer
    said = _likes(case.now, surfer.likes, ridden, row) if case.now else []
    for of, other in (("best board", surfer.best_board), ("worst board", surfer.worst_board)):
        close = _close(case, board, of, other) if other else None
        if close:
            said.append(close)
    return tuple(said)
