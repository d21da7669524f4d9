"""Measure the water: files of a buoy read, the climate of ten years, a break changed on a ticket.

Run in the environment against a running application and its database.
"""

from __future__ import annotations

import io
import json
import sys
import time
import urllib.request
from collections.abc import Callable
from http.cookiejar import CookieJar, DefaultCookiePolicy
from statistics import median, quantiles
from typing import Any

import numpy as np

from chord_core.water.buoy import read_buoy
from standins.made_sea import Coast, made_seas
from standins.swell_buoy import text_of

_YEAR_H = 8766


def _say(what: str, taken: list[float], wanted: float) -> None:
    p95 = quantiles(taken, n=20)[-1]
    said = f"median {median(taken):5.0f} ms   95th percentile {p95:5.0f} ms"
    print(f"  {what:<40} {said}   {p95 / wanted:.2f} of {wanted:.0f} ms")


class _Shop:
    """The demo shop over HTTP, signed in."""

    def __init__(self, port: int) -> None:
        self.root = f"http://127.0.0.1:{port}"
        # On loopback a browser sends cookies for https over http as well.
        policy = DefaultCookiePolicy(secure_protocols=("http", "https"))
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(CookieJar(policy)))
        self.token = self.ask("/api/session/")["token"]
        self.token = self.ask("/api/session/demo/", {})["token"]

    def raw(self, path: str, body: bytes | None, kind: str, method: str | None = None) -> bytes:
        """Send a body, or ask for a path."""
        headers = {"Content-Type": kind, "X-CSRFToken": getattr(self, "token", ""), "Referer": self.root}
        request = urllib.request.Request(self.root + path, body, headers, method=method)
        with self.opener.open(request, timeout=120) as got:
            return bytes(got.read())

    def ask(self, path: str, body: object = None, method: str | None = None) -> Any:
        """Ask for a document, with a body if there is one."""
        data = None if body is None else json.dumps(body).encode()
        return json.loads(self.raw(path, data, "application/json", method))

    def files(self, path: str, name: str, data: bytes) -> bytes:
        """Send one file as a form."""
        mark = b"chord-bench-mark"
        head = b'Content-Disposition: form-data; name="file"; filename="%s"' % name.encode()
        body = b"--%s\r\n%s\r\n\r\n%s\r\n--%s--\r\n" % (mark, head, data, mark)
        return self.raw(path, body, f"multipart/form-data; boundary={mark.decode()}")


def _timed(do: Callable[..., object], *given: object) -> float:
    begun = time.perf_counter()
    do(*given)
    return 1000 * (time.perf_counter() - begun)


def _texts() -> tuple[bytes, bytes]:
    begin = int((np.datetime64("2010-01-01") - np.datetime64("1970-01-01")) / np.timedelta64(1, "h"))
    seas = made_seas(Coast(), begin + np.arange(10 * _YEAR_H))
    return text_of(seas.at(slice(0, _YEAR_H))).encode(), text_of(seas).encode()


def _core(year: bytes, decade: bytes) -> None:
    for says, text, wanted in (("a year of hours read", year, 2), ("ten years read", decade, 10)):
        taken = _timed(read_buoy, io.BytesIO(text), "bench") / 1000
        print(f"  {says:<40} {taken:6.2f} s   {taken / wanted:.2f} of {wanted} s")


def _served(shop: _Shop, decade: bytes, rounds: int) -> None:
    places = shop.ask("/api/breaks/")
    sea = [place for place in places if place.get("shore")]
    buoy = sea[0]["buoy_id"]
    taken = _timed(shop.files, f"/api/buoys/{buoy}/hours/", "decade.txt", decade) / 1000
    print(f"  {'ten years sent, read and kept':<40} {taken:6.2f} s   {taken / 10:.2f} of 10 s")
    path = f"/api/breaks/{sea[0]['id']}/gives/"
    first = _timed(shop.ask, path)
    print(f"  {'the climate after new hours came, once':<40} {first:6.0f} ms")
    hours = ("true", "true", "false")
    months = [f"?months={1 + i % 12}&months={1 + (i + 1) % 12}" for i in range(rounds)]
    asked = [f"{query}&light={hours[i % 3]}" for i, query in enumerate(months)]
    _say("the climate, any months and hours", [_timed(shop.ask, path + query) for query in asked], 150)
    ticket = shop.ask("/api/fittings/")[0]["id"]
    version = shop.ask(f"/api/fittings/{ticket}/")["version"]
    changed = []
    for i in range(rounds + 4):
        body = {"version": version, "break_id": sea[i % len(sea)]["id"]}
        changed.append(_timed(shop.ask, f"/api/fittings/{ticket}/", body, "PATCH"))
        version += 1
    _say("a break changed to the verdict's answer", changed[4:], 100)


def main(port: int, rounds: int) -> None:
    """Print what each takes."""
    year, decade = _texts()
    _core(year, decade)
    _served(_Shop(port), decade, rounds)


if __name__ == "__main__":
    main(int(sys.argv[1]), int(sys.argv[2]))
