"""Own numbers of the shop: found, tried on the season's tickets, kept with a reason, undone."""

import json
import tempfile
from pathlib import Path

from jobs.models import Job
from jobs.tests.worker import worker
from own_numbers.models import Revision
from selenium.webdriver.common.by import By
from selenium.webdriver.remote.webelement import WebElement

from accounts.models import Shop
from e2e.place_case import PlaceCase
from fittings.models import Fitting

BASE = "/expected_litres/numbers/base"
DENTS = "/gear/mends/price"


class OwnNumbers(PlaceCase):
    #: Values that are refused.
    expected_console = ("400 (Bad Request)", "409 (Conflict)")

    def numbers(self, words: str, place: str) -> WebElement:
        """The field of a number that is found by words."""
        self.sign_in()
        self.driver.get(f"{self.live_server_url}/shop/numbers")
        self.wait_text("[data-sum]", "numbers are your own")
        self.find("input[type=search]").send_keys(words)
        return self.row(place)

    def row(self, place: str) -> WebElement:
        return self.find(f"[data-number='{place}'] input")

    def own(self) -> dict[str, float]:
        return Shop.objects.get(demo=True).numbers or {}

    def keep(self, why: str) -> None:
        self.type_over(self.find(".tray .reason input"), why)
        self.press("keep it")

    def test_tried_on_the_tickets_kept_and_undone(self) -> None:
        self.type_over(self.numbers("expected base", BASE), "4.45")
        self.wait_text(".tray", "base: 4.3677 → 4.45")
        self.press("what does it do?")
        self.wait_text("[data-effect]", "0 of")
        self.check("a trial that waits")
        self.assertEqual(worker("--once").wait(timeout=120), 0)
        self.wait_text("[data-effect] .says", "the litres from +")
        tickets = Fitting.objects.filter(shop__demo=True).count()
        self.assertEqual(Job.objects.get().done, tickets)
        self.assertEqual(self.own(), {})
        # Other values: what is said was of those before.
        self.type_over(self.row(BASE), "4.46")
        self.wait_text("[data-effect]", "That was of other values")
        self.keep("no")
        # Too short a reason: the browser itself asks for more, and nothing is lost.
        self.assertEqual(self.find(".tray .reason input").get_attribute("value"), "no")
        self.keep("our people like more foam")
        self.wait_text("[data-sum]", "1 of")
        self.wait_text(f"[data-number='{BASE}']", "our people like more foam")
        self.assertEqual(self.own(), {BASE: 4.46})
        self.check("own numbers")
        self.press("undo")
        self.find("[data-revision] form input").send_keys("it was too much")
        self.press("set it back")
        self.wait_text("[data-sum]", "0 of")
        self.wait(lambda: self.own() == {}, "set back")
        self.wait_text("section.face", "undone since")
        self.assertEqual(Revision.objects.count(), 2)

    def test_values_that_cannot_be_are_said_while_they_are_typed(self) -> None:
        field = self.numbers("mends price", DENTS)
        for text, says in (
            ("500", "from 17.5 to 70"),
            ("many", "a number, please"),
            ("", "a number, please"),
        ):
            self.type_over(field, text or "\ue003")
            self.wait_text(".tray", says)
            self.assertFalse(self.find(".keep").is_enabled())
        self.type_over(field, "40")
        self.wait(lambda: self.find(".keep").is_enabled(), "it may be kept")
        self.find(".tray li").find_element(By.XPATH, ".//button[normalize-space(.)='drop']").click()
        self.wait(lambda: not self.all(".tray"), "nothing is changed")
        self.assertEqual(field.get_attribute("value"), "35")

    def test_from_a_file_they_are_tried_like_those_that_are_typed(self) -> None:
        self.numbers("mends price", DENTS)
        rows = [{"place": DENTS, "value": 40}, {"place": "/gone/number", "value": 1}]
        with tempfile.TemporaryDirectory() as folder:
            good = json.dumps({"format": "chord-numbers/1", "numbers": rows})
            for name, text in (("none.json", "numbers"), ("own.json", good)):
                file = Path(folder) / name
                file.write_text(text)
                self.driver.find_element(By.CSS_SELECTOR, "input[type=file]").send_keys(str(file))
                self.wait_text("[data-read]", "no JSON document" if name == "none.json" else "1 differ")
        self.wait_text("[data-read]", "/gone/number")
        self.wait_text(".tray", "35 → 40")
        self.check("numbers from a file")
        self.keep("as in our other shop")
        self.wait(lambda: self.own() == {DENTS: 40}, "kept")
        self.wait(lambda: self.all("a[href='/api/shop/numbers.json']"), "out as a file")
        # Surfers of the demo shop have sessions: what those teach is by the numbers that are kept.
        self.wait_text("[data-learning]", "0 of")
        self.assertEqual(worker("--once").wait(timeout=120), 0)
        self.wait(lambda: not self.all("[data-learning]"), "learned anew")
        self.assertEqual(Job.objects.get(kind="learn anew").state, "done")

    def test_somebody_else_sets_numbers_meanwhile(self) -> None:
        field = self.numbers("mends price", DENTS)
        Shop.objects.filter(demo=True).update(numbers={BASE: 4.4})
        self.type_over(field, "40")
        self.keep("mends became dearer")
        self.wait_text("section.face [role=alert]", "Somebody set other numbers meanwhile")
        self.wait_text("[data-sum]", "1 of")
        # What was typed is still there, and is kept now.
        self.assertEqual(self.row(DENTS).get_attribute("value"), "40")
        self.press("keep it")
        self.wait(lambda: self.own() == {BASE: 4.4, DENTS: 40}, "both stand")

    def test_a_ticket_says_what_the_numbers_before_answered(self) -> None:
        self.type_over(self.numbers("expected base", BASE), "4.45")
        self.keep("our people like more foam")
        self.wait_text("[data-sum]", "1 of")
        self.open_demo()
        self.wait_text("[data-then]", "by the numbers that ship:")
        self.assertIn("base", self.find("[data-then]").get_attribute("title"))
