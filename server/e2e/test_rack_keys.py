"""The rack by keys alone, and neat: keys shown, marks laid beside, a sorted list, a sheaf, both units."""

from selenium.webdriver.common.keys import Keys

from accounts.models import User
from demo.commands import fill_rack
from e2e.browser_case import ROOT
from e2e.rack_case import RackCase


class Keyboard(RackCase):
    def first(self) -> str | None:
        """The number of the first board of the list."""
        script = "return document.querySelector('.list .row[data-board]')?.dataset.board"
        return self.driver.execute_script(script)

    def test_the_keys_are_shown_and_closed(self) -> None:
        self.wall()
        self.keys("?")
        self.wait_text(".keys", "hang the wall by litres")
        self.keys(Keys.ESCAPE)
        self.wait(lambda: not self.all(".v-overlay--active .keys"), "it is closed")
        self.keys("g")
        self.wait_text(".wall .unit", "length")

    def test_marked_boards_are_laid_beside_each_other(self) -> None:
        self.wall()
        self.driver.execute_script("arguments[0].focus()", self.find(".stand[tabindex='0']"))
        self.keys("+", Keys.ARROW_RIGHT, "+")
        self.wait_text(".marks", "marked:")
        marked = self.text(".marks").split("marked: ")[1].split("\n")[0]
        self.assertEqual(len(marked.split(", ")), 2)
        self.keys("b")
        self.wait_text(".over h1", " and ")
        self.assertIn("/rack/beside/", self.driver.current_url)
        for key, word in (("w", "wide point"), ("n", "nose"), ("t", "tail")):
            self.keys(key)
            self.wait_text(".ways [aria-pressed=true]", word)

    def test_a_mark_is_taken_off_again(self) -> None:
        self.wall()
        self.driver.execute_script("arguments[0].focus()", self.find(".stand[tabindex='0']"))
        self.keys("+")
        self.wait_text(".marks", "marked:")
        self.keys("+")
        self.wait(lambda: not self.all(".marks"), "nothing is marked")

    def test_the_list_is_sorted_by_its_heads_both_ways(self) -> None:
        self.wall()
        self.keys("f")
        self.find(".list .row[data-board]")
        priced = self.own().filter(price__isnull=False)
        for down, word in ((False, "ascending"), (True, "descending")):
            self.click("//*[@role='columnheader']/button[starts-with(normalize-space(.), 'price')]")
            self.find(f"[aria-sort={word}]")
            prices = [row.price for row in priced.order_by("-price" if down else "price")[:1]]
            ids = {str(row.pk) for row in priced.filter(price=prices[0])}
            self.wait(lambda ids=ids: self.first() in ids, word)

    def test_a_sheaf_is_walked_board_by_board(self) -> None:
        fill_rack(ROOT / "demo", 900)
        self.wall()
        self.wait(lambda: self.all(".stand .count, .stand text"), "sheaves with counts")
        self.driver.execute_script("arguments[0].focus()", self.find(".stand[tabindex='0']"))
        seen = set()
        for _ in range(12):
            self.wait_text(".card", " L")
            seen.add(self.text(".card"))
            self.keys(Keys.ARROW_RIGHT)
        self.assertGreaterEqual(len(seen), 6)


class Neat(RackCase):
    def test_the_rack_in_both_units_and_sizes(self) -> None:
        self.sign_in()
        for units in ("imperial", "metric"):
            User.objects.update(units=units)
            for size in ((1280, 800), (1024, 768)):
                self.at_size(*size)
                for path, within, ready in (
                    ("/rack", ".whole header, .under", ".lately"),
                    ("/rack/in", ".whole", "textarea"),
                    (f"/rack/{self.own().first().pk}", ".whole header", ".tape tbody td"),
                ):
                    self.driver.get(self.live_server_url + path)
                    self.find(ready)
                    self.neat(within, f"{path} {units} {size}")
