"""A board that does not hang here: found for a ticket, ordered, measured when it comes, collected."""

from orders.models import Order

from e2e.place_case import PlaceCase
from fittings.models import Fitting
from rack.models import Board


class Orders(PlaceCase):
    #: A step without its reason, a price that is none, somebody who was faster.
    expected_console = ("400 (Bad Request)", "409 (Conflict)")

    def order(self, state: str = "quoted") -> Order:
        """An order of the demo shop that is so far, and its page."""
        fitting = Fitting.objects.get(facts__name="Ines Varga")
        board = Board.objects.of(fitting.shop).filter(family="performance fish").earliest("pk").document()
        row = Order.objects.create(
            shop=fitting.shop, fitting=fitting, who="Ines Varga", facts=fitting.facts, water=fitting.water,
            board=board.model_dump(mode="json", exclude_none=True), state=state,
        )  # fmt: skip
        self.sign_in()
        self.driver.get(f"{self.live_server_url}/orders/{row.pk}")
        self.find(".order")
        return row

    def take(self, does: str, state: str) -> None:
        """Take a step by its button."""
        self.click(f"//section[@aria-label='Steps']//button[normalize-space(.)='{does}']")
        self.wait_text("[aria-current=step]", state)

    def test_from_a_ticket_to_collected(self) -> None:
        self.open_demo()
        self.click(".orderable .could")
        self.saved()
        self.wait_text(".orderable", "6–12 weeks")
        self.press("order it")
        self.wait_text("h2", "for Ines Varga")
        self.click("[aria-label='length must not change']")
        self.wait(lambda: Order.objects.get().pinned == ["length_m"], "pinned")
        for label, text in (("price", "790,50"), ("deposit", "150"), ("colour and note", "pale green")):
            box = self.find(f"//section[@aria-label='Agreed']//label[contains(., '{label}')]//input")
            self.type_over(box, f"{text}\ue004")
        self.wait_text(".history", "note: pale green")
        for does, state in (
            ("order it", "ordered"), ("deposit paid", "deposit"), ("shaping began", "shaping"),
            ("glassing began", "glassing"), ("it is here", "arrived"),
        ):  # fmt: skip
            self.take(does, state)
        self.assertFalse(self.find("[aria-label='length must not change']").is_enabled())
        self.wait_text(".came", "Measure it")
        self.measured_wider()
        self.wait_text(".came", "are off")
        self.take("collected", "collected")
        row = Order.objects.get()
        assert row.arrived_board is not None
        self.assertEqual((row.arrived_board.left_as, str(row.price)), ("sold", "790.50"))

    def measured_wider(self) -> None:
        """Put the tape on what came, and go back to its order."""
        order = self.driver.current_url
        self.click("//a[contains(., 'measure it')]")
        line = self.find("//section[@aria-label='The board']//label[contains(., 'line')]//input")
        length, width, rest = line.get_attribute("value").split(" x ", 2)
        self.type_over(line, f"{length} x {int(width.split()[0]) + 1} x {rest}\ue004")
        row = Order.objects.get()
        assert row.arrived_board is not None
        ordered = row.board["width_m"]
        self.wait(lambda: Board.objects.get(reserved=True).width_m > ordered + 0.003, "wider")
        self.driver.get(order)

    def test_a_step_out_of_turn_asks_why(self) -> None:
        row = self.order()
        choice = self.find("//label[contains(., 'another step')]//select")
        choice.send_keys("called off")
        self.press("call it off")
        self.wait_text(".steps [role=alert]", "say why")
        self.find("//label[contains(., 'because')]//input").send_keys("too dear\ue004")
        self.press("call it off")
        self.wait_text(".history", "quoted, now called off: too dear")
        row.refresh_from_db()
        self.assertEqual(row.state, "called off")

    def test_what_is_refused_stays_typed_and_somebody_else_is_said(self) -> None:
        row = self.order()
        box = self.find("//section[@aria-label='Agreed']//label[contains(., 'price')]//input")
        self.type_over(box, "a lot\ue004")
        self.wait_text(".agreed [role=alert]", "must be")
        self.assertEqual(box.get_attribute("value"), "a lot")
        Order.objects.filter(pk=row.pk).update(version=2, shaper="Bench nine")
        self.type_over(box, "700\ue004")
        self.wait_text(".agreed [role=alert]", "Somebody else")
        shaper = self.find("//section[@aria-label='Agreed']//label[contains(., 'shaper')]//input")
        self.wait(lambda: shaper.get_attribute("value") == "Bench nine", "theirs is shown")
        self.type_over(box, "710\ue004")
        self.wait(lambda: str(Order.objects.get().price) == "710.00", "and ours goes over it")

    def test_neat_and_clean(self) -> None:
        self.order("glassing")
        self.take("it is here", "arrived")
        self.measured_wider()
        for wide, high in ((1280, 800), (1366, 657)):
            self.at_size(wide, high)
            self.find(".came")
            self.check(f"order at {wide} x {high}")
            self.neat(".order, aside", f"order at {wide} x {high}")
