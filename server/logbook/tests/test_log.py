"""The log: sessions kept once, filled from what was measured, foretold before; what they teach is used."""

import json
import uuid
from datetime import timedelta

from django.utils import timezone

from accounts.tests.case import make_shop
from breaks.models import Break
from logbook.models import BreakEvidence, Session
from logbook.tests.case import FIRST, NEW, OLD, LogCase
from surfers.models import Surfer


class Kept(LogCase):
    def test_an_hour_is_filled_and_can_be_overruled(self) -> None:
        self.keep(self.session(), self.session(1, hour={"face_m": 1.4, "wind": "onshore"}))
        overruled, filled = self.log()["sessions"]
        self.assertLessEqual({"face_m", "steepness", "tide"}, set(filled["hour"]["filled"]))
        self.assertGreater(filled["hour"]["face_m"], 0.1)
        self.assertEqual(filled["place"], "Ropewalk")
        self.assertTrue(filled["hour"]["word"])
        self.assertEqual((overruled["hour"]["face_m"], overruled["hour"]["wind"]), (1.4, "onshore"))
        self.assertNotIn("face_m", overruled["hour"]["filled"])

    def test_a_place_without_a_buoy_takes_what_is_said(self) -> None:
        self.keep(self.session(break_id=None, place="Elsewhere", hour={"face_m": 0.8, "steepness": "soft"}))
        (row,) = self.log()["sessions"]
        self.assertEqual((row["place"], row["hour"]["face_m"], row["hour"]["filled"]), ("Elsewhere", 0.8, []))

    def test_a_moment_without_a_zone_is_utc_and_a_giant_wave_is_a_wave(self) -> None:
        self.keep(self.session(started_at="2020-05-02T09:00:00", hour={"face_m": 12}))
        (row,) = self.log()["sessions"]
        self.assertEqual(row["started_at"], "2020-05-02T09:00:00Z")
        self.assertEqual(row["hour"]["face_m"], 11.5)
        at = f"log/hour/?break_id={self.place['id']}&at=2020-05-02T09:00:00"
        self.assertIn("face_m", self.good("get", self.path(at))["hour"]["filled"])

    def test_a_break_that_is_renamed_keeps_its_sessions(self) -> None:
        self.keep(self.session(rides=30), self.session(1, rides=30))
        place = Break.objects.get(pk=self.place["id"])
        place.name = "Rope Walk"
        place.save()
        self.keep(self.session(2, rides=30))
        self.assertEqual({row["place"] for row in self.log()["sessions"]}, {"Rope Walk"})
        self.assertEqual(BreakEvidence.objects.count(), 1)

    def test_twice_sent_is_once_kept(self) -> None:
        one, other = self.session(), self.session(1)
        first = self.keep(one)
        again = self.keep(one, other, {**other, "rides": 99})
        self.assertEqual([row["known"] for row in again], [True, False, False])
        self.assertEqual(again[0]["id"], first[0]["id"])
        self.assertEqual(again[1]["id"], again[2]["id"])
        self.assertEqual(self.log()["count"], 2)
        self.assertEqual(self.log()["sessions"][0]["rides"], 8)

    def test_one_that_cannot_be_keeps_none_of_them_and_is_named(self) -> None:
        late = (timezone.now() + timedelta(days=3)).isoformat()
        for more, field in (
            ({"minutes": 2}, "sessions.1.minutes"),
            ({"rides": -1}, "sessions.1.rides"),
            ({"ratings": {"turns": 3}}, "sessions.1.ratings.turns"),
            ({"break_id": 10**8}, "sessions.1.break_id"),
            ({"started_at": late}, "sessions.1.started_at"),
            ({"clip": "javascript:alert(1)"}, "sessions.1.clip"),
            ({"shown": {"rides": 5, "of": 3}}, "sessions.1.shown.rides"),
            ({"board": {"family": "boat"}}, "sessions.1.board.family"),
            ({"key": "x"}, "sessions.1.key"),
            ({"track_id": 4}, "sessions.1.track_id"),
        ):
            with self.subTest(field=field):
                body = {"sessions": [self.session(), self.session(**more)]}
                self.assertEqual(self.refused(400, "post", self.path(), body)["field"], field)
        self.assertEqual(self.log()["count"], 0)
        self.assertEqual(self.refused(400, "post", self.path(), {"sessions": []})["field"], "sessions")

    def test_a_session_is_changed_and_taken_out(self) -> None:
        self.keep(self.session(ratings={"turns": 1}))
        (row,) = self.log()["sessions"]
        path = self.path(f"log/{row['id']}/")
        changed = self.good(
            "patch", path, {"version": 1, "rides": 5, "note": "glassy", "hour": {"face_m": 1.1}}
        )
        (after,) = changed["sessions"]
        self.assertEqual((after["rides"], after["note"], after["hour"]["face_m"]), (5, "glassy", 1.1))
        self.assertEqual((after["ratings"]["turns"], after["said"]), (1, row["said"]))
        stale = self.call("patch", path, {"version": 1, "rides": 6})
        self.assertEqual((stale.status_code, stale.json()["current"]["rides"]), (409, 5))
        self.assertEqual(self.refused(400, "patch", path, {"version": 2, "rides": 999})["field"], "rides")
        none = self.good("patch", path, {"version": 2, "rides": None})
        self.assertIsNone(none["sessions"][0]["rides"])
        self.assertEqual(self.good("delete", path)["count"], 0)
        self.assertEqual(self.call("delete", path).status_code, 404)

    def test_another_surfers_session_does_not_exist_here(self) -> None:
        self.keep(self.session())
        other = self.ticket(name="Piet")
        row = Session.objects.get()
        for method, body in (("patch", {"version": 1, "rides": 1}), ("delete", None)):
            self.assertEqual(self.call(method, self.path(f"log/{row.pk}/", other), body).status_code, 404)

    def test_the_board_of_the_last_session_is_offered_first(self) -> None:
        self.keep(self.session(), self.session(1, NEW))
        offered = self.log()["boards"]
        self.assertEqual([one["board"]["name"] for one in offered[:2]], ["Ladle", "Skillet"])
        self.assertEqual(offered[0]["fins"], "thruster M")


