"""What every screen test stands on: a live server, the demo shop, one browser a process."""

import os
import socket
from collections.abc import Callable
from contextlib import suppress
from functools import cache
from multiprocessing import parent_process
from multiprocessing.util import Finalize
from pathlib import Path
from typing import Any

from django.conf import settings
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.core.management import call_command
from django.core.servers.basehttp import ThreadedWSGIServer
from django.db import connection, transaction
from django.test import Client
from django.test.testcases import LiveServerThread
from selenium.common.exceptions import StaleElementReferenceException
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webdriver import WebDriver
from selenium.webdriver.remote.webelement import WebElement
from selenium.webdriver.support.ui import WebDriverWait

from accounts.models import User
from demo.commands import load_demo
from tooling.browser import close_browser, open_browser

ROOT = Path(settings.ROOT)
PATIENCE_S = 15
#: Whether each screen is looked at in every unit and size, and for every surfer of the demo shop.
DEEP = bool(os.environ.get("CHORD_DEEP"))


@cache
def the_browser() -> WebDriver:
    """The browser of this process, closed when it ends (worker processes know no ``atexit``)."""
    driver = open_browser()
    if parent_process() is not None:
        Finalize(None, close_browser, args=(driver,), exitpriority=10)
    return driver


def _close_the_browser() -> None:
    close_browser(the_browser())
    the_browser.cache_clear()


#: Where the demo shop as it was loaded is kept beside the tables, table by table.
_KEPT = "demo_as_loaded"


def _tables(cursor: Any) -> list[str]:
    cursor.execute(
        "SELECT tablename FROM pg_tables WHERE schemaname = 'public' AND tablename <> 'django_migrations'"
    )
    return [name for (name,) in cursor.fetchall()]


@cache
def _keep() -> list[str]:
    """Load the demo shop into an empty database and keep a copy of every table; once a process."""
    call_command("flush", verbosity=0, interactive=False)
    load_demo(ROOT / "demo")
    with connection.cursor() as cursor:
        names = _tables(cursor)
        cursor.execute(f"DROP SCHEMA IF EXISTS {_KEPT} CASCADE")
        cursor.execute(f"CREATE SCHEMA {_KEPT}")
        for name in names:
            cursor.execute(f'CREATE TABLE {_KEPT}."{name}" AS TABLE public."{name}"')
    return names


#: What each table held when it was last laid back.
_laid: dict[str, tuple[int, int]] = {}


def _marks(cursor: Any, names: list[str]) -> dict[str, tuple[int, int]]:
    """How many rows each table has and the last transaction that wrote one: both stay where nothing was
    added, changed or removed."""
    one = "SELECT '{0}', count(*), coalesce(max(xmin::text::bigint), 0) FROM public.\"{0}\""
    cursor.execute(" UNION ALL ".join(map(one.format, names)))
    return {name: (rows, last) for name, rows, last in cursor.fetchall()}


def lay_back() -> None:
    """Lay the tables that were written to back to the demo shop as it was loaded: by copying, a hundred times
    as fast as loading it. Keys and triggers rest meanwhile, for the copy held them already."""
    names = _keep()
    with transaction.atomic(), connection.cursor() as cursor:
        marks = _marks(cursor, names)
        written = [name for name in names if marks[name] != _laid.get(name)]
        cursor.execute("SET LOCAL session_replication_role = replica")
        for name in written:
            cursor.execute(f'DELETE FROM public."{name}"')
        for name in written:
            cursor.execute(
                f'INSERT INTO public."{name}" OVERRIDING SYSTEM VALUE SELECT * FROM {_KEPT}."{name}"'
            )
        _laid.update(_marks(cursor, written) if written else {})


class _Server(ThreadedWSGIServer):
    """Lets go of the browser when it closes. One browser serves all cases and keeps its connections open for
    minutes; each holds a thread of the server of its case, and that a connection to the database."""

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        self._held: set[Any] = set()
        super().__init__(*args, **kwargs)

    def process_request(self, request: Any, client_address: Any) -> None:
        self._held.add(request)
        super().process_request(request, client_address)

    def close_request(self, request: Any) -> None:
        self._held.discard(request)
        super().close_request(request)

    def server_close(self) -> None:
        for request in list(self._held):
            with suppress(OSError):
                request.shutdown(socket.SHUT_RDWR)
        super().server_close()


class _ServerThread(LiveServerThread):
    server_class = _Server


