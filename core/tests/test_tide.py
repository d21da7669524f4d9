"""Tide and light: published speeds, known moons, direct sums, published sunrises."""

from collections.abc import Sequence
from datetime import UTC, date, datetime
from itertools import pairwise, product
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from utide._ut_constants import ut_constants
from utide.harmonics import FUV

from chord_core.documents import TideRequest, parse
from chord_core.documents.shore import Constant, Tide
from chord_core.errors import ChordError
from chord_core.water.sun import is_light, sun_height_deg
from chord_core.water.tide import (
    CONSTITUENTS,
    argument,
    is_rising,
    longitudes,
    nodal,
    speed_deg_h,
    tide_at,
    tide_range,
    tide_third,
    turns,
)
from tests.buoys import hour_of

#: Degrees an hour (Schureman 1958, table 2).
SPEEDS = {
    "M2": 28.9841042, "S2": 30.0, "N2": 28.4397295, "K2": 30.0821373, "K1": 15.0410686, "O1": 13.9430356,
    "P1": 14.9589314, "Q1": 13.3986609, "M4": 57.9682084, "MS4": 58.9841042, "MF": 1.0980331, "MM": 0.5443747,
    "SA": 0.0410686, "SSA": 0.0821373,
}  # fmt: skip
COAST = Tide(
    mean_m=2.9,
    constants=tuple(
        Constant(name=name, amplitude_m=size, phase_deg=late)
        for name, size, late in (
            ("M2", 1.6, 110),
            ("S2", 0.55, 150),
            ("N2", 0.32, 92),
            ("K1", 0.08, 75),
            ("O1", 0.06, 330),
        )
    ),
)


class Arguments(TestCase):
    def test_speeds_are_the_published_ones(self) -> None:
        self.assertLessEqual(set(SPEEDS), set(CONSTITUENTS))
        for name, speed in SPEEDS.items():
            self.assertAlmostEqual(speed_deg_h(name), speed, delta=2e-6)

    def test_arguments_run_with_their_speeds(self) -> None:
        at = hour_of(2024, 3, 10)
        for name in CONSTITUENTS:
            run = argument(name, np.array([at, at + 7.0]))
            self.assertAlmostEqual(
                float((run[1] - run[0] - 7 * speed_deg_h(name) + 180) % 360 - 180), 0, places=4
            )

    def test_mean_longitudes_at_the_turn_of_the_century(self) -> None:
        """Meeus 1998 at 2000 January 1, 12 h: moon 218.316, sun 280.466, perigee 83.353, node 125.045 deg;
        the sun's perigee 282.937."""
        for value, known in zip(
            longitudes(hour_of(2000, 1, 1, 12))[:, 0],
            (218.316, 280.466, 83.353, 125.045, 282.937),
            strict=True,
        ):
            self.assertAlmostEqual(float(value), known, delta=0.001)

    def test_springs_come_with_new_and_full_moon(self) -> None:
        """Moons as almanacs have them; the mean moon is within 7 degrees of the true one, so 14 of M2."""
        for moon in (
            datetime(2000, 1, 21, 4, tzinfo=UTC),
            datetime(2017, 8, 21, 18, tzinfo=UTC),
            datetime(2024, 4, 8, 18, tzinfo=UTC),
        ):
            hour = moon.timestamp() / 3600
            apart = float((argument("S2", hour) - argument("M2", hour))[0])
            self.assertLess(abs((apart + 180) % 360 - 180), 14, moon)

    def test_nodal_factors_over_the_nodes_round(self) -> None:
        """Pugh 1987, table 4:3: M2 from .963 to 1.037, O1 from .807 to 1.181, K1 from .882 to 1.112."""
        node = np.linspace(0, 360, 721)
        for name, low, high in (
            ("M2", 0.963, 1.037),
            ("O1", 0.807, 1.181),
            ("K1", 0.882, 1.112),
            ("S2", 1.0, 1.0),
        ):
            factor, _ = nodal(name, node)
            self.assertAlmostEqual(float(factor.min()), low, delta=0.002)
            self.assertAlmostEqual(float(factor.max()), high, delta=0.002)
        factor, angle = nodal("M4", node)
        np.testing.assert_allclose(factor, nodal("M2", node)[0] ** 2)
        np.testing.assert_allclose(angle, 2 * nodal("M2", node)[1])


