"""What leaves the shop with the board on the bench: fins, builds, the old board in payment, the sum."""

from decimal import Decimal

from fins.models import FinStock
from logbook.models import Trial

from e2e.place_case import PlaceCase
from fittings.models import Fitting


class Gear(PlaceCase):
    #: A price that is none.
    expected_console = ("400 (Bad Request)",)

    def gear(self) -> None:
        """Turn the bench to what goes with its board."""
        self.click("//*[@class='faces']/button[normalize-space(.)='gear']")
        self.fresh()

    def fresh(self) -> None:
        """Wait until what is shown is of the ticket as it stands."""
        self.saved()
        self.find(".gear[data-fresh=true]")

    def total(self) -> Decimal:
        return Decimal(self.text("[data-total]"))

    def line(self, code: str) -> str:
        return self.text(f"[data-line={code}]").replace("\t", " ").replace("\n", " ")

    def test_three_sets_of_fins_are_begun_as_one_trial_and_read_in_the_log(self) -> None:
        self.open_demo()
        self.gear()
        self.click("//*[contains(@class, 'hung')][contains(., 'Bradawl')]")
        self.fresh()
        self.assertIn("Trial, one day each", self.text("[data-fin-trial]"))
        self.press("begin this trial")
        self.wait_text("[data-fin-trial]", "Begun")
        self.assertEqual(Trial.objects.filter(series__isnull=False).count(), 2)
        self.click("[data-fin-trial] a")
        self.wait_text("[data-series]", "No set is better in any waves yet")
        self.assertIn("soft, medium, stiff", self.text("[aria-label='Sets of fins as one trial']"))
        self.check("three sets of fins")

    def test_two_sets_that_lie_beside_each_other_are_begun_as_a_trial(self) -> None:
        self.open_demo()
        self.gear()
        for name in ("Lugger S", "Lugger M"):
            self.click(f"[aria-label='lay {name} beside another set']")
        self.wait_text("[data-fin-trial]", "Lugger S, Lugger M")
        self.press("begin this trial")
        self.wait_text("[data-fin-trial]", "Begun")
        trial = Trial.objects.get(series=None, new__fins__size="M")
        self.assertEqual(trial.old["fins"]["size"], "S")

    def test_a_complaint_is_answered_by_fins_and_they_are_sold(self) -> None:
        """Ines says “stiff” of her board; the fins of the one on the bench are with it until others are
        picked."""
        self.open_demo()
        self.gear()
        before = self.total()
        self.assertIn("fins are with the board 0.00", self.line("fins"))
        first = self.find("tr[data-fins]")
        name = first.get_attribute("data-fins")
        self.wait_text("section[aria-label=Fins] .under", "answers “stiff”")
        first.find_element("css selector", "button").click()
        self.wait(lambda: name in self.line("fins"), "they are in the sum")
        self.fresh()
        price = Decimal(self.line("fins").rsplit(" ", 1)[1])
        self.assertGreater(price, 0)
        self.assertEqual(self.total(), before + price)
        self.find("body").send_keys("\ue009z\ue000")
        self.wait(lambda: self.total() == before, "taken back")

    def test_who_looks_at_boards_quickly_ends_at_the_last(self) -> None:
        """Another board and back again before the first is answered: the fins are those of the last."""
        self.open_demo()
        self.gear()
        first, second = (
            board.get_attribute("data-board")
            for board in self.driver.find_elements("css selector", ".hung")[:2]
        )
        put = "document.querySelector(`.hung[data-board='${arguments[0]}']`).click()"
        for board in (second, first, second):
            self.driver.execute_script(put, board)
        self.find(f".gear[data-board='{second}'][data-fresh=true]")
        for board in (first, second, first):
            self.driver.execute_script(put, board)
        self.find(f".gear[data-board='{first}'][data-fresh=true]")
        self.saved()
        self.find(f".gear[data-board='{first}'][data-fresh=true]")
        kept = Fitting.objects.order_by("-updated_at").first()
        assert kept is not None
        self.assertEqual(str(kept.bench_board_id), first)

    def test_a_used_board_is_taken_in_payment(self) -> None:
        self.open_demo()
        self.gear()
        before = self.total()
        self.press("take their board in payment")
        self.find(".looks")
        self.wait(lambda: self.text(".looks .quiet"), "its reasons")
        self.assertEqual(self.text(".looks .quiet"), "What did it cost new?")
        self.assertEqual(self.total(), before)
        price = self.find("[aria-label='What the present board cost new']")
        price.send_keys("lots\ue004")
        self.wait_text(".looks [role=alert]", "must be a number")
        self.assertEqual(price.get_attribute("value"), "lots")
        self.type_over(price, "500\ue004")
        self.wait(lambda: self.total() < before, "its value goes off")
        sound = self.total()
        self.click("//*[@aria-label='stains']//button[normalize-space(.)='much']")
        self.wait(lambda: sound < self.total() < before, "stains cost")
        self.fresh()
        self.driver.refresh()
        self.gear()
        self.assertLess(self.total(), before)
        self.assertIn("brown stains", self.text(".looks"))
        self.press("not in payment")
        self.wait(lambda: self.total() == before, "as it was")

    def test_what_to_leave_out_first_when_it_is_too_much(self) -> None:
        self.open_demo()
        fitting = Fitting.objects.get(facts__name="Ines Varga")
        self.assertEqual(fitting.facts["budget"], 700)
        self.gear()
        total = self.total()
        self.press("bag")
        self.wait(lambda: self.total() == total + 70, "with a bag")
        fitting.refresh_from_db()
        self.assertEqual(fitting.gear["extras"], ["bag"])
        Fitting.objects.filter(pk=fitting.pk).update(facts={**fitting.facts, "budget": float(total)})
        self.driver.refresh()
        self.gear()
        self.wait_text("[data-over]", "70.00 over the budget. Leave out first: the bag")

    def test_prices_tax_and_wax_are_the_shops_and_the_customer_reads_the_same_sum(self) -> None:
        self.open_demo()
        self.gear()
        before = self.total()
        self.press("prices, tax")
        leash = self.find("//div[contains(@class,'terms')]//label[contains(., 'leash')]//input")
        self.type_over(leash, "dear\ue004")
        self.wait_text(".terms [role=alert]", "must be a number")
        self.assertEqual(leash.get_attribute("value"), "dear")
        self.type_over(leash, "41.25\ue004")
        self.wait(lambda: self.total() == before + Decimal("11.25"), "the shop's own leash")
        self.press("close")
        self.wait(lambda: not self.all(".terms"), "the dialog is gone")
        self.find("[data-keep]")
        two = [mark for mark in self.all(".mark") if mark.is_displayed()][:2]
        for mark in two:
            mark.click()
        self.wait_text(".two", "holds to")
        total = self.text("[data-total]")
        self.press("hand over")
        self.press("customer’s side")
        self.wait(lambda: self.text(".customer [data-total]") == total, "the same to the cent")

    def test_neat_and_clean_in_both_sizes(self) -> None:
        for wide, high in ((1280, 800), (1366, 657), (390, 844)):
            self.at_size(wide, high)
            self.open_demo()
            self.gear()
            self.press("take their board in payment" if wide == 1280 else "bag")
            self.fresh()
            self.check(f"gear at {wide} x {high}")
            self.neat(".gear", f"gear at {wide} x {high}")


