"""A simulated surf watch: tracks of made-up sessions as GPX or TCX, with the faults of real watches.

``python -m standins.surf_watch --seed 4 > session.gpx``; ``--folder DIR --count 12`` writes many, and beside
each what really happened (``….truth.json``). Faults: irregular readings, gaps under water, jumps, drift,
pauses, a wrong clock, a watch that was started in the car. ``--way drive`` and others write what is no surf.
"""

from __future__ import annotations

import argparse
import json
from dataclasses import dataclass, replace
from datetime import UTC, datetime, timedelta
from pathlib import Path

import numpy as np

from chord_core.documents import Board, Surfer, Water
from chord_core.hull.stations import Array, IndexArray
from standins.made_surf import STEPS_A_SECOND, Session, made_session, surf_of
from standins.made_ways import WAYS, drive

FAULTS = ("irregular", "gaps", "jumps", "drift", "pause", "clock", "car")
_METRES_A_DEGREE = 111_320.0
#: A beach of a made-up coast, and where its sea lies.
_LATITUDE, _LONGITUDE = 47.6102, -4.2034
_PEOPLE = (
    (Board(family="performance shortboard", length_m=1.8, width_m=0.48, thickness_m=0.06), "carving"),
    (Board(family="all-rounder", length_m=1.9, width_m=0.53, thickness_m=0.067), "linking"),
    (Board(family="mid-length", length_m=2.2, width_m=0.55, thickness_m=0.07), "trimming"),
    (Board(family="performance longboard", length_m=2.8, width_m=0.58, thickness_m=0.076), "trimming"),
    (Board(family="long soft-top", length_m=2.4, width_m=0.58, thickness_m=0.085), "green wave"),
    (Board(family="long soft-top", length_m=2.4, width_m=0.58, thickness_m=0.085), "standing"),
)


@dataclass(frozen=True)
class Made:
    """A track as a watch kept it: seconds since the start and places [m along, m off], (n,); when it says it
    started; what really happened (nothing where it was no surf); where the sea lies (compass)."""

    at_s: Array
    x_m: Array
    y_m: Array
    started: datetime
    session: Session | None
    faults: tuple[str, ...]
    seaward_deg: float = 180.0


def some_session(random: np.random.Generator) -> Session:
    """A session of one of a few people in some water."""
    board, rung = _PEOPLE[random.integers(len(_PEOPLE))]
    usual = float(np.exp(random.uniform(np.log(0.5), np.log(1.8))))
    usual = min(usual, {"standing": 0.6, "green wave": 0.9, "trimming": 1.3}.get(rung, 2.0))
    water = Water(
        usual_m=usual,
        ride_length_m=float(random.uniform(35, 110)),
        waves_per_hour=float(random.uniform(40, 90)),
        paddle_out_m=float(random.uniform(60, 180)),
    )
    surfer = Surfer.model_validate({"mass_kg": float(random.uniform(55, 95)), "rung": rung})
    minutes = float(random.uniform(40, 130))
    return made_session(surf_of(board, surfer, water), minutes, random, float(random.uniform(20, 250)))


def _noise(count: int, random: np.random.Generator, sigma_m: float, kept_s: float) -> Array:
    """Errors of places that go on for a while: first-order, (count, 2) [m], a step a quarter second."""
    kept = np.exp(-1 / (STEPS_A_SECOND * kept_s))
    drawn = random.standard_normal((count, 2)) * sigma_m * np.sqrt(1 - kept**2)
    made: Array = np.empty_like(drawn)
    made[0] = sigma_m * random.standard_normal(2)
    for i in range(1, count):
        made[i] = kept * made[i - 1] + drawn[i]
    return made


def _jumps(places: Array, random: np.random.Generator) -> None:
    for _ in range(random.integers(1, 6)):
        at = int(random.integers(len(places)))
        long = int(random.uniform(1, 4) * STEPS_A_SECOND)
        places[at : at + long] += random.normal(0, 40, 2)


