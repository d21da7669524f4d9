"""The ``track`` verb: a GPX or TCX file as rides, paddling and waiting, with what is wrong with it."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, datetime
from typing import Literal

import numpy as np

from chord_core.documents.verbs.track import (
    TrackEdit,
    TrackLine,
    TrackMap,
    TrackPaddling,
    TrackPart,
    TrackResult,
    TrackRide,
)
from chord_core.errors import ChordError
from chord_core.log.track_file import Readings, read_track
from chord_core.log.track_motion import Motion, motion_of
from chord_core.log.track_rides import Found, Span, find_rides, ride_of, with_rides

#: Watches that count weeks in ten bits are off by 19.6 years; before this year nobody's track is right.
_FIRST_YEAR = 2012
#: On the map places are drawn at every so many seconds.
_DRAWN_EVERY_S = 4


def _edited(spans: list[Span], edit: TrackEdit, seconds: int) -> list[Span]:
    """Rides after one correction, in the order of time.

    Raises:
        ChordError: there is no ride at that time, or the two times are not in order.
    """
    at = round(edit.at_s)
    if edit.kind in ("join", "ride"):
        if edit.to_s is None or not at < round(edit.to_s) < seconds:
            says = f"must be after {at} s and within the {seconds} s of the track"
            raise ChordError("edits.to_s", edit.to_s, says)
        end = round(edit.to_s)
        outside = [span for span in spans if span[1] < at or span[0] > end]
        touched = [span for span in spans if span not in outside]
        if edit.kind == "join" and len(touched) < 2:
            raise ChordError("edits.at_s", edit.at_s, "there are no two rides at these times to be joined")
        begin = min([at, *(span[0] for span in touched)])
        return sorted([*outside, (begin, max([end, *(span[1] for span in touched)]))])
    hit = next((span for span in spans if span[0] <= at <= span[1]), None)
    if hit is None:
        raise ChordError("edits.at_s", edit.at_s, "there is no ride at this time")
    left = [span for span in spans if span != hit]
    if edit.kind == "split":
        if not hit[0] < at < hit[1] - 1:
            raise ChordError("edits.at_s", edit.at_s, "a ride is split within it, not at its ends")
        left += [(hit[0], at), (at + 1, hit[1])]
    return sorted(left)


def corrected(
    motion: Motion, found: Found, edits: Sequence[TrackEdit], seaward_deg: float | None = None
) -> Found:
    """What a track holds with its slips put right by hand.

    Raises:
        ChordError: a correction does not fit the rides that are there.
    """
    if not edits:
        return found
    spans = [(ride.begin, ride.end) for ride in found.rides]
    for i, edit in enumerate(edits):
        try:
            spans = _edited(spans, edit, len(motion.at_s))
        except ChordError as error:
            raise ChordError(
                error.field.replace("edits", f"edits.{i}"), error.value, error.message
            ) from error
    rides = [ride_of(motion, begin, end + 1) for begin, end in spans]
    return with_rides(motion, rides, seaward_deg)


def _faults(readings: Readings, motion: Motion) -> tuple[str, ...]:
    said = list(readings.faults)
    if motion.jumps:
        said.append(f"{motion.jumps} readings that jump left out")
    if motion.gaps:
        long = max(motion.gaps)
        said.append(
            f"{len(motion.gaps)} gaps without readings, the longest {long:.0f} s: nothing is said of them"
        )
    year = datetime.fromtimestamp(float(readings.at_s[0]), UTC).year
    if year < _FIRST_YEAR:
        said.append(f"the clock says {year}: the day of this session has to be said by hand")
    return tuple(said)


def _minutes(spans: Sequence[Span]) -> float:
    return sum(end - begin for begin, end in spans) / 60


def _parts(found: Found) -> tuple[TrackPart, ...]:
    kinds: dict[Literal["ride", "paddling", "waiting", "walking", "vehicle"], Sequence[Span]] = {
        "ride": [(ride.begin, ride.end) for ride in found.rides],
        "paddling": found.paddling,
        "waiting": found.waiting,
        "walking": found.walking,
        "vehicle": found.vehicle,
    }
    made = [
        TrackPart(kind=kind, from_s=begin, to_s=end) for kind, spans in kinds.items() for begin, end in spans
    ]
    return tuple(sorted(made, key=lambda part: part.from_s))


def _says(found: Found, minutes: float) -> str:
    if found.why_not:
        return f"No session found: {found.why_not}."
    rides = len(found.rides)
    longest = max((ride.length_m for ride in found.rides), default=0.0)
    count = "1 ride" if rides == 1 else f"{rides} rides"
    return f"{count} in {minutes:.0f} minutes, the longest {longest:.0f} m." if rides else "No ride is left."


def _out_m(motion: Motion, found: Found) -> float | None:
    """How far out the rides begin, over where the furthest one ends [m], the median."""
    if not found.rides or found.seaward_deg is None:
        return None
    sea = np.radians(found.seaward_deg)
    off = motion.east_m * np.sin(sea) + motion.north_m * np.cos(sea)
    begins = [off[ride.begin] for ride in found.rides]
    return float(np.median(begins) - min(off[ride.end] for ride in found.rides))


def track_result(readings: Readings, motion: Motion, found: Found) -> TrackResult:
    """The document of what a track holds."""
    water = [*found.paddling, *found.waiting, *((ride.begin, ride.end) for ride in found.rides)]
    minutes = (max(b for _, b in water) - min(a for a, _ in water)) / 60 if water else 0.0
    begins = [ride.begin for ride in found.rides]
    started = datetime.fromtimestamp(float(readings.at_s[0]), UTC)
    return TrackResult(
        session=not found.why_not,
        says=_says(found, minutes),
        started=started.isoformat().replace("+00:00", "Z"),
        minutes=minutes,
        rides=tuple(
            TrackRide(
                start_s=ride.begin, seconds=ride.end - ride.begin, length_m=ride.length_m,
                top_m_s=ride.top_m_s, mean_m_s=ride.mean_m_s, heading_deg=ride.heading_deg,
            )
            for ride in found.rides
        ),
        paddling=TrackPaddling(minutes=_minutes(found.paddling), speed_m_s=found.paddle_m_s),
        waiting_minutes=_minutes(found.waiting),
        walking_minutes=_minutes(found.walking),
        between_rides_s=float(np.median(np.diff(begins))) if len(begins) > 1 else None,
        out_m=_out_m(motion, found),
        seaward_deg=found.seaward_deg,
        parts=_parts(found),
        faults=_faults(readings, motion),
    )  # fmt: skip


def track_map(motion: Motion, found: Found) -> TrackMap | None:
    """Lines of a session on its shore; None where it was none."""
    if found.seaward_deg is None:
        return None
    sea = np.radians(found.seaward_deg)
    along = motion.east_m * np.cos(sea) - motion.north_m * np.sin(sea)
    out = motion.east_m * np.sin(sea) + motion.north_m * np.cos(sea)
    lines = []
    for part in _parts(found):
        if part.kind == "vehicle":
            continue
        every = 1 if part.kind == "ride" else _DRAWN_EVERY_S
        at = np.unique(np.append(np.arange(int(part.from_s), int(part.to_s), every), int(part.to_s) - 1))
        points = tuple((float(round(along[i], 1)), float(round(out[i], 1))) for i in at)
        lines.append(TrackLine(kind=part.kind, points=points))
    return TrackMap(
        lines=tuple(lines),
        latitude_deg=motion.middle[0],
        longitude_deg=motion.middle[1],
        seaward_deg=found.seaward_deg,
    )


def read_session(
    data: bytes, edits: Sequence[TrackEdit] = (), seaward_deg: float | None = None
) -> tuple[TrackResult, TrackMap | None]:
    """Read a track as a session, with its slips put right, and its map.

    Args:
        data: a GPX or TCX file.
        seaward_deg: where the sea lies at the break, where that is known (compass).

    Raises:
        ChordError: the file cannot be read, or a correction does not fit.
    """
    readings = read_track(data)
    motion = motion_of(readings)
    found = corrected(motion, find_rides(motion, seaward_deg), edits, seaward_deg)
    return track_result(readings, motion, found), track_map(motion, found)


def track(text: str) -> TrackResult:
    """The answer of the verb to a file as text."""
    return read_session(text.encode())[0]
