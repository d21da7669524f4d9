"""The ``solve`` verb: the best board that could be ordered, in a shaper's fractions, any measure pinned."""

from __future__ import annotations

import itertools
from dataclasses import dataclass

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.verbs.size import Windows
from chord_core.documents.verbs.solve import SolveRequest, SolveResult
from chord_core.errors import ChordError
from chord_core.fit.answer.rank import judge_rack
from chord_core.fit.answer.size import Sized
from chord_core.fit.judge.case import Case, case_of
from chord_core.fit.rules.gates import closed_because
from chord_core.fit.search.best_boards import Found, Judge, expected_found, near
from chord_core.fit.search.options import (
    WORTH_A_BUILD,
    WORTH_IT,
    builds_for,
    setups_for,
    tails_for,
    with_build,
    with_setup,
    with_tail,
)
from chord_core.fit.search.shapes import boards_of
from chord_core.fit.search.windows import (
    FRACTION_M,
    held_in,
    measures_of,
    nearest_fractions,
    windows_of,
    with_measures,
)
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import IndexArray
from chord_core.line import write_line
from chord_core.surfer.defaults import missing_facts
from chord_core.tables import families

#: Steps of the search before and after tail, fins and build are settled, and boards a step.
_STEPS, _LAST, _EACH = (0.5, 0.3, 0.15), (0.25, 0.12), 48


@dataclass(frozen=True)
class Solved:
    """A board that was solved for a case, and its fit."""

    board: Board
    fit: float


def better(
    judge: Judge, found: Found, pinned: dict[str, float], base: Board | None, steps: tuple[float, ...]
) -> Found:
    """Go on from the best of a family with ever smaller steps; the strays are the same in every run."""
    for step in steps:
        shapes = near(found, _EACH, step, round(1000 * step))
        found = found.joined(judge.look(found.family, shapes, pinned, base))
    return found


def _best(found: Found, pinned: dict[str, float], base: Board | None) -> Board:
    return boards_of(found.family, found.shapes[int(found.fit.argmax())][None, :], pinned, base)[0]


def _dressed(judge: Judge, board: Board) -> Board:
    """The board with the tail, fin set-up and build that suit it best, its own where they are no worse."""
    family, rider = families()[board.family], judge.case.rider
    for names, made, worth in (
        (tails_for(family), with_tail, WORTH_IT),
        (setups_for(family, rider), with_setup, WORTH_IT),
        (builds_for(family), with_build, WORTH_A_BUILD),
    ):
        tried = [made(board, name) for name in names]
        fit = judge.fit([board, *tried])
        best = int(fit[1:].argmax())
        if fit[1 + best] > worth * fit[0]:
            board = tried[best]
    return board


def _inside(of: dict[str, float], windows: Windows | None) -> bool:
    if windows is None:
        return True
    spans = windows.model_dump()
    return all(spans[name][0] - 1e-9 <= value <= spans[name][1] + 1e-9 for name, value in of.items())


def rounded(judge: Judge, board: Board, pinned: dict[str, float], windows: Windows | None) -> Solved:
    """The best of the boards in whole fractions about this one; a pinned measure stays as it is.

    Length, width and thickness go either way, the rest to the nearest. The windows are not left."""
    exact = measures_of(board)
    near_by = nearest_fractions(exact)
    ways: list[list[tuple[str, float]]] = []
    for name in ("length_m", "width_m", "thickness_m"):
        step = FRACTION_M[name]
        both = {float(np.floor(exact[name] / step) * step), float(np.ceil(exact[name] / step) * step)}
        ways.append([(name, value) for value in sorted(both)])
    tried = [{**near_by, **dict(way), **pinned} for way in itertools.product(*ways)]
    kept = [of for of in tried if _inside(of, windows)] or tried
    boards = [with_measures(board, of) for of in kept]
    fit = judge.fit(boards)
    best = int(fit.argmax())
    return Solved(boards[best], float(fit[best]))


def named_by_line(board: Board) -> Board:
    """The board, called by its kind and its line with the litres that it holds."""
    litres = float(labelled_hulls([board]).litres[0])
    says = write_line(board.length_m, board.width_m, board.thickness_m, litres)
    return Board.model_validate(board.model_dump(exclude_unset=True) | {"name": f"{board.family}, {says}"})


def solve_in(sized: Sized, family: str | None, pinned: dict[str, float]) -> Solved | None:
    """The best board inside a family, else in the leading one; None where every family is behind a gate.

    Without pins the board lies inside the windows of its family."""
    judge = sized.judge
    if not family and not sized.found:
        return None
    lead = family or sized.found[0].family
    known = next((found for found in sized.found if found.family == lead), None)
    first = expected_found(judge, lead, _EACH, pinned) if pinned or known is None else known
    top = better(judge, first, pinned, None, _STEPS)
    board = _dressed(judge, _best(top, pinned, None))
    again = judge.look(top.family, top.shapes[_top(top)], pinned, board)
    last = better(judge, again, pinned, board, _LAST)
    windows = windows_of(known or last, sized.case.expected, sized.target_l) if not pinned else None
    return rounded(judge, _in_windows(_best(last, pinned, board), windows), pinned, windows)


def ready_in(sized: Sized) -> Solved | None:
    """The best board that the search for windows found in the leading family, with the tail, fins and build
    that suit it, in whole fractions; None where every family is behind a gate.

    It searches no further; its fit is within two points of what ``solve_in`` gives.
    """
    board = sized.best_board
    if board is None:
        return None
    lead = sized.found[0]
    windows = windows_of(lead, sized.case.expected, sized.target_l)
    return rounded(sized.judge, held_in(_dressed(sized.judge, board), windows), {}, windows)


def _top(found: Found) -> IndexArray:
    return np.argsort(-found.fit, kind="stable")[:_EACH]


def _in_windows(board: Board, windows: Windows | None) -> Board:
    return board if windows is None else held_in(board, windows)


def _checked(request: SolveRequest, case: Case) -> dict[str, float]:
    """The pinned measures, if a family that may be solved can have them.

    Raises:
        ChordError: the family is behind a gate.
    """
    if request.family:
        closed = closed_because(families()[request.family], case.rider, case.conditions)
        if closed:
            raise ChordError("family", request.family, f"nothing to solve: {closed}")
    pinned = request.pinned.model_dump(exclude_none=True) if request.pinned else {}
    return {name: float(value) for name, value in pinned.items()}


def solve(request: SolveRequest) -> SolveResult:
    """Solve the best board for a surfer and a water.

    Returns:
        The board in whole fractions with its fit, reasons and rides; or only ``missing`` while mass or rung
        is not known; ``not_yet`` where every family is behind a gate.

    Raises:
        ChordError: the family that was named is behind a gate.
    """
    case = case_of(request)
    if case is None:
        return SolveResult(missing=missing_facts(request.surfer))
    pinned = _checked(request, case)
    sized = Sized(case, request.target_l)
    solved = solve_in(sized, request.family, pinned)
    if solved is None:
        return SolveResult(not_yet="Not yet, not here: every family is behind a gate.")
    board = named_by_line(solved.board)
    rack = judge_rack(case, [board], labelled_hulls([board]), request.target_l)
    return SolveResult(board=board, fit=float(rack.fit[0]), ranked=rack.describe(0))
