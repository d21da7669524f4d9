"""Wave drag of a slender hull: Michell's thin-ship integral for the Wigley hull.

Michell 1898. For y = B/2 (1 - (2x/L)^2)(1 - (z/T)^2) both inner integrals are closed, and the drag
goes with B^2 exactly; so one table over Froude number and T/L serves every board. The table is a file
made by ``python -m chord_core.ride.wave_drag``.
"""

from __future__ import annotations

from functools import cache
from importlib import resources
from pathlib import Path
from typing import TYPE_CHECKING

import numpy as np

from chord_core.hull.stations import Array
from chord_core.physics import G

if TYPE_CHECKING:
    from scipy.interpolate import RectBivariateSpline

FROUDE = np.linspace(0.15, 1.50, 136)
DRAUGHT_OF_LENGTH = np.geomspace(0.004, 0.40, 41)
_FILE, _KNOTS = "wave_drag.npy", "wave_drag_spline.npz"


def wigley_wave_drag(froude: float, draught_of_length: float, waves: int = 3000) -> float:
    """Wave drag of the Wigley hull over rho g B^2 L, by Michell's integral.

    Args:
        froude: speed / sqrt(g L).
        draught_of_length: T / L.
        waves: steps of the outer integral in u, with the wave's secant = cosh u.

    The outer integral oscillates with a phase of k L cosh(u) / 2; 3,000 steps hold it to 1e-6 from a
    Froude number of .15 up.
    """
    k = 1 / froude**2  # g L / U^2, lengths in L
    u = np.linspace(0, np.arccosh(np.sqrt(60 / (k * draught_of_length) + 1) + 3), waves)
    secant = np.cosh(u)
    a = k * secant / 2
    along = 2 * (np.sin(a) / (k * secant) ** 2 - np.cos(a) / (2 * k * secant))
    deep = k * secant**2
    t = draught_of_length
    fade = np.exp(-deep * t)
    down = 1 / deep - 2 / (t**2 * deep**3) + fade * (2 / (t * deep**2) + 2 / (t**2 * deep**3))
    amplitude = 4 * along * down
    return float(4 * k / np.pi * np.trapezoid((amplitude * secant) ** 2, u))


def make_table() -> Array:
    """The table: rows Froude number, columns T/L."""
    return np.array([[wigley_wave_drag(f, t) for t in DRAUGHT_OF_LENGTH] for f in FROUDE])


@cache
def wave_drag_spline() -> RectBivariateSpline:
    """The logarithm of the table as a bicubic spline over Froude number and ln(T/L)."""
    # Here and not above: it takes half of a second, and what is asked most needs the knots only.
    from scipy.interpolate import RectBivariateSpline

    with resources.as_file(resources.files("chord_core.tables") / _FILE) as path:
        table = np.load(path, allow_pickle=False)
    return RectBivariateSpline(FROUDE, np.log(DRAUGHT_OF_LENGTH), np.log(table))


@cache
def spline_knots() -> tuple[Array, Array, Array]:
    """The same spline as its knots over Froude number and over ln(T/L), and its coefficients."""
    with (
        resources.as_file(resources.files("chord_core.tables") / _KNOTS) as path,
        np.load(path, allow_pickle=False) as file,
    ):
        return file["froude"], file["draught"], file["coefficients"]


def write_files(folder: Path) -> None:
    """Write the table and the spline through it."""
    np.save(folder / _FILE, make_table())
    first, second, coefficients = wave_drag_spline().tck[:3]
    np.savez(folder / _KNOTS, froude=first, draught=second, coefficients=coefficients)


def wave_drag_n(speed_m_s: Array, length_m: Array, beam_m: Array, draught_m: Array, rho: float) -> Array:
    """Wave drag [N] of equivalent Wigley hulls, arrays of one shape.

    Under a Froude number of .15 it is taken as falling with the sixth power, over 1.5 and outside of
    T/L .004-.40 as at the edge: both are met by no paddler.
    """
    froude = speed_m_s / np.sqrt(G * length_m)
    held = np.clip(froude, FROUDE[0], FROUDE[-1])
    ratio = np.log(np.clip(draught_m / length_m, DRAUGHT_OF_LENGTH[0], DRAUGHT_OF_LENGTH[-1]))
    share = np.exp(wave_drag_spline().ev(held, ratio)) * np.minimum(froude / FROUDE[0], 1.0) ** 6
    return np.asarray(rho * G * beam_m**2 * length_m * share)


if __name__ == "__main__":
    write_files(Path(__file__).resolve().parent.parent / "tables")
