"""The fitting, whole: four facts by hand, faces of the bench, pins, why, beside, filters, handing over."""

import json
from pathlib import Path
from tempfile import TemporaryDirectory

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from e2e.browser_case import BrowserCase
from fittings.commands import change_fitting
from fittings.documents import FittingPatch
from fittings.models import Fitting


class WholeCase(BrowserCase):
    def keys(self, *keys: str) -> None:
        ActionChains(self.driver).send_keys(*keys).perform()

    def alt(self, key: str) -> None:
        ActionChains(self.driver).key_down(Keys.ALT).send_keys(key).key_up(Keys.ALT).perform()

    def open_ticket(self, name: str) -> None:
        self.keys("/", name, Keys.ENTER)
        self.wait_text(".ticket h1", name)
        self.keys(Keys.ESCAPE)

    def settled(self) -> None:
        """Wait until windows and doubts stand."""
        self.find(".windows[data-fresh=true]")
        self.find("[data-doubts]")


class FourFacts(WholeCase):
    def test_a_first_answer_in_twelve_presses(self) -> None:
        """Mass, what they can do, the present board and a usual day, by keys; counted beyond the facts."""
        self.open_demo()
        presses = 0
        self.alt("n")
        self.wait_text(".ticket h1", "New ticket")
        self.keys(Keys.ESCAPE)
        presses += 2
        self.keys("82 kg", Keys.ENTER)
        self.wait_text("[data-card='1']", "82 kg")
        self.keys("7'6 x 21 1/2 x 2 7/8, 52 L")
        ActionChains(self.driver).key_down(Keys.ALT).send_keys(Keys.ENTER).key_up(Keys.ALT).perform()
        self.wait_text(".reader", "Rides it now")
        self.keys("chest", Keys.ENTER)
        self.wait_text("[data-card='4']", "chest")
        presses += 4
        self.alt("2")
        self.find("[data-card='2'].open input[type=radio]")
        presses += 1
        self.keys("4")
        self.wait_text(".verdict", "an hour")
        self.assertLessEqual(presses, 12)
        self.assertTrue(self.all(".bench > svg"), "a board lies on the bench")

    def test_what_was_seen_gives_the_rung_with_the_evidence(self) -> None:
        self.open_demo()
        self.alt("n")
        self.wait_text(".ticket h1", "New ticket")
        self.keys(Keys.ESCAPE, "70 kg", Keys.ENTER, Keys.ESCAPE)
        self.wait_text("[data-card='1']", "70 kg")
        self.alt("2")
        self.press("or ask one by one")
        self.assertEqual(len(self.all(".skill")), 14)
        self.find(".skill button").send_keys("y")
        for answer in "yyyyyyyn":
            self.keys(answer)
        self.wait_text("[data-evidence]", "8 of 9 things asked were seen")
        self.wait_text("[data-evidence]", "not yet")
        self.wait_text(".verdict", "an hour")
        self.saved()
        facts = Fitting.objects.order_by("pk").last().facts
        self.assertNotIn("rung", facts)
        self.assertEqual(len(facts["skills"]), 9)
        self.assertEqual(self.find(".rung .pencilled").text, "trims both ways, first turns")

    def test_the_next_question_stands_on_the_ticket(self) -> None:
        self.open_demo()
        self.open_ticket("Marguerite Oake")
        self.wait_text("[data-next]", "What should the board be for?")


