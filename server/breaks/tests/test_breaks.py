"""Breaks: what they give and are remembered by, today, what was seen, files, tickets by the buoy."""

from datetime import UTC, datetime, timedelta

import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile

from accounts.tests.case import ApiCase
from breaks.climate import climate_for
from breaks.models import Break
from breaks.now import age_says, now_at
from buoys.commands import keep_seas
from buoys.models import Buoy
from buoys.tests.swell_service import SwellBuoy, made_year
from chord_core.documents.verbs.climate import HoursAsked
from standins.made_sea import Coast, made_seas
from standins.swell_buoy import STATION

SHORE = {"faces_deg": 320, "window_deg": 45, "exposure": 0.6, "bottom_slope": 0.05, "latitude_deg": 47.6}
TIDE = {"mean_m": 2.6, "constants": [{"name": "M2", "amplitude_m": 1.4, "phase_deg": 110}]}
SEA = {"name": "Ropewalk", "small_m": 0.5, "usual_m": 0.9, "big_m": 1.5, "steepness": "soft", "crowd": "high"}
RATING = [
    {"flow_m3_s": 20, "speed_m_s": 2.8, "depth_m": 0.6, "face_m": 0.7},
    {"flow_m3_s": 40, "speed_m_s": 3.6, "depth_m": 0.9, "face_m": 0.9},
]
RIVER = {
    "name": "Millrace",
    "kind": "river",
    "usual_m": 0.6,
    "river": {"rating": RATING, "low_m3_s": 15, "high_m3_s": 35},
}


class BreakCase(ApiCase):
    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        cls.buoy = Buoy.objects.create(shop=cls.shop, name="Outer Bank", station=STATION)
        keep_seas(cls.buoy, made_year(2020, 3))

    def sea(self, **more: object) -> dict:
        given = SEA | {"shore": SHORE, "tide_table": TIDE, "buoy_id": self.buoy.pk} | more
        return self.good("post", "/api/breaks/", given)

    def gives(self, place: dict, query: str = "") -> dict:
        return self.good("get", f"/api/breaks/{place['id']}/gives/{query}")


class Kept(BreakCase):
    def test_everything_typed_is_kept(self) -> None:
        given = SEA | {
            "about": "beach", "mind": "rip", "wind": "onshore",
            "waves_per_hour": 40, "paddle_out_m": 80, "ride_length_m": 70,
            "tide": "mid", "bottom": "sand", "duck_dive_needed": False, "chop_m": 0.2,
            "shore": SHORE | {"tides": ["low", "mid"]},
            "tide_table": TIDE, "bins": [{"face_m": 1, "steepness": 0.4, "weight": 2}],
        }  # fmt: skip
        made = self.good("post", "/api/breaks/", given)
        again = self.good("get", f"/api/breaks/{made['id']}/")
        for name, value in given.items():
            if isinstance(value, dict):
                self.assertEqual(again[name] | value, again[name], name)
            elif name != "tide_table":
                self.assertEqual(again[name], value, name)
        self.assertFalse(again["measured"])

    def test_a_break_points_at_a_buoy_of_its_shop(self) -> None:
        self.assertTrue(self.sea()["measured"])
        error = self.refused(400, "post", "/api/breaks/", SEA | {"name": "Other", "buoy_id": 10**9})
        self.assertEqual(error["field"], "buoy_id")

    def test_bad_shores_and_tides_are_named(self) -> None:
        for given, field in (
            ({"shore": {"faces_deg": 400}}, "shore.faces_deg"),
            ({"shore": SHORE | {"tides": ["noon"]}}, "shore.tides.0"),
            (
                {"tide_table": {"constants": [{"name": "M2", "amplitude_m": 99, "phase_deg": 0}]}},
                "tide_table.constants.0.amplitude_m",
            ),
            ({"river": {"rating": [], "low_m3_s": 1, "high_m3_s": 2}}, "river.rating"),
            (
                {"settings": [{"name": "a", "face_m": 1, "steepness": "odd", "share": 1}]},
                "settings.0.steepness",
            ),
            ({"usual_m": 0.4}, "usual_m"),
        ):
            self.assertEqual(self.refused(400, "post", "/api/breaks/", SEA | given)["field"], field)

    def test_a_buoy_that_goes_leaves_what_is_remembered(self) -> None:
        place = self.sea()
        self.good("delete", f"/api/buoys/{self.buoy.pk}/")
        found = self.gives(place)
        self.assertIsNone(found["climate"])
        self.assertIn("remembered", found["says"][0])


