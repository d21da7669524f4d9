"""The boards of one surfer: added, valued, laid over the year, the next one found."""

from quivers.models import OwnedBoard

from e2e.place_case import PlaceCase
from fittings.models import Fitting


class Quiver(PlaceCase):
    #: A line of dims that is none, somebody who was faster.
    expected_console = ("400 (Bad Request)", "409 (Conflict)")

    def quiver(self) -> Fitting:
        """The page of Salome Firth, who owns four boards."""
        fitting = Fitting.objects.get(facts__name="Salome Firth")
        self.sign_in()
        self.driver.get(f"{self.live_server_url}/quiver/{fitting.pk}")
        self.find(".next [data-next]")
        return fitting

    def of(self, name: str, part: str) -> str:
        return self.text(f"[data-owned='{name}'] {part}")

    def in_it(self, name: str, text: str) -> None:
        """Press a button of a board that they own."""
        self.click(f"//li[@data-owned='{name}']//button[normalize-space(.)='{text}']")

    def test_a_board_more_in_a_line_and_it_may_go_again(self) -> None:
        self.quiver()
        box = self.find("[aria-label='One more board, as a line']")
        box.send_keys("rather long\ue007")
        self.wait_text(".add [role=alert]", "length")
        self.assertEqual(box.get_attribute("value"), "rather long")
        self.type_over(box, "Skua 9'0 x 22 1/2 x 2 7/8\ue007")
        self.find("[data-owned=Skua]")
        self.wait(lambda: box.get_attribute("value") == "", "taken")
        self.wait(lambda: "day" in self.of("Skua", ".says"), "its days")
        self.wait_text(".detail", "Skua")
        self.in_it("Skua", "wear and kind")
        kind = self.find("[aria-label='kind: Skua']")
        kind.send_keys("nose-rider")
        self.wait(lambda: "nose-rider" in self.of("Skua", ".head"), "its kind")
        self.in_it("Skua", "take away")
        self.wait(lambda: not self.driver.find_elements("css selector", "[data-owned=Skua]"), "gone")
        self.assertEqual(OwnedBoard.objects.count(), 3)

    def test_by_choice_has_more_days_and_wear_is_worth_less(self) -> None:
        self.quiver()
        self.assertIn("on no day", self.of("Petrel", ".says"))
        self.click("//li[@data-owned='Petrel']//input[@type='checkbox']")
        self.wait(lambda: "days" in self.of("Petrel", ".says"), "taken wherever it works")
        self.assertTrue(OwnedBoard.objects.get(board__name="Petrel").by_choice)
        before = self.of("Dunlin", ".worth")
        self.in_it("Dunlin", "wear and kind")
        self.find(
            "//li[@data-owned='Dunlin']//p[@aria-label='stains']/button[normalize-space(.)='much']"
        ).click()
        self.wait(lambda: self.of("Dunlin", ".worth") != before, "worth less")
        self.wait_text("[data-owned=Dunlin] .looks", "brown stains")
        sessions = self.find("[aria-label='sessions: Dunlin']")
        self.type_over(sessions, "many\ue004")
        self.wait_text("[data-owned=Dunlin] [role=alert]", "number")
        self.assertEqual(sessions.get_attribute("value"), "many")

    def test_one_in_one_out_and_what_may_be_spent(self) -> None:
        self.quiver()
        self.press("one in, one out")
        self.wait_text(".next [data-next] .quiet", "for Petrel")
        self.find("[data-set='3']")
        box = self.find("[aria-label='What may be spent']")
        self.type_over(box, "a lot\ue004")
        self.wait_text("section[aria-label='Best sets'] [role=alert]", "is no amount")
        self.assertEqual(box.get_attribute("value"), "a lot")
        self.type_over(box, "0\ue004")
        self.wait(lambda: "+" not in self.text(".sets"), "only what is owned")

    def test_free_days_and_somebody_elses_boards(self) -> None:
        self.quiver()
        months = "section[aria-label='Month by month'] svg title"
        self.wait(lambda: self.driver.find_elements("css selector", months), "months")
        self.press("weekends")
        self.wait(lambda: self.find_pressed("weekends"), "asked for")
        choice = self.find("[aria-label='Whose boards']")
        choice.send_keys("Ines Varga")
        self.wait_text("h1", "Ines Varga")
        self.wait(lambda: len(self.driver.find_elements("css selector", ".owned")) == 1, "her own")

    def find_pressed(self, says: str) -> bool:
        path = f"//section[@aria-label='Month by month']//button[normalize-space(.)='{says}']"
        return self.find(path).get_attribute("aria-pressed") == "true"

    def test_the_way_ahead_and_a_trip(self) -> None:
        self.quiver()
        self.wait_text("[data-step]", "36 months")
        self.press("the way ahead")
        self.wait_text("[data-until=Petrel] .over", "months")
        self.assertIn("doctor", self.text(".ahead"))
        self.press("a trip")
        waves = self.find("//label[contains(., 'waves there')]/input")
        waves.send_keys("enormous\ue007")
        self.find(".trip [role=alert]")
        self.assertEqual(waves.get_attribute("value"), "enormous")
        self.type_over(waves, "knee to waist\ue007")
        self.wait_text("[data-trip]", "Take")
        longest = self.find("//label[contains(., 'no longer than')]/input")
        longest.send_keys("6'0\ue007")
        self.wait_text(".trip", "Too long or too heavy: Dunlin")

    def test_neat_and_clean(self) -> None:
        self.quiver()
        self.find("section[aria-label='Month by month'] svg")
        for wide, high in ((1280, 800), (1366, 657)):
            self.at_size(wide, high)
            for face in ("the year", "the way ahead", "a trip"):
                self.press(face)
                where = f"{face} at {wide} x {high}"
                self.check(where)
                self.neat("aside, .map-of > p, .overs, .ahead, .trip", where)
