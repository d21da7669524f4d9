"""A till that works a month at the shop, over the network, with answers that are lost."""

from django.test import LiveServerTestCase

from accounts import tokens
from accounts.people_documents import TokenIn
from accounts.tests.case import make_shop
from rack.models import Board
from standins.till import Refused, Till


class Month(LiveServerTestCase):
    """Its own list, its copy by changes, and what hangs in the shop are the same every evening."""

    takes_long = True

    def setUp(self) -> None:
        self.shop, user = make_shop("north")
        self.word = tokens.make(self.shop, user, TokenIn(name="till", role="counter"))

    def test_every_evening_the_lists_are_the_same(self) -> None:
        till = Till(self.live_server_url, self.word, seed=7)
        days = list(till.run(30))
        self.assertEqual([day.differ for day in days], [[]] * 30)
        came, sold = sum(day.came for day in days), sum(day.sold for day in days)
        self.assertGreater(min(came, sold, sum(day.priced for day in days)), 20)
        # Many were sent more than once, and none was done twice.
        self.assertGreater(sum(day.sent_again for day in days), 20)
        self.assertEqual(Board.every.of(self.shop).count(), came)
        self.assertEqual(Board.every.of(self.shop).filter(left_as="sold").count(), sold)

    def test_what_somebody_does_by_hand_is_told_too(self) -> None:
        till = Till(self.live_server_url, self.word, seed=3)
        days = list(till.run(4))
        self.assertEqual(days[-1].differ, [])
        number, (row, _) = next(iter(till.stock.items()))
        Board.objects.get(pk=row).delete()
        self.assertIn(f"{number} by changes", till.work(5).differ)

    def test_a_word_that_is_not_known(self) -> None:
        with self.assertRaises(Refused) as caught:
            list(Till(self.live_server_url, "chord_guessed").run(1))
        self.assertEqual(caught.exception.status, 401)
