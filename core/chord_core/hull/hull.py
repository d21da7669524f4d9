"""The hull of a fleet: curves at the stations and what follows from them."""

from __future__ import annotations

import itertools
from dataclasses import dataclass, fields

import numpy as np

from chord_core.cancellation import check_cancelled
from chord_core.hull.constants import (
    CONTACTS,
    FITTINGS_KG,
    HELD_TAIL,
    PLANING_SHARE,
    STRINGER_KG_M3,
    STRINGER_M,
    SWING_PIVOT_SHARE,
    TURNING_M,
)
from chord_core.hull.curves import fitted_curvature, rocker_curve, thickness_curve
from chord_core.hull.fleet import Fleet
from chord_core.hull.outline import draw_outline
from chord_core.hull.stations import SHARE, WEIGHT, Array, IndexArray, at_share, integral_over, mean_over
from chord_core.memory import Memory, cached_property
from chord_core.units import FOOT_M

#: A fair curve that misses a one-foot width by more than this [m] is flagged.
MISSED_M = 0.004
#: Of more boards than this nothing is kept between two answers.
_KEPT_IN_PIECES = 5000
#: What a ride asks of a hull, but for the planing beams.
_OF_A_RIDE = (
    "litres",
    "centre_of_volume_m",
    "thirds_m3",
    "roll_kg_m2",
    "swing_kg_m2",
    "rocker_curvature",
    "rail_curvature",
    "outline_curvature",
    "turning_beam_m",
    "rear_vee_deg",
    "front_vee_deg",
    "rear_concave_deg",
    "tip_over_chord",
    "held_area_m2",
    "held_curvature",
)


