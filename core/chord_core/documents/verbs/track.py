"""``track``: the track of a watch, GPX or TCX as text, read as rides, paddling and waiting."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from chord_core.documents.base import Document, Result

Seconds = Annotated[float, Field(ge=0, le=1e6)]


class TrackEdit(Document):
    """A slip that was put right by hand, in seconds from the start: ``not_a_ride`` and ``split`` at a time in
    a ride, ``join`` the rides at two times and what is in between, ``ride`` from one time to another."""

    kind: Literal["not_a_ride", "split", "join", "ride"]
    at_s: Seconds
    to_s: Seconds | None = None


class TrackRide(Result):
    """A ride: seconds from the start of the track, how long and how far, top and mean speed over the ground,
    compass direction from begin to end."""

    start_s: float
    seconds: float
    length_m: float
    top_m_s: float
    mean_m_s: float
    heading_deg: float


class TrackPaddling(Result):
    """Paddling: minutes of it, and the speed over the ground of longer stretches (null: there is none)."""

    minutes: float
    speed_m_s: float | None


class TrackPart(Result):
    """What was done from one second to another."""

    kind: Literal["ride", "paddling", "waiting", "walking", "vehicle"]
    from_s: float
    to_s: float


class TrackResult(Result):
    """Answer of ``track``. ``session``: whether it was surf at all, ``says`` why or what; ``minutes`` in the
    water; ``seaward_deg`` where the sea lies (compass); ``faults``: what is wrong with the readings and what
    was done about it."""

    session: bool
    says: str
    started: str
    minutes: float
    rides: tuple[TrackRide, ...] = ()
    paddling: TrackPaddling = TrackPaddling(minutes=0, speed_m_s=None)
    waiting_minutes: float = 0
    walking_minutes: float = 0
    between_rides_s: float | None = None
    out_m: float | None = None
    seaward_deg: float | None = None
    parts: tuple[TrackPart, ...] = ()
    faults: tuple[str, ...] = ()


class TrackLine(Result):
    """A line on the map of a track: metres along the shore and out to sea."""

    kind: Literal["ride", "paddling", "waiting", "walking"]
    points: tuple[tuple[float, float], ...]


class TrackMap(Result):
    """Where it was, the shore below and the sea above: ``lines``, and where the middle of the track lies."""

    lines: tuple[TrackLine, ...]
    latitude_deg: float
    longitude_deg: float
    seaward_deg: float
