"""A fleet: the measures of many boards as one struct of arrays, defaults filled from the families."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, fields
from math import log

import numpy as np

from chord_core.documents.board import Board
from chord_core.hull.bottom import bottom_of
from chord_core.hull.constants import (
    DECK_FLATNESS,
    LOW_POINT_SHARE,
    NOSE_BLOCK_SHARE,
    NOSE_EXPONENT,
    RAIL_FULL_ADDS,
    RAIL_LOW_SHARE,
    RAIL_THINNED,
    SECTION_DECK_ADDS,
    SECTION_PINCHED,
    SECTION_RAIL_ADDS,
    TAIL_BLOCK_SHARE,
    TAIL_NOTCH_M,
    THIN_RAIL_DECKS,
)
from chord_core.hull.stations import Array, IndexArray
from chord_core.tables import Family, builds, families
from chord_core.units import FOOT_M


@dataclass(frozen=True)
class Fleet:
    """Measures of n boards, each an array of shape (n,): metres, shares, kg/m3 and kg/m2.

    ``nose_round`` and ``tail_round`` are 1 where the outline ends with a vertical tangent.
    """

    length: Array
    width: Array
    thickness: Array
    nose_width: Array
    tail_width: Array
    wide_point: Array
    nose_round: Array
    nose_block: Array
    tail_round: Array
    tail_block: Array
    notch: Array
    nose_rocker: Array
    tail_rocker: Array
    nose_exponent: Array
    tail_exponent: Array
    nose_thickness: Array
    tail_thickness: Array
    fullness: Array
    concave: Array
    belly: Array
    vee: Array
    vee_front: Array
    vee_rear: Array
    belly_front: Array
    belly_rear: Array
    concave_rear: Array
    rail: Array
    edge: Array
    dropped: Array
    rail_thickness: Array
    channel_m2: Array
    wing_at: Array
    wing_step: Array
    flex: Array
    damping: Array
    foam: Array
    skin: Array
    stringer: Array
    given_mass: Array

    def __len__(self) -> int:
        return len(self.length)

    def joined(self, other: Fleet) -> Fleet:
        """Return this fleet with another behind it."""
        pairs = {f.name: (getattr(self, f.name), getattr(other, f.name)) for f in fields(self)}
        return Fleet(**{name: np.concatenate(pair) for name, pair in pairs.items()})

    def rows(self, which: Array | IndexArray | slice) -> Fleet:
        """Return the boards ``which`` (a mask, indices or a slice) as a fleet of their own."""
        return Fleet(**{f.name: getattr(self, f.name)[which] for f in fields(self)})


def _or(given: float | None, default: float) -> float:
    return default if given is None else given


def _between(value: float, low: float, high: float) -> float:
    """As ``np.clip``, which takes ten times as long for a single number."""
    return min(max(value, low), high)


def _exponent(tip: float, inner: float | None, span: float, default: float) -> float:
    """Exponent with which the bottom rises to ``tip`` through ``inner`` one foot from the end."""
    if inner is None or inner <= 0 or tip <= inner:
        return default
    return _between(log(inner / tip) / log((span - FOOT_M) / span), 1.2, 6.0)


def _rockers(board: Board, family: Family) -> dict[str, float]:
    scale = board.length_m / (sum(family.length_m) / 2)
    ahead, behind = (1 - LOW_POINT_SHARE) * board.length_m, LOW_POINT_SHARE * board.length_m
    made: dict[str, float] = {}
    for end, span, inner, exponent in (
        ("nose", ahead, board.rocker.entry_m, NOSE_EXPONENT),
        ("tail", behind, board.rocker.exit_m, family.tail_rocker_exponent),
    ):
        given = getattr(board.rocker, f"{end}_m")
        default = getattr(family, f"{end}_rocker_m") * scale
        if given is None and inner is not None:
            default = inner / ((span - FOOT_M) / span) ** exponent
        tip = _or(given, default)
        made[f"{end}_rocker"] = tip
        made[f"{end}_exponent"] = _exponent(tip, inner, span, exponent)
    return made


def _foil_share(share: float, length_m: float, middle_m: float) -> float:
    """One-foot thickness as a share of thickness at this length, the foil held similar.

    The table's share holds for the middle of the family's lengths. One foot lies further in on a
    shorter board, so more of the thickness is left there: the same parabola about the middle.
    """
    here, there = 0.5 - FOOT_M / length_m, 0.5 - FOOT_M / middle_m
    return _between(1 - (1 - share) * (here / there) ** 2, 0.3, 1.0)


def _foils(board: Board, family: Family) -> dict[str, float]:
    middle = sum(family.length_m) / 2
    made: dict[str, float] = {}
    for end in ("nose", "tail"):
        share = _foil_share(getattr(family, f"{end}_foil_share"), board.length_m, middle)
        made[f"{end}_thickness"] = _or(getattr(board.foil, f"{end}_m"), share * board.thickness_m)
    return made


def section_place(family: Family) -> float:
    """Where a family's section lies: 0 is pinched rails under a dome, 1 full rails under a flat deck."""
    return (family.section_fullness - SECTION_PINCHED) / (SECTION_DECK_ADDS + SECTION_RAIL_ADDS)