@dataclass(frozen=True)
class Hull:
    """Curves of n boards at the stations, (n, COUNT), SI units; results are (n,) unless said."""

    fleet: Fleet
    half_width: Array
    notch_half: Array
    rocker: Array
    thickness: Array
    missed_m: Array
    unsure_l: Array

    def __len__(self) -> int:
        return len(self.fleet)

    def rows(self, which: Array | IndexArray | slice) -> Hull:
        """Return the boards ``which`` (a mask, indices or a slice), with what was worked out of them."""
        curves = {f.name: getattr(self, f.name)[which] for f in fields(self) if f.name != "fleet"}
        made = Hull(fleet=self.fleet.rows(which), **curves)
        more = self._known.keys() - curves.keys()
        made.__dict__.update({name: self.__dict__[name][which] for name in more})
        made.__dict__["_planing_beams"] = {foot: row[which] for foot, row in self._planing_beams.items()}
        return made

    @property
    def _known(self) -> dict[str, Array]:
        """What stands here of every board."""
        return {name: values for name, values in self.__dict__.items() if isinstance(values, np.ndarray)}

    def worked_out(self) -> Hull:
        """These boards with all that a ride asks of them, whoever rides: worked out once for a rack, of which
        some are ridden now and others then."""
        for name in _OF_A_RIDE:
            getattr(self, name)
        for foot in PLANING_SHARE:
            self.planing_beam_m(foot)
        return self

    def joined(self, other: Hull) -> Hull:
        """Return these boards with those of another hull behind them, with what was worked out of both."""
        names = [f.name for f in fields(self) if f.name != "fleet"]
        both = {
            name: np.concatenate([values, other._known[name]])
            for name, values in self._known.items()
            if name in other._known
        }
        made = Hull(fleet=self.fleet.joined(other.fleet), **{name: both.pop(name) for name in names})
        made.__dict__.update(both)
        mine, theirs = self._planing_beams, other._planing_beams
        made.__dict__["_planing_beams"] = {
            foot: np.concatenate([row, theirs[foot]]) for foot, row in mine.items() if foot in theirs
        }
        return made

    @cached_property
    def _pieces(self) -> Memory:
        return Memory(_KEPT_IN_PIECES)

    def piece(self, size: int, at: int) -> Hull:
        """Piece number ``at`` of these boards in pieces of ``size``; kept, with all that is computed of it,
        if they are not too many."""
        rows = slice(at * size, (at + 1) * size)
        if len(self) > _KEPT_IN_PIECES:
            return self.rows(rows)
        return self._pieces.once((size, at), lambda: self.rows(rows))

    def integral(self, values: Array) -> Array:
        """Integral over the length of station values (n, COUNT)."""
        return np.asarray((values * WEIGHT).sum(axis=1) * self.fleet.length)

    @cached_property
    def foam_width(self) -> Array:
        """Width [m] with the cut between the tips taken out, (n, COUNT)."""
        return np.asarray(2 * (self.half_width - self.notch_half))

    @cached_property
    def section_m2(self) -> Array:
        """Section area [m2], (n, COUNT). Thickness is taken to the plane of the rails: concave
        takes two thirds of its depth x width, belly adds as much, vee adds half."""
        contour = 2 / 3 * (self.fleet.belly - self.fleet.concave) + self.fleet.vee / 2
        tall = self.fleet.fullness[:, None] * self.thickness + contour[:, None]
        return np.asarray(np.maximum(tall, 0) * self.foam_width)

    @cached_property
    def volume_m3(self) -> Array:
        """Volume [m3]."""
        return self.integral(self.section_m2)

    @cached_property
    def litres(self) -> Array:
        """Volume [L]."""
        return np.asarray(self.volume_m3 * 1e3)

    @cached_property
    def planform_m2(self) -> Array:
        """Area seen from above [m2]."""
        return self.integral(self.foam_width)

    @cached_property
    def centre_of_volume_m(self) -> Array:
        """Centre of volume from the tail [m]."""
        moment = self.integral(self.section_m2 * SHARE) * self.fleet.length
        return np.asarray(moment / self.volume_m3)

    @cached_property
    def thirds_m3(self) -> Array:
        """Volume of the rear, middle and front third [m3], (n, 3)."""
        edges = np.linspace(0, 1, 4)
        parts = [integral_over(self.section_m2, a, b) for a, b in itertools.pairwise(edges)]
        shares = np.stack(parts, axis=1)
        return np.asarray(shares / shares.sum(axis=1, keepdims=True) * self.volume_m3[:, None])

    @cached_property
    def _planing_beams(self) -> dict[str, Array]:
        return {}

    def planing_beam_m(self, foot_weight: str = "even") -> Array:
        """Mean width of the rear part that planes [m]; shorter under a back-footed rider."""
        if foot_weight not in self._planing_beams:
            made = mean_over(2 * self.half_width, 0.0, PLANING_SHARE[foot_weight])
            self._planing_beams[foot_weight] = made
        return self._planing_beams[foot_weight]

    @cached_property
    def rocker_curvature(self) -> Array:
        """Curvature [1/m] of the bottom over the rear three quarters (parabola fitted)."""
        return fitted_curvature(self.rocker, self.fleet.length, 0.0, 0.75)

    @cached_property
    def rear_curvature(self) -> Array:
        """Curvature [1/m] of the bottom over the rear half (parabola fitted)."""
        return fitted_curvature(self.rocker, self.fleet.length, 0.0, 0.50)

    @cached_property
    def tail_curvature(self) -> Array:
        """Curvature [1/m] of the bottom over the rear quarter: a kick in the last foot counts here."""
        return fitted_curvature(self.rocker, self.fleet.length, 0.0, 0.25)

    @cached_property
    def rail_curvature(self) -> Array:
        """Curvature [1/m] of the line on which a turning board runs: the bottom from .12 to .50 of length,
        concave added (the rail lies below the stringer)."""
        plain = fitted_curvature(self.rocker, self.fleet.length, 0.12, 0.50)
        return np.asarray(plain + 4.8 * self.fleet.concave_rear / (0.75 * self.fleet.length) ** 2)

    @cached_property
    def outline_curvature(self) -> Array:
        """Curvature [1/m] of the rear outline as a parabola from the wide point through the one-foot width;
        the tail block is left out, or pins would turn like shortboards."""
        fleet = self.fleet
        wide_at = fleet.length / 2 + fleet.wide_point
        return np.asarray((fleet.width - fleet.tail_width) / (wide_at - FOOT_M) ** 2)

    def _angle_deg(self, depth_m: Array) -> Array:
        """Angle [deg] of a contour this deep [m] at the stringer over the half planing beam."""
        return np.asarray(np.degrees(np.arctan(depth_m / (self.planing_beam_m() / 2))))

    @cached_property
    def rear_vee_deg(self) -> Array:
        """Vee or belly of the rear half [deg]."""
        return self._angle_deg(self.fleet.vee_rear + self.fleet.belly_rear)

    @cached_property
    def front_vee_deg(self) -> Array:
        """Vee or belly of the front half [deg]."""
        return self._angle_deg(self.fleet.vee_front + self.fleet.belly_front)

    @cached_property
    def rear_concave_deg(self) -> Array:
        """Concave of the rear half [deg]."""
        return self._angle_deg(self.fleet.concave_rear)

    @cached_property
    def tip_over_chord(self) -> Array:
        """Height of the nose tip over the line through the two contacts of a free nose, over length."""
        rear, front = (at_share(self.rocker, share) for share in CONTACTS)
        rise = (front - rear) / (CONTACTS[1] - CONTACTS[0])
        return np.asarray((self.rocker[:, -1] - rear - rise * (1 - CONTACTS[0])) / self.fleet.length)

    @cached_property
    def held_area_m2(self) -> Array:
        """Area [m2] of the tail that the water holds down under a nose-rider."""
        return np.asarray(integral_over(self.foam_width, 0.0, HELD_TAIL) * self.fleet.length)

    @cached_property
    def held_curvature(self) -> Array:
        """Curvature [1/m] of that tail's bottom (parabola fitted)."""
        return fitted_curvature(self.rocker, self.fleet.length, 0.0, HELD_TAIL)

    @cached_property
    def turning_beam_m(self) -> Array:
        """Mean width [m] of the rear .80 m."""
        share = np.minimum(TURNING_M / self.fleet.length, 1.0)
        return mean_over(2 * self.half_width, 0.0, share)

    @cached_property
    def edge_m(self) -> Array:
        """Length [m] of the hard edge along one rail."""
        steps = np.diff(SHARE) * self.fleet.length[:, None]
        way = np.hypot(steps, np.diff(self.half_width, axis=1))
        middle = (SHARE[1:] + SHARE[:-1]) / 2 * self.fleet.length[:, None]
        ahead = np.clip((self.fleet.edge[:, None] - middle) / steps + 0.5, 0, 1)
        return np.asarray((way * ahead).sum(axis=1))

    @cached_property
    def roll_kg_m2(self) -> Array:
        """Roll inertia [kg m2] about the stringer: foam as a plate, skin as two plates and two rails."""
        wide, thick = self.foam_width, self.thickness
        skin = (wide**3 / 6 + thick * wide**2 / 2) / np.maximum(2 * (wide + thick), 1e-9)
        fleet = self.fleet
        along = fleet.foam[:, None] * self.section_m2 * wide**2 / 12
        along = along + fleet.skin[:, None] * self.girth_m * skin
        scale = (self.mass_kg - FITTINGS_KG) / self.integral(self.mass_per_m)
        return np.asarray(self.integral(along) * scale)

    @cached_property
    def girth_m(self) -> Array:
        """Way round the section [m], (n, COUNT): between an ellipse (Ramanujan 1914) and a box,
        by how full the section is; exact for both."""
        a, b = self.foam_width / 2, self.thickness / 2
        root = np.sqrt(np.maximum((3 * a + b) * (a + 3 * b), 0))
        ellipse = np.pi * (3 * (a + b) - root)
        box = 4 * (a + b)
        full = (self.fleet.fullness - np.pi / 4) / (1 - np.pi / 4)
        return np.asarray(ellipse + np.clip(full, -0.3, 1)[:, None] * (box - ellipse))

    @cached_property
    def surface_m2(self) -> Array:
        """Skin area [m2] of deck, rails and bottom; the ends are closed by their last section."""
        ends = self.section_m2[:, 0] + self.section_m2[:, -1]
        return np.asarray(self.integral(self.girth_m) + ends)

    @cached_property
    def mass_per_m(self) -> Array:
        """Mass by length [kg/m] of foam, skin and stringer, (n, COUNT)."""
        fleet = self.fleet
        stringer = fleet.stringer[:, None] * STRINGER_M * STRINGER_KG_M3 * self.thickness
        foam = fleet.foam[:, None] * self.section_m2
        return np.asarray(foam + fleet.skin[:, None] * self.girth_m + stringer)

    @cached_property
    def mass_kg(self) -> Array:
        """Mass [kg]: as weighed, else computed from the build."""
        given = self.fleet.given_mass
        return np.where(np.isnan(given), self.computed_mass_kg(), given)

    def computed_mass_kg(self) -> Array:
        """Mass [kg] of foam, skin, stringer and fittings, whatever the scale says."""
        return np.asarray(self.integral(self.mass_per_m) + FITTINGS_KG)

    @cached_property
    def swing_kg_m2(self) -> Array:
        """Swing weight [kg m2]: inertia about the rear foot, fittings at the pivot."""
        arm = (SHARE - SWING_PIVOT_SHARE)[None, :] * self.fleet.length[:, None]
        along = self.integral(self.mass_per_m)
        scale = (self.mass_kg - FITTINGS_KG) / along
        return np.asarray(self.integral(self.mass_per_m * arm**2) * scale)


def hull_of(fleet: Fleet) -> Hull:
    """Draw the curves of a fleet; pure, no board depends on another.

    Raises:
        Cancelled: nobody waits for it (``cancellable``).
    """
    check_cancelled()
    outline = draw_outline(fleet)
    return Hull(
        fleet=fleet,
        half_width=outline.half_width,
        notch_half=outline.notch_half,
        rocker=rocker_curve(fleet),
        thickness=thickness_curve(fleet),
        missed_m=outline.missed_m,
        unsure_l=np.zeros(len(fleet)),
    )
