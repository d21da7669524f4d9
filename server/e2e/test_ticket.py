"""The ticket's five cards: every fact that can be said, how it is read and written."""

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from e2e.test_whole import WholeCase
from fittings.models import Fitting


class Card(WholeCase):
    expected_console = ("400 (Bad Request)",)

    def facts(self, name: str = "Ines Varga") -> dict[str, object]:
        return dict(Fitting.objects.get(facts__name=name).facts)

    def water(self, name: str = "Ines Varga") -> dict[str, object]:
        return dict(Fitting.objects.get(facts__name=name).water)

    def card(self, digit: int) -> None:
        self.click(f"[data-card='{digit}'] > button")
        self.find(f"[data-card='{digit}'].open .editor")

    def pick(self, label: str, *items: str) -> None:
        """Choose items of a select in the open card, and close it."""
        field = self.field(label)
        self.driver.execute_script("arguments[0].scrollIntoView({block: 'center'})", field)
        ActionChains(self.driver).move_to_element(field).click().perform()
        for item in items:
            title = f"//*[contains(@class,'v-list-item-title') and normalize-space()='{item}']"
            self.click(f"//*[contains(@class,'v-overlay--active')]{title}")
        if self.all(".v-overlay--active .v-list"):
            self.driver.switch_to.active_element.send_keys(Keys.ESCAPE)
        self.wait(lambda: not self.all(".v-overlay--active .v-list"), f"{label} closed")

    def kept(self, part: str, **expected: object) -> None:
        """Wait until the server has these facts."""
        read = self.facts if part == "facts" else self.water
        self.wait(lambda: {key: read().get(key) for key in expected} == expected, f"{expected}")


class RidesNow(Card):
    def test_fins_and_boxes_of_the_present_board(self) -> None:
        self.open_demo()
        self.card(3)
        said: dict[str, object] = {}
        for label, item, field in (
            ("Its fins", "thruster", "setup"),
            ("Their size", "M", "size"),
            ("Its boxes", "two-tab", "box_type"),
        ):
            self.pick(label, item)
            said[field] = item
            of_the_board = {"facts__present_board__fins__contains": dict(said)}
            self.wait(
                Fitting.objects.filter(facts__name="Ines Varga", **of_the_board).exists, f"{field} kept"
            )
        self.saved()

    def test_likes_and_complaints_are_said_with_what_to_ask_back(self) -> None:
        self.open_demo()
        self.card(3)
        self.pick("Liked about it", "wave count", "steadiness")
        self.kept("facts", likes=["wave count", "steadiness"])
        self.wait_text(".remembered", "Liked wave count")
        self.wait_text(".asks", "Which rear fins?")
        self.pick("Said about it", "stiff")
        self.kept("facts", complaints=[])
        self.wait(lambda: not self.all(".asks"), "nothing to ask")
        self.card(3) if not self.all("[data-card='3'].open") else None
        self.click("[data-card='3'] > button")
        self.wait_text("[data-card='3']", "likes wave count, steadiness")

    def test_the_best_and_the_worst_board_are_lines_of_dims(self) -> None:
        self.open_demo()
        self.card(3)
        line = self.field("Best board ever")
        self.driver.execute_script("arguments[0].scrollIntoView({block: 'center'})", line)
        line.send_keys("Old Tern 6'4 x 21 x 2 5/8, 40 L", Keys.ENTER)
        self.wait(lambda: (self.facts().get("best_board") or {}).get("name") == "Old Tern", "kept")
        self.assertAlmostEqual(self.facts()["best_board"]["length_m"], 76 * 0.0254, places=4)
        self.field("Kind of the best")
        worst = self.field("Worst board ever")
        self.driver.execute_script("arguments[0].scrollIntoView({block: 'center'})", worst)
        worst.send_keys("5'2 x 3 x 40", Keys.ENTER)
        self.wait_text("[data-card='3']", "a width is")
        self.assertEqual(self.field("Worst board ever").get_attribute("value"), "5'2 x 3 x 40")
        self.assertNotIn("worst_board", self.facts())
        self.type_over(self.field("Best board ever"), Keys.BACKSPACE)
        self.field("Best board ever").send_keys(Keys.ENTER)
        self.kept("facts", best_board=None)


class Water(Card):
    def test_three_days_are_read_in_words_feet_and_metres(self) -> None:
        self.open_demo()
        self.card(4)
        for day, typed, field, metres in (
            ("Big day", "head and a half", "big_m", 2.55),
            ("Small day", "1.5 ft", "small_m", 0.46),
            ("Usual day", "0.8 m", "usual_m", 0.8),
        ):
            with self.subTest(typed):
                box = self.field(f"{day}: waist, 3 ft, 2-3 ft")
                self.type_over(box, typed)
                box.send_keys(Keys.ENTER)
                self.kept("water", **{field: metres})
        box = self.field("Usual day: waist, 3 ft, 2-3 ft")
        self.type_over(box, "as high as a house")
        box.send_keys(Keys.ENTER)
        self.wait_text("[data-card='4']", "is no wave height")
        self.assertEqual(self.water()["usual_m"], 0.8)

    def test_crowd_wind_and_diving_change_the_rides(self) -> None:
        self.open_demo()
        self.settled()
        self.card(4)
        before = self.text(".verdict .wave")
        self.pick("Crowd", "low")
        self.kept("water", crowd="low")
        self.wait(lambda: self.text(".verdict .wave") != before, "more rides in less of a crowd")
        self.pick("Wind", "onshore")
        self.kept("water", wind="onshore")
        self.pick("Must one duck-dive there", "no, there is a channel")
        self.kept("water", duck_dive_needed=False)

    def test_a_river_has_a_flow_and_no_days(self) -> None:
        self.open_demo()
        self.open_ticket("Lotte Kehr")
        self.card(4)
        flow = self.field("Flow")
        self.assertTrue(flow.get_attribute("placeholder"), "in pencil until it is said")
        before = self.text("[data-verdict]")
        self.type_over(flow, "4.2")
        self.wait(lambda: self.water("Lotte Kehr").get("flow_m_s") == 4.2, "kept")
        self.wait(lambda: self.text("[data-verdict]") != before, "stays on otherwise")
        labels = [label.text for label in self.all("[data-card='4'] label")]
        self.assertFalse([label for label in labels if "Small day" in label])


