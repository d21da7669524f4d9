"""The words that the screens offer, and prices out of the door."""

from accounts.tests.case import BOARD, ApiCase
from chord_core.tables import rungs, tables


class Words(ApiCase):
    def test_what_can_be_seen_speaks_for_a_rung_each(self) -> None:
        words = self.good("get", "/api/words/")
        self.assertEqual(len(words["skills"]), 14)
        self.assertEqual({skill["rung"] for skill in words["skills"]}, set(rungs()))
        self.assertEqual([rung["name"] for rung in words["rungs"]], list(rungs()))

    def test_every_complaint_has_something_to_ask_back_and_every_like_a_measure(self) -> None:
        words = self.good("get", "/api/words/")
        self.assertEqual(set(words["asks"]), set(words["complaints"]))
        self.assertTrue(all(asked.endswith("?") for asked in words["asks"].values()))
        self.assertEqual(set(words["likes"]), set(tables().complaints.likes))

    def test_slopes_rise_with_the_words_for_them(self) -> None:
        words = self.good("get", "/api/words/")
        slopes = [words["slopes"][name] for name in words["steepness"]]
        self.assertEqual(slopes, sorted(slopes))
        self.assertTrue(1.5 <= words["face_over_back"] <= 2, "by habit (trade)")

    def test_heights_are_shares_of_the_body_from_the_ankle_up(self) -> None:
        heights = self.good("get", "/api/words/")["heights"]
        shares = [row["share"] for row in heights]
        self.assertEqual((heights[0]["word"], shares), ("ankle", sorted(shares)))


class Prices(ApiCase):
    def test_out_of_the_door_is_the_price_with_all_that_goes_with_it(self) -> None:
        prices = tables().gear.prices
        for more, extra in (
            ({"fins_included": False}, prices.fins + prices.leash + prices.pad),
            ({"fins_included": True}, prices.leash + prices.pad),
            # Who has a pad, or takes none, buys wax.
            ({"fins_included": True, "pad": True}, prices.leash + prices.wax),
        ):
            with self.subTest(**more):
                made = self.good("post", "/api/boards/", {"board": {**BOARD, "price": 600, **more}})
                self.assertEqual(made["out_of_the_door"], 600 + extra)
        plain = self.good("post", "/api/boards/", {"board": BOARD})
        self.assertIsNone(plain["out_of_the_door"])
