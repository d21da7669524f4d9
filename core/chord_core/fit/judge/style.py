"""Style: does a board turn, roll and settle as this surfer wants, wave by wave?"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from scipy.special import expit

from chord_core.fit.rules.gates import own_class
from chord_core.hull.stations import Array
from chord_core.physics import G
from chord_core.ride.batches import RideSummary
from chord_core.surfer.defaults import Rider
from chord_core.tables import rungs, tables
from chord_core.tables.calibration import calibration
from chord_core.water.conditions import Conditions
from chord_core.water.face import Face

#: Aims under which one thing alone is asked of a longboard, and what.
_ONE_THING = {"nose-ride": "nose", "carve long": "carve", "performance": "carve", "good days": "drive"}


def one_thing(rider: Rider, conditions: Conditions) -> str | None:
    """The one thing that is asked instead of turning in general: ``nose``, ``carve`` or ``drive``; None else.

    To ride the nose and to carve long ask it of every board, the others of longboards only."""
    asked = _ONE_THING.get(rider.aim)
    if rider.aim in ("nose-ride", "carve long"):
        return asked
    return asked if asked and own_class(rider, conditions)[0] == "long" else None


@dataclass(frozen=True)
class Style:
    """Style of n boards, 0-1, (n,), and its three parts, each the mean over the waves that work: ``turns``
    (the radius that is wanted), ``rolls`` (fast enough from rail to rail), ``settles`` (not too loose)."""

    style: Array
    turns: Array
    rolls: Array
    settles: Array


def radius_wanted_m(rider: Rider, conditions: Conditions, along_m_s: Array) -> Array:
    """Radius [m] that is aimed at, (m,): the rung's, but no less than V^2 / 2g (legs carry about 2 g)."""
    rung = rider.rung.radius_aim_m * (tables().fit.river_radius if conditions.river else 1.0)
    return np.asarray(np.maximum(rung, along_m_s**2 / (2 * G)))


def swing_wanted(rider: Rider) -> float:
    """How much slower than a shortboard a board may swing round: as much as it may roll slower."""
    return float(rider.rung.roll_wanted_s / next(reversed(rungs().values())).roll_wanted_s)


def _faces(conditions: Conditions, along_m_s: float) -> tuple[Array, Array]:
    """Speed along the wall [m/s] and length of the face [m] in each bin, (m,)."""
    bins = conditions.bins
    face = Face(bins.face_m, bins.slope)
    speed = np.full(len(bins.face_m), along_m_s) if conditions.river else face.along_m_s
    return speed, bins.face_m / np.sin(np.arctan(bins.slope))


def turning_share(rider: Rider, conditions: Conditions, along_m_s: float) -> Array:
    """Share of a ride that is turning, by bin (m,): the rung's, as far as a turn finds room on the face."""
    _, face_m = _faces(conditions, along_m_s)
    return _turning_on(rider, face_m)


def _turning_on(rider: Rider, face_m: Array) -> Array:
    room = expit(np.log(face_m / calibration().style_room_m) / calibration().style_room_soft)
    return np.asarray(rider.rung.turning_share * room)


def _parts_on(
    rider: Rider, conditions: Conditions, ridden: RideSummary, speed: Array, face_m: Array
) -> tuple[Array, Array, Array, Array]:
    """Share of turning (m,), and turning, rolling, settling of boards, (n, m), on faces of a length [m] along
    which one runs at a speed [m/s], (m,)."""
    c = calibration()
    wanted, radius = radius_wanted_m(rider, conditions, speed)[None, :], ridden.radius_m[:, None]
    turns = expit(np.log(wanted / radius) / c.style_radius_soft + 1)
    loose = np.maximum(np.log(c.style_loose * wanted / radius), 0)
    settles = np.exp(-((loose / c.style_loose_soft) ** 2) / 2)
    late = np.maximum(np.log(ridden.roll_s / rider.rung.roll_wanted_s), 0)
    # A wider arc leaves more time to swing round: at the same pull on the legs, as the root of its radius.
    wider = np.sqrt(wanted / radius_wanted_m(rider, conditions, np.zeros(1))[0])
    slow = np.maximum(np.log(ridden.swing_slow[:, None] / (swing_wanted(rider) * wider)), 0)
    rolls = np.exp(-((late[:, None] / c.style_roll_soft) ** 2 + (slow / c.style_roll_soft) ** 2) / 2)
    return _turning_on(rider, face_m), turns, rolls, settles


def style_on(rider: Rider, conditions: Conditions, ridden: RideSummary, face: Face) -> Array:
    """Style of boards on single faces, (n, m); one where one thing else is asked of a board."""
    if one_thing(rider, conditions):
        return np.ones((len(ridden), len(face.height_m)))
    length = face.height_m / np.sin(np.arctan(face.slope))
    turning, turns, rolls, settles = _parts_on(rider, conditions, ridden, face.along_m_s, length)
    return np.asarray((1 - turning * (1 - rolls * turns)) * settles)


def _turning(rider: Rider, conditions: Conditions, ridden: RideSummary) -> Style:
    turning, turns, rolls, settles = _parts_on(
        rider, conditions, ridden, *_faces(conditions, ridden.along_m_s)
    )
    style = (1 - turning * (1 - rolls * turns)) * settles
    weight = ridden.by_bin * conditions.bins.weight + 1e-9 * conditions.bins.weight
    weight = weight / weight.sum(axis=1, keepdims=True)

    def mean(values: Array) -> Array:
        return np.asarray((weight * values).sum(axis=1))

    return Style(mean(style), 1 - mean(turning * (1 - turns)), 1 - mean(turning * (1 - rolls)), mean(settles))


def style_of(rider: Rider, conditions: Conditions, ridden: RideSummary) -> Style:
    """Style of boards for a rider in a water (``docs/model.md``, style).

    Where a surfer has not the face or the rung for turns, turning does not count; what rolls too slowly does
    not turn; what is far looser than the radius wanted will not run straight.
    """
    asked, ones, c = one_thing(rider, conditions), np.ones(len(ridden)), calibration()
    if asked is None:
        return _turning(rider, conditions, ridden)
    if asked == "nose":
        value = expit(np.log(np.maximum(ridden.nose_index, 1e-9) / c.style_nose) / c.style_nose_soft)
    elif asked == "carve":
        value = expit(np.log(c.style_carve_m / ridden.radius_m) / c.style_carve_soft)
    else:
        value = expit(np.log(ridden.hold_m_s / c.style_drive_m_s) / c.style_drive_soft)
    return Style(np.asarray(value), np.asarray(value), ones, ones)
