"""The step down: the same board smaller, until a quarter of the rides is gone."""

from __future__ import annotations

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.verbs.size import StepDown
from chord_core.fit.judge.case import Case
from chord_core.hull.label import labelled_hulls
from chord_core.line import LIMITS_M
from chord_core.ride.batches import summarize_rides
from chord_core.ride.fins import fins_of

#: Rides that a step may cost, and the sizes that are looked at: all dims by the same share.
_COSTS_MOST = 0.25
#: Under so many rides an hour there are none to lose.
_HARDLY = 0.25
_SCALES = np.linspace(1.0, 0.80, 21)


def scaled(board: Board, scale: float) -> Board:
    """The same board with length, width and thickness, ends and rockers by a factor; litres by its cube."""
    dims = {
        name: float(np.clip(getattr(board, name) * scale, *LIMITS_M[name[:-2]]))
        for name in ("length_m", "width_m", "thickness_m")
    }
    ends = {n: v * scale for n, v in board.outline.model_dump(exclude_none=True).items()
            if n in ("nose_width_m", "tail_width_m", "tail_block_m")}  # fmt: skip
    rocker = {name: value * scale for name, value in board.rocker.model_dump(exclude_none=True).items()}
    foil = {name: value * scale for name, value in board.foil.model_dump(exclude_none=True).items()}
    stated = board.stated_litres
    return board.model_copy(
        update={
            **dims,
            "outline": board.outline.model_copy(update=ends),
            "rocker": board.rocker.model_copy(update=rocker),
            "foil": board.foil.model_copy(update=foil),
            "stated_litres": None if stated is None else stated * scale**3,
            "mass_kg": None,
            "stations": (),
        }
    )


def step_down(case: Case) -> StepDown | None:
    """The largest step down from the present board that costs no more than a quarter of the rides.

    The same board smaller by the same share in every dim. None without a present board, on a river, where it
    gives no rides to lose, and where even a fifth off each dim would cost less."""
    now = case.now
    if now is None or case.conditions.river or not now.ridden.rides[0] > _HARDLY:
        return None
    boards = [scaled(now.board, float(scale)) for scale in _SCALES]
    hull = labelled_hulls(boards)
    rides = summarize_rides(hull, fins_of(boards), case.rider, case.conditions).rides
    least = (1 - _COSTS_MOST) * rides[0]
    under = np.flatnonzero(rides < least)
    if not len(under):
        return None
    last = int(under[0])
    # Rides fall by shares, not by counts.
    part = np.log(rides[last - 1] / least) / np.log(rides[last - 1] / max(rides[last], 1e-9))
    litres = float(hull.litres[last - 1] + part * (hull.litres[last] - hull.litres[last - 1]))
    share = 1 - litres / float(hull.litres[0])
    says = f"Down to {litres:.1f} L ({share:.0%} less) costs a quarter of the rides."
    return StepDown(
        from_l=float(hull.litres[0]),
        to_l=litres,
        rides_now=float(rides[0]),
        rides_then=float(least),
        says=says,
    )
