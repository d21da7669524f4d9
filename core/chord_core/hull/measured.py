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
from chord_core.hull.stations import SHARE, WEIGHT, Array, BoolArray
from chord_core.units import FOOT_M

#: For width, thickness and rocker: by how much a drawn curve is off before it is measured [m], over which
#: distance boards change [m], and what a tape is off by [m] (straight-edge and rule at a station: 2 mm; the
#: dims of the line, read to 1/32 in: .5 mm).
OFF_M = {"width_m": 0.012, "thickness_m": 0.003, "rocker_m": 0.012}
#: How many times odder than usual a board may be, and how surely it is not (sigma of the logarithm).
_ODD, _ODD_SIGMA = (1.0, 1.5, 2.2, 3.3, 5.0, 7.5, 11.0), 0.7
#: A reading stands out that is further from the others' curve than this many standard deviations: one in 370
#: does by chance. It is then taken as if it were off by so much [m]: as good as not there.
STANDS_OUT, LEFT_OUT_M = 3.0, 1.0
#: So near to a tip an outline may run off as fast as it likes [m]: a foot, and what one misses it by.
_NEAR_A_TIP_M = 0.32
_REACH_M, TAPE_M, DIMS_M = 0.50, 0.002, 0.0005


@dataclass(frozen=True)
class Smoothed:
    """A curve's difference from the drawn one at the stations of the hull (COUNT,) and its covariance."""

    shift: Array
    covariance: Array


def kernel(a: Array, b: Array, off: float) -> Array:
    """Covariance of a curve's difference at places ``a`` and ``b`` [m]: twice differentiable (Matern 5/2)."""
    far = np.sqrt(5) * np.abs(a[:, None] - b[None, :]) / _REACH_M
    return np.asarray(off**2 * (1 + far + far**2 / 3) * np.exp(-far))


def smooth(places: Array, apart: Array, noise: Array, along: Array, off: float) -> Smoothed:
    """Smooth measured differences ``apart`` [m] at ``places`` [m] over the places ``along`` [m].

    Args:
        noise: what each reading is off by [m].
        off: by how much the curve may differ from the drawn one [m].
    """
    known = kernel(places, places, off) + np.diag(noise**2)
    across = kernel(along, places, off)
    gain = np.linalg.solve(known, across.T).T
    return Smoothed(gain @ apart, kernel(along, along, off) - gain @ across.T)


def _readings(board: Board, measure: str) -> tuple[Array, Array]:
    said = [(s.from_tail_m, getattr(s, measure)) for s in board.stations]
    rows = sorted((place, value) for place, value in said if value is not None)
    return np.array([row[0] for row in rows]), np.array([row[1] for row in rows])


@dataclass(frozen=True)
class Taken:
    """All that is known of a curve of a board so long [m]: places [m], values and their differences from the
    drawn one [m], what each is off by [m]; the first ``count`` are the tape's."""

    places: Array
    values: Array
    apart: Array
    noise: Array
    count: int
    length_m: float


def _dims_at(board: Board, drawn: Array, measure: str) -> list[float]:
    """Where the dims of a board say a curve: where it is greatest (the bottom, where it lies), and one foot
    from the ends where that was said. The drawn curve goes through them."""
    along = SHARE * board.length_m
    widest = float(along[drawn.argmin() if measure == "rocker_m" else drawn.argmax()])
    ends = {"width_m": board.outline, "thickness_m": board.foil}.get(measure)
    suffix = "_width_m" if measure == "width_m" else "_m"
    said = {
        "tail": (FOOT_M, ends and getattr(ends, f"tail{suffix}")),
        "nose": (board.length_m - FOOT_M, ends and getattr(ends, f"nose{suffix}")),
    }
    if measure == "rocker_m":
        said = {"tail": (0.0, board.rocker.tail_m), "nose": (board.length_m, board.rocker.nose_m)}
    return [widest, *(place for place, value in said.values() if value is not None)]


def taken_of(board: Board, drawn: Array, measure: str) -> Taken:
    """The readings of one measure with the dims behind them: those are readings too, taken with more care.

    Args:
        drawn: the curve [m] as the dims alone draw it, (COUNT,).
    """
    places, values = _readings(board, measure)
    dims = np.array(_dims_at(board, drawn, measure))
    along = SHARE * board.length_m
    apart = values - np.interp(places, along, drawn)
    return Taken(
        places=np.append(places, dims),
        values=np.append(values, np.interp(dims, along, drawn)),
        apart=np.append(apart, np.zeros(len(dims))),
        noise=np.append(np.full(len(places), TAPE_M), np.full(len(dims), DIMS_M)),
        count=len(places),
        length_m=board.length_m,
    )


def off_of(taken: Taken, measure: str) -> float:
    """By how much a curve may be off [m]: as boards of a family usually are, and more where its own readings
    say so (the likeliest by Rasmussen & Williams 2006, equation 5.8, against a log-normal expectation)."""
    usual = OFF_M[measure]
    if not taken.count:
        return usual
    unit, errors = kernel(taken.places, taken.places, 1.0), np.diag(taken.noise**2)

    def likely(odd: float) -> float:
        known = (odd * usual) ** 2 * unit + errors
        size = np.linalg.slogdet(known)[1]
        expected = (np.log(odd) / _ODD_SIGMA) ** 2
        return float(taken.apart @ np.linalg.solve(known, taken.apart) + size + expected)

    return usual * min(_ODD, key=likely)


