"""What a break gives, in sentences: how often, how good a day is, the habit of remembering, how unsure."""

from datetime import date
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import SizeRequest, Surfer, Water
from chord_core.documents.shore import Setting
from chord_core.documents.verbs.climate import ClimateResult, DayGives, MapShare
from chord_core.documents.verbs.river import RiverResult
from chord_core.fit.answer.size import size
from chord_core.water.days import BIG_SHARE, SMALL_SHARE
from chord_core.water.wave_climate import TOLD
from chord_core.water.words import (
    gives_say,
    habit_says,
    how_often,
    number_word,
    pool_says,
    river_says,
    share_below,
    unsure_says,
)

BODY = 1.75


def climate(usual: float = 1.0, spread: float = 0.4) -> ClimateResult:
    """A log-normal year: its quantiles, and nothing else that the sentences read."""
    from scipy.special import ndtri

    def at(share: float) -> float:
        return float(usual * np.exp(spread * ndtri(share)))

    return ClimateResult(
        small_m=at(SMALL_SHARE),
        usual_m=usual,
        big_m=at(BIG_SHARE),
        steepness="soft",
        chop_m=0.05,
        bins=(),
        map=MapShare(face_edges_m=(0, 1), slope_edges=(0.2, 1.2), share=((1.0,),), flat=0.0),
        quantiles=tuple(DayGives(share=float(s), face_m=at(float(s))) for s in TOLD),
        months=(),
        years=5,
        missing=0.02,
        known_hours=20_000,
        from_day=date(2020, 1, 1),
        to_day=date(2024, 12, 31),
    )


class Often(TestCase):
    def test_words_for_shares_of_days(self) -> None:
        for share, says in (
            (0.95, "on nearly every day"),
            (0.8, "on three days in four"),
            (0.65, "on two days in three"),
            (0.5, "on about every other day"),
            (0.25, "on one day in four"),
            (0.1, "on one day in ten"),
            (0.04, "on one day in 25"),
            (0.005, "hardly ever"),
        ):
            self.assertEqual(how_often(share), says)

    def test_numbers_up_to_twelve_are_words(self) -> None:
        self.assertEqual([number_word(n) for n in (0, 1, 12, 13)], ["no", "one", "twelve", "13"])

    @given(st.floats(0.1, 3), st.floats(0.1, 3))
    def test_a_bigger_face_is_reached_more_seldom(self, one: float, two: float) -> None:
        low, high = sorted((one, two))
        self.assertGreaterEqual(share_below(climate(), high), share_below(climate(), low))
        self.assertTrue(0 <= share_below(climate(), low) <= 1)

    def test_share_below_the_usual_day_is_a_half(self) -> None:
        self.assertAlmostEqual(share_below(climate(), 1.0), 0.5, delta=0.001)


class Sentences(TestCase):
    def test_chest_and_the_big_day(self) -> None:
        """Chest is said from halfway to belly on: the root of .63 x .72, times 1.75, is 1.18 m, 34 % of the
        days of such a year; 2.2 m is beaten on nine."""
        says = gives_say(climate(), Water(big_m=2.2), BODY)
        self.assertEqual(says[0], "Chest or more on one day in three.")
        self.assertEqual(says[1], "The big day as remembered, overhead, is one of the best nine of the year.")

    def test_a_ticket_says_of_the_same_days_what_the_break_says(self) -> None:
        """From the spread through three days, or between quantiles of the same log-normal year."""
        for usual in (0.5, 0.8, 1.0, 1.3, 2.0):
            year = climate(usual)
            water = Water(small_m=year.small_m, usual_m=usual, big_m=year.big_m)
            surfer = Surfer(mass_kg=75, height_m=BODY, rung="linking")
            said = size(SizeRequest(surfer=surfer, water=water)).days_say
            self.assertEqual(gives_say(year, Water(), BODY)[0], f"{said}.", usual)

    def test_a_pool_has_sessions(self) -> None:
        """Half of them 1.5 m, half .6 m: chest (1.18 m) in every other."""
        bins = (
            {"face_m": 0.6, "steepness": 0.5, "weight": 1},
            {"face_m": 1.5, "steepness": 0.8, "weight": 1},
        )
        request = SizeRequest(
            surfer=Surfer(mass_kg=75, height_m=BODY, rung="linking"), water=Water(kind="pool", bins=bins)
        )
        found = size(request)
        self.assertEqual(found.days_say, "Chest or more in about every other session")
        bars = {day.word: day.share for day in found.days if day.share}
        self.assertEqual(bars, {"thigh": 0.5, "head": 0.5}, "two settings are two bars")

    def test_on_a_river_no_days_are_counted(self) -> None:
        request = SizeRequest(surfer=Surfer(mass_kg=75, rung="linking"), water=Water(kind="river"))
        self.assertEqual(size(request).days_say, "")

    def test_a_day_bigger_than_any_and_a_common_one(self) -> None:
        self.assertIn("bigger than any day", gives_say(climate(), Water(big_m=9.0), BODY)[1])
        self.assertIn("is reached on one day in three", gives_say(climate(), Water(big_m=1.2), BODY)[1])
        self.assertIn("one of the smaller days", gives_say(climate(), Water(big_m=0.7), BODY)[1])

    def test_the_usual_day_speaks_where_no_big_one_is_said(self) -> None:
        says = gives_say(climate(), Water(usual_m=1.6), BODY)
        self.assertTrue(says[1].startswith("The day remembered as usual, head,"))
        self.assertEqual(len(gives_say(climate(), Water(), BODY)), 1)

    def test_the_habit_of_remembering(self) -> None:
        real = climate()
        for factor, says in (
            (1.05, ""),
            (1.13, "Remembered too high by about a tenth."),
            (1.22, "Remembered too high by about a fifth."),
            (1.35, "Remembered too high by about a third."),
            (1.8, "Remembered too high by about half or more."),
            (0.8, "Remembered too low by about a fifth."),
        ):
            said = Water(small_m=real.small_m * factor, usual_m=factor, big_m=real.big_m * factor)
            self.assertEqual(habit_says(said, real), says, factor)

    def test_rivers(self) -> None:
        result = RiverResult(
            ridden_share=0.617, days=(), months=(None,) * 12, last_m3_s=17.07, last_works=False, flow_m_s=2.8,
            face_m=0.7, slope=0.3, aeration=0.05, depth_m=0.6, small_m=0.6, big_m=0.8,
        )  # fmt: skip
        self.assertEqual(
            river_says(result),
            ("Works 62 % of the time.", "At the last reading, 17.07 m³/s, it does not work."),
        )

    def test_pools(self) -> None:
        rows = [
            Setting(name="first turns", face_m=0.8, steepness="soft", share=3),
            Setting(name="slab", face_m=1.75, steepness="steep", share=1),
        ]
        first, span = pool_says(rows, BODY)
        self.assertEqual(first, "Mostly “first turns”, thigh high and soft, 75 % of the sessions.")
        self.assertEqual(span, "Two settings, from thigh to head.")
        self.assertEqual(pool_says(rows[:1], BODY)[1], "One setting, always thigh.")

    def test_how_unsure_what_is_remembered_is(self) -> None:
        says = unsure_says(Water(usual_m=1.0, steepness="soft"), BODY)
        self.assertEqual(
            says, "Remembered only: people are off by a fifth, so the usual day lies between thigh and chest."
        )
        self.assertIn("How steep is assumed", unsure_says(Water(usual_m=1.0), BODY))
        self.assertIn("waist high is assumed", unsure_says(Water(), BODY))
        self.assertIn("settings are not noted", unsure_says(Water(kind="pool"), BODY))
