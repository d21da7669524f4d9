"""The ``water`` verb: the waves of a break as bins, and a swell taken to its breaker."""

from __future__ import annotations

from chord_core.documents.requests import Swell
from chord_core.documents.results import Bin, Breaker
from chord_core.water.bins import Bins
from chord_core.water.shoaling import breaker_height, breaker_kind, energy_flux, surf_similarity


def bins_document(bins: Bins) -> tuple[Bin, ...]:
    """Bins as documents, smallest face first."""
    rows = zip(bins.face_m, bins.slope, bins.weight, strict=True)
    return tuple(Bin(face_m=float(f), steepness=float(s), weight=float(w)) for f, s, w in rows)


def breaker_of(swell: Swell, rho: float) -> Breaker:
    """Take a swell to the break: height, similarity and kind of the breaker, power of the swell."""
    height = float(breaker_height(swell.height_m, swell.period_s))
    similarity = float(surf_similarity(swell.bottom_slope, height, swell.period_s))
    return Breaker(
        height_m=height,
        similarity=similarity,
        kind=breaker_kind(similarity),
        power_w_m=float(energy_flux(swell.height_m, swell.period_s, rho)),
    )
