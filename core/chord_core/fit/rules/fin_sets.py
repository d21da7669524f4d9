"""Fin sets under a board: whether its boxes take them, the area that is wanted, and how front and rear share
it."""

from __future__ import annotations

from chord_core.documents.board import Board
from chord_core.documents.fins import BOX_KINDS, FinGroup, FinSet
from chord_core.fit.rules.gear import fin_area_cm2
from chord_core.hull.hull import Hull
from chord_core.ride.fins import setup_of
from chord_core.surfer.defaults import Rider
from chord_core.tables import tables
from chord_core.tables.gear_schema import FinBoxes
from chord_core.water.conditions import Conditions

_CM2 = 1e4
_THRUSTER = "thruster"
_LONG = "long box"


def boxes_of(board: Board) -> FinBoxes:
    """The boxes of a board: those of its set-up, or as many as it is said to have; an odd one stands on the
    stringer, long where its own set-up wants a long one."""
    own, count = tables().fins.boxes[setup_of(board)], board.fins.boxes
    if count is None:
        return own
    odd = "long" if own.centre == "long" or count == 1 else "tab"
    return FinBoxes(pairs=min(count // 2, 2), centre=odd if count % 2 else "none")


def box_kind_of(board: Board) -> str | None:
    """The kind of box that a board has beside the stringer; None where nobody said."""
    kind = (board.fins.box_type or "").strip().lower()
    return kind if kind in BOX_KINDS else None


def boxes_take(board: Board, fins: FinSet) -> bool | None:
    """Whether a set goes into a board's boxes: there must be as many, where it needs them, of its kind. None
    where the places are there and the kind of box is not known."""
    has, needs = boxes_of(board), tables().fins.boxes[fins.setup]
    if needs.pairs > has.pairs or needs.centre not in ("none", has.centre):
        return False
    if not needs.pairs:
        return fins.box in (_LONG, "screwed")
    kind = box_kind_of(board)
    if kind == _LONG:
        # That is the one on the stringer; of those beside it nothing is said.
        return None if fins.box not in (_LONG, "glassed on") else False
    return None if kind is None else kind == fins.box and kind != "glassed on"


def wanted_area_m2(board: Board, hull: Hull, row: int, setup: str, rider: Rider, water: Conditions) -> float:
    """Area wanted of one front fin of a set-up [m2]: that of a thruster's side fin, by what the set-up's
    front fin has of a thruster's at the same size."""
    setups = tables().fins.setups
    share = setups[setup][0][2] / setups[_THRUSTER][0][2]
    return fin_area_cm2(hull, row, rider, water) / _CM2 * share


def rear_over_front(groups: tuple[FinGroup, ...]) -> float | None:
    """Area of all rear fins over that of all front ones; None where there are front ones only."""
    if len(groups) < 2:
        return None
    front, rear = (group.count * group.area_m2 for group in groups)
    return rear / front


def balance_of(fins: FinSet) -> float | None:
    """Rear over front area against what is usual of the set-up: over 1 more stands at the rear."""
    given = rear_over_front(fins.groups)
    if given is None:
        return None
    (front_n, _, front, _), (rear_n, _, rear, _) = tables().fins.setups[fins.setup]
    return given / (rear_n * rear / (front_n * front))


def put_in(board: Board, fins: FinSet) -> Board:
    """The board with a set in its boxes."""
    stands = {"setup": fins.setup, "size": fins.size, "flex": fins.flex, "groups": fins.groups}
    return board.model_copy(update={"fins": board.fins.model_copy(update=stands)})
