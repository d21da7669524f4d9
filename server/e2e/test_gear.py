"""What leaves the shop with the board on the bench: fins, builds, the old board in payment, the sum."""

from decimal import Decimal

from e2e.place_case import PlaceCase
from fittings.models import Fitting


class Gear(PlaceCase):
    #: A price that is none.
    expected_console = ("400 (Bad Request)",)

    def gear(self) -> None:
        """Turn the bench to what goes with its board."""
        self.find("//*[@class='faces']/button[normalize-space(.)='gear']").click()
        self.fresh()

    def fresh(self) -> None:
        """Wait until what is shown is of the ticket as it stands."""
        self.saved()
        self.find(".gear[data-fresh=true]")

    def total(self) -> Decimal:
        return Decimal(self.text("[data-total]"))

    def line(self, code: str) -> str:
        return self.text(f"[data-line={code}]").replace("\t", " ").replace("\n", " ")

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
        self.find("//*[@aria-label='stains']//button[normalize-space(.)='much']").click()
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

    def test_neat_and_clean_in_both_sizes(self) -> None:
        for wide, high in ((1280, 800), (1366, 657), (390, 844)):
            self.at_size(wide, high)
            self.open_demo()
            self.gear()
            self.press("take their board in payment" if wide == 1280 else "bag")
            self.fresh()
            self.check(f"gear at {wide} x {high}")
            self.neat(".gear", f"gear at {wide} x {high}")
