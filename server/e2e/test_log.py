"""The log: is the new one better, what was learned, a track put right, files in and out."""

import json
from dataclasses import replace
from datetime import timedelta
from pathlib import Path

from logbook.models import Loan, Session, Track, Trial

from e2e.place_case import PlaceCase
from fittings.models import Fitting
from standins.surf_watch import gpx_of, other_track, some_track
from surfers.models import Surfer


class Log(PlaceCase):
    #: A count that is none never leaves the page; a file that is none is refused.
    expected_console = ("400 (Bad Request)",)

    def log(self) -> Fitting:
        fitting = Fitting.objects.get(facts__name="Salome Firth")
        self.sign_in()
        self.driver.get(f"{self.live_server_url}/log/{fitting.pk}")
        self.find("[data-trial]")
        return fitting

    def open_last(self) -> Session:
        """The newest session, which has a track."""
        last = Session.objects.first()
        assert last is not None
        self.click(f"[data-session='{last.pk}'] button")
        self.find("[aria-label='Track'] [aria-label='Rides']")
        return last

    def test_is_the_new_one_better_over_how_many_like_days(self) -> None:
        self.log()
        self.assertIn(
            "Petrel turns more freely", self.text("[data-trial]").replace("runs further on flats and ", "")
        )
        self.assertIn("pairs of like days", self.text("[aria-label='Trial']"))
        self.assertIn("One thing changed: the board", self.text("[aria-label='Trial']"))
        self.assertIn("To ride next", self.text("[data-wanted]"))
        self.assertIn("One more day", self.text("[data-ready]"))
        self.assertIn("of the last 20 inside", self.text("[data-scores]"))
        self.press("end the trial")
        self.wait(lambda: Trial.objects.get().ended_at, "ended")
        self.press("go on with it")
        self.wait(lambda: not Trial.objects.get().ended_at, "going on")
        self.press("take the trial away")
        self.wait_text(".middle", "No trial yet")

    def test_three_sets_of_fins_are_two_trials(self) -> None:
        self.log()
        self.find("[aria-label='The new side']").send_keys("performance shortboard")
        self.press("begin a trial")
        self.wait(lambda: Trial.objects.count() == 2, "a second trial")
        self.wait_text("[data-trial]", "erformance shortboard")
        self.find(
            "//*[@aria-label='Which trial']/button[contains(., 'Petrel thruster S against Knot')]"
        ).click()
        self.wait_text("[data-trial]", "Petrel")

    def test_two_demo_boards_are_lent_and_say_how_they_felt(self) -> None:
        fitting = Fitting.objects.get(facts__name="Ines Varga")
        self.sign_in()
        self.driver.get(f"{self.live_server_url}/log/{fitting.pk}")
        self.press("which two would settle the size?")
        self.wait_text("[data-pair]", "of the doubt about the litres")
        box = self.find("[aria-label='Lent until']")
        self.type_over(box, "soon\ue007")
        self.press("lend both")
        self.wait_text("[aria-label='Demo boards'] [role=alert]", "is no day")
        self.assertEqual(box.get_attribute("value"), "soon")
        self.type_over(box, "2027-01-05\ue007")
        self.press("lend both")
        self.wait(lambda: Loan.objects.count() == 2, "both are lent")
        loan = Loan.objects.first()
        assert loan is not None
        name = loan.board["name"]
        self.click(f"//*[@aria-label='size: {name}']/button[normalize-space(.)='too small']")
        self.wait(lambda: Loan.objects.get(pk=loan.pk).back_at, "it came back with the answer")
        learned = self.wait(lambda: Surfer.objects.get(name="Ines Varga").learned, "learned")
        self.assertGreater(learned["litres"], 1)

    def test_where_the_model_is_off_over_the_shop(self) -> None:
        self.log()
        self.press("where the model is off")
        self.wait_text("[data-findings]", "expected")
        self.wait_text("[aria-label='Findings of the shop']", "One person's habits are no finding")
        self.press("back to the trial")
        self.find("[data-trial]")

    def test_what_was_learned_is_shown_paused_and_forgotten(self) -> None:
        self.log()
        self.find("[data-learned=cruise_w]")
        self.press("do not use it")
        self.wait_text("[aria-label='What the log taught']", "Not used")
        self.assertFalse(Surfer.objects.get(name="Salome Firth").learns)
        self.press("use it")
        self.press("forget it")
        self.wait_text("[aria-label='What the log taught']", "Nothing yet")
        self.press("take back what was forgotten")
        self.find("[data-learned=cruise_w]")

    def test_a_session_is_put_right(self) -> None:
        self.log()
        last = self.open_last()
        box = self.find("[aria-label='Rides'][inputmode]")
        self.type_over(box, "many\ue007")
        self.wait_text(".middle [role=alert]", "number")
        self.assertEqual(box.get_attribute("value"), "many")
        self.type_over(box, "7\ue007")
        self.wait(lambda: Session.objects.get(pk=last.pk).rides == 7, "counted")
        self.click("//p[@aria-label='holds']/button[normalize-space(.)='far more']")
        self.wait(lambda: Session.objects.get(pk=last.pk).ratings.get("holds") == 2, "rated")
        # Two touches before the first is answered are two changes.
        self.driver.execute_script(
            "for (const name of ['paddles', 'turns'])"
            " [...document.querySelectorAll(`p[aria-label='${name}'] button`)].at(-1).click()"
        )
        self.wait(
            lambda: {Session.objects.get(pk=last.pk).ratings.get(n) for n in ("paddles", "turns")} == {2},
            "both rated",
        )
        self.press("take this session out")
        self.wait(lambda: not Session.objects.filter(pk=last.pk).exists(), "gone")
        self.find("[data-trial]")

    def test_a_slip_of_the_track_is_put_right_and_taken_back(self) -> None:
        self.log()
        last = self.open_last()
        rides = last.rides or 0
        self.click("//*[@aria-label='Rides']/button[normalize-space(.)='2']")
        self.wait_text("[data-ride]", "top")
        self.press("not a ride")
        self.wait(lambda: Session.objects.get(pk=last.pk).rides == rides - 1, "one less")
        self.wait_text("[aria-label='Track'] h2", f"{rides - 1} rides")
        self.press("take the last correction back")
        self.wait(lambda: Session.objects.get(pk=last.pk).rides == rides, "as it was")
        self.wait_text("[aria-label='Track'] h2", f"{rides} rides")
        self.click("//*[@aria-label='Rides']/button[normalize-space(.)='1']")
        self.press("join with the next")
        self.wait(lambda: Session.objects.get(pk=last.pk).rides == rides - 1, "joined")
        self.wait_text("[aria-label='Track'] h2", f"{rides - 1} rides")

    def test_a_folder_of_tracks_comes_in_and_bad_ones_are_named(self) -> None:
        self.log()
        folder = Path(self.enterContext(self.a_folder()))
        (folder / "a.gpx").write_text(gpx_of(some_track(4)))
        (folder / "b.gpx").write_text("no track")
        (folder / "c.gpx").write_text(gpx_of(other_track(3, "hike")))
        self.driver.find_element("css selector", "[aria-label='Tracks of a watch: GPX or TCX']").send_keys(
            "\n".join(str(folder / name) for name in ("a.gpx", "b.gpx", "c.gpx"))
        )
        self.wait_text("[data-brought]", "3 of 3 read")
        self.wait_text("[aria-label='Not read']", "b.gpx")
        self.wait_text("[aria-label='Bring tracks in']", "No surf in: c.gpx")
        self.wait(lambda: Session.objects.count() == 28, "a session of the one that was surf")
        self.assertEqual(Track.objects.count(), 3)
        newest = Session.objects.get(track__name="a.gpx")
        self.assertIsNotNone(newest.rides)

    def test_a_folder_is_stopped_and_what_was_read_until_then_is_kept(self) -> None:
        self.log()
        folder = Path(self.enterContext(self.a_folder()))
        track = some_track(4)
        for day in range(40):
            later = replace(track, started=track.started + timedelta(days=day))
            (folder / f"{day:02}.gpx").write_text(gpx_of(later))
        files = "\n".join(str(path) for path in sorted(folder.glob("*.gpx")))
        self.driver.find_element("css selector", "[aria-label='Tracks of a watch: GPX or TCX']").send_keys(
            files
        )
        self.find("progress[aria-label='Tracks read']")
        self.wait(lambda: Track.objects.count() > 1, "the first of them")
        self.press("stop")
        self.wait_text("[data-brought]", "stopped")
        read = int(self.text("[data-brought]").split()[0])
        self.assertLess(read, 40)
        self.wait(lambda: Session.objects.count() == 27 + read, "a session of each that was read")
        # The one that was on its way may have come in, whole, without a session.
        loose = Track.objects.filter(session__isnull=True)
        self.assertLessEqual(loose.count(), 1)
        for one in loose:
            self.assertEqual(one.raw(), (folder / one.name).read_bytes())

    def test_a_log_comes_in_as_a_file_once(self) -> None:
        fitting = self.log()
        folder = Path(self.enterContext(self.a_folder()))
        one = {
            "key": "5b6f7f0e-4f5e-4c3a-9d43-9a2f2d1f4e11", "started_at": "2026-01-05T09:00:00Z",
            "board": {"name": "Knot", "family": "groveler", "length_m": 1.65, "width_m": 0.495,
                      "thickness_m": 0.0587},
            "minutes": 60, "rides": 6, "wear": {"deck": "pressed", "dents": 2},
        }  # fmt: skip
        for name in ("log.json", "again.json"):
            (folder / name).write_text(json.dumps({"sessions": [one]}))
        (folder / "log.csv").write_text("started_at,minutes,board family\nnever,60,groveler\n")
        for name, says in (("log.json", "1 kept, 0 there before"), ("again.json", "0 kept, 1 there before"),
                           ("log.csv", "Nothing is kept")):  # fmt: skip
            box = self.driver.find_element("css selector", "[aria-label='A log as table or document']")
            box.send_keys(str(folder / name))
            self.wait_text("[data-read]", says)
        self.wait_text("[aria-label='Lines not understood']", "Line 2")
        self.wait_text("[data-wear]", "2026-01 Knot: deck pressed, 2 new dents")
        self.assertEqual(Session.objects.filter(surfer=fitting.surfer).count(), 28)

    def test_neat_and_clean(self) -> None:
        self.log()
        self.find("[data-learned=waves_offered]")
        last = Session.objects.first()
        assert last is not None
        for wide, high in ((1280, 800), (1366, 657)):
            self.at_size(wide, high)
            where = f"log at {wide} x {high}"
            self.check(where)
            self.neat("aside, .middle > section > p, table", where)
            self.click(f"[data-session='{last.pk}'] button")
            self.find("[aria-label='Track'] .map .ride")
            self.check(f"a session at {wide} x {high}")
            self.neat(".middle > section > p, [aria-label='Track'] p", f"a session at {wide} x {high}")
            self.press("back to the trial")
            self.press("where the model is off")
            self.find("[data-findings]")
            self.check(f"findings at {wide} x {high}")
            self.press("back to the trial")

    def a_folder(self):
        from tempfile import TemporaryDirectory

        return TemporaryDirectory()
