"""The door of ``./chord core VERB``: one JSON document in, one out; 2 and an error document on bad input."""

from __future__ import annotations

import json
import sys
from collections.abc import Callable
from io import TextIOWrapper
from typing import Any, TextIO

from pydantic import BaseModel

from chord_core.documents import (
    ChangeRequest,
    ClimateRequest,
    CompareRequest,
    DrawingsRequest,
    FixRequest,
    GearRequest,
    HullRequest,
    LearnRequest,
    PlanRequest,
    QuiverRequest,
    RangeRequest,
    RankRequest,
    RideRequest,
    RiverRequest,
    SizeRequest,
    SolveRequest,
    TideRequest,
    TrialRequest,
    WaterRequest,
    parse,
)
from chord_core.documents.base import check_text, read_json
from chord_core.errors import ChordError
from chord_core.fit.answer.change import change
from chord_core.fit.answer.compare import compare
from chord_core.fit.answer.fix import fix
from chord_core.fit.answer.gear import gear
from chord_core.fit.answer.plan import plan
from chord_core.fit.answer.quiver import quiver
from chord_core.fit.answer.rank import rank
from chord_core.fit.answer.size import size
from chord_core.fit.answer.solve import solve
from chord_core.fit.answer.why import explain_compare, explain_rank, explain_size, explain_solve
from chord_core.hull.describe import describe_hull
from chord_core.hull.sizes import range_of
from chord_core.hull.tape import tape_of
from chord_core.line import read_line, write_line
from chord_core.log.learn import learn
from chord_core.log.track import track
from chord_core.log.trial import trial
from chord_core.ride.describe import describe_ride
from chord_core.ride.standalone import standalone_behaviour
from chord_core.surfer.describe import describe_water
from chord_core.water.river import river_answer
from chord_core.water.tide import tide_of
from chord_core.water.wave_climate import climate_answer
from chord_core.why.explain import explain_hull, explain_ride, explain_water


def _hull(data: Any, explain: bool) -> BaseModel:
    request = parse(HullRequest, data)
    return explain_hull(request) if explain else describe_hull(request.board)


def _size(data: Any, explain: bool) -> BaseModel:
    return (explain_size if explain else size)(parse(SizeRequest, data))


def _rank(data: Any, explain: bool) -> BaseModel:
    return (explain_rank if explain else rank)(parse(RankRequest, data))


def _solve(data: Any, explain: bool) -> BaseModel:
    return (explain_solve if explain else solve)(parse(SolveRequest, data))


def _compare(data: Any, explain: bool) -> BaseModel:
    return (explain_compare if explain else compare)(parse(CompareRequest, data))


def _change(data: Any, explain: bool) -> BaseModel:
    return change(parse(ChangeRequest, data))


def _fix(data: Any, explain: bool) -> BaseModel:
    return fix(parse(FixRequest, data))


def _gear(data: Any, explain: bool) -> BaseModel:
    return gear(parse(GearRequest, data))


def _quiver(data: Any, explain: bool) -> BaseModel:
    return quiver(parse(QuiverRequest, data))


def _plan(data: Any, explain: bool) -> BaseModel:
    return plan(parse(PlanRequest, data))


def _learn(data: Any, explain: bool) -> BaseModel:
    return learn(parse(LearnRequest, data))


def _trial(data: Any, explain: bool) -> BaseModel:
    return trial(parse(TrialRequest, data))


def _water(data: Any, explain: bool) -> BaseModel:
    return (explain_water if explain else describe_water)(parse(WaterRequest, data))


def _ride(data: Any, explain: bool) -> BaseModel:
    return (explain_ride if explain else describe_ride)(parse(RideRequest, data))


def _tape(data: Any, explain: bool) -> BaseModel:
    return tape_of(parse(HullRequest, data).board)


def _still(data: Any, explain: bool) -> BaseModel:
    return standalone_behaviour(parse(HullRequest, data).board)


def _range(data: Any, explain: bool) -> BaseModel:
    return range_of(parse(RangeRequest, data))


def _climate(data: Any, explain: bool) -> BaseModel:
    return climate_answer(parse(ClimateRequest, data))


def _tide(data: Any, explain: bool) -> BaseModel:
    return tide_of(parse(TideRequest, data))


def _river(data: Any, explain: bool) -> BaseModel:
    return river_answer(parse(RiverRequest, data))