class BrowserCase(StaticLiveServerTestCase):
    """A test that drives the real screens. Waits on conditions; the console must stay clean."""

    #: These come after all others of a run: they leave the demo shop in the tables of their process.
    driven = True
    host = "127.0.0.1"
    server_thread_class = _ServerThread
    #: Console lines that a test expects, by a part of their text (a refused request is logged).
    expected_console: tuple[str, ...] = ()

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.driver = the_browser()
        if parent_process() is None:
            # Alone, the process goes on to take its database away: nothing may hold on to it.
            cls.addClassCleanup(_close_the_browser)

    def _fixture_teardown(self) -> None:
        """The database is laid back before a test, not emptied after it."""

    def setUp(self) -> None:
        lay_back()
        metrics = {"width": 1280, "height": 800, "deviceScaleFactor": 1, "mobile": False}
        self.driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", metrics)
        self.driver.execute_cdp_cmd("Network.clearBrowserCookies", {})
        kept = {"origin": self.live_server_url, "storageTypes": "local_storage"}
        self.driver.execute_cdp_cmd("Storage.clearDataForOrigin", kept)
        self.driver.get_log("browser")

    def tearDown(self) -> None:
        lines = [entry["message"] for entry in self.driver.get_log("browser")]
        bad = [line for line in lines if not any(part in line for part in self.expected_console)]
        # What is still being asked would meet an emptied database.
        self.driver.get("about:blank")
        self.assertEqual(bad, [], "the console is not clean")

    def _callTestMethod(self, method: Callable[[], Any]) -> None:
        """Run a test; keep a picture of the screen on which it failed in build/faults/."""
        try:
            method()
        except Exception:
            folder = ROOT / "build" / "faults"
            folder.mkdir(parents=True, exist_ok=True)
            self.driver.save_screenshot(str(folder / f"{self.id()}.png"))
            raise

    def wait(self, condition: Callable[[], Any], says: str) -> Any:
        """Wait until ``condition`` gives something true; fails with ``says``."""
        # The page may redraw an element between finding and asking it: ask again.
        stale = [StaleElementReferenceException]
        waiting = WebDriverWait(self.driver, PATIENCE_S, poll_frequency=0.05, ignored_exceptions=stale)
        return waiting.until(lambda _: condition(), f"waited in vain: {says}")

    def find(self, selector: str) -> WebElement:
        """The first element of a selector (CSS, or XPath from //), once it is there and shown."""
        by = By.XPATH if selector.startswith("//") else By.CSS_SELECTOR

        def shown() -> WebElement | None:
            found = self.driver.find_elements(by, selector)
            return next((element for element in found if element.is_displayed()), None)

        return self.wait(shown, selector)

    def all(self, selector: str) -> list[WebElement]:
        """All elements of a selector that are there now."""
        return self.driver.find_elements(By.CSS_SELECTOR, selector)

    def text(self, selector: str) -> str:
        """The text of the first element of a selector; read in one go, so it cannot go stale."""
        script = "const e = document.querySelector(arguments[0]); return e?.innerText ?? e?.textContent ?? ''"
        return str(self.driver.execute_script(script, selector))

    def wait_text(self, selector: str, part: str) -> None:
        """Wait until an element's text has ``part`` in it."""
        self.wait(lambda: part in self.text(selector), f"“{part}” in {selector}")

    def click(self, selector: str) -> None:
        """Click the first element of a selector, once it is there and shown. What is drawn anew between being
        found and clicked is looked for again."""
        by = By.XPATH if selector.startswith("//") else By.CSS_SELECTOR

        def clicked() -> bool:
            shown = [one for one in self.driver.find_elements(by, selector) if one.is_displayed()]
            if shown:
                shown[0].click()
            return bool(shown)

        self.wait(clicked, selector)

    def press(self, label: str) -> None:
        """Press the button with this text."""
        self.click(f"//button[contains(normalize-space(.), '{label}')]")

    def field(self, label: str) -> WebElement:
        """The input of the open card that carries this label."""
        script = """
            for (const label of document.querySelectorAll('.editor label')) {
              if (label.textContent.trim() === arguments[0] && label.htmlFor)
                return document.getElementById(label.htmlFor)
            }
            return null"""
        return self.wait(lambda: self.driver.execute_script(script, label), f"field {label}")

    def type_over(self, element: WebElement, text: str, leave: bool = True) -> None:
        """Replace what an input holds, as a person would; on a ticket's card they go on to the next field."""
        element.send_keys(Keys.CONTROL, "a")
        on_a_card = self.driver.execute_script("return !!arguments[0].closest('[data-card]')", element)
        # Keys that are no signs, Enter say, lie behind all signs.
        ends_with_a_key = text[-1:] >= "\ue000"
        element.send_keys(text, *([Keys.TAB] if leave and on_a_card and not ends_with_a_key else []))

    def door(self) -> None:
        """Come to the door, signed out."""
        self.driver.get(self.live_server_url)
        self.find(".door")

    def sign_in(self) -> None:
        """Sign in to the demo shop without the door, whose own tests go through it."""
        client = Client()
        client.force_login(User.objects.filter(shop__demo=True).earliest("pk"))
        cookie = {"name": settings.SESSION_COOKIE_NAME, "value": client.session.session_key}
        self.driver.execute_cdp_cmd("Network.setCookie", {**cookie, "url": self.live_server_url})

    def open_demo(self) -> None:
        """Open the demo shop and wait for the first verdict."""
        self.sign_in()
        self.driver.get(self.live_server_url)
        self.find("[data-verdict]")
        self.wait(lambda: self.all(".hung"), "the rack")

    def rack_count(self) -> int:
        """How many boards the strip has, whether they are in sight or not."""
        return int(self.find(".boards").get_attribute("data-count"))

    def saved(self) -> None:
        """Wait until all that was typed is saved."""
        self.wait_text(".saving", "saved")

    def server_away(self, away: bool = True) -> None:
        """Take the network from the page, or give it back."""
        speed = 0 if away else -1
        how = {"offline": away, "latency": 0, "downloadThroughput": speed, "uploadThroughput": speed}
        self.driver.execute_cdp_cmd("Network.enable", {})
        self.driver.execute_cdp_cmd("Network.emulateNetworkConditions", how)
