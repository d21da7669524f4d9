"""A large rack to measure with."""

from pathlib import Path

from django.conf import settings

from accounts.models import Shop
from accounts.tests.case import ApiCase
from demo.commands import fill_rack, load_demo
from rack.models import Board

DEMO = Path(settings.ROOT) / "demo"


class LargeRack(ApiCase):
    def test_the_demo_rack_is_filled_up_once(self) -> None:
        load_demo(DEMO)
        shop = Shop.objects.get(demo=True)
        self.assertIn("150", fill_rack(DEMO, 150))
        self.assertEqual(Board.objects.of(shop).count(), 150)
        fill_rack(DEMO, 150)
        self.assertEqual(Board.objects.of(shop).count(), 150)
        self.assertEqual(Board.objects.of(self.shop).count(), 3, "nobody else's rack")
        for row in Board.objects.of(shop):
            self.assertTrue(row.document().family)
