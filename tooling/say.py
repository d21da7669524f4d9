"""How the command speaks: a line for each step, and one clear line when it cannot go on."""

from __future__ import annotations

import subprocess
import sys
import threading
import time
from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager
from pathlib import Path


class CannotGoOn(Exception):
    """Something outside of Chord is missing or in the way; the message says what to type."""


def say(text: str) -> None:
    """Print a line at once."""
    print(text, flush=True)


class _Lines:
    """Steps that go on at once share the screen: a line is ended before another one begins."""

    def __init__(self) -> None:
        self._one_at_a_time = threading.Lock()
        self._open: object = None

    def begin(self, step: object, text: str) -> None:
        """Say that a step goes on; what is said of it later stands behind, or in a line of its own."""
        with self._one_at_a_time:
            print(f"{'' if self._open is None else chr(10)}  {text} ...", end="", flush=True)
            self._open = step

    def end(self, step: object, text: str, how: str) -> None:
        """Say how a step ended."""
        with self._one_at_a_time:
            if self._open is step:
                print(f" {how}", flush=True)
            else:
                print(f"{'' if self._open is None else chr(10)}  {text} ... {how}", flush=True)
            self._open = None


_LINES = _Lines()


@contextmanager
def step(text: str) -> Iterator[None]:
    """Say what is done now, and how long it took."""
    this, start = object(), time.monotonic()
    _LINES.begin(this, text)
    try:
        yield
    except BaseException:
        _LINES.end(this, text, "failed")
        raise
    _LINES.end(this, text, f"{time.monotonic() - start:.1f} s")


def run(command: Sequence[str | Path], *, cwd: Path, env: Mapping[str, str] | None = None) -> str:
    """Run a command quietly; show all that it said when it fails.

    Raises:
        CannotGoOn: it failed.
    """
    words = [str(word) for word in command]
    done = subprocess.run(words, cwd=cwd, env=env, capture_output=True, text=True, check=False)
    if done.returncode:
        sys.stderr.write(f"\n{done.stdout[-6000:]}{done.stderr[-6000:]}\n")
        raise CannotGoOn(f"this failed ({done.returncode}): {' '.join(words)}")
    return done.stdout
