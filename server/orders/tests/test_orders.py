"""Orders: from a ticket to collected, with nothing skipped unsaid and nobody overwritten."""

import io
import itertools
from datetime import timedelta
from decimal import Decimal
from typing import Any

from django.db import IntegrityError, transaction
from django.utils import timezone
from pypdf import PdfReader

from accounts.tests.case import BOARD, ApiCase
from orders.models import Order
from orders.states import STATES, STEPS, next_steps
from rack.models import Board, today

FISH = {"family": "performance fish", "length_m": 1.73, "width_m": 0.533, "thickness_m": 0.064}


class OrderCase(ApiCase):
    def ordered(self, **more: Any) -> dict[str, Any]:
        """A new order of a fish, from a ticket of Ines."""
        ticket = self.ticket(stance="goofy")
        return self.good("post", "/api/orders/", {"fitting_id": ticket["id"], "board": FISH, **more})

    def change(self, order: dict[str, Any], **what: Any) -> dict[str, Any]:
        return self.good("patch", f"/api/orders/{order['id']}/", {"version": order["version"], **what})

    def step(self, order: dict[str, Any], to: str, reason: str = "") -> dict[str, Any]:
        body = {"version": order["version"], "to": to, "reason": reason}
        return self.good("post", f"/api/orders/{order['id']}/step/", body)

    def walked(self, order: dict[str, Any], to: str) -> dict[str, Any]:
        """The order after all steps up to one."""
        order = self.change(order, deposit="150.00", price="780.00")
        while order["state"] != to:
            order = self.step(order, STEPS[STEPS.index(order["state"]) + 1])
        return order


class Quoting(OrderCase):
    def test_a_quote_holds_the_ticket_as_it_stood(self) -> None:
        order = self.ordered(pinned=["length_m"])
        self.assertEqual((order["state"], order["who"], order["version"]), ("quoted", "Ines", 1))
        self.assertEqual([m["measure"] for m in order["card"]["measures"] if m["pinned"]], ["length_m"])
        self.assertTrue(all(m["less"] is not None for m in order["card"]["measures"]))
        self.good("delete", f"/api/fittings/{order['fitting_id']}/")
        again = self.good("get", f"/api/orders/{order['id']}/")
        self.assertEqual(again["card"]["measures"], order["card"]["measures"])

    def test_without_a_board_the_one_on_the_bench_is_quoted_without_what_it_costs(self) -> None:
        pk = self.good(
            "post", "/api/boards/", {"board": {**BOARD, "price": 400, "stock": "used", "condition": 0.5}}
        )
        ticket = self.ticket()
        self.good(
            "patch", f"/api/fittings/{ticket['id']}/", {"version": ticket["version"], "bench_id": pk["id"]}
        )
        board = self.good("post", "/api/orders/", {"fitting_id": ticket["id"]})["card"]["board"]
        self.assertEqual((board["length_m"], board["price"], board["stock"]), (BOARD["length_m"], None, None))

    def test_what_cannot_be_ordered_is_refused(self) -> None:
        ticket = self.ticket()["id"]
        for body, field in (
            ({"fitting_id": 10**6}, "fitting_id"),
            ({}, "fitting_id"),
            ({"fitting_id": ticket, "board": {**FISH, "length_m": 9}}, "board.length_m"),
            ({"fitting_id": ticket, "pinned": ["colour"]}, "pinned.0"),
        ):
            self.assertEqual(self.refused(400, "post", "/api/orders/", body)["field"], field)
        Board.objects.all().delete()
        self.assertEqual(self.refused(400, "post", "/api/orders/", {"fitting_id": ticket})["field"], "board")


