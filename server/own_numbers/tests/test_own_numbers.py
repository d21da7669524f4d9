"""A shop's own numbers: set and undone, seen by every answer of that shop and of no other."""

from datetime import timedelta
from typing import Any
from unittest import mock

from django.test import Client
from django.utils import timezone
from jobs import commands as jobs
from jobs.models import Job
from jobs.runner import run
from logbook.tests.case import LogCase

from accounts.models import Membership, Shop
from accounts.tests.case import ApiCase, make_shop
from chord_core.tables import tables_version
from chord_core.tables.whole import shipped_tables
from fittings.models import Fitting
from own_numbers.models import Revision
from own_numbers.selectors import TITLES
from surfers.models import Surfer

PATH = "/api/shop/numbers/"
SPRINT = "/power/sprint_w_kg/good"
EITHER = "/fit/either_within"
#: The logarithm of everybody's litres: an eighth more.
LITRES = "/expected_litres/numbers/base"


class NumbersCase(ApiCase):
    def version(self) -> str:
        return str(self.good("get", PATH)["version"])

    def set(self, changes: dict[str, float | None], reason: str = "as we see it", status: int = 201) -> Any:
        body = {"changes": changes, "reason": reason, "version": self.version()}
        response = self.call("post", PATH, body)
        self.assertEqual(response.status_code, status, response.content[:400])
        return response.json()

    def number(self, place: str) -> dict[str, Any]:
        found = self.good("get", f"{PATH}?table={place.split('/')[1]}")["numbers"]
        return next(one for one in found if one["place"] == place)


class Numbers(NumbersCase):
    def test_tables_are_listed_with_a_title_and_their_numbers_found_by_words(self) -> None:
        shown = self.good("get", PATH)
        self.assertEqual(shown["version"], shipped_tables().version)
        self.assertEqual(shown["numbers"], [])
        names = [one["name"] for one in shown["tables"]]
        self.assertLessEqual(set(names), set(TITLES))
        self.assertIn("sizing", names)
        self.assertTrue(all(one["numbers"] and one["reason"] and one["title"] for one in shown["tables"]))
        found = self.good("get", f"{PATH}?q=sprint+good")["numbers"]
        self.assertIn(SPRINT, [one["place"] for one in found])
        for one in found:
            self.assertLessEqual(one["low"], one["value"])
            self.assertLessEqual(one["value"], one["high"])
        self.assertEqual(self.good("get", f"{PATH}?q=nosuchword")["found"], 0)

    def test_a_number_is_set_with_who_when_and_why_and_the_shipped_one_stands_beside_it(self) -> None:
        made = self.set({SPRINT: 1.2}, "our swimmers are strong")
        self.assertEqual(made["reason"], "our swimmers are strong")
        self.assertEqual([(one["before"], one["after"]) for one in made["changes"]], [(None, 1.2)])
        number = self.number(SPRINT)
        self.assertEqual((number["value"], number["shipped"]), (1.2, 1.1))
        self.assertEqual(
            (number["own"]["by"], number["own"]["reason"]), ("north-person", "our swimmers are strong")
        )
        shown = self.good("get", f"{PATH}?own=true")
        self.assertEqual([one["place"] for one in shown["numbers"]], [SPRINT])
        self.assertEqual(next(one["own"] for one in shown["tables"] if one["name"] == "power"), 1)
        self.assertNotEqual(shown["version"], shown["shipped_version"])
        # On the trail of the shop as well.
        trail = self.good("get", "/api/shop/trail/")["changes"]
        self.assertIn("numbers", [one["kind"] for one in trail])

    def test_set_back_to_what_ships_it_is_no_own_number_any_more(self) -> None:
        for back in (None, 1.1):
            self.set({SPRINT: 1.2})
            self.set({SPRINT: back})
            self.assertIsNone(self.number(SPRINT)["own"])
            self.assertEqual(self.version(), shipped_tables().version)

    def test_bad_numbers_are_refused_by_their_place_and_nothing_is_written(self) -> None:
        cases: dict[str, tuple[dict[str, Any], str]] = {
            "too much": ({SPRINT: 9}, SPRINT),
            "one good and one unknown": ({SPRINT: 1.2, "/power/moon": 1}, "/power/moon"),
            "unknown set to what ships": ({"/power/moon": None}, "/power/moon"),
            "nothing differs": ({SPRINT: 1.1}, "changes"),
            "none": ({}, "changes"),
            "text": ({SPRINT: "strong"}, f"changes.{SPRINT}"),
            "no place": ({"power": 1}, "changes.power.[key]"),
        }
        version = self.version()
        for name, (changes, field) in cases.items():
            with self.subTest(name):
                body = {"changes": changes, "reason": "as we see it", "version": version}
                self.assertEqual(self.refused(400, "post", PATH, body)["field"], field)
        body = {"changes": {SPRINT: 1.2}, "reason": "no", "version": version}
        self.assertEqual(self.refused(400, "post", PATH, body)["field"], "reason")
        self.assertEqual(self.version(), version)
        self.assertFalse(Revision.objects.exists())

    def test_who_looked_at_older_numbers_is_told_and_overwrites_nothing(self) -> None:
        version = self.version()
        self.set({SPRINT: 1.2})
        body = {"changes": {SPRINT: 1.0}, "reason": "as we see it", "version": version}
        self.refused(409, "post", PATH, body)
        self.assertEqual(self.number(SPRINT)["value"], 1.2)

    def test_a_change_is_undone_by_another_one(self) -> None:
        self.set({SPRINT: 1.2, EITHER: 3.0})
        second = self.set({SPRINT: 1.3})
        undo = f"{PATH}revisions/{second['id']}/undo/"
        self.good("post", undo, {"reason": "was a mistake", "version": self.version()})
        self.assertEqual((self.number(SPRINT)["value"], self.number(EITHER)["value"]), (1.2, 3.0))
        rows = self.good("get", f"{PATH}revisions/")["revisions"]
        self.assertEqual([one["undone"] for one in rows], [False, True, False])
        self.assertEqual(rows[0]["undoes"], second["id"])
        again = {"reason": "once more", "version": self.version()}
        self.assertEqual(self.refused(400, "post", undo, again)["field"], "revision")

    def test_what_was_changed_again_since_is_not_undone_behind_ones_back(self) -> None:
        first = self.set({SPRINT: 1.2})
        self.set({SPRINT: 1.3})
        undo = f"{PATH}revisions/{first['id']}/undo/"
        error = self.refused(400, "post", undo, {"reason": "was a mistake", "version": self.version()})
        self.assertEqual(error["field"], SPRINT)
        self.assertEqual(self.number(SPRINT)["value"], 1.3)

    def test_a_number_that_a_later_version_does_not_take_is_named_and_the_rest_counts(self) -> None:
        Shop.objects.filter(pk=self.shop.pk).update(numbers={SPRINT: 1.2, "/gone/number": 3.0})
        shown = self.good("get", f"{PATH}?own=true")
        self.assertEqual(shown["left_out"], [{"place": "/gone/number", "value": 3.0}])
        self.assertEqual([one["place"] for one in shown["numbers"]], [SPRINT])

    def test_only_the_owner_reads_and_sets_them(self) -> None:
        for role in ("advisor", "coach", "counter"):
            Membership.objects.filter(user=self.user).update(role=role)
            with self.subTest(role=role):
                self.refused(403, "get", PATH)
                self.refused(403, "post", PATH, {})


