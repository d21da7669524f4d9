"""Why a water's numbers are what they are."""

from __future__ import annotations

import numpy as np

from chord_core.documents.shore import Shore
from chord_core.documents.verbs.water import Swell
from chord_core.documents.why import Derivation
from chord_core.physics import G
from chord_core.water.bins import Bins
from chord_core.water.breaker import swell_in
from chord_core.water.face import Face
from chord_core.water.shoaling import breaker_height, deep_water_length, energy_flux, surf_similarity
from chord_core.why.derivation import Quantity, derivation

_WAVE = "a wave that is about to break, taken as solitary"


def face_derivations(height_m: float, slope: float) -> tuple[Derivation, ...]:
    """Depth, speed and length of one face, and the speed along it."""
    face = Face(np.array([height_m]), np.array([slope]))
    h: Quantity = (height_m, "m", "face height")
    s: Quantity = (slope, "", "steepest slope of the face")
    depth, speed = float(face.depth_m[0]), float(face.speed_m_s[0])
    c: Quantity = (speed, "m/s", "speed of the wave")
    along = float(face.along_m_s[0])
    return (
        derivation(
            "depth_m",
            "Depth in which it breaks",
            "H * max((2 / 3 / s)**(2 / 3), 1 / 0.78)",
            depth,
            "m",
            "Munk 1949; limit of McCowan 1894",
            _WAVE,
            H=h,
            s=s,
        ),
        derivation(
            "speed_m_s",
            "Speed of the wave",
            "sqrt(g * (h + H))",
            speed,
            "m/s",
            "Munk 1949",
            _WAVE,
            g=(G, "m/s2", "gravity"),
            h=(depth, "m", "depth"),
            H=h,
        ),
        derivation(
            "front_m",
            "Length of the front",
            "4 / (3 * sqrt(3)) * H / s",
            float(face.front_m[0]),
            "m",
            "steepest slope of H sech^2(x / l)",
            _WAVE,
            H=h,
            s=s,
        ),
        derivation(
            "along_m_s",
            "Speed along the wall",
            "c * k",
            along,
            "m/s",
            "Walker 1974, by steepness",
            "walls that peel at an even angle",
            c=c,
            k=(along / speed, "", "one over the sine of the peel angle"),
        ),
    )


def water_derivations(bins: Bins, swell: Swell | None, shore: Shore | None) -> tuple[Derivation, ...]:
    """The usual face of the bins, and a swell at its breaker."""
    height = float((bins.face_m * bins.weight).sum())
    slope = float(np.exp((bins.weight * np.log(bins.slope)).sum()))
    made = list(face_derivations(height, slope))
    if swell is None:
        return tuple(made)
    inside = swell_in(swell, shore)
    if inside < 0.01:
        return tuple(made)
    h: Quantity = (swell.height_m, "m", "height in deep water")
    e: Quantity = (inside, "", "share of it that comes in: direction, exposure")
    t: Quantity = (swell.period_s, "s", "period")
    g: Quantity = (G, "m/s2", "gravity")
    breaker, length = (
        float(breaker_height(inside * swell.height_m, swell.period_s)),
        float(deep_water_length(swell.period_s)),
    )
    return (
        *made,
        derivation(
            "breaker.height_m",
            "Height of the breaker",
            "0.39 * g**0.2 * (T * (E * H)**2)**0.4",
            breaker,
            "m",
            "Komar & Gaughan 1973",
            "straight shores, deep-water steepness .001 to .09",
            E=e,
            H=h,
            T=t,
            g=g,
        ),
        derivation(
            "breaker.similarity",
            "Surf similarity",
            "m / sqrt(Hb / L)",
            float(surf_similarity(swell.bottom_slope, breaker, swell.period_s)),
            "",
            "Battjes 1974",
            "spilling under .4, plunging to 2, surging over it",
            m=(swell.bottom_slope, "", "slope of the bottom"),
            Hb=(breaker, "m", "height of the breaker"),
            L=(length, "m", "length in deep water"),
        ),
        derivation(
            "breaker.power_w_m",
            "Power of the swell a metre of crest",
            "rho * g**2 * H**2 * T / (64 * pi)",
            float(energy_flux(swell.height_m, swell.period_s)),
            "W/m",
            "linear theory, deep water",
            "irregular seas by significant height and energy period",
            rho=(1025.0, "kg/m3", "density of sea water"),
            g=g,
            H=h,
            T=t,
        ),
    )