VERBS: dict[str, Callable[[Any, bool], BaseModel]] = {
    "hull": _hull,
    "water": _water,
    "ride": _ride,
    "size": _size,
    "rank": _rank,
    "solve": _solve,
    "compare": _compare,
    "change": _change,
    "gear": _gear,
    "quiver": _quiver,
    "plan": _plan,
    "learn": _learn,
    "trial": _trial,
    "fix": _fix,
    "tape": _tape,
    "still": _still,
    "range": _range,
    "climate": _climate,
    "tide": _tide,
    "river": _river,
}
#: What each verb answers.
ABOUT = {
    "hull": "litres, area, mass and curvature of a board; the label check",
    "line": "a line of dims (plain text) as measures, written in both units",
    "water": "remembered days, or a swell at a shore, as a spread of faces",
    "ride": "what a board does under a surfer in a water: rides an hour, range, behaviour",
    "size": "litres by four ways, windows, families, tails, builds, fins, cautions",
    "rank": "boards in order of fit, each with its reasons",
    "solve": "the best board that could be made, with measures pinned if you like",
    "compare": "two or three boards: what differs and what it does, where one hands over",
    "change": "the smallest change that makes a board right",
    "fix": "what to try on the present board before another is bought",
    "drawings": "a board as a file for a shaper: svg, dxf, pdf, stl, 3mf, csv",
    "gear": "fins, builds, leash, pad, wax, the board in payment and the sum",
    "quiver": "several boards of one person: which on which waves, hand-overs, the hole, what to add",
    "plan": "the way ahead: levels, litres month by month, until when each board serves, the next ones",
    "tape": "a board that is being measured: its litres, doubtful readings, the next place",
    "still": "what a board does under anybody: what needs no surfer",
    "range": "whether the sizes of a model step evenly, and sizes between them",
    "climate": "buoy hours at a break: the faces it really gives",
    "tide": "heights and turns of the tide from harmonic constants",
    "learn": "what sessions teach of a surfer and a break, and the next one foretold",
    "trial": "two boards, builds or fin sets by sessions on like days: better, worse, alike, not decided",
    "track": "the track of a watch (GPX or TCX as text): rides, paddling, waiting",
    "river": "a standing wave from its rating and a flow gauge's series",
}
EXPLAINED = ("hull", "water", "ride", "size", "rank", "solve", "compare")


def _line(text: str) -> dict[str, Any]:
    check_text(text, "line")
    line = read_line(text)
    dims = (line.length_m, line.width_m, line.thickness_m, line.stated_litres)
    written = {"imperial": write_line(*dims), "metric": write_line(*dims, unit="metric")}
    return {**vars(line), "written": written}


def _text(source: TextIO) -> str:
    """All that is given.

    Raises:
        ChordError: it is not in UTF-8.
    """
    try:
        return source.read()
    except UnicodeDecodeError as error:
        raise ChordError("document", None, "standard input is not written in UTF-8") from error


def _file(source: TextIO, sink: TextIO) -> None:
    """Write the file that is asked for onto the bytes of ``sink``."""
    # The libraries that write files take as long to load as the whole core: no other verb waits for them.
    from chord_core.drawings.write import drawings

    made = drawings(parse(DrawingsRequest, read_json(_text(source), "standard input")))
    sink.flush()
    sink.buffer.write(made)
    sink.buffer.flush()


def run(verb: str, source: TextIO, sink: TextIO, explain: bool = False) -> int:
    """Answer one verb, with derivations if they are asked; return the exit code: 0, or 2 with an error
    document on ``sink``. ``drawings`` writes a file instead, onto the bytes of ``sink``."""
    try:
        if verb == "drawings" and not explain:
            _file(source, sink)
            return 0
        if verb == "line":
            answer: Any = _line(_text(source).strip("\n"))
        elif verb == "track" and not explain:
            answer = track(_text(source)).model_dump(mode="json")
        elif explain and verb not in EXPLAINED:
            raise ChordError(
                "--explain", verb, f"there are derivations of {', '.join(EXPLAINED)}, not of “{verb}”"
            )
        elif verb in VERBS:
            answer = VERBS[verb](read_json(_text(source), "standard input"), explain).model_dump(
                mode="json", by_alias=True
            )
        else:
            allowed = ", ".join((*VERBS, "line", "track", "drawings"))
            raise ChordError("verb", verb, f"“{verb}” is no verb of the core; there are {allowed}")
    except ChordError as error:
        json.dump(error.as_document(), sink, ensure_ascii=False)
        sink.write("\n")
        return 2
    json.dump(answer, sink, ensure_ascii=False)
    sink.write("\n")
    return 0


def _usage() -> str:
    """What the verbs are."""
    rows = [f"  {verb:9}{what}" for verb, what in ABOUT.items()]
    explained = ", ".join(EXPLAINED)
    return "\n".join([
        "./chord core VERB [--explain] < document.json",
        "",
        "Reads one JSON document from standard input and writes one; exit 2 and {\"error\": …} on bad input.",
        f"--explain adds the derivation of every number: {explained}. docs/formats/ has the documents.",
        "",
        *rows,
    ])  # fmt: skip


def main() -> int:
    """Run the verb named on the command line over standard input and output."""
    if {"--help", "-h"} & set(sys.argv[1:]) or len(sys.argv) == 1:
        print(_usage())
        return 0
    for stream in (sys.stdin, sys.stdout):
        if isinstance(stream, TextIOWrapper):
            stream.reconfigure(encoding="utf-8", errors="strict")
    words = [word for word in sys.argv[1:] if word != "--explain"]
    return run(words[0] if words else "", sys.stdin, sys.stdout, "--explain" in sys.argv)


if __name__ == "__main__":
    raise SystemExit(main())
