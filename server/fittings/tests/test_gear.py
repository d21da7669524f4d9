"""What goes with the board on the bench: chosen over the shop's own fin wall, kept with the ticket."""

import io
from decimal import Decimal
from typing import Any

from fins.commands import add_fins
from fins.documents import FinsIn
from fins.tests.test_fins import SET
from pypdf import PdfReader

from accounts.models import Shop
from accounts.tests.case import BOARD, ApiCase, make_shop

OLD = {**BOARD, "name": "old one", "price": 500, "build": "PU / polyester"}


class GearOfTheBench(ApiCase):
    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        cls.hang(cls.shop, "Skerry M")
        cls.hang(cls.shop, "Rudder", setup="single", box="long box", groups=[SET["groups"][0] | {"count": 1}])
        cls.hang(Shop.objects.create(name="south"), "theirs")

    @staticmethod
    def hang(shop: Shop, name: str, **more: Any) -> None:
        add_fins(shop, FinsIn.model_validate({"fins": {**SET, "name": name, **more}, "count": 1}))

    def gear(self, ticket: dict[str, Any]) -> dict[str, Any]:
        return self.good("get", f"/api/fittings/{ticket['id']}/gear/")

    def patch(self, ticket: dict[str, Any], **change: Any) -> dict[str, Any]:
        return self.good("patch", f"/api/fittings/{ticket['id']}/", {"version": ticket["version"], **change})

    def test_the_shops_own_fins_and_no_others(self) -> None:
        typed = {**BOARD, "price": 600, "fins": {"setup": "thruster", "box_type": "two-tab"}}
        ticket = self.patch(self.ticket(), typed_board=typed)
        answer = self.gear(ticket)
        self.assertEqual(answer["version"], ticket["version"])
        fits = {fit["name"]: fit["fits_boxes"] for fit in answer["gear"]["fins"]}
        self.assertEqual(fits, {"Skerry M": True, "Rudder": False})
        lines = {line["code"]: line for line in answer["gear"]["sum"]["lines"]}
        self.assertEqual((lines["fins"]["says"], lines["fins"]["price"]), ("Skerry M", "68.50"))
        total = sum(Decimal(line["price"]) for line in lines.values())
        self.assertEqual(Decimal(answer["gear"]["sum"]["total"]), total)

    def test_what_was_chosen_is_kept_with_the_ticket(self) -> None:
        chosen = {"extras": ["bag"], "trade_in": {"sessions": 30, "stains": "some"}}
        ticket = self.patch(self.ticket(present_board=OLD), gear=chosen)
        self.assertEqual(ticket["gear"]["extras"], ["bag"])
        answer = self.gear(ticket)["gear"]
        self.assertLess(Decimal(answer["sum"]["lines"][-1]["price"]), 0)
        self.assertIn("a yellow stain: it drank once", answer["trade_in"]["reasons"])
        document = self.good("get", f"/api/fittings/{ticket['id']}/document/")
        self.assertEqual(document["gear"]["trade_in"]["stains"], "some")
        again = self.good("post", "/api/fittings/import/", document)
        self.assertEqual(again["gear"], ticket["gear"])
        # Without the old board there is nothing to give, and the look at it stays for when it comes back.
        without = self.patch(ticket, facts={"present_board": None})
        self.assertIsNone(self.gear(without)["gear"]["trade_in"])
        self.assertEqual(without["gear"], ticket["gear"])

    def test_picked_fins_that_hang_no_longer_are_said(self) -> None:
        ticket = self.patch(self.ticket(), gear={"picked_fins": "Sold Last Week"})
        answer = self.gear(ticket)
        self.assertIn("Sold Last Week", answer["unpicked"])
        self.assertTrue(answer["gear"]["sum"]["lines"])

    def test_without_a_level_or_a_board_nothing_is_said(self) -> None:
        blank = self.good("post", "/api/fittings/", {})
        self.assertIsNone(self.gear(blank)["gear"])

    def test_fins_that_they_have_go_on(self) -> None:
        fins = {"setup": "thruster", "box_type": "two-tab", "size": "M"}
        ticket = self.patch(
            self.ticket(present_board={**OLD, "fins": fins}),
            typed_board={**BOARD, "price": 600, "fins": {"setup": "thruster", "box_type": "two-tab"}},
        )
        lines = {line["code"]: line for line in self.gear(ticket)["gear"]["sum"]["lines"]}
        self.assertEqual(lines["fins"]["price"], "0.00")
        self.assertIn("their own", lines["fins"]["says"])

    def test_what_is_asked_ahead_for_a_board_is_what_goes_with_it_on_the_bench(self) -> None:
        boards = self.good("get", "/api/boards/")
        ticket = self.patch(self.ticket(), gear={"extras": ["bag"]})
        path = f"/api/fittings/{ticket['id']}/gear/"
        for board in boards[:2]:
            ahead = self.good("get", f"{path}?board={board['id']}")["gear"]
            ticket = self.patch(ticket, bench_id=board["id"])
            self.assertEqual(self.gear(ticket)["gear"], ahead)
        self.patch(ticket, gear={"extras": []})
        self.assertNotEqual(self.good("get", f"{path}?board={boards[0]['id']}")["gear"], ahead)

    def test_of_a_board_that_does_not_hang_there_nothing_is_said(self) -> None:
        path = f"/api/fittings/{self.ticket()['id']}/gear/"
        for word in ("999999", "first"):
            self.assertEqual(self.refused(400, "get", f"{path}?board={word}")["field"], "board")

    def test_bad_choices_are_refused_by_their_field(self) -> None:
        ticket = self.ticket()
        for gear, field in (
            ({"extras": ["boat"]}, "gear.extras.0"),
            ({"trade_in": {"stains": "lots"}}, "gear.trade_in.stains"),
            ({"trade_in": {"sessions": -1}}, "gear.trade_in.sessions"),
            ({"picked_fins": "x" * 81}, "gear.picked_fins"),
        ):
            with self.subTest(field=field):
                body = {"version": ticket["version"], "gear": gear}
                error = self.refused(400, "patch", f"/api/fittings/{ticket['id']}/", body)
                self.assertEqual(error["field"], field)