class Faces(WholeCase):
    def test_each_face_is_a_key_away(self) -> None:
        self.open_demo()
        self.settled()
        self.alt("b")
        self.wait(lambda: len(self.all(".waves .cell")) > 400, "two maps of the waves")
        self.wait_text(".waves .says", "of the waves here become rides")
        self.assertEqual(len(self.all(".waves svg")), 2)
        self.alt("b")
        self.wait_text(".numbers", "swing weight")
        self.alt("b")
        self.wait_text(".gear", "out of the door")
        self.alt("b")
        self.wait_text(".compare", "rides an hour")
        self.alt("b")
        self.wait_text(".bench .foot text", "turn")

    def test_numbers_are_copied_as_line_csv_and_json(self) -> None:
        self.driver.execute_cdp_cmd(
            "Browser.grantPermissions",
            {
                "permissions": ["clipboardReadWrite", "clipboardSanitizedWrite"],
                "origin": self.live_server_url,
            },
        )
        self.open_demo()
        self.settled()
        self.press("numbers")
        found = {}
        for what in ("line", "CSV", "JSON"):
            self.press(what)
            self.wait_text(".copies", f"copied {'the line' if what == 'line' else what}")
            read = "const done = arguments[0]; navigator.clipboard.readText().then(done)"
            found[what] = self.driver.execute_async_script(read)
        board = json.loads(found["JSON"])
        self.assertIn(board["name"], found["line"])
        rows = [line.split(",") for line in found["CSV"].splitlines()]
        self.assertEqual(rows[0][:3], ["measure", "unit", board["name"]])
        litres = next(row for row in rows if row[0] == "litres")
        self.assertIn(f"{float(litres[2]):.1f} L", found["line"])

    def test_a_number_opens_its_why(self) -> None:
        self.open_demo()
        self.settled()
        self.click(".needs .value")
        self.wait_text(".why h3", "Turn radius")
        self.assertGreater(len(self.text(".why .says")), 40, "a sentence for the customer comes first")
        self.click(".why summary")
        self.wait(lambda: self.text(".why .formula"), "then the formula")
        self.assertGreater(len(self.all(".why dd")), 3)
        self.keys(Keys.ESCAPE)
        self.wait(lambda: not self.all(".why"), "closed")
        self.press("why")
        self.wait_text(".why h3", "Rides an hour")

    def test_boards_are_laid_beside_only_what_differs_is_said(self) -> None:
        self.open_demo()
        self.settled()
        marks = self.all(".beside")
        marks[1].click()
        self.wait(lambda: len(self.all(".compare thead th")) == 3, "two boards")
        marks[2].click()
        self.wait(lambda: len(self.all(".compare thead th")) == 4, "three boards")
        first = self.text(".compare tbody th")
        self.assertIn(first, ("rides an hour", "takes off", "keeps running", "tail holds to", "turns within"))
        for row in self.all(".compare tbody tr"):
            self.assertTrue(row.find_elements(By.CSS_SELECTOR, "td span"), "a line that says nothing")


class Guide(WholeCase):
    def test_it_is_opened_by_a_question_mark_and_says_what_the_screens_show(self) -> None:
        self.open_demo()
        self.keys(Keys.ESCAPE, "?")
        self.find(
            "//dialog//a[contains(., 'The guide')] | //*[@role='dialog']//a[contains(., 'The guide')]"
        ).click()
        self.wait_text("article h1", "Guide for advisors")
        self.assertTrue(self.driver.current_url.endswith("/guide"))
        self.assertIn("Guide", self.driver.title)
        seen = """return [...document.querySelectorAll('article img')].map(
            i => { i.loading = 'eager'; return i.complete && i.naturalWidth })"""
        self.wait(lambda: all(width == 1280 for width in self.driver.execute_script(seen)), "its pictures")
        for word in ("Fit 94", "How sure", "Not yet, not here", "as good"):
            self.assertIn(word, self.text("article"))
        self.driver.back()
        self.wait_text(".verdict", "an hour")