class Steps(OrderCase):
    def test_from_quote_to_collected_every_step_stands_in_the_history(self) -> None:
        order = self.walked(self.ordered(), "collected")
        self.assertEqual(order["next_steps"], [])
        told = [row["says"] for row in order["history"]][::-1]
        walked = [says for says in told if ", now " in says]
        self.assertEqual(walked, [f"{a}, now {b}" for a, b in itertools.pairwise(STEPS)])
        self.assertTrue(all(row["person"] == self.user.get_short_name() for row in order["history"]))

    def test_no_step_is_skipped_or_taken_back_without_a_reason(self) -> None:
        order = self.walked(self.ordered(), "ordered")
        path = f"/api/orders/{order['id']}/step/"
        for to in set(STATES) - {"ordered", *next_steps("ordered")}:
            body = {"version": order["version"], "to": to, "reason": "  "}
            self.assertEqual(self.refused(400, "post", path, body)["field"], "reason")
        self.refused(400, "post", path, {"version": order["version"], "to": "ordered"})
        self.refused(400, "post", path, {"version": order["version"], "to": "lost"})
        order = self.step(order, "glassing", "the shaper had one begun")
        self.assertIn("the shaper had one begun", order["history"][0]["says"])

    def test_a_deposit_is_said_before_it_is_paid(self) -> None:
        order = self.step(self.ordered(), "ordered")
        body = {"version": order["version"], "to": "deposit"}
        self.assertEqual(
            self.refused(400, "post", f"/api/orders/{order['id']}/step/", body)["field"], "deposit"
        )
        order = self.step(self.change(order, deposit="120.50"), "deposit")
        self.assertEqual(Decimal(order["deposit"]), Decimal("120.50"))

    def test_two_at_once_one_wins_and_the_other_is_told(self) -> None:
        order = self.ordered()
        self.step(order, "ordered")
        body = {"version": order["version"], "to": "called off", "reason": "changed their mind"}
        response = self.call("post", f"/api/orders/{order['id']}/step/", body)
        self.assertEqual(response.status_code, 409)
        self.assertEqual(response.json()["current"]["state"], "ordered")
        self.assertEqual(self.call("patch", f"/api/orders/{order['id']}/", {"version": 1}).status_code, 409)
        self.assertEqual(Order.objects.get(pk=order["id"]).events.count(), 2)

    def test_the_board_is_fixed_once_the_shaper_begins(self) -> None:
        order = self.change(self.ordered(), board={**FISH, "length_m": 1.75}, pinned=["width_m"])
        self.assertEqual(order["card"]["board"]["length_m"], 1.75)
        order = self.walked(order, "shaping")
        for what in ({"board": FISH}, {"pinned": []}):
            error = self.refused(
                400, "patch", f"/api/orders/{order['id']}/", {"version": order["version"], **what}
            )
            self.assertEqual(error["field"], next(iter(what)))
        self.assertEqual(self.change(order, note="rails in grey")["note"], "rails in grey")

    def test_amounts_are_to_the_cent(self) -> None:
        order = self.ordered()
        for bad in ("1.005", "-1", "20001", "much"):
            body = {"version": order["version"], "price": bad}
            self.assertEqual(
                self.refused(400, "patch", f"/api/orders/{order['id']}/", body)["field"], "price"
            )
        self.assertEqual(self.change(order, price="799.99")["price"], "799.99")
        with self.assertRaises(IntegrityError), transaction.atomic():
            Order.objects.filter(pk=order["id"]).update(price=-1)

    def test_late_ones_come_first_and_ended_ones_last(self) -> None:
        first, second, third = (self.ordered() for _ in range(3))
        self.change(first, due=(today() + timedelta(days=9)).isoformat())
        self.change(second, due=(today() - timedelta(days=3)).isoformat())
        self.step(third, "called off", "too dear")
        rows = self.good("get", "/api/orders/")
        self.assertEqual([row["id"] for row in rows], [second["id"], first["id"], third["id"]])
        self.assertEqual([row["overdue_days"] for row in rows], [3, 0, 0])


class Arriving(OrderCase):
    def came(self) -> tuple[dict[str, Any], int]:
        order = self.walked(self.ordered(), "arrived")
        return order, order["arrived_board_id"]

    def measured(self, pk: int, **more: float) -> None:
        sheet = self.good("get", f"/api/boards/{pk}/sheet/")["board"]
        body = {"board": {**sheet["board"], **more}, "number": sheet["number"], "version": sheet["version"]}
        self.good("put", f"/api/boards/{pk}/", body)

    def test_what_came_is_measured_against_what_was_ordered(self) -> None:
        order, pk = self.came()
        self.assertIsNone(order["arrival"], "nobody has looked at it")
        self.measured(pk, mass_kg=2.9)
        self.assertEqual(self.good("get", f"/api/orders/{order['id']}/")["arrival"]["verdict"], "accept")
        self.measured(pk, width_m=FISH["width_m"] + 0.02, thickness_m=FISH["thickness_m"] + 0.006)
        arrival = self.good("get", f"/api/orders/{order['id']}/")["arrival"]
        off = {row["measure"] for row in arrival["deviations"] if not row["within"]}
        self.assertLessEqual({"width_m", "thickness_m", "litres"}, off)
        self.assertNotEqual(arrival["verdict"], "accept")
        said = {row["measure"] for row in arrival["compared"]["differences"]}
        self.assertLessEqual({"rides_per_hour", "hold_m_s", "turn_radius_m"}, said)

    def test_it_is_offered_to_nobody_else_until_it_goes_onto_the_wall(self) -> None:
        order, pk = self.came()
        ticket = self.ticket(name="Piet")

        def seen() -> set[int]:
            answer = self.good("get", f"/api/fittings/{ticket['id']}/")["answer"]
            return {row["id"] for row in answer["ranking"]} | set(answer["shut"])

        self.assertNotIn(pk, seen())
        self.assertNotIn(pk, {row["id"] for row in self.good("get", "/api/boards/")})
        self.step(order, "hung")
        self.assertIn(pk, seen())
        board = Board.objects.get(pk=pk)
        self.assertEqual((board.stock, board.price, board.reserved), ("new", 780.0, False))

    def test_collected_is_sold_and_sent_back_is_taken_down(self) -> None:
        order, pk = self.came()
        self.step(order, "collected")
        self.assertEqual(Board.every.get(pk=pk).left_as, "sold")
        order, pk = self.came()
        order = self.step(order, "glassing", "the nose is twisted")
        self.assertEqual((order["arrived_board_id"], order["arrival"]), (None, None))
        self.assertEqual(Board.every.get(pk=pk).left_as, "taken down")
        self.assertNotEqual(self.step(order, "arrived")["arrived_board_id"], pk)

    def test_a_step_taken_back_brings_the_board_back_with_it(self) -> None:
        for end in ("collected", "hung"):
            order, pk = self.came()
            order = self.step(self.step(order, end), "arrived", "the wrong one was handed over")
            board = Board.objects.get(pk=pk)
            self.assertEqual((order["arrived_board_id"], board.reserved, board.left_as), (pk, True, ""))
            order = self.step(self.step(order, end), "glassing", "it goes back")
            self.assertIsNone(order["arrived_board_id"])
            self.assertFalse(Board.objects.filter(pk=pk).exists())

    def test_what_was_handed_over_by_mistake_hangs_after_all(self) -> None:
        order, pk = self.came()
        self.step(self.step(order, "collected"), "hung", "they took another one")
        self.assertFalse(Board.objects.get(pk=pk).reserved)


