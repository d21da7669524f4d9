"""Buoy text: both headers, what is missing, what cannot be, what is broken; memory and time bounded."""

import gzip
import io
import random
import resource
import tracemalloc
from pathlib import Path
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from chord_core.errors import ChordError
from chord_core.water import buoy
from chord_core.water.buoy import read_buoy
from chord_core.water.seas import (
    bridged,
    hourly,
    merged,
    missing_share,
    no_seas,
    seas_of,
    stuck_hours,
    without,
)
from tests.buoys import NEW_HEAD, NEW_UNITS, OLD_HEAD, file_of, hour_of, read, row, still, written, year_hours


class Headers(TestCase):
    def test_the_new_header_with_minutes_and_units(self) -> None:
        seas = read("2019 03 04 05 00 280 7.5 9.0 1.85 11.0 7.2 305 1013 9 9 9 99 99\n").seas
        self.assertEqual(seas.hour.tolist(), [hour_of(2019, 3, 4, 5)])
        self.assertEqual(seas.columns()[:, 0].tolist(), [1.85, 11.0, 7.2, 305, 7.5, 280])

    def test_the_old_header_with_years_of_two_figures_and_no_minutes(self) -> None:
        seas = read("96 12 31 23 280 07.5 09.0 01.85 11.00 07.20 305 1013 9 9 9 99\n", OLD_HEAD).seas
        self.assertEqual(seas.hour.tolist(), [hour_of(1996, 12, 31, 23)])
        self.assertEqual(seas.columns()[:, 0].tolist(), [1.85, 11.0, 7.2, 305, 7.5, 280])

    def test_a_year_of_four_figures_under_an_old_header(self) -> None:
        lines = "2003 01 02 03 280 7.5 9.0 1.85 11.0 7.2 305 1013 9 9 9 99\n"
        self.assertEqual(read(lines, OLD_HEAD.replace("YY ", "YYYY ")).seas.hour[0], hour_of(2003, 1, 2, 3))

    def test_many_years_in_one_file_each_with_its_header(self) -> None:
        old = OLD_HEAD + "97 06 01 00 280 7.5 9.0 1.0 11.0 7.2 305 1013 9 9 9 99\n"
        seas = read(old + NEW_HEAD + NEW_UNITS + row(hour_of(2011, 6, 1), "2.00"), "").seas
        self.assertEqual(seas.hour.tolist(), [hour_of(1997, 6, 1), hour_of(2011, 6, 1)])
        self.assertEqual(seas.height_m.tolist(), [1.0, 2.0])

    def test_columns_are_found_by_their_names_wherever_they_stand(self) -> None:
        head = "#YY MM DD hh mm WVHT MWD\n"
        seas = read("2020 01 01 00 00 1.5 200\n", head).seas
        self.assertEqual((seas.height_m[0], seas.from_deg[0]), (1.5, 200))
        self.assertTrue(np.isnan(seas.period_s[0]))

    def test_refused_without_a_header_or_a_reading(self) -> None:
        cases = (
            ("", "none of 0 lines"),
            ("hello\n", "none of 1 lines"),
            ("2020 01 01 00 00 1.5\n", "line 1 comes before any header"),
            (NEW_HEAD, "no line holds a reading"),
            (NEW_HEAD + "2020 13 01 00 00 1\n", "Line 2: 6 columns where the header has 18"),
        )
        for lines, says in cases:
            with self.subTest(says), self.assertRaisesRegex(ChordError, says):
                read(lines, "")


class Missing(TestCase):
    def test_nines_and_mm_are_nothing_measured(self) -> None:
        begin = hour_of(2020, 5, 1)
        for height, period, from_deg in (
            ("99.00", "99.00", "999"),
            ("MM", "MM", "MM"),
            ("99.0", "99", "999.0"),
        ):
            seas = read(row(begin, height, period, from_deg)).seas
            self.assertTrue(np.isnan([seas.height_m[0], seas.period_s[0], seas.from_deg[0]]).all())
            self.assertEqual(read(row(begin, height, period, from_deg)).faulty, 0)

    def test_what_cannot_be_is_left_out_and_said_with_its_line(self) -> None:
        begin = hour_of(2020, 5, 1)
        found = read(
            row(begin) + row(begin + 1, "45.0") + row(begin + 2, from_deg="-20") + row(begin + 3, "abc")
        )
        self.assertEqual([(f.line, f.column) for f in found.faults], [(4, "WVHT"), (5, "MWD"), (6, "WVHT")])
        self.assertIn("between 0 and 25", found.faults[0].says)
        self.assertEqual(np.isnan(found.seas.height_m).tolist(), [False, True, False, True])
        self.assertEqual(found.readings, 4)

    def test_of_several_readings_in_an_hour_the_nearest_with_a_height(self) -> None:
        lines = "".join(
            f"2020 05 01 {clock} 270 4.0 99 {height} 9.0 6.0 300 1013 9 9 9 99 99\n"
            for clock, height in (("01 40", "1.1"), ("01 50", "99.00"), ("02 10", "1.3"), ("02 20", "1.4"))
        )
        seas = read(lines).seas
        self.assertEqual(seas.hour.tolist(), [hour_of(2020, 5, 1, 2)])
        self.assertEqual(seas.height_m.tolist(), [1.3])

    @given(st.lists(st.booleans(), min_size=30, max_size=90))
    def test_share_of_missing_hours(self, there: list[bool]) -> None:
        there[0] = there[-1] = True
        hours = year_hours(2020, len(there))
        lines = "".join(row(int(h), f"{1 + i / 1000:.3f}") for i, h in enumerate(hours) if there[i])
        self.assertAlmostEqual(missing_share(read(lines).seas), 1 - sum(there) / len(there))


