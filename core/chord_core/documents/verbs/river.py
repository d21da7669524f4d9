"""``river``: the flow of a river wave through the year."""

from __future__ import annotations

from datetime import date

from pydantic import Field

from chord_core.documents.base import Document, Result
from chord_core.documents.shore import River
from chord_core.documents.verbs.climate import BuoyFault
from chord_core.documents.water import Water


class RiverRequest(Document):
    """``river`` reads a standing wave's rating and a flow gauge's series as CSV."""

    river: River
    flows: str = Field(max_length=32_000_000)
    water: Water = Water(kind="river")


class DayFlow(Result):
    """Median flow of a day [m3/s]."""

    day: date
    flow_m3_s: float


class RiverResult(Result):
    """What a standing wave gave: share of the hours in which it worked, by month (null where nothing was
    measured), its flow now [m3/s] and whether it works; speed [m/s], face and depth [m], slope and air of the
    usual hour that works; ``days``: the last year's flows."""

    ridden_share: float
    days: tuple[DayFlow, ...]
    months: tuple[float | None, ...]
    last_m3_s: float
    last_works: bool
    flow_m_s: float
    face_m: float
    slope: float
    aeration: float
    depth_m: float
    small_m: float
    big_m: float


class RiverAnswer(Result):
    """Answer of ``river``: what the wave gave, the water that a fitting takes, what was left out."""

    river: RiverResult
    water: Water
    faults: tuple[BuoyFault, ...]
    faulty: int