class Giving(BreakCase):
    def test_the_year_in_a_sentence_bins_and_a_map(self) -> None:
        found = self.gives(self.sea())
        climate = found["climate"]
        self.assertRegex(found["says"][0], r"^Chest or more (on|hardly)")
        self.assertLess(climate["small_m"], climate["usual_m"])
        self.assertAlmostEqual(sum(map(sum, climate["map"]["share"])), 1, places=6)
        self.assertEqual(len(climate["months"]), 12)
        self.assertEqual([row["name"] for row in found["remembered"]], ["small", "usual", "big"])
        self.assertTrue(all(0 <= row["share"] <= 1 for row in found["remembered"]))
        self.assertEqual(found["unsure"], "")
        self.assertLess(found["foam_m"][0], found["foam_m"][2])

    def test_months_light_and_free_hours(self) -> None:
        place = self.sea()
        winter, summer = (
            self.gives(place, f"?{q}")["climate"] for q in ("months=12&months=1", "months=6&months=7")
        )
        self.assertGreater(winter["usual_m"], summer["usual_m"])
        free = self.gives(place, "?free=weekends")["climate"]
        self.assertLess(free["known_hours"], 0.4 * self.gives(place)["climate"]["known_hours"])
        for query, field in (("?months=13", "months.0"), ("?free=never", "free"), ("?from_h=9", "from_h")):
            self.assertEqual(
                self.refused(400, "get", f"/api/breaks/{place['id']}/gives/{query}")["field"], field
            )

    def test_tall_and_small_bodies_have_words_of_their_own(self) -> None:
        place = self.sea()
        tall, small = (self.gives(place, f"?body_m={body}")["says"][0] for body in (2.0, 1.2))
        self.assertNotEqual(tall, small)

    def test_somebodys_own_days_stand_against_what_is_measured(self) -> None:
        """A day half as high again as it is: said so, ranked, and the break's own days stay its own."""
        place = self.sea()
        real = self.gives(place)["climate"]
        usual, big = 1.5 * real["usual_m"], 1.5 * real["big_m"]
        found = self.gives(place, f"?usual_m={usual}&big_m={big}")
        self.assertEqual([row["name"] for row in found["remembered"]], ["usual", "big"])
        self.assertAlmostEqual(found["remembered"][0]["face_m"], usual)
        self.assertEqual(found["remembered"][0]["real_m"], real["usual_m"])
        self.assertTrue(0.5 < found["remembered"][0]["share"] < found["remembered"][1]["share"] <= 1)
        self.assertRegex(found["habit"], "^Remembered too high by about")
        self.assertIn(found["habit"], found["says"])
        self.assertEqual(self.gives(place, f"?usual_m={real['usual_m']}")["habit"], "")
        self.assertEqual(len(self.gives(place)["remembered"]), 3)
        for query, field in (("?usual_m=90", "usual_m"), ("?small_m=high", "small_m")):
            refused = self.refused(400, "get", f"/api/breaks/{place['id']}/gives/{query}")
            self.assertEqual(refused["field"], field)

    def test_own_days_say_nothing_of_where_nothing_is_measured(self) -> None:
        found = self.gives(self.good("post", "/api/breaks/", SEA), "?usual_m=2.4")
        self.assertEqual(found["habit"], "")
        self.assertEqual([(row["share"], row["real_m"]) for row in found["remembered"]], [(None, None)])
        self.assertEqual(found["unsure"], self.gives(self.good("get", "/api/breaks/")[0])["unsure"])

    def test_remembered_only_says_how_unsure_it_is(self) -> None:
        place = self.good("post", "/api/breaks/", SEA)
        found = self.gives(place)
        self.assertIsNone(found["climate"])
        self.assertIn("people are off by a fifth", found["unsure"])
        nothing = self.gives(self.good("post", "/api/breaks/", {"name": "New"}))
        self.assertIn("waist high is assumed", nothing["unsure"])

    def test_a_year_is_worked_out_once(self) -> None:
        place = Break.objects.select_related("buoy").get(pk=self.sea()["id"])
        climate_for(place, HoursAsked())
        with self.assertNumQueries(0):
            climate_for(place, HoursAsked())
            climate_for(place, HoursAsked(months=(6,)))

    def test_a_pool_is_its_settings(self) -> None:
        settings = [{"name": "slab", "face_m": 1.4, "steepness": "steep", "share": 1}]
        place = self.good("post", "/api/breaks/", {"name": "Basin", "kind": "pool", "settings": settings})
        self.assertTrue(place["measured"])
        faces = {row["face_m"] for row in self.gives(place)["water"]["bins"]}
        self.assertEqual(faces, {1.4})

    def test_waves_as_a_table(self) -> None:
        place = self.sea()
        rows = self.client.get(f"/api/breaks/{place['id']}/waves.csv").content.decode().splitlines()
        self.assertEqual(rows[0], "face_m,steepness,weight")
        self.assertAlmostEqual(sum(float(row.split(",")[2]) for row in rows[1:]), 1, places=4)
        bare = self.good("post", "/api/breaks/", {"name": "New"})
        self.refused(400, "get", f"/api/breaks/{bare['id']}/waves.csv")


