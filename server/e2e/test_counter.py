"""What happens at a counter: ordinary screens, half typed words, the next customer, sessions that end,
tickets and boards that go and come back."""

import json
import re

from django.contrib.sessions.models import Session
from django.utils import timezone
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from e2e.test_access import AXE
from e2e.test_reach import _OVERLAP
from e2e.test_ticket import Card
from fittings.models import Fitting
from rack.models import Board
from tooling.browser import close_browser, open_browser

#: Screens that people have: laptops with the browser's own bars taken off, a tablet on its side.
LAPTOPS = ((1366, 657), (1366, 720), (1440, 789), (1536, 730), (1920, 947), (1280, 800), (1024, 768))
#: Held upright.
UPRIGHT = ((820, 1180), (390, 844))
#: Heights of the letters of the litre ruler.
_LETTERS = """
return [...document.querySelectorAll('.ruler text')].map((t) => t.getBoundingClientRect().height)
"""
#: Height of the bench, size of the drawn board, and whether the page scrolls.
_BENCH = """
const box = (name) => document.querySelector(name).getBoundingClientRect()
const board = box('.bench .board')
const list = document.querySelector('.boards')
const low = [...document.querySelectorAll('.hung .words > *')].filter((e) => {
  const b = e.getBoundingClientRect()
  return b.height && b.bottom > list.getBoundingClientRect().top + list.clientHeight + 1
})
return {
  bench: box('.bench').height, wide: board.width, high: board.height,
  below: box('.rack').bottom - innerHeight, cut: low.map((e) => e.textContent),
}
"""