class FinWall(PlaceCase):
    #: A price that is none.
    expected_console = ("400 (Bad Request)",)

    HEAD = "name,setup,box,size,flex,price,count,front fins,front area cm2,front depth mm"

    def wall(self) -> None:
        self.sign_in()
        self.driver.get(f"{self.live_server_url}/rack/fins")
        self.wait_text("h1", "45 fin sets")

    def hung(self, name: str) -> FinStock | None:
        return FinStock.objects.filter(shop__demo=True, name=name).first()

    def test_found_priced_counted_and_taken_off(self) -> None:
        self.wall()
        self.find("[aria-label='Find fins']").send_keys("quad m two-tab")
        self.wait_text("h1", "3 of 45 fin sets")
        price = self.find("[aria-label='price of Kelp M']")
        self.type_over(price, "dear\ue004")
        self.wait_text("[data-fins='Kelp M'] [role=alert]", "must be a number")
        self.assertEqual(price.get_attribute("value"), "dear")
        self.type_over(price, "79,50\ue004")
        self.wait(lambda: (row := self.hung("Kelp M")) and row.price == 79.5, "the price is kept")
        self.type_over(self.find("[aria-label='count of Kelp M']"), "0\ue004")
        self.wait_text("header .fault", "out: Kelp M")
        self.click("//*[@data-fins='Kelp M']//button")
        self.wait(lambda: self.hung("Kelp M") is None, "taken off")
        self.wait_text("h1", "2 of 44 fin sets")

    def test_a_table_is_read_mended_and_hung(self) -> None:
        self.wall()
        box = self.find("[aria-label='A table of fins']")
        box.send_keys(f"{self.HEAD}\nSandbar M,twin,velcro,M,medium,70,2,2,125,135")
        self.wait_text(".drop .fault:nth-of-type(3)", "row 2, box")
        box.clear()
        box.send_keys(f"{self.HEAD}\nSandbar M,twin,two-tab,M,medium,70,2,2,125,135")
        self.press("hang them")
        self.wait_text("h1", "46 fin sets")
        row = self.hung("Sandbar M")
        assert row is not None
        self.assertEqual((row.count, row.document().groups[0].depth_m), (2, 0.135))

    def test_neat_and_clean(self) -> None:
        for wide, high in ((1280, 800), (1366, 657)):
            self.at_size(wide, high)
            self.wall()
            self.check(f"fin wall at {wide} x {high}")
            self.neat(".over, .in", f"fin wall at {wide} x {high}")
