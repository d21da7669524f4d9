"""Constants of nature and of water, SI units."""

from __future__ import annotations

#: Standard gravity [m/s2] (ISO 80000-3).
G = 9.81
#: Kinematic viscosity of sea water at 15 C [m2/s] (ITTC 7.5-02-01-03, 2011).
VISCOSITY_M2_S = 1.19e-6
#: Density of sea water at 15 C and of fresh water [kg/m3], rounded (ITTC 7.5-02-01-03, 2011).
SEA_KG_M3, FRESH_KG_M3 = 1025.0, 1000.0