class Answers(NumbersCase):
    """Own numbers are in every answer of the shop that set them."""

    def target(self, ticket: dict[str, Any], client: Client | None = None) -> float:
        path = f"/api/fittings/{ticket['id']}/"
        return float(self.call("get", path, client=client).json()["answer"]["size"]["target_l"])

    def test_they_move_the_answers_of_this_shop_and_of_no_other_and_come_back(self) -> None:
        _, stranger = make_shop("south")
        client = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1")
        client.force_login(stranger)
        body = {"facts": {"name": "Ines", "mass_kg": 68, "rung": "trimming"}}
        theirs = self.call("post", "/api/fittings/", body, client).json()
        mine = self.ticket()
        number = self.number(LITRES)
        was, others = self.target(mine), self.target(theirs, client)
        self.assertEqual(was, others)
        self.set({LITRES: min(number["high"], number["shipped"] + 0.12)})
        # A tenth and more in the logarithm of the litres.
        self.assertGreater(self.target(mine), was * 1.04)
        self.assertEqual(self.target(theirs, client), others)
        self.set({LITRES: None})
        self.assertEqual(self.target(mine), was)
        self.assertEqual(tables_version(), shipped_tables().version)

    def test_a_ticket_says_by_which_numbers_it_was_answered_and_what_todays_say(self) -> None:
        ticket = self.ticket()
        path = f"/api/fittings/{ticket['id']}/numbers/"
        same = self.good("get", path)
        self.assertEqual((same["known"], same["own"], same["changed"]), (True, 0, []))
        self.assertEqual(same["then"], same["now"])
        number = self.number(LITRES)
        self.set({LITRES: min(number["high"], number["shipped"] + 0.12)})
        after = self.good("get", path)
        self.assertTrue(self.good("get", f"/api/fittings/{ticket['id']}/")["other_numbers"])
        self.assertEqual(after["version"], shipped_tables().version)
        self.assertGreater(after["now"]["target_l"], after["then"]["target_l"])
        self.assertEqual(after["then"], same["then"])
        self.assertEqual([one["place"] for one in after["changed"]], [LITRES])
        # Changed today, it is a ticket of today's numbers.
        self.good("patch", f"/api/fittings/{ticket['id']}/", {"version": 1, "facts": {"name": "Ines B."}})
        newest = self.good("get", path)
        self.assertFalse(self.good("get", f"/api/fittings/{ticket['id']}/")["other_numbers"])
        self.assertEqual(newest["version"], newest["today"])
        self.assertEqual((newest["own"], newest["then"]), (1, newest["now"]))

    def test_numbers_of_another_version_of_the_tables_cannot_be_laid_again(self) -> None:
        ticket = self.ticket()
        Fitting.objects.filter(pk=ticket["id"]).update(tables_version="0123456789ab")
        shown = self.good("get", f"/api/fittings/{ticket['id']}/numbers/")
        self.assertEqual((shown["known"], shown["then"]), (False, None))
        self.assertIsNotNone(shown["now"])


