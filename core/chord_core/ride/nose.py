"""The nose: when it goes under in a drop, and when it catches on a hollow wall."""

from __future__ import annotations

import numpy as np
from scipy.special import expit

from chord_core.hull.constants import CONTACTS
from chord_core.hull.hull import Hull
from chord_core.hull.stations import Array, at_share
from chord_core.tables.calibration import calibration
from chord_core.units import FOOT_M
from chord_core.water.face import Face

#: Places of the tail, from the crest to 1.2 front lengths ahead of it.
_PLACES = np.linspace(0, 1.2, 13)
_SETTLE = 6
#: Share of the volume that lies in the front third of an ordinary board.
_FRONT_SHARE = 0.27
#: Slopes between which one is looked for that dives, and how many are tried.
_SLOPES, _SLOPES_TRIED = (0.05, 4.0), 240


def clearance(length: Array, slope: Array, tip: Array, trim_control_deg: float | Array) -> Array:
    """Clearance of the nose tip over the face as a share of length, at the worst of the places; arrays that
    broadcast.

    All lengths in heights of the face. The board lies on the face with its chord between .08 and .62 of
    length; a rider keeps the nose up by the rung's trim control, turning about the rear contact.

    Args:
        length: board length over face height.
        slope: steepest slope of the face.
        tip: height of the tip over the chord as a share of length.
        trim_control_deg: degrees by which the nose is kept up.
    """
    front = 4 / (3 * np.sqrt(3)) / slope
    worst = np.full(np.broadcast_shapes(length.shape, slope.shape, tip.shape), np.inf)
    waves = np.ones(np.broadcast_shapes(length.shape, slope.shape))

    def eta(x: Array) -> Array:
        fade = np.exp(-2 * np.abs(x / front))
        return np.asarray(4 * fade / (1 + fade) ** 2)

    for place in _PLACES:
        tail, shrink = place * front, waves
        for _ in range(_SETTLE):
            rear, ahead = (tail + share * length * shrink for share in CONTACTS)
            pitch = np.arctan((eta(rear) - eta(ahead)) / (ahead - rear))
            shrink = np.cos(pitch)
        held = pitch - np.radians(trim_control_deg)
        run = (1 - CONTACTS[0]) * length
        x = rear + run * np.cos(held) + tip * length * np.sin(held)
        y = eta(rear) - run * np.sin(held) + tip * length * np.cos(held)
        worst = np.minimum(worst, (y - eta(x)) / length)
    return np.asarray(worst)


def nose_clearance(hull: Hull, face: Face, trim_control_deg: float) -> Array:
    """Clearance of the tip as a share of length, (n, m) for m faces."""
    length = hull.fleet.length[:, None] / face.height_m[None, :]
    return clearance(length, face.slope[None, :], hull.tip_over_chord[:, None], trim_control_deg)


def nosedive_slope(hull: Hull, height_m: float, trim_control_deg: float) -> Array:
    """The least slope of a face of this height [m] on which the tip meets the water, (n,); NaN where none
    does: a face much smaller than the board cannot stand it on its nose."""
    slopes = np.geomspace(*_SLOPES, _SLOPES_TRIED)
    face = Face(np.full(_SLOPES_TRIED, height_m), slopes)
    clear = nose_clearance(hull, face, trim_control_deg)
    dives = clear < 0
    first = np.argmax(dives, axis=1)
    row = np.arange(len(hull))
    before = np.maximum(first - 1, 0)
    a, b = clear[row, before], clear[row, first]
    part = np.where(a != b, a / np.where(a != b, a - b, 1.0), 0.0)
    log = np.log(slopes[before]) + part * (np.log(slopes[first]) - np.log(slopes[before]))
    return np.where(dives.any(axis=1), np.exp(log), np.nan)


def nose_factor(hull: Hull, face: Face, clear: Array, recovers: bool) -> Array:
    """How surely the nose stays up on each face, (n, m), 0-1.

    S(ln(s_p / s) / .12) with the slope read off the clearance, so that nothing jumps where diving ends: .18
    of length of clearance for a doubling of e of the slope. Two readings of the nose: a full one resists
    going under, which counts up to trimming; a thin and narrow one comes back up, which counts from linking.

    Args:
        clear: clearance of the tip over length, (n, m): ``nose_clearance``, or the fast form's.
        recovers: which of the two counts.
    """
    c = calibration()
    fuller = hull.thirds_m3[:, 2] / hull.volume_m3 / _FRONT_SHARE - 1
    better = -c.nose_recovers * fuller if recovers else c.nose_volume * fuller
    margin = clear / c.nose_clear
    dives = expit((margin + np.log(np.maximum(1 + better, 0.2))[:, None]) / c.nose_soft)
    return np.asarray(dives * _free_of_wall(hull, face))


def catch_clearance_m(hull: Hull, face: Face) -> Array:
    """Clearance [m] of the nose, one foot from the tip, over a curved wall along which the board runs, (n,
    m).

    Entry rocker less the wall's rise, kappa a^2 / 2 with kappa = s / 2H, less half of the nose width on a
    board rolled by 8 degrees; a is the distance from the bottom's contact.
    """
    c = calibration()
    length = hull.fleet.length
    entry = at_share(hull.rocker, 1 - FOOT_M / length)
    rolled = hull.fleet.nose_width / 2 * np.sin(np.radians(c.catch_roll_deg))
    ahead = np.maximum(length - FOOT_M - c.catch_contact * length, 0.05)
    wall = (face.slope / (2 * face.height_m))[None, :] * ahead[:, None] ** 2 / 2
    return np.asarray((entry - rolled)[:, None] - wall)


#: Slopes between which walls become hollow enough for the nose to catch.
_HOLLOW_FROM, _HOLLOW_SOFT = 0.75, 0.10


def _free_of_wall(hull: Hull, face: Face) -> Array:
    """1 where no wall is hollow; on hollow ones the softened clearance of the nose, (n, m)."""
    c = calibration()
    hollow = expit(np.log(face.slope / _HOLLOW_FROM) / _HOLLOW_SOFT)[None, :]
    free = expit(catch_clearance_m(hull, face) / c.catch_soft_m + c.stand_margin)
    return np.asarray(1 - hollow * (1 - free))
