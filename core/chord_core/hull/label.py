"""The label check: litres as stated against litres from the dims."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.verbs.hull import Label
from chord_core.hull.constants import LABEL_FULLNESS
from chord_core.hull.hull import Hull
from chord_core.hull.measured import hulls_of
from chord_core.hull.stations import Array, BoolArray


def needed_fullness(hull: Hull, stated_l: Array) -> Array:
    """Section fullness that the stated litres [L] ask of these dims, (n,); NaN where none is stated.

    Litres grow with the fullness by width x thickness along the board; the contour of the bottom adds or
    takes its own share whatever the fullness. Only where a contour is deeper than the tips are thick is the
    sum not straight: two more steps settle that.
    """
    per_fullness = hull.integral(hull.thickness * hull.foam_width) * 1e3
    fullness = hull.fleet.fullness + (stated_l - hull.litres) / per_fullness
    for _ in range(2):
        filled = replace(hull, fleet=replace(hull.fleet, fullness=fullness))
        fullness = fullness + (stated_l - filled.litres) / per_fullness
    return np.asarray(fullness)


def believable(fullness: Array) -> BoolArray:
    """Whether a section can be that full."""
    low, high = LABEL_FULLNESS
    return np.asarray((fullness >= low) & (fullness <= high))


def labelled_hulls(boards: Sequence[Board]) -> Hull:
    """Hulls that hold what their labels say, where dims and label agree; else what the dims give.

    A shaper's stated litres come from the cut file and know the section better than a family does.
    """
    plain = hulls_of(boards)
    stated = np.array([np.nan if b.stated_litres is None else b.stated_litres for b in boards], float)
    wanted = needed_fullness(plain, stated)
    fullness = np.where(believable(wanted), wanted, plain.fleet.fullness)
    return replace(plain, fleet=replace(plain.fleet, fullness=fullness))


def labels_agree(boards: Sequence[Board], hull: Hull) -> tuple[bool | None, ...]:
    """For each board whether its label was believed; None where it states no litres.

    Args:
        hull: ``labelled_hulls(boards)``: a label that was believed is what its hull holds.
    """
    stated = np.array([np.nan if b.stated_litres is None else b.stated_litres for b in boards], float)
    agrees = believable(needed_fullness(hull, stated))
    return tuple(
        None if board.stated_litres is None else bool(one) for board, one in zip(boards, agrees, strict=True)
    )


def check_label(hull: Hull, stated_l: float | None) -> Label:
    """Say whether a board's label and its dims agree.

    Args:
        hull: one board, as its dims give it.
        stated_l: litres on the label [L].
    """
    computed = float(hull.litres[0])
    if stated_l is None:
        return Label(
            stated_l=None, computed_l=computed, fullness=None, agrees=None,
            says=f"No litres on the label; the dims give {computed:.1f} L.",
        )  # fmt: skip
    fullness = float(needed_fullness(hull, np.array([stated_l]))[0])
    agrees = bool(believable(np.array(fullness)))
    apart = (stated_l / computed - 1) * 100
    if agrees:
        says = f"Label {stated_l:.1f} L, dims {computed:.1f} L ({apart:+.0f} %)."
    else:
        says = (
            f"Label and dims disagree: {stated_l:.1f} L stated, {computed:.1f} L from the dims; "
            f"the section would have to be {fullness:.0%} full."
        )
    return Label(stated_l=stated_l, computed_l=computed, fullness=fullness, agrees=agrees, says=says)
