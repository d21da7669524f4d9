"""The fast form of float, drag, take-off and trim: the same formulas as their plain modules, board by board,
compiled.

``float.py``, ``immersed.py``, ``paddle.py``, ``plane.py``, ``takeoff.py`` and ``trim.py`` say what is
computed and why; nothing here is new, and a test holds both forms together. Arrays are float64; rows are
boards.
"""

from __future__ import annotations

import math

import numpy as np
from numba import njit

from chord_core.hull.stations import Array
from chord_core.physics import VISCOSITY_M2_S, G
from chord_core.ride.float import DEEPEST_NOSE_M, NOSE_CLEAR_M, TRIM_LEAST, TRIM_MOST
from chord_core.ride.paddle import BODY_DRAG, FORM
from chord_core.ride.takeoff import ADDED_MASS, FASTEST, LACKS_M_S, PLANES_FROM, SPEEDS, START_FRONTS

_RISE_M, _DIP_M = 0.35, NOSE_CLEAR_M - DEEPEST_NOSE_M
_FLOAT_STEPS, _SHIFT_STEPS = 22, 4
_SLOWEST = 0.25
_STEP = (FASTEST - _SLOWEST) / (SPEEDS - 1)
_TRIALS = 14
_BACK_STEPS = 24
_MIDDLE = 40  # the station at half the length
_DEGREE = 180.0 / math.pi
_STEEPEST = 4 / (3 * math.sqrt(3))
_NO_HOLD = -100.0


@njit(cache=True)
def _feet(place, mass, volume, thick, rho, deck, slope, at_tail, spare_moment, low, high, start):
    """Where the feet lie [m from the tail] so that moments balance: ``_Lying.feet`` of one board."""
    total, at_feet = 0.0, 0.0
    for j in range(len(place)):
        total += mass[j]
        at_feet += mass[j] * place[j]
    feet = min(max(start, low), high)
    for _ in range(_SHIFT_STEPS):
        moment, growth = 0.0, 0.0
        for j in range(len(place)):
            there = feet + place[j]
            deep = at_tail - deck - slope * there
            per_m = rho * volume[j] / thick[j]
            borne = min(max(deep * per_m, 0.0), rho * volume[j])
            moment += borne * there
            growth += borne
            if 0 < deep < thick[j]:
                growth -= per_m * slope * there
        spare = spare_moment + moment - total * feet - at_feet
        if spare > 0:
            low = feet
        else:
            high = feet
        newton = feet - spare / min(growth - total, -1e-6)
        feet = newton if low <= newton <= high else (low + high) / 2
    return feet


@njit(cache=True)
def _plane_of_water(u, length, tip):
    """Tangent of trim, water over the datum at the tail and clearance of the nose: ``_Lying.plane``."""
    trim = TRIM_LEAST + (TRIM_MOST - TRIM_LEAST) * min(max(u - 1, 0.0), 1.0)
    clear = NOSE_CLEAR_M + _RISE_M * min(max(1 - u, 0.0), 1.0) - _DIP_M * min(max(u - 2, 0.0), 1.0)
    slope = math.tan(trim)
    return slope, tip - clear + length * slope, clear


