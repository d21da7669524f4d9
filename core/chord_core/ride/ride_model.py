"""From behaviour to waves: what share of the waves that come turns into rides, and what limits it."""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import pairwise

import numpy as np

from chord_core.hull.contours import effective_deadrise
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array, IndexArray
from chord_core.memory import cached_property
from chord_core.physics import G
from chord_core.ride.chop import bare_impact_g, chop_drag, impact_terms
from chord_core.ride.entry import entry_terms
from chord_core.ride.fins import FleetFins
from chord_core.ride.foam import FIRST_GREEN, carried, foam_height, nerve_terms, rides_foam, with_foam
from chord_core.ride.indices import CHOP, HOLD, NERVE, OF_UNBROKEN, STAND, TAIL_HOLDS
from chord_core.ride.kernels.nose import clear_fast
from chord_core.ride.kernels.planing import cubic_weights, plane_boards
from chord_core.ride.kernels.tail import hold_boards, load_boards
from chord_core.ride.kernels.waves import gives, keep_boards
from chord_core.ride.measured_power import power_for
from chord_core.ride.nose import nose_clearance, nose_factor
from chord_core.ride.plane import Planing, plane_at
from chord_core.ride.prone import (
    PaddleState,
    paddle_state_compiled,
    paddle_state_plain,
    paddler_of,
    running_of,
)
from chord_core.ride.reference import quick_roll
from chord_core.ride.rides import met_by, product_of, rides_an_hour
from chord_core.ride.river import stays_on
from chord_core.ride.savitsky import outside_of
from chord_core.ride.standup import standing_factor
from chord_core.ride.sweet import LEVEL_DEG, SPEED_M_S, WET_SHARE, sweet_spot
from chord_core.ride.trim import keeping
from chord_core.ride.turn import (
    hold_beam_m,
    hold_need_m,
    hold_speed,
    lay_over,
    lean_tolerance_deg,
    roll_time,
)
from chord_core.surfer.defaults import Rider
from chord_core.tables import rungs
from chord_core.tables.calibration import calibration
from chord_core.water.conditions import Conditions
from chord_core.water.face import Face

#: Rungs up to which a full nose counts, from which the thin one does.
_RESISTS_UP_TO = "trimming"
#: Rung from which more steadiness than enough brings no more rides.
_SURE_FOOTED = "linking"
_STYLE_PUMPS = {"active": 1.0, "relaxed": 0.5}
#: Faces as remembered may be so much flatter or steeper.
SLOPE_UNSURE = 0.15
_UNSURE_WAYS = (1 - SLOPE_UNSURE, 1 + SLOPE_UNSURE)
#: What a fleet does on any face.
OF_ANY_FACE = {
    "weight_n",
    "roll_s",
    "pump",
    "impact",
    "still_hold_m_s",
    "hold_m_s",
    "sweet_m",
    "lean_deg",
    "stand",
}
#: The order in which the chances stand.
_ORDER = ("catch", "keep", "nose", "hold", "stand", "nerve", "entry", "lay")
#: Heights at which the range is looked for [m].
SCAN_M = np.geomspace(0.15, 6.0, 30)


