"""The rack: the wall, boards in by the line and by the table, the measuring sheet, boards on each other."""

import tempfile
import time
from pathlib import Path

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webelement import WebElement

from accounts.models import Shop
from demo.services import fill_rack
from e2e.browser_case import ROOT, BrowserCase
from e2e.test_access import AXE
from house.draw_photograph import BOARD, draw_photograph
from rack.models import Board
from rack.tests.gauges import Gauge

TABLE = "number,name,line,family,price\n"


class RackCase(BrowserCase):
    def open_rack(self, path: str = "/rack") -> None:
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
        ActionChains(self.driver).send_keys(*keys).perform()

    def own(self) -> Board:
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
                self.find("[title=Units]").click()
                self.find("//label[contains(., 'metric')]").click()
                self.wait_text("[title=Units]", "cm")
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
        self.open_demo()
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
        self.find(".list .head button").click()
        self.wait(lambda: self.all("[aria-sort=ascending]"), "sorted by number")
        self.check("list")


class In(RackCase):
    def test_a_board_by_the_line_in_eight_seconds(self) -> None:
        self.open_rack("/rack/in")
        box = self.find("textarea")
        begun = time.monotonic()
        box.send_keys("Mallet 6'1 x 20 1/4 x 2 9/16, 34.5 L")
        self.wait_text(".rows .line", "6'1 x 20 1/4 x 2 9/16")
        box.send_keys(Keys.CONTROL, Keys.ENTER)
        self.wait_text(".done", "1 hung")
        self.assertLess(time.monotonic() - begun, 8)
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
        self.find("button.hang").click()
        self.wait_text(".done", "1 hung")
        self.type_over(box, f"{TABLE}Z1,Peg,6'0 x 20 x 2 1/2,gun,450\n")
        self.wait_text(".rows", "brought up to date")
        self.find("button.hang").click()
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
            self.find("button.hang").click()
            self.wait(lambda: self.all(".going button"), "it says how far it is")
            self.find(".going button").click()
            self.wait_text("[role=alert]", "nothing was written")
        self.assertEqual(self.own().count(), many)


