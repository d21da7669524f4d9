"""Why a hull's numbers are what they are."""

from __future__ import annotations

import numpy as np

from chord_core.documents.why import Derivation
from chord_core.hull.constants import FITTINGS_KG, STRINGER_KG_M3, STRINGER_M, SWING_PIVOT_SHARE
from chord_core.hull.hull import Hull
from chord_core.why.derivation import Quantity, derivation

_DRAWN = "drawn curves at 81 cosine-spaced stations (Clenshaw & Curtis 1960)"


#: Numbers read off the drawn curves: words, what is done, unit.
_READ_OFF = {
    "surface_m2": ("Skin", "girth over the length, and the ends", "m2"),
    "turning_beam_m": ("Beam that turns", "mean width of the rear .80 m", "m"),
    "centre_of_volume_m": ("Centre of volume from the tail", "moment of the sections over the volume", "m"),
    "rear_curvature": ("Rocker of the rear half", "parabola fitted to the bottom", "1/m"),
    "rail_curvature": (
        "Line on which a turning board runs",
        "parabola from .12 to .50 of length, and concave",
        "1/m",
    ),
    "tail_curvature": ("Kick of the tail", "parabola fitted to the rear quarter", "1/m"),
    "edge_m": ("Hard edge along one rail", "way along the outline from the tail", "m"),
    "roll_kg_m2": ("Roll inertia", "foam as a plate, skin as two plates and two rails", "kg m2"),
}


def _read_off(hull: Hull) -> list[Derivation]:
    length = (hull.fleet.length[0], "m", "length")
    made = []
    for name, (words, how, unit) in _READ_OFF.items():
        field = f"{name}_per_m" if name.endswith("curvature") else name
        value = float(getattr(hull, name)[0])
        made.append(derivation(field, words, how, value, unit, _DRAWN, closed=False, L=length))
    return made


def _volume(hull: Hull) -> list[Derivation]:
    """Litres and area."""
    fleet = hull.fleet
    box = float(hull.integral(hull.foam_width * hull.thickness)[0])
    contour = float((2 / 3 * (fleet.belly - fleet.concave) + fleet.vee / 2)[0])
    area = float(hull.planform_m2[0])
    return [
        derivation(
            "litres",
            "Volume",
            "1000 * (phi * I + c * A)",
            float(hull.litres[0]),
            "L",
            _DRAWN,
            phi=(fleet.fullness[0], "", "fullness of the section, from deck and rails"),
            I=(box, "m3", "integral of width x thickness over the length"),
            c=(contour, "m", "mean height that the bottom's contour adds or takes"),
            A=(area, "m2", "area seen from above"),
        ),
        derivation(
            "planform_m2",
            "Area seen from above",
            "integral of the width less the cut of the tail",
            area,
            "m2",
            _DRAWN,
            closed=False,
            L=(fleet.length[0], "m", "length"),
            W=(fleet.width[0], "m", "width"),
            N=(fleet.nose_width[0], "m", "nose one foot in"),
            T=(fleet.tail_width[0], "m", "tail one foot in"),
        ),
    ]


def _mass(hull: Hull) -> Derivation:
    """Mass, as weighed or of its build."""
    fleet = hull.fleet
    weighed = not np.isnan(fleet.given_mass[0])
    if weighed:
        formula, source = "m", "as weighed"
        inputs: dict[str, Quantity] = {"m": (fleet.given_mass[0], "kg", "weighed")}
    else:
        stringer = float((fleet.stringer * STRINGER_M * STRINGER_KG_M3 * hull.integral(hull.thickness))[0])
        formula = "f * V + s * G + t + b"
        source = "foam, skin, stringer and fittings of the build (tables/builds.json)"
        inputs = {
            "f": (fleet.foam[0], "kg/m3", "density of the foam"),
            "V": (float(hull.volume_m3[0]), "m3", "volume"),
            "s": (fleet.skin[0], "kg/m2", "mass of the skin"),
            "G": (float(hull.integral(hull.girth_m)[0]), "m2", "girth over the length"),
            "t": (stringer, "kg", "stringer"),
            "b": (FITTINGS_KG, "kg", "boxes and plugs"),
        }
    return derivation("mass_kg", "Mass", formula, float(hull.mass_kg[0]), "kg", source, also=inputs)


def _swing_and_beam(hull: Hull) -> list[Derivation]:
    """Swing weight and the beam that planes."""
    fleet = hull.fleet
    return [
        derivation(
            "swing_kg_m2",
            "Swing weight",
            "integral of mass a metre x (x - p L)^2",
            float(hull.swing_kg_m2[0]),
            "kg m2",
            "moment of inertia about the rear foot",
            closed=False,
            m=(hull.mass_kg[0], "kg", "mass"),
            L=(fleet.length[0], "m", "length"),
            p=(SWING_PIVOT_SHARE, "", "share of length at which the rear foot stands"),
        ),
        derivation(
            "planing_beam_m",
            "Beam that planes",
            "mean width of the rear 62 %",
            float(hull.planing_beam_m()[0]),
            "m",
            _DRAWN,
            closed=False,
            T=(fleet.tail_width[0], "m", "tail one foot in"),
            W=(fleet.width[0], "m", "width"),
        ),
    ]


def _curves(hull: Hull) -> list[Derivation]:
    """Rocker and outline as the ride feels them."""
    fleet = hull.fleet
    return [
        derivation(
            "rocker_curvature_per_m",
            "Rocker as a planing board feels it",
            "second derivative of the parabola fitted to the bottom's rear three quarters",
            float(hull.rocker_curvature[0]),
            "1/m",
            "least squares",
            closed=False,
            r=(fleet.tail_rocker[0], "m", "tail rocker"),
            n=(fleet.nose_rocker[0], "m", "nose rocker"),
        ),
        derivation(
            "outline_curvature_per_m",
            "Outline as a turning board feels it",
            "(W - T) / (x - 0.3048)**2",
            float(hull.outline_curvature[0]),
            "1/m",
            "a parabola from the wide point through the one-foot width",
            W=(fleet.width[0], "m", "width"),
            T=(fleet.tail_width[0], "m", "tail one foot in"),
            x=(fleet.length[0] / 2 + fleet.wide_point[0], "m", "wide point from the tail"),
        ),
    ]


def hull_derivations(hull: Hull) -> tuple[Derivation, ...]:
    """Derivations of a fleet of one."""
    return (*_volume(hull), _mass(hull), *_swing_and_beam(hull), *_curves(hull), *_read_off(hull))
