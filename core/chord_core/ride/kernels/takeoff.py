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
#: Rows of a window's scratch, of four slopes each: the square of the speed along the face [m2/s2]; the length
#: of the front [m]; the place from which a lane runs; a step [m]; the speed through the water [m/s]; four
#: accelerations [m/s2]. Three hold something else before it runs.
_ENERGY, _FRONTS, _SINCE, _LONG, _SPEED, _ONE, _TWO, _THREE, _FOUR = range(9)
_C2, _CARRY, _SCALE = _LONG, _SPEED, _ONE
ROWS = 9
#: (2 / 3)^(2 / 3): of the water's depth in heights, at a slope of 1.
_FLATTER = (2 / 3) ** (2 / 3)
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
def _fill(middle, step, height, carries, runs_up, slides, scratch):
    """Lengths of the fronts [m] of four waves; at every place (k, 4) the speed of the water up the face
    [m/s] and the pull of gravity along it [m/s2]."""
    # Four slopes and their powers of -2/3, each so many times the one before.
    lowest = middle - step * (LANES - 1) / 2
    slope, steeper = math.exp(lowest), math.exp(step)
    power, less = _FLATTER * math.exp(-lowest * 2 / 3), math.exp(-step * 2 / 3)
    for n in range(LANES):
        scratch[_C2, n] = G * height * (1 + max(power, 1 / 0.78))
        scratch[_FRONTS, n] = _STEEPEST * height / slope
        grown = math.exp(min(carries / scratch[_FRONTS, n], 300.0))
        scratch[_CARRY, n] = (grown + 1 / grown) / 2
        scratch[_SCALE, n] = 2 * (grown - 1 / grown) * height / carries
        slope, power = slope * steeper, power * less
    for k in range(len(_COSH)):
        falls = height * _FALLS[k]
        for n in range(LANES):
            runs_up[k, n] = math.sqrt(max(scratch[_C2, n] - falls, 0.0))
            under = (_COSH[k] + scratch[_CARRY, n]) ** 2
            over = scratch[_SCALE, n] * _SINH[k]
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
def _through(at, part, row, runs_up, scratch):
    """Speeds through the water [m/s] after ``part`` of a step at the accelerations of a row."""
    for n in range(LANES):
        along = math.sqrt(max(scratch[_ENERGY, n] + part * scratch[row, n] * scratch[_LONG, n], 0.0))
        scratch[_SPEED, n] = max(runs_up[at, n] - along, 0.0)


@compiled
def _accelerate(at, slides, net, scratch, row):
    """Accelerations along the face [m/s2] at these speeds, at a place, into a row."""
    for n in range(LANES):
        scratch[row, n] = slides[at, n] + _net_at(scratch[_SPEED, n], net)


@compiled
def _run(first, runs_up, slides, net, scratch):
    """The squares of the speeds along the face from place ``first`` to the last, by Runge and Kutta's four
    slopes: each for all lanes before the next, so that none waits for its own root."""
    for k in range(first, 2 * STEPS, 2):
        whole = 2 * (_PLACES[k + 2] - _PLACES[k])
        for n in range(LANES):
            scratch[_LONG, n] = whole * scratch[_FRONTS, n]
        _through(k, 0.0, _FOUR, runs_up, scratch)
        _accelerate(k, slides, net, scratch, _ONE)
        _through(k + 1, 0.5, _ONE, runs_up, scratch)
        _accelerate(k + 1, slides, net, scratch, _TWO)
        _through(k + 1, 0.5, _TWO, runs_up, scratch)
        _accelerate(k + 1, slides, net, scratch, _THREE)
        _through(k + 2, 1.0, _THREE, runs_up, scratch)
        _accelerate(k + 2, slides, net, scratch, _FOUR)
        for n in range(LANES):
            mean = (scratch[_ONE, n] + 2 * scratch[_TWO, n] + 2 * scratch[_THREE, n] + scratch[_FOUR, n]) / 6
            done = max(scratch[_ENERGY, n] + scratch[_LONG, n] * mean, 0.0)
            scratch[_ENERGY, n] = done if k >= scratch[_SINCE, n] else scratch[_ENERGY, n]


@compiled
def spare_speeds(middle, step, height, start_share, carries, sprint, net, runs_up, slides, scratch, out):
    """Speed along the face [m/s] by which a start is better (over 0) than the one that just stays with the
    crest, at four slopes ``step`` apart around ``middle`` (logarithms), into ``out``.

    Backwards along the separatrix from the saddle, where u = -kappa (x - x_s) with kappa^2 + a_u kappa - a_x
    = 0. Four at once, because each waits for its own roots; ``scratch`` is (ROWS, 4), of zeros before it is
    first used.
    """
    last = 2 * STEPS
    _fill(middle, step, height, carries, runs_up, slides, scratch)
    first = last
    for n in range(LANES):
        saddle, grows = _saddle(n, runs_up, slides, net)
        out[n], scratch[_SINCE, n], scratch[_ENERGY, n] = 0.0, 0.0, 0.0
        if saddle < 0:
            # Nothing holds a board at rest here: worse than any lack of speed, the better the nearer to it.
            out[n], scratch[_SINCE, n] = NO_HOLD + grows, last
        elif saddle > 0:
            k = 2
            while k <= last and _PLACES[k] <= saddle:
                k += 2
            scratch[_SINCE, n] = k
            if k <= last:
                front = scratch[_FRONTS, n]
                scratch[_ENERGY, n] = _first_step(saddle, grows, k, front, runs_up[:, n], slides[:, n], net)
        first = min(first, int(scratch[_SINCE, n]))
    _run(first, runs_up, slides, net, scratch)
    for n in range(LANES):
        if out[n] == 0.0:
            out[n] = math.sqrt(scratch[_ENERGY, n]) - max(runs_up[last, n] - start_share * sprint, 0.0)


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