class Effects(NumbersCase):
    """What other numbers would do, before they are kept."""

    def ask(self, changes: dict[str, float | None]) -> dict[str, Any]:
        return dict(self.good("post", f"{PATH}effects/", {"changes": changes}))

    def seen(self, asked: dict[str, Any]) -> dict[str, Any]:
        return dict(self.good("get", f"{PATH}effects/{asked['job']['id']}/"))

    def test_every_ticket_of_the_season_is_answered_before_and_after(self) -> None:
        tickets = [self.ticket(name=f"Guest {kg}", mass_kg=kg) for kg in (60, 70, 80)]
        self.ticket(name="Nobody", mass_kg=None)
        old = self.ticket(name="Last year")
        Fitting.objects.filter(pk=old["id"]).update(updated_at=timezone.now() - timedelta(days=366))
        number = self.number(LITRES)
        asked = self.ask({LITRES: min(number["high"], number["shipped"] + 0.12)})
        self.assertEqual((asked["job"]["state"], asked["job"]["of"], asked["asked"]), ("waiting", 4, 0))
        self.assertFalse(run(asked["job"]["id"]))
        seen = self.seen(asked)
        self.assertEqual((seen["job"]["state"], seen["job"]["done"]), ("done", 4))
        self.assertEqual((seen["asked"], seen["litres_moved"]), (3, 3))
        self.assertGreater(seen["litres"][0], 0)
        self.assertEqual({one["fitting_id"] for one in seen["moved"]}, {one["id"] for one in tickets})
        self.assertEqual({one["name"] for one in seen["moved"]}, {"Guest 60", "Guest 70", "Guest 80"})
        # Nothing was kept: the answers are as they were.
        self.assertEqual(self.version(), shipped_tables().version)
        # What was foretold is what then happens.
        self.set({LITRES: min(number["high"], number["shipped"] + 0.12)})
        for one in seen["moved"]:
            now = self.good("get", f"/api/fittings/{one['fitting_id']}/numbers/")["now"]
            self.assertEqual(now, one["after"])

    def test_numbers_that_change_nothing_move_no_ticket(self) -> None:
        self.ticket()
        asked = self.ask({"/gear/mends/price": 50})
        run(asked["job"]["id"])
        seen = self.seen(asked)
        self.assertEqual((seen["asked"], seen["first_board"], seen["kind"]), (1, 0, 0))
        self.assertEqual((seen["litres_moved"], seen["moved"]), (0, []))

    def test_no_word_of_a_person_lies_in_the_job(self) -> None:
        self.ticket(name="Canary Quillfeather")
        asked = self.ask({LITRES: self.number(LITRES)["high"]})
        run(asked["job"]["id"])
        job = Job.objects.get()
        kept = f"{job.asks} {job.items} {job.result} {list(job.parts.values())}"
        self.assertNotIn("Canary", kept)

    def test_bad_questions(self) -> None:
        path = f"{PATH}effects/"
        self.assertEqual(self.refused(400, "post", path, {"changes": {SPRINT: 1.2}})["field"], "changes")
        self.ticket()
        self.assertEqual(self.refused(400, "post", path, {"changes": {SPRINT: 9}})["field"], SPRINT)
        with mock.patch.object(jobs, "MOST_OPEN", 1):
            self.ask({SPRINT: 1.2})
            self.assertEqual(self.refused(400, "post", path, {"changes": {SPRINT: 1.3}})["field"], "jobs")
        self.refused(404, "get", f"{PATH}effects/999999/")


