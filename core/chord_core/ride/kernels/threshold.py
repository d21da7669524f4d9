"""``takeoff_slope`` for every board of a fleet: the least slope of the face that a start is caught on.

A window of four slopes is moved and closed by a state machine until it holds the threshold. What it sees in
the window is one of the situations below, each with its own move (docs/takeoff.md).
"""

from __future__ import annotations

import math

import numpy as np

from chord_core.kernel import compiled
from chord_core.ride.kernels.takeoff import FINER, LANES, NO_HOLD, ROWS, STEPS, net_boards, spare_speeds
from chord_core.ride.takeoff import ADDED_MASS, LACKS_M_S, SPEEDS

#: Slopes between which a threshold is looked for, in the logarithm, and the most that one is said to be.
FLATTEST, STEEPEST_LOG, MOST_LOG = math.log(0.02), math.log(2.0), 3.0
#: How far beyond a guess [of the logarithm] slopes are looked at where the start lacks speed.
_AHEAD = 0.5
#: How far apart the slopes of a window are where a guess is good; how near where they are joined by a
#: parabola, beside a root and elsewhere; how near at least.
_WINDOW, _NARROW, _WIDE, _FINEST = 0.016, 0.03, 0.08, 0.0005
#: Windows that are looked at, at most.
_WINDOWS = 24
#: The first height of a board begins here, with a window so wide; the second so far from the first's
#: threshold, with its own window; the third where a line through both points, with a narrower one.
_FIRST, _FIRST_WINDOW = -2.0, 0.2
_SECOND, _SECOND_WINDOW, _THIRD_WINDOW = 0.17, 0.05, 0.03
#: A step by the rise of the spare speed goes no further than this, and looks at the quarters of its way.
_FARTHEST, _QUARTERS = 0.3, 4
#: How much finer the next window is: where a board begins to hold, beside a root, beside a least lack.
_FINER_CLIFF, _FINER_ROOT, _FINER_LEAST = 3, 6, 2.6
#: Where a cliff lies before all slopes of a window the next one begins so many steps behind it.
_BEHIND_CLIFF = 0.3
#: The next window where nothing holds yet: so many steps on, so much wider.
_ON, _WIDER = 3.4, 1.5
#: How far past an edge the middle of the next window is put, in its steps.
_PAST_EDGE = 0.4
#: The spare speed rises towards a root, and not towards a least lack, from so many times what lack costs.
_RISES = 3
#: Newton's steps on the parabola: the third changes nothing that is kept.
_NEWTON = 3
#: No slope was caught so far.
_NEVER = 1e9
#: Situations, in the order in which they are looked for.
_CLIFF, _ROOT = 0, 1
_ALL_CAUGHT, _GAP, _NO_HOLD_YET = 2, 3, 4
_DOWNHILL, _UNSEEN_AHEAD, _BEST_BEHIND, _BEST_AHEAD, _CLOSING = 5, 6, 7, 8, 9


@compiled
def _crossing(spare, n, step, x):
    """Where the spare speed rises through zero between place ``n`` (at ``x``) and the next: the parabola
    through a neighbour where there is one, else the line."""
    rises = spare[n + 1] - spare[n]
    part = -spare[n] / rises
    other = n + 2 if n + 2 < LANES else n - 1
    if spare[other] > NO_HOLD / 2:
        bends = (spare[other] - spare[n] - (other - n) * rises) / ((other - n) * (other - n - 1))
        for _ in range(_NEWTON):
            value = spare[n] + part * rises + bends * part * (part - 1)
            part -= value / max(rises + bends * (2 * part - 1), 1e-9)
        part = min(max(part, 0.0), 1.0)
    return x + step * part


@compiled
def _cliff(spare, n, step, x):
    """Where a place that holds a board first appears, between slope ``n`` (at ``x``) and the next: the
    greatest pull rises through zero there; by the line through two slopes without."""
    now, before = spare[n] - NO_HOLD, spare[n - 1] - NO_HOLD
    part = -now / (now - before) if now > before else 0.5
    return x + step * min(max(part, 0.0), 1.0)


