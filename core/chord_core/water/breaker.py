"""The ``water`` verb: the waves of a break as bins, and a swell taken to its breaker."""

from __future__ import annotations

from chord_core.documents.shore import Shore
from chord_core.documents.verbs.shared import Bin
from chord_core.documents.verbs.water import Breaker, Swell
from chord_core.water.bins import Bins, class_at, slope_of
from chord_core.water.shoaling import breaker_height, breaker_kind, energy_flux, share_in, surf_similarity


def bins_document(bins: Bins) -> tuple[Bin, ...]:
    """Bins as documents, smallest face first."""
    rows = zip(bins.face_m, bins.slope, bins.weight, strict=True)
    return tuple(Bin(face_m=float(f), steepness=float(s), weight=float(w)) for f, s, w in rows)


def swell_in(swell: Swell, shore: Shore | None) -> float:
    """Share of a swell's height that reaches a shore: whole where neither direction nor shore is said."""
    if shore is None:
        return 1.0
    off = 0.0 if swell.from_deg is None else swell.from_deg - shore.faces_deg
    return shore.exposure * share_in(off, shore.window_deg)


def breaker_of(swell: Swell, shore: Shore | None, wind: float, rho: float) -> Breaker | None:
    """Take a swell to the break: height, similarity and kind of the breaker, its face, power of the swell.

    Args:
        wind: factor of the wind on the slope of the face.

    Returns:
        None where nothing of the swell comes in.
    """
    inside = swell_in(swell, shore)
    if inside < 0.01:
        return None
    height = float(breaker_height(inside * swell.height_m, swell.period_s))
    similarity = float(surf_similarity(swell.bottom_slope, height, swell.period_s))
    slope = wind * float(slope_of(similarity))
    return Breaker(
        share_in=inside,
        height_m=height,
        similarity=similarity,
        kind=breaker_kind(similarity),
        slope=slope,
        steepness=class_at(slope),
        power_w_m=float(energy_flux(swell.height_m, swell.period_s, rho)),
    )
