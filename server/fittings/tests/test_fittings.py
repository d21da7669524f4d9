"""Tickets: kept inputs, answers computed again, two people at one ticket."""

from typing import Any

from django.db import IntegrityError, transaction

from accounts.models import User
from accounts.tests.case import BOARD, ApiCase
from chord_core.tables import tables_version
from fittings.models import Fitting
from rack.models import Board
from surfers.models import Surfer

METHODS = {"by ratio", "by step", "by shape", "by float"}


class Tickets(ApiCase):
    def patch(self, ticket: dict[str, Any], **change: Any) -> dict[str, Any]:
        return self.good("patch", f"/api/fittings/{ticket['id']}/", {"version": ticket["version"], **change})

    def test_two_facts_give_an_answer_with_the_rest_in_pencil(self) -> None:
        blank = self.good("post", "/api/fittings/", {})
        self.assertEqual(blank["answer"]["size"]["missing"], ["mass_kg", "rung"])
        self.assertEqual(blank["answer"]["ranking"], [])
        self.assertIsNone(blank["answer"]["bench"])
        said = self.patch(blank, facts={"mass_kg": 75, "rung": "trimming"})
        self.assertEqual(len(said["answer"]["ranking"]), 3)
        self.assertGreater(said["answer"]["size"]["target_l"], 30)
        self.assertIn("height_m", [fact["field"] for fact in said["answer"]["size"]["assumed"]])
        self.assertEqual(said["answer"]["bench"]["id"], said["answer"]["ranking"][0]["id"])

    def test_each_board_says_its_rides_and_what_ends_its_waves(self) -> None:
        ticket = self.patch(self.ticket(), water={"usual_m": 0.9})
        for row in ticket["answer"]["ranking"]:
            self.assertGreater(row["rides"], 0)
            self.assertIsNone(row["stays_on"])
            self.assertRegex(row["waves"], r"^\w")
            self.assertTrue(row["limit"].startswith("above: ") or row["waves"].endswith("and up"))
        wave = ticket["answer"]["bench"]["ranked"]["on_the_wave"]
        self.assertLessEqual(wave["rides"]["low"], wave["rides"]["usual"])
        self.assertEqual(wave["rides"]["usual"], ticket["answer"]["ranking"][0]["rides"])
        smaller = self.patch(ticket, water={"usual_m": 0.4, "steepness": "crumbly"})
        self.assertLess(smaller["answer"]["ranking"][0]["rides"], ticket["answer"]["ranking"][0]["rides"])

    def test_the_lightest_and_the_heaviest_that_may_be_said_can_be_kept(self) -> None:
        for mass, height in ((14, 0.9), (200, 2.3)):
            ticket = self.patch(self.ticket(), facts={"mass_kg": mass, "height_m": height})
            row = Surfer.objects.get(pk=Fitting.objects.get(pk=ticket["id"]).surfer_id)
            self.assertEqual((row.mass_kg, row.height_m), (mass, height))

    def test_on_a_river_boards_say_how_they_stay(self) -> None:
        ticket = self.patch(self.ticket(), water={"kind": "river", "usual_m": 0.8, "flow_m_s": 3.2})
        for row in ticket["answer"]["ranking"]:
            self.assertIsNone(row["rides"])
            self.assertTrue(0 <= row["stays_on"] <= 1)
            self.assertEqual((row["waves"], row["limit"]), ("", ""))

    def test_inputs_and_the_tables_used_are_kept_and_the_answer_is_not(self) -> None:
        ticket = self.patch(self.ticket(), facts={"age": 34}, water={"usual_m": 0.9})
        row = Fitting.objects.get(pk=ticket["id"])
        self.assertEqual(row.facts, {"name": "Ines", "mass_kg": 68, "rung": "trimming", "age": 34})
        self.assertEqual(row.water, {"usual_m": 0.9})
        self.assertEqual(row.tables_version, tables_version())
        again = self.good("get", f"/api/fittings/{ticket['id']}/")
        self.assertEqual(again["answer"], ticket["answer"])
        self.assertEqual(Surfer.objects.get(pk=row.surfer_id).age, 34)

    def test_a_null_takes_a_fact_back_to_pencil(self) -> None:
        ticket = self.patch(self.ticket(), facts={"age": 34})
        ticket = self.patch(ticket, facts={"age": None})
        self.assertIsNone(ticket["facts"]["age"])
        self.assertIn("age", [fact["field"] for fact in ticket["answer"]["size"]["assumed"]])

    def test_a_break_brings_its_days_and_may_be_changed_for_this_surfer(self) -> None:
        place = self.good("post", "/api/breaks/", {"name": "Ropewalk", "usual_m": 0.9, "steepness": "soft"})
        ticket = self.patch(self.ticket(), break_id=place["id"])
        self.assertEqual((ticket["water"]["name"], ticket["water"]["usual_m"]), ("Ropewalk", 0.9))
        ticket = self.patch(ticket, water={"usual_m": 1.2})
        self.assertEqual(ticket["water"]["steepness"], "soft")
        self.assertEqual(self.good("get", f"/api/breaks/{place['id']}/")["usual_m"], 0.9)
        self.good("delete", f"/api/breaks/{place['id']}/")
        self.assertEqual(self.good("get", f"/api/fittings/{ticket['id']}/")["water"]["usual_m"], 1.2)

    def test_the_bench_holds_a_board_of_the_rack_or_a_typed_one(self) -> None:
        board = Board.objects.last()
        ticket = self.patch(self.ticket(), bench_id=board.pk)
        self.assertEqual(ticket["answer"]["bench"]["id"], board.pk)
        typed = {**BOARD, "name": "From home", "width_m": 0.53}
        ticket = self.patch(ticket, typed_board=typed)
        self.assertEqual(ticket["answer"]["bench"]["board"]["name"], "From home")
        self.assertEqual(ticket["answer"]["bench"]["id"], 0)
        self.assertIsNone(ticket["bench_id"])
        ticket = self.patch(ticket, bench_id=board.pk)
        self.assertIsNone(ticket["typed_board"])
        Board.objects.filter(pk=board.pk).delete()
        self.assertIsNotNone(self.good("get", f"/api/fittings/{ticket['id']}/")["answer"]["bench"])

    def test_the_target_is_the_advisors_when_set(self) -> None:
        ticket = self.patch(self.ticket(), target_l=44.0)
        self.assertEqual(ticket["answer"]["size"]["target_l"], 44.0)
        ticket = self.patch(ticket, target_l=None)
        self.assertNotEqual(ticket["answer"]["size"]["target_l"], 44.0)

    def test_the_present_board_is_drawn_and_judged(self) -> None:
        ticket = self.ticket(present_board=BOARD)
        present = ticket["answer"]["present"]
        self.assertEqual(present["hull"]["line"]["imperial"], "6'0 1/16 x 20 1/16 x 2 17/32, 33.0 L")
        self.assertAlmostEqual(present["ranked"]["litres"], 33.0)
        sizing_methods = {method["name"] for method in ticket["answer"]["size"]["sizing_methods"]}
        self.assertEqual(sizing_methods, METHODS)

    def test_the_same_facts_are_answered_the_same_and_others_otherwise(self) -> None:
        """Searched answers are kept by what they were searched from."""
        ticket = self.ticket(present_board=BOARD)
        address = f"/api/fittings/{ticket['id']}/doubts/"
        first = self.good("get", address)
        self.assertEqual(self.good("get", address), first)
        other = self.ticket(present_board=BOARD)
        again = self.good("get", f"/api/fittings/{other['id']}/doubts/")
        self.assertEqual(again, {**first, "version": other["version"]})
        heavier = self.ticket(present_board=BOARD, mass_kg=96)
        unlike = self.good("get", f"/api/fittings/{heavier['id']}/doubts/")
        self.assertNotEqual(unlike["fix"], first["fix"])
        Board.objects.filter(pk=first["stability"][0]["id"]).first().delete()
        fewer = self.good("get", address)
        self.assertNotIn(first["stability"][0]["id"], [row["id"] for row in fewer["stability"]])

    def test_windows_are_searched_apart_and_say_of_which_version(self) -> None:
        """The verdict does not wait for the search: families first, windows when they are asked for."""
        ticket = self.ticket(present_board=BOARD)
        self.assertIsNone(ticket["answer"]["size"]["windows"])
        self.assertTrue(ticket["answer"]["size"]["families"])
        settled = self.good("get", f"/api/fittings/{ticket['id']}/windows/")
        self.assertEqual(settled["version"], ticket["version"])
        size = settled["size"]
        self.assertEqual(size["target_l"], ticket["answer"]["size"]["target_l"])
        for name in ("length_m", "nose_width_m", "tail_rocker_m", "litres"):
            low, high = size["windows"][name]
            self.assertLess(low, high)
        self.assertTrue(size["tails"] and size["fins"] and size["builds"] and size["fin_size"])

    def test_doubts_are_of_the_shops_boards(self) -> None:
        ticket = self.ticket(present_board=BOARD)
        doubts = self.good("get", f"/api/fittings/{ticket['id']}/doubts/")
        self.assertEqual(doubts["version"], ticket["version"])
        ranked = [row["id"] for row in ticket["answer"]["ranking"]]
        self.assertTrue({row["id"] for row in doubts["stability"]} <= set(ranked))
        self.assertAlmostEqual(sum(row["on_top"] for row in doubts["stability"]), 1.0)
        self.assertIsNotNone(doubts["fix"]["fit"])
        blank = self.good("post", "/api/fittings/", {"facts": {"name": "Nobody yet"}})
        nothing = self.good("get", f"/api/fittings/{blank['id']}/doubts/")
        self.assertEqual((nothing["stability"], nothing["next_question"], nothing["fix"]), ([], None, None))

    def test_a_surfer_who_shares_is_served_with_the_other(self) -> None:
        sharer = {"mass_kg": 50, "rung": "starter"}
        ticket = self.ticket(aim="keep and share", sharers=[sharer])
        self.assertEqual(ticket["facts"]["sharers"][0]["mass_kg"], 50)
        error = self.refused(
            400, "patch", f"/api/fittings/{ticket['id']}/",
            {"version": ticket["version"], "facts": {"sharers": [{"mass_kg": 2}]}},
        )  # fmt: skip
        self.assertEqual(error["field"], "facts.sharers.0.mass_kg")

    def test_bad_facts_name_their_field_and_write_nothing(self) -> None:
        ticket = self.ticket()
        path = f"/api/fittings/{ticket['id']}/"
        for change, field in (
            ({"facts": {"mass_kg": 3}}, "facts.mass_kg"),
            ({"facts": {"rung": "pro"}}, "facts.rung"),
            ({"facts": {"shoe": 42}}, "facts.shoe"),
            ({"facts": {"present_board": {**BOARD, "width_m": 5}}}, "facts.present_board.width_m"),
            ({"water": {"usual_m": 1.0, "big_m": 0.5}}, "water.big_m"),
            ({"target_l": 900}, "target_l"),
            ({"bench_id": 0}, "bench_id"),
            ({"typed_board": {"family": "gun"}}, "typed_board.length_m"),
            ({"hat": 1}, "hat"),
        ):
            with self.subTest(field):
                error = self.refused(400, "patch", path, {"version": ticket["version"], **change})
                self.assertEqual(error["field"], field)
        self.assertEqual(Fitting.objects.get(pk=ticket["id"]).version, ticket["version"])
        self.assertEqual(self.refused(400, "patch", path, {"facts": {}})["field"], "version")

    def test_two_people_at_one_ticket_the_second_is_told_and_nothing_is_lost(self) -> None:
        ticket = self.ticket()
        self.patch(ticket, facts={"age": 40})
        path = f"/api/fittings/{ticket['id']}/"
        late = {"version": ticket["version"], "facts": {"fitness": "low"}}
        response = self.call("patch", path, late)
        self.assertEqual(response.status_code, 409)
        current = response.json()["current"]
        self.assertEqual(current["facts"]["age"], 40)
        merged = self.patch(current, facts={"fitness": "low"})
        self.assertEqual((merged["facts"]["age"], merged["facts"]["fitness"]), (40, "low"))

    def test_a_change_takes_few_queries_and_the_list_one(self) -> None:
        ticket = self.ticket()
        for _ in range(3):
            self.ticket()
        with self.assertNumQueries(3):  # session, person with shop; tickets
            self.assertEqual(len(self.good("get", "/api/fittings/")), 4)
        self.good("get", "/api/boards/")
        # session, person with shop, who asks (for the trail), savepoint, ticket, write, release, state of the
        # rack
        with self.assertNumQueries(8):
            self.patch(ticket, target_l=41.0)

    def test_a_known_surfer_can_come_again(self) -> None:
        first = Fitting.objects.get(pk=self.ticket()["id"])
        again = self.good("post", "/api/fittings/", {"surfer_id": first.surfer_id, "facts": {"mass_kg": 70}})
        self.assertEqual(Fitting.objects.get(pk=again["id"]).surfer_id, first.surfer_id)

    def test_thrown_away_the_surfer_stays_known(self) -> None:
        ticket = self.ticket()
        surfer = Fitting.objects.get(pk=ticket["id"]).surfer_id
        self.good("delete", f"/api/fittings/{ticket['id']}/")
        self.refused(404, "get", f"/api/fittings/{ticket['id']}/")
        self.refused(404, "patch", f"/api/fittings/{ticket['id']}/", {"version": 1})
        self.assertTrue(Surfer.objects.filter(pk=surfer).exists())

    def test_an_empty_rack_still_sizes(self) -> None:
        Board.objects.all().delete()
        answer = self.ticket()["answer"]
        self.assertIsNotNone(answer["size"]["target_l"])
        self.assertEqual(answer["ranking"], [])

    def test_the_database_refuses_what_cannot_be(self) -> None:
        row = Fitting.objects.get(pk=self.ticket()["id"])
        for change in ({"target_l": 900.0}, {"bench_board": Board.objects.first(), "typed_board": {}}):
            with self.assertRaises(IntegrityError), transaction.atomic():
                Fitting.objects.filter(pk=row.pk).update(**change)
        for change in ({"mass_kg": 3.0}, {"height_m": 9.0}):
            with self.assertRaises(IntegrityError), transaction.atomic():
                Surfer.objects.filter(pk=row.surfer_id).update(**change)
        with self.assertRaises(IntegrityError), transaction.atomic():
            User.objects.update(units="cubits")