class AsAFile(NumbersCase):
    """``chord-numbers/1``: out with what the numbers mean, in beside those in use."""

    FILE = "/api/shop/numbers.json"

    def read(self, *numbers: dict[str, Any]) -> Any:
        return self.good("post", self.FILE, {"format": "chord-numbers/1", "numbers": list(numbers)})

    def test_there_and_into_another_shop(self) -> None:
        self.set({SPRINT: 1.2, EITHER: 3.0}, "our swimmers are strong")
        response = self.call("get", self.FILE)
        self.assertIn("own-numbers.json", response["Content-Disposition"])
        file = response.json()
        row = next(one for one in file["numbers"] if one["place"] == SPRINT)
        self.assertEqual((row["value"], row["reason"]), (1.2, "our swimmers are strong"))
        self.assertTrue(row["says"] and row["unit"] and row["shipped"])
        same = self.good("post", self.FILE, file)
        self.assertEqual((same["numbers"], same["same"]), ([], 2))
        self.set({SPRINT: None, EITHER: None}, "as they ship again")
        read = self.good("post", self.FILE, file)
        found = {one["number"]["place"]: (one["number"]["value"], one["value"]) for one in read["numbers"]}
        self.assertEqual(found[SPRINT], (row["shipped"], 1.2))
        # Reading sets nothing.
        self.assertEqual(self.good("get", self.FILE)["numbers"], [])
        self.set({one["number"]["place"]: one["value"] for one in read["numbers"]}, "from the other shop")
        self.assertEqual({one["place"]: one["value"] for one in self.good("get", self.FILE)["numbers"]},
                         {SPRINT: 1.2, EITHER: 3.0})  # fmt: skip

    def test_what_these_tables_do_not_take_is_left_out_and_named(self) -> None:
        read = self.read({"place": "/gone/number", "value": 1}, {"place": SPRINT, "value": 900},
                         {"place": EITHER, "value": 3.0})  # fmt: skip
        self.assertEqual([one["number"]["place"] for one in read["numbers"]], [EITHER])
        self.assertEqual({one["place"] for one in read["left_out"]}, {"/gone/number", SPRINT})

    def test_bad_files_are_refused_by_their_field(self) -> None:
        good = {"place": SPRINT, "value": 1.2}
        for body, field in (
            ({"format": "chord-numbers/2", "numbers": []}, "format"),
            ({"numbers": [good]}, "format"),
            ({"format": "chord-numbers/1", "numbers": [good, good]}, "numbers"),
            (
                {"format": "chord-numbers/1", "numbers": [{"place": SPRINT, "value": "much"}]},
                "numbers.0.value",
            ),
            ({"format": "chord-numbers/1", "numbers": [good] * 501}, "numbers"),
            ([good], "document"),
        ):
            with self.subTest(field):
                self.assertIn(field, self.refused(400, "post", self.FILE, body)["field"])


class LearnedAnew(LogCase):
    """What sessions taught is by the numbers in use."""

    def set(self, value: float) -> None:
        body = {"changes": {SPRINT: value}, "reason": "as we see it",
                "version": self.good("get", PATH)["version"]}  # fmt: skip
        self.assertEqual(self.call("post", PATH, body).status_code, 201)

    def test_by_the_numbers_that_are_kept_and_once(self) -> None:
        self.keep(*(self.session(day, rides=14) for day in range(6)))
        before = Surfer.objects.get().learned
        assert before
        # Whose log is empty has nothing to learn anew.
        self.good("post", "/api/fittings/", {"facts": {"name": "Nobody", "mass_kg": 70, "rung": "linking"}})
        self.set(2.0)
        self.set(1.9)
        stopped, job = Job.objects.filter(kind="learn anew").order_by("pk")
        self.assertEqual((stopped.state, job.state, len(job.items)), ("stopped", "waiting", 1))
        self.assertFalse(run(job.pk))
        job.refresh_from_db()
        self.assertEqual((job.state, job.result), ("done", {"learned": 1}))
        after = Surfer.objects.get(name="Jonna").learned
        self.assertNotEqual(after, before)
        # The same as if the sessions had been kept under these numbers.
        kept = self.good("get", self.path())["sessions"][0]
        self.good(
            "patch", f"{self.path()}{kept['id']}/", {"version": kept["version"], "rides": kept["rides"]}
        )
        self.assertEqual(Surfer.objects.get(name="Jonna").learned, after)

    def test_without_sessions_nothing_is_asked_for(self) -> None:
        self.set(2.0)
        self.assertFalse(Job.objects.filter(kind="learn anew").exists())

    def test_however_much_waits_the_numbers_are_kept(self) -> None:
        self.keep(self.session(0), self.session(1))
        for _ in range(jobs.MOST_OPEN):
            jobs.begin(self.shop, None, "effect of numbers", {"own": {}, "changes": {}}, [1])
        self.set(2.0)
        self.assertTrue(Job.objects.filter(kind="learn anew", state="waiting").exists())
