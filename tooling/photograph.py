"""Photograph the main views of a running demo. Run in the environment."""

from __future__ import annotations

import sys
from collections.abc import Callable
from pathlib import Path

import numpy as np
from PIL import Image
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webdriver import WebDriver
from selenium.webdriver.support.ui import WebDriverWait

from tooling.browser import close_browser, open_browser

#: Colours of a picture: a screen has hardly more, and the file is a quarter.
COLOURS = 192


def _lighten(file: Path) -> None:
    """Keep the colours that cover most of a picture as they are, the others as the nearest of them."""
    with Image.open(file) as picture:
        whole = picture.convert("RGB")
    pixels = np.asarray(whole).reshape(-1, 3)
    colours, counts = np.unique(pixels, axis=0, return_counts=True)
    common = colours[np.argsort(-counts, kind="stable")[:COLOURS]]
    palette = Image.new("P", (1, 1))
    palette.putpalette(common.ravel().tolist())
    whole.quantize(palette=palette, dither=Image.Dither.NONE).save(file, optimize=True)


class Camera:
    """A browser, a folder, and patience."""

    def __init__(self, driver: WebDriver, port: int, folder: Path) -> None:
        self.driver, self.folder, self.at = driver, folder, f"http://127.0.0.1:{port}"
        self.wait = WebDriverWait(driver, 20)
        folder.mkdir(parents=True, exist_ok=True)
        driver.get(f"http://127.0.0.1:{port}/")

    def until(self, selector: str, text: str = "") -> None:
        """Wait until an element is there with this text."""
        script = "return document.querySelector(arguments[0])?.textContent ?? null"
        self.wait.until(lambda d: text in (d.execute_script(script, selector) or ("" if text else "\0")))
        self.wait.until(lambda d: d.find_elements(By.CSS_SELECTOR, selector))

    def go(self, path: str) -> None:
        """Go to a place by its address."""
        self.driver.get(self.at + path)

    def size(self, width: int, height: int) -> None:
        """Give the page a size."""
        metrics = {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": False}
        self.driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", metrics)

    def take(self, name: str) -> None:
        """Save a picture once fonts are loaded and nothing is being saved any more."""
        self.wait.until(lambda d: d.execute_script("return document.fonts.status") == "loaded")
        self.wait.until(lambda d: "saving" not in d.execute_script("return document.body.innerText"))
        file = self.folder / f"{name}.png"
        self.driver.save_screenshot(str(file))
        _lighten(file)
        print(f"  {name}.png", flush=True)

    def settled(self) -> None:
        """Wait until windows and doubts stand."""
        self.until(".windows[data-fresh=true]")
        self.until("[data-doubts]")

    def keys(self, *keys: str) -> None:
        """Press keys, as with nothing focused."""
        ActionChains(self.driver).send_keys(*keys).perform()

    def alt(self, key: str) -> None:
        """Press a key with Alt."""
        ActionChains(self.driver).key_down(Keys.ALT).send_keys(key).key_up(Keys.ALT).perform()

    def face(self, name: str) -> None:
        """Turn the bench to a face."""
        path = f"//*[@class='faces']/button[normalize-space(.)='{name}']"
        self.driver.find_element(By.XPATH, path).click()

    def find_ticket(self, name: str) -> None:
        """Open a ticket by its name through the reader."""
        self.driver.execute_script("document.activeElement?.blur()")
        self.keys("/", name, Keys.ENTER)
        self.until(".ticket h1", name)
        self.keys(Keys.ESCAPE)


def _enter(camera: Camera) -> None:
    camera.until(".door")
    button = camera.driver.find_element(By.XPATH, "//button[contains(., 'demo shop')]")
    button.click()
    camera.until(".hung")
    camera.until(".verdict[data-version]")


def _fit(camera: Camera) -> None:
    camera.settled()
    camera.take("fit")


def _faces(camera: Camera) -> None:
    for name, shown in (
        ("waves", ".waves .cell"),
        ("gear", ".gear[data-fresh=true]"),
        ("beside", ".compare td"),
    ):
        if name == "beside":
            for i in (1, 3):
                camera.driver.find_elements(By.CSS_SELECTOR, "button.beside")[i].click()
            camera.wait.until(lambda d: len(d.find_elements(By.CSS_SELECTOR, ".compare thead th")) == 4)
        else:
            camera.face(name)
        camera.until(shown)
        camera.take(f"fit-{name}")
    camera.face("flat")


def _why(camera: Camera) -> None:
    camera.driver.find_element(By.CSS_SELECTOR, ".needs .value").click()
    camera.until(".why article dd")
    camera.take("why")
    camera.keys(Keys.ESCAPE)
    camera.wait.until(lambda d: not d.find_elements(By.CSS_SELECTOR, ".why"))


def _customer(camera: Camera) -> None:
    camera.find_ticket("Salome Firth")
    camera.settled()
    camera.alt("c")
    camera.until(".customer h1")
    camera.take("customer-side")
    camera.keys(Keys.ESCAPE)


def _sizes(camera: Camera) -> None:
    camera.find_ticket("Ines Varga")
    camera.size(390, 844)
    camera.settled()
    camera.take("fit-phone")
    camera.size(1280, 800)


def _quiver(camera: Camera) -> None:
    camera.find_ticket("Salome Firth")
    camera.go("/quiver")
    camera.until(".next [data-next]")
    camera.until("section[aria-label='Month by month'] svg")
    camera.take("quiver")
    camera.face("the way ahead")
    camera.until("[data-until]")
    camera.take("quiver-ahead")
    camera.go("/")
    camera.settled()


def _log(camera: Camera) -> None:
    camera.find_ticket("Salome Firth")
    camera.go("/log")
    camera.until("[data-trial]")
    camera.until("[data-learned=waves_offered]")
    camera.take("log")
    camera.driver.find_element(By.CSS_SELECTOR, "[data-session] button").click()
    camera.until("[aria-label='Track'] .map .ride")
    camera.take("log-track")
    address = camera.driver.current_url.replace("/log/", "/beach/")
    camera.size(390, 844)
    camera.driver.get(address)
    camera.until("[data-status]", "without a connection")
    for _ in range(4):
        camera.driver.find_element(By.CSS_SELECTOR, "[aria-label='one ride more']").click()
    camera.until("output", "4")
    camera.until(".said", "said")
    camera.take("beach")
    camera.size(1280, 800)
    camera.go("/")
    camera.settled()


def _rack(camera: Camera) -> None:
    camera.go("/rack")
    camera.until(".lately")
    stands = camera.driver.find_elements(By.CSS_SELECTOR, ".stand")
    ActionChains(camera.driver).move_to_element(stands[len(stands) // 3]).perform()
    camera.until(".card .line")
    camera.take("rack")


def _sheet(camera: Camera) -> None:
    camera.go("/rack")
    camera.until(".stand")
    camera.driver.find_element(By.CSS_SELECTOR, "input[type=search]").send_keys("T142")
    camera.until("h1", "1 of 64")
    camera.driver.find_element(By.CSS_SELECTOR, ".stand").click()
    camera.until(".tape tbody td")
    camera.driver.find_element(By.CSS_SELECTOR, ".tape tbody input").click()
    first = ("15 3/4", "1 7/8", "3/4", "18 7/8", "2 9/16", "1/8")
    for reading in (*first, "20", "3 3/8", "0", "19 1/2", "2 9/16", "1/8", "15"):
        camera.keys(reading, Keys.ENTER)
    camera.until(".tape .outliers", "neighbours")
    camera.take("board-sheet")


def _in(camera: Camera) -> None:
    camera.go("/rack/in")
    camera.until("textarea")
    rows = (
        "number,name,line,family,price",
        "T201,Peg,6'0 x 20 1/8 x 2 1/2 33 L,all-rounder,640",
        "T202,Peg,6'2 x 20 1/2 x 2 5/8 41.5 L,all-rounder,650",
        "T203,Peg,6'4 x 20 3/4 x 2 11/16 38.4 L,,660",
        "T142,Bradawl,6'3 x 20 x 2 11/16 36 L,all-rounder,380",
        "T205,Peg,6'5 x 20 1/3 x 2 3/4,all-rounder,cheap",
    )
    camera.driver.find_element(By.CSS_SELECTOR, "textarea").send_keys("\n".join(rows))
    camera.until(".rows td")
    camera.take("boards-in")


def _order(camera: Camera) -> None:
    camera.driver.execute_script("localStorage.removeItem('chord-ticket')")
    camera.go("/")
    camera.settled()
    camera.until(".orderable .wait")
    camera.driver.find_element(By.CSS_SELECTOR, ".orderable .could").click()
    camera.until(".bench .what", "order it")
    camera.driver.find_element(By.XPATH, "//button[normalize-space(.)='order it']").click()
    camera.until("h2", "Order")
    for i, text in enumerate(("Bench nine", "2027-02-28", "790", "150", "pale green rails")):
        field = camera.driver.find_elements(By.CSS_SELECTOR, ".agreed input.box")[i]
        field.send_keys(text, Keys.ENTER)
        camera.until(".history", text)
    camera.driver.find_element(By.CSS_SELECTOR, ".steps .do").click()
    camera.until("[aria-current=step]", "ordered")
    camera.take("order")


def _water(camera: Camera) -> None:
    # The first ticket of the demo, whose surfer's days the map shows.
    camera.driver.execute_script("localStorage.removeItem('chord-ticket')")
    camera.go("/")
    camera.until(".verdict[data-version]")
    camera.go("/water")
    for name, shot in (("Ropewalk", "water"), ("Millrace", "water-river")):
        path = f"//nav[@aria-label='Breaks']/button[contains(., '{name}')]"
        camera.until("nav.breaks", name)
        camera.driver.find_element(By.XPATH, path).click()
        camera.until(".left h1", name)
        camera.until(".months h2", "days worth" if name == "Ropewalk" else "works")
        camera.take(shot)


def _shop(camera: Camera) -> None:
    camera.go("/shop/people")
    camera.until("[data-person=bram]")
    camera.until("[aria-label='What each may do'] td")
    camera.take("shop")


VIEWS: tuple[Callable[[Camera], None], ...] = (
    _enter,
    _fit,
    _faces,
    _why,
    _customer,
    _sizes,
    _quiver,
    _log,
    _rack,
    _sheet,
    _in,
    _order,
    _water,
    _shop,
)


def main(port: int, folder: Path) -> None:
    """Take every picture."""
    driver = open_browser()
    try:
        camera = Camera(driver, port, folder)
        for view in VIEWS:
            view(camera)
    finally:
        close_browser(driver)


if __name__ == "__main__":
    main(int(sys.argv[1]), Path(sys.argv[2]))
