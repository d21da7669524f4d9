"""Board and body as one hull in the water: how long, wide and deep, how much skin is wet.

The body is two thirds of what is displaced, so the board's own length and width would mislead: the
equivalent hull has the displacement and the second moment of board and body together
(``docs/model.md``, paddle).
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.hull.hull import Hull
from chord_core.hull.stations import SHARE, WEIGHT, Array
from chord_core.ride.float import Floats
from chord_core.surfer.body import Body

#: Share of a slice's girth that the water meets: the lower half lies on the deck.
_BODY_WET = 0.5
#: How much of the board's width the equivalent beam counts: outlines are not boxes.
BOARD_BEAM = 0.95


@dataclass(frozen=True)
class Immersed:
    """Equivalent Wigley hulls of n boards with one rider, (n,): metres, square metres."""

    length: Array
    beam: Array
    draught: Array
    wetted: Array
    frontal: Array
    volume: Array


def _slice_length(body: Body) -> Array:
    """Length of each slice [m], from its volume as an elliptic cylinder."""
    section = np.pi / 4 * body.width * body.thick
    return np.divide(body.volume, section, out=np.zeros_like(section), where=section > 0)


def immersed_hull(hull: Hull, body: Body, floats: Floats) -> Immersed:
    """The part of board and body that is under water, as an equivalent hull.

    Args:
        floats: how these boards float this body (``float_prone``).
    """
    length = hull.fleet.length[:, None]
    slope = np.tan(floats.trim_rad)[:, None]
    at_tail = hull.rocker[:, -1:] - floats.nose_clear_m[:, None] + length * slope
    x = SHARE * length
    wet = np.clip((at_tail - slope * x - hull.rocker) / np.maximum(hull.thickness, 1e-6), 0, 1)
    board = wet * hull.section_m2 * WEIGHT * length
    place = floats.feet_m[:, None] + body.place
    middle = len(SHARE) // 2
    deck = (hull.rocker[:, middle] + hull.thickness[:, middle])[:, None]
    sunk = np.clip((at_tail - slope * place - deck) / body.thick, 0, 1)
    flesh = sunk * body.volume
    volume = board.sum(axis=1) + flesh.sum(axis=1)
    mean = (((board * x).sum(axis=1) + (flesh * place).sum(axis=1)) / volume)[:, None]
    spread = (board * (x - mean) ** 2).sum(axis=1) + (flesh * (place - mean) ** 2).sum(axis=1)
    equal_length = np.sqrt(20 * spread / volume)
    wide = (board * BOARD_BEAM * hull.foam_width).sum(axis=1) + (flesh * body.width).sum(axis=1)
    beam = wide / volume
    girth = np.pi * np.sqrt((body.width**2 + body.thick**2) / 2)
    skin = (_BODY_WET * girth * _slice_length(body) * sunk).sum(axis=1)
    covered = float((body.width * body.volume).sum() / body.volume.sum())
    deck_open = wet**4 * np.maximum(hull.foam_width - covered, 0)
    # A station's bottom is wet from a quarter of its thickness; its deck, beside the body, when all of it is.
    bottom = np.minimum(wet * 4, 1) * hull.foam_width
    board_skin = ((bottom + deck_open + 2 * wet * hull.thickness) * WEIGHT * length).sum(axis=1)
    return Immersed(
        length=equal_length,
        beam=beam,
        draught=volume / (4 / 9 * equal_length * beam),
        wetted=board_skin + skin,
        frontal=(sunk * body.thick * body.width * np.pi / 4).max(axis=1),
        volume=volume,
    )
