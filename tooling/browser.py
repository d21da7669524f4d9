"""A headless Chromium as the tests and the pictures need it. Run inside the virtual environment."""

from __future__ import annotations

import os
import tempfile

from selenium import webdriver
from selenium.webdriver.chrome.service import Service

#: Debian's Chromium without the windows of a desktop around the page, whose drawing takes a sixth of its
#: work; the program itself, for the one on the path is a script that would be ended in its stead.
_CHROMIUM = "/usr/lib/chromium/chromium-headless-shell"
#: Nothing that calls home, no sandbox where the caller is root.
_FLAGS = (
    "--headless",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--force-prefers-reduced-motion",
)


class Browser(webdriver.Chrome):
    """A browser that goes away with its profile."""

    profile: tempfile.TemporaryDirectory[str]


def open_browser(width: int = 1280, height: int = 800, traffic: bool = False, bars: bool = False) -> Browser:
    """Start a browser with a page of exactly this size and a profile of its own.

    Args:
        bars: whether scroll bars are shown, as most people have them.
        traffic: whether the driver logs all that the browser asks for, which slows it.

    The profile's folder is ``driver.profile``, to be cleaned up by whoever quits the driver.
    """
    os.environ["SE_OFFLINE"] = "true"
    options = webdriver.ChromeOptions()
    options.binary_location = _CHROMIUM
    profile = tempfile.TemporaryDirectory(prefix="chord-browser-", ignore_cleanup_errors=True)
    for flag in (*_FLAGS, *(() if bars else ("--hide-scrollbars",))):
        options.add_argument(flag)
    if os.geteuid() == 0:
        options.add_argument("--no-sandbox")
    logs = {"browser": "ALL", **({"performance": "ALL"} if traffic else {})}
    options.set_capability("goog:loggingPrefs", logs)
    # The driver makes the profile, and this Chromium finds no other: it lies where temporary files do.
    service = Service("/usr/bin/chromedriver", env={**os.environ, "TMPDIR": profile.name})
    driver = Browser(options=options, service=service)
    driver.profile = profile
    metrics = {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": False}
    driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", metrics)
    return driver


def close_browser(driver: Browser) -> None:
    """Quit a browser and take its profile away."""
    driver.quit()
    driver.profile.cleanup()
