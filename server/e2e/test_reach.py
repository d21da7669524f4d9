"""Within reach of everybody: no fault that axe-core finds, nothing cut, by touch and enlarged."""

from pathlib import Path

from django.conf import settings
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.keys import Keys

from e2e.browser_case import DEEP
from e2e.test_whole import WholeCase

AXE = (Path(settings.ROOT) / "web/node_modules/axe-core/axe.min.js").read_text(encoding="utf-8")
#: Looked at each time; the others in a deep run.
SURFERS = ("Marguerite Oake", "Salome Firth", "Ines Varga")
OTHERS = ("Tobi Hale", "Piet Ostrander", "Dov Pellam", "Anselm Thorne", "Lotte Kehr", "Yun Asaro")
#: Texts that do not fit into the box that shows them, and boxes of panels that need scrolling.
_CUT = """
const found = []
for (const e of document.querySelectorAll('.windows *, .hung .words > *, .verdict *, .ticket *, .top *')) {
  const style = getComputedStyle(e)
  const holds = [...e.childNodes].some((n) => n.nodeType === 3 && n.textContent.trim())
  if (!holds || style.visibility === 'hidden' || e.closest('.unseen, svg, option')) continue
  if (style.overflow !== 'visible' && e.scrollWidth > e.clientWidth + 1) found.push(e.textContent.trim())
}
for (const panel of document.querySelectorAll('.verdict .body, .cards'))
  if (panel.scrollHeight > panel.clientHeight + 1) found.push(`${panel.className} scrolls`)
const page = document.scrollingElement
if (page.scrollHeight > innerHeight + 1 || page.scrollWidth > innerWidth + 1) found.push('the page scrolls')
return found
"""
#: Panels that lie over each other.
_OVERLAP = """
const boxes = ['.ticket', '.ruler', '.bench', '.windows', '.verdict', '.rack'].map((name) => [
  name, document.querySelector(name).getBoundingClientRect()])
const found = []
for (const [i, [a, p]] of boxes.entries())
  for (const [b, q] of boxes.slice(i + 1))
    if (p.left < q.right - 1 && q.left < p.right - 1 && p.top < q.bottom - 1 && q.top < p.bottom - 1)
      found.push(`${a} and ${b}`)
return found
"""


class Reach(WholeCase):
    def tearDown(self) -> None:
        self.driver.execute_cdp_cmd("Emulation.clearDeviceMetricsOverride", {})
        super().tearDown()

    def size(self, width: int, height: int, touch: bool = False) -> None:
        metrics = {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": touch}
        self.driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", metrics)

    def faults(self) -> list[str]:
        self.driver.execute_script(AXE)
        run = """const done = arguments[0]
        axe.run({ resultTypes: ['violations'] }).then((r) => done(r.violations.map(
          (v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).slice(0, 4).join('; ')}`)))"""
        return list(self.driver.execute_async_script(run))

    def test_axe_finds_nothing_on_any_face(self) -> None:
        self.open_demo()
        self.settled()
        self.assertEqual(self.faults(), [], "flat")
        for face in ("waves", "numbers", "beside"):
            self.click(f"//*[@class='faces']/button[normalize-space(.)='{face}']")
            self.wait(lambda: self.all(".waves .cell, .numbers td, .compare td"), face)
            self.assertEqual(self.faults(), [], face)
        for digit in "12345":
            self.alt(digit)
            self.find(f"[data-card='{digit}'].open .editor")
            self.assertEqual(self.faults(), [], f"card {digit}")
        self.alt("5")
        for opens, shows in (("?", ".keys"), ("hand over", ".sheet"), ("filter", ".sheet")):
            self.press(opens) if len(opens) > 1 else self.keys(opens)
            self.find(shows)
            self.assertEqual(self.faults(), [], opens)
            self.keys(Keys.ESCAPE)
            self.wait(lambda s=shows: not [e for e in self.all(s) if e.is_displayed()], f"{opens} closed")
        self.alt("c")
        self.find(".customer")
        self.assertEqual(self.faults(), [], "the customer's side")

    def test_the_customers_side_begins_at_its_head_on_a_low_screen(self) -> None:
        """The way back has the focus, and stands last; what is to be read stands first."""
        self.size(1366, 657)
        self.open_demo()
        self.settled()
        self.alt("c")
        self.find(".customer h1")
        self.wait(lambda: self.all(".customer button:focus"), "the way back is one key away")
        top = self.driver.execute_script("return document.querySelector('.customer h1').offsetTop")
        seen = self.driver.execute_script(
            "return document.querySelector('.customer h1').getBoundingClientRect().top"
        )
        self.assertEqual(seen, top, "not scrolled")

    def test_nothing_is_cut_at_1280_by_800_for_any_demo_surfer_in_either_unit(self) -> None:
        self.size(1280, 800)
        self.open_demo()
        for units in ("ft-in", "cm"):
            for name in SURFERS + OTHERS if DEEP else SURFERS:
                self.open_ticket(name)
                self.settled()
                with self.subTest(name=name, units=units):
                    self.assertEqual(self.driver.execute_script(_CUT), [])
                    self.assertEqual(self.driver.execute_script(_OVERLAP), [])
            self.click("[title^=Units]")
            self.click("//label[contains(., 'metric')]")
            self.wait_text("[title^=Units]", "cm")
            self.keys(Keys.ESCAPE)

    def test_a_tablet_and_a_screen_at_200_percent_show_it_all(self) -> None:
        self.open_demo()
        for width, height in ((1024, 768), (640, 400)):
            with self.subTest(width=width):
                self.size(width, height, touch=True)
                self.settled()
                self.assertEqual(self.driver.execute_script(_OVERLAP), [])
                sideways = "return document.scrollingElement.scrollWidth <= innerWidth + 1"
                self.assertTrue(self.driver.execute_script(sideways))
        self.size(1024, 768, touch=True)
        second = self.all(".hung")[1]
        name = second.text.split("\n")[0]
        ActionChains(self.driver).click(second).perform()
        self.wait_text(".bench svg", name)