class Heights(TestCase):
    def test_one_constituent_is_a_cosine(self) -> None:
        only = Tide(mean_m=1.0, constants=(Constant(name="S2", amplitude_m=0.7, phase_deg=40),))
        hours = np.arange(24.0) + hour_of(2023, 6, 1)
        np.testing.assert_allclose(
            tide_at(only, hours), 1 + 0.7 * np.cos(np.radians(30 * (hours % 24) - 40)), atol=1e-9
        )

    def test_high_and_low_waters_against_a_direct_sum(self) -> None:
        """The sum itself, every 20 seconds of a month: where it stops rising or falling."""
        begin = hour_of(2024, 9, 1)
        fine = np.arange(begin, begin + 24 * 30, 1 / 180)
        level = tide_at(COAST, fine)
        peaks = np.flatnonzero((level[1:-1] > level[:-2]) & (level[1:-1] >= level[2:])) + 1
        lows = np.flatnonzero((level[1:-1] < level[:-2]) & (level[1:-1] <= level[2:])) + 1
        found = turns(COAST, begin, begin + 24 * 30)
        for high, rows in ((True, peaks), (False, lows)):
            mine = [turn for turn in found if turn.high == high]
            self.assertEqual(len(mine), len(rows))
            for turn, row in zip(mine, rows, strict=True):
                self.assertAlmostEqual(turn.hour, fine[row], delta=1 / 120)
                self.assertAlmostEqual(turn.height_m, level[row], delta=0.001)

    @settings(max_examples=40)
    @given(st.integers(0, 400_000))
    def test_turns_take_turns_and_lie_on_the_curve(self, begin: int) -> None:
        found = turns(COAST, begin, begin + 60)
        self.assertTrue(8 <= len(found) <= 11)
        for before, after in pairwise(found):
            self.assertNotEqual(before.high, after.high)
            self.assertGreater(
                before.height_m if before.high else after.height_m,
                after.height_m if before.high else before.height_m,
            )

    def test_rising_is_between_low_and_high(self) -> None:
        begin = hour_of(2024, 9, 1)
        found = turns(COAST, begin, begin + 100)
        for before, after in pairwise(found):
            middle = np.array([(before.hour + after.hour) / 2])
            self.assertEqual(bool(is_rising(COAST, middle)[0]), after.high)

    def test_no_tide_has_no_turns_and_is_mid(self) -> None:
        lake = Tide(mean_m=0.2)
        self.assertEqual(turns(lake, 0, 100), [])
        self.assertEqual(tide_third(lake, np.array([0.2, 5.0])).tolist(), [1, 1])

    def test_thirds_of_the_mean_range(self) -> None:
        low, high = tide_range(COAST)
        self.assertAlmostEqual(high - low, 3.2)
        self.assertEqual(
            tide_third(COAST, np.array([low - 1, low + 0.1, 2.9, high - 0.1, high + 1])).tolist(),
            [0, 0, 1, 2, 2],
        )

    def test_a_constituent_is_given_once(self) -> None:
        twice = {"constants": [{"name": "M2", "amplitude_m": 1, "phase_deg": 0}] * 2}
        with self.assertRaisesRegex(ChordError, "M2 is given 2 times"):
            parse(Tide, twice)
        for name in (7, None, ""):
            with self.assertRaises(ChordError):
                parse(Tide, {"constants": [{"name": name, "amplitude_m": 1, "phase_deg": 0}]})


class Light(TestCase):
    def test_published_sunrise_and_sunset(self) -> None:
        """Almanac for 51.5 N, 0.1 W on 2025 June 21: up at 03:43, down at 20:21 UTC; with refraction and the
        sun's half width its middle is .833 degrees under the horizon."""
        minutes = hour_of(2025, 6, 21) + np.arange(24 * 60) / 60
        up = np.flatnonzero(sun_height_deg(minutes, 51.5, -0.117) > -0.833)
        self.assertAlmostEqual(up[0], 3 * 60 + 43, delta=2)
        self.assertAlmostEqual(up[-1], 20 * 60 + 21, delta=2)

    def test_noon_at_the_equator_on_an_equinox(self) -> None:
        """The sun stands overhead: 2024 March 20, equation of time -7.5 minutes."""
        self.assertGreater(float(sun_height_deg(hour_of(2024, 3, 20, 12) + 7.5 / 60, 0, 0)), 89.5)

    @settings(max_examples=30)
    @given(st.floats(-60, 60), st.floats(-180, 180))
    def test_days_and_nights_are_even_over_a_year(self, latitude: float, longitude: float) -> None:
        """Over a year each place has the sun up half of the time, a little more with twilight."""
        hours = hour_of(2023, 1, 1) + np.arange(0, 8760, 1 / 3)
        up = sun_height_deg(hours, latitude, longitude) > 0
        self.assertAlmostEqual(float(up.mean()), 0.5, delta=0.015)
        self.assertGreater(float(is_light(hours, latitude, longitude).mean()), float(up.mean()))


