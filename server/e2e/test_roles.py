"""What a role may not do is not offered: a page shows what there is, and no button that would be refused."""

from django.test import Client
from orders.models import Order

from accounts.models import Membership, User
from e2e.place_case import PlaceCase
from fittings.models import Fitting

FISH = {"family": "performance fish", "length_m": 1.83, "width_m": 0.52, "thickness_m": 0.064}


class Roles(PlaceCase):
    def become(self, role: str) -> None:
        person = User.objects.filter(shop__demo=True).earliest("pk")
        Membership.objects.filter(user=person).update(role=role)
        self.sign_in()

    def go(self, path: str, until: str) -> None:
        self.driver.get(f"{self.live_server_url}{path}")
        self.find(until)

    def offered(self, *says: str) -> list[str]:
        """Which of these words stand on a button or a link that can be used now."""
        script = """
            const free = (e) => e.getClientRects().length && !e.closest('[inert]')
            const all = [...document.querySelectorAll('button, a')]
            return all.filter(free).map((e) => e.textContent.trim())"""
        there = self.driver.execute_script(script)
        return [one for one in says if any(text.startswith(one) for text in there)]

    def order(self) -> Order:
        """An order of a ticket of the demo shop."""
        client = Client()
        client.force_login(User.objects.filter(shop__demo=True).earliest("pk"))
        ticket = Fitting.objects.earliest("pk")
        body = {"fitting_id": ticket.pk, "board": FISH}
        made = client.post("/api/orders/", body, content_type="application/json")
        self.assertEqual(made.status_code, 201, made.content)
        return Order.objects.get()

    def test_the_counter_reads_tickets_and_sells(self) -> None:
        self.become("counter")
        self.go("/", "[data-verdict]")
        self.wait_text("[data-read-only]", "Advisors and coaches write tickets")
        self.assertTrue(self.driver.execute_script("return document.querySelector('.ticket .cards').inert"))
        self.assertEqual(self.offered("again"), [])
        self.press("hand over")
        self.wait_text(".sold", "they buy")
        self.check("a ticket as the counter reads it")
        self.go("/rack", ".over")
        self.assertEqual(self.offered("bring boards in"), ["bring boards in"])
        self.go("/water", ".breaks")
        self.wait(lambda: self.offered("JSON"), "the facts of a break")
        self.assertEqual(self.offered("new break", "edit", "note a day", "buoy"), [])
        self.keys("e")
        self.assertEqual(self.all("[role=dialog]"), [])

    def test_a_coach_writes_tickets_and_sells_nothing(self) -> None:
        order = self.order()
        self.become("coach")
        self.go("/", "[data-verdict]")
        self.assertEqual(self.all("[data-read-only]"), [])
        self.assertFalse(self.driver.execute_script("return document.querySelector('.ticket .cards').inert"))
        self.press("hand over")
        self.find("[role=dialog][aria-label='Hand over']")
        self.assertFalse(self.driver.find_element("css selector", ".sold").is_displayed())
        self.go("/rack", ".over")
        self.assertEqual(self.offered("bring boards in", "fin wall"), ["fin wall"])
        self.go("/rack/fins", "tbody tr")
        self.assertEqual(self.offered("take off", "as CSV"), ["as CSV"])
        self.check("the fin wall as a coach reads it")
        self.go(f"/orders/{order.pk}", ".order")
        self.assertTrue(self.driver.execute_script("return document.querySelector('.order .middle').inert"))

    def test_an_advisor_sets_no_prices(self) -> None:
        self.become("advisor")
        self.go("/", "[data-verdict]")
        self.driver.find_element("xpath", "//button[normalize-space(.)='gear']").click()
        self.wait(lambda: self.all(".own"), "the sum")
        self.assertEqual(self.offered("prices, tax"), [])
        self.go("/rack", ".over")
        self.assertEqual(self.offered("bring boards in"), ["bring boards in"])

    def test_an_owner_is_offered_all(self) -> None:
        self.become("owner")
        self.go("/water", ".breaks")
        self.wait(lambda: self.offered("JSON"), "the facts of a break")
        self.assertEqual(self.offered("new break", "edit"), ["new break", "edit"])
