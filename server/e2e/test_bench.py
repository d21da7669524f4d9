"""The bench, the windows, the verdict and the rack strip, as they are read at the counter."""

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webelement import WebElement

from demo.commands import fill_rack
from e2e.browser_case import ROOT, BrowserCase
from fittings.models import Fitting


class Bench(BrowserCase):
    def open_ticket(self, name: str) -> None:
        box = self.find(".reader input")
        box.send_keys(name, Keys.ENTER)
        self.wait_text(".ticket h1", name)
        box.send_keys(Keys.ESCAPE)

    def drawn(self) -> str:
        """How the board and the ghost lie: both paths, for either may be the one that moves."""
        script = "return [...document.querySelectorAll('.bench path')].map((p) => p.getAttribute('d')).join()"
        return str(self.driver.execute_script(script))

    def test_the_present_board_lies_on_it_aligned_by_tail_wide_point_or_nose(self) -> None:
        self.open_demo()
        seen = {self.drawn()}
        for way in ("wide point", "nose"):
            self.press(way)
            self.wait(lambda: self.drawn() not in seen, f"laid on at the {way}")
            seen.add(self.drawn())
        self.assertEqual(len(seen), 3)

    def test_a_straight_edge_reads_width_thickness_and_rocker(self) -> None:
        self.open_demo()
        self.find("[data-doubts]")
        ActionChains(self.driver).move_to_element(self.find(".bench > svg")).perform()
        self.wait_text(".bench .note", "from the tail")
        note = self.text(".bench .note")
        for word in ("wide", "thick", "rocker"):
            self.assertIn(word, note)
        self.assertTrue(any(shape in note for shape in ("bottom", "vee", "concave")), note)

    def test_the_straight_edge_is_slid_by_keys_and_the_cut_follows(self) -> None:
        self.open_demo()
        board = self.find(".bench > svg")
        board.send_keys(Keys.ARROW_RIGHT)
        self.wait_text(".bench .note", "0.0 ft from the tail")
        cuts = [self.find(".bench .note polygon").get_attribute("points")]
        board.send_keys(Keys.SHIFT, Keys.ARROW_RIGHT, Keys.ARROW_RIGHT)
        self.wait_text(".bench .note", "1.7 ft from the tail")
        cuts.append(self.find(".bench .note polygon").get_attribute("points"))
        self.assertNotEqual(*cuts)
        self.assertEqual(board.get_attribute("aria-valuenow"), "51")
        board.send_keys(Keys.ESCAPE)
        self.wait(lambda: not self.all(".bench .note"), "off the board")

    def test_windows_follow_the_kind_that_is_picked(self) -> None:
        self.open_demo()
        self.find(".windows[data-fresh=true]")
        before = self.text(".windows .lines")
        other = self.driver.find_elements(By.CSS_SELECTOR, ".kinds button[aria-pressed='false']")[0]
        name = other.text
        other.click()
        self.wait(lambda: self.text(".windows .lines") != before, "other windows")
        pressed = self.find(".kinds button[aria-pressed='true']")
        self.assertEqual(pressed.text, name)

    def test_windows_are_there_for_all_that_is_matched(self) -> None:
        self.open_demo()
        self.find(".windows[data-fresh=true]")
        names = [line.get_attribute("aria-label") for line in self.all(".windows .window")]
        dims, ends = (
            ["Length", "Width", "Thickness", "Litres"],
            ["Nose", "Tail", "Nose rocker", "Tail rocker"],
        )
        self.assertEqual(names, dims + ends)

    def test_the_verdict_says_how_sure_it_is(self) -> None:
        self.open_demo()
        self.wait_text("[data-doubts]", "tries")

    def test_a_board_that_is_not_yet_says_so_and_why(self) -> None:
        self.open_demo()
        self.open_ticket("Marguerite Oake")
        closed = self.closed_board()
        self.assertIn("not yet", closed.text)
        self.driver.execute_script("arguments[0].scrollIntoView()", closed)
        closed.click()
        self.wait_text("[data-verdict]", "Not yet, not here.")
        self.wait(lambda: self.all(".verdict ul[aria-label=Against] li"), "the gate's sentence")

    def closed_board(self) -> WebElement:
        """The first board behind a gate, walked to through the strip."""
        list_ = self.find(".boards")
        for step in range(0, 64 * 140, 900):
            self.driver.execute_script("arguments[0].scrollLeft = arguments[1]", list_, step)
            self.wait(lambda at=step: self.all(".hung"), "boards in sight")
            if self.all(".hung.closed"):
                return self.find(".hung.closed")
        raise AssertionError("no board is behind a gate")

    def test_the_caution_of_a_surfer_out_of_depth_stands_right_under_the_verdict(self) -> None:
        self.open_demo()
        self.open_ticket("Tobi Hale")
        self.wait_text(".verdict .not-yet", "Not yet, not here")
        self.assertIn("qualified adult", self.text(".cautions"))

    def test_litres_say_where_they_come_from_and_other_ways_stand_beside(self) -> None:
        self.open_demo()
        self.open_ticket("Dov Pellam")
        self.wait_text(".ruler .says", "On a mid-length somebody of 75 kg")
        self.assertIn("age +", self.text(".ruler .says"))
        self.find(".ruler .as-good")
        self.click(".verdict .mind summary")
        self.wait_text(".verdict .mind", "doctor")
        titles = [title.get_attribute("textContent") for title in self.all(".ruler svg g > title")]
        self.assertEqual(
            [title.split(":")[0] for title in titles], ["by ratio", "by step", "by shape", "by float"]
        )
        self.assertIn("L/kg", titles[0])
        self.assertIn("will not catch", titles[1])
        self.wait_text(".reasons", "costs a quarter of the rides")
        self.wait_text(".reasons", "what advisors accept")

    def test_one_band_of_litres_is_asked_for_that_of_the_kind_that_is_read(self) -> None:
        """The budget puts another kind on the bench than the one that is expected: ruler, windows and verdict
        speak of the kind on the bench; picked, ruler and windows of another."""

        def asked() -> tuple[str, ...]:
            says = self.wait(lambda: self.text("[role=group][aria-label=Litres]").split("\n")[1:], "litres")
            low, high = says[0].split(" to ")
            return f"{float(low):g}", f"{float(high):g}"

        self.open_demo()
        self.open_ticket("Ines Varga")
        self.find(".windows[data-fresh=true]")
        for kind in ("mid-length", "performance fish"):
            if kind != "mid-length":
                self.press(kind)
            self.wait_text(".ruler .says", f"On a {kind}")
            self.wait_text(".ruler .reasons", " to ".join(asked()) + " L: what advisors accept")
            if kind == "mid-length":
                self.wait_text(".verdict", " to ".join(asked()) + " L that Ines needs")

    def test_a_label_that_disagrees_is_said(self) -> None:
        self.open_demo()
        box = self.find(".reader input")
        box.send_keys("6'0 x 20 x 2 1/2, 43 L", Keys.ENTER)
        self.wait_text(".verdict", "Label and dims disagree")

    def test_rivers_have_no_days_and_no_ankle_leash(self) -> None:
        self.open_demo()
        self.open_ticket("Lotte Kehr")
        self.wait_text(".verdict", "No ankle leash")
        self.assertEqual(self.all(".days"), [])

    def test_the_reader_says_what_it_will_do(self) -> None:
        self.open_demo()
        box = self.find(".reader input")
        for typed, says in (
            ("75 kg", "weighs 75 kg"),
            ("165 lb", "weighs 74.8 kg"),
            ("head high", "a usual day is head"),
            ("salo", "Salome Firth"),
            ("Nobody Known", "a new ticket"),
            ("6'2 x 20 x 2 1/2", "on the bench"),
        ):
            with self.subTest(typed):
                self.type_over(box, typed)
                self.wait_text("#reader-says", says)

    def somebody_else_says(self, mass_kg: float) -> None:
        """Another person changes what the surfer weighs: the boards come in another order."""
        fitting = Fitting.objects.get(facts__name="Ines Varga")
        fitting.facts = {**fitting.facts, "mass_kg": mass_kg}
        fitting.version += 1
        fitting.save()
        self.wait_text(".saving", "somebody else")

    def test_the_hand_stays_on_its_board_when_the_strip_is_put_in_another_order(self) -> None:
        self.open_demo()
        self.find("[data-doubts]")
        last = len(self.all(".hung")) - 1
        for index, mass_kg in ((1, 104), (last, 48)):
            with self.subTest(index=index, mass_kg=mass_kg):
                self.driver.execute_script("arguments[0].scrollLeft = 0", self.find(".boards"))
                held = self.find(f".hung[data-index='{index}']")
                self.driver.execute_script("arguments[0].focus()", held)
                board = held.get_attribute("data-board")
                self.somebody_else_says(mass_kg)
                hand = f".hung[data-board='{board}'][tabindex='0']:not([data-index='{index}'])"
                self.wait(lambda at=hand: self.driver.switch_to.active_element in self.all(at), hand)
                self.assertTrue(
                    self.driver.execute_script(
                        "const [hand, strip] = [...arguments].map(e => e.getBoundingClientRect());"
                        "return hand.left >= strip.left && hand.right <= strip.right + 4",
                        self.find(hand),
                        self.find(".boards"),
                    ),
                    "in sight",
                )
                self.driver.switch_to.active_element.send_keys(Keys.ENTER)
                self.find(f".hung[data-board='{board}'][aria-pressed='true']")
                self.saved()

    def test_tab_comes_in_where_the_strip_was_scrolled_to(self) -> None:
        self.open_demo()
        strip = self.find(".boards")
        self.driver.execute_script("arguments[0].scrollLeft = 2800", strip)
        stop = ".hung[tabindex='0'][data-index='20']"
        self.find(stop)
        self.driver.execute_script("document.querySelector(arguments[0]).focus()", stop)
        self.driver.switch_to.active_element.send_keys(Keys.ARROW_RIGHT)
        self.wait(
            lambda: self.driver.switch_to.active_element.get_attribute("data-index") == "21",
            "the board beside it",
        )