class Papers(OrderCase):
    def text(self, order: dict[str, Any]) -> str:
        made = self.call("get", f"/api/orders/{order['id']}/card.pdf").content
        pages = PdfReader(io.BytesIO(made)).pages
        self.assertEqual(len(pages), 1)
        return pages[0].extract_text()

    def test_the_card_names_nobody_and_says_figures_with_consent_only(self) -> None:
        order = self.change(self.ordered(pinned=["length_m"]), note="pale green", shaper="Bench nine")
        text = self.text(order)
        for part in ("performance fish", "5'8", "must not change", "pale green", "Bench nine", "costs"):
            self.assertIn(part, text)
        for secret in ("Ines", "goofy", "68 kg"):
            self.assertNotIn(secret, text)
        text = self.text(self.change(order, consent=True))
        self.assertIn("goofy", text)
        self.assertNotIn("Ines", text)

    def test_the_card_is_a_document_and_the_board_a_file(self) -> None:
        order = self.ordered()
        card = self.good("get", f"/api/orders/{order['id']}/card.json")
        self.assertEqual((card["format"], card["ordered_for"]), ("chord-order/1", None))
        self.assertEqual(card["measures"], order["card"]["measures"])
        stl = self.call("get", f"/api/orders/{order['id']}/board.stl").content
        self.assertGreater(len(stl), 10_000)


class Orderables(OrderCase):
    def test_what_could_be_ordered_is_better_than_the_wall_and_says_how_long(self) -> None:
        ticket = self.ticket()
        found = self.good("get", f"/api/fittings/{ticket['id']}/orderable/")
        self.assertEqual(found["version"], ticket["version"])
        worth = found["worth"]
        self.assertGreaterEqual(worth["fit"], worth["wall_fit"])
        self.assertIn(found["wall_id"], {row["id"] for row in ticket["answer"]["ranking"]})
        self.assertIn("weeks", worth["says"])
        body = {"version": ticket["version"], "typed_board": found["board"]}
        bench = self.good("patch", f"/api/fittings/{ticket['id']}/", body)["answer"]["bench"]
        self.assertEqual(bench["board"]["length_m"], found["board"]["length_m"])
        self.assertAlmostEqual(bench["ranked"]["fit"], worth["fit"], delta=0.5)

    def test_pins_are_kept_and_nothing_is_said_of_nobody(self) -> None:
        ticket = self.ticket()
        pinned = {"family": "all-rounder", "width_m": 0.53}
        self.good("patch", f"/api/fittings/{ticket['id']}/", {"version": ticket["version"], "pinned": pinned})
        found = self.good("get", f"/api/fittings/{ticket['id']}/orderable/")
        self.assertEqual((found["board"]["family"], found["board"]["width_m"]), ("all-rounder", 0.53))
        nobody = self.good("post", "/api/fittings/", {})
        self.assertIsNone(self.good("get", f"/api/fittings/{nobody['id']}/orderable/")["board"])

    def test_past_orders_of_the_shop_say_how_long_it_takes(self) -> None:
        ticket = self.ticket()
        now = timezone.now()
        for weeks in (4, 5, 6, 7):
            Order.objects.create(
                shop=self.shop,
                board=FISH,
                state="collected",
                ordered_at=now - timedelta(weeks=weeks),
                arrived_at=now,
            )
        weeks = self.good("get", f"/api/fittings/{ticket['id']}/orderable/")["worth"]["weeks"]
        self.assertEqual(weeks, sorted(weeks))
        self.assertAlmostEqual(weeks[1], 5.5, places=3)
