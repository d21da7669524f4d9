"""A simulated swell buoy and its service: standard meteorological buoy text of a made-up sea, over HTTP.

``python -m standins.swell_buoy --port 7412``. ``/outer-bank.txt`` is the last 45 days, newest first, as such
services write them; ``/outer-bank/2021.txt.gz`` a year. What a real buoy gets wrong, this one can be told to:
``--fault missing | stuck | dead | garbled | slow``. The text is described in ``docs/formats/buoy.md``.
"""

from __future__ import annotations

import argparse
import contextlib
import gzip
import re
import time
from datetime import UTC, datetime
from http import HTTPStatus
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer

import numpy as np

from chord_core.water.seas import Seas
from standins.made_sea import Coast, made_seas, made_tide

STATION = "outer-bank"
FAULTS = ("none", "missing", "stuck", "dead", "garbled", "slow")
HEAD = (
    "#YY  MM DD hh mm WDIR WSPD GST  WVHT   DPD   APD MWD   PRES  ATMP  WTMP  DEWP  VIS  TIDE\n"
    "#yr  mo dy hr mn degT m/s  m/s     m   sec   sec degT   hPa  degC  degC  degC   mi    ft\n"
)
_LAST_HOURS = 45 * 24
_FOOT_M = 0.3048
_PATH = re.compile(rf"^/{STATION}(?:/(\d{{4}}))?\.txt(\.gz)?$")


def _figure(value: float, form: str, missing: str) -> str:
    return missing if np.isnan(value) else format(value, form)


def text_of(seas: Seas, newest_first: bool = False) -> str:
    """A record as such services write it: MM where nothing was measured in the last days, else nines."""
    lines = []
    nines = ("MM",) * 6 if newest_first else ("999", "99.0", "99.00", "99.00", "99.00", "999")
    rows = range(len(seas))
    tide = made_tide(seas.hour) / _FOOT_M
    for i in reversed(rows) if newest_first else rows:
        at = datetime.fromtimestamp(int(seas.hour[i]) * 3600, UTC)
        cells = (
            _figure(seas.wind_from_deg[i], "3.0f", nines[0]),
            _figure(seas.wind_m_s[i], "4.1f", nines[1]),
            "99.0",
            _figure(seas.height_m[i], "5.2f", nines[2]),
            _figure(seas.period_s[i], "5.2f", nines[3]),
            _figure(seas.mean_period_s[i], "5.2f", nines[4]),
            _figure(seas.from_deg[i], "3.0f", nines[5]),
        )
        rest = f"9999.0 999.0 999.0 999.0 99.0 {tide[i]:5.2f}"
        lines.append(f"{at:%Y %m %d %H %M} {' '.join(cells)} {rest}\n")
    return HEAD + "".join(lines)


def broken(seas: Seas, fault: str) -> Seas:
    """What a buoy with this fault would have measured."""
    columns = seas.columns()
    n = len(seas)
    if fault == "missing":
        columns[:, np.random.default_rng(3).random(n) < 0.12] = np.nan
        columns[:, n // 3 : n // 3 + 40] = np.nan
    elif fault == "stuck":
        columns[:4, max(n - 30, 0) :] = columns[:4, [max(n - 31, 0)]]
    elif fault == "dead":
        columns[:, max(n - 50, 0) :] = np.nan
    return Seas(seas.hour, *columns)


class _Answer(BaseHTTPRequestHandler):
    """One request for text."""

    server: _Service
    protocol_version = "HTTP/1.1"

    def do_GET(self) -> None:
        fault = self.server.fault
        asked = _PATH.match(self.path)
        if not asked:
            self.send_error(HTTPStatus.NOT_FOUND)
            return
        if fault == "slow":
            time.sleep(20)
        now = int(time.time()) // 3600
        if asked[1]:
            begin = datetime(int(asked[1]), 1, 1, tzinfo=UTC).timestamp() // 3600
            end = min(datetime(int(asked[1]) + 1, 1, 1, tzinfo=UTC).timestamp() // 3600, now + 1)
            hours = np.arange(int(begin), int(end))
        else:
            hours = np.arange(now - _LAST_HOURS, now + 1)
        if not len(hours):
            self.send_error(HTTPStatus.NOT_FOUND)
            return
        seas = broken(made_seas(self.server.coast, hours), fault)
        body = text_of(seas, newest_first=not asked[1]).encode()
        if fault == "garbled":
            body = bytes(b ^ 0x55 if i % 7 == 0 else b for i, b in enumerate(body))
        body = gzip.compress(body) if asked[2] else body
        self.send_response(HTTPStatus.OK)
        self.send_header("Content-Type", "application/gzip" if asked[2] else "text/plain")
        self.send_header("Content-Length", str(len(body)))
        self.end_headers()
        self.wfile.write(body)

    def log_message(self, *said: object) -> None:
        """Nothing: what is asked of a stand-in is nobody's business."""


class _Service(ThreadingHTTPServer):
    daemon_threads = True
    coast: Coast
    fault: str


def main() -> None:
    """Serve until the process ends; says on standard output where."""
    words = argparse.ArgumentParser(description="a simulated swell buoy")
    words.add_argument("--port", type=int, default=7412, help="on 127.0.0.1; 0 takes a free one")
    words.add_argument("--fault", choices=FAULTS, default="none")
    words.add_argument("--seed", type=int, default=Coast().seed)
    given = words.parse_args()
    with _Service(("127.0.0.1", given.port), _Answer) as server:
        server.coast, server.fault = Coast(seed=given.seed), given.fault
        print(f"swell buoy on http://127.0.0.1:{server.server_address[1]}/{STATION}.txt", flush=True)
        with contextlib.suppress(KeyboardInterrupt):
            server.serve_forever()


if __name__ == "__main__":
    main()
