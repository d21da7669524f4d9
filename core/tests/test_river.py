"""Rivers, pools, foam, and days worth going: ratings, settings, limits, laws."""

import io
import math
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from chord_core.documents import Board, Surfer, Water, parse
from chord_core.documents.shore import River, Setting, Shore
from chord_core.documents.verbs.climate import HoursAsked, WorthResult
from chord_core.errors import ChordError
from chord_core.fit.judge.case import case_with
from chord_core.hull.label import labelled_hulls
from chord_core.ride.fins import fins_of
from chord_core.ride.ride_model import build_fleet_ride
from chord_core.ride.rides import product_of, rides_an_hour
from chord_core.ride.surfable_days import days_worth, rides_in_hours
from chord_core.tables import tables
from chord_core.water.artificial import foam_m, foam_water, pool_bins
from chord_core.water.climate import counted, known
from chord_core.water.face import Face
from chord_core.water.hours import BreakHours, hours_at
from chord_core.water.river import rated, read_flows, river_of, river_water
from tests.test_climate import made_year

RATING = [
    {"flow_m3_s": 10, "speed_m_s": 2.0, "depth_m": 0.4, "face_m": 0.4},
    {"flow_m3_s": 20, "speed_m_s": 2.8, "depth_m": 0.6, "face_m": 0.7, "slope": 0.3, "aeration": 0.05},
    {"flow_m3_s": 40, "speed_m_s": 3.6, "depth_m": 0.9, "face_m": 0.9, "slope": 0.28, "aeration": 0.2},
]
MILL = parse(River, {"rating": RATING, "low_m3_s": 15, "high_m3_s": 35})


def series(flows: list[float], begin: str = "2024-03-01T00:00", step_h: int = 1) -> io.BytesIO:
    first = np.datetime64(begin)
    rows = [f"{first + np.timedelta64(step_h * i, 'h')},{flow}" for i, flow in enumerate(flows)]
    return io.BytesIO(("time,flow_m3_s\n" + "\n".join(rows) + "\n").encode())


class Flows(TestCase):
    def test_reads_the_plain_series_and_its_neighbours(self) -> None:
        for text in (
            "time,flow_m3_s\n2024-03-01T00:00,12.5\n2024-03-01T01:00Z,13.5\n",
            "# gauge below the mill\ntime;flow_m3_s\n2024-03-01T00:00;12,5\n2024-03-01T01:00;13,5\n",
            "\ufeffDateTime,stage,Discharge\r\n2024-03-01 00:00,1,12.5\r\n2024-03-01T02:00+01:00,1,13.5\r\n",
        ):
            found = read_flows(io.BytesIO(text.encode()), "a.csv")
            self.assertEqual(found.flow_m3_s.tolist(), [12.5, 13.5])
            self.assertEqual(float(np.diff(found.hour)[0]), 1.0)

    def test_out_of_order_and_twice_is_put_right(self) -> None:
        text = "time,flow\n2024-03-02,5\n2024-03-01,4\n2024-03-02,6\n"
        found = read_flows(io.BytesIO(text.encode()), "a.csv")
        self.assertEqual(found.flow_m3_s.tolist(), [4, 6])

    def test_bad_lines_are_said_and_left_out(self) -> None:
        text = (
            "time,flow\n2024-03-01,5\nyesterday,4\n2024-03-02,-3\n2024-03-03\n2024-03-04,nan\n2024-03-05,7\n"
        )
        found = read_flows(io.BytesIO(text.encode()), "a.csv")
        self.assertEqual(found.flow_m3_s.tolist(), [5, 7])
        self.assertEqual([fault.line for fault in found.faults], [3, 4, 5, 6])

    def test_refused(self) -> None:
        for text, says in (
            ("", "empty"),
            ("a,b\n1,2\n", "line 1 names no columns"),
            ("time,flow\nx,y\n", "no line holds a flow"),
        ):
            with self.assertRaisesRegex(ChordError, says):
                read_flows(io.BytesIO(text.encode()), "a.csv")
        with self.assertRaisesRegex(ChordError, "longer than 32 MB"):
            read_flows(io.BytesIO(b"time,flow\n" + b"#" * 33_600_000), "a.csv")

    @settings(max_examples=40)
    @given(st.binary(max_size=300))
    def test_any_bytes(self, data: bytes) -> None:
        for head in (b"", b"time,flow\n"):
            try:
                read_flows(io.BytesIO(head + data), "any")
            except ChordError as error:
                self.assertEqual(error.field, "file")