@dataclass(frozen=True)
class FleetRide:
    """A fleet under one rider in one water, ready to be asked; results are (n,) unless said."""

    hull: Hull
    fins: FleetFins
    rider: Rider
    conditions: Conditions
    paddle_state: PaddleState
    fast: bool = True

    @cached_property
    def rho(self) -> float:
        """Density of the water with the air in it [kg/m3]."""
        return self.conditions.water_kg_m3 * (1 - self.conditions.aeration)

    @cached_property
    def weight_n(self) -> Array:
        """Weight of rider and board [N]."""
        return np.asarray((self.rider.standing_kg + self.hull.mass_kg) * G)

    @cached_property
    def usual(self) -> Face:
        """The usual face: middle height and slope of the bins."""
        slope = np.exp((self.conditions.bins.weight * np.log(self.conditions.bins.slope)).sum())
        return Face(np.array([self.conditions.days.usual_m]), np.array([slope]))

    @cached_property
    def along_m_s(self) -> float:
        """Speed through the water at the usual face [m/s]: along the wall, or the river's flow."""
        return self.conditions.flow_m_s if self.conditions.river else float(self.usual.along_m_s[0])

    def planing_at(self, speed_m_s: float) -> Planing:
        """Planing at one speed [m/s]."""
        foot = self.rider.foot_weight
        planes = self.paddle_state.planes
        if planes is None:
            return plane_at(self.hull, self.weight_n, np.full(len(self.hull), speed_m_s), self.rho, foot)
        out = np.empty((len(self.hull), 4))
        length, beam, deadrise, curvature, reach, weight = running_of(self.hull, self.rider.standing_kg, foot)
        first, weights = cubic_weights(np.array([speed_m_s]))
        plane_boards(planes.table, length, reach, beam, deadrise, curvature, weight, speed_m_s, first[0],
                     weights[0], self.rho, out)  # fmt: skip
        drag, wet, trim, load = out.T
        outside = outside_of(wet / beam, speed_m_s / np.sqrt(G * beam), trim)
        return Planing(drag, wet, trim, load, outside)

    @cached_property
    def planing(self) -> Planing:
        """Planing at that speed."""
        return self.planing_at(self.along_m_s)

    @cached_property
    def roll_s(self) -> Array:
        """Time to roll by 30 degrees [s], at 4.2 m/s."""
        wet = self.planing_at(calibration().roll_speed_m_s).wetted_m
        return roll_time(self.hull, self.rider.mass_kg, wet, self.rho)

    @cached_property
    def pump(self) -> Array:
        """Share of weight that pumping adds: the rung's, through the fins, by style, by how fast the board
        rolls against a performance shortboard."""
        quick = np.minimum(quick_roll(self.rider, self.rho) / self.roll_s, 1.0)
        quick = quick ** calibration().pump_roll  # Style counts a slow roll as well.
        return np.asarray(self.rider.rung.pumping * self.fins.pump * _STYLE_PUMPS[self.rider.style] * quick)

    @cached_property
    def impact(self) -> Array:
        """Impact of the water's chop at 5 m/s [g]."""
        return CHOP(self.impact_terms)

    @property
    def impact_terms(self) -> dict[str, Array]:
        """What the impact is made of."""
        speed = calibration().chop_speed_m_s
        trim, chop = self.planing_at(speed).trim_deg, self.conditions.chop_m
        bare = bare_impact_g(self.hull, self.rider.mass_kg, speed, chop, trim, self.rho)
        return impact_terms(self.hull, bare)

    @cached_property
    def still_hold_m_s(self) -> Array:
        """Speed at which the tail lets go on smooth water [m/s]."""
        if not self.fast:
            return hold_speed(self.hull, self.fins, self.weight_n, self.rho)
        out = np.empty(len(self.hull))
        need = hold_need_m(self.hull, self.fins, self.weight_n)
        hold_boards(need, hold_beam_m(self.hull), effective_deadrise(self.hull), self.weight_n, self.rho,
                    calibration().hold_trim_deg, out)  # fmt: skip
        return out

    @cached_property
    def hold_m_s(self) -> Array:
        """The same in this water's chop [m/s]."""
        return HOLD(self.hold_terms)

    @property
    def hold_terms(self) -> dict[str, Array]:
        """What hold in this water's chop is made of."""
        return {"v": self.still_hold_m_s, "a": self.impact}

    @cached_property
    def sweet_m(self) -> Array:
        """Sweet spot [m]."""
        foot = self.rider.foot_weight
        if not self.fast:
            return sweet_spot(self.hull, self.weight_n, self.rho, foot)
        ends = []
        for trim in LEVEL_DEG:
            ends.append(np.empty(len(self.hull)))
            load_boards(self.hull.fleet.length, self.hull.planing_beam_m(foot), effective_deadrise(self.hull),
                        self.weight_n, self.rho, SPEED_M_S, trim, WET_SHARE, ends[-1])  # fmt: skip
        return np.asarray(ends[0] - ends[1])

    @cached_property
    def lean_deg(self) -> Array:
        """Lean tolerance [deg]."""
        return lean_tolerance_deg(self.hull, self.rider.height_m, self.rider.foot_weight)

    @cached_property
    def stand(self) -> Array:
        """How well the rider stands: sweet spot and lean of the rung; with a paddle, float and steadiness
        too. For who links turns, more than enough is no more."""
        return STAND(self.stand_terms)

    @property
    def stand_terms(self) -> dict[str, Array | float]:
        """What standing is made of."""
        rung, paddle = self.rider.rung, self.rider.craft == "stand_up"
        return {
            "a": self.sweet_m,
            "A": rung.sweet_spot_need_m,
            "b": self.lean_deg,
            "B": rung.lean_need_deg,
            "p": standing_factor(self.hull, self.rider, self.rho) if paddle else 1.0,
            "e": self.stands_at_most,
        }

    @property
    def stands_at_most(self) -> float:
        """Share of take-offs beyond which more steadiness brings nothing."""
        sure = self.rider.rung.step >= rungs()[_SURE_FOOTED].step
        return calibration().stand_enough if sure else 1.0

    @cached_property
    def in_foam(self) -> bool:
        """Whether this rider rides broken waves."""
        return rides_foam(self.rider, self.conditions)

    def given_over_needed(self, face: Face) -> Array:
        """What each face gives over what trim needs, (n, m): over 1 a board runs."""
        c = calibration()
        lost = chop_drag(self.impact)
        planes = self.paddle_state.planes
        if planes is None:
            foot = self.rider.foot_weight
            given = keeping(self.hull, self.weight_n, face, self.pump, lost, self.rho, foot)
        else:
            given = np.empty((len(self.hull), len(face.height_m)))
            met = gives(face, c.along_slope)
            keep_boards(planes.table, planes.longest, lost, self.pump, c.drag_least, met.table, met.per_front,
                        met.first, met.weights, given)  # fmt: skip
        return given

    def _clear(self, face: Face) -> Array:
        control = self.rider.rung.trim_control_deg
        return (clear_fast if self.fast else nose_clearance)(self.hull, face, control)

    def _carried(self, face: Face) -> Array:
        lying = self.paddle_state
        return carried(lying.floats.lift_share, lying.sprint_m_s, self.foam_m(face))

    def _foam(self, face: Face) -> dict[str, Array]:
        foam = self.foam_m(face)
        return {
            "catch": self._carried(face),
            "stand": np.repeat(self.stand[:, None], len(foam), axis=1),
            "nerve": self._nerve(foam),
        }

    def taken_as_foam(self, face: Face) -> Array:
        """Of the waves that are missed unbroken the share that is taken as foam, (n, m): at the first level
        that catches unbroken waves, if board and foam carry."""
        return self._carried(face) * (calibration().foam_at_green if self.takes_foam_too else 0.0)

    @property
    def takes_foam_too(self) -> bool:
        """Whether this rider takes waves unbroken and, where they are missed, as foam."""
        return self.rider.rung.name == FIRST_GREEN and self.rider.craft == "prone" and not self.in_foam

    def foam_m(self, face: Face) -> Array:
        """Height of the foam [m], (m,)."""
        return foam_height(self.conditions, face.height_m)

    def _nerve(self, height_m: Array) -> Array:
        return np.repeat(NERVE(nerve_terms(self.rider, height_m))[None, :], len(self.hull), axis=0)

    def _river(self, face: Face) -> dict[str, Array]:
        slope = float(face.slope[0])
        stays = stays_on(self.hull, self.weight_n, self.conditions.flow_m_s, slope, self.pump, self.rho,
                         self.rider.foot_weight)  # fmt: skip
        hold = TAIL_HOLDS({"v": self.hold_m_s, "V": self.conditions.flow_m_s})
        rows = {"stays": stays, "hold": hold, "stand": self.stand}
        return {name: np.repeat(row[:, None], len(face.slope), axis=1) for name, row in rows.items()}

    def factors(self, face: Face) -> dict[str, Array]:
        """Every factor of the works share at these faces, each (n, m), 0-1."""
        if self.conditions.river:
            return self._river(face)
        if self.in_foam:
            return self._foam(face)
        recovers = self.rider.rung.step > rungs()[_RESISTS_UP_TO].step
        asked = self.chance_terms(face)
        found = {name: np.asarray(OF_UNBROKEN[name](terms)) for name, terms in asked.items()}
        found["nose"] = nose_factor(self.hull, face, self._clear(face), recovers)
        found["stand"] = np.repeat(self.stand[:, None], len(face.height_m), axis=1)
        found["nerve"] = self._nerve(face.height_m)
        found = {name: found[name] for name in _ORDER if name in found}
        return with_foam(found, self.taken_as_foam(face)) if self.takes_foam_too else found

    def chance_terms(self, face: Face) -> dict[str, dict[str, Array | float]]:
        """What the chances of an unbroken wave are made of, by their names, each (n, m)."""
        rung = self.rider.rung
        threshold = self.paddle_state.threshold(face.height_m)
        asked: dict[str, dict[str, Array | float]] = {
            "catch": {"s": face.slope[None, :], "t": threshold},
            "keep": {"k": self.given_over_needed(face)},
            "hold": {"v": self.hold_m_s[:, None], "V": face.along_m_s[None, :]},
            "entry": entry_terms(face, threshold, rung.pop_up_s, rung.turning_share),
        }
        if rung.bank_asked:
            stand_up = self.rider.craft == "stand_up"
            bank = lay_over(self.hull, self.rider.mass_kg, face.along_m_s, self.rho, stand_up)
            asked["lay"] = {"L": bank, "N": rung.bank_asked}
        return asked

    @cached_property
    def bins_face(self) -> Face:
        """The water's bins as faces, (m,)."""
        return Face(self.conditions.bins.face_m, self.conditions.bins.slope)

    @cached_property
    def by_bin(self) -> Array:
        """Works share in each bin, (n, m)."""
        return product_of(self.in_bins)

    @cached_property
    def in_bins(self) -> dict[str, Array]:
        """Factors in each bin, (n, m)."""
        return self.factors(self.bins_face)

    @cached_property
    def works(self) -> Array:
        """Share of the waves that come which turn into rides."""
        return np.asarray(self.by_bin @ self.conditions.bins.weight)

    def rides_an_hour(self, works: Array) -> Array:
        """Rides an hour for a works share: a ride, the way out, a rest, and waiting for the next that
        works."""
        return rides_an_hour(self.conditions, self.along_m_s, self.paddle_state.cruise_m_s, works)

    def first(self, count: int) -> FleetRide:
        """The same for the first ``count`` boards, with what is known of them already."""
        if count >= len(self.hull):
            return self
        rows = slice(0, count)
        return self.on_boards(self.hull.piece(count, 0), self.fins.rows(rows), *self.known(rows))

    def known(self, which: IndexArray | slice) -> tuple[PaddleState, dict[str, Array]]:
        """How some boards lie, and what was found of them that is so on any face, by its name."""
        found = {name: self.__dict__[name][which] for name in OF_ANY_FACE if name in self.__dict__}
        return self.paddle_state.rows(which), {**found, "works": self.works[which]}

    def on_boards(self, hull: Hull, fins: FleetFins, lie: PaddleState, known: dict[str, Array]) -> FleetRide:
        """The same rider and water on other boards: how they lie, and what is ``known`` of them."""
        made = replace(self, hull=hull, fins=fins, paddle_state=lie)
        made.__dict__.update(known)
        return made

    @cached_property
    def _elsewhere(self) -> list[dict[str, Array]]:
        """Factors at the heights of the scan on the usual slope, and in the bins with all faces flatter and
        steeper by what one can be wrong, each (n, heights or m); asked for together, which costs least."""
        bins, usual = self.conditions.bins, np.full(len(SCAN_M), self.usual.slope[0])
        height = np.concatenate([SCAN_M, bins.face_m, bins.face_m])
        slope = np.concatenate([usual, *(bins.slope * way for way in _UNSURE_WAYS)])
        found = self.factors(Face(height, slope))
        ends = np.cumsum([0, len(SCAN_M), len(bins.slope), len(bins.slope)])
        return [{name: rows[:, a:b] for name, rows in found.items()} for a, b in pairwise(ends)]

    @property
    def scan(self) -> dict[str, Array]:
        """Factors at the heights of ``SCAN_M`` on the usual slope, each (n, heights)."""
        return self._elsewhere[0]

    @property
    def unsure(self) -> list[tuple[float, dict[str, Array]]]:
        """Factors in the bins, (n, m), with all faces flatter and steeper, behind their part of the slope."""
        return list(zip(_UNSURE_WAYS, self._elsewhere[1:], strict=True))


def build_fleet_ride(
    hull: Hull, fins: FleetFins, rider: Rider, conditions: Conditions, fast: bool = True, full: bool = True
) -> FleetRide:
    """Make a fleet ready to be asked what it does under a rider in a water.

    Args:
        hull: n boards, as ``labelled_hulls`` gives them.
        fins: their fins, in the same order.
        fast: the compiled form; else the plain one.
        full: whether take-off is asked for even where it decides nothing, on a river and in foam.
    """
    rho = conditions.water_kg_m3 * (1 - conditions.aeration)
    paddler = paddler_of(rider, power_for(rider, rho))
    if fast:
        takes_off = full or not (conditions.river or rides_foam(rider, conditions))
        paddle_state = paddle_state_compiled(hull, paddler, rho, takes_off, conditions.bins.face_m.max())
    else:
        paddle_state = paddle_state_plain(hull, paddler, rho)
    paddle_state = replace(paddle_state, takeoff=rider.learned.takeoff)
    return FleetRide(hull, fins, rider, met_by(rider, conditions), paddle_state, fast)
