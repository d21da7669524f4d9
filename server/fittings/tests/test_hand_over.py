"""What leaves the counter: the page to take home, the fitting as a document, the ticket to somebody else."""

import io
import json
from typing import Any

from pypdf import PdfReader

from accounts.tests.case import BOARD, ApiCase
from fittings.models import Fitting
from rack.models import Board


class HandOver(ApiCase):
    def patch(self, ticket: dict[str, Any], **change: Any) -> dict[str, Any]:
        return self.good("patch", f"/api/fittings/{ticket['id']}/", {"version": ticket["version"], **change})

    def page(self, ticket: dict[str, Any]) -> str:
        response = self.call("get", f"/api/fittings/{ticket['id']}/hand-out.pdf")
        self.assertEqual((response.status_code, response["Content-Type"]), (200, "application/pdf"))
        pages = PdfReader(io.BytesIO(response.content)).pages
        self.assertEqual(len(pages), 1)
        return " ".join(pages[0].extract_text().split())


class Page(HandOver):
    def test_the_page_has_the_figures_of_the_screen(self) -> None:
        ticket = self.ticket(present_board=BOARD, age=34)
        text = self.page(ticket)
        bench = ticket["answer"]["bench"]
        self.assertIn("For Ines", text)
        self.assertIn(bench["hull"]["line"]["imperial"], text)
        cautions = [caution["says"] for caution in bench["ranked"]["cautions"]]
        for says in (*bench["ranked"]["for"], *bench["ranked"]["against"], *cautions):
            self.assertIn(says, text)
        self.assertIn(bench["ranked"]["on_the_wave"]["says"][0], text)
        size = self.good("get", f"/api/fittings/{ticket['id']}/windows/")["size"]
        kind = next(row for row in size["families"] if row["family"] == bench["board"]["family"])
        low, high = kind["windows"]["litres"]
        self.assertIn(f"{low:.1f} to {high:.1f}", text)
        self.assertIn("local rules go before", text)
        ahead = self.good("get", f"/api/fittings/{ticket['id']}/step/")["says"]
        self.assertTrue(ahead)
        self.assertIn(ahead, text)
        self.assertIn("What to look for in an all-rounder", text)

    def test_the_sum_is_that_of_the_screen(self) -> None:
        ticket = self.patch(self.ticket(budget=300), typed_board={**BOARD, "name": "Mallet", "price": 455.5})
        ticket = self.patch(ticket, gear={"extras": ["bag"]})
        text = self.page(ticket)
        found = self.good("get", f"/api/fittings/{ticket['id']}/gear/")["gear"]["sum"]
        for line in found["lines"]:
            self.assertIn(f"{line['says']} {line['price']}", text)
        self.assertIn(f"Out of the door {found['total']} EUR, {found['over']} over the budget.", text)

    def test_mass_and_age_stay_in_the_shop(self) -> None:
        text = self.page(self.ticket(mass_kg=83, age=47))
        self.assertNotIn("83", text.replace("8'3", ""))
        self.assertNotIn("47", text)

    def test_it_is_written_in_the_persons_units_and_in_any_name(self) -> None:
        self.good("patch", "/api/me/", {"units": "metric"})
        text = self.page(self.ticket(name="Åsa Łucja Čermáková"))
        self.assertIn("For Åsa", text)
        self.assertIn("cm", text)

    def test_a_blank_ticket_says_what_is_missing(self) -> None:
        blank = self.good("post", "/api/fittings/", {})
        self.assertIn("No board yet", self.page(blank))

    def test_pins_are_printed_as_pinned(self) -> None:
        ticket = self.ticket()
        family = ticket["answer"]["bench"]["board"]["family"]
        ticket = self.patch(ticket, pinned={"family": family, "length_m": 1.8288})
        self.assertIn("6'0 to 6'0", self.page(ticket))


class Documents(HandOver):
    def test_a_round_trip_loses_nothing(self) -> None:
        ticket = self.ticket(present_board=BOARD, likes=["turning"], skills={"trims both ways": True})
        board = Board.objects.of(self.shop).first()
        ticket = self.patch(ticket, water={"usual_m": 0.9}, target_l=34.5, bench_id=board.pk)
        ticket = self.patch(ticket, pinned={"family": "all-rounder", "width_m": 0.51})
        sent = self.good("get", f"/api/fittings/{ticket['id']}/document/")
        self.assertEqual(sent["format"], "chord-fitting/1")
        self.assertEqual(sent["bench"]["length_m"], board.length_m)
        made = self.good("post", "/api/fittings/import/", sent)
        again = self.good("get", f"/api/fittings/{made['id']}/document/")
        self.assertEqual(json.dumps(again, sort_keys=True), json.dumps(sent, sort_keys=True))
        before, after = ticket["answer"], made["answer"]
        self.assertEqual(after["size"]["target_l"], before["size"]["target_l"])
        self.assertAlmostEqual(after["bench"]["ranked"]["fit"], before["bench"]["ranked"]["fit"])

    def test_a_bad_document_names_its_field_and_writes_nothing(self) -> None:
        before = Fitting.objects.count()
        for body, field in (
            ({}, "surfer"),
            ({"surfer": {"mass_kg": 2}}, "surfer.mass_kg"),
            ({"surfer": {}, "format": "chord-fitting/9"}, "format"),
            ({"surfer": {}, "bench": {**BOARD, "width_m": 4}}, "bench.width_m"),
            ({"surfer": {}, "hat": 1}, "hat"),
        ):
            with self.subTest(field):
                error = self.refused(400, "post", "/api/fittings/import/", body)
                self.assertEqual(error["field"], field)
        self.assertEqual(Fitting.objects.count(), before)


class TwoPeople(HandOver):
    def test_who_asks_since_a_version_sees_what_changed_and_else_nothing(self) -> None:
        ticket = self.ticket()
        path = f"/api/fittings/{ticket['id']}/since/?version="
        response = self.call("get", f"{path}{ticket['version']}")
        self.assertEqual((response.status_code, response.content), (204, b""))
        self.patch(ticket, facts={"age": 40})
        theirs = self.good("get", f"{path}{ticket['version']}")
        self.assertEqual(theirs["facts"]["age"], 40)

    def test_a_known_surfer_brings_what_was_said_last_time(self) -> None:
        place = self.good("post", "/api/breaks/", {"name": "Ropewalk", "usual_m": 0.9})
        ticket = self.patch(self.ticket(present_board=BOARD), break_id=place["id"], facts={"age": 40})
        row = Fitting.objects.get(pk=ticket["id"])
        again = self.good("post", "/api/fittings/", {"surfer_id": row.surfer_id, "facts": {"mass_kg": 70}})
        self.assertEqual((again["facts"]["age"], again["facts"]["mass_kg"]), (40, 70))
        self.assertEqual(again["facts"]["present_board"]["length_m"], BOARD["length_m"])
        self.assertEqual((again["water"]["usual_m"], again["break_id"]), (0.9, place["id"]))
        rows = [one for one in self.good("get", "/api/fittings/") if one["surfer_id"] == row.surfer_id]
        self.assertEqual([one["water"] for one in rows], ["Ropewalk", "Ropewalk"])
        self.assertEqual(
            Fitting.objects.get(pk=ticket["id"]).facts["mass_kg"], 68, "the first stays as it was"
        )
