"""Floods: what light work waits for while somebody tries passwords, sends too much, or asks without end.

``./chord load --floods``: lists, finds and sheets beside a process that only spins, then beside each flood.
Floods come from processes that leave the cores to the server, as far as processes of one machine can; what
they take of a core that two share is in the figure that they are held against. On 127.0.0.1 only, for some
seconds.
"""

from __future__ import annotations

import io
import os
import random
import subprocess
import sys
import time
import zipfile
from collections import Counter
from collections.abc import Callable
from functools import cache, partial
from http.client import HTTPConnection, HTTPException

from tooling.load import Asking, Seen, look_around, shop_with_a_rack, sign_in, together
from tooling.paths import PYTHON, ROOT
from tooling.say import say

#: Connections of a flood at once; for so long [s]; light work every so often [s]; it may wait so many times
#: as long beside it.
_CONNECTIONS, _SECONDS, _LIGHT_S, MOST_RATIO = 12, 25.0, 0.2, 2.0
_MB = 2**20
_JSON = "application/json"
_WORKBOOK = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
#: No flood, but a process that takes as much of the machine.
_SPINS = "a process that spins"


#: Method, address, body and its kind.
Sent = tuple[str, str, bytes, str]


@cache
def _bomb() -> bytes:
    """A workbook of a megabyte whose one sheet unpacks to a gigabyte."""
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as book:
        book.writestr("[Content_Types].xml", "<Types/>")
        with book.open("xl/worksheets/sheet1.xml", "w", force_zip64=True) as sheet:
            for _ in range(1024):
                sheet.write(b" " * _MB)
    return packed.getvalue()


@cache
def _table() -> bytes:
    """A table of 15,000 boards, as large as one may be."""
    row = "A board,1.83,0.51,0.063,all-rounder," + "x" * 200 + "\n"
    return b"name,length,width,thickness,family,note\n" + row.encode() * 15_000


def _passwords(n: int) -> Sent:
    name = random.choice(["demo", "owner", f"guest{n % 50}"])
    body = f'{{"username": "{name}", "password": "wrong {n}"}}'
    return "POST", "/api/session/", body.encode(), _JSON


def _tables(_: int) -> Sent:
    return "POST", "/api/rack/table/", _table(), "text/csv"


def _too_much(_: int) -> Sent:
    return "POST", "/api/fittings/", b"{" + b" " * (_MB // 4), _JSON


def _bombs(_: int) -> Sent:
    return "POST", "/api/rack/table/", _bomb(), _WORKBOOK


def _not_signed_in(n: int) -> Sent:
    paths = ["/", "/api/fittings/", "/api/session/", "/api/openapi.json", f"/api/join/{n}/"]
    return "GET", random.choice(paths), b"", _JSON


_ANNOUNCED = "bodies that are too large"
#: Floods by those who are not signed in.
_ANONYMOUS = ("wrong passwords", "not signed in")
FLOODS: dict[str, Callable[[int], Sent]] = {
    "wrong passwords": _passwords,
    "not signed in": _not_signed_in,
    "bodies that are too large": _too_much,
    "tables": _tables,
    "bombs": _bombs,
}


def flood(name: str, port: int, seconds: float, cookies: str, token: str) -> Counter[int]:
    """Send without end; how often each status came back (0: the connection was closed)."""
    os.nice(19)
    if name == _SPINS:
        until = time.monotonic() + seconds
        while time.monotonic() < until:
            pass
        return Counter()
    until, statuses = time.monotonic() + seconds, Counter[int]()

    def one(number: int) -> None:
        n = number
        line: HTTPConnection | None = None
        while time.monotonic() < until:
            method, path, body, kind = FLOODS[name](n)
            n += _CONNECTIONS
            try:
                line = line or HTTPConnection("127.0.0.1", port, timeout=60)
                headers = {"Content-Type": kind, "Cookie": cookies, "X-CSRFToken": token}
                if name == _ANNOUNCED:
                    # More than comes: nobody should wait for it.
                    headers["Content-Length"] = str(12 * _MB)
                line.request(method, path, body or None, headers)
                answer = line.getresponse()
                answer.read()
                statuses[answer.status] += 1
            except (OSError, HTTPException):
                line = None
                statuses[0] += 1

    together([partial(one, number) for number in range(_CONNECTIONS)])
    return statuses


def _anonymous(port: int) -> Asking:
    browser = Asking(port, {}, "", Seen())
    browser.token = browser.ask("first", "GET", "/api/session/")[1]["token"]
    return browser


def _beside(name: str, browser: Asking) -> tuple[Seen, str]:
    """Light work beside a flood; what the flood was answered."""
    # At a session of their own: who floods is refused, and must not take us along.
    who = _anonymous(browser.port) if name in _ANONYMOUS else sign_in(browser.port, Seen())
    cookies = "; ".join(f"{key}={value}" for key, value in who.cookies.items())
    words = [str(PYTHON), "-m", "tooling.floods", name, str(browser.port), cookies, who.token]
    process = subprocess.Popen(words, cwd=ROOT, stdout=subprocess.PIPE, text=True)
    time.sleep(2.0)
    light = Asking(browser.port, dict(browser.cookies), browser.token, Seen())
    look_around(light, time.monotonic() + _SECONDS, _LIGHT_S)
    return light.seen, process.communicate(timeout=120)[0].strip()


def floods(workers: int) -> int:
    """Measure; prints a line for each flood.

    Returns:
        1 where light work waited more than twice as long, or anything went wrong with it.
    """
    bad = 0
    with shop_with_a_rack(workers) as (_, browser):
        seen, _ = _beside(_SPINS, browser)
        usual = seen.p("light", 95)
        say(f"\nlist, find, a sheet beside {_SPINS}: median {seen.p('light', 50):.0f} ms, p95 {usual:.0f} ms")
        for name in FLOODS:
            seen, answered = _beside(name, browser)
            most = seen.p("light", 95)
            bad += most > MOST_RATIO * usual or bool(seen.wrong)
            say(
                f"  {name}: median {seen.p('light', 50):.0f} ms, p95 {most:.0f} ms ({most / usual:.1f} x), "
                f"errors {len(seen.wrong)}; answered {answered}"
            )
    return int(bad > 0)


if __name__ == "__main__":
    found = flood(sys.argv[1], int(sys.argv[2]), _SECONDS + 4, sys.argv[3], sys.argv[4])
    print(", ".join(f"{status or 'closed'} x {times}" for status, times in sorted(found.items())))
