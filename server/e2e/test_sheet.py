"""A board's sheet: the tape, the gauge, a photograph, two people, the network away; boards on each other."""

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webelement import WebElement

from accounts.models import Shop
from e2e.browser_case import ROOT
from e2e.rack_case import RackCase
from rack.models import Board
from rack.tests.gauges import Gauge
from tooling.draw_photograph import BOARD, draw_photograph


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

    def test_what_is_half_typed_outlasts_an_answer(self) -> None:
        """A reading is judged and saved while one types the next: not a letter of it goes."""
        self.sheet()
        band = self.text(".numbers .band")
        self.enter("15 1/4")
        self.keys("1 7")
        self.wait(lambda: self.all(".bench .mark"), "the reading is drawn")
        self.wait(lambda: self.text(".numbers .band") != band, "the answer to it")
        self.saved()
        self.keys("/8", Keys.ENTER)
        self.wait(lambda: len(self.all(".bench .mark")) == 2, "the next one is drawn")
        self.assertEqual([cell.get_attribute("value") for cell in self.cells()[:2]], ["15 1/4", "1 7/8"])

    def test_a_name_that_is_half_typed_outlasts_an_answer_too(self) -> None:
        board = self.sheet()
        band = self.text(".numbers .band")
        self.enter("15 1/4")
        name = self.find("//label[contains(., 'name')]/input")
        self.type_over(name, "Long ")
        self.wait(lambda: self.text(".numbers .band") != band, "the answer to the tape")
        self.saved()
        self.keys("Keel", Keys.TAB)
        self.wait(lambda: self.own().get(pk=board.pk).document().name == "Long Keel", "the name is saved")
        self.assertEqual(name.get_attribute("value"), "Long Keel")

    def test_a_slip_stands_out_until_it_is_mended(self) -> None:
        self.sheet()
        self.enter(
            "15 1/4", "1 15/16", "3/4", "18 1/4", "2 3/8", "0", "19 1/8", "3 3/4", "0", "17 3/4", "2 1/4"
        )
        self.wait_text(".tape .outliers", "does not lie between its neighbours")
        self.assertIn("3 3/4 at 3'0", self.text(".tape .outliers"))
        self.assertEqual(len(self.all(".bench .mark.out")), 1)
        cell = self.cells()[7]
        self.type_over(cell, "2 7/16" + Keys.ENTER)
        self.wait(lambda: not self.text(".tape .outliers").strip(), "nothing stands out")

    def test_what_is_no_measure_is_said_and_nothing_typed_is_lost(self) -> None:
        self.expected_console = ("400",)
        board = self.sheet()
        self.enter("wide", "1 7/8")
        self.wait_text(".tape .outliers", "no measure")
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

    def test_left_at_once_it_is_kept_and_the_next_board_is_not_mixed_up(self) -> None:
        board = self.sheet()
        other = self.own().exclude(pk=board.pk).filter(family="all-rounder").first()
        self.cells()[0].click()
        self.keys("15 1/2", Keys.ENTER)
        # By the history, as a person goes: the page is not loaded again.
        script = "history.pushState({}, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate'))"
        self.driver.execute_script(script, f"/rack/{other.pk}")
        self.wait(lambda: self.own().get(pk=board.pk).document().stations, "the first one is kept")
        self.wait_text(".over h1", other.name)
        self.wait(lambda: self.cells() and not self.cells()[0].get_attribute("value"), "the other one")
        self.enter("16")
        self.saved()
        self.assertEqual(len(self.own().get(pk=other.pk).document().stations), 1)
        self.assertAlmostEqual(self.own().get(pk=board.pk).document().stations[0].width_m, 15.5 * 0.0254, 4)

    def test_what_was_not_saved_is_laid_on_what_others_changed_meanwhile(self) -> None:
        self.expected_console = ("ERR_INTERNET_DISCONNECTED",)
        board = self.sheet()
        self.server_away()
        self.enter("15 1/2")
        self.wait_text(".saving", "away")
        row = self.own().get(pk=board.pk)
        row.take(row.document().model_copy(update={"price": 321.0}))
        row.version += 1
        row.save()
        self.driver.get("about:blank")
        self.server_away(False)
        self.driver.get(f"{self.live_server_url}/rack/{board.pk}")
        self.wait(lambda: self.own().get(pk=board.pk).document().stations, "kept over a closed window")
        self.assertEqual(self.own().get(pk=board.pk).price, 321)

    def test_rails_felt_zones_and_undo(self) -> None:
        board = self.sheet()
        self.click("//*[@aria-label='Rail at the nose']//button[normalize-space(.)='medium']")
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
        self.click(".photograph .take")
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


class Shape(RackCase):
    """What the line does not say: ends, wide point, wings, the designer's fins."""

    def test_it_is_said_kept_and_refused_where_it_cannot_be(self) -> None:
        board = self.own().filter(family="performance fish").first()
        self.open_rack(f"/rack/{board.pk}")
        self.click(".shape summary")

        def box(label: str, kind: str = "input") -> WebElement:
            return self.find(f"//details//label[contains(., '{label}')]//{kind}")

        self.type_over(box("wide point"), "-1\ue004")
        self.type_over(box("wing, from the tail"), "1'2\ue004")
        self.type_over(box("wing, in"), "far\ue004")
        self.wait_text(".shape .fault:not(:empty)", "far")
        self.assertEqual(box("wing, in").get_attribute("value"), "far")
        self.type_over(box("wing, in"), "1/2\ue004")
        box("designer’s fins", "select").send_keys("twin")
        box("their size", "select").send_keys("L")
        self.wait(lambda: (of := self.own().get(pk=board.pk).document()).designer_fins
                  and of.designer_fins.size == "L", "kept")  # fmt: skip
        made = self.own().get(pk=board.pk).document()
        assert made.designer_fins is not None
        self.assertEqual(made.designer_fins.setup, "twin")
        for value, wanted in (
            (made.outline.wide_point_m, -0.0254), (made.outline.wing_from_tail_m, 0.3556),
            (made.outline.wing_step_m, 0.0127),
        ):  # fmt: skip
            assert value is not None
            self.assertAlmostEqual(value, wanted, places=3)
        self.check("shape of a board")
