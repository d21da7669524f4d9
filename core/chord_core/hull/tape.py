"""The ``tape`` verb: which readings stand out, how far the litres are known, and what to measure next.

Each reading is held against the curve through all others (leave-one-out of a Gaussian process, Rasmussen &
Williams 2006, equation 5.12). A next reading is judged by what it takes from the variance of the volume: the
square of its covariance with the volume over its own variance and noise (ibid., equation 2.24).
"""

from __future__ import annotations

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.verbs.tape import NextReading, Reading, TapedMeasure, TapeResult
from chord_core.hull.describe import describe_hull
from chord_core.hull.hull import Hull
from chord_core.hull.measured import (
    STANDS_OUT,
    TAPE_M,
    drawn_by_dims,
    drawn_curve,
    hulls_of,
    left_out,
    litres_by,
    off_of,
    smooth,
    standing_out,
    taken_of,
)
from chord_core.hull.stations import SHARE, Array
from chord_core.units import FOOT_M

MEASURES: tuple[TapedMeasure, ...] = ("width_m", "thickness_m", "rocker_m")
#: Nine in ten of a normal spread lie within so many standard deviations.
NINE_IN_TEN = 1.645
#: How far the section's fullness is known (one standard deviation): nothing said, deck or rails said, both
#: felt out. Families' own sections differ by about .02; rails and decks are felt in five steps each.
_FULLNESS_SD = (0.022, 0.014, 0.007)
#: Places where one may measure next stand half a foot apart, not nearer than this to one that was [m].
_APART_M, _NEAREST_M = FOOT_M / 2, 0.10
_OFFERED = 3


def readings_of(board: Board) -> tuple[Reading, ...]:
    """The readings of a board, each against the others, from the tail on, measure by measure."""
    plain, found = drawn_by_dims(board), []
    for measure in MEASURES:
        drawn = drawn_curve(plain, 0, measure)
        taken = taken_of(board, drawn, measure)
        if not taken.count:
            continue
        out, held = standing_out(taken, measure)
        slips = left_out(taken, out)
        base = np.interp(taken.places, SHARE * board.length_m, drawn)
        for i in range(taken.count):
            middle = float(base[i] + held.mean[i])
            wide = STANDS_OUT * float(held.sd[i]) if i not in out else STANDS_OUT * TAPE_M
            found.append(
                Reading(
                    measure=measure,
                    from_tail_m=float(taken.places[i]),
                    value_m=float(base[i] + taken.apart[i]),
                    expected_m=(max(middle - wide, 0.0), max(middle + wide, 0.0)),
                    stands_out=i in out,
                    left_out=i in slips,
                )
            )
    return tuple(found)


def fullness_sd(board: Board) -> float:
    """How far the fullness of the section is known, one standard deviation."""
    section = board.section
    rails = (section.rail_nose, section.rail_middle, section.rail_tail)
    felt = (section.deck is not None) + all(rail is not None for rail in rails)
    return _FULLNESS_SD[felt]


def litres_sd(board: Board, hull: Hull) -> float:
    """Standard deviation [L] of a measured board's litres: tape and section together.

    Args:
        hull: the board as ``hulls_of`` gives it.
    """
    by_tape = float(hull.unsure_l[0]) if board.stations else _unmeasured_sd(board, hull)
    by_section = float(hull.litres[0] / hull.fleet.fullness[0]) * fullness_sd(board)
    return float(np.hypot(by_tape, by_section))


def _unmeasured_sd(board: Board, hull: Hull) -> float:
    """The same where the dims are all that is known of the curves [L]."""
    parts = [float(by @ _covariance(board, name) @ by) for name, by in litres_by(hull, 0).items()]
    return float(np.sqrt(max(sum(parts), 0.0)) * 1e3)


def _covariance(board: Board, measure: str) -> Array:
    drawn = drawn_curve(drawn_by_dims(board), 0, measure)
    taken = taken_of(board, drawn, measure)
    return smooth(
        taken.places, taken.apart, taken.noise, SHARE * board.length_m, off_of(taken, measure)
    ).covariance


def next_readings(board: Board, hull: Hull) -> tuple[NextReading, ...]:
    """What to measure next, the most telling first: how far the litres would be known behind it."""
    now, along = litres_sd(board, hull) ** 2, SHARE * board.length_m
    found: list[tuple[float, str, float]] = []
    for measure, weights in litres_by(hull, 0).items():
        covariance = _covariance(board, measure)
        places = np.arange(_APART_M, board.length_m - _APART_M / 2, _APART_M)
        taken = [s.from_tail_m for s in board.stations if getattr(s, measure) is not None]
        for place in places:
            if taken and np.min(np.abs(np.array(taken) - place)) < _NEAREST_M:
                continue
            with_volume = float(np.interp(place, along, covariance @ weights)) * 1e3
            own = float(np.interp(place, along, np.diag(covariance)))
            found.append((now - with_volume**2 / (own + TAPE_M**2), measure, float(place)))
    offered: list[tuple[float, str, float | None]] = [*sorted(found)[:_OFFERED]]
    per = float(hull.litres[0] / hull.fleet.fullness[0])
    if fullness_sd(board) > _FULLNESS_SD[2]:
        felt = now - (per * fullness_sd(board)) ** 2 + (per * _FULLNESS_SD[2]) ** 2
        offered.append((felt, "section", None))
    ordered = sorted(offered, key=lambda row: row[0])[:_OFFERED]
    return tuple(
        NextReading(measure=measure, from_tail_m=place, unsure_l=NINE_IN_TEN * float(np.sqrt(max(left, 0.0))))
        for left, measure, place in ordered
    )


def tape_of(board: Board) -> TapeResult:
    """A board under the tape: what it holds, how surely, which reading to look at again, what to measure
    next."""
    hull = hulls_of([board])
    litres, unsure = float(hull.litres[0]), NINE_IN_TEN * litres_sd(board, hull)
    return TapeResult(
        hull=describe_hull(board),
        litres=litres,
        litres_band=(max(litres - unsure, 0.0), litres + unsure),
        readings=readings_of(board),
        next=next_readings(board, hull),
    )
