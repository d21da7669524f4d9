"""A board that is ordered: its card, ``chord-order/1``, what it is off by when it comes, whether to wait for
one."""

from __future__ import annotations

from typing import Literal

from chord_core.documents.base import Result
from chord_core.documents.board import Board, BottomZone
from chord_core.documents.surfer import Complaint, Like, Stance
from chord_core.documents.verbs.compare import CompareResult
from chord_core.documents.verbs.hull import Dims

#: Whether an order that came is taken as it is, talked over, or sent back.
Verdict = Literal["accept", "talk", "refuse"]


class OrderedFor(Result):
    """Who a board is for: only what a shaper asks about, and only with the surfer's consent."""

    mass_kg: float | None
    height_m: float | None
    age: int | None
    rung: str | None
    stance: Stance | None
    sessions_month: float | None
    waves: str
    present: Dims | None
    present_litres: float | None
    likes: tuple[Like, ...]
    complaints: tuple[Complaint, ...]


class OrderedMeasure(Result):
    """A measure of an order [m]: whether it must not change, and what it costs in points of fit, 0-100, to be
    so much smaller or larger (null where nobody was judged)."""

    measure: str
    value_m: float
    pinned: bool
    slip_m: float
    tolerance_m: float
    less: float | None
    more: float | None


class OrderedFins(Result):
    """Fins of one group: how many, the middle of their base from the tail [m], area [m2], depth [m]."""

    count: int
    from_tail_m: float
    area_m2: float
    depth_m: float


class BlankChoice(Result):
    """The blank that holds the board with the least cut: foam planed off where it is least [m], cut away
    [L]."""

    name: str
    planed_m: float
    cut_l: float


class OrderCard(Result):
    """What a shaper gets, ``chord-order/1``: a board that says all its measures, and who it is for."""

    format: Literal["chord-order/1"] = "chord-order/1"
    board: Board
    line: Dims
    litres: float
    thirds_l: tuple[float, float, float]
    mass_kg: float
    nose_thickness_m: float
    tail_thickness_m: float
    entry_rocker_m: float
    exit_rocker_m: float
    wide_point_m: float
    edge_from_tail_m: float
    tail_shape: str
    bottom: tuple[BottomZone, ...]
    setup: str
    fins: tuple[OrderedFins, ...]
    build: str
    measures: tuple[OrderedMeasure, ...]
    blank: BlankChoice | None
    ordered_for: OrderedFor | None


class Deviation(Result):
    """A measure as it was ordered and as it came [m, L], and whether it is within its tolerance."""

    measure: str
    unit: str
    ordered: float
    arrived: float
    tolerance: float
    within: bool


class Arrival(Result):
    """A board that came against its order: every measure, what the differences do under the surfer, the fits
    of both, and what to do."""

    deviations: tuple[Deviation, ...]
    compared: CompareResult
    ordered_fit: float | None
    arrived_fit: float | None
    verdict: Verdict
    says: str


class Worth(Result):
    """Whether a board that could be ordered is worth its wait: fits and rides an hour of it and of the best
    that hangs here, weeks, sessions that pass meanwhile, and after how many more it is made good."""

    fit: float
    rides: float | None
    wall_fit: float | None
    wall_rides: float | None
    weeks: tuple[float, float, float]
    missed_sessions: float
    made_good_after: float | None
    worth: bool
    says: str