class Learned(LogCase):
    def test_a_session_is_foretold_from_those_before_it_only(self) -> None:
        for day in range(4):
            self.keep(self.session(day, rides=20))
        later = self.log()["sessions"]
        self.keep(self.session(-3, rides=1))
        early = self.log()["sessions"][-1]
        self.assertLess(early["said"]["mid"], later[0]["said"]["mid"])
        self.assertEqual([row["inside"] is not None for row in later], [True] * 4)

    def test_many_rides_make_the_fitting_count_more_of_them(self) -> None:
        fitting = f"/api/fittings/{self.fitting['id']}/"
        before = self.good("get", fitting)["answer"]["bench"]
        self.keep(*(self.session(day, rides=28) for day in range(5)))
        after = self.good("get", fitting)["answer"]["bench"]
        self.assertGreater(
            after["ranked"]["on_the_wave"]["rides"]["usual"],
            1.2 * before["ranked"]["on_the_wave"]["rides"]["usual"],
        )
        off = self.good("patch", self.path("log/learning/"), {"on": False})
        self.assertFalse(off["learning"]["on"])
        self.assertEqual(self.good("get", fitting)["answer"]["bench"], before)
        self.good("patch", self.path("log/learning/"), {"on": True})
        self.assertEqual(self.good("get", fitting)["answer"]["bench"], after)

    def test_what_was_learned_can_be_looked_into_forgotten_and_taken_back(self) -> None:
        self.keep(*(self.session(day, rides=20, paddle_m_s=1.6) for day in range(4)))
        rows = {row["name"]: row for row in self.log()["learning"]["parameters"]}
        self.assertLessEqual(
            {"sprint_w", "cruise_w", "takeoff_slope", "waves_gone_for", "waves_offered"}, set(rows)
        )
        self.assertGreater(rows["cruise_w"]["result"][1], rows["cruise_w"]["prior"][1])
        self.assertIsNotNone(rows["cruise_w"]["evidence"])
        forgotten = self.good("patch", self.path("log/learning/"), {"forget": True})
        self.assertEqual((forgotten["learning"]["sessions"], forgotten["count"]), (0, 4))
        self.assertEqual(forgotten["learning"]["parameters"], [])
        self.assertIsNone(Surfer.objects.get(name="Jonna").learned)
        back = self.good("patch", self.path("log/learning/"), {"forget": False})
        self.assertEqual({row["name"]: row for row in back["learning"]["parameters"]}, rows)

    def test_a_second_rider_teaches_nothing_of_the_first(self) -> None:
        self.keep(self.session())
        before = self.log()["learning"]
        self.keep(*(self.session(day, rides=40, paddle_m_s=2.2, rider="Lou") for day in range(1, 4)))
        after = self.log()
        self.assertEqual(after["learning"], before)
        self.assertEqual(after["count"], 4)
        self.assertIsNone(after["sessions"][0]["inside"])

    def test_a_break_is_learned_by_all_who_surf_there(self) -> None:
        """Others see twice the waves: somebody without a session there is foretold more of them."""
        fresh = self.good("post", "/api/fittings/", {
            "facts": {"name": "Piet", "mass_kg": 70, "rung": "linking"}, "break_id": self.place["id"],
        })  # fmt: skip
        hour = f"log/hour/?break_id={self.place['id']}&at={FIRST.isoformat().replace('+', '%2B')}"
        self.good("patch", self.path("", fresh), {"version": 1, "facts": {"present_board": OLD}})
        before = self.good("get", self.path(hour, fresh))["predicted"]
        for who in range(3):
            one = self.good("post", "/api/fittings/", {
                "facts": {"name": f"other {who}", "mass_kg": 72, "rung": "linking"},
                "break_id": self.place["id"],
            })  # fmt: skip
            self.keep(*(self.session(day, rides=40) for day in range(4)), ticket=one)
        self.assertEqual(BreakEvidence.objects.count(), 3)
        after = self.good("get", self.path(hour, fresh))["predicted"]
        self.assertGreater(after["rate"][1], 1.1 * before["rate"][1])
        self.assertIsNone(Surfer.objects.get(name="Piet").learned)

    def test_ratings_of_a_trials_new_side_are_not_of_its_own_expectation(self) -> None:
        self.good("post", self.path("trials/"), {"old": OLD, "new": NEW})
        self.keep(self.session(0, OLD, ratings={"paddles": 0}), self.session(1, NEW, ratings={"paddles": 2}))
        new, old = self.log()["sessions"]
        self.assertEqual((new["against_old"], old["against_old"]), (True, False))
        rows = {row["name"]: row for row in self.log()["learning"]["parameters"]}
        self.assertNotIn("litres", rows)
        self.assertAlmostEqual(rows["cruise_w"]["result"][1] / rows["cruise_w"]["prior"][1], 1, delta=0.05)

    def test_without_mass_and_level_sessions_are_kept_and_nothing_is_learned(self) -> None:
        bare = self.good("post", "/api/fittings/", {"facts": {"name": "Ada"}})
        self.keep(self.session(), ticket=bare)
        log = self.log(bare)
        self.assertEqual((log["count"], log["missing"], log["trials"]), (1, ["mass_kg", "rung"], []))
        self.assertIsNone(log["sessions"][0]["said"])
        self.assertIsNone(log["ready"])


