"""What somebody saw at a break pulls its exposure and the slope of its bottom: least squares with a prior."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

import numpy as np
from scipy.optimize import least_squares

from chord_core.documents.shore import Shore
from chord_core.documents.verbs.calibrate import CalibrateResult, Seen, SeenAgainst
from chord_core.errors import ChordError
from chord_core.hull.stations import Array
from chord_core.tables import tables
from chord_core.water.bins import class_at, median_slope
from chord_core.water.hours import faces_of
from chord_core.water.seas import Seas, bridged, hourly

#: Faces at a shore go with this power of what comes in (Komar & Gaughan 1973).
_OF_HEIGHT = 0.8


def seen_hour(seen: Seen, shore: Shore) -> int:
    """Hour since 1970 UTC at which something was seen."""
    return (seen.day - date(1970, 1, 1)).days * 24 + seen.hour - round(shore.utc_offset_h)


def _against(seen: Sequence[Seen], face: Array, slope: Array) -> tuple[SeenAgainst, ...]:
    return tuple(
        SeenAgainst(
            day=row.day,
            hour=row.hour,
            seen_m=row.face_m,
            face_m=float(f),
            seen_steepness=row.steepness,
            steepness=class_at(float(s)),
        )
        for row, f, s in zip(seen, face, slope, strict=True)
    )


@dataclass(frozen=True)
class _LookedUp:
    """Sightings in whose hour the buoy measured waves, those hours, and faces [m] and slopes by the shore as
    it is."""

    used: list[Seen]
    hours: Seas
    face_m: Array
    slope: Array


def _looked_up(seas: Seas, shore: Shore, seen: Sequence[Seen], buoy_depth_m: float | None) -> _LookedUp:
    whole = bridged(hourly(seas))
    first = int(whole.hour[0]) if len(whole) else 0
    rows = np.array([seen_hour(row, shore) - first for row in seen], int)
    inside = (rows >= 0) & (rows < len(whole))
    face, slope, at = np.full(len(seen), np.nan), np.full(len(seen), np.nan), whole
    if len(whole):
        at = whole.at(np.where(inside, rows, 0))
        face, slope, _ = faces_of(at, shore, buoy_depth_m)
        face = np.where(inside & (face > 0.02), face, np.nan)
    there = ~np.isnan(face)
    if not there.any():
        raise ChordError("seen", len(seen), "the buoy has no hour with waves at which something was seen")
    used = [row for row, kept in zip(seen, there, strict=True) if kept]
    return _LookedUp(used, at.at(there), face[there], slope[there])


def _moved(shore: Shore, theta: Array) -> Shore:
    """A shore with exposure and bottom slope moved by logarithms, unchecked."""
    exposure, bottom = np.array([shore.exposure, shore.bottom_slope]) * np.exp(theta)
    return Shore.model_construct(**dict(shore) | {"exposure": float(exposure), "bottom_slope": float(bottom)})


def calibrated(
    seas: Seas, shore: Shore, seen: Sequence[Seen], buoy_depth_m: float | None = None
) -> CalibrateResult:
    """Exposure and bottom slope as what was seen moves them, with what the model said before and after.

    Minimises the squares of ln(seen / said) of faces and slopes over what people's eyes are worth, and of
    ln(now / guessed) of exposure and bottom slope over how far a guess may be off (``calibration`` in
    ``seas.json``): few sightings move little. One sighting far off the others counts less (Huber).

    Raises:
        ChordError: the buoy measured nothing in any hour in which something was seen.
    """
    rules = tables().seas.calibration
    looked = _looked_up(seas, shore, seen, buoy_depth_m)
    was_face, was_slope = np.log(looked.face_m), looked.slope
    seen_face = np.log([row.face_m for row in looked.used])
    steep = np.array([row.steepness is not None for row in looked.used])
    seen_slope = np.log([median_slope(row.steepness) if row.steepness else 1.0 for row in looked.used])

    def said(theta: Array) -> tuple[Array, Array]:
        """Logarithms of faces and slopes with exposure and bottom moved by these logarithms."""
        _, slopes, _ = faces_of(looked.hours, _moved(shore, theta), buoy_depth_m)
        return was_face + _OF_HEIGHT * theta[0], np.log(slopes)

    def off(theta: Array) -> Array:
        faces, slopes = said(theta)
        return np.concatenate([
            (seen_face - faces) / rules.seen_face_log_sd,
            ((seen_slope - slopes) / rules.seen_slope_log_sd)[steep],
            theta / np.array([rules.exposure_log_sd, rules.bottom_log_sd]),
        ])  # fmt: skip

    found = least_squares(off, np.zeros(2), loss="huber", f_scale=2.0)
    spread = np.sqrt(np.diag(np.linalg.inv(found.jac.T @ found.jac)))
    faces, slopes = said(found.x)
    now = _moved(shore, found.x)
    return CalibrateResult(
        exposure_was=shore.exposure,
        exposure=float(np.clip(now.exposure, 0.02, 1.5)),
        exposure_sd=float(now.exposure * spread[0]),
        bottom_slope_was=shore.bottom_slope,
        bottom_slope=float(np.clip(now.bottom_slope, 0.002, 1.0)),
        bottom_slope_sd=float(now.bottom_slope * spread[1]),
        off_before=float(np.sqrt(np.mean((seen_face - was_face) ** 2))),
        off_after=float(np.sqrt(np.mean((seen_face - faces) ** 2))),
        used=len(looked.used),
        unused=len(seen) - len(looked.used),
        before=_against(looked.used, looked.face_m, was_slope),
        after=_against(looked.used, np.exp(faces), np.exp(slopes)),
    )
