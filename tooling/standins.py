"""``./chord standin NAME``, and the same behind ``./chord start --standins``: simulated devices as processes
of their own."""

from __future__ import annotations

import contextlib
import subprocess
from collections.abc import Iterator, Sequence

from tooling.environment import core_env
from tooling.install import core_packages, system_packages
from tooling.paths import PYTHON, ROOT
from tooling.say import say

#: Stand-ins: module, port on 127.0.0.1, and the setting by which the application finds it.
STANDINS = {
    "gauge": ("standins.bench_gauge", 7411, "CHORD_GAUGE"),
    "buoy": ("standins.swell_buoy", 7412, "CHORD_BUOY"),
}


#: Stand-ins that do something and end instead of answering: module.
WRITERS = {"watch": "standins.surf_watch", "till": "standins.till"}


def _words(name: str, more: Sequence[str]) -> list[str]:
    module, port, _ = STANDINS[name]
    named = [] if "--port" in more else ["--port", str(port)]
    return [str(PYTHON), "-m", module, *named, *more]


def standin(name: str, more: Sequence[str]) -> int:
    """Run one stand-in until Ctrl-C, or until it has written what it writes."""
    system_packages(browser=False, database=False)
    core_packages()
    words = [str(PYTHON), "-m", WRITERS[name], *more] if name in WRITERS else _words(name, more)
    return subprocess.call(words, cwd=ROOT, env=core_env())


@contextlib.contextmanager
def standing_in(env: dict[str, str]) -> Iterator[dict[str, str]]:
    """Run all stand-ins until the block ends; yields the environment in which the application finds them."""
    found, running = dict(env), []
    try:
        for name, (_, port, setting) in STANDINS.items():
            every = ["--every", "4"] if name == "gauge" else []
            running.append(
                subprocess.Popen(_words(name, every), cwd=ROOT, env=core_env(), stdin=subprocess.DEVNULL)
            )
            found[setting] = f"127.0.0.1:{port}"
            say(f"  stand-in: {name}")
        yield found
    finally:
        for process in running:
            process.terminate()
        for process in running:
            process.wait(timeout=10)