class Rating(TestCase):
    def test_goes_through_its_points_and_is_a_power_between(self) -> None:
        """Herschy 2009: ratings are powers of the flow; half way by ratio is half way by ratio."""
        found = rated(MILL, np.array([10.0, 20.0, math.sqrt(10 * 20), 40.0]))
        np.testing.assert_allclose(found["speed_m_s"], [2.0, 2.8, math.sqrt(2 * 2.8), 3.6])
        np.testing.assert_allclose(found["depth_m"], [0.4, 0.6, math.sqrt(0.24), 0.9])

    @given(st.floats(1, 200), st.floats(1.01, 3))
    def test_more_water_is_faster_and_deeper(self, flow: float, more: float) -> None:
        for name in ("speed_m_s", "depth_m", "face_m", "aeration"):
            one, two = (float(rated(MILL, f)[name]) for f in (flow, flow * more))
            self.assertGreaterEqual(two, one - 1e-12)

    def test_the_window_counts_the_hours(self) -> None:
        found = river_of(MILL, read_flows(series([10, 20, 30, 40]), "a"))
        self.assertAlmostEqual(found.ridden_share, 0.5)
        self.assertFalse(found.last_works)
        self.assertAlmostEqual(found.months[2] or 0, 0.5)
        self.assertIsNone(found.months[5])
        self.assertTrue(2.8 <= found.flow_m_s <= 3.3)

    def test_a_reading_stands_for_the_time_to_the_next_a_day_at_most(self) -> None:
        text = "time,flow\n2024-03-01T00:00,20\n2024-03-01T10:00,50\n2024-03-09T00:00,50\n"
        found = river_of(MILL, read_flows(io.BytesIO(text.encode()), "a"))
        self.assertAlmostEqual(found.ridden_share, 10 / (10 + 24 + 1))

    def test_a_river_that_never_works_says_what_it_ran(self) -> None:
        with self.assertRaisesRegex(ChordError, "between 3 and 8 m3/s: never within 15-35"):
            river_of(MILL, read_flows(series([3, 8]), "a"))

    def test_a_fitting_takes_flow_face_slope_and_air(self) -> None:
        said = Water(name="Millrace", kind="river", usual_m=0.5, crowd="low")
        water = river_water(said, river_of(MILL, read_flows(series([20] * 5), "a")))
        self.assertEqual(
            (water.usual_m, water.flow_m_s, water.face_slope, water.aeration), (0.7, 2.8, 0.3, 0.05)
        )
        self.assertEqual((water.name, water.crowd), ("Millrace", "low"))

    def test_ratings_run_upwards(self) -> None:
        for change, field in (
            ({"rating": RATING[::-1]}, "rating"),
            ({"high_m3_s": 10}, "high_m3_s"),
            ({"rating": []}, "rating"),
        ):
            with self.assertRaises(ChordError) as caught:
                parse(River, {"rating": RATING, "low_m3_s": 15, "high_m3_s": 35} | change)
            self.assertEqual(caught.exception.field, field)


class Built(TestCase):
    def test_a_pool_is_its_settings(self) -> None:
        rows = [
            Setting(name="first turns", face_m=0.8, steepness="soft", share=3),
            Setting(name="the slab", face_m=1.5, steepness="hollow", share=1),
        ]
        bins = pool_bins(rows)
        self.assertAlmostEqual(float(bins.weight.sum()), 1)
        self.assertAlmostEqual(float(bins.weight[bins.face_m == 0.8].sum()), 0.75)
        slabs = np.exp(np.mean(np.log(bins.slope[bins.face_m == 1.5])))
        hollow = next(row for row in tables().waves.steepness if row.name == "hollow").median_slope
        self.assertAlmostEqual(float(slabs), hollow, places=6)

    @given(st.floats(0.1, 6), st.floats(1.0, 2.0))
    def test_foam_is_lower_than_the_wave_and_never_over_what_one_stands_in(
        self, face: float, body: float
    ) -> None:
        """Thornton & Guza 1982: a broken wave is .42 of the depth; one stands to the hips."""
        foam = foam_m(face, body)
        self.assertLess(foam, face)
        self.assertLessEqual(foam, 0.42 * 0.5 * body + 1e-12)

    def test_white_water_of_a_break_for_first_lessons(self) -> None:
        water = foam_water(Water(name="Ropewalk", crowd="high"), (0.3, 0.9, 2.5), 1.7)
        self.assertEqual((water.kind, water.name, water.crowd), ("white_water", "Ropewalk", "high"))
        assert water.small_m and water.usual_m and water.big_m
        self.assertTrue(water.small_m < water.usual_m < water.big_m < 0.4)


SHORE = Shore(
    faces_deg=300, window_deg=40, exposure=0.7, bottom_slope=0.05, latitude_deg=46, longitude_deg=-5
)
EVERY_DAY = HoursAsked()
LOG = Board(family="performance longboard", length_m=2.79, width_m=0.57, thickness_m=0.072)
SHORT = Board(family="performance shortboard", length_m=1.78, width_m=0.475, thickness_m=0.059)