@njit(cache=True)
def float_boards(share, weight, rocker, thickness, section, length, board_kg, centre,
                 place, mass, volume, thick, height, rho, out):  # fmt: skip
    """``float_prone`` for all boards; ``out`` (n, 5): trim, clearance, sink, feet, immersed [kg]."""
    body = 0.0
    for j in range(len(mass)):
        body += mass[j]
    for i in range(len(length)):
        tip = rocker[i, -1]
        deck = rocker[i, _MIDDLE] + thickness[i, _MIDDLE]
        low_feet = -0.62 * height
        high_feet = max(length[i] - 0.85 * height, low_feet + 0.05)
        load = body + board_kg[i]
        feet = 0.0
        low, high, at_low, at_high, side = 0.0, 3.0, 0.0, 0.0, 0.0
        u, borne = 0.0, 0.0
        for step in range(_FLOAT_STEPS + 3):
            if step == 0:
                u = 0.0
            elif step == 1:
                u = 3.0
            else:
                part = at_low / (at_low - at_high) if at_low != at_high else at_low
                part = min(max(part, 0.0), 1.0)
                halves = step < _FLOAT_STEPS + 2 and (step - 2) % 4 == 3
                u = low + (0.5 if halves else part) * (high - low)
            slope, at_tail, _ = _plane_of_water(u, length[i], tip)
            kg, moment = 0.0, 0.0
            for k in range(len(share)):
                wet = (at_tail - slope * share[k] * length[i] - rocker[i, k]) / max(thickness[i, k], 1e-6)
                wet = min(max(wet, 0.0), 1.0)
                piece = wet * section[i, k] * weight[k]
                kg += piece
                moment += piece * share[k]
            kg *= rho * length[i]
            moment *= rho * length[i] ** 2
            feet = _feet(place, mass, volume, thick, rho, deck, slope, at_tail,
                         moment - board_kg[i] * centre[i], low_feet, high_feet, feet)  # fmt: skip
            borne = kg
            for j in range(len(place)):
                deep = at_tail - deck - slope * (feet + place[j])
                borne += min(max(deep * rho * volume[j] / thick[j], 0.0), rho * volume[j])
            spare = borne - load
            if step == 0:
                at_low = spare
            elif step == 1:
                at_high = spare
            elif step < _FLOAT_STEPS + 2:
                if spare < 0:
                    if side < 0:
                        at_high /= 2
                    side, low, at_low = -1.0, u, spare
                else:
                    if side > 0:
                        at_low /= 2
                    side, high, at_high = 1.0, u, spare
        slope, at_tail, clear = _plane_of_water(u, length[i], tip)
        out[i, 0] = math.atan(slope)
        out[i, 1] = clear
        out[i, 2] = at_tail - slope * length[i] / 2 - deck
        out[i, 3] = feet
        out[i, 4] = borne


@njit(cache=True)
def _basis(knots, x, out):
    """Index of the first of four cubic B-splines that are not zero at ``x``, their values in ``out``."""
    last = len(knots) - 5
    span = min(max(np.searchsorted(knots, x, side="right") - 1, 3), last)
    out[0] = 1.0
    left0, left1, left2 = x - knots[span], x - knots[span - 1], x - knots[span - 2]
    right0, right1, right2 = knots[span + 1] - x, knots[span + 2] - x, knots[span + 3] - x
    # Cox-de Boor, written out for degree 3.
    out[1] = left0 / (right0 + left0)
    out[0] = right0 / (right0 + left0)
    a = out[0] / (right0 + left1)
    b = out[1] / (right1 + left0)
    out[0], out[1], out[2] = right0 * a, left1 * a + right1 * b, left0 * b
    a = out[0] / (right0 + left2)
    b = out[1] / (right1 + left1)
    c = out[2] / (right2 + left0)
    out[0], out[1], out[2], out[3] = right0 * a, left2 * a + right1 * b, left1 * b + right2 * c, left0 * c
    return span - 3


@njit(cache=True)
def _wave_drag(speed, length, beam, knots, column, rho, values):
    """``wave_drag_n`` of one hull from the column of the table at its draught."""
    froude = speed / math.sqrt(G * length)
    held = min(max(froude, 0.15), 1.50)
    first = _basis(knots, held, values)
    log = 0.0
    for k in range(4):
        log += values[k] * column[first + k]
    share = math.exp(log)
    if froude < 0.15:
        share *= (froude / 0.15) ** 6
    return rho * G * beam**2 * length * share


@njit(cache=True)
def _paddling(speed, length, beam, wetted, frontal, knots, column, rho, values):
    dynamic = rho / 2 * speed**2
    reynolds = max(speed * length / VISCOSITY_M2_S, 1e4)
    friction = FORM * 0.075 / (math.log10(reynolds) - 2) ** 2 * dynamic * wetted
    return (
        friction + BODY_DRAG * dynamic * frontal + _wave_drag(speed, length, beam, knots, column, rho, values)
    )


@njit(cache=True)
def _speed_for(power, length, beam, wetted, frontal, knots, column, rho, values):
    """``paddling_speed`` of one board: drag x speed = power, by secants inside of a bracket."""
    low, high = 0.1, 6.0
    at_low = _paddling(low, length, beam, wetted, frontal, knots, column, rho, values) * low - power
    at_high = _paddling(high, length, beam, wetted, frontal, knots, column, rho, values) * high - power
    side, v = 0.0, low
    for step in range(24):
        part = at_low / (at_low - at_high) if at_low != at_high else 0.5
        v = low + (0.5 if step % 4 == 3 else min(max(part, 0.0), 1.0)) * (high - low)
        value = _paddling(v, length, beam, wetted, frontal, knots, column, rho, values) * v - power
        if abs(value) < 1e-9 * power:
            break
        if value < 0:
            if side < 0:
                at_high /= 2
            side, low, at_low = -1.0, v, value
        else:
            if side > 0:
                at_low /= 2
            side, high, at_high = 1.0, v, value
    return v