@compiled
def _low_point(value, n):
    """Least of a row near its element ``n`` and how far from it in steps, by the parabola through its
    neighbours."""
    if n in (0, LANES - 1):
        return value[n], 0.0
    bend = value[n - 1] - 2 * value[n] + value[n + 1]
    rise = value[n + 1] - value[n - 1]
    if not 1e-9 < bend < 1.0:
        return value[n], 0.0
    move = min(max(-rise / (2 * bend), -0.5), 0.5)
    return value[n] + rise * move / 4, move


@compiled
def _weigh(spare, begin, step, value):
    """Fill ``value`` with what each slope of a window is worth, the logarithm of the slope with what its
    start lacks; return the index of the least, the index before a crossing to caught (-1: none), and the
    least slope that is caught."""
    least, crossing, caught_at = 0, -1, _NEVER
    for n in range(LANES):
        x = begin + step * n
        value[n] = x - min(spare[n], 0.0) / LACKS_M_S
        if value[n] < value[least]:
            least = n
        if spare[n] > 0:
            caught_at = min(caught_at, x)
        if crossing < 0 and n + 1 < LANES and spare[n] <= 0 < spare[n + 1]:
            crossing = n
    return least, crossing, caught_at


@compiled
def _situation(spare, least, crossing, begin, edge, caught_at, looked_to, look_to, at_best):
    """What a window shows: one of the situations."""
    last = LANES - 1
    if crossing >= 0:
        return _CLIFF if spare[crossing] < NO_HOLD / 2 else _ROOT
    if spare[0] > 0:
        return _ALL_CAUGHT
    if edge < caught_at < _NEVER:
        return _GAP
    if spare[last] < NO_HOLD / 2:
        return _NO_HOLD_YET
    if least == last and edge < STEEPEST_LOG - 1e-9:
        return _DOWNHILL
    if looked_to < look_to and looked_to < STEEPEST_LOG - 1e-9:
        return _UNSEEN_AHEAD
    if at_best < begin - 1e-9 or (least == 0 and at_best > FLATTEST + 1e-9):
        return _BEST_BEHIND
    return _BEST_AHEAD if at_best > edge + 1e-9 else _CLOSING


@compiled
def _at_crossing(state, spare, value, least, crossing, begin, step, best, at_best):
    """The move where the window holds a crossing: whether it is done, the threshold and its place, or middle
    and step of the next window."""
    x = begin + step * crossing
    if state == _CLIFF:
        if step < _FINEST:
            return True, x + step, x + step
        if crossing == 0:
            return False, x + _BEHIND_CLIFF * step, step / _FINER_CLIFF
        root = _cliff(spare, crossing, step, x)
    else:
        root = _crossing(spare, crossing, step, x)
    if spare[crossing + 1] - spare[crossing] <= LACKS_M_S * step and step < _NARROW:
        low, move = _low_point(value, least)
        return True, min(best, low), at_best + move * step
    if step <= _NARROW:
        return True, root, root
    return False, root, min(step / _FINER_ROOT, _WINDOW)


@compiled
def _towards_caught(state, spare, begin, edge, middle, step, caught_at, best, at_best):
    """The move where what is caught lies outside of the window, or nothing holds in it."""
    if state == _ALL_CAUGHT:
        if begin < FLATTEST + 1e-9:
            return True, FLATTEST, FLATTEST
        rises = (spare[1] - spare[0]) / step
        way = min(spare[0] / max(rises, LACKS_M_S), _FARTHEST)
        return False, begin - way, max(step, way / _QUARTERS)
    if state == _GAP:
        return False, (edge + caught_at) / 2, max((caught_at - edge) / (LANES - 1), _FINEST / 2)
    if edge >= STEEPEST_LOG - 1e-9:
        return True, min(best, MOST_LOG), at_best
    return False, middle + _ON * step, _WIDER * step


