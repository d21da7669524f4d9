"""How the command speaks: a line for each step, and one clear line when it cannot go on."""

from __future__ import annotations

import subprocess
import sys
import time
from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager
from pathlib import Path


class CannotGoOn(Exception):
    """Something outside of Chord is missing or in the way; the message says what to type."""


def say(text: str) -> None:
    """Print a line at once."""
    print(text, flush=True)


@contextmanager
def step(text: str) -> Iterator[None]:
    """Say what is done now, and how long it took."""
    start = time.monotonic()
    print(f"  {text} ...", end="", flush=True)
    try:
        yield
    except BaseException:
        print(" failed", flush=True)
        raise
    print(f" {time.monotonic() - start:.1f} s", flush=True)


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