class Rivers(BreakCase):
    def flows(self, place: dict, text: str, status: int = 200) -> dict:
        sent = {"file": SimpleUploadedFile("flows.csv", text.encode())}
        response = self.client.post(f"/api/breaks/{place['id']}/flows/", sent)
        self.assertEqual(response.status_code, status, response.content)
        return response.json()

    def test_flows_make_the_window_and_the_water(self) -> None:
        place = self.good("post", "/api/breaks/", RIVER)
        self.assertFalse(place["measured"])
        read = self.flows(place, "time,flow_m3_s\n2024-03-01T00:00,20\n2024-03-01T01:00,50\nx,1\n")
        self.assertEqual((read["readings"], read["faulty"]), (2, 1))
        self.assertEqual(self.flows(place, "time,flow\n2024-03-01T02:00,20\n")["readings"], 1)
        found = self.gives(place)
        self.assertAlmostEqual(found["river"]["ridden_share"], 2 / 3)
        self.assertEqual(found["water"]["flow_m_s"], 2.8)
        self.assertIn("Works 67 % of the time.", found["says"])
        now = self.good("get", f"/api/breaks/{place['id']}/now/")
        self.assertTrue(now["works"])
        self.assertEqual((now["speed_m_s"], now["depth_m"], now["face_m"]), (2.8, 0.6, 0.7))
        self.assertIn("days old", now["says"])

    def test_what_is_no_series_changes_nothing(self) -> None:
        place = self.good("post", "/api/breaks/", RIVER)
        self.assertIn("no columns", self.flows(place, "a,b\n1,2\n", 400)["error"]["message"])
        self.assertFalse(self.good("get", f"/api/breaks/{place['id']}/")["measured"])
        self.assertIn(
            "only a river", self.flows(self.sea(), "time,flow\n2024-03-01,20\n", 400)["error"]["message"]
        )


class Today(BreakCase):
    def place(self, **more: object) -> Break:
        return Break.objects.select_related("buoy").get(pk=self.sea(**more)["id"])

    def test_the_last_good_hour_with_its_age_when_the_buoy_is_dead(self) -> None:
        with self.settings(BUOY="127.0.0.1:9"):
            found = now_at(self.place())
        self.assertFalse(found.fresh)
        self.assertRegex(found.says, r"^Outer Bank does not answer .*; the last good hour is \d+ days old\.$")
        self.assertIsNotNone(found.face_m)
        self.assertEqual(found.at.year, 2022)

    def test_a_buoy_that_answers(self) -> None:
        with SwellBuoy() as address, self.settings(BUOY=address):
            found = now_at(self.place())
        self.assertTrue(found.fresh)
        self.assertEqual(found.says, "")
        self.assertLess(found.age_h, 1.1)
        self.assertTrue(found.face_m is not None and found.height_m > 0)

    def test_a_buoy_whose_last_days_are_empty(self) -> None:
        with SwellBuoy("--fault", "dead") as address, self.settings(BUOY=address):
            found = now_at(self.place())
        self.assertFalse(found.fresh)
        self.assertTrue(49 <= found.age_h <= 51.1)
        self.assertIn("days old", found.says)

    def test_tide_light_and_the_hours_that_work(self) -> None:
        noon = datetime(2024, 6, 10, 12, 20, tzinfo=UTC)
        found = now_at(self.place(shore=SHORE | {"tides": ["low"], "utc_offset_h": 2}), noon)
        self.assertEqual(found.day_begins, datetime(2024, 6, 9, 22, tzinfo=UTC))
        self.assertEqual(found.local_now.hour, 14)
        self.assertEqual(len(found.tides), 49)
        self.assertTrue(3 <= len(found.turns) <= 4)
        low = [height for height, works in zip(found.tides, found.works_at, strict=True) if works]
        self.assertLess(
            max(low), min(h for h, w in zip(found.tides, found.works_at, strict=True) if not w) + 1e-6
        )
        self.assertTrue(found.light and found.light[0] < 7 < 20 < found.light[1])

    def test_a_break_without_anything_still_answers(self) -> None:
        bare = self.good("post", "/api/breaks/", {"name": "New"})
        found = self.good("get", f"/api/breaks/{bare['id']}/now/")
        self.assertEqual((found["says"], found["tides"], found["light"]), ("", [], None))

    def test_ages_in_words(self) -> None:
        for age, says in (
            (timedelta(minutes=12), "12 min"),
            (timedelta(hours=5), "5 h"),
            (timedelta(days=9), "9 days"),
        ):
            self.assertEqual(age_says(age), says)