def _drift(places: Array, random: np.random.Generator) -> None:
    at, long = int(random.integers(len(places))), 300 * STEPS_A_SECOND
    off = random.normal(0, 15, 2)
    part = places[at : at + long]
    part += off * np.sin(np.linspace(0, np.pi, len(part)))[:, None]


def _kept(
    count: int, faults: tuple[str, ...], session: Session | None, random: np.random.Generator
) -> IndexArray:
    """The steps at which the watch wrote a reading."""
    if "irregular" in faults:
        gaps = random.choice([1, 1, 1, 2, 3, 4, 5], size=count)
        steps = np.cumsum(gaps) * STEPS_A_SECOND
        steps = steps[steps < count]
    else:
        steps = np.arange(0, count, STEPS_A_SECOND)
    lost = np.zeros(count, bool)
    if "gaps" in faults:
        for _ in range(max(count // (300 * STEPS_A_SECOND), 1)):
            at = int(random.integers(count))
            lost[at : at + int(random.uniform(3, 12) * STEPS_A_SECOND)] = True
    if "pause" in faults and session and session.waiting:
        longest = sorted(session.waiting, key=lambda span: span[0] - span[1])[:2]
        begin, end = longest[int(random.integers(len(longest)))]
        lost[begin + 4 : end - 4] = True
    return np.asarray(steps[~lost[steps]], int)


def watched(
    places: Array, session: Session | None, random: np.random.Generator, faults: tuple[str, ...]
) -> Made:
    """What a watch makes of places every quarter of a second, (n, 2) [m].

    Args:
        faults: of ``FAULTS``.
    """
    places = places + _noise(len(places), random, random.uniform(1, 3), random.uniform(40, 90))
    if "drift" in faults:
        _drift(places, random)
    if "jumps" in faults:
        _jumps(places, random)
    started = datetime(2026, 5, 2, 8, tzinfo=UTC) + timedelta(hours=float(random.uniform(0, 4000)))
    if "clock" in faults:
        started = datetime(2006, 8, 1, 0, 0, 12, tzinfo=UTC) + timedelta(hours=float(random.uniform(0, 9)))
    steps = _kept(len(places), faults, session, random)
    seen = places[steps] + random.normal(0, random.uniform(0.1, 0.4), (len(steps), 2))
    started = started.replace(microsecond=0)
    return Made(steps / STEPS_A_SECOND, seen[:, 0], seen[:, 1], started, session, faults)


def some_track(seed: int) -> Made:
    """A session as a watch with some faults keeps it."""
    random = np.random.default_rng([seed, 19])
    session = some_session(random)
    chances = {
        "irregular": 0.2,
        "gaps": 0.5,
        "jumps": 0.3,
        "drift": 0.2,
        "pause": 0.15,
        "clock": 0.1,
        "car": 0.12,
    }
    faults = tuple(name for name, chance in chances.items() if random.random() < chance)
    places = np.stack([session.x_m, session.y_m], axis=1)
    if "car" in faults:
        way = drive(float(random.uniform(200, 900)), random)
        way += places[0] - way[-1]
        places = np.concatenate([way[:-1], places])
        session = _later(session, len(way) - 1)
    return watched(places, session, random, faults)


def _later(session: Session, steps: int) -> Session:
    """The same session after so many steps of something else; its own places stay what they are."""
    by = steps / STEPS_A_SECOND
    rides = [replace(r, start_s=r.start_s + by, end_s=r.end_s + by) for r in session.rides]
    waits = [(a + steps, b + steps) for a, b in session.waiting]
    return replace(session, rides=rides, waiting=waits)


def other_track(seed: int, way: str) -> Made:
    """A track that is no surf, with the faults of the same watch."""
    random = np.random.default_rng([seed, 23])
    chances = {"irregular": 0.2, "gaps": 0.5, "jumps": 0.4, "drift": 0.2}
    faults = tuple(name for name, chance in chances.items() if random.random() < chance)
    return watched(WAYS[way](float(random.uniform(1200, 6000)), random), None, random, faults)


def _degrees(made: Made) -> tuple[Array, Array]:
    sea = np.radians(made.seaward_deg)
    north = made.y_m * np.cos(sea) + made.x_m * np.sin(sea)
    east = made.y_m * np.sin(sea) - made.x_m * np.cos(sea)
    latitude = _LATITUDE + north / _METRES_A_DEGREE
    longitude = _LONGITUDE + east / (_METRES_A_DEGREE * np.cos(np.radians(_LATITUDE)))
    return latitude, longitude


def _times(made: Made) -> list[str]:
    return [
        (made.started + timedelta(seconds=float(s))).isoformat().replace("+00:00", "Z") for s in made.at_s
    ]


def gpx_of(made: Made, version: str = "1.1") -> str:
    """The track as GPX."""
    rows = "\n".join(
        f'<trkpt lat="{a:.7f}" lon="{o:.7f}"><ele>0.0</ele><time>{t}</time></trkpt>'
        for a, o, t in zip(*_degrees(made), _times(made), strict=True)
    )
    space = f"http://www.topografix.com/GPX/{version.replace('.', '/')}"
    return (
        f'<?xml version="1.0" encoding="UTF-8"?>\n<gpx version="{version}" creator="a made-up watch" '
        f'xmlns="{space}">\n<trk><name>Surf</name><trkseg>\n{rows}\n</trkseg></trk>\n</gpx>\n'
    )


def tcx_of(made: Made) -> str:
    """The track as TCX."""
    rows = "\n".join(
        f"<Trackpoint><Time>{t}</Time><Position><LatitudeDegrees>{a:.7f}</LatitudeDegrees>"
        f"<LongitudeDegrees>{o:.7f}</LongitudeDegrees></Position></Trackpoint>"
        for a, o, t in zip(*_degrees(made), _times(made), strict=True)
    )
    begun = made.started.isoformat().replace("+00:00", "Z")
    return (
        '<?xml version="1.0" encoding="UTF-8"?>\n<TrainingCenterDatabase '
        'xmlns="urn:made-up:training-center-database:2"><Activities><Activity Sport="Other">'
        f'<Id>{begun}</Id><Lap StartTime="{begun}"><Track>\n{rows}\n</Track></Lap></Activity></Activities>'
        "</TrainingCenterDatabase>\n"
    )


def truth_of(made: Made) -> dict[str, object]:
    """What really happened, as a document."""
    session = made.session
    return {
        "session": session is not None,
        "faults": list(made.faults),
        "rides": [vars(ride) for ride in session.rides] if session else [],
        "paddle_m_s": session.paddle_m_s() if session else None,
    }


def _write(folder: Path, count: int, seed: int, way: str | None) -> None:
    folder.mkdir(parents=True, exist_ok=True)
    for i in range(count):
        made = other_track(seed + i, way) if way else some_track(seed + i)
        tcx = (seed + i) % 3 == 2
        name = f"{way or 'session'}-{seed + i:03d}"
        text = tcx_of(made) if tcx else gpx_of(made, "1.0" if (seed + i) % 3 else "1.1")
        (folder / f"{name}.{'tcx' if tcx else 'gpx'}").write_text(text, encoding="utf-8")
        (folder / f"{name}.truth.json").write_text(json.dumps(truth_of(made), indent=1), encoding="utf-8")


def main() -> None:
    """Write one track to standard output, or many into a folder."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--way", choices=sorted(WAYS))
    parser.add_argument("--tcx", action="store_true")
    parser.add_argument("--folder", type=Path)
    parser.add_argument("--count", type=int, default=1)
    asked = parser.parse_args()
    if asked.folder:
        _write(asked.folder, asked.count, asked.seed, asked.way)
        return
    made = other_track(asked.seed, asked.way) if asked.way else some_track(asked.seed)
    print(tcx_of(made) if asked.tcx else gpx_of(made), end="")


if __name__ == "__main__":
    main()
