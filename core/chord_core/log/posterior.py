"""Where a posterior lies: Laplace's normal about its top, mended by importance sampling.

Newton steps by differences; then draws of a Student t about the top, weighted by the true density (Gelman and
others, Bayesian Data Analysis 2013, 10.4), from a fixed Sobol sequence so that the same sessions teach the
same.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from functools import cache

import numpy as np
from scipy.special import gammaincinv, gammaln, ndtri

from chord_core.hull.stations import Array

#: Log-density at places (n, d), (n,).
Density = Callable[[Array], Array]
_STEP, _NEWTON, _DRAWS, _FREEDOM = 0.02, 25, 2048, 6.0
#: Of so many draws' worth at least the bands are read.
_ENOUGH = 300.0


@dataclass(frozen=True)
class Draws:
    """Draws of a posterior, (n, d), with weights that add up to one."""

    place: Array
    weight: Array

    def quantile(self, values: Array, share: float) -> float:
        """Value under which a share of the posterior lies; ``values`` (n,) at the draws."""
        order = np.argsort(values, kind="stable")
        weight = self.weight[order]
        return float(np.interp(share, np.cumsum(weight) - weight / 2, values[order]))

    def mean(self, values: Array) -> float:
        """Mean of values (n,) at the draws."""
        return float(self.weight @ values)

    def sd(self, values: Array) -> float:
        """Standard deviation of values (n,) at the draws."""
        return float(np.sqrt(max(float(self.weight @ (values - self.mean(values)) ** 2), 1e-12)))


def _curved(density: Density, at: Array) -> tuple[Array, Array]:
    """Gradient (d,) and Hessian (d, d) by central differences, asked for in one."""
    d, unit = len(at), _STEP * np.eye(len(at))
    rows, cols = np.triu_indices(d, 1)
    both = np.concatenate([unit[rows] + unit[cols], unit[rows] - unit[cols]]) if d > 1 else np.empty((0, d))
    places = np.concatenate([[np.zeros(d)], unit, -unit, both, -both])
    value = density(at + places)
    up, down = value[1 : d + 1], value[d + 1 : 2 * d + 1]
    hessian = np.diag((up + down - 2 * value[0]) / _STEP**2)
    n = len(rows)
    rest = value[2 * d + 1 :]
    crossed = (rest[:n] + rest[2 * n : 3 * n] - rest[n : 2 * n] - rest[3 * n :]) / (4 * _STEP**2)
    hessian[rows, cols] = hessian[cols, rows] = crossed
    return (up - down) / (2 * _STEP), hessian


def _top(density: Density, dims: int) -> tuple[Array, Array]:
    """Top of the density and the covariance there; steps that lead down are halved."""
    at = np.zeros(dims)
    for _ in range(_NEWTON):
        gradient, hessian = _curved(density, at)
        values, vectors = np.linalg.eigh(-hessian)
        values = np.maximum(values, 1.0)
        step = vectors @ ((vectors.T @ gradient) / values)
        tries = at + step * np.array([[1.0], [0.5], [0.25], [0.1], [0.0]])
        best = tries[int(np.argmax(density(tries)))]
        moved = float(np.abs(best - at).max())
        at = best
        if moved < 1e-4:
            break
    values, vectors = np.linalg.eigh(-_curved(density, at)[1])
    return at, (vectors / np.maximum(values, 1.0)) @ vectors.T


@cache
def _drawn(dims: int) -> tuple[Array, Array]:
    """Draws of a standard Student t (n, d) and its log-density there."""
    from scipy.stats import qmc  # Half a second to load, and most programs learn nothing.

    even = np.clip(qmc.Sobol(dims + 1, scramble=True, seed=19).random(_DRAWS), 1e-9, 1 - 1e-9)
    normal = ndtri(even[:, :dims])
    chi2 = 2 * gammaincinv(_FREEDOM / 2, even[:, dims])
    place = normal * np.sqrt(_FREEDOM / chi2)[:, None]
    squared = (place**2).sum(axis=1)
    log = gammaln((_FREEDOM + dims) / 2) - (_FREEDOM + dims) / 2 * np.log1p(squared / _FREEDOM)
    return place, log


def _weighted(density: Density, at: Array, covariance: Array) -> Draws:
    standard, log = _drawn(len(at))
    place = at + standard @ np.linalg.cholesky(covariance).T
    weight = density(place) - log
    weight = np.exp(weight - weight.max())
    return Draws(place, weight / weight.sum())


def draws_of(density: Density, dims: int) -> Draws:
    """Draws of a density over ``dims`` numbers whose prior is a standard normal about nought."""
    draws = _weighted(density, *_top(density, dims))
    for _ in range(3):
        if 1 / (draws.weight**2).sum() >= _ENOUGH:
            break
        middle = draws.weight @ draws.place
        off = draws.place - middle
        spread = (off * draws.weight[:, None]).T @ off
        draws = _weighted(density, middle, 1.3 * spread + 1e-3 * np.eye(dims))
    return draws
