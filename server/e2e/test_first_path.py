"""The thinnest whole path: a line of dims on the screen, litres and a ranked rack, kept."""

import json

from selenium.webdriver.common.keys import Keys

from e2e.browser_case import BrowserCase
from fittings.models import Fitting
from tooling.browser import close_browser, open_browser


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


class Alone(BrowserCase):
    """What the browser asks for, in a browser that logs it."""

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.driver = open_browser(traffic=True)
        cls.addClassCleanup(close_browser, cls.driver)

    def asked(self) -> list[str]:
        """Addresses that the browser has asked for since the last call."""
        entries = (json.loads(entry["message"])["message"] for entry in self.driver.get_log("performance"))
        return [e["params"]["request"]["url"] for e in entries if e["method"] == "Network.requestWillBeSent"]

    def test_nothing_leaves_the_machine(self) -> None:
        # The browser's own first page asks for its own parts.
        self.driver.get("about:blank")
        self.asked()
        self.door()
        self.press("Open the demo shop")
        self.find("[data-verdict]")
        for path, ready in (("/rack", ".stand"), ("/water", ".map"), ("/addresses", "h1")):
            self.driver.get(self.live_server_url + path)
            self.find(ready)
        asked = self.asked()
        self.assertGreater(len(asked), 40)
        here = (self.live_server_url, "data:")
        self.assertEqual([url for url in asked if not url.startswith(here)], [])
