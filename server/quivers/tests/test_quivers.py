"""The boards that a surfer owns: kept, valued, laid over the year of a ticket's water."""

import io
from typing import Any

from pypdf import PdfReader

from accounts.tests.case import BOARD
from breaks.tests.test_breaks import BreakCase
from quivers.models import OwnedBoard

FISH = {
    "name": "Petrel",
    "family": "performance fish",
    "length_m": 1.73,
    "width_m": 0.53,
    "thickness_m": 0.064,
}
MID = {
    "name": "Dunlin",
    "family": "mid-length",
    "length_m": 2.2,
    "width_m": 0.54,
    "thickness_m": 0.07,
    "price": 700,
}
NOW = {"name": "Tern", "family": "all-rounder", "length_m": 1.83, "width_m": 0.495, "thickness_m": 0.063}


class Quivers(BreakCase):
    def at_the_break(self, **facts: Any) -> dict[str, Any]:
        """A ticket of somebody who links turns, at a measured break."""
        given = {"name": "Ines", "mass_kg": 68, "rung": "linking", "sessions_month": 6, **facts}
        return self.good("post", "/api/fittings/", {"facts": given, "break_id": self.sea()["id"]})

    def path(self, ticket: dict[str, Any], part: str = "") -> str:
        return f"/api/fittings/{ticket['id']}/quiver/{part}"

    def own(self, ticket: dict[str, Any], board: dict[str, Any]) -> dict[str, Any]:
        """A board more of theirs."""
        return self.good("post", self.path(ticket), {"board": board})["boards"][-1]

    def board(self, ticket: dict[str, Any], owned: dict[str, Any]) -> str:
        return self.path(ticket, f"boards/{owned['id']}/")

    def test_the_present_board_stands_first_and_the_year_is_whole(self) -> None:
        ticket = self.at_the_break(present_board=NOW)
        for board in (FISH, MID):
            self.own(ticket, board)
        found = self.good("get", self.path(ticket))
        self.assertEqual([one["board"]["name"] for one in found["boards"]], ["Tern", "Petrel", "Dunlin"])
        self.assertEqual([one["id"] is None for one in found["boards"]], [True, False, False])
        answer = found["answer"]
        days = sum(one["days"] for one in answer["countries"]) + answer["hole_days"]
        self.assertAlmostEqual(days, 365, places=6)
        self.assertEqual([one["name"] for one in answer["countries"]], ["Tern", "Petrel", "Dunlin"])
        self.assertEqual(len(answer["wave_map"]["boards"]), len(answer["wave_map"]["faces_m"]))
        self.assertTrue(answer["says"] and answer["where_says"])

    def test_a_board_of_the_rack_is_owned_as_it_hung(self) -> None:
        ticket = self.at_the_break()
        board = self.good("get", "/api/boards/")[0]
        (made,) = self.good("post", self.path(ticket), {"rack_board_id": board["id"]})["boards"]
        self.assertEqual(made["board"]["length_m"], board["board"]["length_m"])
        self.assertEqual(made["litres"], board["litres"])
        found = self.good("get", self.path(ticket))
        self.assertEqual([one["id"] for one in found["boards"]], [made["id"]])

    def test_wear_lowers_the_worth_and_a_choice_widens_the_country(self) -> None:
        ticket = self.at_the_break(present_board=NOW)
        mid = self.own(ticket, MID)
        sound, before = float(mid["worth"]["value"]), self.good("get", self.path(ticket))["answer"]
        path = self.board(ticket, mid)
        looks = {"pressed_deck": "much", "sessions": 120}
        changed = self.good("patch", path, {"version": 1, "looks": looks, "by_choice": True})
        self.assertLess(float(changed["boards"][1]["worth"]["value"]), sound)
        after = changed["answer"]
        self.assertEqual(self.good("get", self.path(ticket))["answer"], after)
        self.assertGreater(after["countries"][1]["days"], before["countries"][1]["days"])
        self.assertLess(after["regrets"][1]["worth"], before["regrets"][1]["worth"])

    def test_two_at_once_and_what_cannot_be(self) -> None:
        ticket = self.at_the_break()
        mid = self.own(ticket, MID)
        path = self.board(ticket, mid)
        self.good("patch", path, {"version": 1, "by_choice": True})
        late = self.call("patch", path, {"version": 1, "by_choice": False})
        self.assertEqual((late.status_code, late.json()["current"]["by_choice"]), (409, True))
        for body, field in (
            ({"version": 2, "looks": {"stains": "lots"}}, "looks.stains"),
            ({"version": 2, "board": {**MID, "length_m": 9}}, "board.length_m"),
            ({"by_choice": True}, "version"),
        ):
            self.assertEqual(self.refused(400, "patch", path, body)["field"], field)
        for body, field in (
            ({}, "board"),
            ({"rack_board_id": 10**6}, "rack_board_id"),
            ({"board": {"family": "mid-length"}}, "board.length_m"),
        ):
            self.assertEqual(self.refused(400, "post", self.path(ticket), body)["field"], field)
        for _ in range(10):
            self.own(ticket, MID)
        self.assertIn("11", self.refused(400, "post", self.path(ticket), {"board": MID})["message"])
        facts = {"version": ticket["version"], "facts": {"present_board": NOW}}
        self.good("patch", f"/api/fittings/{ticket['id']}/", facts)
        self.assertEqual(len(self.good("get", self.path(ticket))["boards"]), 12)
        other = self.ticket(name="Piet")
        self.assertEqual(self.call("delete", self.board(other, mid)).status_code, 404)
        self.assertEqual(len(self.good("delete", path)["boards"]), 11)
        self.assertFalse(OwnedBoard.objects.filter(pk=mid["id"]).exists())
        self.assertEqual(self.call("patch", path, {"version": 3}).status_code, 404)

    def test_the_next_board_is_of_the_open_ones_and_within_the_budget(self) -> None:
        ticket = self.at_the_break(present_board=NOW)
        self.good("post", "/api/boards/", {"board": {**BOARD, **MID, "price": 640}})
        gun = {"family": "gun", "length_m": 2.9, "width_m": 0.5, "thickness_m": 0.08, "price": 100}
        self.good("post", "/api/boards/", {"board": gun})
        found = self.good("get", self.path(ticket, "next/") + "?slots=2&budget=650")
        names = {one["name"] for one in found["candidates"]}
        self.assertIn("Dunlin", names)
        ordered = [one for one in found["candidates"] if one["id"] is None]
        self.assertTrue(ordered)
        self.assertTrue(all("an ordered" in one["name"] for one in ordered))
        self.assertFalse(any("ordered" in name for one in found["best_sets"] for name in one["names"]))
        self.assertEqual(len(found["next"]), len(found["candidates"]))
        for one in found["best_sets"]:
            self.assertLessEqual(one["price"], 650)
        for one in found["next"]:
            self.assertGreaterEqual(one["rides_added"], -1e-9)
            self.assertEqual(one["swap"]["out"], "Tern")
        for query, field in (("?slots=4", "slots"), ("?budget=-1", "budget"), ("?colour=red", "colour")):
            self.assertEqual(self.refused(400, "get", self.path(ticket, "next/") + query)["field"], field)

    def test_months_make_up_the_free_days(self) -> None:
        ticket = self.at_the_break(present_board=NOW)
        self.own(ticket, MID)
        every = self.good("get", self.path(ticket, "months/"))["months"]
        self.assertEqual([one["month"] for one in every], list(range(1, 13)))
        for one in every:
            self.assertLessEqual(sum(one["boards"]) + one["none"], 30.5)
        free = self.good("get", self.path(ticket, "months/") + "?free=weekends")["months"]
        days = [sum(sum(one["boards"]) + one["none"] for one in rows) for rows in (every, free)]
        self.assertAlmostEqual(days[1] / days[0], 2 / 7, delta=0.02)
        self.assertEqual(
            self.refused(400, "get", self.path(ticket, "months/") + "?free=never")["field"], "free"
        )

    def test_the_last_week_as_it_was_measured(self) -> None:
        ticket = self.at_the_break(present_board=NOW)
        week = self.good("get", self.path(ticket, "months/"))["week"]
        self.assertEqual(len(week), 7)
        days = [one["day"] for one in week]
        self.assertEqual(days, sorted(set(days)))
        for one in week:
            self.assertIn(one["board"], (-1, 0))

    def test_a_trip_takes_what_may_be_carried(self) -> None:
        ticket = self.at_the_break(present_board=NOW)
        for board in (FISH, MID):
            self.own(ticket, board)
        path = self.path(ticket, "trip/")
        there = self.good("get", f"{path}?usual_m=0.8&steepness=soft&days=14")
        self.assertEqual([len(one["names"]) for one in there["trip"]["sets"]], [1, 2])
        self.assertGreaterEqual(there["trip"]["sets"][1]["rides"], there["trip"]["sets"][0]["rides"])
        self.assertEqual(len(there["trip"]["boards"]), 2)
        short = self.good("get", f"{path}?usual_m=0.8&longest_m=2")["trip"]
        self.assertEqual(short["left"], ["Dunlin"])
        self.assertTrue(all("Dunlin" not in one["names"] for one in short["sets"]))
        light = self.good("get", f"{path}?usual_m=0.8&most_kg=3.2")["trip"]
        for one in light["sets"]:
            self.assertLessEqual(one["mass_kg"], 3.2)
        place = self.sea(name="Far Point")["id"]
        self.assertEqual(self.good("get", f"{path}?break_id={place}")["at"], "Far Point")
        for query, field in (("", "usual_m"), ("?break_id=99999", "break_id"), ("?usual_m=99", "usual_m"),
                             ("?usual_m=1&days=0", "days")):  # fmt: skip
            self.assertEqual(self.refused(400, "get", path + query)["field"], field)

    def test_the_card_for_the_wall(self) -> None:
        ticket = self.at_the_break(present_board=NOW, name="Ines Varga")
        self.own(ticket, MID)
        response = self.call("get", self.path(ticket, "card.pdf"))
        (page,) = PdfReader(io.BytesIO(response.content)).pages
        text = " ".join(page.extract_text().split())
        for says in ("For Ines at Ropewalk", "waist", "Dunlin", "Tern", "average"):
            self.assertIn(says, text)
        self.assertNotIn("Varga", text)

    def test_no_words_of_the_card_lie_on_others_and_nothing_falls_off(self) -> None:
        """Long names and as many boards as there may be, still on one page."""
        ticket = self.at_the_break(present_board={**NOW, "name": "", "family": "performance shortboard"})
        for i in range(4):
            self.own(ticket, {**MID, "name": f"The rather long name of board {i}"})
        response = self.call("get", self.path(ticket, "card.pdf"))
        (page,) = PdfReader(io.BytesIO(response.content)).pages
        placed: list[tuple[float, float, str]] = []
        page.extract_text(visitor_text=lambda text, _, at, *__: placed.append((at[4], at[5], text.strip())))
        words = [(x, y, text) for x, y, text in placed if text]
        self.assertGreater(min(y for _, y, _ in words), 20)
        for x, y, text in words:
            right = [other for other, height, _ in words if abs(height - y) < 1 and other > x + 1]
            room = min(right, default=595) - x
            # Nine points of the shop's letters are 5.2 wide on average; a word is not broken.
            self.assertLess(4.0 * len(text), max(room, 60), text)

    def test_the_way_ahead_of_their_boards(self) -> None:
        ticket = self.at_the_break(present_board=NOW, age=12)
        self.own(ticket, MID)
        found = self.good("get", self.path(ticket, "plan/"))["plan"]
        self.assertEqual([one["name"] for one in found["until"]], ["Tern", "Dunlin"])
        self.assertTrue(found["says"] and found["grows"])
        boys = self.good("get", self.path(ticket, "plan/") + "?growth_of=boys")["plan"]
        self.assertNotEqual(boys["months"][-1]["mass_kg"], found["months"][-1]["mass_kg"])
        field = self.refused(400, "get", self.path(ticket, "plan/") + "?growth_of=cats")["field"]
        self.assertEqual(field, "growth_of")

    def test_without_facts_or_boards_nothing_is_invented(self) -> None:
        blank = self.good("post", "/api/fittings/", {})
        found = self.good("get", self.path(blank))
        self.assertEqual((found["boards"], found["answer"]["countries"], found["today"]), ([], [], None))
        self.assertIn("mass_kg", found["answer"]["missing"])
        self.assertEqual(self.good("get", self.path(blank, "next/"))["next"], [])
        self.assertEqual(self.good("get", self.path(blank, "months/"))["months"], [])
        self.assertIn("mass_kg", self.good("get", self.path(blank, "plan/"))["plan"]["missing"])