@njit(cache=True)
def _flat_for(lift, deadrise):
    """``flat_for`` of one load."""
    k = 0.0065 * min(max(deadrise, -10.0), 30.0)
    lift = max(lift, 1e-9)
    flat = 2 * lift + (2 * k) ** 2.5 if k > 0 else lift
    for _ in range(9):
        bent = k * flat**0.6
        step = (flat - bent - lift) / max(1 - 0.6 * bent / flat, 0.1)
        flat = max(flat - step, 1e-9)
        if abs(step) < 1e-12:
            break
    return flat


@njit(cache=True)
def _drag_share(flat, cv2, curvature, wet, root, deep, log_wet, log_speed, area_share):
    """Drag over weight on a plane at one wetted length; ``area_share`` = rho / 2 V^2 beam / weight."""
    trim = (flat / (0.012 * root + 0.0055 * deep / cv2)) ** (1 / 1.1) + _DEGREE * curvature * wet / 4
    reynolds = max(log_wet + log_speed, 4.0)
    friction = 0.075 / (reynolds - 2) ** 2 * wet * area_share
    return math.tan(min(trim, 80.0) / _DEGREE) + friction


@njit(cache=True)
def _longest(length, beam, cv, reach):
    """``_longest_wet`` of one board; ``reach`` [m] is as far forward as the load goes, or under 0: no
    limit."""
    longest = 0.85 * length
    if reach < 0:
        return longest
    low, high = 0.02, longest
    for _ in range(24):
        wet = (low + high) / 2
        beams = wet / beam
        if (0.75 - 1 / (5.21 * cv**2 / beams**2 + 2.39)) * wet > reach:
            high = wet
        else:
            low = wet
    return (low + high) / 2


@njit(cache=True)
def _lengths(longest, beam, wet, root, deep, log_wet):
    """Fill the wetted lengths that are tried and what Savitsky's formula needs of them."""
    for k in range(_TRIALS):
        wet[k] = longest * (0.14 + 0.86 * k / (_TRIALS - 1))
        beams = wet[k] / beam
        root[k] = math.sqrt(beams)
        deep[k] = beams**2 * root[k]
        log_wet[k] = math.log10(wet[k] / VISCOSITY_M2_S)


@njit(cache=True)
def _peak(values, count, sign):
    """Greatest ``sign`` x value of a row, refined by a parabola through its neighbours."""
    best = 0
    for k in range(1, count):
        if sign * values[k] > sign * values[best]:
            best = k
    if 0 < best < count - 1:
        y0, y1, y2 = values[best - 1], values[best], values[best + 1]
        bend = y0 - 2 * y1 + y2
        if sign * bend < -1e-12:
            move = min(max((y0 - y2) / (2 * bend), -0.5), 0.5)
            return y1 - (y0 - y2) * move / 4
    return values[best]


