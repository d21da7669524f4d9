"""A standing wave: from the flow of a river, hour by hour, to its speed, depth and face."""

from __future__ import annotations

import csv
import io
from dataclasses import dataclass
from datetime import UTC, date, datetime
from typing import BinaryIO

import numpy as np

from chord_core.documents.shore import River
from chord_core.documents.verbs.climate import BuoyFault
from chord_core.documents.verbs.river import DayFlow, RiverAnswer, RiverRequest, RiverResult
from chord_core.documents.water import Water
from chord_core.errors import ChordError
from chord_core.hull.stations import Array
from chord_core.water.buoy import MOST_TOLD, LineFault

#: Largest file of flows [bytes], and most of its rows.
MOST_BYTES, MOST_ROWS = 32 * 1024 * 1024, 1_000_000
_MOST_FLOW, _LAST_DAYS = 20_000.0, 366
_YEARS = (1800, 2100)
_TIMES, _FLOWS = ("time", "datetime", "date"), ("flow_m3_s", "flow", "discharge", "discharge_m3_s")


@dataclass(frozen=True)
class Flows:
    """Flow of a river, (n,), in order of time: hours since 1970 UTC, flow [m3/s]; and what was left out."""

    hour: Array
    flow_m3_s: Array
    faults: tuple[LineFault, ...] = ()
    faulty: int = 0


def _number(word: str, decimal_comma: bool) -> float:
    return float(word.strip().replace(",", ".") if decimal_comma else word.strip())


def _hour(word: str) -> float:
    at = datetime.fromisoformat(word.strip())
    if not _YEARS[0] <= at.year <= _YEARS[1]:
        raise ValueError(f"the year {at.year} is not between {_YEARS[0]} and {_YEARS[1]}")
    return (at if at.tzinfo else at.replace(tzinfo=UTC)).timestamp() / 3600


def _head(line: str, mark: str, name: str) -> list[str]:
    """The words of the head.

    Raises:
        ChordError: it is none: a cell longer than any table has, say.
    """
    try:
        return [word.strip().lower() for word in next(csv.reader([line], delimiter=mark))]
    except csv.Error as error:
        raise ChordError("file", name, f"the first line “{line[:40]}…” is no head of a table") from error


def read_flows(raw: BinaryIO, name: str) -> Flows:
    """Read a flow gauge's series: CSV with a head of ``time`` and ``flow_m3_s``, ISO times, UTC unless said.

    Semicolons with decimal commas are read too; lines that begin with # are remarks.

    Raises:
        ChordError: too long, no text, no such columns, or no row that can be read.
    """
    data = raw.read(MOST_BYTES + 1)
    if len(data) > MOST_BYTES:
        raise ChordError("file", name, f"the file is longer than {MOST_BYTES // 1024 // 1024} MB")
    wide = data[:2] in (b"\xff\xfe", b"\xfe\xff")
    text = data.decode("utf-16" if wide else "utf-8-sig", "replace")
    lines = [(i, line) for i, line in enumerate(text.splitlines(), 1) if line.strip() and line[0] != "#"]
    if not lines:
        raise ChordError("file", name, "the file is empty")
    mark = ";" if ";" in lines[0][1] else ","
    head = _head(lines[0][1], mark, name)
    at = [next((head.index(word) for word in words if word in head), -1) for words in (_TIMES, _FLOWS)]
    if min(at) < 0:
        says = f"line {lines[0][0]} names no columns time and flow_m3_s: “{lines[0][1][:60]}”"
        raise ChordError("file", name, says)
    rows: dict[float, float] = {}
    faults: list[LineFault] = []
    for i, line in lines[1 : MOST_ROWS + 1]:
        try:
            cells = next(csv.reader(io.StringIO(line), delimiter=mark))
            hour, flow = _hour(cells[at[0]]), _number(cells[at[1]], mark == ";")
            if not 0 <= flow <= _MOST_FLOW:
                raise ValueError(f"{flow:g} m3/s cannot be: it has to lie between 0 and {_MOST_FLOW:g}")
            rows[hour] = flow
        except (ValueError, IndexError, csv.Error, OverflowError) as error:
            faults.append(LineFault(i, "", f"“{line[:40]}”: {error}"))
    if not rows:
        first = f" Line {faults[0].line}: {faults[0].says}" if faults else ""
        raise ChordError("file", name, f"no line holds a flow.{first}")
    hours = np.array(sorted(rows))
    return Flows(hours, np.array([rows[h] for h in hours]), tuple(faults[:MOST_TOLD]), len(faults))


