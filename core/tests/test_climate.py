"""From a buoy to a break: a year whose truth is known comes back; what is missing, asked, seen."""

import math
from datetime import date
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from chord_core.documents import Water, parse
from chord_core.documents.shore import Shore, Tide
from chord_core.documents.verbs.climate import ClimateResult, HoursAsked
from chord_core.errors import ChordError
from chord_core.tables import tables
from chord_core.water.bins import class_at
from chord_core.water.climate import break_days, counted, known, wave_map, weighted_quantile
from chord_core.water.conditions import conditions_with_defaults
from chord_core.water.hours import BreakHours, hours_at, wind_at
from chord_core.water.seas import Seas, seas_of
from chord_core.water.shoaling import deep_water_length, shares_in, shoaling, wave_number
from chord_core.water.wave_climate import climate_of, water_given
from tests.buoys import read, still, written, year_hours

EVERY = HoursAsked(light=False)
SHORE = Shore(faces_deg=300, window_deg=40, exposure=0.7, bottom_slope=0.05)


class Dispersion(TestCase):
    """Shore Protection Manual 1984, appendix C, table C-1, and its example: d/L and H/H0' by d/L0."""

    TABLE = (
        (0.02, 0.0576, 1.226),
        (0.05, 0.0942, 1.023),
        (0.10, 0.1410, 0.933),
        (0.20, 0.2251, 0.918),
        (0.50, 0.5018, 0.990),
    )

    def test_lengths_and_heights_over_depth(self) -> None:
        period = 10.0
        deep = float(deep_water_length(period))
        for over, length, height in self.TABLE:
            depth = over * deep
            self.assertAlmostEqual(
                depth * float(wave_number(period, depth)) / (2 * math.pi), length, delta=0.0002
            )
            self.assertAlmostEqual(float(shoaling(period, depth)), height, delta=0.003)

    def test_the_manuals_example(self) -> None:
        """A wave of 10 s in 3 m: 53.2 m long, 5.32 m/s."""
        length = 2 * math.pi / float(wave_number(10.0, 3.0))
        self.assertAlmostEqual(length, 53.2, delta=0.2)

    @given(st.floats(2, 22), st.floats(0.5, 4000))
    def test_the_relation_itself_holds(self, period: float, depth: float) -> None:
        k = float(wave_number(period, depth))
        self.assertAlmostEqual(9.81 * k * math.tanh(k * depth) / (2 * math.pi / period) ** 2, 1, places=9)


def true_face(height: float, period: float, off: float, shore: Shore) -> float:
    """Breaker by hand: window, exposure, Komar & Gaughan."""
    beyond = max(abs(off) - shore.window_deg, 0)
    share = math.sqrt(math.cos(math.radians(beyond))) if beyond < 90 else 0.0
    inside = shore.exposure * share * height
    return 0.39 * 9.81**0.2 * (period * inside**2) ** 0.4


def true_class(face: float, period: float, shore: Shore) -> str:
    """Class by hand: surf similarity between the table's rows."""
    similarity = shore.bottom_slope / math.sqrt(face / (9.81 * period**2 / 2 / math.pi))
    rows = tables().waves.similarity
    medians = {row.name: row.median_slope for row in tables().waves.steepness}
    xs = [math.log(row.similarity) for row in rows]
    ys = [math.log(medians[row.name]) for row in rows]
    return class_at(math.exp(float(np.interp(math.log(similarity), xs, ys))))