@njit(cache=True)
def drag_boards(length, beam, deadrise, curvature, reach, weight,
                hull_length, hull_beam, wetted, frontal, knots, columns, rho, sprint_w, cruise_w,
                drag, speeds):  # fmt: skip
    """Drag at the tabled speeds into ``drag`` (n, SPEEDS) and sprint and cruise speed into ``speeds`` (n,
    2)."""
    values, trials = np.empty(4), np.empty(_TRIALS)
    wet, root, deep, log_wet = np.empty(_TRIALS), np.empty(_TRIALS), np.empty(_TRIALS), np.empty(_TRIALS)
    for i in range(len(length)):
        column = columns[i]
        for which in range(2):
            power = sprint_w if which == 0 else cruise_w
            speeds[i, which] = _speed_for(
                power, hull_length[i], hull_beam[i], wetted[i], frontal[i], knots, column, rho, values
            )
        if reach[i] < 0:
            _lengths(_longest(length[i], beam[i], 1.0, -1.0), beam[i], wet, root, deep, log_wet)
        for s in range(SPEEDS):
            v = _SLOWEST + _STEP * s
            least = _paddling(
                v, hull_length[i], hull_beam[i], wetted[i], frontal[i], knots, column, rho, values
            )
            if v >= PLANES_FROM:
                cv2 = v**2 / (G * beam[i])
                if reach[i] >= 0:
                    longest = _longest(length[i], beam[i], math.sqrt(cv2), reach[i])
                    _lengths(longest, beam[i], wet, root, deep, log_wet)
                dynamic = rho / 2 * v**2
                flat = _flat_for(weight[i] / (dynamic * beam[i] ** 2), deadrise[i])
                share, speed = dynamic * beam[i] / weight[i], math.log10(v)
                for k in range(_TRIALS):
                    trials[k] = _drag_share(
                        flat, cv2, curvature[i], wet[k], root[k], deep[k], log_wet[k], speed, share
                    )
                least = min(least, _peak(trials, _TRIALS, -1.0) * weight[i])
            drag[i, s] = least


@njit(cache=True)
def _sech2(x):
    e = math.exp(-2 * abs(x))
    return 4 * e / (1 + e) ** 2


@njit(cache=True)
def _pull(x, u, height, front, c2, carries, mass, power, push, curve):
    """``_accelerates`` of one board: acceleration [m/s2] at ``x`` [m] ahead of the crest with ``u`` [m/s]."""
    half = carries / 2
    rise = height * (_sech2((x - half) / front) - _sech2((x + half) / front)) / carries
    through = max(u + math.sqrt(max(c2 - 2 * G * height * _sech2(x / front), 0.0)), 0.0)
    place = min(max((through - _SLOWEST) / _STEP, 0.0), SPEEDS - 1.001)
    left = int(place)
    part = place - left
    drag = curve[left] * (1 - part) + curve[left + 1] * part
    arms = min(power / max(through, 0.5), push)
    return (mass * G * rise / math.sqrt(1 + rise**2) + arms - drag) / (ADDED_MASS * mass)


@njit(cache=True)
def _saddle(start, height, front, c2, carries, mass, power, push, curve):
    """Place [m] nearest to the crest at which a board at rest on the wave is neither caught nor left; -1:
    none.

    The pull at rest rises from the crest to its greatest and falls again; the first crossing is looked for.
    """
    low, at_low = 0.0, _pull(0.0, 0.0, height, front, c2, carries, mass, power, push, curve)
    if at_low >= 0:
        return 0.0
    step = max(front, carries / 2) / 6
    high, at_high = 0.0, at_low
    for _ in range(24):
        high = low + step
        at_high = _pull(high, 0.0, height, front, c2, carries, mass, power, push, curve)
        if at_high >= 0 or high > start:
            break
        low, at_low = high, at_high
    if at_high < 0:
        return -1.0
    for _ in range(12):
        x = low - at_low / (at_high - at_low) * (high - low)
        value = _pull(x, 0.0, height, front, c2, carries, mass, power, push, curve)
        if value < 0:
            low, at_low = x, value
            at_high /= 2
        else:
            high, at_high = x, value
            at_low /= 2
        if abs(value) < 1e-7:
            break
    return low - at_low / (at_high - at_low) * (high - low)


