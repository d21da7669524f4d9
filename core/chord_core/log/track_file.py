"""Tracks out of files: GPX 1.0 and 1.1 and TCX, whatever their namespaces, bounded in size and depth."""

from __future__ import annotations

import io
from dataclasses import dataclass
from datetime import UTC, datetime
from xml.etree.ElementTree import Element, ParseError

import numpy as np
from defusedxml.common import DefusedXmlException
from defusedxml.ElementTree import iterparse

from chord_core.errors import ChordError
from chord_core.hull.stations import Array

#: Largest file, deepest nesting and most readings: a day at a reading a second is 86,400 in 20 MB.
MOST_BYTES, MOST_LEVELS, MOST_READINGS = 64_000_000, 24, 400_000
#: Fewest readings of which a movement can be seen.
_LEAST_READINGS = 10
_READING = {"trkpt": "gpx", "Trackpoint": "tcx"}


@dataclass(frozen=True)
class Readings:
    """Readings of a watch, in the order of time, (n,): seconds since 1970 UTC, degrees; what was wrong."""

    at_s: Array
    latitude: Array
    longitude: Array
    faults: tuple[str, ...] = ()


def _local(tag: object) -> str:
    return str(tag).rsplit("}", 1)[-1]


def _said(element: Element, *names: str) -> str | None:
    """Text of the first child, or child's child, of that name."""
    for child in element.iter():
        if _local(child.tag) in names and child.text:
            return child.text.strip()
    return None


def _seconds(text: str) -> float | None:
    try:
        at = datetime.fromisoformat(text.replace("Z", "+00:00"))
    except ValueError:
        return None
    return (at if at.tzinfo else at.replace(tzinfo=UTC)).timestamp()


def _place(element: Element, kind: str) -> tuple[float, float] | None:
    if kind == "gpx":
        texts = (element.get("lat"), element.get("lon"))
    else:
        texts = (_said(element, "LatitudeDegrees"), _said(element, "LongitudeDegrees"))
    if texts[0] is None or texts[1] is None:
        return None
    try:
        latitude, longitude = float(texts[0]), float(texts[1])
    except ValueError:
        return None
    on_earth = abs(latitude) <= 90 and abs(longitude) <= 180
    return (latitude, longitude) if on_earth else None


@dataclass
class _Kept:
    """What was read so far, and what was passed over."""

    rows: list[tuple[float, float, float]]
    without_time: int = 0
    without_place: int = 0
    kind: str | None = None

    def take(self, element: Element, kind: str) -> None:
        self.kind = kind
        place = _place(element, kind)
        if place is None:
            self.without_place += 1
            return
        said = _said(element, "time", "Time")
        at = _seconds(said) if said else None
        if at is None:
            self.without_time += 1
            return
        self.rows.append((at, *place))
        if len(self.rows) > MOST_READINGS:
            raise ChordError("track", len(self.rows), f"a track has at most {MOST_READINGS:,} readings")


def _read(data: bytes) -> _Kept:
    kept, open_elements, root = _Kept([]), [], None
    events = iterparse(io.BytesIO(data), events=("start", "end"), forbid_dtd=True)
    for event, element in events:
        if event == "start":
            root = element if root is None else root
            open_elements.append(element)
            if len(open_elements) > MOST_LEVELS:
                says = f"a track is nested at most {MOST_LEVELS} levels deep"
                raise ChordError("track", None, says)
            continue
        open_elements.pop()
        kind = _READING.get(_local(element.tag))
        if kind:
            kept.take(element, kind)
        if kind or not any(_local(one.tag) in _READING for one in open_elements):
            element.clear()
            if open_elements:
                open_elements[-1].remove(element)
    if root is not None and kept.kind is None and _local(root.tag) not in ("gpx", "TrainingCenterDatabase"):
        raise ChordError("track", _local(root.tag)[:40], "this is neither GPX nor TCX")
    return kept


def read_track(data: bytes) -> Readings:
    """Read a track.

    Args:
        data: a GPX or TCX file.

    Raises:
        ChordError: it is neither, too large, broken, or its readings have no place or no time.
    """
    if len(data) > MOST_BYTES:
        says = f"a track is at most {MOST_BYTES // 1_000_000} MB; this one has {len(data) // 1_000_000} MB"
        raise ChordError("track", len(data), says)
    try:
        kept = _read(data)
    except DefusedXmlException as error:
        raise ChordError("track", None, "a track declares no document type and no entities") from error
    except (ParseError, LookupError, ValueError) as error:
        raise ChordError("track", None, f"this is no XML that can be read: {str(error)[:80]}") from error
    if len(kept.rows) < _LEAST_READINGS:
        if kept.without_time >= _LEAST_READINGS:
            raise ChordError("track.time", None, "the readings have no time: a planned way is no track")
        says = f"a track needs at least {_LEAST_READINGS} readings with place and time"
        raise ChordError("track", len(kept.rows), f"{says}; this has {len(kept.rows)}")
    return _in_order(kept)


def _in_order(kept: _Kept) -> Readings:
    at, latitude, longitude = np.array(kept.rows).T
    faults = []
    if kept.without_time or kept.without_place:
        faults.append(f"{kept.without_time + kept.without_place} readings without a place or a time left out")
    if (np.diff(at) < 0).any():
        faults.append("readings not in the order of time: put in order")
    order = np.argsort(at, kind="stable")
    at, latitude, longitude = at[order], latitude[order], longitude[order]
    first = np.concatenate([[True], np.diff(at) > 0])
    return Readings(at[first], latitude[first], longitude[first], tuple(faults))