class SeenThere(BreakCase):
    def note(self, place: dict, hours: range, factor: float) -> None:
        seas = made_seas(Coast(), int(datetime(2021, 1, 1, tzinfo=UTC).timestamp()) // 3600 + np.arange(8000))
        for hour in hours:
            at = datetime.fromtimestamp(int(seas.hour[hour]) * 3600, UTC)
            face = 0.39 * 9.81**0.2 * (seas.period_s[hour] * (0.6 * seas.height_m[hour]) ** 2) ** 0.4
            given = {"day": f"{at:%Y-%m-%d}", "hour": at.hour, "face_m": round(max(face * factor, 0.1), 2)}
            self.good("post", f"/api/breaks/{place['id']}/seen/", given)

    def test_sightings_pull_the_exposure_and_nothing_is_written_until_it_is_taken(self) -> None:
        place = self.sea(shore=SHORE | {"window_deg": 90})
        self.note(place, range(300, 5000, 400), 0.75)
        found = self.good("get", f"/api/breaks/{place['id']}/calibrate/")
        self.assertLess(found["exposure"], 0.57)
        self.assertLess(found["off_after"], found["off_before"])
        before = self.good("get", f"/api/breaks/{place['id']}/")
        self.assertEqual(before["shore"]["exposure"], 0.6)
        usual = self.gives(place)["climate"]["usual_m"]
        given = {name: value for name, value in before.items() if name not in ("id", "measured")}
        given["shore"] = before["shore"] | {"exposure": round(found["exposure"], 3)}
        self.good("put", f"/api/breaks/{place['id']}/", given)
        self.assertLess(self.gives(place)["climate"]["usual_m"], usual)

    def test_struck_out(self) -> None:
        place = self.sea()
        self.note(place, range(300, 302), 1.0)
        rows = self.good("get", f"/api/breaks/{place['id']}/seen/")
        left = self.good("delete", f"/api/breaks/{place['id']}/seen/{rows[0]['id']}/")
        self.assertEqual([row["id"] for row in left], [rows[1]["id"]])

    def test_what_is_missing_is_said(self) -> None:
        self.assertEqual(
            self.refused(400, "get", f"/api/breaks/{self.sea()['id']}/calibrate/")["field"], "seen"
        )
        bare = self.good("post", "/api/breaks/", {"name": "New"})
        self.assertEqual(self.refused(400, "get", f"/api/breaks/{bare['id']}/calibrate/")["field"], "shore")
        for given, field in (
            ({"day": "2021-02-30", "hour": 3, "face_m": 1}, "day"),
            ({"day": "2021-02-03", "hour": 24, "face_m": 1}, "hour"),
            ({"day": "2021-02-03", "hour": 2, "face_m": 0}, "face_m"),
        ):
            self.assertEqual(
                self.refused(400, "post", f"/api/breaks/{bare['id']}/seen/", given)["field"], field
            )

    def test_a_break_goes_out_and_comes_back_the_same(self) -> None:
        place = self.sea(mind="rip", about="beach")
        self.note(place, range(300, 303), 1.0)
        document = self.client.get(f"/api/breaks/{place['id']}/break.json").json()
        self.good("delete", f"/api/breaks/{place['id']}/")
        again = self.good("post", "/api/breaks/import/", document)
        self.assertEqual(self.client.get(f"/api/breaks/{again['id']}/break.json").json(), document)
        # Once more over itself: no double, no sighting twice.
        self.good("post", "/api/breaks/import/", document)
        self.assertEqual(len(self.good("get", f"/api/breaks/{again['id']}/seen/")), 3)
        self.assertEqual(len(self.good("get", "/api/breaks/")), 1)


class TicketsByTheBuoy(BreakCase):
    def patch(self, ticket: dict, **change: object) -> dict:
        return self.good("patch", f"/api/fittings/{ticket['id']}/", {"version": ticket["version"], **change})

    def test_a_break_that_is_chosen_brings_what_it_really_gives(self) -> None:
        place = self.sea()
        ticket = self.patch(self.ticket(), break_id=place["id"])
        self.assertEqual(len(ticket["water"]["bins"]), 40)
        self.assertEqual(ticket["water"]["usual_m"], 0.9)
        size = ticket["answer"]["size"]
        remembered = self.patch(ticket, go_by="remembered")
        self.assertFalse(remembered["water"].get("bins"))
        self.assertNotEqual(remembered["answer"]["size"]["days"], size["days"])
        back = self.patch(remembered, go_by="measured")
        self.assertEqual(back["water"], ticket["water"])

    def test_white_water_for_a_first_lesson_and_back(self) -> None:
        place = self.sea()
        ticket = self.patch(self.ticket(rung="starter"), break_id=place["id"])
        foam = self.patch(ticket, go_by="foam")
        self.assertEqual((foam["water"]["kind"], foam["water"]["name"]), ("white_water", "Ropewalk"))
        self.assertLess(foam["water"]["big_m"], 0.45)
        self.assertNotIn("bins", {k for k, v in foam["water"].items() if v})
        self.assertEqual(self.patch(foam, go_by="measured")["water"]["kind"], "sea")
        river = self.good("post", "/api/breaks/", RIVER)
        other = self.patch(self.ticket(rung="starter"), break_id=river["id"])
        body = {"version": other["version"], "go_by": "foam"}
        self.assertEqual(self.refused(400, "patch", f"/api/fittings/{other['id']}/", body)["field"], "go_by")

    def test_what_a_surfer_remembers_stays_beside_it(self) -> None:
        place = self.sea()
        ticket = self.patch(self.ticket(), break_id=place["id"])
        said = self.patch(ticket, water={"big_m": 2.5})
        self.assertEqual((said["water"]["big_m"], len(said["water"]["bins"])), (2.5, 40))
        self.assertEqual(said["answer"]["size"]["days"], ticket["answer"]["size"]["days"])

    def test_a_ticket_keeps_the_water_as_it_was(self) -> None:
        place = self.sea()
        ticket = self.patch(self.ticket(), break_id=place["id"])
        keep_seas(self.buoy, made_year(2010, 2))
        again = self.good("get", f"/api/fittings/{ticket['id']}/")
        self.assertEqual(again["water"], ticket["water"])

    def test_a_river_and_nothing_measured(self) -> None:
        river = self.good("post", "/api/breaks/", RIVER)
        flows = {"file": SimpleUploadedFile("a.csv", b"time,flow\n2024-03-01,20\n")}
        self.client.post(f"/api/breaks/{river['id']}/flows/", flows)
        ticket = self.patch(self.ticket(), break_id=river["id"])
        self.assertEqual((ticket["water"]["flow_m_s"], ticket["water"]["usual_m"]), (2.8, 0.7))
        bare = self.good("post", "/api/breaks/", {"name": "New"})
        ticket = self.patch(ticket, break_id=bare["id"])
        body = {"version": ticket["version"], "go_by": "measured"}
        self.assertEqual(self.refused(400, "patch", f"/api/fittings/{ticket['id']}/", body)["field"], "go_by")

    def test_days_worth_going(self) -> None:
        ticket = self.patch(self.ticket(), break_id=self.sea(crowd="low")["id"])
        found = self.good("get", f"/api/fittings/{ticket['id']}/worth/")
        self.assertEqual(len(found["worth"]["months"]), 12)
        self.assertTrue(0 < found["worth"]["days"] <= 366)
        free = self.good("get", f"/api/fittings/{ticket['id']}/worth/?free=weekends")
        self.assertLess(free["worth"]["days"], found["worth"]["days"])
        bare = self.patch(ticket, break_id=self.good("post", "/api/breaks/", {"name": "New"})["id"])
        self.assertEqual(self.refused(400, "get", f"/api/fittings/{bare['id']}/worth/")["field"], "break")