@njit(cache=True)
def _spare_start(slope, height, start_share, carries, mass, power, push, sprint, curve):
    """Speed along the face [m/s] by which a start is better (over 0) than the one that just stays with the
    crest.

    Backwards along the separatrix from the saddle, where u = -kappa (x - x_s) with kappa^2 + a_u kappa - a_x
    = 0.
    """
    depth = height * max((2 / 3 / slope) ** (2 / 3), 1 / 0.78)
    c2, front = G * (depth + height), _STEEPEST * height / slope
    start = START_FRONTS * front
    saddle = _saddle(start, height, front, c2, carries, mass, power, push, curve)
    begins = max(math.sqrt(max(c2 - 2 * G * height * _sech2(START_FRONTS), 0.0)) - start_share * sprint, 0.0)
    if saddle < 0:
        # Nothing holds a board at rest here: worse than any lack of speed, and the better the nearer to it.
        best = -1e9
        for k in range(8):
            at = _pull(start * k / 8, 0.0, height, front, c2, carries, mass, power, push, curve)
            best = max(best, at)
        return _NO_HOLD + best
    if saddle >= start:
        return -begins
    u, near = 0.0, saddle
    if saddle > 0:
        h = 1e-3 * start
        a_x = _pull(saddle + h, 0.0, height, front, c2, carries, mass, power, push, curve)
        a_x = (a_x - _pull(saddle - h, 0.0, height, front, c2, carries, mass, power, push, curve)) / (2 * h)
        a_u = -_pull(saddle, -0.02, height, front, c2, carries, mass, power, push, curve)
        a_u = (a_u + _pull(saddle, 0.02, height, front, c2, carries, mass, power, push, curve)) / 0.04
        kappa = (-a_u + math.sqrt(max(a_u**2 + 4 * a_x, 0.0))) / 2
        near = saddle + (start - saddle) * 0.02
        u = kappa * (near - saddle)
    energy = u * u
    for k in range(_BACK_STEPS):
        # Steps grow away from the saddle: closer where the speed is small.
        far = saddle + (start - saddle) * (
            0.02 * (saddle > 0) + (1 - 0.02 * (saddle > 0)) * ((k + 1) / _BACK_STEPS) ** 1.5
        )
        step = far - near
        now = _pull(near, -math.sqrt(energy), height, front, c2, carries, mass, power, push, curve)
        middle = max(energy + now * step, 0.0)
        later = _pull(
            near + step / 2, -math.sqrt(middle), height, front, c2, carries, mass, power, push, curve
        )
        energy = max(energy + 2 * later * step, 0.0)
        near = far
    return math.sqrt(energy) - begins


@njit(cache=True)
def _least_slope(guess, height, start_share, carries, mass, power, push, sprint, curve):
    """Logarithm of the smallest slope that is caught at one height: ``takeoff_slope`` of one board.

    Walks from the guess to where the start has speed to spare, or to where it lacks the least; then secants.
    """
    low_end, high_end = math.log(0.02), math.log(2.0)
    x, step = min(max(guess, low_end + 0.01), high_end - 0.01), 0.10
    fx = _spare_start(math.exp(x), height, start_share, carries, mass, power, push, sprint, curve)
    low, at_low, high, at_high = x, fx, x, fx
    if fx <= 0:
        y = min(x + step, high_end)
        fy = _spare_start(math.exp(y), height, start_share, carries, mass, power, push, sprint, curve)
        way = 1.0 if fy > fx else -1.0
        if way > 0:
            behind, at_behind, x, fx = x, fx, y, fy
        else:
            behind, at_behind = y, fy
        ahead, at_ahead = x, fx
        while fx <= 0:
            ahead = min(max(x + way * step, low_end), high_end)
            at_ahead = _spare_start(math.exp(ahead), height, start_share, carries, mass, power, push,
                                    sprint, curve)  # fmt: skip
            if at_ahead <= fx or ahead == x:
                break
            behind, at_behind, x, fx = x, fx, ahead, at_ahead
            step *= 1.5
        if fx <= 0:
            # The best lies between the neighbours of x: golden section until it is there or over zero.
            a, b = min(behind, ahead), max(behind, ahead)
            for _ in range(14):
                if b - a < 1e-3 or fx > 0:
                    break
                y = x + 0.382 * (b - x) if b - x > x - a else x - 0.382 * (x - a)
                fy = _spare_start(math.exp(y), height, start_share, carries, mass, power, push, sprint, curve)
                if fy > fx:
                    if y > x:
                        a = x
                    else:
                        b = x
                    x, fx = y, fy
                elif y > x:
                    b = y
                else:
                    a = y
        if fx <= 0:
            return x - max(fx, -8.0) / LACKS_M_S
        high, at_high, low, at_low, step = x, fx, x, fx, 0.10
        if way > 0 and behind < x and at_behind <= 0:
            low, at_low = behind, at_behind
    while at_low > 0 and low > low_end:
        high, at_high = low, at_low
        low = max(low - step, low_end)
        at_low = _spare_start(math.exp(low), height, start_share, carries, mass, power, push, sprint, curve)
        step *= 1.5
    if at_low > 0:
        return low
    side = 0
    for turn in range(24):
        # Where nothing holds the spare speed falls off a cliff: halve instead of trusting secants.
        part = 0.5 if at_low < _NO_HOLD / 2 or turn > 10 else at_low / (at_low - at_high)
        x = low + part * (high - low)
        fx = _spare_start(math.exp(x), height, start_share, carries, mass, power, push, sprint, curve)
        if abs(fx) < 3e-4 or high - low < 1e-4:
            break
        if fx > 0:
            high, at_high = x, fx
            if side > 0:
                at_low /= 2
            side = 1
        else:
            low, at_low = x, fx
            if side < 0:
                at_high /= 2
            side = -1
    return x


