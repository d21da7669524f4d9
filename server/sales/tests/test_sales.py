"""What was bought, what came back, and how advice did."""

import io
from datetime import UTC, datetime
from typing import Any
from unittest import mock

from django.utils import timezone
from logbook.models import Session
from logbook.tests.case import LogCase
from pypdf import PdfReader
from quivers.models import OwnedBoard

from accounts.models import Membership, User
from accounts.tests.case import BOARD
from fittings.models import Fitting
from rack.models import Board
from sales.models import Sale


class SalesCase(LogCase):
    """A rack of three all-rounders and tickets of people whom they suit."""

    def sold(self, ticket: dict[str, Any], **given: Any) -> dict[str, Any]:
        return dict(self.good("post", f"/api/fittings/{ticket['id']}/sales/", given))

    def first(self, ticket: dict[str, Any]) -> int:
        """The board that is advised first."""
        answer = self.good("get", f"/api/fittings/{ticket['id']}/")["answer"]
        return int(answer["ranking"][0]["id"])

    def hangs(self, pk: int) -> bool:
        return Board.objects.filter(pk=pk).exists()


class Selling(SalesCase):
    def test_a_board_leaves_the_rack_stands_in_the_quiver_and_on_the_ticket(self) -> None:
        ticket = self.ticket()
        first = self.first(ticket)
        Board.objects.filter(pk=first).update(price=480.5, number="T7")
        made = self.sold(ticket, board_id=first)
        self.assertEqual((made["place"], made["hit"], made["price"]), (1, True, 480.5))
        self.assertEqual((made["board"], made["sold_by"]), ("T7 all-rounder", "north-person"))
        self.assertFalse(self.hangs(first))
        self.assertEqual(Board.every.get(pk=first).left_as, "sold")
        surfer = Fitting.objects.get(pk=ticket["id"]).surfer_id
        owned = OwnedBoard.objects.get(surfer=surfer)
        self.assertEqual(owned.board["length_m"], Board.every.get(pk=first).length_m)
        listed = self.good("get", f"/api/fittings/{ticket['id']}/sales/")["sales"]
        self.assertEqual([one["id"] for one in listed], [made["id"]])
        # The next one who comes is not offered it.
        other = self.ticket(name="Oona")
        answer = self.good("get", f"/api/fittings/{other['id']}/")["answer"]
        self.assertNotIn(first, [one["id"] for one in answer["ranking"]])

    def test_where_it_stood_is_kept_whatever_hangs_there_later(self) -> None:
        ticket = self.ticket()
        answer = self.good("get", f"/api/fittings/{ticket['id']}/")["answer"]
        last = answer["ranking"][-1]
        gap = answer["ranking"][0]["fit"] - last["fit"]
        made = self.sold(ticket, board_id=last["id"], price=300)
        self.assertEqual(made["place"], len(answer["ranking"]))
        self.assertEqual(made["price"], 300)
        self.assertAlmostEqual(Sale.objects.get().behind or 0.0, gap, places=1)

    def test_without_an_answer_it_is_sold_and_no_hit_is_claimed(self) -> None:
        ticket = self.good("post", "/api/fittings/", {"facts": {"name": "Nobody yet"}})
        board = Board.objects.earliest("pk")
        made = self.sold(ticket, board_id=board.pk)
        self.assertEqual((made["place"], made["hit"]), (None, None))

    def test_what_is_not_for_sale_is_refused_and_nothing_is_written(self) -> None:
        ticket = self.ticket()
        path = f"/api/fittings/{ticket['id']}/sales/"
        hire, kept, gone = Board.objects.order_by("pk")[:3]
        Board.objects.filter(pk=hire.pk).update(stock="hire", version=2, updated_at=timezone.now())
        Board.objects.filter(pk=kept.pk).update(reserved=True)
        self.sold(self.ticket(name="First"), board_id=gone.pk)
        for pk, says in ((hire.pk, "for hire"), (kept.pk, "kept for somebody"), (gone.pk, "no such board")):
            with self.subTest(says):
                error = self.refused(400, "post", path, {"board_id": pk})
                self.assertEqual(error["field"], "board_id")
                self.assertIn(says, error["message"])
        for bad in ({"board_id": hire.pk, "price": -1}, {"board_id": "x"}, {}, {"board_id": 1, "to": "Ines"}):
            self.refused(400, "post", path, bad)
        self.assertEqual(Sale.objects.count(), 1)

    def test_a_sale_by_mistake_is_undone(self) -> None:
        ticket = self.ticket()
        first = self.first(ticket)
        made = self.sold(ticket, board_id=first)
        self.assertEqual(self.call("delete", f"/api/sales/{made['id']}/").status_code, 204)
        self.assertTrue(self.hangs(first))
        self.assertFalse(Sale.objects.exists() or OwnedBoard.objects.exists())

    def test_a_coach_sells_nothing_and_the_counter_does(self) -> None:
        ticket = self.ticket()
        path, body = f"/api/fittings/{ticket['id']}/sales/", {"board_id": self.first(ticket)}
        Membership.objects.filter(user=self.user).update(role="coach")
        self.refused(403, "post", path, body)
        Membership.objects.filter(user=self.user).update(role="counter")
        self.good("post", path, body)


