"""How much speed a start has to spare on waves of several slopes: backwards along the path that just stays
with the crest. ``threshold`` looks for the slope at which it is none.

Lengths are in fronts of the wave, so that all hyperbolic functions stand at fixed places and are tabled: with
r = carried length / front, sech^2(x - r/2) - sech^2(x + r/2) = 4 sinh 2x sinh r / (cosh 2x + cosh r)^2.
"""

from __future__ import annotations

import math

import numpy as np

from chord_core.kernel import compiled
from chord_core.physics import G
from chord_core.ride.kernels.paddling import paddling, speed_between
from chord_core.ride.kernels.planing import cubic_weights
from chord_core.ride.takeoff import ADDED_MASS, FASTEST, PLANES_FROM, SPEEDS, START_FRONTS

_SLOWEST = 0.25
_SPEEDS = np.linspace(_SLOWEST, FASTEST, SPEEDS)
_STEP = (FASTEST - _SLOWEST) / (SPEEDS - 1)
_FIRST, _WEIGHTS = cubic_weights(np.maximum(_SPEEDS, PLANES_FROM))
_STEEPEST = 4 / (3 * math.sqrt(3))
#: Places ahead of the crest in fronts, closer near it; every other one is the middle of a step.
STEPS = 10
#: Speeds at which arms less drag are tabled, between those of the drag.
FINER = 4
_FINE_STEP, _FINE_LAST = _STEP / FINER, FINER * (SPEEDS - 1) - 0.001
_PLACES = START_FRONTS * np.linspace(0, 1, 2 * STEPS + 1) ** 1.5
_SINH, _COSH = np.sinh(2 * _PLACES), np.cosh(2 * _PLACES)
_FALLS = 4 * G / (1 + _COSH)
#: What stands for: nothing holds a board here.
NO_HOLD = -100.0
#: Slopes that are tried at once.
LANES = 4


@compiled
def drag_boards(hull_length, hull_beam, wetted, frontal, knots, columns, rho, sprint_w, cruise_w,
                weight, least, drag, speeds):  # fmt: skip
    """Drag [N] at even speeds, the lesser of paddling and planing, into ``drag`` (n, SPEEDS); sprint and
    cruise speed into ``speeds`` (n, 2).

    ``least`` (n, table) is the planing table's least drag over weight.
    """
    values = np.empty(4)
    for i in range(len(hull_length)):
        column = columns[i]
        speeds[i, 0], speeds[i, 1] = 0.0, 0.0
        for s in range(SPEEDS):
            v = _SPEEDS[s]
            found = paddling(
                v, hull_length[i], hull_beam[i], wetted[i], frontal[i], knots, column, rho, values
            )
            for which in range(2):
                power = sprint_w if which == 0 else cruise_w
                # The first speed that asks for all of the power: nobody paddles over the hump behind it.
                if speeds[i, which] == 0.0 and found * v >= power:
                    low = _SPEEDS[s - 1] if s else 0.01
                    speeds[i, which] = speed_between(
                        low, v, power, hull_length[i], hull_beam[i], wetted[i], frontal[i], knots, column,
                        rho, values,
                    )  # fmt: skip
            if v >= PLANES_FROM:
                planed = 0.0
                for k in range(4):
                    planed += _WEIGHTS[s, k] * least[i, _FIRST[s] + k]
                found = min(found, planed * weight[i])
            drag[i, s] = found


@compiled
def net_boards(curve, power, push, inertia, net):
    """What arms give over drag [m/s2] at even fine speeds into ``net``; ``inertia`` [kg] with added mass."""
    fine = len(net)
    for m in range(fine):
        v = _SLOWEST + _FINE_STEP * m
        place = min(m / FINER, SPEEDS - 1.001)
        left = int(place)
        part = place - left
        drag = curve[left] * (1 - part) + curve[left + 1] * part
        net[m] = (min(power / max(v, 0.5), push) - drag) / inertia


@compiled
def _net_at(speed, net):
    """``net`` at a speed [m/s]."""
    place = min(max((speed - _SLOWEST) * (1 / _FINE_STEP), 0.0), _FINE_LAST)
    left = np.uint32(place)
    low = net[left]
    return low + (place - left) * (net[left + np.uint32(1)] - low)


@compiled
def _fill(middle, step, height, carries, fronts, runs_up, slides):
    """Lengths of the fronts [m] of four waves; at every place (k, 4) the speed of the water up the face
    [m/s] and the pull of gravity along it [m/s2]."""
    c2, carry, scale = np.empty(LANES), np.empty(LANES), np.empty(LANES)
    for n in range(LANES):
        slope = math.exp(middle + step * (n - (LANES - 1) / 2))
        c2[n] = G * height * (1 + max((2 / 3 / slope) ** (2 / 3), 1 / 0.78))
        fronts[n] = _STEEPEST * height / slope
        ratio = min(carries / fronts[n], 300.0)
        carry[n], scale[n] = math.cosh(ratio), 4 * math.sinh(ratio) * height / carries
    for k in range(len(_COSH)):
        falls = height * _FALLS[k]
        for n in range(LANES):
            runs_up[k, n] = math.sqrt(max(c2[n] - falls, 0.0))
            under = (_COSH[k] + carry[n]) ** 2
            over = scale[n] * _SINH[k]
            slides[k, n] = G / ADDED_MASS * over / math.sqrt(under * under + over * over)


