"""The card of an order: every measure said, what must not change, what a slip of the others costs."""

from __future__ import annotations

import numpy as np

from chord_core import spoken
from chord_core.documents.board import Board
from chord_core.documents.order import BlankChoice, OrderCard, OrderedFins, OrderedFor, OrderedMeasure
from chord_core.documents.surfer import Surfer
from chord_core.documents.water import Water
from chord_core.fit.answer.order_measures import every_measure, fits_of
from chord_core.fit.judge.case import Case, case_with
from chord_core.fit.search.shapes import PINNED
from chord_core.fit.search.windows import with_measures
from chord_core.hull.blanks import blank_for
from chord_core.hull.describe import dims_of
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import SHARE
from chord_core.ride.fins import groups_in, setup_of
from chord_core.tables import families, tables
from chord_core.units import FOOT_M


def _measures(board: Board, pinned: tuple[str, ...], case: Case | None) -> tuple[OrderedMeasure, ...]:
    """Each measure with what a slip either way costs, the rest as it is: the litres move with it."""
    rules, own = tables().orders, every_measure(board)
    bare = board.model_copy(update={"stated_litres": None, "stations": ()})
    moved = [
        with_measures(bare, own | {name: own[name] + way * rules.slips_m[name]})
        for name in PINNED
        for way in (-1, 1)
    ]
    fits = fits_of(case, [with_measures(bare, own), *moved]) if case else []
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
