"""A service of buoys as a process of its own, and files, for tests."""

import subprocess
import sys

import numpy as np
from django.conf import settings

from chord_core.water.seas import Seas
from standins.made_sea import Coast, made_seas
from standins.swell_buoy import text_of


class SwellBuoy:
    """The simulated buoy on a free port until the block ends; ``address`` says where it answers."""

    def __init__(self, *words: str) -> None:
        self.words = words

    def __enter__(self) -> str:
        self.process = subprocess.Popen(
            [sys.executable, "-m", "standins.swell_buoy", "--port", "0", *self.words],
            cwd=settings.ROOT,
            stdout=subprocess.PIPE,
            text=True,
        )
        said = self.process.stdout.readline()
        return said.split()[-1].removeprefix("http://").split("/")[0]

    def __exit__(self, *_: object) -> None:
        self.process.terminate()
        self.process.wait(timeout=10)
        self.process.stdout.close()


def made_year(year: int, years: int = 1) -> Seas:
    """Years of the made-up sea."""
    begin = (np.datetime64(f"{year}-01-01") - np.datetime64("1970-01-01")) / np.timedelta64(1, "h")
    return made_seas(Coast(), int(begin) + np.arange(8766 * years))


def year_text(year: int) -> bytes:
    """A year of it as a file."""
    return text_of(made_year(year)).encode()