class Stuck(TestCase):
    def test_a_sensor_that_stands_still_is_found_and_left_out(self) -> None:
        begin = hour_of(2020, 5, 1)
        moving = "".join(row(begin + i, f"{1 + 0.01 * i:.2f}") for i in range(10))
        stands = "".join(row(begin + 10 + i, "2.00") for i in range(30))
        found = read(moving + stands)
        self.assertEqual(found.stuck, ((begin + 10, 30),))
        self.assertEqual(np.isnan(found.seas.height_m).sum(), 29)
        self.assertFalse(np.isnan(found.seas.wind_m_s).any())

    def test_a_calm_of_a_few_hours_is_no_fault(self) -> None:
        begin = hour_of(2020, 5, 1)
        lines = "".join(row(begin + i, f"{0.3 + 0.1 * (i // 8):.2f}") for i in range(48))
        self.assertEqual(read(lines).stuck, ())

    def test_heights_alone_may_rest_longer(self) -> None:
        hours = year_hours(2020, 60)
        columns = np.full((6, 60), np.nan)
        columns[0] = np.where(np.arange(60) < 20, 0.4, 0.5 + 0.01 * np.arange(60))
        self.assertEqual(stuck_hours(seas_of(hours, columns)), [])
        columns[0] = np.where(np.arange(60) < 30, 0.4, 0.5 + 0.01 * np.arange(60))
        self.assertEqual(stuck_hours(seas_of(hours, columns)), [(0, 30)])

    def test_what_is_not_measured_is_not_stuck(self) -> None:
        hours = year_hours(2020, 60)
        self.assertEqual(stuck_hours(seas_of(hours, np.full((6, 60), np.nan))), [])
        self.assertEqual(len(without(no_seas(), [])), 0)


class Merging(TestCase):
    @given(st.permutations(range(4)))
    def test_pieces_in_any_order_make_the_whole(self, order: list[int]) -> None:
        whole = still(year_hours(2020, 200))
        pieces = [whole.at(slice(50 * k, 50 * k + 60)) for k in order]
        made = no_seas()
        for piece in pieces:
            made = merged(made, piece)
        self.assertEqual(made.hour.tolist(), whole.hour.tolist())
        np.testing.assert_array_equal(made.columns(), whole.columns())

    def test_the_second_stands_where_both_measured_and_fills_what_was_missing(self) -> None:
        hours = year_hours(2020, 2)
        nan = float("nan")
        first = seas_of(
            hours, np.array([[1.0, nan], [9.0, nan], [nan, nan], [nan, nan], [nan, nan], [nan, nan]])
        )
        second = seas_of(
            hours, np.array([[2.0, 3.0], [nan, nan], [nan, nan], [nan, nan], [nan, nan], [nan, nan]])
        )
        made = merged(first, second)
        self.assertEqual(made.height_m.tolist(), [2.0, 3.0])
        self.assertEqual(made.period_s[0], 9.0)

    def test_short_gaps_are_bridged_and_long_ones_stay(self) -> None:
        seas = still(year_hours(2020, 40))
        gone = seas.columns()
        gone[:, 5:8] = np.nan  # three hours
        gone[:, 20:27] = np.nan  # seven
        gone[3, 30:38] = np.nan  # direction only, eight
        made = bridged(hourly(seas_of(seas.hour, gone)))
        self.assertFalse(np.isnan(made.height_m[5:8]).any())
        self.assertTrue(np.isnan(made.height_m[20:27]).all())
        self.assertEqual(np.isnan(made.from_deg[30:38]).tolist(), [False] * 6 + [True] * 2)

    def test_hours_that_no_line_names_are_missing_hours(self) -> None:
        seas = still(year_hours(2020, 10))
        made = hourly(seas.at(np.array([0, 1, 9])))
        self.assertEqual(len(made), 10)
        self.assertEqual(int(np.isnan(made.height_m).sum()), 7)