class Worth(TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        cls.hours = hours_at(made_year(11), SHORE)

    def worth(
        self, boards: list[Board], asked: HoursAsked = EVERY_DAY, hours: BreakHours | None = None
    ) -> WorthResult:
        case = case_with(Surfer(mass_kg=75, rung="trimming"), Water(usual_m=1.0))
        fleet_ride = build_fleet_ride(labelled_hulls(boards), fins_of(boards), case.rider, case.conditions)
        hours = hours or self.hours
        return days_worth(fleet_ride, hours, counted(hours, asked, SHORE))

    def test_days_of_a_year(self) -> None:
        found = self.worth([LOG, SHORT])
        self.assertAlmostEqual(found.days, sum(row.days for row in found.months), places=6)
        for row in found.months:
            self.assertTrue(0 <= row.days <= 30.5 and 0 <= (row.days_other or 0) <= 30.5)
            self.assertLessEqual(row.neither + max(row.days, row.days_other or 0), 30.45)
        self.assertAlmostEqual(self.worth([SHORT, LOG]).days, found.days_other or 0, places=6)

    def test_a_longboard_has_more_days_than_a_shortboard_for_who_trims(self) -> None:
        found = self.worth([LOG, SHORT])
        self.assertGreater(found.days, found.days_other or 0)

    def test_fewer_free_hours_are_fewer_days(self) -> None:
        every = self.worth([LOG]).days
        some = self.worth([LOG], HoursAsked(free="evenings and weekends")).days
        few = self.worth([LOG], HoursAsked(free="weekends")).days
        self.assertTrue(every > some > few > 0)
        self.assertIsNone(self.worth([LOG]).days_other)

    def test_a_flat_sea_has_no_days(self) -> None:
        flat = hours_at(made_year(11), SHORE.model_copy(update={"exposure": 0.01}))
        found = self.worth([LOG], hours=flat)
        self.assertEqual(found.days, 0)
        self.assertAlmostEqual(found.neither, 365.25, delta=1)

    def test_hours_are_what_the_board_does_there(self) -> None:
        """None where nothing breaks; else what the board does on that face, its slopes spread."""
        case = case_with(Surfer(mass_kg=75, rung="trimming"), Water(usual_m=1.0))
        fleet_ride = build_fleet_ride(labelled_hulls([LOG]), fins_of([LOG]), case.rider, case.conditions)
        rows = counted(self.hours, HoursAsked(), SHORE)
        rides = rides_in_hours(fleet_ride, self.hours, rows)
        faces = self.hours.face_m[rows & known(self.hours)]
        self.assertEqual(rides.shape, (1, len(faces)))
        self.assertTrue((rides[0][faces < 0.1] == 0).all())
        slopes = self.hours.slope[rows & known(self.hours)]
        sigma = tables().seas.hour_log_sigma * math.sqrt(3)
        for i in range(0, len(faces), 400):
            of_hour = slopes[i] * np.exp(np.array([-sigma, 0, sigma]))
            factors = product_of(fleet_ride.factors(Face(np.full(3, faces[i]), of_hour)))[0]
            works = np.array([factors @ np.array([1, 4, 1]) / 6])
            plain = rides_an_hour(
                fleet_ride.conditions, fleet_ride.along_m_s, fleet_ride.paddle_state.cruise_m_s, works
            )[0]
            self.assertAlmostEqual(rides[0][i], plain, delta=0.4)


class Foam(TestCase):
    """White water for first lessons, ridden: what a learner gets where a break is big or small."""

    @given(st.floats(0.3, 3.0), st.floats(1.05, 2.0))
    def test_a_bigger_day_is_no_smaller_foam(self, face: float, more: float) -> None:
        self.assertGreaterEqual(foam_m(face * more, 1.7), foam_m(face, 1.7))
        self.assertGreaterEqual(foam_m(face, 1.7 * more), foam_m(face, 1.7))

    def test_a_learner_rides_it(self) -> None:
        water = foam_water(Water(name="Ropewalk"), (0.4, 0.9, 1.6), 1.7)
        case = case_with(Surfer(mass_kg=70, rung="starter", height_m=1.7), water)
        board = Board(family="long soft-top", length_m=2.6, width_m=0.58, thickness_m=0.083)
        fleet_ride = build_fleet_ride(labelled_hulls([board]), fins_of([board]), case.rider, case.conditions)
        self.assertTrue(fleet_ride.in_foam)
        self.assertGreater(float(fleet_ride.works[0]), 0.3)


class PoolsRidden(TestCase):
    def test_settings_weigh_as_their_shares(self) -> None:
        """Two settings in equal shares work as the mean of each alone."""
        rows = [
            Setting(name="a", face_m=0.8, steepness="soft", share=1),
            Setting(name="b", face_m=1.4, steepness="steep", share=1),
        ]

        def works(settings: list[Setting]) -> float:
            bins = pool_bins(settings)
            given = [
                {"face_m": float(f), "steepness": float(s), "weight": float(w)}
                for f, s, w in zip(bins.face_m, bins.slope, bins.weight, strict=True)
            ]
            case = case_with(Surfer(mass_kg=75, rung="linking"), Water(kind="pool", bins=given, chop_m=0.03))
            fleet_ride = build_fleet_ride(
                labelled_hulls([SHORT]), fins_of([SHORT]), case.rider, case.conditions
            )
            return float(fleet_ride.works[0])

        both, alone = works(rows), [works([row]) for row in rows]
        self.assertAlmostEqual(both, sum(alone) / 2, delta=1e-6)
