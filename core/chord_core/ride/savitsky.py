"""Planing surfaces: lift, deadrise, centre of pressure, range, each formula once.

D. Savitsky, Hydrodynamic Design of Planing Hulls, Marine Technology 1 (1964). Holds for a wetted length up to
4 beams, speed coefficients .6-13, trims of 2-15 degrees. Lengths are in beams, ``cv2`` is the square of the
speed coefficient V / sqrt(g b), loads are over the dynamic pressure times the beam squared.

Every function takes numbers or arrays and is called by the plain form and by the compiled loops alike: it is
written with operations that NumPy and the compiler share.
"""

from __future__ import annotations

import numpy as np

from chord_core.hull.stations import Array, BoolArray
from chord_core.kernel import shared

#: Wetted length over beam, speed coefficient and steepest trim [deg] of the trials that made the formulas.
LAMBDA_RANGE, CV_RANGE, TRIM_RANGE_DEG = 4.0, (0.6, 13.0), 15.0
#: Power of the trim in the lift of a flat surface (eq. 15).
TRIM_POWER = 1.1
#: Lift coefficient under which none is asked for.
LEAST_LIFT = 1e-9
#: Deadrise that a contour can have [deg]; concave is negative.
DEADRISE_RANGE_DEG = (-10.0, 30.0)
_NEWTON, _REACH_STEPS = 8, 24
_LOG_STEPS, _LOG_LEAST, _LOG_MOST = 12, -9.0, 4.0


@shared
def moving_lift(beams):
    """Part of the lift that goes with the square of speed, a degree of trim to the 1.1 (eq. 15)."""
    return 0.012 * np.sqrt(beams)


@shared
def still_lift(beams):
    """Part that does not: the buoyancy of the wetted length, times Cv^2 (eq. 15)."""
    return 0.0055 * beams * beams * np.sqrt(beams)


@shared
def lift_a_degree(beams, cv2):
    """Lift coefficient of a flat surface at a degree of trim (eq. 15)."""
    return moving_lift(beams) + still_lift(beams) / cv2


@shared
def flat_lift(trim_deg, beams, cv2):
    """Lift coefficient of a flat surface: tau^1.1 (.012 lambda^.5 + .0055 lambda^2.5 / Cv^2) (eq. 15)."""
    return trim_deg**TRIM_POWER * lift_a_degree(beams, cv2)


@shared
def trim_for(flat, by_degree):
    """Trim [deg] at which a flat surface bears ``flat``; ``by_degree`` is ``lift_a_degree``."""
    return (flat / by_degree) ** (1 / TRIM_POWER)


@shared
def lost_to_deadrise(deadrise_deg):
    """Factor of CL0^.6 in eq. 16, under 0 for concave."""
    return 0.0065 * np.minimum(np.maximum(deadrise_deg, -10.0), 30.0)


@shared
def deadrise_lift(flat, deadrise_deg):
    """Lift coefficient with deadrise: CL0 - .0065 beta CL0^.6 (eq. 16); concave lifts more."""
    return flat - lost_to_deadrise(deadrise_deg) * np.maximum(flat, 1e-12) ** 0.6


@shared
def flat_above(lift, lost):
    """A flat surface's coefficient that is not less than the one that gives ``lift``; ``lost`` is
    ``lost_to_deadrise``."""
    return lift * (1 + (lost > 0)) + (2 * np.maximum(lost, 0.0)) ** 2.5


@shared
def flat_from(root, lift, lost):
    """The coefficient that gives ``lift``, by Newton's steps, which fall from the fifth ``root`` of one above
    it: for u = CL0^.2 equation 16 is u^5 - lost u^3 = lift, without a power."""
    for _ in range(_NEWTON):
        square = root * root
        bent = square - lost
        root = root - (bent * root * square - lift) / (square * (2 * square + 3 * bent))
    return np.maximum(root * root * root * root * root, LEAST_LIFT)


@shared
def flat_for(lift, deadrise_deg):
    """The flat surface's coefficient that gives ``lift`` with this deadrise: eq. 16 the other way round."""
    lift, lost = np.maximum(lift, LEAST_LIFT), lost_to_deadrise(deadrise_deg)
    return flat_from(flat_above(lift, lost) ** 0.2, lift, lost)


@shared
def centre_of_pressure(beams, cv2):
    """Where the lift acts, as a share of the wetted length from the trailing edge (eq. 18)."""
    return 0.75 - 1 / (5.21 * cv2 / (beams * beams) + 2.39)


@shared
def beams_for(load_a_degree, cv2):
    """Wetted length [beams] at which a flat surface bears a load a degree of trim to the 1.1.

    Root of ``lift_a_degree``, which rises with the length: Newton's steps in its logarithm.
    """
    over = load_a_degree / 0.012
    log = np.log(over * over / (1 + over**1.6))
    for _ in range(_LOG_STEPS):
        beams = np.exp(log)
        moving, still = moving_lift(beams), still_lift(beams) / cv2
        log = log - (moving + still - load_a_degree) / (moving / 2 + 2.5 * still)
        log = np.minimum(np.maximum(log, _LOG_LEAST), _LOG_MOST)
    return np.exp(log)


@shared
def wet_to_reach(longest_m, beam_m, cv2, reach_m):
    """Wetted length [m], at most ``longest_m``, whose centre of pressure lies ``reach_m`` from the tail."""
    low, high = 0.02 + 0.0 * longest_m, longest_m
    for _ in range(_REACH_STEPS):
        wet = (low + high) / 2
        ahead = centre_of_pressure(wet / beam_m, cv2) * wet > reach_m
        high = high + ahead * (wet - high)
        low = wet + ahead * (low - wet)
    return (low + high) / 2


def outside_of(beams: Array, cv: Array, trim_deg: Array) -> BoolArray:
    """Where the formulas are used outside of the trials that made them; ``cv`` is the coefficient itself."""
    slow, fast = CV_RANGE
    far = (beams > LAMBDA_RANGE) | (cv < slow) | (cv > fast)
    return np.asarray(far | (trim_deg > TRIM_RANGE_DEG))