def rated(river: River, flow_m3_s: Array | float) -> dict[str, Array]:
    """Speed, depth, face, slope and air at flows: between the rated ones a power of the flow, as ratings of
    rivers are (Herschy 2009); held to the outer ones."""
    log = np.log(np.maximum(np.asarray(flow_m3_s, float), 1e-6))
    known = np.log([row.flow_m3_s for row in river.rating])
    made = {
        name: np.exp(np.interp(log, known, np.log([getattr(row, name) for row in river.rating])))
        for name in ("speed_m_s", "depth_m", "face_m", "slope")
    }
    made["aeration"] = np.interp(log, known, [row.aeration for row in river.rating])
    return made


def _days(flows: Flows) -> tuple[DayFlow, ...]:
    """Median flow of each of the last days on which it was measured."""
    day = np.asarray(flows.hour // 24, int)
    made = []
    for one in np.unique(day)[-_LAST_DAYS:]:
        at = date.fromordinal(date(1970, 1, 1).toordinal() + int(one))
        made.append(DayFlow(day=at, flow_m3_s=float(np.median(flows.flow_m3_s[day == one]))))
    return tuple(made)


def river_of(river: River, flows: Flows) -> RiverResult:
    """What a standing wave gave over a series of flows: each reading stands for the time to the next, a day
    at most.

    Raises:
        ChordError: it never worked.
    """
    until = np.append(np.diff(flows.hour), 1.0)
    weight = np.minimum(until, 24.0)
    works = (flows.flow_m3_s >= river.low_m3_s) & (flows.flow_m3_s <= river.high_m3_s)
    if not works.any():
        low, high = float(flows.flow_m3_s.min()), float(flows.flow_m3_s.max())
        window = f"{river.low_m3_s:g}-{river.high_m3_s:g}"
        says = f"the flow ran between {low:g} and {high:g} m3/s: never within {window}"
        raise ChordError("river", f"{low:g}-{high:g}", says)
    month = (flows.hour // 24).astype(int).astype("datetime64[D]").astype("datetime64[M]").astype(int) % 12
    months = []
    for m in range(12):
        here = month == m
        months.append(float(np.average(works[here], weights=weight[here])) if here.any() else None)
    made = rated(river, flows.flow_m3_s[works])
    order = np.argsort(made["face_m"], kind="stable")
    w = weight[works][order]
    place = (np.cumsum(w) - w / 2) / w.sum()

    def at(name: str, share: float) -> float:
        return float(np.interp(share, place, made[name][order]))

    return RiverResult(
        days=_days(flows),
        ridden_share=float(np.average(works, weights=weight)),
        months=tuple(months),
        last_m3_s=float(flows.flow_m3_s[-1]),
        last_works=bool(works[-1]),
        flow_m_s=at("speed_m_s", 0.5),
        face_m=at("face_m", 0.5),
        slope=at("slope", 0.5),
        aeration=at("aeration", 0.5),
        depth_m=at("depth_m", 0.5),
        small_m=at("face_m", 0.15),
        big_m=at("face_m", 0.9),
    )


def river_water(said: Water, result: RiverResult) -> Water:
    """A river's water with what its gauge says in place of what is remembered."""
    measured = {
        "usual_m": round(result.face_m, 3),
        "flow_m_s": round(result.flow_m_s, 3),
        "face_slope": round(result.slope, 4),
        "aeration": round(result.aeration, 3),
    }
    return Water.model_validate(
        said.model_dump(exclude_none=True) | {"small_m": None, "big_m": None} | measured
    )


def river_answer(request: RiverRequest) -> RiverAnswer:
    """The ``river`` verb: a rating and a series of flows to what the wave gave.

    Raises:
        ChordError: the series is none, or the wave never worked.
    """
    flows = read_flows(io.BytesIO(request.flows.encode()), "flows")
    result = river_of(request.river, flows)
    return RiverAnswer(
        river=result,
        water=river_water(request.water, result),
        faults=tuple(BuoyFault(**vars(fault)) for fault in flows.faults),
        faulty=flows.faulty,
    )
