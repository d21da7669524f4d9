"""Boards that are ordered: whether to wait for one, the card for the shaper, the arrival."""

from __future__ import annotations

import numpy as np

from chord_core import spoken
from chord_core.documents.board import Board
from chord_core.documents.order import (
    Arrival,
    BlankChoice,
    Deviation,
    OrderCard,
    OrderedFins,
    OrderedFor,
    OrderedMeasure,
    Verdict,
    Worth,
)
from chord_core.documents.surfer import Surfer
from chord_core.documents.verbs.compare import CompareRequest
from chord_core.documents.water import Water
from chord_core.fit.answer.compare import compare
from chord_core.fit.answer.rank import judge_rack
from chord_core.fit.answer.size import Sized
from chord_core.fit.judge.case import Case, case_with
from chord_core.fit.rules.waiting import is_worth, wait_for
from chord_core.fit.search.shapes import PINNED
from chord_core.fit.search.windows import with_measures
from chord_core.hull.blanks import blank_for
from chord_core.hull.describe import dims_of
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import SHARE
from chord_core.ride.fins import groups_in, setup_of
from chord_core.tables import families, tables
from chord_core.units import FOOT_M

#: Measures by which a hull says them.
_BY_HULL = {
    "length_m": "length", "width_m": "width", "thickness_m": "thickness", "nose_width_m": "nose_width",
    "tail_width_m": "tail_width", "nose_rocker_m": "nose_rocker", "tail_rocker_m": "tail_rocker",
}  # fmt: skip


def every_measure(board: Board) -> dict[str, float]:
    """The measures of an order as a board has them [m], those that it does not say as its hull draws them."""
    fleet = labelled_hulls([board]).fleet
    return {name: float(getattr(fleet, _BY_HULL[name])[0]) for name in PINNED}


def _fits(case: Case, boards: list[Board]) -> list[float]:
    judged = judge_rack(case, boards, labelled_hulls(boards), None)
    return [float(fit) for fit in judged.fit]


def _measures(board: Board, pinned: tuple[str, ...], case: Case | None) -> tuple[OrderedMeasure, ...]:
    """Each measure with what a slip either way costs, the rest as it is: the litres move with it."""
    rules, own = tables().orders, every_measure(board)
    bare = board.model_copy(update={"stated_litres": None, "stations": ()})
    moved = [
        with_measures(bare, own | {name: own[name] + way * rules.slips_m[name]})
        for name in PINNED
        for way in (-1, 1)
    ]
    fits = _fits(case, [with_measures(bare, own), *moved]) if case else []
    made = []
    for i, name in enumerate(PINNED):
        costs = [max(fits[0] - fits[1 + 2 * i + way], 0.0) if fits else None for way in (0, 1)]
        made.append(
            OrderedMeasure(
                measure=name,
                value_m=own[name],
                pinned=name in pinned,
                slip_m=rules.slips_m[name],
                tolerance_m=rules.tolerances_m[name],
                less=costs[0],
                more=costs[1],
            )
        )
    return tuple(made)


def _ordered_for(surfer: Surfer, waves: str) -> OrderedFor:
    present = surfer.present_board
    return OrderedFor(
        mass_kg=surfer.mass_kg,
        height_m=surfer.height_m,
        age=surfer.age,
        rung=surfer.rung,
        stance=surfer.stance,
        sessions_month=surfer.sessions_month,
        waves=waves,
        present=dims_of(present) if present else None,
        present_litres=float(labelled_hulls([present]).litres[0]) if present else None,
        likes=surfer.likes,
        complaints=surfer.complaints,
    )


def _blank(board: Board) -> BlankChoice | None:
    found = blank_for(board)
    return None if found is None else BlankChoice(name=found.name, planed_m=found.planed_m, cut_l=found.cut_l)


def order_card(
    board: Board,
    pinned: tuple[str, ...] = (),
    surfer: Surfer | None = None,
    water: Water | None = None,
    named: bool = False,
) -> OrderCard:
    """The card of an order: every measure said, those that must not change, and what the others cost.

    Args:
        pinned: names of measures that must not change.
        surfer: for whom the costs are reckoned; without mass or level there are none.
        named: the surfer consents that the shaper reads who it is for.
    """
    case = case_with(surfer, water or Water()) if surfer else None
    hull = labelled_hulls([board])
    fleet, along = hull.fleet, SHARE * board.length_m
    family = families()[board.family]
    moved = board.fins.position_m or 0.0

    def rocker(place: float) -> float:
        return float(np.interp(place, along, hull.rocker[0]))

    thirds = hull.thirds_m3[0] * 1e3
    return OrderCard(
        board=board,
        line=dims_of(board),
        litres=float(hull.litres[0]),
        thirds_l=(float(thirds[0]), float(thirds[1]), float(thirds[2])),
        mass_kg=float(hull.mass_kg[0]),
        nose_thickness_m=float(fleet.nose_thickness[0]),
        tail_thickness_m=float(fleet.tail_thickness[0]),
        entry_rocker_m=rocker(board.length_m - FOOT_M),
        exit_rocker_m=rocker(FOOT_M),
        wide_point_m=float(fleet.wide_point[0]),
        edge_from_tail_m=float(fleet.edge[0]),
        tail_shape=board.outline.tail_shape or family.tail_shape,
        bottom=board.bottom,
        setup=setup_of(board),
        fins=tuple(
            OrderedFins(count=count, from_tail_m=place + moved, area_m2=area, depth_m=depth)
            for count, place, area, depth in groups_in(board)
        ),
        build=board.build or family.build,
        measures=_measures(board, pinned, case),
        blank=_blank(board),
        ordered_for=_ordered_for(surfer, waves_say(case, water)) if surfer and named else None,
    )


