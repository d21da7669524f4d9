"""Float: how deep and at what trim a board lies under a paddling rider in still water.

Archimedes and the balance of moments, nothing else: weight of rider and board is borne by the
immersed part of board and body, and the rider lies where the moments balance. The surfer shifts so
that the nose tip clears the water by 1 cm, between 1 and 12 degrees of trim (``model.md`` section 4).
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.hull.hull import Hull
from chord_core.hull.roots import rising_roots
from chord_core.hull.stations import SHARE, WEIGHT, Array
from chord_core.memory import cached_property
from chord_core.ride.indices import DUCK_DIVE, LIFT_SHARE
from chord_core.surfer.body import Body

TRIM_LEAST, TRIM_MOST = np.radians(1.0), np.radians(12.0)
NOSE_CLEAR_M = 0.01
#: How far the nose may rise over, or dip under, its 1 cm when the trim is at its end [m].
RISE_M, _DIP_M = 0.35, 0.6
#: Clearance of the nose at which the search ends: a rider who is not borne there sinks with the board.
DEEPEST_NOSE_M = NOSE_CLEAR_M - _DIP_M
_STEPS = 22
_SHIFT_STEPS = 4
#: How far the feet may lie behind the tail, and how far behind the tip they must, in body heights; the room
#: that they have at least [m].
FEET_BEHIND, CHEST_BEHIND, FEET_ROOM_M = 0.62, 0.85, 0.05


@dataclass(frozen=True)
class Floats:
    """How n boards float a rider, (n,).

    ``sink_m``: depth of the deck's middle under the water; negative when it is dry.
    ``feet_m``: the feet from the tail, negative behind it. ``lift_share``: share of the body's
    weight that the board can bear. ``duck_dive``: lift over .7 of body weight; higher is harder.
    ``immersed_kg``: mass of water displaced by board and body.
    """

    trim_rad: Array
    nose_clear_m: Array
    sink_m: Array
    feet_m: Array
    lift_share: Array
    duck_dive: Array
    immersed_kg: Array


@dataclass(frozen=True)
class _Lying:
    """The problem: boards, body, water."""

    hull: Hull
    body: Body
    rho: float

    def plane(self, u: Array) -> tuple[Array, Array, Array]:
        """Water plane for ``u`` in 0-3 (n,), deeper as u grows: tangent of trim, height of the water
        over the bottom's datum at the tail [m], clearance of the nose tip [m].

        First the nose comes down at least trim, then the trim opens, then the nose goes under.
        """
        trim = TRIM_LEAST + (TRIM_MOST - TRIM_LEAST) * np.clip(u - 1, 0, 1)
        clear = NOSE_CLEAR_M + RISE_M * np.clip(1 - u, 0, 1) - _DIP_M * np.clip(u - 2, 0, 1)
        slope = np.tan(trim)
        return slope, self.hull.rocker[:, -1] - clear + self.hull.fleet.length * slope, clear

    @cached_property
    def deck(self) -> Array:
        """Height of the deck under the body [m], taken level at the middle's, (n,)."""
        middle = len(SHARE) // 2
        return np.asarray(self.hull.rocker[:, middle] + self.hull.thickness[:, middle])

    def board_kg(self, slope: Array, at_tail: Array) -> tuple[Array, Array]:
        """Water displaced by the board [kg] and its moment about the tail [kg m]."""
        length = self.hull.fleet.length[:, None]
        water = at_tail[:, None] - slope[:, None] * SHARE * length
        wet = np.minimum(np.maximum((water - self.hull.rocker) * self._per_thickness, 0), 1)
        by_length = wet * self._kg_by_station
        return by_length.sum(axis=1), (by_length @ SHARE) * length[:, 0]

    def body_kg(self, slope: Array, at_tail: Array, feet: Array) -> tuple[Array, Array, Array]:
        """Water displaced by the body [kg], its moment about the tail [kg m], and how fast that
        moment grows as the body moves forward [kg]."""
        body = self.body
        place = feet[:, None] + body.place
        deep = (at_tail - self.deck)[:, None] - slope[:, None] * place
        cut = (deep > 0) & (deep < body.thick)
        by_slice = np.minimum(np.maximum(deep * self._kg_per_m, 0), self._kg_whole)
        growth = by_slice - np.where(cut, self._kg_per_m * slope[:, None] * place, 0)
        return by_slice.sum(axis=1), (by_slice * place).sum(axis=1), growth.sum(axis=1)

    @cached_property
    def _per_thickness(self) -> Array:
        return np.asarray(1 / np.maximum(self.hull.thickness, 1e-6))

    @cached_property
    def _kg_by_station(self) -> Array:
        return np.asarray(self.rho * self.hull.section_m2 * WEIGHT * self.hull.fleet.length[:, None])

    @cached_property
    def _board_moment(self) -> Array:
        return np.asarray(self.hull.mass_kg * self.hull.centre_of_volume_m)

    @cached_property
    def _kg_whole(self) -> Array:
        return np.asarray(self.rho * self.body.volume)

    @cached_property
    def _kg_per_m(self) -> Array:
        return np.asarray(self.rho * self.body.volume / self.body.thick)

    def feet(self, slope: Array, at_tail: Array, borne_moment: Array, start: Array) -> Array:
        """Where the feet lie [m from the tail] so that the moments balance.

        ``borne_moment`` [kg m] is that of the water which the board displaces.

        Further forward the trim lifts the body out and its weight stands further forward, so there
        is one place: Newton's steps from ``start``, held inside a closing bracket.
        """
        height = self.body.height_m
        low = np.full(len(self.hull), -FEET_BEHIND * height)
        high = np.maximum(self.hull.fleet.length - CHEST_BEHIND * height, low + FEET_ROOM_M)
        board = borne_moment - self._board_moment
        mass, at_feet = self.body.mass_kg, float((self.body.mass * self.body.place).sum())
        feet = np.clip(start, low, high)
        for _ in range(_SHIFT_STEPS):
            _, borne, growth = self.body_kg(slope, at_tail, feet)
            spare = board + borne - mass * feet - at_feet
            low, high = np.where(spare > 0, feet, low), np.where(spare > 0, high, feet)
            newton = feet - spare / np.minimum(growth - mass, -1e-6)
            inside = (newton >= low) & (newton <= high)
            feet = np.where(inside, newton, (low + high) / 2)
        return np.asarray(feet)


