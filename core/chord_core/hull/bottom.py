"""The bottom by zones: what a straight-edge shows, as mean depths over the board and its halves."""

from __future__ import annotations

import itertools

import numpy as np

from chord_core.documents.board import Board, BottomZone
from chord_core.hull.stations import Array

_KINDS = ("concave", "belly", "vee")
#: A bottom without zones.
_FLAT = dict.fromkeys(
    (*_KINDS, "vee_front", "vee_rear", "belly_front", "belly_rear", "channel_m2", "concave_rear"), 0.0
)


def _spans(board: Board) -> list[tuple[BottomZone, float, float]]:
    """The zones with where each starts and ends [m from the tail]: half-way to its neighbours."""
    zones = sorted(board.bottom, key=lambda zone: zone.from_tail_m)
    between = [(a.from_tail_m + b.from_tail_m) / 2 for a, b in itertools.pairwise(zones)]
    bounds = [0.0, *between, board.length_m]
    return list(zip(zones, bounds, bounds[1:], strict=False))


def _mean_depth(board: Board, kind: str, low: float, high: float) -> float:
    """Mean depth [m] of a kind of contour between two places from the tail [m].

    Each zone reaches half-way to its neighbours, the outer ones to the ends.
    """
    total = 0.0
    for zone, start, end in _spans(board):
        covered = max(min(end, high) - max(start, low), 0.0)
        total += zone.depth_m * covered if kind in zone.shape else 0.0
    return total / (high - low)


def _channel_area(board: Board) -> float:
    """Side area [m2] of all channels: count x depth x length of their zones; two where no count is said."""
    total = 0.0
    for zone, start, end in _spans(board):
        if zone.shape == "channels":
            total += (zone.count or 2) * zone.depth_m * (end - start)
    return total


def bottom_of(board: Board) -> dict[str, float]:
    """Mean depths [m]: of each kind over the whole board, of vee by halves, of concave in the rear."""
    if not board.bottom:
        return dict(_FLAT)
    length = board.length_m
    whole = {kind: _mean_depth(board, kind, 0.0, length) for kind in _KINDS}
    return whole | {
        "vee_front": _mean_depth(board, "vee", length / 2, length),
        "vee_rear": _mean_depth(board, "vee", 0.0, length / 2),
        "belly_front": _mean_depth(board, "belly", length / 2, length),
        "belly_rear": _mean_depth(board, "belly", 0.0, length / 2),
        "channel_m2": _channel_area(board),
        "concave_rear": _mean_depth(board, "concave", 0.0, length / 2),
    }


def contour_at(board: Board, from_tail_m: Array, across: Array) -> Array:
    """Height [m] of the bottom over the plane of the rails, (n, k), at n places from the tail and k places
    across, from the stringer (0) to the rail (1).

    Depths go evenly from zone to zone. A concave and a belly are parabolas, a double concave one each side
    of the stringer, a vee is straight; the channels are not in it.
    """
    zones = sorted(board.bottom, key=lambda zone: zone.from_tail_m)
    if not zones:
        return np.zeros((len(from_tail_m), len(across)))
    shapes = {
        "concave": 1 - across**2,
        "double concave": 4 * across * (1 - across),
        "belly": -(1 - across**2),
        "vee": -(1 - across),
    }
    places = [zone.from_tail_m for zone in zones]
    height = np.zeros((len(from_tail_m), len(across)))
    for kind, shape in shapes.items():
        depths = [zone.depth_m if kind in _contours(zone) else 0.0 for zone in zones]
        height += np.interp(from_tail_m, places, depths)[:, None] * shape
    return height


def _contours(zone: BottomZone) -> tuple[str, ...]:
    """The contours that a zone's shape is made of."""
    if zone.shape == "vee with double concave":
        return ("vee", "double concave")
    return (zone.shape,)
