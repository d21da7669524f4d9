"""The bottom by zones: what a straight-edge shows, as mean depths over the board and its halves."""

from __future__ import annotations

import itertools

from chord_core.documents.board import Board, BottomZone

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