def waves_say(case: Case | None, water: Water | None) -> str:
    """The water of an order in words: where, and how high its usual face is."""
    where = water.name if water and water.name else ""
    if case is None:
        return where
    bins = case.conditions.bins
    usual = spoken.face(float(bins.face_m @ bins.weight))
    return ", ".join(part for part in (where, f"usual face {usual}", case.conditions.steepness) if part)


def _deviations(ordered: Board, arrived: Board) -> tuple[Deviation, ...]:
    rules, first, other = tables().orders, every_measure(ordered), every_measure(arrived)
    made = [
        Deviation(
            measure=name,
            unit="m",
            ordered=first[name],
            arrived=other[name],
            tolerance=rules.tolerances_m[name],
            within=abs(other[name] - first[name]) <= rules.tolerances_m[name] + 1e-9,
        )
        for name in PINNED
    ]
    litres = [float(labelled_hulls([board]).litres[0]) for board in (ordered, arrived)]
    room = rules.litres_tolerance * litres[0]
    within = abs(litres[1] - litres[0]) <= room + 1e-9
    made.append(
        Deviation(
            measure="litres", unit="L", ordered=litres[0], arrived=litres[1], tolerance=room, within=within
        )
    )
    return tuple(made)


def _verdict(deviations: tuple[Deviation, ...], fits: list[float]) -> tuple[Verdict, str]:
    off = [one for one in deviations if not one.within]
    if not off:
        return "accept", "Every measure is within its tolerance."
    what = f"{len(off)} of {len(deviations)} measures are off"
    if not fits:
        return "talk", f"{what}: talk to the shaper."
    lost = fits[0] - fits[1]
    if fits[1] >= tables().fit.near_best * fits[0]:
        return "talk", f"{what}, and it fits as well as what was ordered: talk, then take it."
    return "refuse", f"{what}, and it costs {lost:.0f} points of fit: this is another board."


def arrival(
    ordered: Board, arrived: Board, surfer: Surfer | None = None, water: Water | None = None
) -> Arrival:
    """A board that came against its order.

    Args:
        arrived: as it was measured.
        surfer: under whom the differences are judged; without mass or level only the measures are.
    """
    case = case_with(surfer, water or Water()) if surfer else None
    deviations = _deviations(ordered, arrived)
    fits = _fits(case, [ordered, arrived]) if case else []
    verdict, says = _verdict(deviations, fits)
    request = CompareRequest(
        boards=(ordered, arrived), surfer=surfer if case else None, water=water or Water()
    )
    return Arrival(
        deviations=deviations,
        compared=compare(request),
        ordered_fit=fits[0] if fits else None,
        arrived_fit=fits[1] if fits else None,
        verdict=verdict,
        says=says,
    )


def worth_waiting(
    sized: Sized,
    board: Board,
    wall: Board | None,
    weeks: tuple[float, float, float] | None = None,
) -> Worth:
    """Whether a board that could be ordered is worth its wait.

    Args:
        wall: the best board that hangs here; None where none is open.
        weeks: soon, usual and late, of the shop's own past orders; else the table's.
    """
    case, rules = sized.case, tables().orders.wait_weeks
    present = case.rider.surfer.present_board
    boards = [board, *([wall] if wall else []), *([present] if present else [])]
    rack = judge_rack(case, boards, labelled_hulls(boards), sized.target_l)
    fits = [float(fit) for fit in rack.fit]
    rides = [None if np.isnan(value) else float(value) for value in rack.ridden.rides]
    fit, wall_fit = fits[0], fits[1] if wall else 0.0
    soon = weeks or (rules.soon, rules.usual, rules.late)
    often = case.rider.sessions_month
    wait = wait_for(fit, wall_fit, fits[-1] if present else 0.0, soon[1], often)
    worth = is_worth(wait, fit, wall_fit, often)
    return Worth(
        fit=fit,
        rides=rides[0],
        wall_fit=wall_fit if wall else None,
        wall_rides=rides[1] if wall else None,
        weeks=soon,
        missed_sessions=wait.sessions,
        made_good_after=wait.made_good_after,
        worth=worth,
        says=_worth_says(fit, wall_fit if wall else None, wait.sessions, wait.made_good_after, worth, soon),
    )


def _worth_says(
    fit: float,
    wall: float | None,
    sessions: float,
    after: float | None,
    worth: bool,
    weeks: tuple[float, float, float],
) -> str:
    wait = f"{weeks[0]:.0f} to {weeks[2]:.0f} weeks"
    if wall is None:
        return f"Nothing that hangs here is open to them: this could be here in {wait}."
    if wall >= tables().fit.near_best * fit:
        return f"The best of the wall is right already; {wait} would buy nothing that one feels."
    better = f"{fit - wall:.0f} points better than the best of the wall, in {wait}"
    if after is None or after < 1:
        return f"{better}. Nothing is missed meanwhile."
    says = "worth the wait" if worth else "not worth the wait"
    return f"{better}: about {sessions:.0f} sessions pass, made good after {after:.0f} more. It is {says}."
