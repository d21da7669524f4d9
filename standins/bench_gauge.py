"""A simulated bench gauge: measures a made-up board station by station, over an open line protocol.

``python -m standins.bench_gauge --port 7411``. The protocol is in ``docs/formats/gauge.md``; what a real
gauge gets wrong, this one can be told to: ``--fault stutter | mad | cut | silent``.
"""

from __future__ import annotations

import argparse
import contextlib
import random
import socketserver
import threading
import time
from collections.abc import Iterator
from typing import Any

import numpy as np

from chord_core.documents import Board
from chord_core.hull.measured import hulls_of
from chord_core.hull.stations import SHARE

FOOT_MM = 304.8
#: What the board on the simulated bench is: nobody's model.
_BOARD = Board(family="mid-length", length_m=2.1336, width_m=0.5398, thickness_m=0.0699)
_NOISE_MM = 0.8
FAULTS = ("none", "stutter", "mad", "cut", "silent")


class Gauge:
    """What the gauge has measured so far; a press measures the next station from the tail on."""

    def __init__(self, seed: int, fault: str) -> None:
        self.fault, self.random = fault, random.Random(seed)
        self.hull = hulls_of([_BOARD])
        self.places = [FOOT_MM * i for i in range(1, int(_BOARD.length_m * 1000 / FOOT_MM) + 1)]
        self.lines: list[str] = []
        self.lock = threading.Lock()

    def _read(self, curve: Any, at_mm: float) -> float:
        value = float(np.interp(at_mm / 1000, SHARE * _BOARD.length_m, curve)) * 1000
        return max(value + self.random.gauss(0, _NOISE_MM), 0.0)

    def press(self) -> None:
        """Measure the next station; nothing behind the last."""
        with self.lock:
            count = len(self.lines)
            if count >= len(self.places):
                return
            at = self.places[count]
            wide = self._read(2 * self.hull.half_width[0], at)
            thick, high = self._read(self.hull.thickness[0], at), self._read(self.hull.rocker[0], at)
            line = f"STATION {count + 1} {at:.1f} {wide:.1f} {thick:.1f} {high:.1f}"
            if self.fault == "mad" and count % 2:
                line = self.random.choice((
                    f"STATION {count + 1} {at:.1f} 99999 {thick:.1f} {high:.1f}",
                    f"STATION {count + 1} {at:.1f} nan {thick:.1f} {high:.1f}",
                    f"STATION {count + 1} {at:.1f}",
                    "\x07\x00 ???",
                ))  # fmt: skip
            self.lines.append(line)

    def since(self, seen: int) -> Iterator[str]:
        """The lines behind the first ``seen``, and the word that ends them."""
        with self.lock:
            lines = self.lines[seen:]
        yield from lines
        yield f"OK {len(lines)}"


class _Talk(socketserver.StreamRequestHandler):
    """One connection: a greeting, then an answer to each line."""

    server: _Server

    def _say(self, line: str) -> None:
        raw = (line + "\n").encode()
        if self.server.gauge.fault == "stutter":
            for byte in raw:
                self.wfile.write(bytes([byte]))
                time.sleep(0.001)
        else:
            self.wfile.write(raw)

    def handle(self) -> None:
        gauge = self.server.gauge
        if gauge.fault == "silent":
            time.sleep(5)
            return
        self._say("CHORD-GAUGE 1 bench")
        with contextlib.suppress(OSError, ValueError):
            for raw in self.rfile:
                words = raw.decode("ascii", errors="replace").split()
                if words[:1] == ["PRESS"]:
                    gauge.press()
                    self._say("OK 0")
                elif words[:1] == ["SINCE"] and len(words) == 2:
                    for i, line in enumerate(gauge.since(int(words[1]))):
                        if gauge.fault == "cut" and i == 1:
                            self.wfile.write(line[:9].encode())
                            return
                        self._say(line)
                else:
                    self._say("WHAT")


class _Server(socketserver.ThreadingTCPServer):
    allow_reuse_address = True
    daemon_threads = True
    gauge: Gauge


def main() -> None:
    """Serve until the process ends; says on standard output where."""
    words = argparse.ArgumentParser(description="a simulated bench gauge")
    words.add_argument("--port", type=int, default=7411, help="on 127.0.0.1; 0 takes a free one")
    words.add_argument("--fault", choices=FAULTS, default="none")
    words.add_argument("--pressed", type=int, default=0, help="stations that are measured already")
    words.add_argument("--every", type=float, default=0, help="presses itself every so many seconds")
    words.add_argument("--seed", type=int, default=1)
    given = words.parse_args()
    with _Server(("127.0.0.1", given.port), _Talk) as server:
        server.gauge = gauge = Gauge(given.seed, given.fault)
        for _ in range(given.pressed):
            gauge.press()
        if given.every:
            threading.Thread(target=_press_on, args=(gauge, given.every), daemon=True).start()
        print(f"bench gauge on 127.0.0.1:{server.server_address[1]}", flush=True)
        with contextlib.suppress(KeyboardInterrupt):
            server.serve_forever()


def _press_on(gauge: Gauge, every_s: float) -> None:
    while True:
        time.sleep(every_s)
        gauge.press()


if __name__ == "__main__":
    main()
