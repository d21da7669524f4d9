"""Water in motion: published values for shoaling, breaking, power, the solitary wave."""

import math
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Water, WaterRequest
from chord_core.documents.shore import Shore
from chord_core.documents.verbs.water import Breaker, Swell
from chord_core.physics import G
from chord_core.surfer.describe import describe_water
from chord_core.water.face import HIGHEST_OF_DEPTH, Face
from chord_core.water.shoaling import (
    breaker_height,
    breaker_kind,
    deep_water_length,
    energy_flux,
    share_in,
    surf_similarity,
)


class Shoaling(TestCase):
    def test_komar_and_gaughan(self) -> None:
        """Komar & Gaughan 1973: .39 g^.2 (T H0^2)^.4; 1 m at 10 s breaks at 1.55 m, 2 m at 12 s at 2.9 m."""
        self.assertAlmostEqual(float(breaker_height(1.0, 10.0)), 1.55, delta=0.005)
        self.assertAlmostEqual(float(breaker_height(2.0, 12.0)), 2.90, delta=0.02)

    def test_a_breaker_is_higher_than_its_swell_and_more_so_when_it_is_long(self) -> None:
        self.assertGreater(float(breaker_height(1.0, 14.0)), float(breaker_height(1.0, 8.0)))

    def test_deep_water_length(self) -> None:
        """1.56 T^2 m, the handbook's rule."""
        self.assertAlmostEqual(float(deep_water_length(10.0)), 156, delta=0.3)

    def test_battjes(self) -> None:
        """Battjes 1974: 1 in 50 with 1 m at 8 s spills (.20), 1 in 10 plunges (1.0), 1 in 4 surges (2.5)."""
        for slope, similarity, kind in (
            (0.02, 0.20, "spilling"),
            (0.1, 1.0, "plunging"),
            (0.25, 2.5, "surging"),
        ):
            value = float(surf_similarity(slope, 1.0, 8.0))
            self.assertAlmostEqual(value, similarity, delta=0.01 * similarity)
            self.assertEqual(breaker_kind(value), kind)
        self.assertEqual(
            [breaker_kind(x) for x in (0.39, 0.41, 1.99, 2.01)],
            ["spilling", "plunging", "plunging", "surging"],
        )

    def test_energy_flux(self) -> None:
        """About .49 Hs^2 Te kW/m in sea water, the handbook's rule: 3 m at 8 s is 35 kW/m."""
        self.assertAlmostEqual(float(energy_flux(3.0, 8.0)) / 1e3, 35.3, delta=0.3)


class SolitaryWave(TestCase):
    @given(st.floats(0.2, 5), st.floats(0.25, 1.2))
    def test_is_as_steep_as_it_is_called(self, height: float, slope: float) -> None:
        face = Face(np.array(height), np.array(slope))
        x = np.linspace(0.01, 3, 4000) * float(face.front_m)
        self.assertAlmostEqual(float(face.slope_at(x).max()), slope, delta=1e-4 * slope)
        steps = np.diff(face.elevation_m(x)) / np.diff(x)
        self.assertAlmostEqual(float(-steps.min()), slope, delta=1e-3 * slope)

    def test_depth_of_a_wave_that_is_two_thirds_steep_is_its_height(self) -> None:
        """Munk 1949: steepest slope (2/3)(H/h)^1.5, but none is higher than .78 of its depth."""
        gentle = Face(np.array(1.0), np.array(0.25))
        self.assertAlmostEqual(float(gentle.depth_m), (2 / 3 / 0.25) ** (2 / 3), places=9)
        steep = Face(np.array(1.0), np.array(0.9))
        self.assertAlmostEqual(float(steep.depth_m), 1 / HIGHEST_OF_DEPTH, places=9)
        self.assertAlmostEqual(float(steep.speed_m_s), np.sqrt(G * (1 + 1 / 0.78)), places=9)

    @given(st.floats(0.2, 4), st.floats(0.25, 1.0), st.floats(1.05, 2))
    def test_higher_and_flatter_waves_are_faster(self, height: float, slope: float, more: float) -> None:
        face = Face(np.array(height), np.array(slope))
        self.assertGreater(
            float(Face(np.array(height * more), np.array(slope)).speed_m_s), float(face.speed_m_s)
        )
        self.assertLessEqual(
            float(Face(np.array(height), np.array(slope * more)).speed_m_s), float(face.speed_m_s) + 1e-12
        )

    @given(st.floats(0.2, 4), st.floats(0.3, 0.9))
    def test_a_rider_along_the_wall_is_faster_than_the_wave(self, height: float, slope: float) -> None:
        face = Face(np.array(height), np.array(slope))
        self.assertTrue(1.05 < float(face.along_m_s / face.speed_m_s) < 1.31)


class FromTheSea(TestCase):
    def test_direction(self) -> None:
        """Whole inside of the window; at 60 degrees beyond it half of the energy between the rays, so
        sqrt(1/2) of the height; nothing from behind the land. The compass closes at north."""
        self.assertEqual(share_in(30, 40), 1.0)
        self.assertAlmostEqual(share_in(100, 40), math.sqrt(0.5))
        self.assertAlmostEqual(share_in(-100, 40), math.sqrt(0.5))
        self.assertEqual(share_in(170, 40), 0.0)
        self.assertAlmostEqual(share_in(350 - 10, 40), 1.0)

    def test_steeper_bottoms_and_longer_swells_break_steeper(self) -> None:
        """Battjes 1974: similarity grows with slope and period; offshore wind holds a face up."""

        def breaker(wind: str | None = None, **more: float) -> Breaker:
            swell = Swell(**{"height_m": 1.5, "period_s": 10, "bottom_slope": 0.03} | more)
            found = describe_water(WaterRequest(water=Water(wind=wind), swell=swell)).breaker
            assert found
            return found

        plain = breaker()
        self.assertGreater(breaker(bottom_slope=0.08).slope, plain.slope)
        self.assertGreater(breaker(period_s=15).slope, plain.slope)
        self.assertGreater(breaker("offshore").slope, breaker("onshore").slope)
        self.assertEqual(breaker(bottom_slope=0.01).steepness, "crumbly")
        self.assertEqual(breaker(bottom_slope=0.2).steepness, "hollow")

    def test_a_swell_from_behind_the_land_does_not_break(self) -> None:
        swell = Swell(height_m=2, period_s=12, bottom_slope=0.03, from_deg=90)
        shore = Shore(faces_deg=270, window_deg=30)
        self.assertIsNone(describe_water(WaterRequest(water=Water(), swell=swell, shore=shore)).breaker)
        ahead = describe_water(
            WaterRequest(water=Water(), swell=swell, shore=Shore(faces_deg=100, exposure=0.8))
        )
        assert ahead.breaker
        self.assertAlmostEqual(ahead.breaker.share_in, 0.8)
