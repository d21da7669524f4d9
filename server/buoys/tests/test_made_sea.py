"""The simulated sea, river and service: the same whatever is asked, plausible, faults as they are named."""

import gzip
import io
import urllib.request
from urllib.error import HTTPError

import numpy as np
from django.test import SimpleTestCase

from buoys.tests.swell_service import SwellBuoy, made_year
from chord_core.water.buoy import read_buoy
from chord_core.water.seas import missing_share, stuck_hours
from standins.made_sea import Coast, made_flows, made_seas, made_tide
from standins.swell_buoy import STATION, broken, text_of

HOURS = 400_000 + np.arange(24 * 60)


class MadeSea(SimpleTestCase):
    def test_any_span_is_a_piece_of_the_same_sea(self) -> None:
        whole = made_seas(Coast(), HOURS)
        for begin, end in ((0, 24), (500, 700), (1400, 1440)):
            piece = made_seas(Coast(), HOURS[begin:end])
            np.testing.assert_allclose(piece.columns(), whole.columns()[:, begin:end])

    def test_another_seed_is_another_sea(self) -> None:
        one, two = (made_seas(Coast(seed=seed), HOURS).height_m for seed in (1, 2))
        self.assertGreater(float(np.abs(one - two).mean()), 0.1)

    def test_winters_are_bigger_than_summers(self) -> None:
        seas = made_year(2015, 4)
        month = seas.hour.astype("datetime64[h]").astype("datetime64[M]").astype(int) % 12 + 1
        winter, summer = (seas.height_m[np.isin(month, rows)] for rows in ((12, 1, 2), (6, 7, 8)))
        self.assertGreater(float(np.median(winter)), 1.5 * float(np.median(summer)))

    def test_it_is_a_sea_that_could_be(self) -> None:
        seas = made_year(2015, 4)
        self.assertTrue(((seas.height_m > 0.05) & (seas.height_m < 12)).all())
        self.assertTrue(((seas.period_s >= 2.5) & (seas.period_s <= 20)).all())
        self.assertTrue(((seas.from_deg >= 0) & (seas.from_deg <= 360)).all())
        self.assertTrue(((seas.wind_m_s >= 0) & (seas.wind_m_s < 35)).all())
        # Steepness of the sea in deep water stays under what breaks, 1 in 7 (Michell 1893).
        self.assertLess(float((seas.height_m / (1.56 * seas.mean_period_s**2)).max()), 1 / 7)

    def test_text_and_back(self) -> None:
        seas = made_seas(Coast(), HOURS)
        for newest_first in (False, True):
            found = read_buoy(io.BytesIO(text_of(seas, newest_first).encode()), "made.txt")
            np.testing.assert_allclose(found.seas.columns(), seas.columns(), atol=0.011)
            self.assertEqual((found.readings, found.faulty), (len(HOURS), 0))

    def test_tide_and_river(self) -> None:
        tide = made_tide(HOURS)
        self.assertTrue(1.0 < float(tide.max()) <= 1.97 and -1.97 <= float(tide.min()) < -1.0)
        flow = made_flows(HOURS)
        self.assertTrue(((flow > 2) & (flow < 200)).all())
        np.testing.assert_array_equal(made_flows(HOURS[100:200]), flow[100:200])


class Faults(SimpleTestCase):
    def test_each_is_what_it_is_called(self) -> None:
        seas = made_seas(Coast(), HOURS)
        self.assertTrue(0.1 < missing_share(broken(seas, "missing")) < 0.3)
        self.assertTrue(stuck_hours(broken(seas, "stuck")))
        self.assertEqual(stuck_hours(seas), [])
        self.assertTrue(np.isnan(broken(seas, "dead").height_m[-50:]).all())
        np.testing.assert_array_equal(broken(seas, "none").columns(), seas.columns())

    def test_years_are_served_packed_and_unknown_ones_are_not(self) -> None:
        with SwellBuoy() as address:
            with urllib.request.urlopen(f"http://{address}/{STATION}/2021.txt.gz", timeout=20) as got:
                found = read_buoy(io.BytesIO(got.read()), "2021.gz")
            self.assertEqual(found.readings, 8760)
            with urllib.request.urlopen(f"http://{address}/{STATION}/2021.txt", timeout=20) as got:
                plain = got.read()
            self.assertEqual(gzip.compress(plain)[:2], b"\x1f\x8b")
            self.assertEqual(read_buoy(io.BytesIO(plain), "2021").readings, 8760)
            for path in ("/nobody.txt", f"/{STATION}/3021.txt", "/"):
                with self.assertRaises(HTTPError) as caught:
                    urllib.request.urlopen(f"http://{address}{path}", timeout=20)
                self.assertEqual(caught.exception.code, 404)
                caught.exception.close()

    def test_two_seeds_serve_two_seas(self) -> None:
        said = []
        for seed in ("1", "2"):
            with SwellBuoy("--seed", seed) as address:
                path = f"http://{address}/{STATION}/2020.txt"
                got = urllib.request.urlopen(path, timeout=20)
                said.append(got.read())
                got.close()
        self.assertNotEqual(said[0], said[1])
