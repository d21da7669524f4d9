"""A board is bought at the counter, comes back, and the shop reads how its advice did."""

from sales.models import Sale

from e2e.place_case import PlaceCase
from rack.models import Board


class Sales(PlaceCase):
    def sell(self) -> Sale:
        self.open_demo()
        self.press("hand over")
        self.wait_text(".sold", "they buy")
        self.check("hand over")
        self.click(".sold .keep")
        self.wait_text("[data-sold]", "sold on")
        return Sale.objects.get()

    def test_the_board_on_the_bench_is_sold_and_the_sale_undone(self) -> None:
        sale = self.sell()
        self.assertEqual((sale.place, sale.rack_board.left_as if sale.rack_board else ""), (1, "sold"))
        # Another board lies on the bench, and it may be bought as well.
        assert sale.rack_board
        # Several boards have one name: the shop's number tells them apart.
        sold = f"they buy {sale.rack_board.number} "
        self.wait(lambda: sold not in self.text(".sold form"), "the next")
        self.press("undo")
        self.wait(lambda: not self.all("[data-sold]"), "no sale")
        self.assertFalse(Sale.objects.exists())
        self.assertTrue(Board.objects.filter(pk=sale.rack_board_id).exists())

    def test_a_price_that_is_none_is_said_and_nothing_is_sold(self) -> None:
        self.open_demo()
        self.press("hand over")
        self.type_over(self.find(".sold input"), "much")
        self.click(".sold .keep")
        self.wait_text(".sold [role=alert]", "a price, please")
        self.assertEqual(self.find(".sold input").get_attribute("value"), "much")
        self.assertFalse(Sale.objects.exists())

    def test_it_came_back_and_how_advice_did(self) -> None:
        sale = self.sell()
        self.driver.get(f"{self.live_server_url}/shop/customers")
        self.find("input[type=search]").send_keys(sale.surfer.name)
        self.wait(lambda: len(self.all("section.face tbody tr")) == 1, "one customer")
        self.click("section.face tbody tr button")
        self.wait_text("[data-sale]", "first of the list")
        self.press("it came back")
        self.find("[data-sale] form input").send_keys("too lively")
        self.press("note it")
        self.wait_text("[data-sale]", "returned")
        self.wait_text("[data-sale]", "too lively")
        self.check("a customer who bought")
        self.assertTrue(Board.objects.filter(pk=sale.rack_board_id).exists())
        self.driver.get(f"{self.live_server_url}/shop/advice")
        self.wait_text("[data-says]", "1 came back")
        self.wait_text("section.face table", "1 of 1 (100 %)")
        self.check("advice and sales")
