"""``takeoff_slope`` for every board of a fleet: backwards along the path that just stays with the crest.

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
from chord_core.ride.takeoff import ADDED_MASS, FASTEST, LACKS_M_S, PLANES_FROM, SPEEDS, START_FRONTS

_SLOWEST = 0.25
_SPEEDS = np.linspace(_SLOWEST, FASTEST, SPEEDS)
_STEP = (FASTEST - _SLOWEST) / (SPEEDS - 1)
_FIRST, _WEIGHTS = cubic_weights(np.maximum(_SPEEDS, PLANES_FROM))
_STEEPEST = 4 / (3 * math.sqrt(3))
#: How far beyond a guess [of the logarithm] slopes are looked at where the start lacks speed.
_AHEAD = 0.5
#: Places ahead of the crest in fronts, closer near it; every other one is the middle of a step.
_STEPS = 10
#: Speeds at which arms less drag are tabled, between those of the drag.
_FINER = 4
_FINE_STEP, _FINE_LAST = _STEP / _FINER, _FINER * (SPEEDS - 1) - 0.001
_PLACES = START_FRONTS * np.linspace(0, 1, 2 * _STEPS + 1) ** 1.5
_SINH, _COSH = np.sinh(2 * _PLACES), np.cosh(2 * _PLACES)
_FALLS = 4 * G / (1 + _COSH)
#: Slopes between which a threshold is looked for, in the logarithm.
_FLATTEST, _STEEP = math.log(0.02), math.log(2.0)
#: What stands for: nothing holds a board here; the most that the logarithm of a threshold is said to be.
_NO_HOLD, _MOST = -100.0, 3.0
#: Slopes tried at once; how far apart where a guess is good; how near where they are joined by a
#: parabola, beside a root and elsewhere; how near at least.
_LANES, _WINDOW, _NARROW, _WIDE, _FINEST = 4, 0.016, 0.03, 0.08, 0.0005


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
def _net_boards(curve, power, push, inertia, net):
    """What arms give over drag [m/s2] at even fine speeds into ``net``; ``inertia`` [kg] with added mass."""
    fine = len(net)
    for m in range(fine):
        v = _SLOWEST + _FINE_STEP * m
        place = min(m / _FINER, SPEEDS - 1.001)
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
    c2, carry, scale = np.empty(_LANES), np.empty(_LANES), np.empty(_LANES)
    for n in range(_LANES):
        slope = math.exp(middle + step * (n - (_LANES - 1) / 2))
        c2[n] = G * height * (1 + max((2 / 3 / slope) ** (2 / 3), 1 / 0.78))
        fronts[n] = _STEEPEST * height / slope
        ratio = min(carries / fronts[n], 300.0)
        carry[n], scale[n] = math.cosh(ratio), 4 * math.sinh(ratio) * height / carries
    for k in range(len(_COSH)):
        falls = height * _FALLS[k]
        for n in range(_LANES):
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
def _spares(middle, step, height, start_share, carries, sprint, net, runs_up, slides, out):
    """Speed along the face [m/s] by which a start is better (over 0) than the one that just stays with the
    crest, at four slopes ``step`` apart around ``middle`` (logarithms), into ``out``.

    Backwards along the separatrix from the saddle, where u = -kappa (x - x_s) with kappa^2 + a_u kappa - a_x
    = 0. Four at once, because each waits for its own roots.
    """
    last = 2 * _STEPS
    energy, fronts, since = np.zeros(_LANES), np.empty(_LANES), np.empty(_LANES)
    _fill(middle, step, height, carries, fronts, runs_up, slides)
    first = last
    for n in range(_LANES):
        saddle, grows = _saddle(n, runs_up, slides, net)
        out[n], since[n] = 0.0, 0.0
        if saddle < 0:
            # Nothing holds a board at rest here: worse than any lack of speed, the better the nearer to it.
            out[n] = _NO_HOLD + grows
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
        for n in range(_LANES):
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
    for n in range(_LANES):
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


@compiled
def _crossing(spare, n, step, x):
    """Where the spare speed rises through zero between place ``n`` (at ``x``) and the next: the parabola
    through a neighbour where there is one, else the line."""
    rises = spare[n + 1] - spare[n]
    part = -spare[n] / rises
    other = n + 2 if n + 2 < _LANES else n - 1
    if spare[other] > _NO_HOLD / 2:
        bends = (spare[other] - spare[n] - (other - n) * rises) / ((other - n) * (other - n - 1))
        for _ in range(3):
            value = spare[n] + part * rises + bends * part * (part - 1)
            part -= value / max(rises + bends * (2 * part - 1), 1e-9)
        part = min(max(part, 0.0), 1.0)
    return x + step * part


@compiled
def _cliff(spare, n, step, x):
    """Where a place that holds a board first appears, between slope ``n`` (at ``x``) and the next: the
    greatest pull rises through zero there; by the line through two slopes without."""
    now, before = spare[n] - _NO_HOLD, spare[n - 1] - _NO_HOLD
    part = -now / (now - before) if now > before else 0.5
    return x + step * min(max(part, 0.0), 1.0)


@compiled
def _low_point(value, n):
    """Least of a row near its element ``n`` and how far from it in steps, by the parabola through its
    neighbours."""
    if n in (0, _LANES - 1):
        return value[n], 0.0
    bend = value[n - 1] - 2 * value[n] + value[n + 1]
    rise = value[n + 1] - value[n - 1]
    if not 1e-9 < bend < 1.0:
        return value[n], 0.0
    move = min(max(-rise / (2 * bend), -0.5), 0.5)
    return value[n] + rise * move / 4, move


@compiled
def _least(guess, width, ahead, height, start_share, carries, sprint, net, runs_up, slides):
    """Least of ln s - min(spare, 0) / LACKS near a guess, and the logarithm of the slope there.

    Four slopes at a time: the window moves downhill, and closes where it holds the least. Where the start
    lacks speed, steeper slopes are looked at first, ``ahead`` of the guess: a plain of small lack may lie
    before the slope that is caught.
    """
    spare, value, middle, step = np.empty(_LANES), np.empty(_LANES), guess, width
    first, last = -(_LANES - 1) / 2, (_LANES - 1) / 2
    best, at_best = _MOST, guess
    looked_to, caught_at = -1e9, 1e9
    for _ in range(24):
        middle = min(max(middle, _FLATTEST - first * step), _STEEP - last * step)
        _spares(middle, step, height, start_share, carries, sprint, net, runs_up, slides, spare)
        n_least, crossing = 0, -1
        for n in range(_LANES):
            x = middle + step * (first + n)
            value[n] = x - min(spare[n], 0.0) / LACKS_M_S
            if value[n] < value[n_least]:
                n_least = n
            if spare[n] > 0:
                caught_at = min(caught_at, x)
            if crossing < 0 and n + 1 < _LANES and spare[n] <= 0 < spare[n + 1]:
                crossing = n
        if value[n_least] < best:
            best, at_best = value[n_least], middle + step * (first + n_least)
        edge = middle + step * last
        looked_to = max(looked_to, edge)
        if crossing >= 0:
            x = middle + step * (first + crossing)
            if spare[crossing] < _NO_HOLD / 2:
                if step < _FINEST:
                    return x + step, x + step
                if crossing == 0:
                    middle, step = x + 0.3 * step, step / 3
                    continue
                root = _cliff(spare, crossing, step, x)
            else:
                root = _crossing(spare, crossing, step, x)
            if spare[crossing + 1] - spare[crossing] <= LACKS_M_S * step and step < _NARROW:
                low, move = _low_point(value, n_least)
                return min(best, low), at_best + move * step
            if step <= _NARROW:
                return root, root
            middle, step = root, min(step / 6, _WINDOW)
        elif spare[0] > 0:
            if middle + first * step < _FLATTEST + 1e-9:
                return _FLATTEST, _FLATTEST
            rises = (spare[1] - spare[0]) / step
            way = min(spare[0] / max(rises, LACKS_M_S), 0.3)
            middle, step = middle + first * step - way, max(step, way / 4)
        elif edge < caught_at < 1e8:
            # Between the slopes looked at now and one that was caught lies the threshold.
            middle, step = (edge + caught_at) / 2, max((caught_at - edge) / (_LANES - 1), _FINEST / 2)
        elif spare[_LANES - 1] < _NO_HOLD / 2:
            if edge >= _STEEP - 1e-9:
                return min(best, _MOST), at_best
            middle, step = middle + 3.4 * step, 1.5 * step
        elif n_least == _LANES - 1 and edge < _STEEP - 1e-9:
            rises = (spare[n_least] - spare[n_least - 1]) / step
            if rises > 3 * LACKS_M_S:
                way = min(-spare[n_least] / rises, 0.3)
                middle, step = edge + way, max(step, way / 4)
            else:
                step = max(step, _WIDE)
                middle = edge + 0.4 * step
        elif looked_to < guess + ahead and looked_to < _STEEP - 1e-9:
            step = max(step, _WIDE)
            middle = looked_to + step * (last + 0.5)
        elif at_best < middle + first * step - 1e-9 or (n_least == 0 and at_best > _FLATTEST + 1e-9):
            step = max(step, _WIDE) if n_least == 0 else step
            middle = at_best - 0.4 * step
        elif at_best > edge + 1e-9:
            middle = at_best
        elif step < _WIDE + 1e-9:
            low, move = _low_point(value, n_least)
            return min(best, low), at_best + move * step
        else:
            middle, step = middle + step * (first + n_least), step / 2.6
    return min(best, _MOST), at_best


@compiled
def takeoff_boards(heights, start_share, carries, mass, power, push, sprint, drag, out):
    """``takeoff_slope``: logarithm of the threshold at each height into ``out`` (n, heights).

    Each height starts from where the last ones point.
    """
    net, places = np.empty(_FINER * (SPEEDS - 1) + 1), np.empty(len(heights))
    runs_up, slides = np.empty((2 * _STEPS + 1, _LANES)), np.empty((2 * _STEPS + 1, _LANES))
    for i in range(len(carries)):
        _net_boards(drag[i], power, push, ADDED_MASS * mass[i], net)
        for j in range(len(heights)):
            ahead = _AHEAD
            if j == 0:
                guess, width = -2.0, 0.2
            elif j == 1:
                guess, width = places[0] + 0.17, 0.05
            elif j == 2:
                guess, width = 2 * places[1] - places[0], 0.03
            elif out[i, j - 1] > places[j - 1]:
                guess, width, ahead = places[j - 1], _WIDE, 0.0
            else:
                guess, width = 3 * places[j - 1] - 3 * places[j - 2] + places[j - 3], _WINDOW
            out[i, j], places[j] = _least(
                guess, width, ahead, heights[j], start_share, carries[i], sprint[i], net, runs_up, slides
            )
