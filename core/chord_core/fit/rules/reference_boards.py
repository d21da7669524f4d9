"""Reference boards: each family in twelve sizes, as it is usually made. They say what a kind can do for a
surfer before any rack is looked at, so that no board's fit depends on the boards that hang beside it."""

from __future__ import annotations

import numpy as np

from chord_core.documents.board import Board
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import Hull, hull_of
from chord_core.hull.stations import Array
from chord_core.ride.fins import FleetFins, fins_of
from chord_core.tables import Family, Span, families, kept_by_tables, tables


def _along(span: Span, place: float) -> float:
    return span[0] + (span[1] - span[0]) * place


def board_at(family: Family, place: float) -> Board:
    """The family's reference board at ``place`` between its smallest (0) and largest (1)."""
    return Board(
        family=family.name,
        length_m=_along(family.length_m, place),
        width_m=_along(family.width_m, place),
        thickness_m=_along(family.thickness_m, place),
    )


@kept_by_tables(512)
def reference_boards(family: str) -> tuple[Board, ...]:
    """A family's reference boards from its smallest to its largest."""
    places = np.linspace(0, 1, tables().fit.ordinary_sizes)
    return tuple(board_at(families()[family], float(place)) for place in places)


@kept_by_tables(64)
def reference_fleet(names: tuple[str, ...]) -> tuple[tuple[Board, ...], Hull, FleetFins]:
    """The reference boards of several families in one fleet, their hulls and fins."""
    boards = tuple(board for name in names for board in reference_boards(name))
    return boards, hull_of(fleet_of(boards)), fins_of(boards)


@kept_by_tables(512)
def _boxes(family: str) -> tuple[Array, Array]:
    """Lengths [m] and litres over length x width x thickness of a family's reference boards."""
    boards, hull, _ = reference_fleet((family,))
    boxes = np.array([1000 * board.length_m * board.width_m * board.thickness_m for board in boards])
    return np.array([board.length_m for board in boards]), np.asarray(hull.litres / boxes)


def litres_per_box(family: str, length_m: float) -> float:
    """Volume of a reference board of a family over length x width x thickness."""
    return float(np.interp(length_m, *_boxes(family)))


@kept_by_tables(512)
def family_litres(name: str) -> Array:
    """Litres [L] of a family's reference boards from the smallest to the largest."""
    return reference_fleet((name,))[1].litres