def _fullness(board: Board, family: Family) -> float:
    """Section area / (width x thickness). Flat deck and full rails .92, dome and pinched .80
    (``model.md`` section 1); what is not said lies where the family's own section puts it."""
    rails = [
        rail
        for rail in (board.section.rail_nose, board.section.rail_middle, board.section.rail_tail)
        if rail is not None
    ]
    deck = board.section.deck
    if deck is None and not rails:
        return family.section_fullness
    usual = section_place(family)
    flat = usual if deck is None else DECK_FLATNESS[deck]
    full = usual if not rails else float(np.mean(rails))
    return SECTION_PINCHED + SECTION_DECK_ADDS * flat + SECTION_RAIL_ADDS * full


def _rails(board: Board, family: Family) -> dict[str, float]:
    """Rail of the rear two thirds, 0 (low) to 1 (full), and where the hard edge starts [m from the tail].

    Not said, the rail lies where the family's section puts it, and the edge where the family has it.
    """
    section = board.section
    said = [rail for rail in (section.rail_middle, section.rail_tail) if rail is not None]
    usual = section_place(family)
    rail = float(np.mean(said)) if said else _between(usual, 0.0, 1.0)
    thick = board.thickness_m * (RAIL_LOW_SHARE + RAIL_FULL_ADDS * rail)
    return {
        "rail": rail,
        "edge": _or(section.edge_from_tail_m, family.edge_from_tail_m),
        "dropped": float(section.dropped_edge or False),
        "rail_thickness": thick * (1 - RAIL_THINNED * (section.deck in THIN_RAIL_DECKS)),
    }


def _measures(board: Board) -> dict[str, float]:
    family = families()[board.family]
    outline, build = board.outline, builds()[board.build or family.build]
    tail_shape = outline.tail_shape or family.tail_shape
    nose_shape = outline.nose_shape or family.nose_shape
    tail_width = _or(outline.tail_width_m, family.tail_width_share * board.width_m)
    nose_width = _or(outline.nose_width_m, family.nose_width_share * board.width_m)
    room = board.length_m / 2 - 1.2 * FOOT_M
    return {
        "length": board.length_m,
        "width": board.width_m,
        "thickness": board.thickness_m,
        "nose_width": nose_width,
        "tail_width": tail_width,
        "wide_point": _or(outline.wide_point_m, _between(family.wide_point_m, -room, room)),
        "nose_round": float(nose_shape != "pointed"),
        "nose_block": NOSE_BLOCK_SHARE[nose_shape] * nose_width,
        "tail_round": float(tail_shape in ("round", "round pin")),
        "tail_block": _or(outline.tail_block_m, TAIL_BLOCK_SHARE[tail_shape] * tail_width),
        "notch": TAIL_NOTCH_M[tail_shape],
        **_rockers(board, family),
        **_foils(board, family),
        "fullness": _fullness(board, family),
        **_rails(board, family),
        **bottom_of(board),
        "foam": build.foam_kg_m3,
        "skin": build.skin_kg_m2,
        "flex": build.flex,
        "damping": build.damping,
        "wing_at": _or(outline.wing_from_tail_m, 0.0),
        "wing_step": _or(outline.wing_step_m, 0.0) if outline.wing_from_tail_m else 0.0,
        "stringer": float(build.stringer),
        "given_mass": _or(board.mass_kg, np.nan),
    }


def fleet_of(boards: Sequence[Board]) -> Fleet:
    """Put boards into one fleet; what a board does not say is taken from its family.

    Returns:
        A struct of arrays of shape (len(boards),).
    """
    rows = [_measures(board) for board in boards]
    return Fleet(**{f.name: np.array([row[f.name] for row in rows], float) for f in fields(Fleet)})
