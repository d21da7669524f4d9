"""The bench gauge: readings over an open line protocol (``docs/formats/gauge.md``)."""

from __future__ import annotations

import math
import socket
import time
from collections.abc import Iterator

from django.conf import settings

from chord_core.documents.base import Result

#: How long one waits for a gauge in all, and for its next bytes [s].
_PATIENCE_S, _NEXT_S = 2.0, 0.8
_MOST_LINES, _MOST_BYTES = 400, 200
#: What a board has at most [mm]: place, width, thickness, height of the bottom.
_MOST_MM = {"from_tail": 3900.0, "width": 950.0, "thickness": 140.0, "rocker": 500.0}


class GaugeReading(Result):
    """One station of the gauge [m]; what was not read is null."""

    from_tail_m: float
    width_m: float | None
    thickness_m: float | None
    rocker_m: float | None


class GaugeOut(Result):
    """What a gauge sent: whether there is one and whether it answered, how many of its lines were seen in
    all, its readings, and what was left out and why."""

    there: bool
    answers: bool
    seen: int
    readings: tuple[GaugeReading, ...]
    left_out: tuple[str, ...]
    says: str


class _Silent(Exception):
    """The gauge does not answer as one."""


def _lines(link: socket.socket, end: float) -> Iterator[str]:
    """Lines as they come, however they are cut; ends with the connection.

    Raises:
        _Silent: a line is too long, or nothing comes in time.
    """
    kept = b""
    while True:
        *whole, kept = kept.split(b"\n")
        for raw in whole:
            yield raw.decode("ascii", errors="replace").strip()
        if len(kept) > _MOST_BYTES:
            raise _Silent("a line without an end")
        if time.monotonic() > end:
            raise _Silent("it went on for too long")
        try:
            more = link.recv(4096)
        except TimeoutError as error:
            raise _Silent("nothing came in time") from error
        if not more:
            return
        kept += more


def _value(name: str, word: str) -> float | None:
    """A number of a line [m].

    Raises:
        ValueError: it is none, or no board has it.
    """
    if word == "-":
        return None
    value = float(word)
    if not math.isfinite(value) or not 0 <= value <= _MOST_MM[name]:
        raise ValueError(f"{name} {word} mm")
    return value / 1000


def reading_of(line: str) -> GaugeReading:
    """A line of the gauge as a reading.

    Raises:
        ValueError: it is no station, or it cannot be.
    """
    words = line.split()
    if len(words) != 6 or words[0] != "STATION" or not words[1].isdigit():
        raise ValueError("no station")
    values = [_value(name, word) for name, word in zip(_MOST_MM, words[2:], strict=True)]
    if values[0] is None:
        raise ValueError("no place")
    return GaugeReading(from_tail_m=values[0], width_m=values[1], thickness_m=values[2], rocker_m=values[3])


def _ask(address: str, words: str) -> list[str]:
    """Ask a gauge; returns its lines as far as they came whole.

    Raises:
        _Silent: nobody there, or nobody who speaks as a gauge.
    """
    host, _, port = address.rpartition(":")
    end = time.monotonic() + _PATIENCE_S
    found: list[str] = []
    try:
        with socket.create_connection((host, int(port)), timeout=_NEXT_S) as link:
            link.settimeout(_NEXT_S)
            lines = _lines(link, end)
            if not next(lines, "").startswith("CHORD-GAUGE 1"):
                raise _Silent("something else answers there")
            link.sendall(f"{words}\n".encode("ascii"))
            for line in lines:
                if line.startswith("OK"):
                    return found
                found.append(line)
                if len(found) > _MOST_LINES:
                    raise _Silent("more lines than a bench has places")
    except OSError as error:
        raise _Silent("nobody answers") from error
    # Cut in the middle: what came whole is kept, the rest is asked for again.
    return found


def read_gauge(seen: int, press: bool = False) -> GaugeOut:
    """What the gauge measured behind the first ``seen`` stations.

    Args:
        press: whether the simulated gauge shall measure its next station first.
    """
    address = settings.GAUGE
    nothing = {"seen": seen, "readings": (), "left_out": ()}
    if not address:
        return GaugeOut(there=False, answers=False, says="No gauge is set up.", **nothing)
    try:
        if press:
            _ask(address, "PRESS")
        lines = _ask(address, f"SINCE {seen}")
    except _Silent as error:
        says = f"The gauge does not answer ({error}): what it sent stays, it is asked again."
        return GaugeOut(there=True, answers=False, says=says, **nothing)
    readings, left_out = [], []
    for i, line in enumerate(lines):
        try:
            readings.append(reading_of(line))
        except ValueError as error:
            plain = "".join(letter if letter.isprintable() else "?" for letter in line)[:60]
            left_out.append(f"Station {seen + i + 1} was left out: “{plain}” ({error}).")
    says = f"{seen + len(lines)} stations from the gauge."
    return GaugeOut(there=True, answers=True, seen=seen + len(lines), readings=tuple(readings),
                    left_out=tuple(left_out), says=says)  # fmt: skip