class ComingBack(SalesCase):
    def back(self, made: dict[str, Any], how: str | None, note: str = "") -> dict[str, Any]:
        return dict(self.good("patch", f"/api/sales/{made['id']}/", {"back_as": how, "note": note}))

    def test_returned_it_hangs_again_and_leaves_the_quiver(self) -> None:
        ticket = self.ticket()
        first = self.first(ticket)
        made = self.sold(ticket, board_id=first)
        shown = self.back(made, "returned", "too lively")
        self.assertEqual((shown["back_as"], shown["note"]), ("returned", "too lively"))
        self.assertIsNotNone(shown["back_at"])
        self.assertTrue(self.hangs(first))
        self.assertFalse(OwnedBoard.objects.exists())
        # It did not, after all.
        shown = self.back(made, None)
        self.assertEqual((shown["back_as"], shown["back_at"]), (None, None))
        self.assertFalse(self.hangs(first))
        self.assertEqual(OwnedBoard.objects.count(), 1)

    def test_traded_in_it_does_not_hang_again(self) -> None:
        ticket = self.ticket()
        first = self.first(ticket)
        self.back(self.sold(ticket, board_id=first), "traded in")
        self.assertFalse(self.hangs(first))

    def test_sold_to_somebody_else_meanwhile_it_stays_there(self) -> None:
        ticket = self.ticket()
        first = self.first(ticket)
        made = self.sold(ticket, board_id=first)
        self.back(made, "returned")
        self.sold(self.ticket(name="Oona"), board_id=first)
        error = self.refused(400, "patch", f"/api/sales/{made['id']}/", {"back_as": None})
        self.assertEqual(error["field"], "back_as")
        self.assertEqual(Sale.objects.get(pk=made["id"]).back_as, "returned")

    def test_bad_words(self) -> None:
        made = self.sold(self.ticket(), board_id=Board.objects.earliest("pk").pk)
        path = f"/api/sales/{made['id']}/"
        for bad in ({"back_as": "burnt"}, {}, {"back_as": "returned", "note": "x" * 301}):
            self.refused(400, "patch", path, bad)


class Advice(SalesCase):
    def row(self, who: str = "") -> dict[str, Any]:
        rows = self.good("get", "/api/shop/advice/")["rows"]
        return dict(next(one for one in rows if one["who"] == who))

    def test_tickets_hits_and_what_came_back_are_counted_by_advisor(self) -> None:
        # Jonna's, whose log is kept.
        self.assertEqual(self.row()["tickets"], 1)
        best = self.ticket()
        self.sold(best, board_id=self.first(best))
        second = self.ticket(name="Oona")
        far = self.sold(second, board_id=Board.objects.latest("pk").pk)
        Sale.objects.filter(pk=far["id"]).update(behind=9.0)
        self.good("patch", f"/api/sales/{far['id']}/", {"back_as": "returned"})
        self.ticket(name="Only asked")
        self.good("post", "/api/fittings/", {"facts": {"name": "No facts"}})
        counts = {"tickets": 4, "bought": 2, "from_rack": 2, "hits": 1, "came_back": 1}
        self.assertEqual({name: self.row()[name] for name in counts}, counts)
        self.assertEqual({name: self.row("north-person")[name] for name in counts}, counts)
        # What another advised is theirs.
        other = User.objects.create_user("bea", password="wet wax and sand", shop=self.shop)
        Sale.objects.filter(pk=far["id"]).update(advised_by=other)
        self.assertEqual((self.row("bea")["came_back"], self.row("north-person")["came_back"]), (1, 0))

    def test_as_good_as_the_first_is_a_hit(self) -> None:
        made = self.sold(self.ticket(), board_id=Board.objects.earliest("pk").pk)
        for behind, hit in ((0.0, True), (2.0, True), (2.5, False)):
            Sale.objects.filter(pk=made["id"]).update(behind=behind)
            self.assertEqual(self.good("get", f"/api/sales/{made['id']}/")["hit"], hit)

    def test_what_the_log_says_of_boards_that_were_bought(self) -> None:
        made = self.sold(self.fitting, board_id=self.first(self.fitting))
        self.assertIsNone(self.row()["ridden"])
        board = Sale.objects.get().board
        bought = datetime(2020, 5, 3, tzinfo=UTC)
        Sale.objects.filter(pk=made["id"]).update(sold_at=bought)
        # The day before it was bought, two days on it, a day on another board.
        days = [self.session(day=0, board=board), self.session(day=3, board=board)]
        days += [self.session(day=5, board=board), self.session(day=6)]
        self.keep(*days)
        self.assertEqual(Session.objects.count(), 4)
        # A sale of years ago is none of this season.
        self.assertEqual(self.row()["bought"], 0)
        with mock.patch("sales.selectors.timezone.now", lambda: datetime(2020, 6, 1, tzinfo=UTC)):
            ridden = self.row()["ridden"]
        self.assertEqual((ridden["sessions"], ridden["surfers"]), (2, 1))
        low, middle, high = ridden["ratio"]
        self.assertLess(low, middle)
        self.assertLess(middle, high)

    def test_it_is_in_what_somebody_takes_along_and_goes_when_they_are_erased(self) -> None:
        ticket = self.ticket()
        board = {**BOARD, "name": "Canary Wing"}
        added = self.good("post", "/api/boards/", {"board": board})
        self.sold(ticket, board_id=added["id"])
        surfer = Fitting.objects.get(pk=ticket["id"]).surfer_id
        path = f"/api/customers/{surfer}/"
        shown = self.good("get", path)
        self.assertIn("Canary Wing", shown["bought"][0]["board"])
        taken = self.good("get", f"{path}customer.json")
        self.assertEqual(taken["bought"][0]["board"]["name"], "Canary Wing")
        pages = PdfReader(io.BytesIO(self.call("get", f"{path}customer.pdf").content)).pages
        self.assertIn("Boards bought", "".join(page.extract_text() for page in pages))
        self.good("post", f"{path}erase/", {"name": shown["name"]})
        row = Sale.objects.get()
        self.assertNotIn("name", row.board)
        self.assertIsNone(row.rack_board)
        self.assertEqual(self.row()["bought"], 1)
