"""What the last tickets ask of the rack: whom a board suits, what nobody's board meets, what its tag says."""

import io

from pypdf import PdfReader

from accounts.tests.case import BOARD, ApiCase, make_shop
from chord_core.tables import tables
from fittings.models import Fitting
from rack.models import Board

LOG = {"family": "performance longboard", "length_m": 2.80, "width_m": 0.57, "thickness_m": 0.075}
MINI_MAL = {"family": "mini-mal", "length_m": 2.2352, "width_m": 0.54, "thickness_m": 0.07}


class AskedCase(ApiCase):
    def add_board(self, **board: object) -> int:
        return self.good("post", "/api/boards/", {"board": {**BOARD, "stated_litres": None, **board}})["id"]

    def asked(self) -> dict:
        return self.good("get", "/api/rack/asked/")

    def fit_of(self, ticket: int, board: int) -> float:
        """The fit that the fitting itself gives a board."""
        ranking = self.good("get", f"/api/fittings/{ticket}/")["answer"]["ranking"]
        return next((row["fit"] for row in ranking if row["id"] == board), 0.0)


class Asked(AskedCase):
    def test_a_board_suits_whom_the_fitting_says_it_fits(self) -> None:
        self.add_board(**MINI_MAL)
        self.add_board(**LOG)
        for facts in ({"mass_kg": 68, "rung": "trimming"}, {"mass_kg": 90, "rung": "standing"}):
            self.ticket(**facts)
        least = tables().fit.suits_from
        for one in self.asked()["fittings"]:
            for pk in Board.objects.values_list("pk", flat=True):
                fit = self.fit_of(one["fitting_id"], pk)
                self.assertEqual(pk in one["suits"], fit >= least, (one["name"], pk, fit))

    def test_the_best_stand_first_and_the_band_holds_the_target(self) -> None:
        ticket = self.ticket()["id"]
        one = self.asked()["fittings"][0]
        fits = [self.fit_of(ticket, pk) for pk in one["suits"]]
        self.assertEqual(fits, sorted(fits, reverse=True))
        size = self.good("get", f"/api/fittings/{ticket}/")["answer"]["size"]
        self.assertTrue(one["low_l"] <= size["target_l"] <= one["high_l"])
        self.assertEqual(one["family"], size["families"][0]["family"])
        self.assertTrue(1.2 < one["length_m"] < 3.9)

    def test_newest_first_thirty_at_most_and_only_those_with_an_answer(self) -> None:
        self.ticket(name="Nobody yet", mass_kg=None)
        tickets = [self.ticket(name=f"Odd {i}")["id"] for i in range(32)]
        found = [one["fitting_id"] for one in self.asked()["fittings"]]
        self.assertEqual(found, tickets[:1:-1])
        self.assertEqual({one["name"] for one in self.asked()["fittings"]}, {"Odd"}, "first names only")

    def test_what_is_for_hire_meets_no_wish_to_buy(self) -> None:
        Board.objects.all().delete()
        self.ticket()
        family = self.asked()["fittings"][0]
        hired = self.add_board(family=family["family"], length_m=family["length_m"], width_m=0.53,
                          thickness_m=0.067, stock="hire")  # fmt: skip
        one = self.asked()["fittings"][0]
        self.assertEqual((one["suits"], one["best"]), ([hired], []))

    def test_boards_that_suit_nobody(self) -> None:
        log = self.add_board(**LOG)
        self.ticket(rung="carving", mass_kg=60)
        asked = self.asked()
        self.assertIn(log, asked["nobody"])
        suited = {pk for one in asked["fittings"] for pk in one["suits"]}
        self.assertEqual(set(asked["nobody"]), set(Board.objects.values_list("pk", flat=True)) - suited)

    def test_without_tickets_or_boards_nothing_is_claimed(self) -> None:
        self.assertEqual(self.asked(), {"fittings": [], "nobody": []})
        Board.objects.all().delete()
        self.ticket()
        one = self.asked()["fittings"][0]
        self.assertEqual((one["suits"], one["best"]), ([], []))

    def test_a_changed_ticket_or_rack_is_asked_again(self) -> None:
        ticket = self.ticket(mass_kg=60)
        low = self.asked()["fittings"][0]["low_l"]
        body = {"version": ticket["version"], "facts": {"mass_kg": 95}}
        self.good("patch", f"/api/fittings/{ticket['id']}/", body)
        self.assertGreater(self.asked()["fittings"][0]["low_l"], low)
        before = self.asked()["nobody"]
        log = self.add_board(**LOG)
        self.assertNotIn(log, before)
        after = self.asked()
        self.assertTrue(log in after["nobody"] or any(log in one["suits"] for one in after["fittings"]))

    def test_another_shop_asks_for_nothing_here(self) -> None:
        self.ticket()
        _, stranger = make_shop("south")
        self.client.force_login(stranger)
        self.assertEqual(self.asked(), {"fittings": [], "nobody": []})

    def test_asked_a_second_time_it_costs_no_ride(self) -> None:
        for i in range(3):
            self.ticket(name=f"Odd {i}")
        self.asked()
        with self.assertNumQueries(4):  # session, person with shop; state of the rack, tickets
            self.asked()


class Tags(AskedCase):
    def text(self, pk: int) -> str:
        response = self.call("get", f"/api/boards/{pk}/tag.pdf")
        self.assertEqual(response["Content-Type"], "application/pdf")
        pages = PdfReader(io.BytesIO(response.content)).pages
        self.assertEqual(len(pages), 1)
        return pages[0].extract_text()

    def suited(self, **facts: object) -> int:
        """A board that suits a new ticket."""
        self.ticket(**facts)
        return self.asked()["fittings"][0]["suits"][0]

    def test_masses_are_rounded_out_so_that_nobody_is_read_off_it(self) -> None:
        self.add_board(**MINI_MAL)
        text = self.text(self.suited(mass_kg=68.4, name="Ines Varga"))
        self.assertIn("about 65 to 75 kg", text)
        self.assertIn("trimming", text)
        for secret in ("68", "Ines"):
            self.assertNotIn(secret, text.replace("68.", ""))

    def test_a_board_that_suits_nobody_says_nothing_about_surfers(self) -> None:
        self.assertNotIn("For surfers", self.text(self.add_board(**LOG)))

    def test_in_the_units_of_the_person(self) -> None:
        pk = self.add_board(price=512.0)
        self.assertIn("6'0", self.text(pk))
        self.user.units = "metric"
        self.user.save()
        self.assertIn("183 x 51 x 6.4", self.text(pk))
        self.assertEqual(Fitting.objects.count(), 0)