@compiled
def _towards_least(state, spare, value, least, begin, edge, middle, step, looked_to, best, at_best):
    """The move where no slope seen so far is caught: towards the one that lacks least."""
    half = (LANES - 1) / 2
    if state == _DOWNHILL:
        rises = (spare[least] - spare[least - 1]) / step
        if rises > _RISES * LACKS_M_S:
            way = min(-spare[least] / rises, _FARTHEST)
            return False, edge + way, max(step, way / _QUARTERS)
        return False, edge + _PAST_EDGE * max(step, _WIDE), max(step, _WIDE)
    if state == _UNSEEN_AHEAD:
        wide = max(step, _WIDE)
        return False, looked_to + wide * (half + 0.5), wide
    if state == _BEST_BEHIND:
        wide = max(step, _WIDE) if least == 0 else step
        return False, at_best - _PAST_EDGE * wide, wide
    if state == _BEST_AHEAD:
        return False, at_best, step
    if step < _WIDE + 1e-9:
        low, move = _low_point(value, least)
        return True, min(best, low), at_best + move * step
    return False, begin + step * least, step / _FINER_LEAST


@compiled
def find_threshold(guess, width, ahead, height, start_share, carries, sprint, net, runs_up, slides, scratch):
    """Least of ln s - min(spare, 0) / LACKS near a guess, and the logarithm of the slope there.

    Where the start lacks speed, steeper slopes are looked at first, ``ahead`` of the guess: a plain of small
    lack may lie before the slope that is caught.
    """
    spare, value, middle, step = np.empty(LANES), np.empty(LANES), guess, width
    half = (LANES - 1) / 2
    best, at_best, looked_to, caught_at = MOST_LOG, guess, -_NEVER, _NEVER
    for _ in range(_WINDOWS):
        middle = min(max(middle, FLATTEST + half * step), STEEPEST_LOG - half * step)
        begin, edge = middle - half * step, middle + half * step
        spare_speeds(middle, step, height, start_share, carries, sprint, net, runs_up, slides, scratch, spare)
        least, crossing, caught = _weigh(spare, begin, step, value)
        caught_at, looked_to = min(caught_at, caught), max(looked_to, edge)
        if value[least] < best:
            best, at_best = value[least], begin + step * least
        state = _situation(spare, least, crossing, begin, edge, caught_at, looked_to, guess + ahead, at_best)
        if state <= _ROOT:
            done, a, b = _at_crossing(state, spare, value, least, crossing, begin, step, best, at_best)
        elif state <= _NO_HOLD_YET:
            done, a, b = _towards_caught(state, spare, begin, edge, middle, step, caught_at, best, at_best)
        else:
            done, a, b = _towards_least(
                state, spare, value, least, begin, edge, middle, step, looked_to, best, at_best
            )
        if done:
            return a, b
        middle, step = a, b
    return min(best, MOST_LOG), at_best


@compiled
def takeoff_boards(
    heights, begin, end, start_share, carries, mass, power, push, sprint, drag, places, out
):  # fmt: skip
    """``takeoff_slope``: logarithm of the threshold at the heights from ``begin`` to before ``end`` into
    ``out`` (n, heights), where it was found into ``places`` (n, heights).

    Each height starts from where the last ones point, which were solved before.
    """
    net = np.empty(FINER * (SPEEDS - 1) + 1)
    runs_up, slides = np.empty((2 * STEPS + 1, LANES)), np.empty((2 * STEPS + 1, LANES))
    scratch = np.zeros((ROWS, LANES))
    for i in range(len(carries)):
        net_boards(drag[i], power, push, ADDED_MASS * mass[i], net)
        for j in range(begin, end):
            ahead, place = _AHEAD, places[i]
            if j == 0:
                guess, width = _FIRST, _FIRST_WINDOW
            elif j == 1:
                guess, width = place[0] + _SECOND, _SECOND_WINDOW
            elif j == 2:
                guess, width = 2 * place[1] - place[0], _THIRD_WINDOW
            elif out[i, j - 1] > place[j - 1]:
                guess, width, ahead = place[j - 1], _WIDE, 0.0
            else:
                guess, width = 3 * place[j - 1] - 3 * place[j - 2] + place[j - 3], _WINDOW
            out[i, j], place[j] = find_threshold(
                guess, width, ahead, heights[j], start_share, carries[i], sprint[i], net, runs_up, slides,
                scratch,
            )  # fmt: skip
