"""Tracks of watches: rides against the truth of made-up sessions, and none where there was no surf."""

import re
import tracemalloc
from datetime import UTC, datetime
from itertools import pairwise
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents.verbs.track import TrackEdit, TrackResult
from chord_core.errors import ChordError
from chord_core.log.track import read_session, track
from chord_core.log.track_file import MOST_BYTES, read_track
from chord_core.log.track_motion import flat, motion_of
from standins.made_surf import TrueRide
from standins.made_ways import WAYS
from standins.surf_watch import Made, gpx_of, other_track, some_track, tcx_of, watched
from tests import draws, tries

Span = tuple[float, float]


def matched(found: list[Span], true: list[Span]) -> list[tuple[int, int]]:
    """Pairs of a found and a true ride that lie over one another for a third of the shorter one."""
    taken: set[int] = set()
    pairs = []
    for i, one in enumerate(found):
        over = [
            (min(one[1], other[1]) - max(one[0], other[0]), j)
            for j, other in enumerate(true)
            if j not in taken
        ]
        most, j = max(over, default=(0.0, -1))
        if j >= 0 and most > 0.3 * min(one[1] - one[0], true[j][1] - true[j][0]):
            taken.add(j)
            pairs.append((i, j))
    return pairs


def true_rides(made: Made) -> list[TrueRide]:
    assert made.session is not None
    return made.session.rides


def spans(result: TrackResult, made: Made) -> tuple[list[Span], list[Span]]:
    first = float(made.at_s[0])
    return (
        [(ride.start_s, ride.start_s + ride.seconds) for ride in result.rides],
        [(ride.start_s - first, ride.end_s - first) for ride in true_rides(made)],
    )


def text(points: list[tuple[float, float, str | None]], version: str = "1.1") -> str:
    rows = "".join(
        f'<trkpt lat="{a}" lon="{o}">{f"<time>{t}</time>" if t else ""}</trkpt>' for a, o, t in points
    )
    return f'<gpx version="{version}" creator="x"><trk><trkseg>{rows}</trkseg></trk></gpx>'