@njit(cache=True)
def takeoff_boards(heights, start_share, carries, mass, power, push, sprint, drag, out):
    """``takeoff_slope``: logarithm of the least slope that is caught at each height into ``out`` (n,
    heights)."""
    for i in range(len(carries)):
        guess = -2.1
        for j in range(len(heights)):
            out[i, j] = _least_slope(guess, heights[j], start_share, carries[i], mass[i], power, push,
                                     sprint[i], drag[i])  # fmt: skip
            guess = out[i, j] + 0.35 if j == 0 else min(2 * out[i, j] - out[i, j - 1], out[i, j] + 0.5)


@njit(cache=True)
def _chord(height, front, length):
    """Steepest mean slope over a length of a face H sech^2(x / front): ``trim.steepest_chord``."""
    ratio = length / front
    e = math.exp(-min(ratio, 40.0))
    # cosh and sinh of the ratio, scaled by e so that long boards on short faces do not overflow.
    k, sinh = (1 + e * e) / 2, (1 - e * e) / 2
    c = (k + math.sqrt(k * k + 8 * e * e)) / 2
    drop = 4 * sinh * math.sqrt(max(c * c - e * e, 0.0)) / (c + k) ** 2
    return height * drop / length


@njit(cache=True)
def keep_boards(length, beam, deadrise, curvature, reach, weight, lost, pump, least, along_slope, rho,
                height, slope, speed, out):  # fmt: skip
    """``trim.keeping``: the best over wetted lengths of what the face gives over what trim needs, (n,
    waves)."""
    trials = np.empty(_TRIALS)
    wet, root, deep, log_wet = np.empty(_TRIALS), np.empty(_TRIALS), np.empty(_TRIALS), np.empty(_TRIALS)
    for i in range(len(length)):
        if reach[i] < 0:
            _lengths(_longest(length[i], beam[i], 1.0, -1.0), beam[i], wet, root, deep, log_wet)
        for j in range(len(height)):
            v = speed[j]
            cv2 = v**2 / (G * beam[i])
            if reach[i] >= 0:
                longest = _longest(length[i], beam[i], math.sqrt(cv2), reach[i])
                _lengths(longest, beam[i], wet, root, deep, log_wet)
            dynamic = rho / 2 * v**2
            flat = _flat_for(weight[i] / (dynamic * beam[i] ** 2), deadrise[i])
            share, log_speed = dynamic * beam[i] / weight[i], math.log10(v)
            front = _STEEPEST * height[j] / slope[j]
            for k in range(_TRIALS):
                drag = _drag_share(
                    flat, cv2, curvature[i], wet[k], root[k], deep[k], log_wet[k], log_speed, share
                )
                mean = _chord(height[j], front, wet[k])
                given = along_slope * mean / math.sqrt(1 + mean**2)
                trials[k] = given / max(drag + lost[i] - pump[i], least)
            out[i, j] = _peak(trials, _TRIALS, 1.0)


def spline_columns(tck: tuple[Array, Array, Array], log_draught: Array) -> Array:
    """Columns (n, k) of spline coefficients over Froude number at each hull's draught over length.

    Args:
        tck: knots over Froude number, knots over the logarithm of T/L, coefficients.
        log_draught: ln(T/L), (n,).
    """
    first, second, coefficients = tck
    across = len(second) - 4
    table = np.reshape(coefficients, (len(first) - 4, across))
    columns = np.empty((len(log_draught), len(first) - 4))
    _columns(second, table, log_draught, columns)
    return columns


@njit(cache=True)
def _columns(knots, table, log_draught, columns):
    values = np.empty(4)
    for i in range(len(log_draught)):
        first = _basis(knots, log_draught[i], values)
        for k in range(table.shape[0]):
            total = 0.0
            for j in range(4):
                total += values[j] * table[k, first + j]
            columns[i, k] = total