class Rack(WholeCase):
    def test_why_not_that_one(self) -> None:
        self.open_demo()
        self.settled()
        self.alt("r")
        self.keys(Keys.END)
        self.wait(
            lambda: self.driver.switch_to.active_element.get_attribute("data-index") == "63", "the last board"
        )
        self.keys("w")
        self.wait(lambda: self.text("[data-why-not] li"), "the factor that fails")
        self.assertRegex(self.text(".why-not h3"), r"Why not .+\?")
        self.keys(Keys.ENTER)
        self.wait_text("[data-verdict]", "Not yet, not here.")

    def test_filters_leave_only_what_is_asked_for(self) -> None:
        self.open_demo()
        self.click(".filter")
        self.click("//label[contains(., 'open to this surfer only')]")
        self.wait(lambda: 0 < self.rack_count() < 64, "fewer boards")
        shown = self.rack_count()
        self.press("within 700")
        self.wait(lambda: 0 < self.rack_count() < shown, "fewer still")
        for board in self.all(".hung .price"):
            self.assertLessEqual(int(board.text.split()[0]), 700)
        self.wait_text(".filter", "up to 700")
        self.press("show all")
        self.wait(lambda: self.rack_count() == 64, "all of them")

    def test_a_pin_makes_the_rest_solve_again(self) -> None:
        self.open_demo()
        self.settled()
        litres = self.text(".window[aria-label='Litres'] .need")
        self.click(".window[aria-label='Length'] button.label")
        field = self.field("Pin at")
        field.send_keys("7'2", Keys.ENTER)
        self.wait_text("[data-pays]", "length pinned")
        self.wait_text(".window[aria-label='Length'] .need", "pinned at 7'2")
        self.assertTrue(litres)
        self.saved()
        kept = Fitting.objects.get(facts__name="Ines Varga").pinned
        self.assertAlmostEqual(kept["length_m"], 86 * 0.0254, places=4)
        self.keys(Keys.ESCAPE)
        self.press("take the pins out")
        self.wait(lambda: not self.all("[data-pays]"), "no pin")
        self.saved()
        self.assertIsNone(Fitting.objects.get(facts__name="Ines Varga").pinned)


class HandedOver(WholeCase):
    def test_the_customers_side_hides_what_is_ours(self) -> None:
        self.open_demo()
        self.settled()
        self.alt("c")
        text = self.find(".customer").text
        self.assertIn("Ines,", text)
        self.assertIn("local rules", text)
        for ours in ("68", "34 years", "1005", "700", "budget", "Varga", "good fitness"):
            self.assertNotIn(ours, text)
        self.keys(Keys.ESCAPE)
        self.wait(lambda: not self.all(".customer"), "turned back")
        self.alt("c")
        self.find(".customer")
        self.alt(Keys.ARROW_RIGHT)
        self.wait_text(".ticket h1", "Tobi Hale")
        self.wait(lambda: not self.all(".customer"), "the next customer never sees the last")

    def test_the_page_and_the_document_are_there_and_a_document_opens(self) -> None:
        self.open_demo()
        self.settled()
        self.press("hand over")
        # What is not shown yet has no text.
        self.wait_text("[aria-label='Hand over']", "this fitting as a file")
        self.wait(lambda: all(a.text for a in self.all(".sheet a")), "the links are shown")
        links = {a.text.split(" Alt")[0]: a.get_attribute("href") for a in self.all(".sheet a")}
        fetched = {}
        for name, address in links.items():
            read = """const done = arguments[1]
            fetch(arguments[0]).then((r) => r.text().then((t) => done([r.headers.get('content-type'), t])))"""
            fetched[name] = self.driver.execute_async_script(read, address)
        kinds = sorted(kind for kind, _ in fetched.values())
        self.assertEqual(kinds, ["application/json", "application/pdf"])
        document = next(text for kind, text in fetched.values() if kind == "application/json")
        with TemporaryDirectory() as folder:
            file = Path(folder) / "fitting.json"
            file.write_text(document.replace("Ines Varga", "Ines Again"), encoding="utf-8")
            self.driver.find_element(By.CSS_SELECTOR, "input[type=file]").send_keys(str(file))
            self.wait_text(".ticket h1", "Ines Again")
            bad = Path(folder) / "no.json"
            bad.write_text("dims: 6'2", encoding="utf-8")
            self.press("hand over")
            self.driver.find_element(By.CSS_SELECTOR, "input[type=file]").send_keys(str(bad))
            self.wait_text(".sheet [role=alert]", "no.json is not a fitting")

    def test_fitted_again_a_surfer_has_a_history(self) -> None:
        self.open_demo()
        self.press("again")
        self.wait_text(".earlier", "Ropewalk")
        self.assertEqual(Fitting.objects.filter(facts__name="Ines Varga").count(), 2)
        self.assertEqual(self.text(".ticket h1"), "Ines Varga")