class Broken(TestCase):
    """A hundred files that nobody should send: read as far as sound and said, or refused with a sentence."""

    def test_a_hundred_broken_files(self) -> None:
        draw = random.Random(20)
        sound = (NEW_HEAD + NEW_UNITS + written(still(year_hours(2020, 300)))).encode()
        read_whole, refused = 0, 0
        for i in range(100):
            data = _broken(sound, i % 10, draw)
            with self.subTest(i=i):
                try:
                    found = read_buoy(io.BytesIO(data), "broken.txt")
                except ChordError as error:
                    refused += 1
                    self.assertEqual(error.field, "file")
                    self.assertRegex(error.message, r"line|lines|longer|header|readings")
                else:
                    read_whole += 1
                    self.assertLessEqual(found.readings, 310)
                    heights = found.seas.height_m[~np.isnan(found.seas.height_m)]
                    self.assertTrue(((heights >= 0) & (heights <= 25)).all())
                    self.assertTrue((np.diff(found.seas.hour) > 0).all())
        self.assertGreater(read_whole, 40)
        self.assertGreater(refused, 5)

    def test_a_packed_file_that_breaks_off_is_read_as_far_as_it_goes(self) -> None:
        packed = gzip.compress((NEW_HEAD + NEW_UNITS + written(still(year_hours(2020, 2000)))).encode())
        whole = read_buoy(io.BytesIO(packed), "a.gz")
        self.assertEqual((whole.readings, whole.faulty), (2000, 0))
        cut = read_buoy(io.BytesIO(packed[: len(packed) // 2]), "a.gz")
        self.assertTrue(100 < cut.readings < 2000)
        self.assertTrue(any("breaks off" in fault.says for fault in cut.faults))

    def test_other_encodings(self) -> None:
        text = NEW_HEAD + NEW_UNITS + row(hour_of(2020, 5, 1), "1.70")
        for encoding in ("utf-8-sig", "utf-16", "latin-1", "cp1252"):
            for ends in ("\n", "\r\n", "\r"):
                data = text.replace("\n", ends).encode(encoding)
                found = read_buoy(io.BytesIO(data), "a.txt")
                self.assertEqual(found.seas.height_m.tolist(), [1.7], (encoding, ends))

    def test_a_bomb_and_200_mb_are_refused_in_little_memory(self) -> None:
        bomb = gzip.compress(b"0" * 60_000_000)
        tracemalloc.start()
        with self.assertRaisesRegex(ChordError, "line 1 is longer than 4096 signs"):
            read_buoy(io.BytesIO(bomb), "bomb.gz")
        self.assertLess(tracemalloc.get_traced_memory()[1], 40_000_000)
        tracemalloc.stop()
        endless = _Endless((NEW_HEAD + ("# " + "remark " * 500 + "\n") * 3).encode())
        before = _held()
        with self.assertRaisesRegex(ChordError, "longer than 256 MB"):
            read_buoy(endless, "big.txt")
        self.assertLess(endless.most_held - before, 60_000_000)

    def test_a_line_without_end_is_refused(self) -> None:
        with self.assertRaisesRegex(ChordError, "line 3 is longer"):
            read("1" * 5000)

    def test_faults_are_counted_and_the_first_told(self) -> None:
        lines = "".join(row(hour_of(2020, 5, 1) + i, "30.0") for i in range(500)) + row(hour_of(2021, 1, 1))
        found = read(lines)
        self.assertEqual(found.faulty, 500)
        self.assertEqual(len(found.faults), buoy.MOST_TOLD)

    def test_progress_is_told(self) -> None:
        said: list[int] = []
        lines = written(still(year_hours(2020, 45_000)))
        read_buoy(file_of(lines), "a.txt", said.append)
        self.assertEqual(said, [20_000, 40_000])

    @settings(max_examples=60)
    @given(st.binary(max_size=400))
    def test_any_bytes_are_refused_or_read(self, data: bytes) -> None:
        for start in (b"", NEW_HEAD.encode(), b"\x1f\x8b"):
            try:
                read_buoy(io.BytesIO(start + data), "any")
            except ChordError as error:
                self.assertEqual(error.field, "file")


def _held() -> int:
    """Memory that this process holds now [bytes]."""
    return int(Path("/proc/self/statm").read_text().split()[1]) * resource.getpagesize()


class _Endless(io.RawIOBase):
    """A file that never ends, which looks at the memory of its reader."""

    def __init__(self, piece: bytes) -> None:
        self.piece = piece * 80
        self.most_held = 0

    def read(self, size: int = -1) -> bytes:
        self.most_held = max(self.most_held, _held())
        return self.piece

    def seek(self, *where: int) -> int:
        return 0


def _broken(sound: bytes, way: int, draw: random.Random) -> bytes:
    lines = sound.split(b"\n")
    at = draw.randrange(2, len(lines) - 1)
    match way:
        case 0:
            return sound[: draw.randrange(len(sound))]
        case 1:
            return b"\n".join([*lines[:at], lines[at][: draw.randrange(40)], *lines[at + 1 :]])
        case 2:
            return b"\n".join([line + b" 17" if i % 3 == 0 else line for i, line in enumerate(lines)])
        case 3:
            return sound.replace(b"300", b"-999999999999", draw.randrange(1, 50))
        case 4:
            return b"\n".join(lines[2:])
        case 5:
            return sound.replace(b" 1013.0", b" nan", 40).replace(b"10.00", b"inf", 30)
        case 6:
            junk = bytes(draw.randrange(256) for _ in range(500))
            return b"\n".join([*lines[:at], junk, *lines[at:]])
        case 7:
            return gzip.compress(sound)[: draw.randrange(12, 3000)]
        case 8:
            return sound.decode().encode("utf-16")[: draw.randrange(100, 60_000)]
        case _:
            return bytes(draw.randrange(256) for _ in range(3000))


class Kinds(TestCase):
    """Files of other services and other years."""

    def test_minutes_that_come_in_the_middle_of_a_year(self) -> None:
        plain = "2005 06 01 00 280 7.5 9.0 1.00 11.00 7.20 305 1013 9 9 9 99\n"
        more = "2005 06 01 02 00 280 7.5 9.0 1.40 12.00 7.40 310 1013 9 9 9 99\n"
        found = read(plain + more, OLD_HEAD.replace("YY ", "YYYY "))
        self.assertEqual(found.faulty, 0)
        self.assertEqual(found.seas.height_m.tolist(), [1.0, 1.4])
        self.assertEqual(found.seas.period_s.tolist(), [11.0, 12.0])
        self.assertEqual(found.seas.from_deg.tolist(), [305.0, 310.0])

    def test_columns_that_the_header_does_not_name_are_said_once(self) -> None:
        lines = "".join(row(hour_of(2020, 5, 1) + i).rstrip() + " 12.5 3\n" for i in range(5))
        found = read(lines)
        self.assertEqual((found.readings, found.faulty), (5, 1))
        self.assertIn("2 more columns", found.faults[0].says)

    def test_swell_and_wind_waves_apart(self) -> None:
        """A file of spectra: the period is that of the higher of the two."""
        head = "#YY  MM DD hh mm WVHT  SwH  SwP  WWH  WWP SwD WWD  STEEPNESS  APD MWD\n"
        head += "#yr  mo dy hr mn    m    m  sec    m  sec  -  degT     -      sec degT\n"
        lines = "2024 03 01 10 00  1.8  1.6 13.3  0.7  5.0 WNW W    SWELL  8.1 285\n"
        lines += "2024 03 01 11 00  1.5  0.6 12.1  1.4  6.2 WNW W    STEEP  5.4 270\n"
        seas = read(lines, head).seas
        self.assertEqual(seas.height_m.tolist(), [1.8, 1.5])
        self.assertEqual(seas.period_s.tolist(), [13.3, 6.2])
        self.assertEqual(seas.mean_period_s.tolist(), [8.1, 5.4])
        self.assertEqual(seas.from_deg.tolist(), [285.0, 270.0])

    def test_a_data_services_table(self) -> None:
        """ERDDAP's CSV: names, units, then readings with NaN where nothing was measured."""
        text = (
            "station,longitude,latitude,time,wd,wspd,wvht,dpd,apd,mwd\n"
            ",degrees_east,degrees_north,UTC,degrees_true,m s-1,m,s,s,degrees_true\n"
            "X1,-4.1,47.9,2023-11-04T05:00:00Z,210,8.0,2.10,11.1,7.0,280\n"
            "X1,-4.1,47.9,2023-11-04T06:00:00Z,NaN,NaN,2.30,NaN,7.2,281\n"
        )
        found = read(text, "")
        self.assertEqual((found.readings, found.faulty), (2, 0))
        self.assertEqual(found.seas.hour.tolist(), [hour_of(2023, 11, 4, 5), hour_of(2023, 11, 4, 6)])
        self.assertEqual(found.seas.height_m.tolist(), [2.1, 2.3])
        self.assertEqual(found.seas.wind_from_deg[0], 210)
        self.assertTrue(np.isnan(found.seas.period_s[1]) and np.isnan(found.seas.wind_m_s[1]))
        with self.assertRaisesRegex(ChordError, "names no column"):
            read("time,salinity\n2023-11-04T05:00:00Z,35\n", "")
