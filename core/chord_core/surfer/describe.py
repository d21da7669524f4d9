"""The ``water`` verb: the waves of a break as bins, for a body height."""

from __future__ import annotations

from chord_core.documents.requests import WaterRequest
from chord_core.documents.results import WaterResult
from chord_core.surfer.pencil import height_from_mass
from chord_core.surfer.spot import bars_of, pencil_water
from chord_core.tables import table
from chord_core.water.answer import bins_document, breaker_of

#: Mass of somebody whose height is not said, for the words of a water alone [kg].
_ANYBODY_KG = 75.0


def describe_water(request: WaterRequest) -> WaterResult:
    """Turn a water as remembered into bins; take a swell to its breaker."""
    height = request.surfer_height_m or height_from_mass(_ANYBODY_KG)
    spot, assumed = pencil_water(request.water, height)
    wind = table("waves")["wind"][request.water.wind or "none"]["slope"]
    bins = spot.bins
    return WaterResult(
        kind=spot.kind,
        water_kg_m3=spot.water_kg_m3,
        bins=bins_document(bins),
        mean_m=float((bins.face_m * bins.weight).sum()),
        days=bars_of(spot, height),
        breaker=breaker_of(request.swell, request.shore, wind, spot.water_kg_m3) if request.swell else None,
        assumed=tuple(assumed),
    )
