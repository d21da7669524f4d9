"""The rack: the wall, and boards in by the line and by the table."""

import tempfile
from pathlib import Path

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.keys import Keys

from demo.commands import fill_rack
from e2e.browser_case import ROOT
from e2e.rack_case import RackCase

TABLE = "number,name,line,family,price\n"


class Wall(RackCase):
    maxDiff = None

    def test_hung_by_litres_and_again_by_one_key(self) -> None:
        self.wall()
        self.assertIn("64 boards", self.text("h1"))
        script = "return document.querySelector('.stand .board').getAttribute('d')"
        seen = {self.driver.execute_script(script)}
        for key, word in (("g", "length"), ("p", "price"), ("d", "days in stock"), ("l", "litres")):
            self.keys(key)
            self.wait_text(".wall .unit", word)
            seen.add(self.driver.execute_script(script))
        self.assertGreaterEqual(len(seen), 4)
        self.check("wall")

    def test_walked_by_keys_and_opened(self) -> None:
        self.wall()
        first = self.find(".stand[tabindex='0']")
        self.driver.execute_script("arguments[0].focus()", first)
        self.wait_text(".card", " L")
        names = {self.text(".card .line")}
        for key in (Keys.ARROW_RIGHT, Keys.ARROW_RIGHT, Keys.ARROW_DOWN, Keys.ARROW_LEFT):
            before = self.text(".card .line")
            self.keys(key)
            self.wait(lambda b=before: self.text(".card .line") != b, "another board under the hand")
            names.add(self.text(".card .line"))
        self.assertGreaterEqual(len(names), 4)
        self.keys("g")
        self.wait_text(".wall .unit", "length")
        inside = "return document.activeElement.classList.contains('stand')"
        self.wait(lambda: self.driver.execute_script(inside), "the hand stays on the wall")
        line = self.text(".card .line")
        self.keys(Keys.ENTER)
        self.wait_text(".over .hand", line)

    def test_says_whom_boards_suit_and_which_suit_nobody(self) -> None:
        self.wall()
        self.wait_text(".lately", "of the last 9 tickets")
        self.assertTrue(self.all(".stand.nobody"))
        self.assertTrue(self.all(".asked .heap"))
        served = self.find(".stand:not(.nobody)")
        ActionChains(self.driver).move_to_element(served).perform()
        self.wait_text(".card", "tickets")

    def test_found_by_words_stock_and_measures_in_either_unit(self) -> None:
        self.wall()
        self.keys("/")
        self.keys("Bradawl")
        self.wait_text("h1", "4 of 64")
        self.press("show all")
        self.wait_text("h1", "64 boards")
        self.press("hire")
        self.wait_text("h1", "4 of 64")
        self.press("hire")
        for unit, text in (("ft-in", "6'6"), ("cm", "198")):
            if unit == "cm":
                self.click("[title^=Units]")
                self.click("//label[contains(., 'metric')]")
                self.wait_text("[title^=Units]", "cm")
                self.keys(Keys.ESCAPE)
            self.press("measures")
            box = self.find("[aria-label='length from']")
            self.type_over(box, text + Keys.TAB)
            self.wait_text("h1", " of 64")
            self.keys(Keys.ESCAPE)
            wanted = self.own().filter(length_m__gte=1.98).count()
            self.wait_text("h1", f"{wanted} of 64")
            self.press("show all")
            self.wait_text("h1", "64 boards")

    def test_a_wrong_measure_is_said_at_its_field_and_keeps_what_was_typed(self) -> None:
        self.wall()
        self.press("measures")
        box = self.find("[aria-label='width to']")
        self.type_over(box, "wide" + Keys.TAB)
        self.wait_text(".find .fault", "no measure")
        self.assertEqual(box.get_attribute("value"), "wide")
        self.check("measures")

    def test_a_list_of_ten_thousand_draws_only_what_is_in_sight(self) -> None:
        self.sign_in()
        fill_rack(ROOT / "demo", 2000)
        self.driver.get(self.live_server_url + "/rack")
        self.wait_text("h1", "2000 boards")
        self.assertTrue(self.all(".count"), "neighbours close up into sheaves")
        self.keys("f")
        self.wait(lambda: self.all(".list [role=cell]"), "the list")
        self.assertLess(len(self.all(".list .row")), 60)
        row = self.find(".list .row[tabindex='0']")
        self.driver.execute_script("arguments[0].focus()", row)
        self.keys(Keys.END)
        self.wait(lambda: self.all(".list .row[aria-rowindex='2000'] [role=cell]"), "the last row")
        self.click(".list .head button")
        self.wait(lambda: self.all("[aria-sort=ascending]"), "sorted by number")
        self.check("list")


class In(RackCase):
    def test_a_board_by_the_line(self) -> None:
        self.open_rack("/rack/in")
        box = self.find("textarea")
        box.send_keys("Mallet 6'1 x 20 1/4 x 2 9/16, 34.5 L")
        self.wait_text(".rows .line", "6'1 x 20 1/4 x 2 9/16")
        box.send_keys(Keys.CONTROL, Keys.ENTER)
        self.wait_text(".done", "1 hung")
        hung = self.own().order_by("pk").last()
        self.assertEqual((hung.name, hung.stated_litres, hung.family), ("Mallet", 34.5, "all-rounder"))
        box.send_keys("5'8 x 19 x 2 3/8")
        self.wait_text(".rows .line", "5'8")
        self.check("boards in")

    def test_a_table_with_a_fault_is_mended_and_hung_once(self) -> None:
        self.open_rack("/rack/in")
        many = self.own().count()
        box = self.find("textarea")
        self.type_over(box, f"{TABLE}Z1,Peg,6'0 x 20 1/3 x 2 1/2,gun,500\n")
        self.wait_text(".rows .fault", "a tape has halves")
        self.assertFalse(self.all("button.hang"))
        self.type_over(box, f"{TABLE}Z1,Peg,6'0 x 20 x 2 1/2,gun,500\n")
        self.click("button.hang")
        self.wait_text(".done", "1 hung")
        self.type_over(box, f"{TABLE}Z1,Peg,6'0 x 20 x 2 1/2,gun,450\n")
        self.wait_text(".rows", "brought up to date")
        self.click("button.hang")
        self.wait_text(".done", "1 brought up to date")
        self.assertEqual(self.own().count(), many + 1)
        self.assertEqual(self.own().get(number="Z1").price, 450)

    def test_a_file_with_progress_and_a_stop(self) -> None:
        self.open_rack("/rack/in")
        many = self.own().count()
        rows = "".join(f"Q{i},Peg,6'0 x 20 x 2 1/2,all-rounder,500\n" for i in range(5000))
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "rack.csv"
            file.write_text(TABLE + rows, encoding="utf-8")
            self.find("input[type=file]").send_keys(str(file))
            self.wait_text("[role=status]:not(.saving)", "5000 rows")
            self.click("button.hang")
            self.wait(lambda: self.all(".going button"), "it says how far it is")
            self.click(".going button")
            self.wait_text("[role=alert]", "nothing was written")
        self.assertEqual(self.own().count(), many)
