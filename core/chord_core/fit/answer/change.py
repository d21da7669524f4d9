"""The ``change`` verb: the smallest change of one thing that makes a board right for somebody."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import replace
from functools import partial

import numpy as np

from chord_core import spoken
from chord_core.documents.board import Board
from chord_core.documents.surfer import Surfer
from chord_core.documents.verbs.change import Change, ChangeRequest, ChangeResult
from chord_core.fit.judge.candidates import fit_in
from chord_core.fit.judge.case import Case, case_of, case_with, times
from chord_core.fit.search.step import scaled
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import Array
from chord_core.ride.fins import setup_of
from chord_core.surfer.defaults import missing_facts
from chord_core.tables import tables
from chord_core.water.conditions import conditions_with_defaults

#: Litres up to a third either way, in steps of two in a hundred; sessions a month; faces up to double or
#: half.
_SCALES = np.exp(np.linspace(-0.30, 0.30, 31) / 3)
_SESSIONS = (6, 8, 10, 12, 16, 20)
_FACES = np.exp(np.linspace(-0.70, 0.70, 29))


def right_from() -> float:
    """The fit from which a board is right, 0-100: nearly as good as the best of the reference boards."""
    return 100 * tables().fit.near_best


#: What is changed of the fins, and how it is said.
_FinChange = tuple[dict[str, str | float | tuple[()]], str]


def fin_trials(board: Board) -> list[tuple[Board, str]]:
    """The board with other fins of its own set-up: size, flex, place; one thing at a time, then two. The
    words say what was changed."""
    own = board.fins
    size, flex = own.size or "M", own.flex or "medium"
    sizes = [name for name in tables().fins.sizes if name != size]
    flexes = [name for name in tables().fins.flex if name != flex]
    places = (-0.02, -0.01, 0.01, 0.02)

    def place_says(moved: float) -> str:
        return f"{spoken.span(abs(moved))} {'forward' if moved > 0 else 'back'}"

    # Another size is another set: what is known of these fins by measure is not true of it.
    single: list[_FinChange] = [({"size": name, "groups": ()}, f"size {name}") for name in sizes]
    single += [({"flex": name}, f"{name} fins") for name in flexes]
    single += [({"position_m": moved}, f"fins {place_says(moved)}") for moved in places]
    double: list[_FinChange] = [
        ({"size": a, "flex": b, "groups": ()}, f"size {a}, {b}") for a in sizes for b in flexes
    ]
    return [
        (board.model_copy(update={"fins": own.model_copy(update={"setup": setup_of(board), **change})}), says)
        for change, says in (*single, *double)
    ]


def _nearest(fit: Array, far: Array) -> int | None:
    """The least change among those that are right."""
    right = np.flatnonzero(fit >= right_from())
    return None if not len(right) else int(right[np.argmin(far[right])])


def _litres(case: Case, request: ChangeRequest) -> Change | None:
    boards = [scaled(request.board, float(scale)) for scale in _SCALES]
    fit = fit_in(case, request.target_l, boards)
    best = _nearest(fit, np.abs(np.log(_SCALES)))
    if best is None:
        return None
    was, becomes = (float(v) for v in labelled_hulls([request.board, boards[best]]).litres)
    more = becomes - was
    says = (
        f"The same board with {abs(more):.1f} L {'more' if more > 0 else 'less'}, all dims by the same share."
    )
    return Change(
        thing="litres", was=f"{was:.1f} L", becomes=f"{becomes:.1f} L", fit=float(fit[best]), says=says
    )


def _fins(case: Case, request: ChangeRequest) -> Change | None:
    trials = fin_trials(request.board)
    fit = fit_in(case, request.target_l, [board for board, _ in trials])
    best = _nearest(fit, np.arange(len(trials), dtype=float))
    if best is None:
        return None
    own, says = request.board.fins, trials[best][1]
    was = f"{setup_of(request.board)}, {own.size or 'M'}, {own.flex or 'medium'}"
    return Change(thing="fins", was=was, becomes=says, fit=float(fit[best]), says=f"Other fins: {says}.")


def _first_right(
    cases: Iterable[tuple[float, Callable[[], Case | None]]], request: ChangeRequest
) -> tuple[float, float] | None:
    """The first of some cases, smallest change first, in which the board is right, and its fit."""
    for value, made in cases:
        case = made()
        if case is None:
            continue
        fit = float(fit_in(case, request.target_l, [request.board])[0])
        if fit >= right_from():
            return value, fit
    return None


def _practice(case: Case, request: ChangeRequest) -> Change | None:
    now = case.rider.sessions_month

    def with_sessions(count: int) -> Case | None:
        facts: Surfer = request.surfer.model_copy(update={"sessions_month": float(count)})
        return case_with(facts, request.water)

    rows = [(float(n), partial(with_sessions, n)) for n in _SESSIONS if n > now]
    found = _first_right(rows, request)
    if found is None:
        return None
    says = f"With {found[0]:.0f} sessions a month instead of {now:g}."
    return Change(
        thing="practice", was=f"{now:g} a month", becomes=f"{found[0]:.0f} a month", fit=found[1], says=says
    )


def _break(case: Case, request: ChangeRequest) -> Change | None:
    if case.conditions.river:
        return None
    now = case.conditions.days.usual_m

    def at(factor: float) -> Case:
        conditions, _ = conditions_with_defaults(
            times(request.water, case.conditions, factor), case.rider.height_m
        )
        return replace(case, conditions=conditions)

    order = sorted(_FACES, key=lambda factor: abs(np.log(factor)))
    found = _first_right([(float(f), partial(at, float(f))) for f in order], request)
    if found is None:
        return None
    face = found[0] * now
    says = f"At a break with a usual face of {spoken.face(face)} instead of {spoken.face(now)}."
    return Change(thing="break", was=f"{now:.1f} m", becomes=f"{face:.1f} m", fit=found[1], says=says)


def change(request: ChangeRequest) -> ChangeResult:
    """Find the smallest change of one thing that makes a board right for a surfer and a water.

    Returns:
        For litres, fins, practice and break the smallest change that lifts the fit to ``right_from``, where
        one does; none where it is right as it is; or only ``missing`` while mass or rung is not known.
    """
    case = case_of(request)
    if case is None:
        return ChangeResult(missing=missing_facts(request.surfer))
    fit = float(fit_in(case, request.target_l, [request.board])[0])
    if fit >= right_from():
        return ChangeResult(fit=fit, right=right_from(), says="It is right as it is.")
    found = [made(case, request) for made in (_litres, _fins, _practice, _break)]
    changes = tuple(one for one in found if one)
    says = changes[0].says if changes else "No single change makes it right: look at another board."
    return ChangeResult(fit=fit, right=right_from(), changes=changes, says=says)
