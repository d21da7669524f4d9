"""Take-off thresholds of a fleet by height of the face: solved from the lowest height up, as far as waves are
asked for."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from chord_core.hull.curves import monotone_cubic
from chord_core.hull.stations import Array, IndexArray
from chord_core.kernel import in_two_threads
from chord_core.memory import cached_property
from chord_core.ride.kernels.threshold import takeoff_boards
from chord_core.ride.takeoff import SPEEDS

#: Heights [m] at which the fast form solves take-off; between them the logarithm of the threshold is a cubic
#: spline.
HEIGHTS = np.geomspace(0.2, 5.0, 11)
_LOG = np.log(HEIGHTS)


def heights_for(height_m: float) -> int:
    """How many of ``HEIGHTS``, from the lowest, the spline asks for up to a height [m]: two beyond the piece
    in which it lies."""
    return min(int(np.searchsorted(HEIGHTS, height_m, side="right")) + 2, len(HEIGHTS))


@dataclass(frozen=True)
class Thresholds:
    """What take-off is solved from, and the solution: n boards under one rider, (n,) unless said.

    Length that carries [m], mass with the rider [kg], sprint [m/s], drag at even speeds [N] (n, SPEEDS);
    ``log_slope`` (n, heights) the natural logarithm of the thresholds, ``places`` (n, heights) where the
    search found them, ``solved`` how many heights of each board; power [W], greatest push [N] and the share
    of the sprint with which a start is made.
    """

    carries: Array
    mass: Array
    sprint: Array
    drag: Array
    log_slope: Array
    places: Array
    solved: IndexArray
    power: float
    push: float
    sprint_share: float

    @classmethod
    def unsolved(
        cls, carries: Array, mass: Array, power: float, push: float, sprint_share: float, heights: int
    ) -> Thresholds:
        """Before sprint and drag are known, and ``solve`` was asked for the first ``heights``."""
        count = len(mass)
        return cls(
            carries, mass, np.empty(count), np.empty((count, SPEEDS)), np.empty((count, len(HEIGHTS))),
            np.empty((count, len(HEIGHTS))), np.full(count, heights), power, push, sprint_share,
        )  # fmt: skip

    def solve(self, at: slice, begin: int, end: int) -> None:
        """Solve some boards at the heights from ``begin`` to before ``end``."""
        takeoff_boards(
            HEIGHTS, begin, end, self.sprint_share, self.carries[at], self.mass[at], self.power, self.push,
            self.sprint[at], self.drag[at], self.places[at], self.log_slope[at],
        )  # fmt: skip

    @cached_property
    def _whole(self) -> Thresholds:
        """The same at all heights."""
        count, begin = len(self.mass), int(self.solved.min(initial=len(HEIGHTS)))
        made = replace(self, log_slope=self.log_slope.copy(), places=self.places.copy(),
                       solved=np.full(count, len(HEIGHTS)))  # fmt: skip
        in_two_threads(lambda at: made.solve(at, begin, len(HEIGHTS)), count)
        return made

    def at(self, height_m: Array) -> Array:
        """The least slope of a face of these heights [m] that is caught, (n, m)."""
        solved = int(self.solved.min(initial=len(HEIGHTS)))
        if heights_for(float(np.max(height_m))) > solved:
            return self._whole.at(height_m)
        held, knots = np.clip(np.log(height_m), _LOG[0], _LOG[-1]), _LOG[:solved]
        many = np.broadcast_to(knots, (len(self.mass), solved))
        places = np.broadcast_to(held, (len(many), len(held)))
        return np.exp(monotone_cubic(many, self.log_slope[:, :solved], places))
