"""The beach page on a phone: a session in a few touches, with and without a connection."""

import json

from logbook.models import Session

from e2e.cut_line import CutLine
from e2e.place_case import PlaceCase
from fittings.models import Fitting


class Beach(PlaceCase):
    """The beach page on a phone, over a line that is cut for real."""

    #: What the browser says of a line that is cut.
    expected_console = ("ERR_", "Failed to load resource", "Failed to fetch")

    def setUp(self) -> None:
        super().setUp()
        self.line = CutLine(self.server_thread.port)
        self.addCleanup(self.line.close)
        self.addCleanup(self.forget_workers)
        metrics = {"width": 390, "height": 844, "deviceScaleFactor": 1, "mobile": True}
        self.driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", metrics)
        self.fitting = Fitting.objects.get(facts__name="Salome Firth")
        self.before = Session.objects.count()
        self.keys = list(Session.objects.values_list("key", flat=True))

    def forget_workers(self) -> None:
        """The browser is that of the next test too."""
        kinds = "service_workers,cache_storage,indexeddb,local_storage"
        self.driver.execute_cdp_cmd(
            "Storage.clearDataForOrigin", {"origin": self.line.url, "storageTypes": kinds}
        )

    def beach(self) -> None:
        self.sign_in()
        self.driver.get(f"{self.line.url}/beach/{self.fitting.pk}")
        self.find("[data-asked]")
        self.wait(lambda: self.find("[data-status]").get_attribute("data-at-hand") == "true", "kept at hand")

    def log_one(self, rides: int, answer: str = "as said") -> None:
        """As with one thumb: rides, five answers, keep."""
        for _ in range(rides):
            self.click("[aria-label='one ride more']")
        for asked in ("paddles", "takes off", "runs on flats", "turns", "holds"):
            self.wait_text("[data-asked]", asked)
            self.press(answer)
        self.press("keep the session")
        self.wait_text("[data-status]", "Kept")
        self.find("[data-asked]")

    def waiting(self) -> int:
        return int(self.find("[data-status]").get_attribute("data-waiting") or 0)

    def kept(self, count: int) -> None:
        self.wait(lambda: Session.objects.count() == self.before + count, f"{count} more sessions kept")
        self.wait(lambda: self.waiting() == 0, "nothing waits")

    def test_a_session_in_a_few_touches(self) -> None:
        self.beach()
        targets = self.driver.execute_script(
            "return [...document.querySelectorAll('main button, main a')].map((e) => {"
            " const r = e.getBoundingClientRect(); return [e.textContent, r.width, r.height] })"
        )
        for says, wide, high in targets:
            self.assertGreaterEqual(min(wide, high), 48, says)
        self.log_one(3, "more")
        self.kept(1)
        made = Session.objects.get(surfer=self.fitting.surfer, rides=3, ratings__holds=1, note="")
        self.assertEqual(set(made.ratings.values()), {1})
        self.assertIn("face_m", made.filled)
        self.assertIsNotNone(made.said)

    def test_fins_as_ridden_are_written_down(self) -> None:
        self.beach()
        self.click("[aria-label='What, where, when'] button")
        self.find("[aria-label='Fin size']").send_keys("L")
        self.click("[aria-label='What, where, when'] button")
        self.wait_text("[aria-label='What, where, when'] button", "now L")
        self.log_one(1)
        self.kept(1)
        made = Session.objects.exclude(key__in=self.keys).get()
        self.assertEqual((made.board["fins"]["setup"], made.board["fins"]["size"]), ("thruster", "L"))

    def test_20_sessions_without_a_connection_are_sent_after_and_none_is_lost(self) -> None:
        """The page is opened anew while the line is cut; what is kept is in the browser's database."""
        self.beach()
        self.line.lose()
        self.driver.get(f"{self.line.url}/beach/{self.fitting.pk}")
        self.find("[data-asked]")
        self.log_one(1)
        self.write_down(19)
        self.driver.get(f"{self.line.url}/beach/{self.fitting.pk}")
        self.find("[data-asked]")
        self.wait(lambda: self.waiting() == 20, "20 wait")
        self.assertIn("kept here, sent when there is a connection", self.text("[data-status]"))
        self.assertEqual(Session.objects.count(), self.before)
        self.line.lose(False)
        self.driver.execute_script("window.dispatchEvent(new Event('online'))")
        self.kept(20)

    def write_down(self, count: int) -> None:
        """As many more sessions as the page itself keeps them: copies with keys of their own."""
        self.driver.execute_async_script(
            """
            const [count, done] = arguments
            const opening = indexedDB.open('chord-log')
            opening.onsuccess = () => {
              const store = opening.result.transaction('waiting', 'readwrite').objectStore('waiting')
              store.getAll().onsuccess = (event) => {
                const one = event.target.result[0]
                for (let i = 0; i < count; i += 1) {
                  const key = crypto.randomUUID()
                  store.put({ ...one, key, session: { ...one.session, key } })
                }
                store.transaction.oncomplete = () => { opening.result.close(); done() }
              }
            }""",
            count,
        )

    def test_cut_off_after_the_server_has_it_none_is_lost_and_none_is_twice(self) -> None:
        self.beach()
        self.line.swallow = b"POST /api/fittings"
        self.log_one(2)
        self.wait(lambda: self.line.swallowed, "the answer was swallowed")
        self.wait(lambda: Session.objects.count() == self.before + 1, "the server has it")
        self.wait_text("[data-status]", "kept here")
        self.line.swallow = None
        self.driver.execute_script("window.dispatchEvent(new Event('online'))")
        self.kept(1)

    def test_what_the_server_refuses_is_kept_and_named(self) -> None:
        self.beach()
        self.line.lose()
        self.log_one(1)
        self.driver.execute_async_script(
            """
            const done = arguments[0]
            const opening = indexedDB.open('chord-log')
            opening.onsuccess = () => {
              const store = opening.result.transaction('waiting', 'readwrite').objectStore('waiting')
              store.getAll().onsuccess = (event) => {
                const one = event.target.result[0]
                store.put({ ...one, session: { ...one.session, minutes: 1 } })
                store.transaction.oncomplete = () => { opening.result.close(); done() }
              }
            }"""
        )
        self.line.lose(False)
        self.driver.execute_script("window.dispatchEvent(new Event('online'))")
        self.wait_text("[aria-label='Not taken by the server']", "minutes")
        self.log_one(2)
        self.kept(1)
        self.press("throw away")
        self.wait(lambda: not self.all("[aria-label='Not taken by the server']"), "thrown away")

    def test_the_other_hand_is_kept_and_a_draft_outlives_the_page(self) -> None:
        self.beach()
        self.press("left hand")
        self.click("[aria-label='one ride more']")
        self.press("far less")
        self.wait_text("[data-asked]", "takes off")
        self.driver.refresh()
        self.wait_text("[data-asked]", "takes off")
        self.find(".fan.left")
        self.assertEqual(self.text("output"), "1")

    def test_neat_and_clean(self) -> None:
        self.beach()
        self.check("the beach page")
        self.click("[aria-label='What, where, when'] button")
        self.find("[aria-label='Board']")
        self.check("the beach page, open")
        for _ in range(5):
            self.click(".next")
        self.find("[aria-label='What else']")
        self.check("the rest of the beach page")

    def test_it_can_be_put_on_a_phones_screen(self) -> None:
        self.beach()
        manifest = self.driver.execute_cdp_cmd("Page.getAppManifest", {})
        self.assertEqual(manifest["errors"], [])
        said = json.loads(manifest["data"])
        self.assertEqual((said["start_url"], said["display"]), ("/beach/", "standalone"))
        faults = self.driver.execute_cdp_cmd("Page.getInstallabilityErrors", {})["installabilityErrors"]
        self.assertEqual([f["errorId"] for f in faults if f["errorId"] != "in-incognito"], [])
