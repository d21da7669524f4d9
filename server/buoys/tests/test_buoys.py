"""Buoys: hours packed by the month, files in, hours out, a service that is asked, what it gets wrong."""

import gzip
import json
import random
from datetime import date, timedelta

import numpy as np
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import IntegrityError, transaction
from django.utils import timezone

from accounts.tests.case import ApiCase
from buoys.codec import decode, encode, month_span, months_of, seas_from
from buoys.commands import POLL_EVERY, keep_seas, poll
from buoys.models import Buoy, BuoyMonth
from buoys.selectors import seas_of_buoy
from buoys.tests.swell_service import SwellBuoy, made_year, year_text
from standins.swell_buoy import STATION, broken


class Packed(ApiCase):
    def setUp(self) -> None:
        super().setUp()
        self.buoy = Buoy.objects.create(shop=self.shop, name="Outer Bank", station=STATION)

    def test_hours_come_back_to_the_figure(self) -> None:
        seas = broken(made_year(2021), "missing")
        rows = [(month, encode(seas, month)) for month in months_of(seas.hour)]
        back = seas_from(rows)
        here = np.isin(seas.hour, back.hour)
        np.testing.assert_allclose(back.columns(), seas.columns()[:, here], atol=0.005)

    def test_a_month_knows_its_length(self) -> None:
        for month, days in ((date(2024, 2, 1), 29), (date(2023, 2, 1), 28), (date(2023, 12, 1), 31)):
            begin, end = month_span(month)
            self.assertEqual(end - begin, 24 * days)
            hour, columns = decode(month, encode(made_year(2023, 2), month))
            self.assertEqual((len(hour), columns.shape), (24 * days, (6, 24 * days)))

    def test_ten_years_are_small_and_read_with_one_question(self) -> None:
        keep_seas(self.buoy, made_year(2012, 10))
        stored = sum(len(raw) for raw in self.buoy.months.values_list("packed", flat=True))
        self.assertLess(stored, 20e6 / 10)
        self.assertLessEqual(self.buoy.months.count(), 122)
        with self.assertNumQueries(1):
            self.assertEqual(len(seas_of_buoy(self.buoy)), 87660)
        with self.assertNumQueries(0):
            seas_of_buoy(self.buoy)

    def test_later_hours_are_laid_over_earlier_ones(self) -> None:
        seas = made_year(2021)
        keep_seas(self.buoy, seas.at(slice(0, 1000)))
        keep_seas(self.buoy, seas.at(slice(900, 2000)))
        self.assertEqual(len(seas_of_buoy(self.buoy)), 2000)
        self.assertEqual(Buoy.objects.get().stamp, self.buoy.stamp)

    def test_the_database_refuses_a_month_twice_or_within(self) -> None:
        for month in (date(2021, 1, 1), date(2021, 2, 2)):
            BuoyMonth.objects.filter(buoy=self.buoy).delete()
            with self.assertRaises(IntegrityError), transaction.atomic():
                for _ in range(2):
                    BuoyMonth.objects.create(buoy=self.buoy, month=month, packed=b"")


