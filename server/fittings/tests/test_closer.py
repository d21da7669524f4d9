"""A closer look at a ticket's boards: faces, why, why not, beside each other; pins; what is remembered."""

from typing import Any

from accounts.models import User
from accounts.tests.case import BOARD, ApiCase
from chord_core.documents import Board as Document
from chord_core.documents import parse
from rack.commands import add_board

LONG = {"family": "mini-mal", "length_m": 2.21, "width_m": 0.55, "thickness_m": 0.075, "stated_litres": 55.0}
GUN = {"family": "gun", "length_m": 2.7, "width_m": 0.51, "thickness_m": 0.075}


class CloserCase(ApiCase):
    def patch(self, ticket: dict[str, Any], **change: Any) -> dict[str, Any]:
        return self.good("patch", f"/api/fittings/{ticket['id']}/", {"version": ticket["version"], **change})

    def of(self, ticket: dict[str, Any], part: str) -> Any:
        return self.good("get", f"/api/fittings/{ticket['id']}/{part}")


class Faces(CloserCase):
    def test_the_board_on_the_bench_and_the_present_one_number_by_number(self) -> None:
        ticket = self.ticket(present_board=LONG)
        faces = self.of(ticket, "faces/")
        self.assertEqual(faces["version"], ticket["version"])
        shown = ticket["answer"]["bench"]["ranked"]["on_the_wave"]["rides"]["usual"]
        self.assertAlmostEqual(faces["bench"]["rides_per_hour"], shown, delta=0.01 * shown)
        feet = faces["bench"]["behaviour"]
        length = ticket["answer"]["bench"]["board"]["length_m"]
        self.assertTrue(0 < feet["turn_point_m"] < feet["trim_point_m"] < length)
        self.assertGreater(faces["present"]["rides_per_hour"], 0)
        self.assertEqual(len(faces["bench"]["coverage"]["works"]), len(faces["bench"]["coverage"]["face_m"]))

    def test_without_facts_there_is_nothing_to_show(self) -> None:
        blank = self.good("post", "/api/fittings/", {})
        self.assertIsNone(self.of(blank, "faces/")["bench"])
        self.assertEqual(self.of(blank, "why/")["derivations"], [])

    def test_every_number_shown_has_its_why(self) -> None:
        ticket = self.ticket()
        named = [row["of"] for row in self.of(ticket, "why/")["derivations"]]
        self.assertEqual(len(named), len(set(named)), "no number is derived twice")
        for need in ticket["answer"]["bench"]["needs"]:
            self.assertIn(need["why"], named)
        for name in ("fit", "rides_per_hour", "ridden_share", "litres", "expected_l"):
            self.assertIn(name, named)

    def test_needs_are_those_of_the_complaint_then_of_the_aim(self) -> None:
        ticket = self.ticket(aim="performance", complaints=["slides"], present_board=BOARD)
        needs = ticket["answer"]["bench"]["needs"]
        self.assertEqual(needs[0]["name"], "tail holds to")
        self.assertEqual(needs[1]["name"], "turns within")
        self.assertIsNotNone(needs[0]["now"])
        for need in needs:
            self.assertLessEqual(need["low"], need["high"])
            self.assertTrue(need["span"][0] <= need["gives"] <= need["span"][1])


class WhyNot(CloserCase):
    def test_the_first_factor_that_fails_and_the_smallest_change(self) -> None:
        small = add_board(self.shop, parse(Document, {**BOARD, "length_m": 1.68, "stated_litres": 22.0}))
        ticket = self.ticket()
        found = self.of(ticket, f"why-not/?board={small.pk}")
        self.assertTrue(found["first"])
        self.assertLess(found["change"]["fit"], found["change"]["right"])
        for change in found["change"]["changes"]:
            self.assertGreaterEqual(change["fit"], found["change"]["right"])

    def test_a_board_behind_a_gate_says_the_gate(self) -> None:
        gun = add_board(self.shop, parse(Document, GUN))
        ticket = self.ticket()
        self.assertIn(gun.pk, ticket["answer"]["shut"])
        self.assertNotIn(gun.pk, [row["id"] for row in ticket["answer"]["ranking"]])
        self.assertIn("not yet", self.of(ticket, f"why-not/?board={gun.pk}")["first"])
        on_bench = self.patch(ticket, bench_id=gun.pk)
        self.assertEqual(on_bench["answer"]["bench"]["ranked"]["fit"], 0)

    def test_bad_asking_is_told(self) -> None:
        ticket = self.ticket()
        path = f"/api/fittings/{ticket['id']}"
        self.assertEqual(self.refused(400, "get", f"{path}/why-not/?board=0")["field"], "board")
        self.assertEqual(self.refused(400, "get", f"{path}/why-not/?board=x")["field"], "board")
        self.assertEqual(self.refused(400, "get", f"{path}/compare/")["field"], "boards")
        self.assertEqual(self.refused(400, "get", f"{path}/compare/?boards=now")["field"], "boards")
        self.assertEqual(self.refused(400, "get", f"{path}/compare/?boards=1,2,3")["field"], "boards")
        self.assertEqual(
            self.refused(400, "get", f"{path}/?preferred_board_id=x")["field"], "preferred_board_id"
        )
        blank = self.good("post", "/api/fittings/", {})
        self.refused(400, "get", f"/api/fittings/{blank['id']}/why-not/")


