"""What was seen at a break corrects how its shore was guessed."""

import math
from datetime import date
from unittest import TestCase

import numpy as np

from chord_core.documents.shore import Shore
from chord_core.documents.verbs.calibrate import Seen
from chord_core.errors import ChordError
from chord_core.water.bins import class_at
from chord_core.water.calibrate import calibrated
from chord_core.water.hours import hours_at
from chord_core.water.seas import Seas, seas_of
from tests.buoys import hour_of, still, year_hours
from tests.test_climate import SHORE, made_year, true_face


def sightings(seas: Seas, truth: Shore, count: int, seed: int, off: float = 0.0) -> list[Seen]:
    """What somebody notes who sees what truly is, with eyes that err by ``off`` in the logarithm."""
    random = np.random.default_rng(seed)
    hours = hours_at(seas, truth)
    made = []
    for row in random.choice(np.flatnonzero(hours.face_m > 0.3), count, replace=False):
        face = float(hours.face_m[row]) * math.exp(off * random.normal())
        made.append(
            Seen(
                day=date.fromordinal(719163 + int(hours.day[row])),
                hour=int(hours.local_h[row]),
                face_m=round(min(max(face, 0.1), 12), 3),
                steepness=class_at(float(hours.slope[row])),
            )
        )
    return made


class Calibrating(TestCase):
    TRUTH = SHORE.model_copy(update={"exposure": 0.55, "bottom_slope": 0.08})

    def test_many_sightings_find_the_truth(self) -> None:
        seas = made_year(9)
        found = calibrated(seas, SHORE, sightings(seas, self.TRUTH, 60, 1, 0.15))
        self.assertAlmostEqual(found.exposure / 0.55, 1, delta=0.06)
        self.assertAlmostEqual(found.bottom_slope / 0.08, 1, delta=0.15)
        self.assertLess(found.off_after, 0.7 * found.off_before)
        self.assertEqual((found.used, found.unused), (60, 0))

    def test_one_sighting_moves_little_and_more_move_more(self) -> None:
        seas = made_year(9)
        moved = [
            abs(calibrated(seas, SHORE, sightings(seas, self.TRUTH, n, 2)).exposure - 0.7) for n in (1, 4, 20)
        ]
        self.assertLess(moved[0], 0.6 * 0.15)
        self.assertTrue(moved[0] < moved[1] < moved[2])
        sure = [calibrated(seas, SHORE, sightings(seas, self.TRUTH, n, 2)).exposure_sd for n in (1, 4, 20)]
        self.assertTrue(sure[0] > sure[1] > sure[2])

    def test_one_wild_sighting_among_many_does_not_pull(self) -> None:
        seas = made_year(9)
        seen = sightings(seas, self.TRUTH, 20, 3)
        plain = calibrated(seas, SHORE, seen).exposure
        wild = [*seen[:-1], seen[-1].model_copy(update={"face_m": 11.0})]
        self.assertAlmostEqual(calibrated(seas, SHORE, wild).exposure / plain, 1, delta=0.06)

    def test_sightings_when_the_buoy_was_away_are_counted_apart(self) -> None:
        seas = made_year(9)
        seen = [*sightings(seas, self.TRUTH, 3, 4), Seen(day=date(1999, 5, 1), hour=9, face_m=1.0)]
        found = calibrated(seas, SHORE, seen)
        self.assertEqual((found.used, found.unused, len(found.before)), (3, 1, 3))
        with self.assertRaisesRegex(ChordError, "no hour with waves"):
            calibrated(seas, SHORE, seen[-1:])

    def test_sightings_of_height_alone_leave_the_bottom_where_it_was_guessed(self) -> None:
        seas = made_year(9)
        seen = [row.model_copy(update={"steepness": None}) for row in sightings(seas, self.TRUTH, 30, 5)]
        self.assertAlmostEqual(calibrated(seas, SHORE, seen).bottom_slope, SHORE.bottom_slope, delta=1e-6)

    def test_clocks(self) -> None:
        """What was seen at nine by the clock of the coast is the buoy's hour nine less the offset."""
        seas = still(year_hours(2021, 72))
        columns = seas.columns()
        columns[0, 30] = 4.0
        east = SHORE.model_copy(update={"utc_offset_h": 3.0})
        at = Seen(day=date(2021, 1, 2), hour=9, face_m=2.0)
        found = calibrated(seas_of(seas.hour, columns), east, [at])
        self.assertAlmostEqual(found.before[0].face_m, true_face(4.0, 10.0, 0, SHORE), places=6)
        self.assertEqual(hour_of(2021, 1, 2, 6), int(seas.hour[30]))
