"""The ``water`` verb: the waves of a break as bins, for a body height."""

from __future__ import annotations

from chord_core.documents.verbs.water import WaterRequest, WaterResult
from chord_core.surfer.defaults import height_from_mass
from chord_core.tables import tables
from chord_core.water.breaker import bins_document, breaker_of
from chord_core.water.conditions import bars_of, conditions_with_defaults

#: Mass of somebody whose height is not said, for the words of a water alone [kg].
_ANYBODY_KG = 75.0


def describe_water(request: WaterRequest) -> WaterResult:
    """Turn a water as remembered into bins; take a swell to its breaker."""
    height = request.surfer_height_m or height_from_mass(_ANYBODY_KG)
    conditions, assumed = conditions_with_defaults(request.water, height)
    wind = tables().waves.wind[request.water.wind or "none"].slope
    bins = conditions.bins
    return WaterResult(
        kind=conditions.kind,
        water_kg_m3=conditions.water_kg_m3,
        bins=bins_document(bins),
        mean_m=float((bins.face_m * bins.weight).sum()),
        days=bars_of(conditions, height),
        breaker=breaker_of(request.swell, request.shore, wind, conditions.water_kg_m3)
        if request.swell
        else None,
        assumed=tuple(assumed),
    )