class Sheet(RackCase):
    def sheet(self) -> Board:
        board = self.own().filter(family="all-rounder").first()
        self.open_rack(f"/rack/{board.pk}")
        self.find(".tape tbody input")
        return board

    def cells(self) -> list[WebElement]:
        return self.driver.find_elements(By.CSS_SELECTOR, ".tape tbody input")

    def enter(self, *values: str) -> None:
        """Type readings one after the other, Enter behind each."""
        self.cells()[0].click()
        for i, value in enumerate(values):
            self.keys(value, Keys.ENTER)
            self.wait(lambda at=i: self.focused() == at + 1 or at + 1 == len(self.cells()), "on to the next")

    def focused(self) -> int:
        script = "return [...document.querySelectorAll('.tape tbody input')].indexOf(document.activeElement)"
        return int(self.driver.execute_script(script))

    def test_filled_by_keyboard_the_drawing_grows_and_it_is_kept(self) -> None:
        board = self.sheet()
        before = self.text(".numbers .band")
        self.enter("15 1/2", "1 7/8", "7/8", "18 3/8", "2 3/8", "1/8")
        self.wait(lambda: len(self.all(".bench .mark")) == 6, "a mark for each reading")
        self.wait(lambda: self.text(".numbers .band") != before, "the band narrows")
        self.saved()
        self.driver.refresh()
        self.find(".tape tbody input")
        self.assertEqual(
            [cell.get_attribute("value") for cell in self.cells()[:3]], ["15 1/2", "1 7/8", "7/8"]
        )
        self.wait_text(".numbers", "measured at 2 places")
        self.assertEqual(len(self.own().get(pk=board.pk).document().stations), 2)
        self.check("sheet")

    def test_a_slip_stands_out_until_it_is_mended(self) -> None:
        self.sheet()
        self.enter(
            "15 1/4", "1 15/16", "3/4", "18 1/4", "2 3/8", "0", "19 1/8", "3 3/4", "0", "17 3/4", "2 1/4"
        )
        self.wait_text(".tape .told", "does not lie between its neighbours")
        self.assertIn("3 3/4 at 3'0", self.text(".tape .told"))
        self.assertEqual(len(self.all(".bench .mark.out")), 1)
        cell = self.cells()[7]
        self.type_over(cell, "2 7/16" + Keys.ENTER)
        self.wait(lambda: not self.text(".tape .told").strip(), "nothing stands out")

    def test_what_is_no_measure_is_said_and_nothing_typed_is_lost(self) -> None:
        self.expected_console = ("400",)
        board = self.sheet()
        self.enter("wide", "1 7/8")
        self.wait_text(".tape .told", "no measure")
        self.assertEqual(self.cells()[0].get_attribute("value"), "wide")
        line = self.find(".about input")
        self.type_over(line, "6'0 x 20 1/3 x 2" + Keys.TAB)
        self.wait_text(".about .fault", "tape has")
        self.wait(lambda: self.own().get(pk=board.pk).document().stations, "what is right is kept")

    def test_kept_while_the_server_is_away(self) -> None:
        self.expected_console = ("ERR_INTERNET_DISCONNECTED",)
        board = self.sheet()
        self.server_away()
        self.enter("15 1/2")
        self.wait_text(".saving", "away")
        self.server_away(False)
        self.saved()
        self.assertEqual(len(self.own().get(pk=board.pk).document().stations), 1)

    def test_somebody_else_changed_it_too(self) -> None:
        self.expected_console = ("409",)
        board = self.sheet()
        row = self.own().get(pk=board.pk)
        row.take(row.document().model_copy(update={"price": 123.0}))
        row.version += 1
        row.save()
        self.enter("15 1/2")
        self.wait_text(".saving", "on top of theirs")
        self.wait(lambda: self.own().get(pk=board.pk).document().stations, "ours")
        self.assertEqual(self.own().get(pk=board.pk).price, 123)

    def test_rails_felt_zones_and_undo(self) -> None:
        board = self.sheet()
        self.find("//*[@aria-label='Rail at the nose']//button[normalize-space(.)='medium']").click()
        self.press("bottom by zone")
        self.saved()
        kept = self.own().get(pk=board.pk).document()
        self.assertEqual(kept.section.rail_nose, 0.5)
        self.assertEqual(kept.bottom[-1].shape, "concave")
        self.press("undo")
        self.press("undo")
        self.wait(lambda: self.own().get(pk=board.pk).document().section.rail_nose != 0.5, "taken back")

    def test_worth_in_trade_and_a_size_between(self) -> None:
        self.sheet()
        self.find("[aria-label='Sessions so far']").send_keys("60", Keys.ENTER)
        self.wait_text(".numbers", "of its life left")
        self.find("[aria-label='A size between']").send_keys("6'0", Keys.ENTER)
        self.wait_text(".numbers .pencilled", "6'0")

    def test_two_boards_on_each_other(self) -> None:
        self.open_rack()
        ids = list(self.own().values_list("pk", flat=True)[38:41])
        self.driver.get(f"{self.live_server_url}/rack/beside/{ids[0]},{ids[1]},{ids[2]}")
        self.wait(lambda: len(self.all(".bench .board")) == 6, "plans and sides")
        script = "return [...document.querySelectorAll('.bench .board')].map(p => p.getAttribute('d')).join()"
        seen = {self.driver.execute_script(script)}
        for key in "wnt":
            self.keys(key)
            self.wait(lambda k=key: self.driver.execute_script(script), "laid")
            seen.add(self.driver.execute_script(script))
        self.assertEqual(len(seen), 3)
        self.assertEqual(len(self.all(".curve")), 4)
        self.assertTrue(self.all(".does"))
        self.check("beside")

    def test_the_gauge_fills_the_sheet_and_its_silence_loses_nothing(self) -> None:
        with Gauge("--fault", "mad") as address, self.settings(GAUGE=address):
            board = self.sheet()
            self.press("gauge")
            self.press("measure now")
            self.wait(lambda: len(self.all(".bench .mark")) == 3, "the first station")
            self.press("measure now")
            self.wait_text(".gauge .fault", "was left out")
            self.press("measure now")
            self.wait(lambda: len(self.all(".bench .mark")) == 6, "the third station")
        with self.settings(GAUGE="127.0.0.1:9"):
            self.wait_text(".gauge", "does not answer")
            self.saved()
        self.assertEqual(len(self.own().get(pk=board.pk).document().stations), 2)

    def test_an_outline_from_a_photograph_is_corrected_and_taken(self) -> None:
        board = self.own().filter(name="Bobbin").first()
        self.open_rack(f"/rack/{board.pk}")
        self.press("from a photograph")
        self.find(".photograph input[type=file]").send_keys(str(ROOT / "demo/pictures/board-on-sand.jpg"))
        apart = self.find("[aria-label='From ring to ring']")
        self.type_over(apart, "200 cm" + Keys.TAB)
        for i, (x, y) in enumerate(draw_photograph().tape):
            self.drag(self.all(".photograph .point")[i], x, y)
        self.wait_text(".photograph .says", "wide; a width may be off by")
        self.wait(lambda: abs(self.long() - BOARD.length_m) < 0.03, "the length of the board that was drawn")
        self.check("photograph")
        handle = self.all(".photograph .end")[3]
        before = handle.get_attribute("aria-valuenow")
        handle.send_keys(Keys.ARROW_UP)
        self.wait(lambda: self.all(".photograph .end")[3].get_attribute("aria-valuenow") != before, "pulled")
        self.find(".photograph .take").click()
        self.wait(lambda: len(self.all(".bench .mark")) > 8, "widths on the sheet")
        self.saved()
        self.assertGreater(len(self.own().get(pk=board.pk).document().stations), 8)

    def long(self) -> float:
        """Length that the picture's outline has [m], read off its own scale."""
        script = """const ends = [...document.querySelectorAll('.photograph .point')].map(
              (p) => [Number(p.getAttribute('cx')), Number(p.getAttribute('cy'))])
            const far = ([a, b], [c, d]) => Math.hypot(a - c, b - d)
            const points = document.querySelector('.photograph .outline')?.getAttribute('d')
              .slice(1, -1).split('L').map((p) => p.split(',').map(Number)) ?? [[0, 0]]
            let most = 0
            for (const p of points) for (const q of points) most = Math.max(most, far(p, q))
            return 2 * most / far(...ends)"""
        return float(self.driver.execute_script(script))

    def drag(self, handle: WebElement, x: float, y: float) -> None:
        """Drag a handle to a place of the picture, given as shares."""
        box = self.driver.execute_script(
            "const b = document.querySelector('.photograph svg').getBoundingClientRect();"
            "const h = arguments[0].getBoundingClientRect();"
            "return [b.left + arguments[1] * b.width - h.left - h.width / 2,"
            " b.top + arguments[2] * b.height - h.top - h.height / 2]",
            handle, x, y,
        )  # fmt: skip
        pointer = ActionChains(self.driver).click_and_hold(handle)
        pointer.move_by_offset(round(box[0]), round(box[1])).release().perform()

    def test_no_such_board_is_said(self) -> None:
        self.expected_console = ("404",)
        self.open_rack("/rack/999999")
        self.wait_text(".nothing", "no such board")
        self.assertTrue(Shop.objects.filter(demo=True).exists())