class LongSpans(TestCase):
    def test_many_years_at_once_are_what_each_hour_is(self) -> None:
        """Nodal factors between straight lines, arguments by their speeds: against each hour by itself."""
        hours = hour_of(1999, 1, 1) + np.linspace(0, 24 * 365 * 20, 60)
        whole = tide_at(COAST, hours)
        each = [float(tide_at(COAST, hour)[0]) for hour in hours]
        np.testing.assert_allclose(whole, each, atol=0.003)


class Coasts(TestCase):
    """What tides of different coasts do, from the ratio of their constituents."""

    def highs(self, tide: Tide, days: float) -> list[float]:
        begin = hour_of(2024, 3, 1)
        return [turn.height_m for turn in turns(tide, begin, begin + 24 * days) if turn.high]

    def test_springs_and_neaps_are_sum_and_difference(self) -> None:
        """M2 and S2 alone: over a fortnight the highs run between M2 - S2 and M2 + S2, but for M2's node."""
        two = Tide(
            constants=(
                Constant(name="M2", amplitude_m=1.5, phase_deg=20),
                Constant(name="S2", amplitude_m=0.5, phase_deg=60),
            )
        )
        highs = self.highs(two, 15)
        self.assertAlmostEqual(max(highs), 2.0, delta=0.07)
        self.assertAlmostEqual(min(highs), 1.0, delta=0.07)

    def test_a_daily_tide_has_one_high_a_day(self) -> None:
        daily = Tide(
            constants=(
                Constant(name="K1", amplitude_m=0.4, phase_deg=200),
                Constant(name="O1", amplitude_m=0.3, phase_deg=180),
                Constant(name="M2", amplitude_m=0.03, phase_deg=0),
            )
        )
        self.assertTrue(26 <= len(self.highs(daily, 30)) <= 34)

    def test_a_half_day_tide_has_two_highs_a_lunar_day(self) -> None:
        """A lunar day is 24 h 50 min: 58 highs in thirty days."""
        self.assertTrue(57 <= len(self.highs(COAST, 30)) <= 59)

    @given(st.floats(-3, 3), st.floats(0.1, 3))
    def test_the_mean_lifts_and_the_size_stretches(self, mean: float, size: float) -> None:
        hours = hour_of(2024, 3, 1) + np.arange(48.0)
        one = Tide(constants=(Constant(name="M2", amplitude_m=1.0, phase_deg=33),))
        more = Tide(mean_m=mean, constants=(Constant(name="M2", amplitude_m=size, phase_deg=33),))
        np.testing.assert_allclose(tide_at(more, hours), mean + size * tide_at(one, hours), atol=1e-9)