class Ready(LogCase):
    def test_seven_of_ten_on_two_days_move_the_level(self) -> None:
        self.keep(self.session(0, shown={"rides": 7, "of": 10}))
        log = self.log()
        self.assertEqual((log["ready"]["ready"], log["ready"]["next_rung"]), (False, "carving"))
        self.assertIn("One more day", log["ready"]["says"])
        error = self.refused(400, "post", self.path("log/ready/"), {"version": log["version"]})
        self.assertIn("One more day", error["message"])
        self.keep(self.session(1, shown={"rides": 6, "of": 8}))
        moved = self.good("post", self.path("log/ready/"), {"version": self.log()["version"]})
        self.assertEqual(
            (moved["rung"], moved["ready"]["ready"], moved["ready"]["days"]), ("carving", False, [])
        )
        self.assertEqual(self.good("get", self.path(""))["facts"]["rung"], "carving")


class Findings(LogCase):
    def test_where_the_model_is_off_over_the_shop_and_not_another(self) -> None:
        for who in range(8):
            one = self.good("post", "/api/fittings/", {
                "facts": {"name": f"surfer {who}", "mass_kg": 72, "rung": "linking"},
                "break_id": self.place["id"],
            })  # fmt: skip
            self.keep(*(self.session(day, rides=40) for day in range(3)), ticket=one)
        self.keep(self.session(rides=40, rider="Lou"))
        found = self.good("get", "/api/findings/")
        self.assertEqual((found["sessions"], found["surfers"]), (24, 8))
        whole = found["findings"][0]
        self.assertEqual((whole["name"], whole["off"]), ("all sessions", True))
        self.assertGreater(whole["ratio"][0], 1)
        self.assertTrue(whole["constants"])
        self.assertLessEqual({"board", "level"}, {one["by"] for one in found["findings"]})
        sent = self.good("get", "/api/findings/sessions.json")
        self.assertEqual(sorted(len(one["sessions"]) for one in sent["surfers"]), [3] * 8)
        self.assertEqual({one["surfer"]["name"] for one in sent["surfers"]}, {""})
        self.assertNotIn("surfer 1", json.dumps(sent))
        self.client.force_login(make_shop("south")[1])
        self.assertEqual(self.good("get", "/api/findings/"), {"sessions": 0, "surfers": 0, "findings": []})