def minute(n: int = 60) -> list[tuple[float, float, str | None]]:
    return [(47.0, -4.0, datetime(2026, 5, 2, 8, i // 60, i % 60, tzinfo=UTC).isoformat()) for i in range(n)]


class Rides(TestCase):
    def test_what_is_found_is_what_happened(self) -> None:
        """F1 of rides, counts, paddling speed and lengths over made-up sessions with faults of watches."""
        hits = false = missed = near = 0
        paddled, long = [], []
        count = draws(300, 30)
        for seed in range(count):
            made = some_track(1000 + seed)
            result = track(gpx_of(made))
            found, true = spans(result, made)
            pairs = matched(found, true)
            hits += len(pairs)
            false += len(found) - len(pairs)
            missed += len(true) - len(pairs)
            near += abs(len(found) - len(true)) <= 1
            if result.paddling.speed_m_s and made.session:
                paddled.append(result.paddling.speed_m_s / made.session.paddle_m_s() - 1)
            if pairs:
                lengths = [(result.rides[i].length_m, true_rides(made)[j].length_m) for i, j in pairs]
                long.append(sum(a for a, _ in lengths) / sum(b for _, b in lengths) - 1)
        self.assertGreaterEqual(2 * hits / (2 * hits + false + missed), 0.95)
        self.assertGreaterEqual(near / count, 0.9)
        self.assertLess(abs(np.median(paddled)), 0.05)
        self.assertGreaterEqual(np.mean(np.abs(paddled) < 0.1), 0.9)
        self.assertGreaterEqual(np.mean(np.abs(long) < 0.1), 0.9)

    def test_what_is_no_surf_has_no_rides(self) -> None:
        for seed in range(draws(100, 28)):
            way = list(WAYS)[seed % len(WAYS)]
            with self.subTest(way=way, seed=seed):
                result = track(gpx_of(other_track(seed, way)))
                self.assertFalse(result.session, result.says)
                self.assertEqual(result.rides, ())
                self.assertTrue(result.says.startswith("No session found: "))

    def test_gpx_of_both_versions_and_tcx_say_the_same(self) -> None:
        made = some_track(4)
        first = track(gpx_of(made, "1.1"))
        self.assertEqual(track(gpx_of(made, "1.0")), first)
        self.assertEqual(track(tcx_of(made)), first)
        self.assertTrue(first.rides)

    @tries(40)
    @given(st.floats(-60, 60), st.floats(-179.9, 179.9))
    def test_it_does_not_hang_on_where_on_earth_it_was(self, latitude: float, longitude: float) -> None:
        east, north = flat(
            np.array([latitude, latitude + 0.001]),
            np.array([longitude, longitude + 0.002]),
            (latitude, longitude),
        )
        # A degree along a meridian of a sphere of 6371 km is 111.19 km.
        self.assertAlmostEqual(float(north[1]), 111.195, delta=0.01)
        self.assertAlmostEqual(float(east[1]), 222.39 * np.cos(np.radians(latitude)), delta=0.05)

    def test_the_date_line_is_no_jump(self) -> None:
        east, _ = flat(np.zeros(2), np.array([179.9995, -179.9995]), (0.0, 179.9995))
        self.assertAlmostEqual(float(east[1]), 111.195, delta=0.01)

    def test_a_straight_way_at_a_steady_speed_is_that_speed(self) -> None:
        """Analytic: 3 m/s to the north, every second and every third one."""
        for step in (1, 3):
            at = np.arange(0, 300, step)
            degrees = np.degrees(3.0 * at / 6_371_008.8)
            rows = [(47 + float(d), -4.0, datetime.fromtimestamp(1.7e9 + int(s), UTC).isoformat())
                    for d, s in zip(degrees, at, strict=True)]  # fmt: skip
            speed = motion_of(read_track(text(rows).encode())).speed_m_s
            np.testing.assert_allclose(speed[15:-15], 3.0, atol=0.02)

    def test_a_jump_is_left_out_and_said(self) -> None:
        made = some_track(6)
        self.assertNotIn("jumps", made.faults)
        off = made.x_m.copy()
        off[2000:2003] += 120
        result = track(gpx_of(Made(made.at_s, off, made.y_m, made.started, made.session, ())))
        self.assertEqual(len(result.rides), len(track(gpx_of(made)).rides))
        self.assertTrue(any("jump" in fault for fault in result.faults))

    def test_a_gap_and_a_wrong_clock_are_said(self) -> None:
        random = np.random.default_rng(3)
        made = some_track(3)
        assert made.session is not None
        places = np.stack([made.session.x_m, made.session.y_m], axis=1)
        result = track(gpx_of(watched(places, made.session, random, ("clock", "pause"))))
        self.assertTrue(any("clock says 2006" in fault for fault in result.faults))
        self.assertTrue(any("without readings" in fault for fault in result.faults))

    def test_the_drive_to_the_beach_is_no_part_of_it(self) -> None:
        for seed in (4, 19, 41):
            made = some_track(seed)
            self.assertIn("car", made.faults)
            result = track(gpx_of(made))
            first = true_rides(made)[0].start_s - float(made.at_s[0])
            self.assertTrue(any(part.kind == "vehicle" for part in result.parts))
            self.assertGreater(result.rides[0].start_s, first - 5)

    def test_parts_do_not_lie_over_one_another(self) -> None:
        parts = track(gpx_of(some_track(7))).parts
        for one, other in pairwise(parts):
            self.assertLessEqual(one.to_s, other.from_s + 1)


class Corrections(TestCase):
    def setUp(self) -> None:
        self.data = gpx_of(some_track(7)).encode()
        self.rides = read_session(self.data)[0].rides

    def test_a_ride_that_was_none_split_and_joined(self) -> None:
        first, second = self.rides[0], self.rides[1]
        without = read_session(self.data, [TrackEdit(kind="not_a_ride", at_s=first.start_s + 2)])[0]
        self.assertEqual(without.rides, self.rides[1:])
        middle = first.start_s + round(first.seconds / 2)
        split = read_session(self.data, [TrackEdit(kind="split", at_s=middle)])[0]
        self.assertEqual(len(split.rides), len(self.rides) + 1)
        back = read_session(self.data, [
            TrackEdit(kind="split", at_s=middle),
            TrackEdit(kind="join", at_s=first.start_s, to_s=middle + 2),
        ])[0]  # fmt: skip
        self.assertEqual(back.rides, self.rides)
        joined = read_session(
            self.data, [TrackEdit(kind="join", at_s=first.start_s, to_s=second.start_s + 1)]
        )[0]
        self.assertEqual(len(joined.rides), len(self.rides) - 1)

    def test_all_rides_may_go(self) -> None:
        edits = [TrackEdit(kind="not_a_ride", at_s=ride.start_s) for ride in self.rides]
        self.assertEqual(read_session(self.data, edits)[0].rides, ())

    def test_a_correction_that_does_not_fit_is_refused(self) -> None:
        for edit, field in (
            (TrackEdit(kind="not_a_ride", at_s=1), "edits.0.at_s"),
            (TrackEdit(kind="split", at_s=self.rides[0].start_s), "edits.0.at_s"),
            (TrackEdit(kind="ride", at_s=100, to_s=90), "edits.0.to_s"),
            (TrackEdit(kind="join", at_s=1, to_s=3), "edits.0.at_s"),
        ):
            with self.subTest(edit=edit), self.assertRaises(ChordError) as caught:
                read_session(self.data, [edit])
            self.assertEqual(caught.exception.field, field)

    def test_the_map_has_the_sea_above(self) -> None:
        result, drawn = read_session(self.data, seaward_deg=180.0)
        assert drawn is not None
        rides = [line for line in drawn.lines if line.kind == "ride"]
        self.assertEqual(len(rides), len(result.rides))
        falls = [line.points[0][1] - line.points[-1][1] for line in rides]
        self.assertGreater(np.mean(falls), 5)


class Doors(TestCase):
    def refused(self, data: bytes, field: str, says: str) -> None:
        with self.assertRaises(ChordError) as caught:
            read_track(data)
        self.assertEqual(caught.exception.field, field)
        self.assertRegex(caught.exception.message, says)

    def test_what_is_no_track_is_refused_with_the_reason(self) -> None:
        self.refused(b"", "track", "no XML")
        self.refused(b"<gpx><trk>", "track", "no XML")
        self.refused(b"<html><body/></html>", "track", "neither GPX nor TCX")
        self.refused(b"<gpx/>", "track", "at least 10 readings")
        self.refused(text(minute(5)).encode(), "track", "this has 5")
        self.refused(text([(a, o, None) for a, o, _ in minute()]).encode(), "track.time", "no time")
        self.refused(text([(95.0, o, t) for _, o, t in minute()]).encode(), "track", "at least 10")
        self.refused(b"\xff\xfe" + text(minute()).encode(), "track", "no XML")

    def test_bombs_are_refused_in_bounded_memory(self) -> None:
        entities = '<!DOCTYPE gpx [<!ENTITY a "aaaaaaaaaa">' + "".join(
            f'<!ENTITY a{i} "{f"&a{i - 1};" * 10 if i else "&a;" * 10}">' for i in range(9)
        ) + "]><gpx>&a8;</gpx>"  # fmt: skip
        deep = "<gpx>" + "<trk>" * 100_000
        tracemalloc.start()
        try:
            self.refused(entities.encode(), "track", "no document type")
            self.refused(deep.encode(), "track", "levels deep")
            self.refused(b" " * (MOST_BYTES + 1), "track", "at most 64 MB")
            long = b"<gpx><trk><trkseg>" + b"<x>y</x>" * 500_000 + b"</trkseg></trk></gpx>"
            self.refused(long, "track", "at least 10")
            peak = tracemalloc.get_traced_memory()[1]
        finally:
            tracemalloc.stop()
        self.assertLess(peak, 160_000_000)

    def test_readings_without_place_or_time_and_out_of_order_are_passed_over_and_said(self) -> None:
        rows = minute()
        rows[10] = (47.0, -4.0, "yesterday")
        rows[20] = (147.0, -4.0, rows[20][2])
        rows[30], rows[40] = rows[40], rows[30]
        rows.append(rows[50])
        readings = read_track(text(rows).encode())
        self.assertEqual(len(readings.at_s), 58)
        self.assertTrue((np.diff(readings.at_s) > 0).all())
        self.assertTrue(any("2 readings without" in fault for fault in readings.faults))
        self.assertTrue(any("put in order" in fault for fault in readings.faults))

    def test_namespaces_and_spellings_of_time_do_not_matter(self) -> None:
        plain = text(minute())
        spaced = re.sub("<gpx ", '<gpx xmlns="http://example.invalid/any" ', plain)
        zulu = plain.replace("+00:00", "Z")
        first = read_track(plain.encode()).at_s
        for other in (spaced, zulu, plain.replace("+00:00", "")):
            np.testing.assert_array_equal(read_track(other.encode()).at_s, first)
