"""Remembered days as a spread of faces, and words for heights."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from chord_core.water.days import called_from, days_by_word, days_of, height_words, word_for


class Days(TestCase):
    @given(st.floats(0.3, 1.5), st.floats(1.05, 3), st.floats(1.05, 3))
    def test_passes_through_the_three_remembered_days(self, small: float, up: float, further: float) -> None:
        """15, 50 and 90 % of days are smaller (``docs/model.md`` section 3)."""
        days = days_of(small, small * up, small * up * further)
        self.assertAlmostEqual(float(days.share_below(small)), 0.15, places=6)
        self.assertAlmostEqual(float(days.share_below(small * up)), 0.50, places=6)
        self.assertAlmostEqual(float(days.share_below(small * up * further)), 0.90, places=6)
        self.assertAlmostEqual(float(days.face_at(0.9)), small * up * further, places=6)

    def test_mean_of_a_plain_log_normal(self) -> None:
        """exp(mu + sigma squared / 2); 200 middle days lose a little of the long tail."""
        import math

        days = days_of(math.exp(-1.0364 * 0.3), 1.0, math.exp(1.2816 * 0.3))
        self.assertAlmostEqual(days.mean_m, math.exp(0.045), delta=0.003)

    @given(st.floats(0.4, 2.0), st.floats(1.2, 2.0))
    def test_bars_share_out_all_days(self, usual: float, height: float) -> None:
        rows = days_by_word(days_of(0.6 * usual, usual, 1.6 * usual).share_below, height)
        self.assertAlmostEqual(sum(share for *_, share in rows), 1.0, places=9)
        self.assertTrue(all(share >= 0 for *_, share in rows))

    @given(st.sampled_from([word for word, _ in height_words()]), st.floats(1.2, 2.0))
    def test_a_word_begins_where_it_is_said(self, word: str, height: float) -> None:
        """From there on it is that word or a higher one, just below a lower one."""
        order = [each for each, _ in height_words()]
        begins = called_from(word, height)
        self.assertEqual(word_for(begins * 1.0001 + 1e-9, height), word)
        if begins:
            self.assertEqual(order.index(word_for(begins * 0.9999, height)), order.index(word) - 1)

    def test_words_are_shares_of_body_height(self) -> None:
        self.assertEqual(word_for(1.0, 1.78), "waist")
        self.assertEqual(word_for(1.78, 1.78), "head")
        self.assertEqual(word_for(1.0, 1.0), "head")
        self.assertEqual(word_for(4.0, 1.78), "double overhead")
