"""Measure the log: reading a track, what a session more costs, a trial. Run in the environment."""

from __future__ import annotations

import sys
import time
from collections.abc import Callable
from dataclasses import replace
from statistics import median

import numpy as np
from tests.logged import BOARDS, a_life

from chord_core.documents import LearnRequest, TrialRequest
from chord_core.documents.verbs.learn import Ratings
from chord_core.documents.verbs.trial import TrialSession
from chord_core.log.learn import learn
from chord_core.log.response import make_response
from chord_core.log.track import read_session
from chord_core.log.track_file import read_track
from chord_core.log.trial import trial
from standins.surf_watch import gpx_of, some_track

_HOURS_S = 3 * 3600


def _time(work: Callable[[], object], rounds: int) -> float:
    work()
    taken = []
    for _ in range(rounds):
        begun = time.perf_counter()
        work()
        taken.append(time.perf_counter() - begun)
    return median(taken)


def _three_hours() -> bytes:
    """A made-up track, again and again until it is three hours long at a reading a second."""
    made = some_track(9)
    times = int(np.ceil(_HOURS_S / len(made.at_s)))
    at = np.arange(times * len(made.at_s), dtype=float)[:_HOURS_S]
    x, y = (np.tile(values, times)[:_HOURS_S] for values in (made.x_m, made.y_m))
    return gpx_of(replace(made, at_s=at, x_m=x, y_m=y)).encode()


def main(rounds: int) -> None:
    """Print a line for each figure."""
    data = _three_hours()
    whole, file = _time(lambda: read_session(data), rounds), _time(lambda: read_track(data), rounds)
    print(
        f"  track of 3 h at 1 Hz         {whole * 1e3:7.0f} ms, of which reading the file {file / whole:.0%}"
    )
    life = a_life(1, 40)
    one, every = life.sessions[0], life.sessions
    response = _time(lambda: make_response(life.surfer, one.board, one.water), rounds)
    few = _time(lambda: learn(LearnRequest(surfer=life.surfer, sessions=every[:8])), rounds)
    many = _time(lambda: learn(LearnRequest(surfer=life.surfer, sessions=every)), rounds)
    print(f"  a session more of 40         {(many + response) * 1e3:7.0f} ms, of 8 {few / many:.0%} as long")
    sessions = tuple(
        TrialSession(board=BOARDS[i % 2], water=row.water, minutes=90, rides=5, ratings=Ratings(turns=0))
        for i, row in enumerate(every)
    )
    asked = TrialRequest(surfer=life.surfer, sessions=sessions, old=BOARDS[0], new=BOARDS[1])
    print(f"  a trial of 40 sessions       {_time(lambda: trial(asked), rounds) * 1e3:7.0f} ms")


if __name__ == "__main__":
    main(int(sys.argv[1]))
