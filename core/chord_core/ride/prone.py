"""From lying down to standing up: float, paddling speed, drag and take-off of a fleet under one rider.

Two forms of the same: ``paddle_state_plain`` calls the readable modules, ``paddle_state_compiled`` the
compiled kernel. The application uses the compiled one; a test holds them together.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from chord_core.hull.contours import effective_deadrise, planing_curvature
from chord_core.hull.hull import Hull
from chord_core.hull.stations import SHARE, WEIGHT, Array, IndexArray
from chord_core.kernel import in_two_threads
from chord_core.physics import G
from chord_core.ride.columns import take
from chord_core.ride.float import Floats, float_prone, lift_terms
from chord_core.ride.immersed import Immersed, immersed_hull
from chord_core.ride.indices import DUCK_DIVE, LIFT_SHARE
from chord_core.ride.kernels.floating import float_boards
from chord_core.ride.kernels.paddling import spline_columns
from chord_core.ride.kernels.planing import SPEED_COUNT, TRIALS, table_boards
from chord_core.ride.kernels.takeoff import drag_boards
from chord_core.ride.paddle import paddling_speed
from chord_core.ride.plane import reach_m
from chord_core.ride.standup import float_standing
from chord_core.ride.takeoff import CARRIES, Launch, Start, launch_of, rows_of, takeoff_slope
from chord_core.ride.thresholds import Thresholds, heights_for
from chord_core.ride.wave_drag import DRAUGHT_OF_LENGTH, spline_knots
from chord_core.surfer.body import Body, lying_body
from chord_core.surfer.defaults import Rider
from chord_core.surfer.power import Power


@dataclass(frozen=True)
class Planes:
    """Drag over weight of a fleet over tabled speeds and wetted lengths (n, s, t), longest wetted length
    [m] and least drag over weight at each speed (n, s)."""

    table: Array
    longest: Array
    least: Array


@dataclass(frozen=True)
class PaddleState:
    """A fleet before anybody stands, (n,): how it floats, speeds [m/s].

    The take-off threshold comes from ``thresholds`` in the fast form, which also has ``planes``; in the plain
    form it is solved from the ``launch`` at the heights that are asked. Both are None where nobody takes off.
    ``takeoff``: the factor on it that sessions have taught.
    """

    floats: Floats
    immersed: Immersed
    sprint_m_s: Array
    cruise_m_s: Array
    thresholds: Thresholds | None = None
    planes: Planes | None = None
    launch: Launch | None = None
    takeoff: float | Array = 1.0

    def rows(self, which: IndexArray | slice) -> PaddleState:
        """The same of some boards."""
        launch = self.launch and rows_of(self.launch, np.arange(len(self.sprint_m_s))[which])
        return replace(take(replace(self, launch=None), which), launch=launch)

    def threshold(self, height_m: Array) -> Array:
        """The least slope of a face of these heights [m] that is caught, (n, m).

        Raises:
            ValueError: it was not solved, for nobody takes off here.
        """
        return np.asarray(self.takeoff * self._by_power(height_m))

    def _by_power(self, height_m: Array) -> Array:
        if self.thresholds is not None:
            return self.thresholds.at(height_m)
        if self.launch is None:
            raise ValueError("take-off was not solved for this fleet: it stands on a river or in foam")
        asked, back = np.unique(height_m, return_inverse=True)
        count = len(self.sprint_m_s)
        every = rows_of(self.launch, np.repeat(np.arange(count), len(asked)))
        found = takeoff_slope(every, np.tile(asked, count)).reshape(count, len(asked))
        return np.asarray(found[:, back])


@dataclass(frozen=True)
class Paddler:
    """A rider as take-off needs one: the body lying (None when standing), mass with wetsuit and kit [kg],
    power, how a start is made, and where the weight stands."""

    body: Body | None
    mass_kg: float
    power: Power
    start: Start
    foot_weight: str


def paddler_of(rider: Rider, power: Power) -> Paddler:
    """The rider lying down, or standing with a paddle."""
    body = lying_body(rider.mass_kg, rider.height_m, rider.wetsuit_mm)
    if rider.craft == "stand_up":
        return Paddler(None, rider.standing_kg, power, Start.standing(), rider.foot_weight)
    return Paddler(body, body.mass_kg, power, Start.prone(), rider.foot_weight)


def _still(hull: Hull, paddler: Paddler, rho: float) -> tuple[Floats, Immersed]:
    if paddler.body is None:
        return float_standing(hull, paddler.mass_kg, rho)
    floats = float_prone(hull, paddler.body, rho)
    return floats, immersed_hull(hull, paddler.body, floats)


def paddle_state_plain(hull: Hull, paddler: Paddler, rho: float) -> PaddleState:
    """The plain form."""
    floats, immersed = _still(hull, paddler, rho)
    launch = launch_of(hull, immersed, paddler.mass_kg, paddler.power.sprint_w, rho, paddler.start,
                       paddler.foot_weight)  # fmt: skip
    return PaddleState(
        floats=floats,
        immersed=immersed,
        sprint_m_s=launch.sprint_m_s,
        cruise_m_s=paddling_speed(immersed, paddler.power.cruise_w, rho),
        launch=launch,
    )


def float_fast(hull: Hull, body: Body, rho: float) -> Floats:
    """``float_prone`` by the compiled kernel."""
    out = np.empty((len(hull), 5))
    float_boards(SHARE, WEIGHT, hull.rocker, hull.thickness, hull.section_m2, hull.fleet.length,
                        hull.mass_kg, hull.centre_of_volume_m, body.place, body.mass, body.volume,
                        body.thick, body.height_m, rho, out)  # fmt: skip
    share = LIFT_SHARE(lift_terms(hull, body.mass_kg, rho))
    trim, clear, sink, feet, borne = out.T
    return Floats(trim, clear, sink, feet, share, DUCK_DIVE({"l": share}), borne)


def running_of(hull: Hull, mass_kg: float, foot_weight: str) -> tuple[Array, ...]:
    """What the kernel needs of a planing fleet: length, beam, deadrise, curvature, reach, weight."""
    return (
        hull.fleet.length,
        hull.planing_beam_m(foot_weight),
        effective_deadrise(hull),
        planing_curvature(hull),
        reach_m(hull, foot_weight),
        (mass_kg + hull.mass_kg) * G,
    )


def _planes(hull: Hull, paddler: Paddler, rho: float) -> Planes:
    table = np.empty((len(hull), SPEED_COUNT, TRIALS))
    longest, least = np.empty((len(hull), SPEED_COUNT)), np.empty((len(hull), SPEED_COUNT))
    running = running_of(hull, paddler.mass_kg, paddler.foot_weight)

    def loop(at: slice) -> None:
        table_boards(*(row[at] for row in running), rho, table[at], longest[at], least[at])

    in_two_threads(loop, len(hull))
    return Planes(table, longest, least)


def paddle_state_compiled(
    hull: Hull, paddler: Paddler, rho: float, takes_off: bool = True, highest_m: float = np.inf
) -> PaddleState:
    """The fast form: the compiled kernel, one pass a board.

    Args:
        takes_off: whether the threshold of take-off is asked for, a third of the work.
        highest_m: height of the faces [m] up to which it is solved at once; of higher ones when it is asked
            for.
    """
    if paddler.body is None:
        floats, immersed = float_standing(hull, paddler.mass_kg, rho)
    else:
        floats = float_fast(hull, paddler.body, rho)
        immersed = immersed_hull(hull, paddler.body, floats)
    planes = _planes(hull, paddler, rho)
    spline = spline_knots()
    ratio = np.clip(immersed.draught / immersed.length, DRAUGHT_OF_LENGTH[0], DRAUGHT_OF_LENGTH[-1])
    columns = spline_columns(spline, np.log(ratio))
    mass, power, start = paddler.mass_kg + hull.mass_kg, paddler.power, paddler.start
    speeds, heights = np.empty((len(hull), 2)), heights_for(highest_m)
    carries, weight, push = CARRIES * immersed.length, mass * G, start.push_share * paddler.mass_kg * G
    thresholds = Thresholds.unsolved(carries, mass, power.sprint_w, push, start.sprint_share, heights)

    def loop(at: slice) -> None:
        drag_boards(immersed.length[at], immersed.beam[at], immersed.wetted[at], immersed.frontal[at],
                    spline[0], columns[at], rho, power.sprint_w, power.cruise_w, weight[at], planes.least[at],
                    thresholds.drag[at], speeds[at])  # fmt: skip
        thresholds.sprint[at] = speeds[at, 0]
        if takes_off:
            thresholds.solve(at, 0, heights)

    in_two_threads(loop, len(hull))
    return PaddleState(
        floats=floats,
        immersed=immersed,
        sprint_m_s=thresholds.sprint,
        cruise_m_s=speeds[:, 1],
        thresholds=thresholds if takes_off else None,
        planes=planes,
    )