class LargeRack(BrowserCase):
    """Of a large rack the first boards are judged at once, the others when somebody looks there."""

    def setUp(self) -> None:
        super().setUp()
        fill_rack(ROOT / "demo", 400)
        self.open_demo()
        self.wait_text(".rack header", "or more of 400 fit")

    def fits_in_sight(self) -> list[str]:
        script = (
            "return [...document.querySelectorAll('.hung')].map((e) => e.querySelector('.fit')?.innerText)"
        )
        return [says or "" for says in self.driver.execute_script(script)]

    def test_where_somebody_looks(self) -> None:
        before = self.text("[data-verdict]")
        self.driver.execute_script("arguments[0].scrollLeft = 140 * 150", self.find(".boards"))
        self.wait(lambda: "or more" not in self.text(".rack header"), "how many fit in all")
        self.wait(lambda: all("fit" in says for says in self.fits_in_sight()), "their fits")
        self.assertEqual(self.text("[data-verdict]"), before)
        self.driver.execute_script("arguments[0].scrollLeft = 140 * 390", self.find(".boards"))
        self.wait(lambda: all(says == "not yet" for says in self.fits_in_sight()), "those behind a gate")

    def test_where_a_filter_may_show_one(self) -> None:
        self.press("filter")
        self.click("//label[contains(., 'open to this surfer only')]/input")
        self.wait(lambda: "or more" not in self.text(".rack header"), "how many fit in all")
        self.assertLess(self.rack_count(), 400)