class Files(ApiCase):
    def setUp(self) -> None:
        super().setUp()
        self.id = self.good("post", "/api/buoys/", {"name": "Outer Bank"})["id"]

    def send(self, *files: tuple[str, bytes]) -> list[dict]:
        sent = {"file": [SimpleUploadedFile(name, data) for name, data in files]}
        response = self.client.post(f"/api/buoys/{self.id}/hours/", sent)
        self.assertEqual(response.status_code, 200)
        return [json.loads(line) for line in b"".join(response.streaming_content).splitlines()]

    def test_years_packed_and_plain_at_once(self) -> None:
        said = self.send(("2020.txt", year_text(2020)), ("2021.txt.gz", gzip.compress(year_text(2021))))
        read = said[-1]["read"]
        self.assertEqual([row["readings"] for row in read["files"]], [8766, 8766])
        self.assertEqual((read["refused"], read["buoy"]["hours"] > 17_000), ([], True))
        self.assertEqual(read["buoy"]["from_day"], "2020-01-01")
        again = self.send(("2020.txt", year_text(2020)))[-1]["read"]["buoy"]
        self.assertEqual(again["hours"], read["buoy"]["hours"])

    def test_it_says_how_far_it_is(self) -> None:
        lines = year_text(2020).splitlines(keepends=True)
        three = b"".join(lines[:2] + 3 * lines[2:])
        told = [row["lines"] for row in self.send(("three.txt", three))[:-1]]
        self.assertEqual(told, [0, 20_000])

    def test_one_that_is_none_is_refused_and_the_others_stay(self) -> None:
        read = self.send(("notes.txt", b"hello"), ("2020.txt", year_text(2020)))[-1]["read"]
        self.assertEqual([row["column"] for row in read["refused"]], ["notes.txt"])
        self.assertIn("none of 1 lines is a header", read["refused"][0]["says"])
        self.assertEqual(len(read["files"]), 1)

    def test_a_broken_file_is_read_as_far_as_it_is_sound(self) -> None:
        text = year_text(2020).decode().splitlines(keepends=True)
        draw = random.Random(4)
        for i in draw.sample(range(2, len(text)), 60):
            text[i] = text[i][: draw.randrange(60)] + "\n"
        read = self.send(("broken.txt", "".join(text).encode()))[-1]["read"]["files"][0]
        self.assertGreater(read["readings"], 8600)
        self.assertTrue(1 <= len(read["faults"]) <= 40)
        self.assertGreaterEqual(read["faulty"], 50)

    def test_no_file_and_too_many_are_refused(self) -> None:
        self.assertEqual(self.client.post(f"/api/buoys/{self.id}/hours/", {}).status_code, 400)
        many = {"file": [SimpleUploadedFile(f"{i}.txt", b"x") for i in range(41)]}
        self.assertEqual(self.client.post(f"/api/buoys/{self.id}/hours/", many).status_code, 400)

    def test_hours_out(self) -> None:
        self.send(("2020.txt", year_text(2020)))
        response = self.client.get(f"/api/buoys/{self.id}/hours/")
        rows = b"".join(response.streaming_content).decode().splitlines()
        self.assertEqual(rows[0], "time,height_m,period_s,mean_period_s,from_deg,wind_m_s,wind_from_deg")
        self.assertTrue(rows[1].startswith("2020-01-01T00:00Z,"))
        self.assertEqual(len(rows), 8767)

    def test_hours_out_and_in_again_are_the_same(self) -> None:
        self.send(("2020.txt", year_text(2020)))
        table = b"".join(self.client.get(f"/api/buoys/{self.id}/hours/").streaming_content)
        other = self.good("post", "/api/buoys/", {"name": "Copy"})["id"]
        sent = {"file": SimpleUploadedFile("hours.csv", table + b"2020-13-01T00:00Z,1,2,3,4,5,6\n")}
        response = self.client.post(f"/api/buoys/{other}/hours/", sent)
        read = json.loads(b"".join(response.streaming_content).splitlines()[-1])["read"]
        self.assertEqual((read["files"][0]["readings"], read["files"][0]["faulty"]), (8766, 1))
        again = b"".join(self.client.get(f"/api/buoys/{other}/hours/").streaming_content)
        self.assertEqual(again, table)

    def test_buoys_are_named_once_and_checked(self) -> None:
        for given, field in (
            ({"name": "Outer Bank"}, "name"),
            ({"name": "B", "depth_m": 0}, "depth_m"),
            ({"name": "B", "station": "../etc"}, "station"),
            ({"name": ""}, "name"),
        ):
            self.assertEqual(self.refused(400, "post", "/api/buoys/", given)["field"], field)
        for station in ("a b", "a/b", "ä", "x\n", "a" * 41):
            error = self.refused(400, "post", "/api/buoys/", {"name": "B", "station": "." + station})
            self.assertEqual((error["field"], error["value"][:1]), ("station", "."))
        for station in ("", "outer-bank", "41_b"):
            made = self.good("post", "/api/buoys/", {"name": f"Buoy {station}", "station": station})
            self.assertEqual(made["station"], station)
            self.good("delete", f"/api/buoys/{made['id']}/")
        self.good("put", f"/api/buoys/{self.id}/", {"name": "Inner Bank", "depth_m": 30})
        self.assertEqual(self.good("get", "/api/buoys/")[0]["depth_m"], 30)
        self.good("delete", f"/api/buoys/{self.id}/")
        self.assertEqual(self.good("get", "/api/buoys/"), [])


class Polling(ApiCase):
    def setUp(self) -> None:
        super().setUp()
        self.buoy = Buoy.objects.create(shop=self.shop, name="Outer Bank", station=STATION)

    def test_the_last_days_come_and_are_not_asked_for_again_at_once(self) -> None:
        with SwellBuoy() as address, self.settings(BUOY=address):
            first = poll(self.buoy)
            self.assertEqual(first.poll_says, "")
            seas = seas_of_buoy(first)
            self.assertEqual(len(seas), 45 * 24 + 1)
            age = timezone.now().timestamp() / 3600 - seas.hour[-1]
            self.assertTrue(0 <= age <= 1.1)
            asked = first.polled_at
            self.assertEqual(poll(first).polled_at, asked)
            Buoy.objects.update(polled_at=timezone.now() - POLL_EVERY - timedelta(seconds=1))
            self.assertGreater(poll(Buoy.objects.get()).polled_at, asked)

    def test_faults_are_said_and_what_is_there_stays(self) -> None:
        with SwellBuoy() as address, self.settings(BUOY=address):
            known = len(seas_of_buoy(poll(self.buoy)))
        for fault, says in (
            ("stuck", "stands still"),
            ("garbled", "no line|none of|readings|before any header"),
        ):
            with SwellBuoy("--fault", fault) as address, self.settings(BUOY=address):
                found = poll(self.buoy, force=True)
                self.assertRegex(found.poll_says, says)
                self.assertGreaterEqual(len(seas_of_buoy(found)), known)
        with self.settings(BUOY=address):
            self.assertIn("does not answer", poll(self.buoy, force=True).poll_says)

    def test_a_slow_service_is_not_waited_for(self) -> None:
        begun = timezone.now()
        with SwellBuoy("--fault", "slow") as address, self.settings(BUOY=address):
            self.assertIn("does not answer", poll(self.buoy).poll_says)
        self.assertLess(timezone.now() - begun, timedelta(seconds=15))

    def test_without_a_service_or_a_station_nothing_is_asked(self) -> None:
        self.assertIsNone(poll(self.buoy).polled_at)
        with self.settings(BUOY="127.0.0.1:1"):
            self.buoy.station = ""
            self.assertIsNone(poll(self.buoy).polled_at)
