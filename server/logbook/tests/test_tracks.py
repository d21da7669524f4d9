"""Tracks kept as they came, read, put right by hand, joined to sessions; trials and their verdicts."""

from datetime import timedelta

from django.core.files.uploadedfile import SimpleUploadedFile

from logbook.models import Track
from logbook.tests.case import FIRST, NEW, OLD, LogCase
from standins.surf_watch import gpx_of, other_track, some_track, tcx_of


class Tracks(LogCase):
    def send(self, data: bytes, name: str = "a.gpx") -> dict:
        response = self.client.post(self.path("tracks/"), {"file": SimpleUploadedFile(name, data)})
        return {"status": response.status_code, **response.json()}

    def test_a_track_is_kept_once_as_it_came(self) -> None:
        data = gpx_of(some_track(9)).encode()
        first, again = self.send(data), self.send(data)
        self.assertEqual((first["status"], first["known"], again["known"]), (201, False, True))
        self.assertEqual(first["id"], again["id"])
        self.assertEqual(len(first["track"]["rides"]), 3)
        self.assertEqual(len([line for line in first["map"]["lines"] if line["kind"] == "ride"]), 3)
        # The break looks to 320 degrees: there lies the sea.
        self.assertEqual(first["map"]["seaward_deg"], 320)
        path = self.path(f"tracks/{first['id']}/")
        self.assertEqual(self.client.get(path + "track.xml").content, data)
        self.assertEqual([t["id"] for t in self.good("get", self.path("tracks/"))["tracks"]], [first["id"]])
        self.assertEqual(self.client.delete(path).status_code, 204)
        self.assertEqual(self.client.get(path).status_code, 404)

    def test_what_cannot_be_read_is_named_and_not_kept(self) -> None:
        for data, says in (
            (b"hello", "no XML"),
            (b"<!DOCTYPE gpx [<!ENTITY a 'b'>]><gpx>&a;</gpx>", "no document type"),
            (b"<gpx/>", "at least 10"),
        ):
            answer = self.send(data)
            self.assertEqual(answer["status"], 400)
            self.assertIn(says, answer["error"]["message"])
        self.assertEqual(self.client.post(self.path("tracks/"), {}).status_code, 400)
        self.assertEqual(Track.objects.count(), 0)

    def test_what_is_no_surf_is_kept_and_says_so(self) -> None:
        answer = self.send(gpx_of(other_track(2, "run")).encode())
        self.assertEqual((answer["track"]["session"], answer["map"]), (False, None))
        self.assertTrue(answer["track"]["says"].startswith("No session found"))

    def test_a_slip_put_right_moves_the_count_of_its_session(self) -> None:
        track = self.send(tcx_of(some_track(9)).encode(), "a.tcx")
        self.keep(self.session(rides=3, track_id=track["id"]))
        self.assertEqual(self.good("get", self.path("tracks/"))["tracks"], [])
        path, rides = self.path(f"tracks/{track['id']}/"), track["track"]["rides"]
        edit = {"kind": "not_a_ride", "at_s": rides[1]["start_s"] + 1}
        changed = self.good("patch", path, {"version": 1, "edits": [edit]})
        self.assertEqual(len(changed["track"]["rides"]), 2)
        self.assertEqual(self.log()["sessions"][0]["rides"], 2)
        stale = self.call("patch", path, {"version": 1, "edits": []})
        self.assertEqual((stale.status_code, len(stale.json()["current"]["edits"])), (409, 1))
        bad = {"version": 2, "edits": [{"kind": "split", "at_s": 1}]}
        self.assertEqual(self.refused(400, "patch", path, bad)["field"], "edits.0.at_s")
        self.assertEqual(len(self.good("patch", path, {"version": 2, "edits": []})["track"]["rides"]), 3)
        again = {"sessions": [self.session(1, track_id=track["id"])]}
        self.assertEqual(self.refused(400, "post", self.path(), again)["field"], "sessions.0.track_id")

    def test_another_surfers_track_does_not_exist_here(self) -> None:
        track = self.send(gpx_of(some_track(9)).encode())
        other = self.ticket(name="Piet")
        path = self.path(f"tracks/{track['id']}/", other)
        for method, body in (("get", None), ("patch", {"version": 1, "edits": []}), ("delete", None)):
            self.assertEqual(self.call(method, path, body).status_code, 404)
        self.assertEqual(self.call("get", path + "track.xml").status_code, 404)


