"""Fin sets for a board: those that its boxes take, in the order in which they are tried."""

from __future__ import annotations

import math
from collections import defaultdict
from dataclasses import replace

import numpy as np

from chord_core import spoken
from chord_core.documents.fins import FinSet
from chord_core.documents.verbs.gear import FinFit, GearRequest
from chord_core.errors import ChordError
from chord_core.fit.rules.fin_sets import balance_of, boxes_take, put_in, wanted_area_m2
from chord_core.fit.rules.gear import fin_flex
from chord_core.fit.rules.terms import money
from chord_core.hull.stations import Array
from chord_core.ride.fins import fins_of, setup_of
from chord_core.ride.ride_model import FleetRide
from chord_core.ride.turn import drive, looseness, turn_radius
from chord_core.tables import tables

_CM2 = 1e4
_FLEXES = ("soft", "medium", "stiff")
#: Complaints that fins answer, and the number that grows where they do.
_ANSWERED_BY = {"slides": "hold", "stiff": "looseness"}


def _with_sets(ridden: FleetRide, request: GearRequest) -> FleetRide:
    """The board once with its own fins, then with each set; what fins do not touch is computed once."""
    boards = [request.board, *(put_in(request.board, fins) for fins in request.fin_sets)]
    rows = np.zeros(len(boards), int)
    return replace(
        ridden, hull=ridden.hull.rows(rows), fins=fins_of(boards), paddle_state=ridden.paddle_state.rows(rows)
    )


def _numbers(ridden: FleetRide) -> dict[str, Array]:
    hull, fins = ridden.hull, ridden.fins
    return {
        "hold": ridden.hold_m_s,
        "radius": turn_radius(hull, fins),
        "looseness": looseness(hull, fins, ridden.rider.mass_kg),
        "drive": drive(hull),
        "pump": ridden.pump,
    }


def _is_designers(request: GearRequest, fins: FinSet) -> bool:
    own = request.board.designer_fins
    if own is None or own.size is None:
        return False
    return fins.size == own.size and fins.setup == (own.setup or setup_of(request.board))


def _area_says(given: float, wanted: float) -> str:
    rules, ratio = tables().gear.fins, given / wanted
    if abs(ratio - 1) <= rules.both_within:
        return "as wanted"
    if ratio > rules.too_much:
        return "too much"
    if ratio < 1 / rules.too_much:
        return "too little"
    return "a little more than wanted" if ratio > 1 else "a little less than wanted"


def _balance_says(balance: float | None) -> str:
    off = tables().gear.fins.balance_off
    if balance is None or abs(balance - 1) <= off:
        return ""
    return "more of it at the rear: drive, later turns" if balance > 1 else "more of it in front: looser"


def _says(fins: FinSet, fits: bool | None, designer: bool, wanted: float, given: float, flex: str) -> str:
    if fits is False:
        return f"Does not go into these boxes ({fins.setup}, {fins.box})."
    area = spoken.fin_area(given * _CM2)
    parts = [f"{area} a front fin, {_area_says(given, wanted)}"]
    if fins.flex != flex:
        parts.append(f"{fins.flex} where {flex} is wanted")
    if balance := _balance_says(balance_of(fins)):
        parts.append(balance)
    if fits is None:
        parts.append(f"look whether the boxes take {fins.box}")
    return f"{'The designer’s own: ' if designer else ''}{'; '.join(parts)}."


def _answers(request: GearRequest, numbers: dict[str, Array], row: int) -> tuple[str, ...]:
    """The complaints that a set answers: its number is better than that of the fins that stand in now."""
    found, least = [], tables().gear.fins.answers_from
    for complaint in request.surfer.complaints:
        if complaint not in _ANSWERED_BY:
            continue
        number = numbers[_ANSWERED_BY[complaint]]
        if number[row] >= (1 + least) * number[0]:
            found.append(complaint)
    return tuple(found)


def _place(fit: FinFit, flex: str, own_setup: str) -> tuple[bool, bool, bool, bool, float]:
    """Where a set stands among the others: what the boxes refuse last; the board's own set-up first, for a
    trial changes one thing at a time; in it what answers a complaint with an area that is right, then the
    designer's own if its area is, then the nearest."""
    off = abs(math.log(fit.given_m2 / fit.wanted_m2)) / math.log(tables().gear.fins.too_much)
    right = off <= 1
    steps = abs(_FLEXES.index(fit.flex) - _FLEXES.index(flex))
    return (
        fit.fits_boxes is False,
        fit.setup != own_setup,
        not (fit.answers and right),
        not (fit.designer and right),
        off + steps / 2,
    )


def fins_in_order(request: GearRequest, ridden: FleetRide) -> tuple[FinFit, ...]:
    """Every set under the board, in the order in which they are tried.

    Args:
        ridden: the board with its own fins, a fleet of one.
    """
    board, rider, conditions = request.board, ridden.rider, ridden.conditions
    flex = fin_flex(ridden.hull, 0, rider, conditions)
    numbers = _numbers(_with_sets(ridden, request))
    found = []
    for row, fins in enumerate(request.fin_sets, start=1):
        wanted = wanted_area_m2(board, ridden.hull, 0, fins.setup, rider, conditions)
        given, fits, designer = fins.groups[0].area_m2, boxes_take(board, fins), _is_designers(request, fins)
        found.append(
            FinFit(
                name=fins.name,
                setup=fins.setup,
                flex=fins.flex,
                fits_boxes=fits,
                designer=designer,
                wanted_m2=wanted,
                given_m2=given,
                balance=balance_of(fins),
                hold_m_s=float(numbers["hold"][row]),
                turn_radius_m=float(numbers["radius"][row]),
                looseness=float(numbers["looseness"][row]),
                drive=float(numbers["drive"][row]),
                pump=float(numbers["pump"][row]),
                answers=() if fits is False else _answers(request, numbers, row),
                price=None if fins.price is None else money(fins.price),
                says=_says(fins, fits, designer, wanted, given, flex),
            )
        )
    own = setup_of(board)
    return tuple(sorted(found, key=lambda fit: (_place(fit, flex, own), fit.name)))


def trial_of(request: GearRequest, fins: tuple[FinFit, ...]) -> tuple[str, ...]:
    """The first template, in the order of trying, that hangs in soft, medium and stiff for these boxes: a
    trial changes one thing at a time. None: there is no such template."""
    by_name = {one.name: one for one in request.fin_sets}
    of_template: dict[tuple[str, str | None], dict[str, str]] = defaultdict(dict)
    for fit in fins:
        one = by_name[fit.name]
        if fit.fits_boxes is not False and one.template:
            of_template[one.template, one.size].setdefault(one.flex, one.name)
    for flexes in of_template.values():
        if len(flexes) == len(_FLEXES):
            return tuple(flexes[flex] for flex in _FLEXES)
    return ()


def picked_of(request: GearRequest, fins: tuple[FinFit, ...]) -> FinFit | None:
    """The set that is sold: the one that was picked by name, else the first that surely fits.

    Raises:
        ChordError: no set has the name, or the boxes refuse it.
    """
    if request.picked_fins is None:
        return next((fit for fit in fins if fit.fits_boxes), None)
    picked = next((fit for fit in fins if fit.name == request.picked_fins), None)
    if picked is None:
        raise ChordError("picked_fins", request.picked_fins, "no set of fins on the wall has this name")
    if picked.fits_boxes is False:
        raise ChordError("picked_fins", request.picked_fins, picked.says)
    return picked
