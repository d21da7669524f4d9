"""Pinned measures: what the rest should be when an advisor overrules one, and what that costs."""

from __future__ import annotations

from collections.abc import Mapping

from chord_core.documents.verbs.size import Windows
from chord_core.documents.verbs.solve import Pinned, PinnedSize
from chord_core.errors import ChordError
from chord_core.fit.answer.size import Sized
from chord_core.fit.answer.solve import better, rounded
from chord_core.fit.rules.gates import closed_because
from chord_core.fit.search.best_boards import Found, expected_found
from chord_core.fit.search.shapes import boards_of
from chord_core.fit.search.windows import windows_of
from chord_core.tables import families

#: Steps of the search with pins: as far as the windows' own search goes in the leading family.
_STEPS = (0.6, 0.5)
#: Shapes that are tried first.
_FIRST = 32
#: Points of fit under which a pin is said to cost nothing.
_NOTHING = 1.0
#: What is said of a pinned measure.
_WORDS = {
    "length_m": "length",
    "width_m": "width",
    "thickness_m": "thickness",
    "nose_width_m": "nose",
    "tail_width_m": "tail",
    "nose_rocker_m": "nose rocker",
    "tail_rocker_m": "tail rocker",
}


def _says(pinned: Mapping[str, float], fit: float, free: float) -> str:
    what = " and ".join(_WORDS[name] for name in pinned)
    lost = free - fit
    if lost < _NOTHING:
        return f"The {what} pinned costs nothing: the rest makes up for it."
    return f"The {what} pinned costs {lost:.0f} points of fit: {fit:.0f} instead of {free:.0f}."


def _free(sized: Sized, family: str) -> float | None:
    return next((found.best for found in sized.found if found.family == family), None)


def pinned_size(sized: Sized, family: str, pins: Pinned) -> PinnedSize:
    """Search one family again with measures pinned.

    Args:
        sized: the case, searched already where it was.
        family: an open family.
        pins: measures [m] that stay as they are; one at least.

    Raises:
        ChordError: nothing is pinned, or the family is behind a gate.
    """
    pinned = {name: float(value) for name, value in pins.model_dump(exclude_none=True).items()}
    if not pinned:
        raise ChordError("pinned", None, "pin one measure at least")
    closed = closed_because(families()[family], sized.case.rider, sized.case.conditions)
    if closed:
        raise ChordError("pinned.family", family, f"nothing to pin: {closed}")
    found = _searched(sized, family, pinned)
    board = boards_of(family, found.shapes[int(found.fit.argmax())][None, :], pinned)[0]
    solved = rounded(sized.judge, board, pinned, None)
    free = _free(sized, family)
    if free is None:
        free = _searched(sized, family, {}).best
    windows = windows_of(found, sized.case.expected, sized.target_l).model_dump() | {
        name: (value, value) for name, value in pinned.items()
    }
    best = max(found.best, solved.fit)
    return PinnedSize(
        family=family,
        pinned=pinned,
        windows=Windows.model_validate(windows),
        board=solved.board,
        fit=best,
        free_fit=max(free, best),
        says=_says(pinned, best, max(free, best)),
    )


def _searched(sized: Sized, family: str, pinned: dict[str, float]) -> Found:
    first = expected_found(sized.judge, family, _FIRST, pinned)
    return better(sized.judge, first, pinned, None, _STEPS)
