"""The thinnest whole path: a line of dims on the screen, litres and a ranked rack, kept."""

from selenium.webdriver.common.keys import Keys

from e2e.browser_case import BrowserCase
from fittings.models import Fitting


class FirstPath(BrowserCase):
    """From the door to a board on the bench."""

    def test_a_line_typed_becomes_litres_and_a_place_in_the_rack(self) -> None:
        self.open_demo()
        self.assertEqual(self.rack_count(), 64)
        box = self.find(".reader input")
        box.send_keys("6'2 x 21 x 2 5/8, 38.5 L", Keys.ENTER)
        self.wait_text(".bench svg", "6'2 x 21 x 2 5/8, 38.5 L")
        self.wait_text("[data-litres]", "38.5 L")
        self.wait_text(".verdict", "an hour")
        self.wait_text(".place .rides", "rides/h")
        self.saved()
        kept = Fitting.objects.get(facts__name="Ines Varga")
        self.assertAlmostEqual(kept.typed_board["length_m"], 1.8796)
        self.driver.refresh()
        self.wait_text(".bench svg", "6'2 x 21 x 2 5/8, 38.5 L")

    def test_nothing_leaves_the_machine(self) -> None:
        self.open_demo()
        away = [url for url in self.requests() if not url.startswith((self.live_server_url, "data:"))]
        self.assertEqual(away, [])