class Beside(CloserCase):
    def test_the_bench_against_the_present_board_and_another(self) -> None:
        ticket = self.ticket(present_board=LONG)
        other = ticket["answer"]["ranking"][1]["id"]
        found = self.of(ticket, f"compare/?boards=now,{other}")
        self.assertEqual(len(found["names"]), 3)
        self.assertEqual(found["fits"][0], ticket["answer"]["bench"]["ranked"]["fit"])
        rows = {row["measure"]: row for row in found["result"]["differences"]}
        self.assertEqual(rows["length_m"]["values"][1], LONG["length_m"])
        self.assertTrue(rows["length_m"]["does"][1])
        self.assertIn("rides_per_hour", rows)
        self.assertEqual(len(found["result"]["feel"]), 2)

    def test_a_tie_is_led_by_the_steadier_board(self) -> None:
        """Named by the doubts, it goes before those that are as good, and on the bench if none is chosen."""
        ticket = self.ticket()
        first, second, last = (row["id"] for row in ticket["answer"]["ranking"])
        fits = {row["id"]: row["fit"] for row in ticket["answer"]["ranking"]}
        led = self.of(ticket, f"?preferred_board_id={last}")["answer"]
        as_good = fits[first] - fits[last] <= 2
        self.assertEqual(led["ranking"][0]["id"], last if as_good else first)
        self.assertEqual(led["bench"]["id"], led["ranking"][0]["id"])
        fit = {
            row["of"]: row["value"]
            for row in self.of(ticket, f"why/?preferred_board_id={last}")["derivations"]
        }["fit"]
        self.assertAlmostEqual(fit, led["bench"]["ranked"]["fit"], places=6)
        faces = self.of(ticket, f"faces/?preferred_board_id={last}")["bench"]
        self.assertAlmostEqual(faces["rides_per_hour"], led["ranking"][0]["rides"], places=6)
        beside = self.of(ticket, f"compare/?boards={second}&preferred_board_id={last}")
        self.assertAlmostEqual(beside["fits"][0], led["bench"]["ranked"]["fit"], places=6)
        doubts = self.of(ticket, "doubts/")
        tops = {row["id"]: row["on_top"] for row in doubts["stability"]}
        if doubts["preferred_board_id"]:
            self.assertGreater(tops[doubts["preferred_board_id"]], tops[first])
            self.assertLessEqual(fits[first] - fits[doubts["preferred_board_id"]], 2)
        self.assertIn(second, tops)


class Pinned(CloserCase):
    def test_the_rest_is_searched_again_and_the_price_is_said(self) -> None:
        ticket = self.ticket(present_board=BOARD)
        family = self.of(ticket, "windows/")["size"]["families"][0]["family"]
        ticket = self.patch(ticket, pinned={"family": family, "width_m": 0.5})
        settled = self.of(ticket, "windows/")
        pinned = settled["pinned"]
        self.assertEqual(pinned["windows"]["width_m"], [0.5, 0.5])
        self.assertEqual(pinned["board"]["width_m"], 0.5)
        self.assertLessEqual(pinned["fit"], pinned["free_fit"])
        self.assertIn("width", pinned["says"])
        ticket = self.patch(ticket, pinned=None)
        self.assertIsNone(self.of(ticket, "windows/")["pinned"])

    def test_a_kind_that_a_gate_closes_has_no_pins_and_bad_ones_are_told(self) -> None:
        ticket = self.patch(self.ticket(), pinned={"family": "gun", "length_m": 2.7})
        self.assertIsNone(self.of(ticket, "windows/")["pinned"])
        path, version = f"/api/fittings/{ticket['id']}/", ticket["version"]
        for pins, field in (
            ({"family": "kite", "length_m": 2.0}, "pinned.family"),
            ({"family": "gun", "length_m": 9.0}, "pinned.length_m"),
            ({"length_m": 2.0}, "pinned.family"),
            ({"family": "gun"}, "pinned"),
        ):
            with self.subTest(field):
                error = self.refused(400, "patch", path, {"version": version, "pinned": pins})
                self.assertEqual(error["field"], field)


class Remembered(CloserCase):
    def test_what_is_liked_is_kept_or_given_up(self) -> None:
        ticket = self.ticket(present_board=LONG, likes=["wave count", "turning"])
        said = {one["of"]: one for one in ticket["answer"]["bench"]["remembered"]}
        self.assertEqual(set(said), {"wave count", "turning"})
        self.assertFalse(said["wave count"]["kept"])
        self.assertIn("given up", said["wave count"]["says"])
        self.assertTrue(said["turning"]["kept"])

    def test_the_best_and_the_worst_board_of_a_life(self) -> None:
        best = self.ticket(best_board=BOARD)["answer"]["bench"]["remembered"]
        self.assertEqual([(one["of"], one["kept"]) for one in best], [("best board", True)])
        worst = self.ticket(worst_board=BOARD)["answer"]["bench"]["remembered"]
        self.assertEqual([(one["of"], one["kept"]) for one in worst], [("worst board", False)])
        far = self.ticket(best_board=GUN)["answer"]["bench"]["remembered"]
        self.assertEqual(far, [])

    def test_bad_likes_are_told(self) -> None:
        body = {"facts": {"mass_kg": 68, "rung": "trimming", "likes": ["colour"]}}
        self.assertEqual(self.refused(400, "post", "/api/fittings/", body)["field"], "facts.likes.0")


class Preferences(CloserCase):
    def test_units_masses_and_faces_are_kept_each_alone(self) -> None:
        for change in ({"units": "metric"}, {"masses": "lb"}, {"faces": "back"}):
            self.good("patch", "/api/me/", change)
        user = User.objects.get(pk=self.user.pk)
        self.assertEqual((user.units, user.masses, user.faces), ("metric", "lb", "back"))
        self.assertEqual(self.refused(400, "patch", "/api/me/", {"faces": "fathoms"})["field"], "faces")