def made_year(seed: int) -> Seas:
    """A year of a sea that wanders: heights log-normal with seasons, periods and directions with them."""
    random = np.random.default_rng(seed)
    hours = year_hours(2021)
    n = len(hours)

    def wander(every: int) -> np.ndarray:
        knots = random.normal(size=n // every + 3)
        return np.interp(np.arange(n) / every, np.arange(len(knots)), knots)

    season = np.cos(2 * np.pi * np.arange(n) / n)
    height = np.exp(0.1 + 0.35 * season + 0.45 * wander(20))
    period = np.clip(9.5 + 1.8 * season + 1.6 * wander(26), 4, 18)
    come = 300 + 35 * wander(30)
    wind = np.zeros(n)
    return seas_of(hours, np.stack([height, period, 0.78 * period, come % 360, wind, np.full(n, 90.0)]))


class KnownTruth(TestCase):
    def test_a_year_comes_back_through_text_with_missing_hours(self) -> None:
        for seed in (1, 2, 3):
            seas = made_year(seed)
            rows = list(
                zip(seas.height_m, seas.period_s, (seas.from_deg - 300 + 180) % 360 - 180, strict=True)
            )
            faces = np.array([true_face(*row, SHORE) for row in rows])
            classes = [
                true_class(face, row[1], SHORE) for face, row in zip(faces, rows, strict=True) if face > 0.1
            ]
            random = np.random.default_rng(seed + 100)
            gone = random.random(len(seas)) < 0.15  # single hours
            gone[5000:5400] = True  # and more than two weeks at once
            found = read(written(seas.at(~gone)))
            climate = climate_of(hours_at(found.seas, SHORE), SHORE, EVERY)
            hours = hours_at(found.seas, SHORE)
            there = known(hours)
            for share in (0.1, 0.25, 0.5, 0.75, 0.9, 0.97):
                got = float(np.quantile(hours.face_m[there], share))
                self.assertAlmostEqual(
                    got / float(np.quantile(faces, share)), 1, delta=0.05, msg=f"{seed} {share}"
                )
            self._steepness_shares(hours, classes)
            self._bins_hold_the_same(climate, faces)
            self.assertAlmostEqual(climate.missing, 400 / len(seas), delta=0.012)

    def _steepness_shares(self, hours: BreakHours, classes: list[str]) -> None:
        rows = known(hours) & (hours.face_m > 0.1)
        mine = [class_at(float(slope)) for slope in hours.slope[rows]]
        for name in ("crumbly", "soft", "average", "steep", "hollow"):
            self.assertAlmostEqual(
                mine.count(name) / len(mine), classes.count(name) / len(classes), delta=0.05
            )

    def _bins_hold_the_same(self, climate: ClimateResult, faces: np.ndarray) -> None:
        """The forty bins: their mean face is that of the hours, each step of height weighs the same."""
        mean = sum(row.face_m * row.weight for row in climate.bins)
        self.assertAlmostEqual(mean / float(faces.mean()), 1, delta=0.05)
        self.assertAlmostEqual(sum(row.weight for row in climate.bins), 1, places=9)
        self.assertLessEqual(len(climate.bins), 40)

    def test_an_outage_in_the_winter_does_not_make_the_winter_small(self) -> None:
        seas = made_year(4)
        whole = climate_of(hours_at(seas, SHORE), SHORE, EVERY)
        gone = np.zeros(len(seas), bool)
        gone[0:500] = gone[8200:8760] = True  # most of January and of December
        cut = climate_of(hours_at(seas.at(~gone), SHORE), SHORE, EVERY)
        self.assertAlmostEqual(cut.usual_m / whole.usual_m, 1, delta=0.06)

    def test_directions_that_break_off_are_held_for_a_while_and_then_unknown(self) -> None:
        seas = made_year(5)
        columns = seas.columns()
        columns[3, 4000:4100] = np.nan
        hours = hours_at(seas_of(seas.hour, columns), SHORE)
        self.assertEqual(int((~known(hours)[4000:4100]).sum()), 94)

    def test_a_record_without_any_direction_is_taken_as_it_comes(self) -> None:
        seas = made_year(6)
        columns = seas.columns()
        columns[3] = np.nan
        hours = hours_at(seas_of(seas.hour, columns), SHORE)
        self.assertTrue(known(hours).all())
        self.assertAlmostEqual(
            float(hours.face_m[0]), true_face(seas.height_m[0], seas.period_s[0], 0, SHORE), places=6
        )

    def test_a_buoy_in_shallow_water_is_taken_back_to_the_deep(self) -> None:
        seas = still(year_hours(2021, 200), 2.0, 12.0)
        deep, shallow = hours_at(seas, SHORE), hours_at(seas, SHORE, buoy_depth_m=12)
        ratio = float(shoaling(12.0, 12.0)) ** -0.8
        np.testing.assert_allclose(shallow.face_m / deep.face_m, ratio, rtol=1e-6)

    def test_swells_arrive_later_the_further_the_buoy_lies_off(self) -> None:
        """Group speed of 12.8 s is 10 m/s: 108 km take three hours."""
        hours = year_hours(2021, 100)
        height = np.where(np.arange(100) < 50, 1.0, 3.0) + 0.001 * np.arange(100)
        seas = seas_of(
            hours, np.stack([height, *np.broadcast_to([[12.81], [9], [300], [0], [90]], (5, 100))])
        )
        far = hours_at(seas, SHORE.model_copy(update={"buoy_km": 108.0}))
        near = hours_at(seas, SHORE)
        jump = [int(np.argmax(np.diff(each.face_m))) for each in (near, far)]
        self.assertEqual(jump[1] - jump[0], 3)


class Laws(TestCase):
    @settings(max_examples=30, deadline=None)
    @given(st.floats(0.3, 1.0), st.floats(0.02, 0.1), st.floats(1.05, 1.5))
    def test_more_exposure_is_bigger_and_a_steeper_bottom_is_steeper(
        self, exposure: float, slope: float, more: float
    ) -> None:
        seas = made_year(7).at(slice(0, 600))
        shore = SHORE.model_copy(update={"exposure": exposure, "bottom_slope": slope})
        plain = hours_at(seas, shore)
        open_ = hours_at(seas, shore.model_copy(update={"exposure": exposure * more}))
        steep = hours_at(seas, shore.model_copy(update={"bottom_slope": slope * more}))
        self.assertTrue((open_.face_m >= plain.face_m).all())
        self.assertTrue((steep.slope >= plain.slope - 1e-12).all())
        np.testing.assert_array_equal(steep.face_m, plain.face_m)

    def test_winds(self) -> None:
        """A light wind does nothing; a strong one does what the table says of its quarter."""
        known_wind = tables().waves.wind
        quarters = np.array([300.0, 120.0, 30.0, 300.0, np.nan])
        slope, chop = wind_at(SHORE, np.array([12.0, 12.0, 12.0, 2.0, 12.0]), quarters)
        expected = ("onshore", "offshore", "cross", "none", "none")
        self.assertEqual(slope.tolist(), [known_wind[name].slope for name in expected])
        self.assertEqual(chop.tolist(), [known_wind[name].chop_m for name in expected])

    @given(st.floats(-720, 720), st.floats(0, 90))
    def test_windows_are_even_and_close_on_the_compass(self, off: float, window: float) -> None:
        self.assertAlmostEqual(float(shares_in(off, window)), float(shares_in(-off, window)), places=9)
        self.assertAlmostEqual(float(shares_in(off, window)), float(shares_in(off + 360, window)), places=6)
        self.assertTrue(0 <= float(shares_in(off, window)) <= 1)


class Asked(TestCase):
    def setUp(self) -> None:
        self.hours = hours_at(made_year(8), SHORE)

    def rows(self, shore: Shore = SHORE, **asked: object) -> BreakHours:
        return self.hours.at(counted(self.hours, parse(HoursAsked, asked), shore))

    def test_months(self) -> None:
        self.assertEqual(set(self.rows(months=[6, 7]).month), {6, 7})

    def test_light(self) -> None:
        self.assertTrue(self.rows().light.all())
        self.assertLess(len(self.rows().hour), len(self.rows(light=False).hour))

    def test_weekends_and_evenings(self) -> None:
        for day in set(self.rows(free="weekends").day.tolist()):
            self.assertGreaterEqual(date.fromordinal(719163 + day).weekday(), 5)
        evenings = self.rows(free="evenings and weekends", light=False)
        week = [date.fromordinal(719163 + day).weekday() < 5 for day in evenings.day.tolist()]
        self.assertGreaterEqual(float(evenings.local_h[week].min()), 16.5)

    def test_hours_of_the_day_are_the_breaks_own(self) -> None:
        east = SHORE.model_copy(update={"utc_offset_h": 5.0})
        hours = hours_at(made_year(8), east)
        rows = counted(hours, HoursAsked(light=False, from_h=8, to_h=10), east)
        self.assertEqual(set(hours.hour[rows] % 24), {3, 4})

    def test_tides(self) -> None:
        tide = parse(Tide, {"mean_m": 3, "constants": [{"name": "M2", "amplitude_m": 1.5, "phase_deg": 0}]})
        for change in ({"tides": ("low",)}, {"tides": ("mid", "high"), "going": "rising"}):
            shore = SHORE.model_copy(update=change)
            hours = hours_at(made_year(8), shore, tide)
            share = float(counted(hours, EVERY, shore).mean())
            # A cosine spends arccos(1/3)/pi = .392 of its time in each outer third.
            self.assertAlmostEqual(share, 0.392 if change["tides"] == ("low",) else 0.304, delta=0.01)

    def test_bad_hours_are_named(self) -> None:
        for asked, field in (
            ({"from_h": 9, "to_h": 9}, "to_h"),
            ({"from_h": 9}, "from_h"),
            ({"months": [13]}, "months.0"),
        ):
            with self.assertRaises(ChordError) as caught:
                parse(HoursAsked, asked)
            self.assertEqual(caught.exception.field, field)

    def test_hours_in_which_nothing_breaks_are_said(self) -> None:
        behind = SHORE.model_copy(update={"faces_deg": 120.0, "window_deg": 5.0})
        with self.assertRaisesRegex(ChordError, "none of the hours"):
            climate_of(hours_at(still(year_hours(2021, 300)), behind), behind, EVERY)

    def test_the_map_holds_all_hours_once(self) -> None:
        rows = counted(self.hours, EVERY, SHORE)
        found = wave_map(self.hours, rows)
        self.assertAlmostEqual(float(found.share.sum()), 1, places=9)
        self.assertTrue((found.share >= 0).all())
        self.assertLessEqual(len(found.face_edges_m), 30)

    def test_days_are_the_middle_of_their_hours(self) -> None:
        rows = counted(self.hours, HoursAsked(), SHORE)
        days = break_days(self.hours, rows)
        self.assertEqual(len(days.day), 365)
        for i in (0, 100, 364):
            of_day = self.hours.face_m[rows & (self.hours.day == days.day[i])]
            self.assertAlmostEqual(float(days.face_m[i]), float(np.median(of_day)), places=9)

    @given(st.lists(st.tuples(st.floats(0, 5), st.integers(1, 4)), min_size=2, max_size=20))
    def test_quantiles_of_weights_are_those_of_repeats(self, rows: list[tuple[float, int]]) -> None:
        """The median of values that weigh so much lies among the middle ones of the values repeated."""
        values, weight = np.array([r[0] for r in rows]), np.array([float(r[1]) for r in rows])
        repeated = np.sort(np.repeat(values, weight.astype(int)))
        middle = float(weighted_quantile(values, weight, 0.5))
        self.assertTrue(repeated[0] - 1e-9 <= middle <= repeated[-1] + 1e-9)
        under = float(weight[values < middle - 1e-9].sum() / weight.sum())
        self.assertLessEqual(under, 0.5 + weight.max() / weight.sum())

    def test_a_fitting_takes_the_bins_and_keeps_what_was_said(self) -> None:
        said = Water(
            name="Ropewalk", small_m=0.5, usual_m=1.0, big_m=1.5, crowd="high", duck_dive_needed=True
        )
        climate = climate_of(self.hours, SHORE, HoursAsked())
        water = water_given(said, climate)
        self.assertEqual((water.name, water.crowd, water.duck_dive_needed), ("Ropewalk", "high", True))
        self.assertEqual(len(water.bins), len(climate.bins))
        self.assertEqual((water.small_m, water.usual_m, water.big_m), (0.5, 1.0, 1.5))
        conditions, _ = conditions_with_defaults(water, 1.75)
        hours = self.hours.face_m[counted(self.hours, HoursAsked(), SHORE)]
        self.assertAlmostEqual(conditions.days.usual_m / float(np.median(hours)), 1, delta=0.08)


class BinsLaws(TestCase):
    """The forty bins over random years: what they must keep of the hours that they stand for."""

    @settings(max_examples=15, deadline=None)
    @given(st.integers(0, 10_000), st.floats(0.3, 1.2), st.floats(0.02, 0.15))
    def test_heights_keep_their_order_weight_and_mean(self, seed: int, exposure: float, slope: float) -> None:
        shore = SHORE.model_copy(update={"exposure": exposure, "bottom_slope": slope})
        hours = hours_at(made_year(seed).at(slice(0, 2000)), shore)
        climate = climate_of(hours, shore, EVERY)
        faces = sorted({round(row.face_m, 9) for row in climate.bins})
        rideable = hours.face_m[hours.face_m >= 0.1]
        self.assertTrue(float(rideable.min()) - 1e-9 <= faces[0] <= faces[-1] <= float(rideable.max()) + 1e-9)
        mean = sum(row.face_m * row.weight for row in climate.bins)
        self.assertAlmostEqual(mean / float(rideable.mean()), 1, delta=0.01)
        self.assertTrue(all(0.05 <= row.steepness <= 2 for row in climate.bins))
        self.assertLessEqual(climate.small_m, climate.usual_m)
        self.assertLessEqual(climate.usual_m, climate.big_m)
        told = [row.face_m for row in climate.quantiles]
        self.assertEqual(told, sorted(told))

    @settings(max_examples=10, deadline=None)
    @given(st.integers(0, 10_000))
    def test_slopes_spread_more_than_their_hours_do(self, seed: int) -> None:
        """Within an hour faces differ too: the spread of the bins is that of the hours and a little more."""
        hours = hours_at(made_year(seed).at(slice(0, 3000)), SHORE)
        there = hours.face_m >= 0.1
        of_hours = float(np.std(np.log(hours.slope[there])))
        bins = climate_of(hours, SHORE, EVERY).bins
        logs, weight = np.log([row.steepness for row in bins]), [row.weight for row in bins]
        middle = np.average(logs, weights=weight)
        spread = math.sqrt(float(np.average((logs - middle) ** 2, weights=weight)))
        self.assertTrue(0.95 * of_hours < spread < math.sqrt(of_hours**2 + 0.04) * 1.1)