class Trials(LogCase):
    def test_like_days_decide_and_the_answer_names_the_sessions(self) -> None:
        log = self.good("post", self.path("trials/"), {"old": OLD, "new": NEW})
        self.assertIn("no two like days", log["trials"][0]["answer"]["says"])
        hour = {"face_m": 0.9, "steepness": "soft", "tide": "mid", "wind": "none"}
        self.keep(*(
            self.session(
                day, NEW if day % 2 else OLD, hour=hour,
                ratings={"turns": 2 if day % 2 else 0},
            )
            for day in range(16)
        ))  # fmt: skip
        trial = self.log()["trials"][0]
        self.assertEqual([row["what"] for row in trial["answer"]["changed"]], ["board"])
        self.assertEqual(trial["answer"]["pairs"], 8)
        self.assertIn("turns more freely", trial["answer"]["says"])
        times = {row["id"]: row["started_at"] for row in self.log()["sessions"]}
        self.assertEqual(
            sorted(times[pk] for pk in trial["sessions"]), [times[pk] for pk in trial["sessions"]]
        )
        path = self.path(f"trials/{trial['id']}/")
        self.assertIsNotNone(self.good("patch", path, {"ended": True})["trials"][0]["ended_at"])
        self.keep(self.session(20, NEW, ratings={"turns": 1}))
        self.assertFalse(self.log()["sessions"][0]["against_old"])
        self.assertIsNone(self.good("patch", path, {"ended": False})["trials"][0]["ended_at"])
        self.assertEqual(self.good("delete", path)["trials"], [])
        self.assertEqual(self.call("delete", path).status_code, 404)

    def test_both_sides_the_same_are_no_trial(self) -> None:
        self.assertEqual(
            self.refused(400, "post", self.path("trials/"), {"old": OLD, "new": OLD})["field"], "new"
        )
        self.assertEqual(self.refused(400, "post", self.path("trials/"), {"old": OLD})["field"], "new")

    def test_the_hour_before_one_goes_in(self) -> None:
        self.keep(self.session(0, NEW))
        at = (FIRST + timedelta(days=2)).isoformat().replace("+", "%2B")
        says = self.good("get", self.path(f"log/hour/?break_id={self.place['id']}&at={at}&minutes=60"))
        self.assertTrue(says["predicted"]["low"] <= says["predicted"]["mid"] <= says["predicted"]["high"])
        self.assertIn("face_m", says["hour"]["filled"])
        far = self.good("get", self.path(f"log/hour/?break_id={self.place['id']}&at=1999-01-01T10:00:00Z"))
        self.assertEqual(far["hour"]["filled"], [])
        bad = self.call("get", self.path("log/hour/?break_id=99999999&at=2020-05-02T09:00:00Z"))
        self.assertEqual(bad.status_code, 404)
        self.assertEqual(self.refused(400, "get", self.path("log/hour/?at=x"))["field"], "break_id")


class Loans(LogCase):
    def lendable(self) -> list[int]:
        """Three demo boards of different size in the rack."""
        made = []
        for name, length, thick in (("Dab", 1.75, 0.06), ("Sole", 1.85, 0.064), ("Brill", 1.95, 0.07)):
            board = {"name": name, "family": "all-rounder", "length_m": length, "width_m": 0.51,
                     "thickness_m": thick, "stock": "demo"}  # fmt: skip
            made.append(self.good("post", "/api/boards/", {"board": board})["id"])
        return made

    def lend(self, *boards: int, **more: object) -> dict:
        return {"rack_board_ids": boards, "due": "2099-01-01", **more}

    def test_the_pair_that_would_tell_most_and_what_it_does_to_the_fitting(self) -> None:
        boards = self.lendable()
        pair = self.good("get", self.path("demo-pair/"))
        self.assertEqual(len(pair["boards"]), 2)
        self.assertLess(pair["boards"][0]["litres"], pair["boards"][1]["litres"])
        self.assertEqual(len(pair["questions"]), 3)
        self.assertLessEqual({one["id"] for one in pair["boards"]}, set(boards))
        fitting = self.path("")
        before = self.good("get", fitting)["answer"]["size"]["target_l"]
        lent = self.good("post", self.path("loans/"), self.lend(*(one["id"] for one in pair["boards"])))
        self.assertEqual(self.good("get", self.path("demo-pair/"))["boards"], [])
        for loan in lent["loans"]:
            self.assertEqual((loan["overdue"], loan["felt"]), (False, None))
            path = self.path(f"loans/{loan['id']}/")
            body = {"version": 1, "back": True, "felt": "too small", "state_back": {"dents": 1}}
            after = self.good("patch", path, body)
        self.assertEqual([one["felt"] for one in after["loans"]], ["too small", "too small"])
        self.assertGreater(self.good("get", fitting)["answer"]["size"]["target_l"], 1.02 * before)
        stale = self.call("patch", path, {"version": 1, "home": True})
        self.assertEqual((stale.status_code, stale.json()["current"]["felt"]), (409, "too small"))
        self.assertTrue(self.good("patch", path, {"version": 2, "home": True})["loans"])

    def test_what_cannot_be_lent_is_named(self) -> None:
        (board, *_) = self.lendable()
        sold = self.good("get", "/api/boards/")[0]["id"]
        for body, field in (
            (self.lend(10**8), "rack_board_ids.0"),
            (self.lend(board, sold), "rack_board_ids.1"),
            (self.lend(board, due="2001-01-01"), "due"),
            (self.lend(), "rack_board_ids"),
        ):
            self.assertEqual(self.refused(400, "post", self.path("loans/"), body)["field"], field)
        self.assertEqual(self.log()["loans"], [])
        self.good("post", self.path("loans/"), self.lend(board))
        error = self.refused(400, "post", self.path("loans/"), self.lend(board))
        self.assertIn("out already", error["message"])
        other = self.ticket(name="Piet")
        loan = self.log()["loans"][0]
        self.assertEqual(
            self.call("patch", self.path(f"loans/{loan['id']}/", other), {"version": 1}).status_code, 404
        )
        back = self.good("patch", self.path(f"loans/{loan['id']}/"), {"version": 1, "back": True})
        self.assertIsNotNone(back["loans"][0]["back_at"])
        self.good("post", self.path("loans/"), self.lend(board))

    def test_no_pair_without_demo_boards_or_facts(self) -> None:
        self.assertEqual(self.good("get", self.path("demo-pair/"))["boards"], [])
        bare = self.good("post", "/api/fittings/", {"facts": {"name": "Ada"}})
        self.assertIn("Say mass", self.good("get", self.path("demo-pair/", bare))["says"])
