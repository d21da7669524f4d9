"""The ``gear`` verb: what leaves the shop with a board, chosen by the same ride that chose the board."""

from __future__ import annotations

from chord_core.documents.board import Board
from chord_core.documents.verbs.gear import FootPlaces, GearRequest, GearResult
from chord_core.fit.answer.gear_builds import builds_beside, in_builds, new_price
from chord_core.fit.answer.gear_fins import fins_in_order, trial_of
from chord_core.fit.answer.gear_keep import keep_or_not
from chord_core.fit.answer.gear_sum import sum_of, value_of
from chord_core.fit.judge.case import case_of
from chord_core.fit.rules.cautions import leash_for
from chord_core.fit.rules.costs import owning_from
from chord_core.fit.rules.gear import build_of, fin_flex, pad_for, takes_wax, wax_for
from chord_core.fit.rules.terms import prices, selling
from chord_core.hull.label import labelled_hulls
from chord_core.ride.behaviour import foot_map
from chord_core.ride.fins import fins_of
from chord_core.ride.ride_model import FleetRide, build_fleet_ride
from chord_core.surfer.defaults import missing_facts
from chord_core.tables import tables

_HAS_ITS_PAD = "the pad that it has, wax ahead of it"


def _feet(board: Board, fleet_ride: FleetRide) -> FootPlaces:
    """The feet, and a pad under the rear one: its kick behind the heel, no further back than the tail."""
    feet, pads = foot_map(fleet_ride), tables().gear.pads
    turn = float(feet.turn_m[0])
    start = max(turn - pads.behind_foot_m, pads.from_tail_m)
    waxed = takes_wax(board)
    return FootPlaces(
        turn_m=turn,
        trim_m=float(feet.trim_m[0]),
        pad_from_m=None if waxed else start,
        pad_to_m=None if waxed else start + pads.length_m,
    )


def gear(request: GearRequest) -> GearResult:
    """Choose fins, builds, leash, pad and wax for a board, value the old one, and add all up.

    Returns:
        The answer; only ``missing`` while mass or level is not known.

    Raises:
        ChordError: ``picked_fins`` is no set of ``fin_sets``, or one that the boxes refuse.
    """
    if request.terms is not None:
        with selling(request.terms):
            return gear(request.model_copy(update={"terms": None}))
    case = case_of(request)
    if case is None:
        return GearResult(missing=missing_facts(request.surfer))
    board, rider, conditions = request.board, case.rider, case.conditions
    present = rider.surfer.present_board
    # One ride for all: the board in its builds, the present one behind.
    boards = [*in_builds(board), *([present] if present else [])]
    hull = labelled_hulls(boards)
    every = build_fleet_ride(hull, fins_of(boards), rider, conditions)
    ridden = every.first(1)
    fins = fins_in_order(request, ridden)
    traded = value_of(request)
    build, hire, price = build_of(board), prices().hire, new_price(board)
    return GearResult(
        wanted_flex=fin_flex(hull, 0, rider, conditions),
        fins=fins,
        trial=trial_of(request, fins),
        at=tables().gear.beside.at_sessions,
        builds=builds_beside(request, every),
        leash=leash_for(board.length_m, rider, conditions),
        pad=_HAS_ITS_PAD if board.pad else pad_for(board, rider, conditions),
        feet=_feet(board, ridden),
        wax=None if request.water_c is None else wax_for(request.water_c),
        kit=tables().gear.builds[build].mend,
        trade_in=traded,
        keep=keep_or_not(every) if present else None,
        owning_from_sessions=None if price is None else owning_from(build, price, hire),
        sum=sum_of(request, fins, traded),
    )