class Files(LogCase):
    def test_out_as_a_document_and_a_table_and_in_again(self) -> None:
        rated = {"turns": 1, "holds": -1}
        self.keep(
            self.session(0, ratings=rated, note='=1+1, "windy"', hour={"face_m": 1.2, "steepness": "steep"}),
            self.session(
                1, NEW, rider="Lou", rides=None, clip="https://clips.example/1", shown={"rides": 3, "of": 4}
            ),
        )
        document = self.good("get", self.path("log/log.json"))
        table = self.client.get(self.path("log/table/")).content.decode()
        for way in ("document", "table"):
            other = self.good("post", "/api/fittings/", {
                "facts": {"name": way, "mass_kg": 76, "rung": "linking"}, "break_id": self.place["id"],
            })  # fmt: skip
            for row in Session.objects.all():
                Session.objects.filter(pk=row.pk).update(key=uuid.uuid4())
            if way == "document":
                self.keep(*document["sessions"], ticket=other)
            else:
                read = self.good("post", self.path("log/table/", other), {"text": table})
                self.assertEqual((read["kept"], read["known"], read["refused"]), (2, 0, []))
                again = self.good("post", self.path("log/table/", other), {"text": table})
                self.assertEqual((again["kept"], again["known"]), (0, 2))
            new, old = self.log(other)["sessions"]
            with self.subTest(way=way):
                self.assertEqual(old["note"], '=1+1, "windy"')
                self.assertEqual((old["ratings"]["turns"], old["ratings"]["holds"]), (1, -1))
                self.assertEqual((old["hour"]["face_m"], old["hour"]["steepness"]), (1.2, "steep"))
                self.assertEqual(
                    (new["rider"], new["rides"], new["shown"]), ("Lou", None, {"rides": 3, "of": 4})
                )
                self.assertEqual(new["board"]["name"], "Ladle")
                self.assertEqual(new["fins"], "thruster M")

    def test_a_table_with_a_bad_line_keeps_nothing_and_names_it(self) -> None:
        self.keep(self.session())
        table = self.client.get(self.path("log/table/")).content.decode().splitlines()
        bad = "\r\n".join([table[0], table[1], table[1].replace(",90,", ",many,")])
        read = self.good("post", self.path("log/table/"), {"text": bad})
        self.assertEqual(read["kept"], 0)
        self.assertIn("Line 3: minutes", read["refused"][0])
        self.assertIn(
            "name columns",
            self.refused(400, "post", self.path("log/table/"), {"text": "a,b\n1,2"})["message"],
        )

    def test_what_is_sent_is_json_with_what_it_says(self) -> None:
        self.keep(self.session())
        sent = self.client.get(self.path("log/log.json"))
        self.assertIn("log-", sent["Content-Disposition"])
        self.assertEqual(json.loads(sent.content)["surfer"], "Jonna")
