"""Loops over the seconds of a track, compiled."""

from __future__ import annotations

import numpy as np

from chord_core.kernel import compiled


@compiled
def astray(t, x, y, window, most, out):
    """Readings that lie further from the median of those about them than anybody goes and comes back: jumps
    (Hampel 1974). A way that does not turn back is its own median, however fast."""
    begin, end = 0, 0
    for i in range(len(t)):
        while t[i] - t[begin] > window:
            begin += 1
        while end < len(t) and t[end] - t[i] <= window:
            end += 1
        off_x = x[i] - np.median(x[begin:end])
        off_y = y[i] - np.median(y[begin:end])
        out[i] = end - begin > 4 and off_x * off_x + off_y * off_y > most * most


@compiled
def filter_forward(t, x, y, q, r, gate, believed, states, covariances, used):
    """Forward: states (n, 4) as x, y, their speeds; covariances (n, 3) as place, both, speed; predicted ones
    are made again on the way back."""
    px, py, vx, vy = x[0], y[0], 0.0, 0.0
    a, b, c = r * r, 0.0, 4.0
    off = 0
    for i in range(len(t)):
        if i > 0:
            h = t[i] - t[i - 1]
            px, py = px + h * vx, py + h * vy
            a, b, c = a + 2 * h * b + h * h * c + q * h**3 / 3, b + h * c + q * h * h / 2, c + q * h
            c = min(c, 100.0)
        s = a + r * r
        far = ((x[i] - px) ** 2 + (y[i] - py) ** 2) / s
        if far > gate * gate and off < believed:
            off += 1
            used[i] = False
        else:
            if off >= believed and far > gate * gate:
                px, py, vx, vy, a, b, c = x[i], y[i], 0.0, 0.0, r * r, 0.0, 4.0
            else:
                kp, kv = a / s, b / s
                px, vx = px + kp * (x[i] - px), vx + kv * (x[i] - px)
                py, vy = py + kp * (y[i] - py), vy + kv * (y[i] - py)
                a, b, c = (1 - kp) * a, (1 - kp) * b, c - kv * b
            off = 0
            used[i] = True
        states[i, 0], states[i, 1], states[i, 2], states[i, 3] = px, py, vx, vy
        covariances[i, 0], covariances[i, 1], covariances[i, 2] = a, b, c


@compiled
def smooth_backward(t, q, states, covariances):
    """Backward, in place."""
    for i in range(len(t) - 2, -1, -1):
        h = t[i + 1] - t[i]
        a, b, c = covariances[i]
        ap, bp, cp = a + 2 * h * b + h * h * c + q * h**3 / 3, b + h * c + q * h * h / 2, c + q * h
        det = ap * cp - bp * bp
        ia, ib, ic = cp / det, -bp / det, ap / det
        # gain = P F' inverse(P predicted)
        f11, f12, f21, f22 = a + h * b, b, b + h * c, c
        g11, g12 = f11 * ia + f12 * ib, f11 * ib + f12 * ic
        g21, g22 = f21 * ia + f22 * ib, f21 * ib + f22 * ic
        for axis in range(2):
            p, v = states[i, axis], states[i, axis + 2]
            dp, dv = states[i + 1, axis] - (p + h * v), states[i + 1, axis + 2] - v
            states[i, axis] = p + g11 * dp + g12 * dv
            states[i, axis + 2] = v + g21 * dp + g22 * dv


@compiled
def likeliest(score, step, way):
    """Likeliest states (n,) by log-likelihoods (n, k) and log-transitions (k, k)."""
    n, k = score.shape
    back = np.empty((n, k), np.int8)
    best = score[0].copy()
    for i in range(1, n):
        new = np.empty(k)
        for j in range(k):
            top, origin = -np.inf, 0
            for o in range(k):
                value = best[o] + step[o, j]
                if value > top:
                    top, origin = value, o
            new[j] = top + score[i, j]
            back[i, j] = origin
        best = new
    state = 0
    for j in range(1, k):
        if best[j] > best[state]:
            state = j
    for i in range(n - 1, -1, -1):
        way[i] = state
        state = back[i, state]
