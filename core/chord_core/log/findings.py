"""Where the model is off: rides got over rides expected, by waves, kind of board and level, of many surfers.

Counts spread more than chance (negative binomial), and one surfer's habits go through all of their sessions:
so many sessions of one person are no finding. The ratio is drawn to one by how far the model is thought to be
off at most (a normal prior in logs).
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.special import ndtr, ndtri

from chord_core.tables import tables

#: Craft constants by what their findings would move, as the calibration names them.
MOVES: dict[str, tuple[str, ...]] = {
    "small waves": ("catch_crest", "rest_s", "along_slope"),
    "big waves": ("entry_soft_s", "nerve_soft", "catch_crest"),
    "soft waves": ("catch_crest", "along_slope", "along_sigma"),
    "steep waves": ("entry_soft_s", "entry_pitch_slope", "hold_soft_m_s"),
    "first levels": ("foam_of_face", "foam_at_green", "stand_soft"),
    "all": ("rest_s", "catch_crest"),
}


@dataclass(frozen=True)
class Counted:
    """A session as findings count it: who (any key), face over body height, steepness, kind of board, step of
    the level from 0, rides got, and rides that the model expected of anybody of that level."""

    who: int
    face_of_body: float
    steepness: str | None
    family: str
    rung: str
    step: int
    rides: int
    expected: float


@dataclass(frozen=True)
class Finding:
    """Rides got over expected in a group of sessions: middle with eight of ten between; how many sessions
    and surfers stand behind it; whether it is off, one way or the other (95 of 100 sure); constants that it
    could move."""

    by: str
    name: str
    ratio: tuple[float, float, float]
    sessions: int
    surfers: int
    off: bool
    says: str
    constants: tuple[str, ...]


def ratio_of(rows: Sequence[Counted]) -> tuple[float, float]:
    """Log of got over expected, and its spread."""
    rules = tables().log.findings
    expected = np.array([row.expected for row in rows])
    total = float(expected.sum())
    by_person: dict[int, float] = {}
    for row in rows:
        by_person[row.who] = by_person.get(row.who, 0.0) + row.expected
    got = float(sum(row.rides for row in rows))
    people = float(sum(part**2 for part in by_person.values())) / total**2
    days = float((expected**2).sum()) / total**2
    noise = 1 / max(got, 1.0) + tables().log.learn.count_spread * days + rules.people_sd**2 * people
    # The mean of many whose habits are log-normal lies over the median; of one person it does not.
    skewed = rules.people_sd**2 / 2 * (1 - people)
    seen = float(np.log((got + 0.5) / (total + 0.5))) - skewed
    weight = 1 / noise + 1 / rules.model_sd**2
    return seen / noise / weight, float(weight**-0.5)


def _finding(by: str, name: str, rows: Sequence[Counted], moved: tuple[str, ...]) -> Finding:
    middle, sd = ratio_of(rows)
    far = float(ndtri(0.9)) * sd
    low, mid, high = (float(np.exp(middle + way * far)) for way in (-1, 0, 1))
    sure = float(ndtr(abs(middle) / sd))
    off = sure >= tables().log.findings.sure and abs(middle) >= tables().log.findings.least
    part = round(100 * abs(mid - 1))
    says = f"{part} in 100 {'more' if mid > 1 else 'fewer'} rides than expected" if off else "as expected"
    surfers = len({row.who for row in rows})
    return Finding(by, name, (low, mid, high), len(rows), surfers, off, says, moved if off else ())


def _groups(rows: Sequence[Counted]) -> list[tuple[str, str, list[Counted], tuple[str, ...]]]:
    sizes = {
        "below waist": [row for row in rows if row.face_of_body < 0.57],
        "waist to head": [row for row in rows if 0.57 <= row.face_of_body <= 1.0],
        "above head": [row for row in rows if row.face_of_body > 1.0],
    }
    made = []
    for name, here in sizes.items():
        moved = MOVES[
            "small waves" if name == "below waist" else "big waves" if name == "above head" else "all"
        ]
        made.append(("water", name, here, moved))
    for name in sorted({row.steepness for row in rows if row.steepness}):
        here = [row for row in rows if row.steepness == name]
        moved = MOVES["soft waves" if name in ("crumbly", "soft") else "steep waves"]
        made.append(("steepness", name, here, moved if name != "average" else MOVES["all"]))
    for name in sorted({row.family for row in rows}):
        made.append(("board", name, [row for row in rows if row.family == name], MOVES["all"]))
    for step, name in sorted({(row.step, row.rung) for row in rows}):
        here = [row for row in rows if row.rung == name]
        made.append(("level", name, here, MOVES["first levels"] if step <= 2 else MOVES["all"]))
    return made


def findings_of(rows: Sequence[Counted]) -> tuple[Finding, ...]:
    """Findings over sessions, each group with at least a few of them; all together first."""
    least = tables().log.findings.least_sessions
    if len(rows) < least:
        return ()
    made = [_finding("all", "all sessions", rows, MOVES["all"])]
    made += [_finding(by, name, here, moved) for by, name, here, moved in _groups(rows) if len(here) >= least]
    return tuple(made)
