"""The bottom by zones: what a straight-edge shows, as mean depths over the board and its halves."""

from __future__ import annotations

import itertools

from chord_core.documents.board import Board

_KINDS = ("concave", "belly", "vee")


def _mean_depth(board: Board, kind: str, low: float, high: float) -> float:
    """Mean depth [m] of a kind of contour between two places from the tail [m].

    Each zone reaches half-way to its neighbours, the outer ones to the ends.
    """
    zones = sorted(board.bottom, key=lambda zone: zone.from_tail_m)
    between = [(a.from_tail_m + b.from_tail_m) / 2 for a, b in itertools.pairwise(zones)]
    bounds = [0.0, *between, board.length_m]
    total = 0.0
    for zone, start, end in zip(zones, bounds, bounds[1:], strict=False):
        covered = max(min(end, high) - max(start, low), 0.0)
        total += zone.depth_m * covered if kind in zone.shape else 0.0
    return total / (high - low)


def bottom_of(board: Board) -> dict[str, float]:
    """Mean depths [m]: of each kind over the whole board, of vee by halves, of concave in the rear."""
    length = board.length_m
    whole = {kind: _mean_depth(board, kind, 0.0, length) for kind in _KINDS}
    return whole | {
        "vee_front": _mean_depth(board, "vee", length / 2, length),
        "vee_rear": _mean_depth(board, "vee", 0.0, length / 2),
        "concave_rear": _mean_depth(board, "concave", 0.0, length / 2),
    }
