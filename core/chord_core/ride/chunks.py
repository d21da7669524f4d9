"""Many boards in pieces, so that a hundred thousand need no more memory than a thousand at a time."""

from __future__ import annotations

from dataclasses import dataclass, fields

import numpy as np

from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array, Rows
from chord_core.ride.fins import FinSet
from chord_core.ride.float import Floats
from chord_core.ride.span import Span, span_of
from chord_core.ride.works import Riding, rides_band, riding_of
from chord_core.surfer.pencil import Rider
from chord_core.surfer.spot import Spot

#: Boards at a time: some 20 MB of tables.
CHUNK = 1000


@dataclass(frozen=True)
class Summary:
    """What a rack needs of n boards, (n,): works share, rides an hour with their band (equal where none was
    asked) and range [m] (NaN on a river), which
    of the factors ``names`` ends the range (-1: none), sprint [m/s], how surely a river board stays (NaN at
    sea), how they float the rider."""

    works: Array
    rides: Array
    rides_low: Array
    rides_high: Array
    low_m: Array
    high_m: Array
    small_ends: Rows
    big_ends: Rows
    sprint_m_s: Array
    stays_on: Array
    floats: Floats
    names: tuple[str, ...]

    def ends(self, row: int) -> dict[str, str]:
        """What ends the range of one board at its small and at its big end, where something does."""
        which = {"small": int(self.small_ends[row]), "big": int(self.big_ends[row])}
        return {end: self.names[factor] for end, factor in which.items() if factor >= 0}


def _no_span(count: int) -> Span:
    nothing, never = np.full(count, np.nan), np.full(count, -1)
    return Span(nothing, nothing, nothing, (), never, never)


def _summary(riding: Riding, band: bool) -> Summary:
    count, river = len(riding.hull), riding.spot.river
    span = _no_span(count) if river else span_of(riding)
    stays = riding.factors(riding.bins_face)["stays"][:, 0] if river else np.full(count, np.nan)
    rides = riding.rides_an_hour(riding.works)
    low, _, high = rides_band(riding) if band and not river else (rides, rides, rides)
    return Summary(
        works=riding.works,
        rides=rides,
        rides_low=low,
        rides_high=high,
        low_m=span.low_m,
        high_m=span.high_m,
        small_ends=span.small_ends,
        big_ends=span.big_ends,
        sprint_m_s=riding.lying.sprint_m_s,
        stays_on=stays,
        floats=riding.lying.floats,
        names=span.names,
    )


def summary_of(
    hull: Hull, fins: FinSet, rider: Rider, spot: Spot, chunk: int = CHUNK, band: bool = False
) -> Summary:
    """What boards do for a rider in a water, ``chunk`` boards at a time.

    Args:
        hull: n boards, as ``labelled_hulls`` gives them.
        fins: their fins, in the same order.
        band: whether rides are also asked for with faces flatter and steeper.
    """
    if len(hull) <= chunk:
        # The hull itself keeps what was computed of it.
        return _summary(riding_of(hull, fins, rider, spot), band)
    pieces = [slice(start, start + chunk) for start in range(0, len(hull), chunk)]
    ridings = (riding_of(hull.rows(piece), fins.rows(piece), rider, spot) for piece in pieces)
    made = [_summary(riding, band) for riding in ridings]
    skipped = ("floats", "names")
    columns = [f.name for f in fields(Summary) if f.name not in skipped]
    joined = {name: np.concatenate([getattr(one, name) for one in made]) for name in columns}
    floats = {f.name: np.concatenate([getattr(one.floats, f.name) for one in made]) for f in fields(Floats)}
    return Summary(**joined, floats=Floats(**floats), names=made[0].names)