def lift_terms(hull: Hull, rider_kg: float, rho: float) -> dict[str, Array | float]:
    """What ``LIFT_SHARE`` is made of."""
    return {"rho": rho, "V": hull.volume_m3, "m": hull.mass_kg, "M": rider_kg}


def float_prone(hull: Hull, body: Body, rho: float) -> Floats:
    """Solve sink and trim of every board under one lying rider.

    Args:
        hull: n boards.
        body: the rider (``surfer.body.lying_body``).
        rho: density of the water [kg/m3].
    """
    lying = _Lying(hull, body, rho)
    load = body.mass_kg + hull.mass_kg
    feet: Array = np.zeros(len(hull))

    def spare(u: Array) -> Array:
        nonlocal feet
        slope, at_tail, _ = lying.plane(u)
        board, moment = lying.board_kg(slope, at_tail)
        feet = lying.feet(slope, at_tail, moment, feet)
        return np.asarray(board + lying.body_kg(slope, at_tail, feet)[0] - load)

    u = rising_roots(spare, np.zeros(len(hull)), np.full(len(hull), 3.0), _STEPS)
    borne = spare(u) + load
    slope, at_tail, clear = lying.plane(u)
    share = LIFT_SHARE(lift_terms(hull, body.mass_kg, rho))
    return Floats(
        trim_rad=np.arctan(slope),
        nose_clear_m=clear,
        sink_m=at_tail - slope * hull.fleet.length / 2 - lying.deck,
        feet_m=feet,
        lift_share=share,
        duck_dive=DUCK_DIVE({"l": share}),
        immersed_kg=borne,
    )
