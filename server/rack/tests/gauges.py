"""A gauge as a process of its own, for tests."""

import subprocess
import sys

from django.conf import settings


class Gauge:
    """The simulated gauge on a free port until the block ends; ``address`` says where it listens."""

    def __init__(self, *words: str) -> None:
        self.words = words

    def __enter__(self) -> str:
        self.process = subprocess.Popen(
            [sys.executable, "-m", "standins.bench_gauge", "--port", "0", *self.words],
            cwd=settings.ROOT,
            stdout=subprocess.PIPE,
            text=True,
        )
        said = self.process.stdout.readline()
        return said.split()[-1]

    def __exit__(self, *_: object) -> None:
        self.process.terminate()
        self.process.wait(timeout=10)
        self.process.stdout.close()