@compiled
def _saddle(n, runs_up, slides, net):
    """Place [fronts] nearest to the crest of wave ``n`` at which a board at rest on it is neither caught nor
    left, and how fast the pull grows there; -1 where there is none, and the greatest pull instead."""
    before = slides[0, n] + _net_at(runs_up[0, n], net)
    if before >= 0:
        return 0.0, 0.0
    greatest, last = before, before
    for k in range(1, len(slides)):
        now = slides[k, n] + _net_at(runs_up[k, n], net)
        if now >= 0:
            # The parabola through this place and the two before it.
            a, b = _PLACES[k - 1], _PLACES[k]
            rises = (now - before) / (b - a)
            if k == 1:
                return a - before / rises, rises
            c = _PLACES[k - 2]
            bends = (rises - (before - last) / (a - c)) / (b - c)
            x = a - before / rises
            for _ in range(3):
                value = before + (x - a) * (rises + bends * (x - b))
                x -= value / max(rises + bends * (2 * x - a - b), 1e-9)
            x = min(max(x, a), b)
            return x, max(rises + bends * (2 * x - a - b), 1e-9)
        greatest = max(greatest, now)
        last, before = before, now
    return -1.0, greatest


@compiled
def spare_speeds(middle, step, height, start_share, carries, sprint, net, runs_up, slides, out):
    """Speed along the face [m/s] by which a start is better (over 0) than the one that just stays with the
    crest, at four slopes ``step`` apart around ``middle`` (logarithms), into ``out``.

    Backwards along the separatrix from the saddle, where u = -kappa (x - x_s) with kappa^2 + a_u kappa - a_x
    = 0. Four at once, because each waits for its own roots.
    """
    last = 2 * STEPS
    energy, fronts, since = np.zeros(LANES), np.empty(LANES), np.empty(LANES)
    _fill(middle, step, height, carries, fronts, runs_up, slides)
    first = last
    for n in range(LANES):
        saddle, grows = _saddle(n, runs_up, slides, net)
        out[n], since[n] = 0.0, 0.0
        if saddle < 0:
            # Nothing holds a board at rest here: worse than any lack of speed, the better the nearer to it.
            out[n] = NO_HOLD + grows
        elif saddle > 0:
            k = 2
            while k <= last and _PLACES[k] <= saddle:
                k += 2
            since[n] = k
            if k <= last:
                energy[n] = _first_step(saddle, grows, k, fronts[n], runs_up[:, n], slides[:, n], net)
        first = min(first, int(since[n]))
    for k in range(first, last, 2):
        # Runge and Kutta's four slopes of the square of the speed.
        whole = 2 * (_PLACES[k + 2] - _PLACES[k])
        for n in range(LANES):
            begun, long = energy[n], whole * fronts[n]
            half = runs_up[k + 1, n]
            one = slides[k, n] + _net_at(max(runs_up[k, n] - math.sqrt(begun), 0.0), net)
            middling = math.sqrt(max(begun + one * long / 2, 0.0))
            two = slides[k + 1, n] + _net_at(max(half - middling, 0.0), net)
            middling = math.sqrt(max(begun + two * long / 2, 0.0))
            three = slides[k + 1, n] + _net_at(max(half - middling, 0.0), net)
            ending = math.sqrt(max(begun + three * long, 0.0))
            four = slides[k + 2, n] + _net_at(max(runs_up[k + 2, n] - ending, 0.0), net)
            done = max(begun + long * (one + 2 * two + 2 * three + four) / 6, 0.0)
            energy[n] = done if k >= since[n] else begun
    for n in range(LANES):
        if out[n] == 0.0:
            out[n] = math.sqrt(energy[n]) - max(runs_up[last, n] - start_share * sprint, 0.0)


@compiled
def _first_step(saddle, grows, k, front, runs_up, slides, net):
    """Half the square of the speed at place ``k`` times two, from the saddle [m2/s2]."""
    m = k - 1 if saddle >= _PLACES[k - 1] else k - 2
    part = (saddle - _PLACES[m]) / (_PLACES[m + 1] - _PLACES[m])
    still = runs_up[m] + part * (runs_up[m + 1] - runs_up[m])
    a_u = (_net_at(still + 0.1, net) - _net_at(still - 0.1, net)) / 0.2
    kappa = (-a_u + math.sqrt(max(a_u * a_u + 4 * grows / front, 0.0))) / 2
    way = _PLACES[k] - saddle
    # By the pull in the middle, with half of the speed that the saddle gives.
    x = saddle + way / 2
    m = k - 1 if x >= _PLACES[k - 1] else k - 2
    part = (x - _PLACES[m]) / (_PLACES[m + 1] - _PLACES[m])
    q = runs_up[m] + part * (runs_up[m + 1] - runs_up[m])
    pull = slides[m] + part * (slides[m + 1] - slides[m])
    pull += _net_at(max(q - kappa * way * front / 2, 0.0), net)
    return max(2 * pull * way * front, 0.0)