class TwoAtOne(WholeCase):
    expected_console = ("ERR_INTERNET_DISCONNECTED", "400 (Bad Request)")

    def test_the_second_sees_what_the_first_changed(self) -> None:
        self.open_demo()
        row = Fitting.objects.get(facts__name="Ines Varga")
        change_fitting(row.shop, row.pk, FittingPatch(version=row.version, facts={"age": 51}))
        self.wait_text("[data-card='1']", "51 years")
        self.wait_text(".saving", "somebody else changed this ticket")

    def test_half_a_minute_without_the_server_loses_nothing(self) -> None:
        """Chosen and typed while it is away: shown at once, kept in the browser, saved when it is back."""
        self.open_demo()
        self.click("[data-card='2'] > button")
        self.find("[data-card='2'].open .editor")
        self.server_away()
        self.click("//label[contains(., 'makes speed, links turns')]")
        self.wait_text(".saving", "the server is away")
        self.click("[data-card='1'] > button")
        self.type_over(self.field("Mass"), "72")
        self.click("[data-card='1'] > button")
        self.wait_text("[data-card='1']", "72 kg")
        self.wait_text("[data-card='2']", "makes speed, links turns")
        kept = "return Object.entries(localStorage).find(([key]) => key.startsWith('chord-unsaved-'))?.[1]"
        self.assertEqual(
            json.loads(self.driver.execute_script(kept))["facts"], {"rung": "linking", "mass_kg": 72}
        )
        self.server_away(False)
        self.saved()
        facts = Fitting.objects.get(facts__name="Ines Varga").facts
        self.assertEqual((facts["rung"], facts["mass_kg"]), ("linking", 72))
        self.assertIsNone(self.driver.execute_script(kept))

    def test_what_was_sent_with_a_bad_fact_is_saved_without_it(self) -> None:
        self.open_demo()
        self.click("[data-card='2'] > button")
        self.find("[data-card='2'].open .editor")
        self.server_away()
        self.click("//label[contains(., 'makes speed, links turns')]")
        self.click("[data-card='4'] > button")
        big = self.field("Big day: waist, 3 ft, 2-3 ft")
        before = Fitting.objects.get(facts__name="Ines Varga").water["big_m"]
        self.type_over(big, "1 ft")
        self.wait_text(".saving", "the server is away")
        self.server_away(False)
        self.wait_text("[data-card='4']", "is not above the usual day")
        self.wait(lambda: Fitting.objects.get(facts__name="Ines Varga").facts["rung"] == "linking", "saved")
        self.assertEqual(Fitting.objects.get(facts__name="Ines Varga").water["big_m"], before)
        self.assertIn("1 ft", str(big.get_attribute("value")))

    def test_what_a_closed_window_left_unsaved_is_saved_by_the_next(self) -> None:
        self.open_demo()
        row = Fitting.objects.get(facts__name="Ines Varga")
        left = json.dumps({"facts": {"age": 44}})
        put = "localStorage.setItem(arguments[0], arguments[1])"
        self.driver.execute_script(put, f"chord-unsaved-{row.pk}", left)
        self.driver.refresh()
        self.wait_text("[data-card='1']", "44 years")
        self.wait(lambda: Fitting.objects.get(pk=row.pk).facts["age"] == 44, "saved")
