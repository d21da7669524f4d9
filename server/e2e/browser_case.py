"""What every screen test stands on: a live server, the demo shop, one browser a class."""

import json
from collections.abc import Callable
from pathlib import Path
from typing import Any

from django.conf import settings
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from selenium.common.exceptions import StaleElementReferenceException
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webelement import WebElement
from selenium.webdriver.support.ui import WebDriverWait

from demo.services import load_demo
from house.browser import close_browser, open_browser

ROOT = Path(settings.ROOT)
PATIENCE_S = 15


class BrowserCase(StaticLiveServerTestCase):
    """A test that drives the real screens. Waits on conditions; the console must stay clean."""

    host = "127.0.0.1"
    #: Console lines that a test expects, by a part of their text (a refused request is logged).
    expected_console: tuple[str, ...] = ()

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.driver = open_browser()
        cls.addClassCleanup(close_browser, cls.driver)

    def setUp(self) -> None:
        load_demo(ROOT / "demo")
        self.driver.delete_all_cookies()
        self.driver.get(self.live_server_url)
        self.driver.execute_script("localStorage.clear()")
        self.driver.get_log("browser")
        self.driver.get_log("performance")

    def tearDown(self) -> None:
        lines = [entry["message"] for entry in self.driver.get_log("browser")]
        bad = [line for line in lines if not any(part in line for part in self.expected_console)]
        # What is still being asked would meet an emptied database.
        self.driver.get("about:blank")
        self.assertEqual(bad, [], "the console is not clean")

    def _callTestMethod(self, method: Callable[[], Any]) -> None:
        """Run a test; keep a picture of the screen on which it failed in build/faults/."""
        try:
            method()
        except Exception:
            folder = ROOT / "build" / "faults"
            folder.mkdir(parents=True, exist_ok=True)
            self.driver.save_screenshot(str(folder / f"{self.id()}.png"))
            raise

    def wait(self, condition: Callable[[], Any], says: str) -> Any:
        """Wait until ``condition`` gives something true; fails with ``says``."""
        # The page may redraw an element between finding and asking it: ask again.
        stale = [StaleElementReferenceException]
        waiting = WebDriverWait(self.driver, PATIENCE_S, poll_frequency=0.05, ignored_exceptions=stale)
        return waiting.until(lambda _: condition(), f"waited in vain: {says}")

    def find(self, selector: str) -> WebElement:
        """The first element of a selector (CSS, or XPath from //), once it is there and shown."""
        by = By.XPATH if selector.startswith("//") else By.CSS_SELECTOR

        def shown() -> WebElement | None:
            found = self.driver.find_elements(by, selector)
            return next((element for element in found if element.is_displayed()), None)

        return self.wait(shown, selector)

    def all(self, selector: str) -> list[WebElement]:
        """All elements of a selector that are there now."""
        return self.driver.find_elements(By.CSS_SELECTOR, selector)

    def text(self, selector: str) -> str:
        """The text of the first element of a selector; read in one go, so it cannot go stale."""
        script = "const e = document.querySelector(arguments[0]); return e?.innerText ?? e?.textContent ?? ''"
        return str(self.driver.execute_script(script, selector))

    def wait_text(self, selector: str, part: str) -> None:
        """Wait until an element's text has ``part`` in it."""
        self.wait(lambda: part in self.text(selector), f"“{part}” in {selector}")

    def press(self, label: str) -> None:
        """Press the button with this text."""
        xpath = f"//button[contains(normalize-space(.), '{label}')]"
        self.wait(
            lambda: [b for b in self.driver.find_elements(By.XPATH, xpath) if b.is_displayed()],
            f"button {label}",
        )[0].click()

    def field(self, label: str) -> WebElement:
        """The input of the open card that carries this label."""
        script = """
            for (const label of document.querySelectorAll('.editor label')) {
              if (label.textContent.trim() === arguments[0] && label.htmlFor)
                return document.getElementById(label.htmlFor)
            }
            return null"""
        return self.wait(lambda: self.driver.execute_script(script, label), f"field {label}")

    def type_over(self, element: WebElement, text: str) -> None:
        """Replace what an input holds, as a person would."""
        element.send_keys(Keys.CONTROL, "a")
        element.send_keys(text)

    def open_demo(self) -> None:
        """Open the demo shop and wait for the first verdict."""
        self.press("Open the demo shop")
        self.find("[data-verdict]")
        self.wait(lambda: self.all(".hung"), "the rack")

    def rack_count(self) -> int:
        """How many boards the strip has, whether they are in sight or not."""
        return int(self.find(".boards").get_attribute("data-count"))

    def saved(self) -> None:
        """Wait until all that was typed is saved."""
        self.wait_text(".saving", "saved")

    def server_away(self, away: bool = True) -> None:
        """Take the network from the page, or give it back."""
        speed = 0 if away else -1
        how = {"offline": away, "latency": 0, "downloadThroughput": speed, "uploadThroughput": speed}
        self.driver.execute_cdp_cmd("Network.enable", {})
        self.driver.execute_cdp_cmd("Network.emulateNetworkConditions", how)

    def requests(self) -> list[str]:
        """Addresses that the page has asked for since the last call."""
        entries = (json.loads(entry["message"])["message"] for entry in self.driver.get_log("performance"))
        return [e["params"]["request"]["url"] for e in entries if e["method"] == "Network.requestWillBeSent"]
