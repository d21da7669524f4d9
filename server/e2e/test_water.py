"""The Water place in the browser: what a break gives, today, sightings, files, rivers, pools, the ticket."""

import gzip
import json
import re
import tempfile
from datetime import UTC, datetime, timedelta
from pathlib import Path

import numpy as np
from django.test import override_settings
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from accounts.models import User
from breaks.models import Break, Sighting
from buoys.commands import keep_seas
from buoys.models import Buoy
from buoys.selectors import seas_of_buoy
from buoys.tests.swell_service import SwellBuoy, year_text
from chord_core.water.seas import Seas
from e2e.browser_case import DEEP
from e2e.place_case import PlaceCase
from fittings.models import Fitting


class WaterCase(PlaceCase):
    def water(self, name: str = "Ropewalk") -> None:
        """Open a break of the demo shop."""
        self.sign_in()
        self.go_to(name)

    def go_to(self, name: str) -> None:
        """Go to a break when the shop is open."""
        place = Break.objects.get(name=name)
        self.driver.get(f"{self.live_server_url}/water/{place.pk}")
        self.wait_text(".left h1", name)
        self.find(".water[data-settled=true]")

    def named(self, label: str) -> object:
        """The input of the open dialog that carries this label."""
        script = """
            for (const label of document.querySelectorAll('[role=dialog] label, .v-overlay--active label'))
              if (label.textContent.trim().startsWith(arguments[0]) && label.htmlFor)
                return document.getElementById(label.htmlFor)
            return null"""
        return self.wait(lambda: self.driver.execute_script(script, label), f"field {label}")

    def file(self, name: str, data: bytes) -> str:
        """A file on the disk, for as long as the test runs."""
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        path = Path(folder.name) / name
        path.write_bytes(data)
        return str(path)


