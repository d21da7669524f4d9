"""What the tests of the rack's screens stand on."""

from django.db.models import QuerySet
from selenium.webdriver.common.action_chains import ActionChains

from e2e.browser_case import BrowserCase
from e2e.test_access import AXE
from rack.models import Board


class RackCase(BrowserCase):
    def open_rack(self, path: str = "/rack") -> None:
        """Open a screen of the rack."""
        self.open_demo()
        self.driver.get(self.live_server_url + path)

    def wall(self) -> None:
        """Open the wall and wait until its boards are drawn."""
        self.open_rack()
        drawn = (
            "return [...document.querySelectorAll('.stand .board')].filter(p => p.getAttribute('d')).length"
        )
        self.wait(lambda: self.driver.execute_script(drawn) > 40, "the wall is drawn")

    def keys(self, *keys: str) -> None:
        """Press keys where the focus is."""
        ActionChains(self.driver).send_keys(*keys).perform()

    def own(self) -> QuerySet:
        """The boards of the demo shop."""
        return Board.objects.filter(shop__demo=True)

    def check(self, where: str) -> None:
        """axe-core finds nothing, and nothing hangs out of the page."""
        self.driver.execute_script(AXE.read_text(encoding="utf-8"))
        found = self.driver.execute_async_script(
            "const done = arguments[0]; axe.run(document, {resultTypes: ['violations']})"
            ".then(r => done(r.violations.map(v => v.id + ': ' + v.nodes[0].html.slice(0, 160))))"
        )
        self.assertEqual(found, [], where)
        sideways = "return document.scrollingElement.scrollWidth <= innerWidth + 1"
        self.assertTrue(self.driver.execute_script(sideways), where)
