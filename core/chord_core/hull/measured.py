"""Boards under the tape: curves drawn through measured stations, and how sure the litres are.

What the tape says is taken against the curve that the dims alone would draw: the difference is smoothed as a
Gaussian process (Rasmussen & Williams 2006, chapter 2), which is a smoothing spline that also knows how
far it may be off between and beyond its stations. Where nothing was measured the drawn curve stands.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from chord_core.documents.board import Board
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import Hull, hull_of
from chord_core.hull.stations import SHARE, WEIGHT, Array
from chord_core.units import FOOT_M

#: For width, thickness and rocker: by how much a drawn curve is off before it is measured [m], over which
#: distance boards change [m], and what a tape is off by [m] (straight-edge and rule at a station: 2 mm; the
#: dims of the line, read to 1/32 in: .5 mm).
_OFF_M = {"width_m": 0.012, "thickness_m": 0.003, "rocker_m": 0.012}
_REACH_M, TAPE_M, DIMS_M = 0.50, 0.002, 0.0005


@dataclass(frozen=True)
class Smoothed:
    """A curve's difference from the drawn one at the stations of the hull (COUNT,) and its covariance."""

    shift: Array
    covariance: Array


def _kernel(a: Array, b: Array, off: float) -> Array:
    """Covariance of a curve's difference at places ``a`` and ``b`` [m]: twice differentiable (Matern 5/2)."""
    far = np.sqrt(5) * np.abs(a[:, None] - b[None, :]) / _REACH_M
    return np.asarray(off**2 * (1 + far + far**2 / 3) * np.exp(-far))


def smooth(places: Array, apart: Array, noise: Array, along: Array, off: float) -> Smoothed:
    """Smooth measured differences ``apart`` [m] at ``places`` [m] over the places ``along`` [m].

    Args:
        noise: what each reading is off by [m].
        off: by how much the curve may differ from the drawn one [m].
    """
    known = _kernel(places, places, off) + np.diag(noise**2)
    across = _kernel(along, places, off)
    gain = np.linalg.solve(known, across.T).T
    return Smoothed(gain @ apart, _kernel(along, along, off) - gain @ across.T)


def _readings(board: Board, measure: str) -> tuple[Array, Array]:
    said = [(s.from_tail_m, getattr(s, measure)) for s in board.stations]
    rows = sorted((place, value) for place, value in said if value is not None)
    return np.array([row[0] for row in rows]), np.array([row[1] for row in rows])


def _drawn(hull: Hull, row: int, measure: str) -> Array:
    curves = {"width_m": 2 * hull.half_width, "thickness_m": hull.thickness, "rocker_m": hull.rocker}
    return np.asarray(curves[measure][row])


def _remeasured(board: Board, hull: Hull, row: int, measure: str) -> tuple[Array, Array]:
    """The curve of one measure through its stations (COUNT,), and its covariance (COUNT, COUNT)."""
    drawn, along = _drawn(hull, row, measure), SHARE * board.length_m
    places, values = _readings(board, measure)
    if not len(places):
        # Nobody measured this curve; how far the family's may be off is not the tape's to say.
        return drawn, np.zeros((len(along), len(along)))
    # The dims are readings too: width and thickness were measured where they are greatest.
    widest = along[drawn.argmin() if measure == "rocker_m" else drawn.argmax()]
    apart = np.append(values - np.interp(places, along, drawn), 0.0)
    noise = np.append(np.full(len(places), TAPE_M), DIMS_M)
    made = smooth(np.append(places, widest), apart, noise, along, _OFF_M[measure])
    return np.maximum(drawn + made.shift, 0), made.covariance


def _litres_sd(hull: Hull, row: int, wide: Array, thick: Array) -> float:
    """Standard deviation [L] of the volume from the covariances of width and thickness (first order)."""
    per_m = hull.fleet.fullness[row] * WEIGHT * hull.fleet.length[row]
    by_width, by_thickness = per_m * hull.thickness[row], per_m * hull.foam_width[row]
    variance = by_width @ wide @ by_width + by_thickness @ thick @ by_thickness
    return float(np.sqrt(max(variance, 0.0)) * 1e3)


def _through_stations(hull: Hull, boards: Sequence[Board]) -> Hull:
    curves = {
        "width_m": hull.half_width.copy(),
        "thickness_m": hull.thickness.copy(),
        "rocker_m": hull.rocker.copy(),
    }
    covariances: dict[int, dict[str, Array]] = {}
    ends = {name: getattr(hull.fleet, name).copy() for name in ("nose_width", "tail_width")}
    for row, board in enumerate(boards):
        if not board.stations:
            continue
        covariances[row] = {}
        for measure, curve in curves.items():
            made, covariances[row][measure] = _remeasured(board, hull, row, measure)
            curve[row] = made / 2 if measure == "width_m" else made
        along, wide = SHARE * board.length_m, 2 * curves["width_m"][row]
        ends["tail_width"][row] = np.interp(FOOT_M, along, wide)
        ends["nose_width"][row] = np.interp(board.length_m - FOOT_M, along, wide)
    whole = replace(
        hull,
        fleet=replace(hull.fleet, **ends),
        half_width=curves["width_m"],
        thickness=curves["thickness_m"],
        rocker=curves["rocker_m"],
    )
    unsure = np.zeros(len(hull))
    for row, of in covariances.items():
        unsure[row] = _litres_sd(whole, row, of["width_m"], of["thickness_m"])
    return replace(whole, unsure_l=unsure)


def hulls_of(boards: Sequence[Board]) -> Hull:
    """Hulls of boards: through their measured stations where there are any, else as the dims draw them.

    ``unsure_l`` [L] is one standard deviation of the litres from the tape; 0 where nothing was measured.
    """
    hull = hull_of(fleet_of(boards))
    return _through_stations(hull, boards) if any(board.stations for board in boards) else hull