class AnotherLibrary(TestCase):
    """Constituents against UTide (Codiga 2011), which works them out from its own tables, and the nodal
    corrections by summing satellites instead of by series of the node's longitude."""

    #: Names there; those that are not among its constituents, or whose phase is counted from elsewhere there:
    #: S1 has no common convention, SA is counted from the perihelion.
    THERE = {"LAM2": "LDA2", "RHO": "RHO1"}
    NOT_THERE = ("2MK3", "S1")
    #: The great ones, and how near they have to lie: degrees, share of the factor.
    GREAT = ("M2", "S2", "N2", "K2", "K1", "O1", "P1", "M4", "MS4", "M6")
    NEAR, SMALL = (1.0, 0.012), (9.0, 0.30)

    def both(self, name: str, year: int) -> tuple[float, float]:
        """How far argument and nodal angle lie apart [deg], and the ratio of the factors."""
        constants = ut_constants.const
        index = list(constants.name).index(self.THERE.get(name, name))
        hour = np.array([datetime(year, 6, 15, 5, tzinfo=UTC).timestamp() / 3600])
        at = hour / 24 + date(1970, 1, 1).toordinal()
        factor, angle, argument_ = FUV(at, at[0], np.array([index]), 45.0, [0, 0, 0, 0])
        ours_f, ours_u = nodal(name, longitudes(hour)[3])
        ours = argument(name, hour, "perihelion" if name == "SA" else "equinox") + ours_u
        apart = float((ours[0] - 360 * float((angle + argument_).ravel()[0]) + 180) % 360 - 180)
        # Long constituents are not corrected for the node there.
        ratio = float(ours_f[0]) / float(factor.ravel()[0]) if name not in ("MF", "MM", "MSF") else 1.0
        return apart, ratio

    def test_arguments_and_nodal_factors(self) -> None:
        for name, year in product(CONSTITUENTS, (2006, 2015, 2024)):
            if name in self.NOT_THERE:
                continue
            degrees, share = self.NEAR if name in self.GREAT else self.SMALL
            apart, ratio = self.both(name, year)
            with self.subTest(name=name, year=year):
                self.assertLess(abs(apart), degrees)
                self.assertLess(abs(ratio - 1), share)

    def test_speeds(self) -> None:
        constants = ut_constants.const
        for name in CONSTITUENTS:
            if name not in self.NOT_THERE:
                index = list(constants.name).index(self.THERE.get(name, name))
                self.assertAlmostEqual(speed_deg_h(name), 360 * constants.freq[index], delta=3e-6)


class Tables(TestCase):
    """Lists of constants as hydrographic services give them."""

    USUAL = [
        "M2", "S2", "N2", "K1", "M4", "O1", "M6", "MK3", "S4", "MN4", "NU2", "S6", "MU2", "2N2", "OO1",
        "LAM2", "S1", "M1", "J1", "MM", "SSA", "SA", "MSF", "MF", "RHO", "Q1", "T2", "R2", "2Q1", "P1",
        "2SM2", "M3", "L2", "2MK3", "K2", "M8", "MS4",
    ]  # fmt: skip

    def rows(self, names: Sequence[str]) -> list[dict[str, object]]:
        return [{"name": name, "amplitude_m": 0.1, "phase_deg": 10.0} for name in names]

    def test_thirty_seven_are_taken_and_what_is_not_worked_out_is_named(self) -> None:
        self.assertEqual(len(self.USUAL), 37)
        tide = parse(Tide, {"constants": self.rows(self.USUAL)})
        self.assertEqual(len(tide.constants), 35)
        self.assertEqual(tide.left_out, ("L2", "M1"))
        self.assertEqual(parse(Tide, tide.model_dump(mode="json")), tide)
        again = parse(Tide, {"constants": self.rows(["m2", "lambda2", "rho1", "XYZ"])})
        self.assertEqual([one.name for one in again.constants], ["M2", "LAM2", "RHO"])
        self.assertEqual(again.left_out, ("XYZ",))

    def test_one_that_is_given_twice_is_refused(self) -> None:
        with self.assertRaisesRegex(ChordError, "2 times"):
            parse(Tide, {"constants": self.rows(["RHO", "RHO1"])})

    def test_the_year_of_sa_from_the_equinox_or_from_the_perihelion(self) -> None:
        """The sun's perigee lies at 283 degrees: the highest water of the year moves by so much."""
        hours = np.arange(hour_of(2020, 1, 1), hour_of(2021, 1, 1))
        high = {}
        for way in ("equinox", "perihelion"):
            rows = [{"name": "SA", "amplitude_m": 0.1, "phase_deg": 0.0}]
            tide = parse(Tide, {"constants": rows, "sa_from": way})
            high[way] = int(tide_at(tide, hours).argmax()) / 24
        self.assertAlmostEqual(high["equinox"], 79, delta=3)  # 20 March
        self.assertAlmostEqual(high["perihelion"], 3, delta=3)  # 4 January

    def test_years_for_which_it_is_not_worked_out(self) -> None:
        for year in (1, 1800, 9999):
            with self.assertRaisesRegex(ChordError, "1900 to 2100"):
                parse(
                    TideRequest, {"tide": {"constants": self.rows(["M2"])}, "begin": f"{year:04}-01-01T00:00"}
                )