class Screens(Card):
    def size(self, width: int, height: int) -> None:
        metrics = {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": False}
        self.driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", metrics)
        self.wait(lambda: self.driver.execute_script("return innerWidth") == width, "the new size")

    def test_the_board_is_seen_on_every_laptop(self) -> None:
        self.open_demo()
        self.settled()
        for width, height in LAPTOPS:
            self.size(width, height)
            with self.subTest(width=width, height=height):
                self.wait(
                    lambda: self.driver.execute_script(_BENCH)["high"] >= 80, "a board that is drawn large"
                )
                seen = self.driver.execute_script(_BENCH)
                self.assertGreaterEqual(seen["bench"], 199.5)
                self.assertGreater(seen["wide"], 300)
                self.assertLessEqual(seen["below"], 1, "the strip is on the screen")
                self.assertEqual(seen["cut"], [])
                self.assertEqual(self.driver.execute_script(_OVERLAP), [])

    def test_held_upright_the_answer_comes_first(self) -> None:
        self.open_demo()
        self.settled()
        tops = "return [...arguments].map((n) => document.querySelector(n).getBoundingClientRect().top)"
        for width, height in UPRIGHT:
            self.size(width, height)
            with self.subTest(width=width):
                verdict, ticket = self.driver.execute_script(tops, "[data-verdict]", ".ticket")
                self.assertLess(verdict, height / 3)
                self.assertLess(verdict, ticket)
                columns = "return getComputedStyle(document.querySelector('.cards')).gridTemplateColumns"
                self.assertEqual(len(self.driver.execute_script(columns).split()), 2)
                self.wait(lambda: min(self.driver.execute_script(_LETTERS)) > 12, "the ruler at this width")
                sideways = "return document.scrollingElement.scrollWidth <= innerWidth + 1"
                self.assertTrue(self.driver.execute_script(sideways))

    def test_at_night_axe_finds_nothing(self) -> None:
        self.open_demo()
        self.settled()
        self.click("[title^=Units]")
        self.click("//label[contains(., 'dark screen')]")
        dark = "return document.documentElement.dataset.theme"
        self.wait(lambda: self.driver.execute_script(dark) == "night", "night")
        self.keys(Keys.ESCAPE)
        self.wait(lambda: not [e for e in self.all(".sheet") if e.is_displayed()], "closed")
        self.driver.execute_script(AXE.read_text(encoding="utf-8"))
        run = "const done = arguments[0]; axe.run().then(r => done(r.violations.map(v => v.id)))"
        self.assertEqual(self.driver.execute_async_script(run), [])
        self.driver.refresh()
        self.find("[data-verdict]")
        self.assertEqual(self.driver.execute_script(dark), "night")


class ScrollBars(Card):
    """With scroll bars that take room, which the shared browser hides."""

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.driver = open_browser(bars=True)
        cls.addClassCleanup(close_browser, cls.driver)

    def test_no_line_of_the_strip_lies_under_its_bar(self) -> None:
        self.open_demo()
        self.settled()
        bar = "const l = document.querySelector('.boards'); return l.offsetHeight - l.clientHeight"
        for width, height in ((1280, 800), (1366, 657)):
            metrics = {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": False}
            self.driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", metrics)
            self.wait(lambda w=width: self.driver.execute_script("return innerWidth") == w, "the new size")
            with self.subTest(width=width):
                self.assertGreater(self.driver.execute_script(bar), 5, "a bar that takes room")
                seen = self.driver.execute_script(_BENCH)
                self.assertEqual(seen["cut"], [])
                self.assertLessEqual(seen["below"], 1)


class Typing(Card):
    """Nothing is taken before it is whole."""

    def test_a_span_is_read_and_no_part_of_it_is_ever_saved(self) -> None:
        self.open_demo()
        self.card(4)
        before = self.water()
        box = self.field("Usual day: waist, 3 ft, 2-3 ft")
        box.send_keys(Keys.CONTROL, "a")
        for key in "2-3 ft":
            box.send_keys(key)
            self.assertEqual(self.water(), before)
        box.send_keys(Keys.ENTER)
        self.kept("water", small_m=0.61, usual_m=0.75, big_m=0.91)
        self.type_over(box, "knee to waist")
        self.wait(lambda: self.water()["big_m"] < 1.0 and self.water()["small_m"] < 0.6, "knee to waist")
        self.type_over(box, "half a metre")
        self.kept("water", usual_m=0.5)

    def test_a_bare_number_means_the_unit_that_stands_in_the_field(self) -> None:
        self.open_demo()
        self.card(4)
        box = self.field("Usual day: waist, 3 ft, 2-3 ft")
        self.type_over(box, "4", leave=False)
        self.wait_text("[data-card='4'] .v-text-field__suffix", "ft")
        box.send_keys(Keys.ENTER)
        self.kept("water", usual_m=1.22)

    def test_what_is_refused_leaves_what_was_kept(self) -> None:
        self.open_demo()
        self.card(1)
        mass = self.field("Mass")
        for typed, says in (("165lbs?", "no mass"), ("7", "14 kg to 200 kg"), ("9" * 402, "no mass")):
            with self.subTest(typed[:9]):
                self.type_over(mass, typed)
                self.wait_text("[data-card='1']", says if typed != "9" * 402 else "")
                self.assertEqual(mass.get_attribute("value"), typed)
                self.assertNotIn("mass_kg", self.text("[data-card='1']"))
        self.type_over(mass, "11 st 8")
        self.kept("facts", mass_kg=73.5)
        height = self.field("Height")
        self.type_over(height, "69")
        self.wait_text("[data-card='1']", "is allowed")
        self.assertNotIn("0.69", self.text("[data-card='1']"))
        self.assertEqual(self.facts()["height_m"], 1.7)

    def test_a_half_known_board_is_taken_and_what_is_assumed_is_said(self) -> None:
        self.open_demo()
        self.card(3)
        line = self.field("Dims on one line")
        self.type_over(line, "an eight-foot foam board", leave=False)
        line.send_keys(Keys.ENTER)
        self.wait(lambda: self.facts()["present_board"]["family"] == "long soft-top", "a soft-top")
        self.wait_text("[data-card='3']", "Assumed, as nobody said it: width, thickness.")
        self.click("[data-card='3'] > button")
        self.wait(lambda: self.all("[data-card='3'] .first.pencilled"), "dotted")
        self.card(3)
        line = self.field("Dims on one line")
        self.type_over(line, "about 40 litres", leave=False)
        line.send_keys(Keys.ENTER)
        self.wait(lambda: self.facts()["present_board"].get("stated_litres") == 40, "forty litres")


class NextCustomer(Card):
    def test_a_board_over_the_budget_says_so_in_the_strip(self) -> None:
        """Of Ines, who has 700: what she can pay leads, better boards behind it say what is wrong."""
        self.open_demo()
        lines = [each.text for each in self.all(".hung")[:4]]
        self.assertIn("all in", lines[0])
        self.assertTrue(any(re.search(r"\b\d+ over, \w+", line) for line in lines[1:]), lines)

    def test_nothing_of_the_last_one_stays(self) -> None:
        self.open_demo()
        self.settled()
        self.all("button.beside")[2].click()
        self.wait(lambda: self.all(".compare td"), "compared")
        self.press("filter")
        self.click("//label[contains(., 'open to this surfer only')]")
        self.keys(Keys.ESCAPE)
        self.wait_text(".filter", "open")
        self.open_ticket("Salome Firth")
        self.wait(lambda: not self.all(".compare"), "the flat face again")
        self.assertEqual(self.text(".filter"), "filter")
        self.assertEqual(self.all("button.beside[aria-pressed='true']"), [])
        self.settled()
        self.click("//*[@class='faces']/button[normalize-space(.)='beside']")
        self.wait(lambda: self.all(".compare td"), "compared with the present board")
        self.assertNotIn("Ines", self.text(".compare"))

    def test_hand_overs_are_of_this_breaks_waves_in_the_units_chosen(self) -> None:
        self.open_demo()
        self.settled()
        for board in self.all("button.beside")[1:3]:
            board.click()
        self.wait(lambda: len(self.all(".compare thead th")) == 4, "three boards")
        notes = self.text(".compare")
        for line in notes.split("\n"):
            if line.startswith("On ") and "faces" in line:
                self.assertRegex(line, "On (crumbly|soft|average|steep|hollow) faces")
                self.assertNotRegex(line, r"\d m\b")


class Sessions(Card):
    expected_console = ("401 (Unauthorized)", "404 (Not Found)", "400 (Bad Request)")

    def looks(self) -> int:
        """How often the page has looked whether somebody else changed the ticket."""
        asked = "return performance.getEntriesByType('resource').map((one) => one.name)"
        return sum("/since/" in name for name in self.driver.execute_script(asked))

    def test_what_is_typed_when_the_session_ends_is_saved_after_signing_in(self) -> None:
        self.open_demo()
        self.card(1)
        age = self.field("Age")
        self.type_over(age, "41", leave=False)
        # What is still being asked for would open the door before the word is taken, and so would a look
        # whether somebody else changed the ticket: after one the next is seconds away.
        self.settled()
        looked = self.looks()
        self.wait(lambda: self.looks() > looked, "a look at the ticket")
        Session.objects.all().delete()
        age.send_keys(Keys.TAB)
        self.find(".over-page .door")
        self.wait_text(".saving", "not signed in")
        self.assertEqual(self.facts()["age"], 34)
        self.press("Open the demo shop")
        self.wait(lambda: not self.all(".over-page"), "the page again")
        self.kept("facts", age=41)
        self.saved()

    def test_a_ticket_that_went_meanwhile_keeps_what_was_typed(self) -> None:
        self.open_demo()
        self.card(1)
        Fitting.objects.filter(facts__name="Ines Varga").update(thrown_at=timezone.now())
        self.type_over(self.field("Age"), "42")
        self.wait_text(".saving", "thrown away elsewhere")
        self.press("make a new ticket of it")
        self.wait(lambda: Fitting.objects.filter(facts__name="Ines Varga", facts__age=42).exists(), "kept")


class Going(Card):
    #: What was still being asked of a ticket when it was thrown away.
    expected_console = ("404 (Not Found)",)

    def test_a_ticket_is_thrown_away_and_taken_back(self) -> None:
        self.open_demo()
        count = Fitting.objects.count()
        self.click("[title='all tickets by name']")
        self.click("[data-throw]")
        self.wait(lambda: Fitting.objects.count() == count - 1, "gone")
        self.wait(lambda: "Ines" not in self.text(".ticket h1"), "the next ticket")
        self.wait_text(".undo-bar", "Thrown away: Ines Varga")
        self.press("undo")
        self.wait_text(".ticket h1", "Ines Varga")
        self.assertEqual(Fitting.objects.count(), count)

    def test_people_are_listed_by_name_and_found(self) -> None:
        self.open_demo()
        self.click("[title='all tickets by name']")
        names = [e.text.split("\n")[0] for e in self.driver.find_elements(By.CSS_SELECTOR, ".sheet li b")]
        self.assertEqual(names, sorted(names))
        self.find(".sheet input[type=search]").send_keys("yun")
        self.wait(lambda: len(self.all(".sheet li button")) == 1, "found")
        self.click(".sheet li button")
        self.wait_text(".ticket h1", "Yun Asaro")

    def test_tickets_have_addresses_titles_and_a_way_back(self) -> None:
        self.open_demo()
        self.wait(lambda: "/ticket/" in self.driver.current_url, "an address")
        first = self.driver.current_url
        self.wait(lambda: self.driver.title == "Ines Varga – Chord", "a title")
        self.open_ticket("Dov Pellam")
        self.wait(lambda: self.driver.current_url != first, "another address")
        self.assertEqual(self.driver.title, "Dov Pellam – Chord")
        self.driver.back()
        self.wait_text(".ticket h1", "Ines Varga")
        self.driver.get(first)
        self.wait_text(".ticket h1", "Ines Varga")

    def test_a_board_is_sold_and_hung_again(self) -> None:
        self.open_demo()
        pk = Board.objects.filter(shop__demo=True).first().pk
        self.driver.get(f"{self.live_server_url}/rack/{pk}")
        self.press("sold")
        self.wait_text(".undo-bar", "sold")
        self.assertFalse(Board.objects.filter(pk=pk).exists())
        self.assertEqual(Board.every.get(pk=pk).left_as, "sold")
        self.press("undo")
        self.wait(lambda: Board.objects.filter(pk=pk).exists(), "hangs again")

    def test_the_api_is_described_in_the_application(self) -> None:
        self.open_demo()
        self.driver.get(f"{self.live_server_url}/addresses")
        self.wait(lambda: len(self.all("tbody tr")) > 40, "addresses")
        self.find("input[type=search]").send_keys("/api/fittings/{id}/windows")
        self.wait(lambda: len(self.all("tbody tr")) == 1, "found")
        self.press("SettledSize")
        self.assertIn("version", json.loads(self.text("aside pre"))["properties"])