@dataclass(frozen=True)
class Held:
    """What the others expect of each reading: mean [m] and standard deviation [m], (n,)."""

    mean: Array
    sd: Array


def _leave_one_out(taken: Taken, off: float) -> Held:
    known = kernel(taken.places, taken.places, off) + np.diag(taken.noise**2)
    inverse = np.linalg.inv(known)
    variance = 1 / np.diag(inverse)
    return Held(taken.apart - (inverse @ taken.apart) * variance, np.sqrt(variance))


def _between(taken: Taken) -> BoolArray:
    """Whether a reading lies between its neighbours, give or take the tape, (count,); the outermost do."""
    places, values = taken.places[: taken.count], taken.values[: taken.count]
    order = np.argsort(places)
    between = np.ones(taken.count, bool)
    for before, at, after in zip(order, order[1:], order[2:], strict=False):
        low, high = sorted((values[before], values[after]))
        between[at] = low - STANDS_OUT * TAPE_M <= values[at] <= high + STANDS_OUT * TAPE_M
    return between


def _believed(taken: Taken) -> BoolArray:
    """Readings that are not judged, (count,): the outermost, and those near the tips that lie between their
    neighbours, for round ends run off faster than any smooth curve."""
    places = taken.places[: taken.count]
    near_a_tip = np.minimum(places, taken.length_m - places) < _NEAR_A_TIP_M
    outermost = (places == places.min()) | (places == places.max())
    return np.asarray(outermost | (near_a_tip & _between(taken)))


def left_out(taken: Taken, out: set[int]) -> set[int]:
    """Readings that the curve does not go through until somebody looks again: those that do not even lie
    between their neighbours. What only stands out may be the board's own shape.

    Args:
        out: those that stand out.
    """
    between = _between(taken)
    return {i for i in out if not between[i]}


def standing_out(taken: Taken, measure: str) -> tuple[set[int], Held]:
    """Readings that stand out, one after the other, the worst first: a slip bends the curve, so that its
    neighbours would seem to stand out too. Behind it, what the sound ones expect of each.

    Args:
        taken: with one reading of the tape at least.
    """
    out: set[int] = set()
    noise = taken.noise.copy()
    while True:
        off = off_of(replace(taken, noise=noise), measure)
        held = _leave_one_out(replace(taken, noise=noise), off)
        far = np.abs(taken.apart - held.mean) / np.sqrt(held.sd**2 - noise**2 + taken.noise**2)
        far[list(out)] = 0.0
        far[: taken.count][_believed(taken)] = 0.0
        worst = int(far[: taken.count].argmax())
        if far[worst] <= STANDS_OUT:
            return out, held
        out.add(worst)
        # As good as not there, yet its place stays in the row.
        noise[worst] = LEFT_OUT_M


def through(taken: Taken, along: Array, measure: str) -> Smoothed:
    """The curve through all readings but those that are left out: a slip bends nothing."""
    noise = taken.noise.copy()
    if taken.count:
        out, _ = standing_out(taken, measure)
        noise[list(left_out(taken, out))] = LEFT_OUT_M
    return smooth(taken.places, taken.apart, noise, along, off_of(replace(taken, noise=noise), measure))


def drawn_curve(hull: Hull, row: int, measure: str) -> Array:
    """The curve of a measure of board ``row`` [m], (COUNT,)."""
    curves = {"width_m": 2 * hull.half_width, "thickness_m": hull.thickness, "rocker_m": hull.rocker}
    return np.asarray(curves[measure][row])


def _remeasured(board: Board, hull: Hull, row: int, measure: str) -> tuple[Array, Array]:
    """The curve of one measure through its stations (COUNT,), and its covariance (COUNT, COUNT)."""
    drawn, along = drawn_curve(hull, row, measure), SHARE * board.length_m
    made = through(taken_of(board, drawn, measure), along, measure)
    return np.maximum(drawn + made.shift, 0), made.covariance


def litres_by(hull: Hull, row: int) -> dict[str, Array]:
    """By how much the volume [m3] of a board changes with its width and its thickness at each station [m2],
    (COUNT,) each, to first order."""
    per_m = hull.fleet.fullness[row] * WEIGHT * hull.fleet.length[row]
    return {"width_m": per_m * hull.thickness[row], "thickness_m": per_m * hull.foam_width[row]}


def _litres_sd(hull: Hull, row: int, covariances: dict[str, Array]) -> float:
    """Standard deviation [L] of the volume from the covariances of width and thickness (first order)."""
    variance = sum(by @ covariances[name] @ by for name, by in litres_by(hull, row).items())
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
        unsure[row] = _litres_sd(whole, row, of)
    return replace(whole, unsure_l=unsure)


def drawn_by_dims(board: Board) -> Hull:
    """A board as its dims alone draw it, whatever was measured."""
    return hull_of(fleet_of([board]))


def hulls_of(boards: Sequence[Board]) -> Hull:
    """Hulls of boards: through their measured stations where there are any, else as the dims draw them.

    ``unsure_l`` [L] is one standard deviation of the litres from the tape; 0 where nothing was measured.
    """
    hull = hull_of(fleet_of(boards))
    return _through_stations(hull, boards) if any(board.stations for board in boards) else hull
