"""The integrals of a hull against solids whose volume, area and inertia are known in closed form."""

from dataclasses import replace
from unittest import TestCase

import numpy as np

from chord_core.hull.constants import FITTINGS_KG, SWING_PIVOT_SHARE
from chord_core.hull.fleet import Fleet, fleet_of
from chord_core.hull.hull import Hull
from chord_core.hull.stations import SHARE, integral_over, mean_over
from tests.strategies import inches

LENGTH, WIDTH, THICK = 1.8, 0.5, 0.06


def solid(half_width: np.ndarray, thickness: np.ndarray, fullness: float) -> Hull:
    """A hull made of given curves: half-width and thickness at the stations [m]."""
    plain = fleet_of([inches("all-rounder", 70, 20, 2.5)])
    fleet: Fleet = replace(
        plain,
        length=np.array([LENGTH]),
        fullness=np.array([fullness]),
        stringer=np.zeros(1),
        skin=np.zeros(1),
        foam=np.array([40.0]),
    )
    flat = np.zeros((1, len(SHARE)))
    return Hull(fleet, half_width[None, :], flat, flat, thickness[None, :], np.zeros(1), np.zeros(1))


def box() -> Hull:
    one = np.ones_like(SHARE)
    return solid(WIDTH / 2 * one, THICK * one, 1.0)


class Solids(TestCase):
    def close(self, got: object, wanted: float, share: float = 0.005) -> None:
        value = float(np.ravel(np.asarray(got))[0])
        self.assertLess(abs(value / wanted - 1), share, f"{value} against {wanted}")

    def test_ellipsoid(self) -> None:
        round_ = np.sqrt(np.maximum(1 - (2 * SHARE - 1) ** 2, 0))
        hull = solid(WIDTH / 2 * round_, THICK * round_, np.pi / 4)
        self.close(hull.volume_m3, 4 / 3 * np.pi * (LENGTH / 2) * (WIDTH / 2) * (THICK / 2))
        self.close(hull.planform_m2, np.pi * (LENGTH / 2) * (WIDTH / 2))
        self.close(hull.centre_of_volume_m, LENGTH / 2)

    def test_box(self) -> None:
        hull = box()
        self.close(hull.volume_m3, LENGTH * WIDTH * THICK, 1e-9)
        self.close(hull.planform_m2, LENGTH * WIDTH, 1e-9)
        faces = LENGTH * WIDTH + LENGTH * THICK + WIDTH * THICK
        self.close(hull.surface_m2, 2 * faces, 1e-9)

    def test_prism(self) -> None:
        """A wedge in plan: pointed at the tail, full width at the nose."""
        hull = solid(WIDTH / 2 * SHARE, THICK * np.ones_like(SHARE), 1.0)
        self.close(hull.volume_m3, LENGTH * WIDTH * THICK / 2)
        self.close(hull.centre_of_volume_m, LENGTH * 2 / 3)

    def test_elliptic_cylinder(self) -> None:
        hull = solid(WIDTH / 2 * np.ones_like(SHARE), WIDTH * np.ones_like(SHARE), np.pi / 4)
        self.close(hull.volume_m3, np.pi / 4 * WIDTH**2 * LENGTH, 1e-9)
        self.close(hull.girth_m[0, 5], np.pi * WIDTH, 1e-6)

    def test_thirds_of_a_box_are_even_and_of_a_wedge_one_three_five(self) -> None:
        self.close(box().thirds_m3[0, 0], LENGTH * WIDTH * THICK / 3)
        wedge = solid(WIDTH / 2 * SHARE, THICK * np.ones_like(SHARE), 1.0).thirds_m3[0]
        for got, ninth in zip(wedge, (1, 3, 5), strict=True):
            self.close(got, LENGTH * WIDTH * THICK / 2 * ninth / 9, 0.01)

    def test_mass_and_swing_of_a_uniform_bar(self) -> None:
        hull = box()
        mass = 40 * LENGTH * WIDTH * THICK
        self.close(hull.mass_kg, mass + FITTINGS_KG, 1e-6)
        arm = LENGTH * (0.5 - SWING_PIVOT_SHARE)
        self.close(hull.swing_kg_m2, mass * (LENGTH**2 / 12 + arm**2), 0.002)

    def test_pieces_of_an_integral(self) -> None:
        """The integral of x squared between two shares of length is known."""
        square = SHARE[None, :] ** 2
        low, high = np.array([0.23]), np.array([0.71])
        self.close(integral_over(square, low, high), (0.71**3 - 0.23**3) / 3, 0.002)
        self.close(mean_over(square, low, high), (0.71**3 - 0.23**3) / 3 / (0.71 - 0.23), 0.002)

    def test_concave_takes_and_belly_adds_two_thirds_of_its_depth(self) -> None:
        flat = box()
        for kind, sign in (("concave", -1), ("belly", 1)):
            fleet = replace(flat.fleet, **{kind: np.array([0.006])})
            bent = replace(flat, fleet=fleet)
            self.close(bent.volume_m3 - flat.volume_m3, sign * 2 / 3 * 0.006 * WIDTH * LENGTH, 1e-9)