class Shown(WaterCase):
    def test_the_year_in_five_seconds(self) -> None:
        self.open_demo()
        self.go_to("Ropewalk")
        self.wait_text(".says", "Chest or more on")
        self.wait(lambda: len(self.all(".map .cell")) > 30, "the map is drawn")
        self.wait(lambda: len(self.all(".map .day")) == 3, "three remembered days")
        self.wait_text(".map .day text", "Ines’s small day")
        self.wait_text(".months h2", "days worth going, for Ines")
        self.assertEqual(len(self.all(".month")), 12)
        facts = self.text(".facts")
        for part in (
            "Really gives",
            "Outer Bank buoy, 19 km off",
            "open 304° to 28°",
            "rip along the second groyne",
        ):
            self.assertIn(part, facts)
        self.find(".today svg .now")

    def test_months_light_and_free_days_are_asked(self) -> None:
        self.open_demo()
        self.go_to("Ropewalk")
        whole = self.wait(lambda: self.text(".year"), "days of the year")
        self.all(".month")[0].click()
        self.wait_text(".hours", "1 of 12 months")
        self.wait(lambda: self.text(".year") != whole, "fewer days")
        self.keys("f")
        self.wait_text(".hours", "evenings and weekends")
        self.keys("d")
        self.wait_text(".hours", "all hours")
        self.keys("a", "d", "f", "f")
        self.wait_text(".hours", "hours of light, any day, the year")
        self.wait(lambda: self.text(".year") == whole, "all as it was")

    def test_breaks_by_keys(self) -> None:
        self.water()
        self.keys("2")
        self.wait_text(".left h1", "Lantern Point")
        self.find(".breaks [aria-pressed=true]").send_keys(Keys.ARROW_RIGHT)
        self.wait_text(".left h1", "Millrace")
        self.keys("?")
        self.wait_text(".keys", "note what was seen")

    def test_a_river_its_window_and_its_caution(self) -> None:
        self.water("Millrace")
        self.wait_text(".says", "% of the time")
        self.wait_text(".caution", "No ankle leash")
        self.find(".flows .line")
        self.wait_text(".months h2", "in which it works")

    def test_a_pool_and_its_settings(self) -> None:
        self.water("Basin Seven")
        self.wait_text(".says", "Mostly “long wall”")
        self.wait_text(".facts", "the slab")
        self.wait(lambda: len(self.all(".map .dot")) == 15, "a dot a bin")

    def test_a_dead_buoy_is_said_and_the_last_hour_used(self) -> None:
        with override_settings(BUOY="127.0.0.1:9"):
            self.water()
            self.wait_text(".facts .fault", "does not answer")
            self.wait_text(".facts .fault", "the last good hour is")
            self.find(".map .cell")

    def test_the_simulated_buoy_is_asked(self) -> None:
        with SwellBuoy() as address, override_settings(BUOY=address):
            self.water()
            self.wait(lambda: "ago" in self.text(".facts"), "the age of the last hour")
            self.wait(lambda: Buoy.objects.get().polled_at, "it was asked")
            self.assertEqual(Buoy.objects.get().poll_says, "")

    def test_neat_and_clean_in_both_units_and_sizes(self) -> None:
        self.sign_in()
        for name in ("Ropewalk", "Millrace", "Basin Seven"):
            self.go_to(name)
            self.find(".facts")
            self.check(name)
            more = [("metric", "face")] if DEEP else []
            for units, faces in (("imperial", "words"), ("metric", "back"), *more):
                User.objects.update(units=units, faces=faces)
                narrow = [(1024, 768)] if DEEP or units == "imperial" else []
                for size in ((1280, 800), *narrow):
                    self.at_size(*size)
                    self.water_again()
                    self.neat(".water", f"{name} {units} {faces} {size}")
                    high = "return document.scrollingElement.scrollHeight <= innerHeight + 1"
                    self.assertTrue(self.driver.execute_script(high), f"{name} {size} scrolls")

    def test_the_words_of_the_marks_lie_on_nothing_whatever_the_sea_is_today(self) -> None:
        self.sign_in()
        self.go_to("Ropewalk")
        self.at_size(1024, 768)
        buoy = Break.objects.get(name="Ropewalk").buoy
        seas = seas_of_buoy(buoy)
        now = int(datetime.now(UTC).timestamp() // 3600)
        for height_m in (0.7, 1.1, 1.6, 2.2):
            columns = np.array([height_m, 11.0, 8.0, seas.from_deg[-1], 4.0, seas.from_deg[-1]])
            keep_seas(buoy, Seas(np.array([now]), *columns[:, None]))
            self.water_again()
            self.find(".map .now")
            self.neat(".water", f"{height_m} m out at the buoy")

    def water_again(self) -> None:
        """Load the page anew."""
        self.driver.refresh()
        self.find(".water[data-settled=true]")
        self.find(".facts")


class Seen(WaterCase):
    expected_console = ("400 (Bad Request)",)

    def test_a_day_is_noted_by_keyboard_and_pulls_the_factor(self) -> None:
        self.water()
        place = Break.objects.get(name="Ropewalk")
        before = Sighting.objects.filter(place=place).count()
        self.keys("o")
        self.wait_text("[aria-label='What was seen']", "Factor 0.62")
        used = re.search(r"over (\d+) days", self.text("[aria-label='What was seen']"))
        days = int(used[1]) if used else 0
        # In the last hour that the buoy has told of: the one that runs now may have begun since.
        last = 3600 * int(seas_of_buoy(place.buoy).hour[-1])
        here = datetime.fromtimestamp(last, UTC) + timedelta(hours=place.shore.get("utc_offset_h", 0))
        self.type_over(self.named("Day"), here.strftime("%Y-%m-%d"))
        self.type_over(self.named("Hour (0–23)"), str(here.hour))
        self.type_over(self.named("Face"), "nonsense" + Keys.ENTER)
        self.wait_text("[aria-label='What was seen']", "is no wave height")
        self.assertEqual(self.named("Face").get_attribute("value"), "nonsense")
        self.type_over(self.named("Face"), "0.9 m" + Keys.ENTER)
        self.wait(lambda: Sighting.objects.filter(place=place).count() == before + 1, "it is written")
        self.wait(lambda: len(self.all(".row .seen")) == before + 1, "it is drawn")
        # What is taken is what is shown: with the day in it.
        self.wait_text("[aria-label='What was seen']", f"over {days + 1} days")
        self.press("Take the new factor")
        self.wait(lambda: Break.objects.get(pk=place.pk).shore["exposure"] < 0.6, "the factor is taken")
        self.wait(lambda: "factor 0.62" not in self.text(".facts"), "the facts say it")

    def test_one_is_struck_out(self) -> None:
        self.water()
        self.keys("o")
        rows = self.wait(lambda: self.all(".sheet .row"), "the days")
        self.click(".sheet .row button")
        self.wait(lambda: len(self.all(".sheet .row")) == len(rows) - 1, "it is gone")


class Written(WaterCase):
    expected_console = ("400 (Bad Request)",)

    def test_a_new_break_with_only_remembered_days(self) -> None:
        self.water()
        self.keys("n")
        self.type_over(self.named("Name"), "Ropewalk")
        self.type_over(self.named("Usual day"), "waist" + Keys.ENTER)
        self.wait_text("[role=dialog], .v-overlay--active", "There is a break")
        self.type_over(self.named("Name"), "Cinder Cove")
        self.type_over(self.named("Usual day"), "3 ft behind" + Keys.ENTER)
        self.wait_text(".left h1", "Cinder Cove")
        self.assertAlmostEqual(Break.objects.get(name="Cinder Cove").usual_m, 1.83, places=2)
        self.wait_text(".unsure", "people are off by a fifth")
        self.find(".map .dot.guessed")

    def test_a_shore_is_changed_and_a_fault_stands_at_its_field(self) -> None:
        self.water()
        self.keys("e")
        self.type_over(self.named("Looks to"), "999" + Keys.ENTER)
        self.wait_text(".v-overlay--active", "at most 360")
        self.assertEqual(self.named("Looks to").get_attribute("value"), "999")
        self.type_over(self.named("Looks to"), "300")
        self.press("Keep")
        self.wait_text(".facts", "open 258° to 342°")
        self.assertEqual(Break.objects.get(name="Ropewalk").shore["bottom_slope"], 0.045)

    def test_files_of_a_buoy_come_in_with_what_was_left_out(self) -> None:
        self.water()
        text = year_text(2018).replace(b" 3.", b" 77.", 5)
        files = [self.file("2018.txt.gz", gzip.compress(text)), self.file("notes.txt", b"hello")]
        self.keys("b")
        self.find("input[type=file]").send_keys("\n".join(files))
        self.wait_text(".result", "8,766 readings")
        self.wait_text(".result", "notes.txt: none of 1 lines is a header")
        self.press("show it")
        self.wait_text(".facts", "% missing")

    def test_a_buoy_is_given_its_station_and_depth(self) -> None:
        self.water()
        self.keys("b")
        self.type_over(self.named("Station"), "../etc" + Keys.ENTER)
        self.wait_text("[aria-label='The buoy']", "one word of letters")
        self.type_over(self.named("Station"), "inner-bank")
        self.type_over(self.named("Water under it"), "28" + Keys.ENTER)
        self.wait(lambda: Buoy.objects.get().station == "inner-bank", "the station is kept")
        self.assertEqual(Buoy.objects.get().depth_m, 28)

    def test_a_rating_and_settings_are_typed_as_lines(self) -> None:
        self.water("Millrace")
        self.keys("e")
        self.type_over(self.named("Rating"), "12 2.2 0.4")
        self.press("Keep")
        self.wait_text(".v-overlay--active", "line 1 has 3 of 4 figures")
        self.type_over(self.named("Rating"), "12 2.2 0.4 0.5")
        self.type_over(self.named("to (m³/s)"), "30" + Keys.ENTER)
        self.wait(lambda: Break.objects.get(name="Millrace").river["high_m3_s"] == 30, "the window is kept")
        self.go_to("Basin Seven")
        self.keys("e")
        self.type_over(self.named("Settings"), "the slab; 1.5; hollow; 1")
        self.press("Keep")
        self.wait_text(".says", "“the slab”")

    def test_a_gauges_series_comes_in(self) -> None:
        self.water("Millrace")
        rows = "".join(f"2026-01-{day:02}T00:00,55\n" for day in range(1, 29))
        self.keys("b")
        self.find("input[type=file]").send_keys(self.file("flows.csv", f"time,flow\n{rows}x,1\n".encode()))
        self.wait_text(".result", "1 lines left out")
        self.press("show it")
        self.wait_text(".says", "% of the time")

    def test_a_break_goes_out_and_comes_in(self) -> None:
        self.water()
        address = self.driver.find_element(By.LINK_TEXT, "JSON").get_attribute("href")
        fetched = "const done = arguments[1]; fetch(arguments[0]).then((r) => r.text()).then(done)"
        document = json.loads(self.driver.execute_async_script(fetched, address))
        document["place"]["name"] = "Ropewalk again"
        self.keys("n")
        self.find("input[type=file]").send_keys(self.file("break.json", json.dumps(document).encode()))
        self.wait_text(".left h1", "Ropewalk again")
        self.assertEqual(Sighting.objects.filter(place__name="Ropewalk again").count(), len(document["seen"]))


class OnTheTicket(WaterCase):
    def test_remembered_against_real_and_back(self) -> None:
        self.open_demo()
        self.click("[data-card='4'] > button")
        self.wait_text(".measured", "Measured: small")
        fitting = Fitting.objects.get(facts__name="Ines Varga")
        self.assertNotIn("bins", fitting.water)
        self.press("what is measured")
        self.wait(lambda: len(Fitting.objects.get(pk=fitting.pk).water.get("bins", [])) == 40, "its bins")
        self.wait_text(".days", "as measured")
        self.press("what is remembered")
        self.wait_text(".days", "as remembered")
        self.keys(Keys.ESCAPE)
        self.driver.find_element(By.TAG_NAME, "body").send_keys(Keys.CONTROL, "z")
        self.wait_text(".days", "as measured")

    def test_how_the_surfer_remembers_is_said_of_their_own_days(self) -> None:
        """On the ticket and in the Water place alike; another day typed is told anew."""
        self.open_demo()
        self.click("[data-card='4'] > button")
        self.wait_text(".measured", "Measured: small")
        for day, metres in (("Big", "4 m"), ("Usual", "2.2 m")):
            self.type_over(self.field(f"{day} day: waist, 3 ft, 2-3 ft"), metres + Keys.TAB)
            self.saved()
        self.wait_text(".measured", "Remembered too high by about half or more.")
        self.saved()
        self.go_to("Ropewalk")
        self.wait_text(".says", "Remembered too high by about half or more.")
        self.wait_text(".facts", "Ines’s big day")

    def test_another_break_brings_its_own_waves(self) -> None:
        self.open_demo()
        self.click("[data-card='4'] > button")
        self.click("[data-card='4'].open .editor .v-select")
        self.click("//*[contains(@class, 'v-list-item')][contains(., 'The Anvils')]")
        self.wait_text("[data-card='4']", "The Anvils")
        self.saved()
        self.wait_text(".days", "as measured")
        water = Fitting.objects.get(facts__name="Ines Varga").water
        self.assertEqual((water["name"], len(water["bins"])), ("The Anvils", 40))