class OwnTerms(ApiCase):
    """The shop's own prices, currency and tax: the same on its own screens and pages, nobody else's."""

    def test_they_hold_in_the_sum_the_rack_and_on_the_page_to_the_cent(self) -> None:
        board = self.good("post", "/api/boards/", {"board": {**BOARD, "price": 400}})
        ticket = self.ticket()
        path = f"/api/fittings/{ticket['id']}/"
        self.good("patch", path, {"version": ticket["version"], "bench_id": board["id"]})
        terms = {"currency": "GBP", "tax_percent": "20", "tax_added": True, "prices": {"leash": 21.37}}
        kept = self.good("put", "/api/shop/terms/", terms)
        self.assertEqual((kept["currency"], kept["prices"]["leash"]), ("GBP", 21.37))
        found = self.good("get", f"{path}gear/")["gear"]["sum"]
        lines = {line["code"]: Decimal(line["price"]) for line in found["lines"]}
        self.assertEqual(lines["leash"], Decimal("21.37"))
        self.assertEqual(sum(lines.values()), Decimal(found["total"]))
        rack = {row["id"]: row["out_of_the_door"] for row in self.good("get", "/api/boards/")}
        self.assertEqual(Decimal(str(rack[board["id"]])), Decimal(found["total"]))
        made = self.call("get", f"{path}hand-out.pdf").content
        page = PdfReader(io.BytesIO(made)).pages[0].extract_text()
        self.assertIn(found["total"], page)
        self.assertIn("GBP", page)

    def test_another_shop_sells_on_its_own(self) -> None:
        self.good("put", "/api/shop/terms/", {"currency": "JPY"})
        _, stranger = make_shop("south")
        self.client.force_login(stranger)
        self.assertEqual(self.good("get", "/api/shop/terms/")["currency"], "EUR")
        error = self.refused(400, "put", "/api/shop/terms/", {"currency": "shells"})
        self.assertEqual(error["field"], "currency")