class Wants(Card):
    def test_who_shares_it_is_said_and_taken_back(self) -> None:
        self.open_demo()
        self.card(5)
        self.press("somebody else rides it too")
        self.field("Also rides it").send_keys("Odd")
        self.type_over(self.field("Their mass"), "90")
        self.pick("They can", "stands in white water, goes straight")
        odd = {"name": "Odd", "mass_kg": 90, "rung": "standing"}
        self.wait(
            lambda: [{key: one.get(key) for key in odd} for one in self.facts().get("sharers", [])] == [odd],
            "kept",
        )
        self.click("[data-card='5'] > button")
        self.wait_text("[data-card='5']", "shared with 1")
        self.card(5)
        self.press("no longer shares it")
        self.wait(lambda: not self.facts().get("sharers"), "taken back")

    def test_what_the_car_takes_is_a_length(self) -> None:
        self.open_demo()
        self.card(5)
        self.type_over(self.field("Car takes (length)"), "6'6")
        self.wait(lambda: self.facts().get("max_carry_m") == 1.981, "kept")
        self.click("[data-card='5'] > button")
        self.wait_text("[data-card='5']", "the car takes 6'6")

    def test_undo_takes_back_one_thing_after_another(self) -> None:
        self.open_demo()
        self.card(5)
        self.pick("What for", "more waves")
        self.kept("facts", aim="more waves")
        self.pick("A kind of board asked for", "keel fish")
        self.kept("facts", wish="keel fish")
        self.click(".ticket h1")
        for aim, wish in (("more waves", None), ("progress", None)):
            ActionChains(self.driver).key_down(Keys.CONTROL).send_keys("z").key_up(Keys.CONTROL).perform()
            self.kept("facts", aim=aim, wish=wish)


class Undo(Card):
    def test_another_break_taken_back_brings_all_of_the_water_with_it(self) -> None:
        self.open_demo()
        self.card(4)
        self.pick("Crowd", "high")
        self.kept("water", crowd="high")
        self.pick("Break", "Lantern Point")
        self.kept("water", name="Lantern Point", crowd=None)
        self.click(".ticket h1")
        ActionChains(self.driver).key_down(Keys.CONTROL).send_keys("z").key_up(Keys.CONTROL).perform()
        self.kept("water", name="Ropewalk", crowd="high", usual_m=0.95)


class CanDo(Card):
    def test_a_digit_names_the_rung_and_the_style_is_said(self) -> None:
        self.open_demo()
        self.alt("2")
        self.find("[data-card='2'].open input[type=radio]")
        self.keys("6")
        self.kept("facts", rung="carving")
        self.pick("How they ride", "relaxed: lets it run")
        self.kept("facts", style="relaxed")

    def test_what_was_said_stands_over_what_was_seen_until_it_is_let_go(self) -> None:
        self.open_demo()
        self.card(2)
        self.press("or ask one by one")
        rows = self.all(".skill")
        for row in rows[:4]:
            row.find_elements(By.TAG_NAME, "button")[0].click()
        self.wait_text("[data-evidence]", "4 of 4 things asked were seen")
        self.assertEqual(self.facts()["rung"], "trimming")
        self.press("let what was seen say it")
        self.kept("facts", rung=None)
        self.wait_text(".rung .pencilled", "stands in white water")
        rows[0].find_elements(By.TAG_NAME, "button")[0].click()
        self.wait_text("[data-evidence]", "3 of 3 things asked were seen")

    def test_pounds_are_read_and_written(self) -> None:
        self.open_demo()
        self.click("[title^=Units]")
        self.click("//label[contains(., 'pounds')]")
        self.wait_text("[title^=Units]", "lb")
        self.driver.switch_to.active_element.send_keys(Keys.ESCAPE)
        self.card(1)
        mass = self.field("Mass")
        self.assertEqual(mass.get_attribute("value"), "150 lb")
        self.type_over(mass, "165")
        self.kept("facts", mass_kg=74.8)
        self.type_over(mass, "70 kg")
        self.kept("facts", mass_kg=70)


class Ghosts(Card):
    def test_the_board_that_is_marked_lies_on_the_one_on_the_bench(self) -> None:
        self.open_demo()
        self.settled()
        ghost = "return document.querySelector('.bench .ghost').getAttribute('d')"
        present = self.driver.execute_script(ghost)
        self.assertIn("Ines’s laid on", self.text(".aligns"))
        self.all("button.beside")[2].click()
        self.wait(lambda: self.all(".compare td"), "beside")
        name = self.all(".compare thead th")[2].text.split("\n")[0]
        self.click("//*[@class='faces']/button[normalize-space(.)='flat']")
        self.wait_text(".aligns", f"{name} laid on")
        self.assertNotEqual(self.driver.execute_script(ghost), present)
        self.all("button.beside")[2].click()
        self.wait_text(".aligns", "Ines’s laid on")
        self.assertEqual(self.driver.execute_script(ghost), present)
