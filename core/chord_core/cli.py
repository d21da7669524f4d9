"""The door of ``./chord core VERB``: one JSON document in, one out; 2 and an error document on bad input."""

from __future__ import annotations

import json
import sys
from collections.abc import Callable
from typing import Any, TextIO

from pydantic import BaseModel

from chord_core.documents import (
    ChangeRequest,
    ClimateRequest,
    CompareRequest,
    FixRequest,
    HullRequest,
    RangeRequest,
    RankRequest,
    RideRequest,
    RiverRequest,
    SizeRequest,
    SolveRequest,
    TideRequest,
    WaterRequest,
    parse,
)
from chord_core.errors import ChordError
from chord_core.fit.change import change
from chord_core.fit.compare import compare
from chord_core.fit.fix import fix
from chord_core.fit.rank import rank
from chord_core.fit.size import size
from chord_core.fit.solve import solve
from chord_core.fit.why import explain_compare, explain_rank, explain_size, explain_solve
from chord_core.hull.describe import describe_hull
from chord_core.hull.sizes import range_of
from chord_core.hull.tape import tape_of
from chord_core.line import read_line, write_line
from chord_core.ride.describe import describe_ride
from chord_core.ride.still import still_of
from chord_core.surfer.describe import describe_water
from chord_core.water.gives import climate_answer
from chord_core.water.river import river_answer
from chord_core.water.tide import tide_of
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


def _water(data: Any, explain: bool) -> BaseModel:
    return (explain_water if explain else describe_water)(parse(WaterRequest, data))


def _ride(data: Any, explain: bool) -> BaseModel:
    return (explain_ride if explain else describe_ride)(parse(RideRequest, data))


def _tape(data: Any, explain: bool) -> BaseModel:
    return tape_of(parse(HullRequest, data).board)


def _still(data: Any, explain: bool) -> BaseModel:
    return still_of(parse(HullRequest, data).board)


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
    "fix": _fix,
    "tape": _tape,
    "still": _still,
    "range": _range,
    "climate": _climate,
    "tide": _tide,
    "river": _river,
}
EXPLAINED = ("hull", "water", "ride", "size", "rank", "solve", "compare")


def _line(text: str) -> dict[str, Any]:
    line = read_line(text)
    dims = (line.length_m, line.width_m, line.thickness_m, line.stated_litres)
    written = {"imperial": write_line(*dims), "metric": write_line(*dims, unit="metric")}
    return {**vars(line), "written": written}


def _document(text: str) -> Any:
    try:
        return json.loads(text)
    except ValueError as error:
        raise ChordError("document", text[:80], f"standard input is not JSON: {error}") from error


def run(verb: str, source: TextIO, sink: TextIO, explain: bool = False) -> int:
    """Answer one verb, with derivations if they are asked; return the exit code: 0, or 2 with an error
    document on ``sink``."""
    try:
        if verb == "line":
            answer: Any = _line(source.read().strip("\n"))
        elif explain and verb not in EXPLAINED:
            raise ChordError(
                "--explain", verb, f"there are derivations of {', '.join(EXPLAINED)}, not of “{verb}”"
            )
        elif verb in VERBS:
            answer = VERBS[verb](_document(source.read()), explain).model_dump(mode="json", by_alias=True)
        else:
            allowed = ", ".join((*VERBS, "line"))
            raise ChordError("verb", verb, f"“{verb}” is no verb of the core; there are {allowed}")
    except ChordError as error:
        json.dump(error.as_document(), sink, ensure_ascii=False)
        sink.write("\n")
        return 2
    json.dump(answer, sink, ensure_ascii=False)
    sink.write("\n")
    return 0


def main() -> int:
    """Run the verb named on the command line over standard input and output."""
    words = [word for word in sys.argv[1:] if word != "--explain"]
    return run(words[0] if words else "", sys.stdin, sys.stdout, "--explain" in sys.argv)


if __name__ == "__main__":
    raise SystemExit(main())
